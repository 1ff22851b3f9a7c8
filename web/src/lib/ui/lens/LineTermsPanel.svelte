<!-- What each term of a line brings that no other does, and the words behind its wildcards. -->
<script lang="ts">
	import { useWorkspace } from '$lib/client/context';
	import { formatCount } from '$lib/client/fresh.svelte';
	import { TermFigures } from '$lib/client/line-figures.svelte';
	import type { LineTerms } from '$lib/contract/sheet';
	import LongTable from '../LongTable.svelte';

	let { id, revision }: { id: string; revision: number } = $props();
	const { enquiry } = useWorkspace();
	const figures = new TermFigures(enquiry);
	$effect(() => {
		void revision;
		return figures.ask(id);
	});
	const terms = $derived(figures.of(id));
	type Term = LineTerms['terms'][number];
	const columns = $derived([
		{ id: 'term', head: 'Term', value: (term: Term) => term.text.toLowerCase(), width: '44%' },
		{ id: 'all', head: 'All', title: 'Records that it retrieves', value: (term: Term) => term.records, right: true },
		{
			id: 'alone',
			head: 'Alone',
			title: 'Records of this line that no other term brings',
			value: (term: Term) => term.unique,
			right: true
		},
		...(terms?.final == null
			? []
			: [
					{
						id: 'final',
						head: `In ${terms.final}`,
						title: `Records that line ${terms.final} has by this term alone`,
						value: (term: Term) => term.lost,
						right: true
					}
				])
	]);
</script>

{#snippet cells(term: Term, at: number)}
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
	{#if terms && terms.final !== null}<td class="text-right tabular-nums"
			>{formatCount(term.lost)}{#if term.gained > 0}<span title="Line {terms.final} would gain so many without it"
					>&#8202;(+{formatCount(term.gained)})</span
				>{/if}</td
		>{/if}
{/snippet}

{#if terms}
	<h3 class="mt-5">What its terms bring</h3>
	<LongTable label="What its terms bring" rows={terms.terms} {columns} faint={(term) => term.unique === 0} {cells} />
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
