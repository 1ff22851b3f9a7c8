<!-- Which sources hold the same works: an UpSet chart (Lex et al. 2014) with its table, and each source's own share. -->
<script lang="ts">
	import type { DuplicateFigures } from '$lib/contract/duplicates';
	import { count as countOf, formatCount } from '$lib/client/fresh.svelte';
	import { largestOverlaps } from '$lib/client/duplicates.svelte';
	import Chart from '../charts/Chart.svelte';

	let { figures }: { figures: DuplicateFigures } = $props();
	/** Combinations in the chart; the table has them all. */
	const MOST = 20;
	const names = $derived([...figures.sources].sort((a, b) => b.works - a.works).map((one) => one.source));
	const overlaps = $derived(largestOverlaps(figures.overlaps, MOST));
	const several = $derived(figures.overlaps.reduce((sum, one) => sum + (one.sources.length > 1 ? one.works : 0), 0));
	const ROW = 26;
	const option = $derived.by(() => {
		const columns = overlaps.shown.map((_, at) => String(at));
		// Rows from the top down, as they are listed.
		const rows = [...names].reverse();
		const dots = (held: boolean) =>
			overlaps.shown.flatMap(({ sources }, at) =>
				names.filter((name) => sources.includes(name) === held).map((name) => [String(at), name])
			);
		const left = 210;
		const grids = [
			{ left, right: 12, top: 24, height: 110 },
			{ left, right: 12, top: 146, height: ROW * names.length }
		];
		return {
			grid: grids,
			xAxis: [
				{ gridIndex: 0, type: 'category', data: columns, axisLabel: { show: false }, axisTick: { show: false } },
				{
					gridIndex: 1,
					type: 'category',
					data: columns,
					axisLabel: { show: false },
					axisTick: { show: false },
					axisLine: { show: false }
				}
			],
			yAxis: [
				{ gridIndex: 0, type: 'value', minInterval: 1, splitLine: { lineStyle: { color: 'var(--rule)' } } },
				{
					gridIndex: 1,
					type: 'category',
					data: rows,
					axisLine: { show: false },
					axisTick: { show: false },
					axisLabel: { color: 'var(--ink)', width: left - 16, overflow: 'truncate' }
				}
			],
			series: [
				{
					type: 'bar',
					data: overlaps.shown.map((one) => one.works),
					barMaxWidth: 30,
					itemStyle: { color: 'var(--lit-line)' },
					label: { show: true, position: 'top', color: 'var(--ink)' }
				},
				...overlaps.shown.map(({ sources }, at) => ({
					type: 'line',
					xAxisIndex: 1,
					yAxisIndex: 1,
					symbol: 'none',
					silent: true,
					lineStyle: { color: 'var(--ink)', width: 3 },
					data: names.filter((name) => sources.includes(name)).map((name) => [String(at), name])
				})),
				{
					type: 'scatter',
					xAxisIndex: 1,
					yAxisIndex: 1,
					symbolSize: 9,
					itemStyle: { color: 'var(--rule)' },
					data: dots(false)
				},
				{
					type: 'scatter',
					xAxisIndex: 1,
					yAxisIndex: 1,
					symbolSize: 13,
					itemStyle: { color: 'var(--ink)' },
					data: dots(true)
				}
			]
		};
	});
	const text = $derived(
		`${formatCount(several)} of ${formatCount(figures.works)} works are held by several sources.${
			overlaps.rest > 0 ? ` ${countOf(overlaps.rest, 'work')} in smaller combinations are in the table only.` : ''
		}`
	);
</script>

<table class="table mt-2" aria-label="Works of each source">
	<thead>
		<tr
			><th scope="col">Source</th><th scope="col" class="text-right">Records</th><th scope="col" class="text-right"
				>Works</th
			><th scope="col" class="text-right">Only here</th></tr
		>
	</thead>
	<tbody>
		{#each figures.sources as one (one.source)}<tr
				><td>{one.source}</td><td class="text-right tabular-nums">{formatCount(one.records)}</td><td
					class="text-right tabular-nums">{formatCount(one.works)}</td
				><td class="text-right tabular-nums">{formatCount(one.alone)}</td></tr
			>{/each}
	</tbody>
</table>
{#if figures.sources.length > 1}
	<div class="chart">
		<div class="inner">
			<Chart
				title="Works by the sources that hold them"
				units="works held by exactly the marked sources"
				{text}
				{option}
				columns={['Sources', 'Works']}
				rows={figures.overlaps.map((one) => [one.sources.join(' and '), formatCount(one.works)])}
				height={160 + ROW * names.length}
			/>
		</div>
	</div>
{:else}<p class="say mt-3">With files of a second source you see here what each of them adds.</p>{/if}

<style>
	.chart {
		overflow-x: auto;
	}
	.inner {
		min-width: 560px;
	}
</style>
