<!-- Other ways to write the term at the cursor, each with the records that it would add. -->
<script lang="ts">
	import type { TrialResult } from '$lib/contract/sheet';
	import { proposalsAt, toSource, type Edit, type Proposal } from '@wide-lantern/core/editor';
	import { useWorkspace } from '$lib/client/context';
	import { formatCount } from '$lib/client/fresh.svelte';
	import { tryOut } from '$lib/client/trials';

	let { line, text, at }: { line: string; text: string; at: number } = $props();
	const { enquiry } = useWorkspace();
	let rows = $state.raw<
		readonly { readonly proposal: Proposal; readonly edits: readonly Edit[]; readonly result: TrialResult }[]
	>([]);
	let of = $state('');

	const sourceOf = (changed: string): string => {
		const { lines } = enquiry.document;
		return toSource(changed, {
			lineId: (number) => lines[number - 1]?.id ?? null,
			lineNumber: () => null,
			conceptIds: () => null,
			conceptName: () => null,
			headingKey: () => null,
			headingName: () => null
		});
	};
	/** Halves of closed words are proposed where both are common words; the trial says whether they are there together. */
	const isWord = (word: string) => word.length > 2;
	$effect(() => {
		const [onText, place, id] = [text, at, line];
		void enquiry.revision;
		const proposals = proposalsAt(onText, place, isWord).slice(0, 24);
		if (proposals.length === 0) {
			rows = [];
			return;
		}
		const asking = new AbortController();
		const timer = setTimeout(() => {
			const trials = proposals.map((proposal) => {
				const { from, to, insert } = proposal.edit;
				const edits: Edit[] = [
					{ do: 'set', at: ['lines', id, 'source'], value: sourceOf(onText.slice(0, from) + insert + onText.slice(to)) }
				];
				return { name: proposal.text, edits, proposal };
			});
			void tryOut(enquiry, trials, asking.signal)
				.then((results) => {
					rows = trials.flatMap(({ proposal, edits }, number) => {
						const result = results[number];
						return result ? [{ proposal, edits, result }] : [];
					});
					of = onText;
				})
				.catch(() => undefined); // Moved on, or nothing to count on: there is nothing to propose then.
		}, 500);
		return () => {
			clearTimeout(timer);
			asking.abort();
		};
	});
	const gained = (result: TrialResult) =>
		result.refused === undefined ? (result.lines.find((one) => one.id === line)?.gained ?? 0) : 0;
	const useful = $derived(
		rows.filter((row) => gained(row.result) > 0).sort((a, b) => gained(b.result) - gained(a.result))
	);
	const idle = $derived(
		rows.filter(
			(row) => row.result.refused === undefined && gained(row.result) === 0 && row.proposal.kind !== 'one word or two'
		)
	);
</script>

{#if rows.length > 0 && of === text}
	<section class="mt-4" aria-label="Other forms">
		<h3>Other forms of it</h3>
		{#if useful.length > 0}
			<table class="table small mt-1">
				<thead
					><tr
						><th scope="col">Form</th><th scope="col" class="text-right" title="Records that this line would gain"
							>Line</th
						><th scope="col" class="text-right" title="Records that the result would gain">Result</th><th scope="col"
							><span class="sr-only">Add</span></th
						></tr
					></thead
				>
				<tbody>
					{#each useful as { proposal, edits, result } (proposal.text)}
						<tr>
							<td><span class="term">{proposal.text}</span><span class="soft block">{proposal.kind}</span></td>
							<td class="text-right tabular-nums">+{formatCount(gained(result))}</td>
							<td class="text-right tabular-nums"
								>{result.refused === undefined ? `+${formatCount(result.gained)}` : ''}</td
							>
							<td class="text-right"
								>{#if enquiry.editable}<button
										class="btn hover:preset-tonal"
										onclick={() => enquiry.edit(`add ${proposal.text}`, edits)}>Add</button
									>{/if}</td
							>
						</tr>
					{/each}
				</tbody>
			</table>
		{/if}
		{#if idle.length > 0}<p class="small soft mt-1">
				Adding nothing here: {idle.map((row) => row.proposal.text).join(', ')}.
			</p>{/if}
	</section>
{/if}

<style>
	.term {
		font-family: 'Atkinson Hyperlegible Mono', monospace;
		overflow-wrap: anywhere;
	}
</style>
