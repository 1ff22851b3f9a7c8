<!-- A note of a rendering: what changed and in which direction; and the searcher's decision on it. -->
<script lang="ts">
	import type { MappingKind } from '$lib/contract/crosswalks';
	import { format } from 'date-fns';
	import { hasErrors, parse, type MappingToDecide, type RenderingNote } from '@wide-lantern/core/editor';
	import { useWorkspace } from '$lib/client/context';
	import { decide as decideOnCounterpart, KINDS } from '$lib/client/counterparts';
	import { newId } from '$lib/client/new-id';

	/** @param short one line, opened on request: where several sources stand together @param mapped is called when a counterpart was kept for every enquiry */
	let {
		note,
		rendering,
		short = false,
		mapped = () => {}
	}: { note: RenderingNote; rendering: string; short?: boolean; mapped?: () => void } = $props();
	const { enquiry, personName } = useWorkspace();
	const document = $derived(enquiry.document);
	const EXAMPLE = '"night shift*" OR "shift work*"';
	let open = $state(false);
	const openKind = $derived(note.kind === 'to decide');
	let take = $state<'accept' | 'leave out' | 'replace'>('accept');
	let everyHeading = $state(false);
	let chosen = $state<string[]>([]);
	let text = $state('');
	let why = $state('');
	/** How the heading and what was chosen relate, for every enquiry; null where the choice is this rendering's alone. */
	let relation = $state<MappingKind | null>(null);
	let refused = $state('');
	const mapping = $derived(
		take === 'replace' && text.trim() === '' && chosen.length > 0 ? (note.mapping ?? null) : null
	);
	const heading = $derived(/^\{.*\}$/.test(note.piece));
	const put = $derived(
		[
			...(note.cause === 'written-out' || text.trim() === '' ? chosen : []),
			...(text.trim() === '' ? [] : [text.trim()])
		].join(' OR ')
	);
	const fault = $derived.by(() => {
		if (take !== 'replace' || put === '') return '';
		const { faults } = parse(put);
		return hasErrors(faults) ? (faults.find((one) => one.severity === 'error')?.message ?? '') : '';
	});
	const ready = $derived(
		(why.trim() !== '' || (mapping !== null && relation !== null)) &&
			(mapping === null || relation !== 'two' || chosen.length > 1) &&
			(take !== 'replace' || (put !== '' && fault === ''))
	);

	function begin() {
		open = true;
		[everyHeading, relation, text, why, refused] = [false, null, '', '', ''];
		take = openKind ? (note.candidates.length > 0 ? 'replace' : 'leave out') : 'accept';
		// Of counterparts the likeliest, of written-out words all: unwanted ones are taken out.
		chosen = note.candidates.slice(0, note.cause === 'written-out' ? undefined : 1).map(String);
	}
	async function decide() {
		refused = '';
		if (mapping && relation !== null) return keepForAll(mapping, relation);
		const at = document.renderings.find((one) => one.id === rendering);
		if (!at || !ready) return;
		const item = {
			id: newId(),
			piece: heading && everyHeading && take === 'leave out' ? '{*}' : note.piece,
			cause: note.cause,
			take,
			text: take === 'replace' ? put : '',
			why: why.trim(),
			by: personName,
			on: format(new Date(), 'yyyy-MM-dd')
		};
		const kept = at.decisions ?? [];
		enquiry.edit('decide on a note', [
			at.decisions
				? { do: 'insert', in: ['renderings', rendering, 'decisions'], item, after: kept.at(-1)?.id ?? null }
				: { do: 'set', at: ['renderings', rendering, 'decisions'], value: [item] }
		]);
		open = false;
	}
	async function keepForAll({ vocabulary, heading: of, to, candidates }: MappingToDecide, kind: MappingKind) {
		const targets = note.candidates.flatMap((candidate, at) =>
			chosen.includes(candidate) ? [candidates[at] ?? ''] : []
		);
		const fault = await decideOnCounterpart(vocabulary, of, to, { kind, targets, reason: why.trim(), seen: null });
		refused = fault ?? '';
		if (fault !== null) return;
		open = false;
		mapped();
	}
	const stands = (one: { readonly piece: string }) => one.piece === note.piece || (one.piece === '{*}' && heading);
	const stored = $derived(document.renderings.find((one) => one.id === rendering));
	/** Where the decision is kept: among those of today, or those of before, which only left pieces out. */
	const decided = $derived.by(() => {
		const own = stored?.decisions?.find(stands);
		const before = stored?.leftOut.find(stands);
		return own ? (['decisions', own.id] as const) : before ? (['leftOut', before.id] as const) : null;
	});
	function undoDecision() {
		if (decided) enquiry.edit('undo a decision', [{ do: 'remove', at: ['renderings', rendering, ...decided] }]);
	}
</script>

<li class="note {note.kind.replace(' ', '-')}" data-note={note.kind}>
	{#if short && note.kind !== 'narrowed'}
		<details>
			<summary>{@render head()}</summary>
			{@render rest()}
		</details>
	{:else}
		{@render head()}
		{@render rest()}
	{/if}
</li>

{#snippet head()}
	<strong>{note.kind}</strong>{#if note.effect}<span class="effect">{note.effect}</span>{/if}
	<span class="line-face piece"
		>{note.piece.length > (short ? 40 : 90) ? `${note.piece.slice(0, short ? 40 : 90)} …` : note.piece}</span
	>
{/snippet}

{#snippet rest()}
	{note.message}
	{#if note.next !== '' && note.kind !== 'adjusted'}<span class="soft">{note.next}</span>{/if}
	{#if enquiry.editable}
		{#if note.kind === 'decided' && decided}<button class="btn btn-sm hover:preset-tonal" onclick={undoDecision}
				>Undo the decision</button
			>
		{:else if note.kind !== 'adjusted' && note.kind !== 'decided' && !open}<button
				class="btn btn-sm preset-outlined-surface-500 mt-1"
				onclick={begin}>Decide</button
			>{/if}
	{/if}
	{#if open}
		<form
			class="decide"
			onsubmit={(event) => {
				event.preventDefault();
				void decide();
			}}
		>
			<label
				><span class="sr-only">What to do with {note.piece}</span><select class="select" bind:value={take}>
					{#if !openKind}<option value="accept">Accept as it is</option>{/if}
					<option value="replace">Write something else here</option>
					<option value="leave out">Leave it out here</option>
				</select></label
			>
			{#if take === 'replace'}
				{#if note.candidates.length > 0}
					<fieldset>
						<legend class="small soft"
							>{note.cause === 'written-out'
								? 'The words that it is written out as; remove some, or add more below'
								: 'What to search instead; several are joined with OR'}</legend
						>
						{#each note.candidates as candidate (candidate)}<label class="flex gap-2 items-center"
								><input class="checkbox" type="checkbox" value={candidate} bind:group={chosen} />
								<span class="line-face">{candidate}</span></label
							>{/each}
					</fieldset>
				{/if}
				<label
					><span class="label-text"
						>{note.cause === 'written-out'
							? 'And, in the notation'
							: note.candidates.length > 0
								? 'Or, in the notation'
								: 'In the notation'}</span
					><input class="input line-face" bind:value={text} placeholder={EXAMPLE} /></label
				>
				{#if fault}<p class="small fault-text">{fault}</p>{/if}
			{:else if take === 'leave out' && heading}
				<label class="flex gap-2 items-center"
					><input class="checkbox" type="checkbox" bind:checked={everyHeading} /> every heading, in this source</label
				>
			{/if}
			{#if mapping}
				<label
					><span class="label-text">Keep it for</span>
					<select class="select" bind:value={relation}>
						<option value={null}>this enquiry and this source</option>
						{#each Object.entries(KINDS).filter(([kind]) => kind !== 'none' && (kind !== 'two' || chosen.length > 1)) as [kind, name] (kind)}<option
								value={kind}>every enquiry, as: {name}</option
							>{/each}
					</select></label
				>
			{/if}
			{#if refused}<p class="small fault-text" role="alert">{refused}</p>{/if}
			<label
				><span class="label-text">Reason, kept with it</span><input
					class="input"
					bind:value={why}
					placeholder="The text words carry it"
				/></label
			>
			<span class="flex gap-1"
				><button class="btn preset-filled" type="submit" disabled={!ready}>Keep the decision</button><button
					class="btn preset-outlined-surface-500"
					type="button"
					onclick={() => (open = false)}>Cancel</button
				></span
			>
		</form>
	{/if}
{/snippet}

<style>
	.note {
		border-left: 3px solid var(--rule);
		padding: 0 8px;
		margin-bottom: 6px;
		overflow-wrap: anywhere;
	}
	.piece {
		margin: 0 4px;
		font-size: 12.5px;
	}
	.narrowed {
		border-left: 6px solid var(--fault);
		background: var(--wash);
	}
	.narrowed > strong {
		color: var(--fault);
		font-size: 15px;
	}
	.to-decide {
		border-left-color: var(--fault);
	}
	.widened {
		border-left-color: var(--note);
	}
	.adjusted,
	.decided {
		color: var(--soft);
	}
	summary {
		cursor: pointer;
		min-height: 24px;
	}
	.effect {
		margin-left: 6px;
		font-style: italic;
	}
	.decide {
		display: grid;
		gap: 6px;
		margin-top: 6px;
		padding: 8px;
		border: 1px solid var(--rule);
		background: var(--sheet);
	}
	.fault-text {
		color: var(--fault);
	}
</style>
