<!-- A heading over the years of the collection, against the years searched: what stood for it before, and what is not indexed. -->
<script lang="ts">
	import type { HeadingYears } from '$lib/contract/headings';
	import Chart from '$lib/ui/charts/Chart.svelte';
	import { formatCount } from '$lib/client/fresh.svelte';
	import { useWorkspace } from '$lib/client/context';
	import { earlierAdvice, HeadingHistory, sumOfYears } from '$lib/client/heading-history.svelte';

	interface Props {
		vocabulary: string;
		heading: string;
		label: string;
		collection: string;
		/** Takes an earlier heading along; null where the panel only informs. */
		takeEarlier: ((heading: string, label: string) => void) | null;
	}
	let { vocabulary, heading, label, collection, takeEarlier }: Props = $props();
	const model = new HeadingHistory(useWorkspace().enquiry);
	const of = $derived({ vocabulary, heading, collection });
	$effect(() => model.ask(of));
	const history = $derived(model.of(of));
	const from = $derived(model.searchedFrom);
	const option = (history: HeadingYears) => ({
		grid: { left: 36, right: 8, top: 24, bottom: 20 },
		legend: { top: 0, left: 36, itemWidth: 10, itemHeight: 10, itemGap: 20, textStyle: { color: 'var(--ink)' } },
		tooltip: { trigger: 'axis', backgroundColor: 'var(--sheet)', textStyle: { color: 'var(--ink)' } },
		xAxis: {
			type: 'category',
			data: history.years.map((one) => String(one.year)),
			axisLabel: { color: 'var(--soft)' },
			axisLine: { lineStyle: { color: 'var(--edge)' } }
		},
		yAxis: {
			type: 'value',
			minInterval: 1,
			splitNumber: 3,
			axisLabel: { color: 'var(--soft)' },
			splitLine: { lineStyle: { color: 'var(--rule)' } }
		},
		series: [
			{
				name: label,
				type: 'bar',
				stack: 'all',
				data: history.years.map((one) => one.records),
				itemStyle: { color: 'var(--ink)' },
				...(from === null || !history.years.some((one) => one.year === from)
					? {}
					: {
							markArea: {
								silent: true,
								itemStyle: { color: 'var(--wash)', opacity: 0.7 },
								data: [
									[{ name: 'searched', xAxis: String(from) }, { xAxis: String(history.years.at(-1)?.year ?? from) }]
								],
								label: { color: 'var(--soft)', position: 'insideTopLeft' }
							}
						})
			},
			...(history.years.some((one) => one.earlier > 0)
				? [
						{
							name: 'earlier heading',
							type: 'bar',
							stack: 'all',
							data: history.years.map((one) => one.earlier),
							itemStyle: { color: 'var(--edge)' }
						}
					]
				: []),
			...(history.years.some((one) => one.bare > 0)
				? [
						{
							name: 'not indexed (whole collection)',
							type: 'bar',
							data: history.years.map((one) => one.bare),
							itemStyle: { color: 'var(--rule)' }
						}
					]
				: [])
		]
	});
</script>

{#if model.failed}<p class="say fault small mt-3" role="alert">{model.failed}</p>{/if}
{#if !history}
	{#if !model.failed}<p class="small soft mt-4">Reading its years …</p>{/if}
{:else}
	<section class="mt-4" aria-label="Its years">
		<h3>Its years</h3>
		{#each history.before as old (old.label)}
			{@const advice = earlierAdvice(old, from)}
			<p class="small mt-1 say" class:note={advice.needed}>
				{advice.text}
				{#if advice.needed && old.id !== null && takeEarlier}
					{@const id = old.id}
					{#if model.isAdded(vocabulary, id)}<span class="soft">Already added.</span>{:else}<button
							class="btn btn-sm preset-outlined-surface-500"
							onclick={() => takeEarlier(id, old.label)}>Add {old.label} as well ({formatCount(old.records)})</button
						>{/if}
				{/if}
			</p>
		{:else}
			<p class="small mt-1">
				{history.since === null
					? 'The vocabulary does not say since when it is used.'
					: `In use since ${history.since}; the vocabulary names no earlier heading. Records of earlier years need text words.`}
			</p>
		{/each}
		<Chart
			title="{label} by year"
			units="records of {history.collection}, {history.takenOn}"
			text="{formatCount(sumOfYears(history, 'records'))} {sumOfYears(history, 'records') === 1
				? 'record'
				: 'records'} with the heading{sumOfYears(history, 'earlier') > 0
				? `, ${formatCount(sumOfYears(history, 'earlier'))} with the earlier heading`
				: ''}. {formatCount(sumOfYears(history, 'bare'))} of {formatCount(
				sumOfYears(history, 'all')
			)} records of the collection carry no heading at all: only text words find them."
			option={option(history)}
			columns={['Year', label, 'Earlier heading', 'Not indexed', 'All records']}
			rows={history.years
				.filter((one) => one.all > 0)
				.map((one) => [one.year, one.records, one.earlier, one.bare, one.all])}
		/>
	</section>
{/if}
