<!-- A strategy pasted in a platform's own syntax: read line by line, faults in place, counts kept, contradictions told; taken over by choice. -->
<script lang="ts">
	import { hasErrors, packText, parse, unpackLines } from '@wide-lantern/core/editor';
	import { useWorkspace } from '$lib/client/context';
	import { count, formatCount } from '$lib/client/fresh.svelte';
	import { newId } from '$lib/client/new-id';
	import { readInSyntax } from '$lib/client/read-syntax';
	import type { ReadStrategyView } from '$lib/contract/platforms';

	let { first }: { first: string } = $props();
	const workspace = useWorkspace();
	const { enquiry, profiles } = workspace;
	const EXAMPLE = ['1\tt::light\t1 204', '2\tt::lamp@\t310', '3\t[1] or [2]\t1 401'].join('\n');
	let chosen = $state('');
	const profile = $derived(chosen || first || profiles[0]?.id || '');
	let text = $state('');
	let seen = $state.raw<ReadStrategyView | null>(null);
	let of = $state('');
	let fault = $state('');
	let said = $state('');
	async function read(by = profile) {
		chosen = by;
		const answer = await readInSyntax(enquiry.id, by, text);
		if (answer.ok) [seen, fault, of, said] = [answer.value, '', text, ''];
		else fault = answer.fault;
	}
	const contradicted = (line: number) => seen?.contradictions.find((one) => one.line === line)?.message ?? '';
	const usable = $derived(
		seen?.lines.filter((line) => line.notation !== '' && !hasErrors(parse(line.notation).faults)) ?? []
	);
	/** Adds the lines below what is there; references become those lines themselves. */
	let asking = $state(false);
	function takeOver(instead: boolean) {
		asking = false;
		const { lines } = enquiry.document;
		const going = instead ? lines : lines.length === 1 && lines[0]?.source.trim() === '' ? lines : [];
		const on = new Date().toISOString().slice(0, 10);
		const packed = packText(
			{
				lines: usable.map((line) => ({
					number: line.number,
					text: line.notation,
					label: line.comment.slice(0, 400),
					concept: null
				})),
				numbered: true,
				cleaned: [],
				missing: []
			},
			newId
		);
		const noted = {
			...packed,
			lines: packed.lines.map((line, at) => ({
				...line,
				note:
					usable[at]?.count === null
						? ''
						: `${formatCount(usable[at]?.count)} records where it was copied from, read on ${on}`
			}))
		};
		const { edits, said: told } = unpackLines(noted, {
			enquiry: enquiry.id,
			document: enquiry.document,
			after: lines.at(-1)?.id ?? null,
			vocabularies: workspace.vocabularies.map((one) => one.id),
			makeConcepts: false,
			newId
		});
		if (
			enquiry.edit('accept a pasted strategy', [
				...edits,
				...going.map((line) => ({ do: 'remove', at: ['lines', line.id] }) as const)
			])
		)
			said = [
				`${count(usable.length, 'line')} came in${instead ? ' in place of those that were there' : ''}. Undo (Ctrl Z) restores what was there.`,
				...told
			].join(' ');
	}
</script>

<section aria-label="Read a pasted strategy">
	<h2>Read a strategy from elsewhere</h2>
	<p class="small soft mt-1">
		An appendix, a colleague’s file, your own of last year: numbered lines with their counts, or one string.
	</p>
	<div class="flex flex-wrap items-end gap-2 mt-2">
		<label
			><span class="label-text">In the syntax of</span><select
				class="select"
				value={profile}
				onchange={(event) => (chosen = event.currentTarget.value)}
				>{#each profiles as one (one.id)}<option value={one.id}>{one.name}</option>{/each}</select
			></label
		>
		<button class="btn preset-filled" disabled={text.trim() === '' || profile === ''} onclick={() => void read()}
			>Read it</button
		>
	</div>
	<label class="block mt-2"
		><span class="sr-only">The strategy as it was copied</span><textarea
			class="textarea line-face"
			rows="5"
			bind:value={text}
			placeholder={EXAMPLE}></textarea></label
	>
	{#if fault}<p class="say fault mt-2 small" role="alert">{fault}</p>{/if}
	{#if seen}
		<div class:dim={of !== text}>
			<p class="mt-2 small" role="status">
				{seen.lines.length}
				{seen.lines.length === 1 ? 'line' : 'lines'}{seen.numbered ? ', numbered' : ''}; {seen.errors === 0
					? 'all of it is understood'
					: `${seen.errors} ${seen.errors === 1 ? 'fault' : 'faults'}`}.
				{#if seen.habit}{seen.habit}{/if}
				{#each seen.better as one (one.profile)}<button
						class="btn preset-outlined-surface-500"
						onclick={() => void read(one.profile)}
						>{one.name} fits better: {one.errors === 0 ? 'no fault' : `${one.errors} faults`}</button
					>{/each}
			</p>
			{#each seen.contradictions as one (one.line)}<p class="say fault small mt-1">{one.message}</p>{/each}
			<table class="table mt-2">
				<thead
					><tr
						><th scope="col" style:width="3rem">No.</th><th scope="col">As it was copied</th><th scope="col"
							>What it means</th
						><th scope="col" class="text-right" style:width="7rem">Records then</th></tr
					></thead
				>
				<tbody>
					{#each seen.lines as line (line.number)}
						<tr>
							<td>{line.number}</td>
							<td class="line-face small wrap">
								{#if line.faults.some((one) => one.severity === 'error' && one.to - one.from < line.text.length)}
									{@const one = line.faults.find(
										(other) => other.severity === 'error' && other.to - other.from < line.text.length
									)}
									{line.text.slice(0, one?.from)}<span class="wrong"
										>{line.text.slice(one?.from, Math.max((one?.from ?? 0) + 1, one?.to ?? 0))}</span
									>{line.text.slice(Math.max((one?.from ?? 0) + 1, one?.to ?? 0))}
								{:else}{line.text}{/if}
							</td>
							<td class="line-face small wrap"
								>{line.notation || '–'}{#each line.faults as one, at (at)}<span
										class="block fault-text"
										class:soft={one.severity !== 'error'}>{one.message}</span
									>{/each}</td
							>
							<td class="text-right" class:wrong={contradicted(line.number) !== ''} title={contradicted(line.number)}
								>{formatCount(line.count)}</td
							>
						</tr>
					{/each}
				</tbody>
			</table>
			{#if enquiry.editable}
				{@const there = enquiry.document.lines.filter((line) => line.source.trim() !== '').length}
				<p class="mt-2 flex gap-2 items-center flex-wrap">
					{#if asking}
						<span>The strategy has {count(there, 'line')} already.</span>
						<button class="btn preset-filled" onclick={() => takeOver(false)}>Add below them</button>
						<button class="btn preset-outlined-surface-500" onclick={() => takeOver(true)}>Replace them</button>
						<button class="btn hover:preset-tonal" onclick={() => (asking = false)}>Cancel</button>
					{:else}<button
							class="btn preset-outlined-surface-500"
							disabled={usable.length === 0}
							onclick={() => (there > 0 ? (asking = true) : takeOver(false))}
							>Bring {count(usable.length, 'line')} into the strategy</button
						>{/if}
				</p>
			{/if}
			{#if said}<p class="small soft" role="status">
					{said} <a href="/enquiries/{enquiry.id}/strategy">Open the strategy</a>
				</p>{/if}
		</div>
	{/if}
</section>

<style>
	.wrap {
		overflow-wrap: anywhere;
		font-size: 13px;
	}
	.wrong {
		text-decoration: underline wavy var(--fault) 1px;
		text-underline-offset: 4px;
	}
	.fault-text:not(.soft) {
		color: var(--fault);
	}
	.fault-text {
		font-family: 'Atkinson Hyperlegible Next', sans-serif;
	}
</style>
