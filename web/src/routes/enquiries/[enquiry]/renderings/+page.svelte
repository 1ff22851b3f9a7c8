<!-- Like a score: the strategy runs down, and under each line stand its renderings for the chosen sources. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import ClipboardCopy from '@lucide/svelte/icons/clipboard-copy';
	import Pencil from '@lucide/svelte/icons/pencil';
	import X from '@lucide/svelte/icons/x';
	import type { RenderedLine } from '@wide-lantern/core/editor';
	import type { RenderingHistory, RunsView, ShownRun } from '$lib/contract/runs';
	import BareWords from '$lib/ui/renderings/BareWords.svelte';
	import FieldWays from '$lib/ui/renderings/FieldWays.svelte';
	import OwnLines from '$lib/ui/renderings/OwnLines.svelte';
	import ReadBack from '$lib/ui/renderings/ReadBack.svelte';
	import RenderingNote from '$lib/ui/renderings/RenderingNote.svelte';
	import RunCounts from '$lib/ui/renderings/RunCounts.svelte';
	import TryIt from '$lib/ui/renderings/TryIt.svelte';
	import { commands } from '$lib/work/commands.svelte';
	import { askServer } from '$lib/work/ask';
	import { useWorkspace } from '$lib/work/context';
	import { count, formatCount, dayAndTime, ServerValue } from '$lib/work/fresh.svelte';
	import { newId } from '$lib/work/new-id';
	import { NOTE_ORDER, type RenderingsView, type ShownRendering } from '$lib/work/renderings';

	const { enquiry, profiles, personName } = useWorkspace();
	const document = $derived(enquiry.document);
	const fresh = new ServerValue<RenderingsView>(`/api/v1/enquiries/${enquiry.id}/renderings`);
	let alone = $state<string | null>(null);
	let copied = $state('');
	let changing = $state<string | null>(null);
	let reading = $state(false);
	let bare = $state(false);

	/** What was run, copied and compared. */
	const runs = new ServerValue<RunsView>(`/api/v1/enquiries/${enquiry.id}/runs`);
	const historyOf = (one: ShownRendering): RenderingHistory | null =>
		runs.value?.histories.find((history) => history.profile === one.profile.id) ?? null;
	$effect(() => {
		void enquiry.runsAdded;
		void runs.ask();
	});
	onMount(() => () => {
		fresh.stop();
		runs.stop();
	});
	$effect(() => {
		void enquiry.revision;
		void fresh.ask();
	});
	const old = $derived((fresh.value?.revision ?? -1) < enquiry.revision);
	const all = $derived(fresh.value?.renderings ?? []);
	const shown = $derived(all.filter((one) => alone === null || one.profile.id === alone));
	const single = $derived(alone === null ? null : (all.find((one) => one.profile.id === alone) ?? null));
	const free = $derived(profiles.filter((profile) => !document.renderings.some((one) => one.profile === profile.id)));
	const storedOf = (one: ShownRendering) =>
		document.renderings.find((rendering) => rendering.profile === one.profile.id);
	/** How often each kind of note stands, the loudest first. */
	const marks = (one: ShownRendering) => {
		const kinds = new Map<string, number>();
		for (const note of [...one.rendering.lines.flatMap((line) => line.notes), ...one.rendering.general]) {
			// What a searcher accepted changes the meaning all the same.
			const kind = note.kind === 'decided' ? ('effect' in note ? note.effect : null) : note.kind;
			if (kind) kinds.set(kind, (kinds.get(kind) ?? 0) + 1);
		}
		return [...kinds]
			.filter(([kind]) => kind !== 'adjusted')
			.sort((a, b) => (NOTE_ORDER[a[0]] ?? 9) - (NOTE_ORDER[b[0]] ?? 9));
	};
	/** Lines of this source alone stand under the line that they follow. */
	const linesUnder = (one: ShownRendering, id: string): readonly RenderedLine[] => {
		const at = one.rendering.lines.findIndex((line) => line.id === id);
		const found = at < 0 ? [] : [one.rendering.lines[at] as RenderedLine];
		for (let next = at + 1; at >= 0 && one.rendering.lines[next]?.number === 0; next++)
			found.push(one.rendering.lines[next] as RenderedLine);
		return found;
	};
	/** Of what the original finds and the source holds, as it was compared last. */
	const keptShare = (one: ShownRendering): number | null => {
		const compared = historyOf(one)?.comparison;
		const held = compared ? compared.kept + compared.lost : 0;
		return compared && held > 0 ? Math.round((100 * compared.kept) / held) : null;
	};
	const lastRun = (one: ShownRendering): ShownRun | null => historyOf(one)?.runs.find((run) => !run.withdrawn) ?? null;
	/** Records at the source when it was run last, if the line read the same then. */
	const countThere = (one: ShownRendering, line: RenderedLine): number | null => {
		const row = lastRun(one)?.lines.find((other) => other.id === line.id);
		return row && row.text === line.text ? row.count : null;
	};
	/** The notes of a line in their order; what is being typed at one stays with it when others go. */
	const shownNotes = (line: RenderedLine): readonly (readonly [key: string, note: RenderedLine['notes'][number]])[] => {
		const seen = new Map<string, number>();
		return line.notes
			.filter((note) => alone !== null || (note.kind !== 'adjusted' && note.kind !== 'decided'))
			.sort((a, b) => (NOTE_ORDER[a.kind] ?? 9) - (NOTE_ORDER[b.kind] ?? 9))
			.map((note) => {
				const about = `${note.cause} ${note.piece}`;
				seen.set(about, (seen.get(about) ?? 0) + 1);
				return [`${about} ${seen.get(about)}`, note];
			});
	};
	/** What stands among several sources only as a number. */
	const quiet = (line: RenderedLine) =>
		(['decided', 'adjusted'] as const)
			.map((kind) => [line.notes.filter((note) => note.kind === kind).length, kind] as const)
			.filter(([found]) => found > 0)
			.map(([found, kind]) => `${found} ${kind}`)
			.join(', ');
	const changed = (one: ShownRendering, line: RenderedLine) => {
		const last = historyOf(one)?.last;
		const then = last?.lines.find((other) => other.id === line.id);
		return last && line.written !== null && then?.text !== line.text ? last : null;
	};

	/** Nothing that is copied holds quotes or dashes that a word processor makes. */
	const plainText = (text: string) =>
		text
			.replace(/[\u201C\u201D]/g, '"')
			.replace(/[\u2018\u2019]/g, "'")
			.replace(/[\u2013\u2014]/g, '-');
	async function copy(text: string, what: string): Promise<boolean> {
		try {
			await navigator.clipboard.writeText(plainText(text));
			copied = `${what} copied.`;
			return true;
		} catch {
			copied = 'The browser did not allow copying; select the text and copy it by hand.';
			return false;
		} finally {
			setTimeout(() => (copied = ''), 4_000);
		}
	}
	async function copyWhole(one: ShownRendering) {
		if (!(await copy(one.rendering.whole, one.profile.source)) || !enquiry.editable) return;
		const answer = await askServer(`/api/v1/enquiries/${enquiry.id}/runs`, 'POST', {
			profile: one.profile.id,
			version: one.profile.version,
			how: 'copied',
			lines: one.rendering.lines.flatMap((line) =>
				line.written === null ? [] : [{ id: line.id, number: line.written, text: line.text, count: null, fault: '' }]
			)
		});
		if (!answer.ok) copied = `${one.profile.source} copied; that it was copied could not be recorded. ${answer.fault}`;
		void runs.ask();
	}
	async function copyString(one: ShownRendering) {
		const answer = await askServer<{ text: string }>(
			`/api/v1/enquiries/${enquiry.id}/renderings?string=${encodeURIComponent(one.profile.id)}`
		);
		if (answer.ok) await copy(answer.value.text, `${one.profile.source} as one string`);
		else copied = answer.fault;
	}
	/** For every heading that waits, the likeliest counterpart; each is a decision that can be taken back. */
	function takeLikeliest(one: ShownRendering) {
		const rendering = storedOf(one);
		if (!rendering) return;
		const open = new Map(
			one.rendering.lines
				.flatMap((line) => line.notes)
				.flatMap((note) =>
					note.kind === 'to decide' && note.candidates[0] !== undefined ? [[note.piece, note] as const] : []
				)
		);
		const items = [...open.values()].map((note) => ({
			id: newId(),
			piece: note.piece,
			cause: note.cause,
			take: 'replace',
			text: note.candidates[0] ?? '',
			why: 'The likeliest by names, notes and shared works; not checked one by one',
			by: personName,
			on: new Date().toISOString().slice(0, 10)
		}));
		if (items.length > 0)
			enquiry.edit(`take ${items.length} likeliest counterparts`, [
				{ do: 'set', at: ['renderings', rendering.id, 'decisions'], value: [...(rendering.decisions ?? []), ...items] }
			]);
	}
	type Stored = (typeof document.renderings)[number];
	/** What was removed last in this window, with its decisions; it can be restored. */
	let removed = $state.raw<{ readonly stored: Stored; readonly after: string | null; readonly name: string } | null>(
		null
	);
	function remove(stored: Stored, name: string) {
		alone = null;
		const after = document.renderings[document.renderings.findIndex((one) => one.id === stored.id) - 1]?.id ?? null;
		if (enquiry.edit('remove a rendering', [{ do: 'remove', at: ['renderings', stored.id] }]))
			removed = { stored, after, name };
	}
	function putBack({ stored, after }: NonNullable<typeof removed>) {
		const place = document.renderings.some((one) => one.id === after) ? after : null;
		if (enquiry.edit('put a rendering back', [{ do: 'insert', in: ['renderings'], item: stored, after: place }]))
			removed = null;
	}
	/** The lines without the empty ones at the end, unless a source has something of its own there. */
	const scored = $derived.by(() => {
		const lines = document.lines.length > 0 ? (fresh.value?.lines ?? []) : [];
		const last = lines.findLastIndex(
			(line) =>
				line.text.trim() !== '' ||
				all.some((one) => linesUnder(one, line.id).some((rendered) => rendered.own || rendered.text !== ''))
		);
		return lines.slice(0, last + 1);
	});
	const likeliest = (one: ShownRendering) =>
		new Set(
			one.rendering.lines
				.flatMap((line) => line.notes)
				.flatMap((note) => (note.kind === 'to decide' && note.candidates.length > 0 ? [note.piece] : []))
		).size;
	function add(profile: string) {
		enquiry.edit('add a rendering', [
			{
				do: 'insert',
				in: ['renderings'],
				item: {
					id: newId(),
					profile,
					first: 1,
					leftOut: [],
					version: profiles.find((one) => one.id === profile)?.version ?? null
				},
				after: document.renderings.at(-1)?.id ?? null
			}
		]);
	}
	$effect(() =>
		commands.add([
			...all.map((one) => ({
				name: `Show the rendering for ${one.profile.source} alone`,
				act: () => (alone = one.profile.id)
			})),
			{ name: 'Show all renderings', act: () => (alone = null) },
			{ name: 'Read a strategy pasted from a platform', act: () => (reading = true) },
			{ name: 'What a source makes of bare words', act: () => (bare = true) }
		])
	);
</script>

<div class="flex flex-wrap items-center gap-2">
	<h1 class="mr-4">Renderings</h1>
	{#if enquiry.editable && free.length > 0}
		<label
			><span class="sr">Write it for another platform</span>
			<select
				class="ask"
				value=""
				onchange={(event) => {
					if (event.currentTarget.value) add(event.currentTarget.value);
					event.currentTarget.value = '';
				}}
			>
				<option value="">Add a platform …</option>{#each free as profile (profile.id)}<option value={profile.id}
						>{profile.name}</option
					>{/each}
			</select>
		</label>
	{/if}
	<button class="do" aria-pressed={reading} onclick={() => (reading = !reading)}>Read a strategy from elsewhere</button>
	{#if all.length > 0}<button class="do" aria-pressed={bare} onclick={() => (bare = !bare)}
			>What bare words become</button
		>{/if}
	<a class="do" href="/profiles">Profiles</a>
	<span class="small soft" role="status">{copied}</span>
</div>

{#if all.length > 0}
	<div class="sources mt-3" role="group" aria-label="Sources">
		<button class="source-tab" aria-pressed={alone === null} onclick={() => (alone = null)}>All {all.length}</button>
		{#each all as one (one.profile.id)}
			<button class="source-tab" aria-pressed={alone === one.profile.id} onclick={() => (alone = one.profile.id)}>
				<span>{one.profile.source}</span>
				<span class="small marks"
					>{#each marks(one) as [kind, found] (kind)}<span class={kind.replace(' ', '-')}>{found} {kind}</span
						>{:else}<span>no changes in meaning</span>{/each}{#if keptShare(one) !== null}<span
							title="Share of the original’s results held by this source that the translated strategy retrieves"
							>{keptShare(one)} % kept</span
						>{/if}</span
				>
			</button>
		{/each}
	</div>
{/if}
{#if fresh.failed}<p class="say mt-2" role="status">{fresh.failed}</p>{/if}
{#if reading}<div class="mt-4"><ReadBack first={alone ?? ''} /></div>{/if}
{#if bare && all.length > 0}<div class="mt-4">
		{#key alone}<BareWords
				platforms={all.map((one) => ({ id: one.profile.id, source: one.profile.source }))}
				first={alone ?? ''}
			/>{/key}
	</div>{/if}
{#if removed && enquiry.editable && !document.renderings.some((one) => one.profile === removed?.stored.profile)}
	{@const { stored, name } = removed}
	<p class="say mt-3 max-w-2xl flex flex-wrap items-center gap-2" role="status">
		{name} was removed{(stored.decisions ?? []).length > 0
			? `, with ${count((stored.decisions ?? []).length, 'decision')}`
			: ''}. Its runs stay on record.
		<button class="do small" onclick={() => removed && putBack(removed)}>Restore</button>
	</p>
{/if}
{#if document.renderings.length === 0}
	<p class="say mt-4 max-w-2xl">
		The strategy is shown here in each platform’s syntax, line by line, with a note wherever the meaning changes. Add
		the platform of one of your sources{free[0] ? `, for example ${free[0].name}` : ''}; a platform that is not in the
		list is
		<a href="/profiles/teach">taught by example</a> in ten minutes.
	</p>
{:else if document.lines.length === 0}
	<p class="say mt-4 max-w-2xl">
		The strategy has no lines yet, so there is nothing to write. <a href="/enquiries/{enquiry.id}/strategy"
			>Begin it on the sheet.</a
		>
	</p>
{/if}

{#if single}
	{@const stored = storedOf(single)}
	{@const history = historyOf(single)}
	<div class="tools mt-3" class:dim={old}>
		<p class="flex flex-wrap items-center gap-2">
			<strong>{single.profile.name}</strong>
			<span class="small soft">version {single.profile.version}</span>
			<button
				class="do"
				onclick={() => void copyWhole(single)}
				disabled={single.rendering.gaps > 0}
				title={single.rendering.gaps > 0 ? 'Decide on what cannot be written first' : 'Copy all of it as plain text'}
				><ClipboardCopy size={15} /> Copy whole</button
			>
			{#if !single.profile.oneString}<button
					class="do"
					onclick={() => void copyString(single)}
					disabled={single.rendering.gaps > 0}
					title="The result with every line written in">Copy as one string</button
				>{/if}
			{#if enquiry.editable && likeliest(single) > 0}<button class="do" onclick={() => takeLikeliest(single)}
					>Choose the likeliest for {count(likeliest(single), 'heading')}</button
				>{/if}
			{#if stored && !single.profile.oneString}
				<label class="flex items-center gap-2 small"
					>First line number on the platform <input
						class="ask"
						style="width: 5rem"
						type="number"
						min="1"
						max="100000"
						value={stored.first}
						disabled={!enquiry.editable}
						onchange={(event) => {
							const first = Number(event.currentTarget.value);
							if (Number.isInteger(first) && first >= 1 && first <= 100_000)
								enquiry.set(['renderings', stored.id, 'first'], first, 'first number');
							else event.currentTarget.value = String(stored.first);
						}}
					/></label
				>
			{/if}
			{#if stored && enquiry.editable}<button
					class="do bare ml-auto"
					aria-label="Remove this rendering"
					onclick={() => remove(stored, single.profile.name)}><X size={15} /> Remove</button
				>{/if}
		</p>
		{#if stored && (stored.version ?? null) !== null && stored.version !== single.profile.version}
			<p class="say note small mt-2">
				You last reviewed this with version {stored.version} of the profile; it is now version {single.profile.version}.
				<a href="/profiles?compare={single.profile.id}">What changed</a>
				{#if enquiry.editable}<button
						class="do small"
						onclick={() =>
							enquiry.set(['renderings', stored.id, 'version'], single.profile.version, 'profile version reviewed')}
						>Mark as reviewed</button
					>{/if}
			</p>
		{/if}
		{#each single.profile.knows as one (one)}<p class="small mt-1"><strong>Note:</strong> {one}</p>{/each}
		{#if history?.last}<p class="small soft mt-1">
				Last {history.last.how === 'copied' ? 'copied' : 'run'}
				{dayAndTime(history.last.on)}{history.last.by ? ` by ${history.last.by}` : ''}; lines that have changed since
				then are marked.
			</p>{/if}
		<div class="pair mt-3">
			{#if stored}<RunCounts
					profile={single.profile}
					lines={single.rendering.lines}
					{history}
					onchange={() => void runs.ask()}
				/>{/if}
			{#if single.profile.connected && stored}{#key single.profile.id}<TryIt
						rendering={stored.id}
						profile={single.profile.id}
						source={single.profile.source}
						gaps={single.rendering.gaps}
						stored={history?.comparison ?? null}
						onchange={() => void runs.ask()}
					/>{/key}{/if}
		</div>
		{#if stored}<FieldWays rendering={stored.id} source={single.profile.source} fields={single.rendering.fields} />{/if}
	</div>
{/if}

{#each alone === null ? [] : shown as one (one.profile.id)}
	{#if one.rendering.general.length > 0}
		<details class="general small mt-3" open={alone !== null}>
			<summary>{one.profile.source}: {count(one.rendering.general.length, 'note')} for many lines</summary>
			<ul>
				{#each one.rendering.general as note (note.message)}<li>
						<strong class={note.kind.replace(' ', '-')}>{note.kind}</strong>
						{note.message} <span class="soft">Lines {note.lines.join(', ')}.</span>
					</li>{/each}
			</ul>
		</details>
	{/if}
{/each}

<div class="score mt-3" class:dim={old}>
	{#each scored as line (line.id)}
		<section aria-label="Line {line.number}">
			<p class="own line-face">
				<span class="number soft">{line.number}</span><span>{line.text}</span>{#if line.count !== null}<span
						class="count small">{formatCount(line.count)}</span
					>{/if}
			</p>
			{#each shown as one (one.profile.id)}
				{#each linesUnder(one, line.id) as rendered (rendered.id)}
					{@const stored = storedOf(one)}
					{@const since = changed(one, rendered)}
					<div class="stave">
						<div class="line-face there">
							<span class="source small soft"
								>{one.profile.source}{rendered.number === 0 ? ' (this source only)' : ''}
								{#if rendered.written !== null && !rendered.gap}<button
										class="do bare"
										aria-label="Copy line {line.number} for {one.profile.source}"
										onclick={() => void copy(rendered.text, `Line ${line.number}`)}><ClipboardCopy size={13} /></button
									>{/if}
								{#if enquiry.editable && rendered.number !== 0}<button
										class="do bare"
										aria-label="Change line {line.number} for {one.profile.source} alone"
										aria-expanded={changing === `${one.profile.id} ${line.id}`}
										onclick={() =>
											(changing = changing === `${one.profile.id} ${line.id}` ? null : `${one.profile.id} ${line.id}`)}
										><Pencil size={13} /></button
									>{/if}
								{#if since}<span class="since">changed since it was {since.how === 'copied' ? 'copied' : 'run'}</span
									>{/if}
							</span>
							{#each rendered.parts as part (part.written)}<span class="number">{part.written}</span><span
									>{part.text}</span
								>{/each}
							<span class="number">{one.profile.oneString ? '' : (rendered.written ?? '')}</span>
							{#if rendered.written === null}<span class="soft">not written</span>{:else}<span
									><span class:gap={rendered.gap}>{rendered.text}</span>{#if countThere(one, rendered) !== null}<span
											class="count small there-count"
											title="Records at {one.profile.source}, {dayAndTime(lastRun(one)?.on ?? '')}"
											>{formatCount(countThere(one, rendered))}</span
										>{/if}</span
								>{/if}
						</div>
						<ul class="notes small">
							{#if rendered.own && stored}
								<li class="mine">
									<strong
										>{{ add: 'added here', replace: 'replaced here', skip: 'left out here', text: 'by hand' }[
											rendered.own.do
										]}</strong
									>
									{rendered.own.why}
									<span class="soft">({rendered.own.by}, {rendered.own.on})</span>{#if rendered.own.changed}<strong
											class="narrowed"
										>
											The strategy’s line has changed since.</strong
										>{/if}
									{#if enquiry.editable}<button
											class="do bare small"
											onclick={() =>
												enquiry.edit('undo a change of one rendering', [
													{ do: 'remove', at: ['renderings', stored.id, 'own', rendered.own?.line ?? ''] }
												])}>Undo this</button
										>{/if}
								</li>
							{/if}
							{#each shownNotes(rendered) as [key, note] (key)}
								{#if stored}<RenderingNote
										{note}
										rendering={stored.id}
										short={alone === null}
										mapped={() => void fresh.ask()}
									/>{/if}
							{/each}
							{#if rendered.examples?.lost}<li class="soft quiet">
									Missed here, for example: {rendered.examples.lost.title}
									<span class="small">({rendered.examples.lost.id})</span>
								</li>{/if}
							{#if rendered.examples?.gained}<li class="soft quiet">
									Found only here, for example: {rendered.examples.gained.title}
									<span class="small">({rendered.examples.gained.id})</span>
								</li>{/if}
							{#if alone === null && rendered.notes.some((note) => note.kind === 'decided' || note.kind === 'adjusted')}<li
									class="soft quiet"
								>
									{quiet(rendered)}
								</li>{/if}
						</ul>
					</div>
					{#if stored && changing === `${one.profile.id} ${line.id}` && rendered.number !== 0}<OwnLines
							line={rendered}
							rendering={stored.id}
							text={line.text}
							onclose={() => (changing = null)}
						/>{/if}
				{/each}
			{/each}
		</section>
	{/each}
</div>

{#each shown.filter((one) => one.profile.oneString) as one (one.profile.id)}
	{#if document.lines.length > 0}
		<section class="mt-6">
			<h2>{one.profile.source}: the whole strategy as one string</h2>
			<!-- svelte-ignore a11y_no_noninteractive_tabindex (what scrolls must be reachable by keyboard) -->
			<p class="line-face whole mt-1" tabindex="0" role="region" aria-label="{one.profile.source} as one string">
				{one.rendering.whole}
			</p>
		</section>
	{/if}
{/each}

<style>
	.sources {
		display: flex;
		flex-wrap: wrap;
		gap: 4px;
		border-bottom: 1px solid var(--rule);
	}
	.source-tab {
		display: grid;
		text-align: left;
		padding: 4px 12px 6px;
		border: none;
		border-bottom: 3px solid transparent;
		background: transparent;
		color: var(--ink);
		cursor: pointer;
		min-height: 44px;
		align-content: center;
	}
	.source-tab[aria-pressed='true'] {
		border-bottom-color: var(--ink);
		font-weight: 600;
	}
	.source-tab:hover {
		background: var(--wash);
	}
	.marks {
		display: flex;
		gap: 8px;
		color: var(--soft);
		font-weight: 400;
	}
	.marks .narrowed,
	.narrowed {
		color: var(--fault);
		font-weight: 600;
	}
	.score section {
		border-top: 1px solid var(--rule);
		padding: 10px 0;
	}
	.own {
		font-weight: 600;
		display: grid;
		grid-template-columns: 2.2rem minmax(0, 1fr) auto;
		gap: 4px;
		overflow-wrap: anywhere;
	}
	.stave {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 19rem;
		gap: 16px;
		margin-top: 6px;
		padding-top: 4px;
	}
	.stave + .stave {
		border-top: 1px dotted var(--rule);
	}
	.pair {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(24rem, 1fr));
		gap: 24px;
	}
	.there {
		align-content: start;
		display: grid;
		grid-template-columns: 2.2rem minmax(0, 1fr);
		overflow-wrap: anywhere;
		color: var(--ink);
	}
	.there .number {
		color: var(--soft);
		grid-column: 1;
	}
	.there .source {
		grid-column: 2;
		font-family: 'Atkinson Hyperlegible Next', sans-serif;
		display: flex;
		align-items: center;
		gap: 2px;
	}
	.since {
		margin-left: 8px;
		font-style: italic;
		color: var(--ink);
	}
	.there-count {
		margin-left: 12px;
	}
	.gap {
		text-decoration: underline wavy var(--fault) 1px;
		text-underline-offset: 4px;
	}
	.quiet {
		padding: 0 11px;
	}
	.mine {
		border-left: 3px solid var(--ink);
		padding: 0 8px;
		margin-bottom: 6px;
	}
	.general summary {
		cursor: pointer;
		min-height: 26px;
	}
	.general li {
		padding: 2px 0 2px 16px;
	}
	.whole {
		overflow-wrap: anywhere;
		background: var(--sheet);
		border: 1px solid var(--rule);
		padding: 8px;
		max-height: 16rem;
		overflow-y: auto;
	}
	@media (max-width: 1100px) {
		.stave {
			grid-template-columns: minmax(0, 1fr);
		}
		.pair {
			grid-template-columns: minmax(0, 1fr);
		}
	}
</style>
