<!-- How much of what a concept's lines retrieve carries no heading at all, by year: no line of headings can find it. -->
<script lang="ts">
	import { useWorkspace } from '$lib/client/context';
	import { formatCount } from '$lib/client/fresh.svelte';
	import { percent, UnindexedYears } from '$lib/client/line-figures.svelte';

	let { concept, letter, revision }: { concept: string; letter: string; revision: number } = $props();
	const figures = new UnindexedYears(useWorkspace().enquiry);
	$effect(() => {
		void revision;
		return figures.ask(concept);
	});
	const years = $derived(figures.of(concept));
</script>

{#if years && years.all > 0}
	<section class="mt-4" aria-label="Not indexed">
		<h3>Not indexed</h3>
		<p class="small mt-1">
			Of {formatCount(years.all)} records that the lines of {letter} retrieve, <b>{formatCount(years.bare)}</b>
			({percent(years.bare, years.all)}) carry no heading: only text words hold them.
		</p>
		{#if years.bare > 0}
			<details class="small mt-1">
				<summary>By year</summary>
				<table class="year-table">
					<thead
						><tr
							><th scope="col">Year</th><th scope="col">Records</th><th scope="col">Not indexed</th><th scope="col"
								>Share</th
							></tr
						></thead
					>
					<tbody
						>{#each years.years.filter((one) => one.bare > 0).toReversed() as one (one.year)}<tr
								><td>{one.year}</td><td>{formatCount(one.all)}</td><td>{formatCount(one.bare)}</td><td
									>{percent(one.bare, one.all)}</td
								></tr
							>{/each}</tbody
					>
				</table>
			</details>
		{/if}
	</section>
{/if}

<style>
	summary {
		cursor: pointer;
		min-height: 24px;
	}
</style>
