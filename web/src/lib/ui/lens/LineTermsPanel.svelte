<!-- What each term of a line brings that no other does, and the words behind its wildcards. -->
<script lang="ts">
	import { useWorkspace } from '$lib/client/context';
	import { formatCount } from '$lib/client/fresh.svelte';
	import { TermFigures } from '$lib/client/line-figures.svelte';

	let { id, revision }: { id: string; revision: number } = $props();
	const { enquiry } = useWorkspace();
	const figures = new TermFigures(enquiry);
	/** Rows beyond which a table is no reading any more, and slow to lay out. */
	const SHOWN = 60;
	/** The line of which all rows are shown. */
	let allOf = $state('');
	const all = $derived(allOf === id);
	$effect(() => {
		void revision;
		return figures.ask(id);
	});
	const terms = $derived(figures.of(id));
</script>

{#if terms}
	<h3 class="mt-5">What its terms bring</h3>
	<table class="table small mt-1">
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
										class="btn btn-sm hover:preset-tonal"
										title="The line finds the same without it, on any collection"
										onclick={() => figures.drop(id, at, term.text)}>Drop</button
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
	{#if !all && terms.terms.length > SHOWN}<button
			class="btn btn-sm hover:preset-tonal mt-1"
			onclick={() => (allOf = id)}>Show all {formatCount(terms.terms.length)} terms</button
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
