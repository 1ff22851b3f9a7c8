<!-- What each term of a line brings that no other does, and the words behind its wildcards. -->
<script lang="ts">
	import { callServer } from '$lib/contract/call-server';
	import { untrack } from 'svelte';
	import { withoutSide } from '@wide-lantern/core/editor';
	import { useWorkspace } from '$lib/client/context';
	import { askForFigures } from '$lib/client/figures';
	import { formatCount } from '$lib/client/fresh.svelte';
	import type { LineTerms } from '$lib/contract/sheet';

	let { id, revision }: { id: string; revision: number } = $props();
	const { enquiry } = useWorkspace();
	let terms = $state.raw<LineTerms | null>(null);
	let of = $state('');
	/** Rows beyond which a table is no reading any more, and slow to lay out. */
	const SHOWN = 60;
	let all = $state(false);
	$effect(() => {
		void revision;
		const line = id;
		if (line !== untrack(() => of)) all = false;
		return askForFigures(
			(signal) =>
				callServer('GET /api/v1/enquiries/[enquiry]/terms', { path: { enquiry: enquiry.id }, query: { line }, signal }),
			{
				after: 250,
				show(answer) {
					terms = answer;
					of = line;
				}
			}
		);
	});
	/** Drops a term that another one covers: the set stays the same, whatever the collection. */
	function drop(nth: number, text: string) {
		const line = enquiry.document.lines.find((one) => one.id === id);
		const source = line && withoutSide(line.source, nth);
		if (source) enquiry.edit(`drop ${text}`, [{ do: 'set', at: ['lines', id, 'source'], value: source }]);
	}
</script>

{#if terms && of === id}
	<h3 class="mt-5">What its terms bring</h3>
	<table class="grid-table small mt-1">
		<thead>
			<tr>
				<th scope="col" class="w-[44%]">Term</th>
				<th scope="col" class="text-right whitespace-nowrap" title="Records that it retrieves">All</th>
				<th scope="col" class="text-right whitespace-nowrap" title="Records of this line that no other term brings"
					>Alone</th
				>
				{#if terms.final !== null}<th
						scope="col"
						class="text-right whitespace-nowrap"
						title="Records that line {terms.final} has by this term alone">In {terms.final}</th
					>{/if}
			</tr>
		</thead>
		<tbody>
			{#each terms.terms.slice(0, all ? undefined : SHOWN) as term, at (at)}
				<tr class:soft={term.unique === 0}>
					<td
						><span class="term line-clamp-4" title={term.text}>{term.text}</span>{#if term.inside !== null}<span
								class="block soft"
								>inside <span class="term">{term.inside}</span>: adds nothing{#if enquiry.editable}
									<button
										class="do bare small"
										title="The line finds the same without it, on any collection"
										onclick={() => drop(at, term.text)}>Drop</button
									>{/if}</span
							>{/if}</td
					>
					<td class="text-right tabular-nums">{formatCount(term.records)}</td>
					<td class="text-right tabular-nums">{formatCount(term.unique)}</td>
					{#if terms.final !== null}<td class="text-right tabular-nums"
							>{formatCount(term.lost)}{#if term.gained > 0}<span
									title="Line {terms.final} would gain so many without it">&#8202;(+{formatCount(term.gained)})</span
								>{/if}</td
						>{/if}
				</tr>
			{/each}
		</tbody>
	</table>
	{#if !all && terms.terms.length > SHOWN}<button class="do bare small mt-1" onclick={() => (all = true)}
			>Show all {formatCount(terms.terms.length)} terms</button
		>{/if}
	{#if terms.variants.length > 0}
		<h3 class="mt-4">Words behind its wildcards</h3>
		{#each terms.variants as one (one.pattern)}
			<p class="small mt-1">
				<span class="term font-semibold">{one.pattern}</span>
				{#if one.words === 0}<span class="soft">no word in this collection</span
					>{/if}{#each one.variants as variant, at (variant.word)}{at > 0 ? ', ' : ' '}{variant.word}
					<span class="soft tabular-nums">{formatCount(variant.records)}</span
					>{/each}{#if one.words > one.variants.length}<span class="soft">
						and {formatCount(one.words - one.variants.length)} more</span
					>{/if}
			</p>
		{/each}
	{/if}
{/if}

<style>
	.term {
		font-family: 'Atkinson Hyperlegible Mono', monospace;
		overflow-wrap: anywhere;
	}
</style>
