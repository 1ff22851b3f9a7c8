<!-- Where the list of candidates may end, on a curve: what the first ones hold, and what the next ones would retrieve. -->
<script lang="ts">
	import { count as countOf, formatCount } from '$lib/client/fresh.svelte';
	import { ORDER_TEXTS, type Gleaning } from '$lib/client/gleaning.svelte';
	import { BESIDE, CUTS, type CutOff } from '$lib/client/gleaning-cut.svelte';
	import Chart from '../charts/Chart.svelte';
	import Segments from '../Segments.svelte';

	interface Props {
		gleaning: Gleaning;
		cutOff: CutOff;
		/** Goes to a candidate in the list. */
		onlook: (key: string) => void;
	}
	let { gleaning, cutOff, onlook }: Props = $props();
	const NAMES = { share: 'By share', knee: 'Where it bends', hand: 'By hand' } as const;
	const order = $derived(ORDER_TEXTS[gleaning.order].name.toLowerCase());
	const percent = (share: number) => `${(100 * share).toFixed(0)} %`;
	const { cut } = $derived(cutOff);
	const now = $derived(cutOff.gainedBy(cut));
	const next = $derived(cutOff.gainedBy(cut + BESIDE));
	const everything = $derived(cutOff.gainedBy(cutOff.total));
	const said = $derived.by(() => {
		const share = cutOff.shares ? cutOff.shares[cut - 1] : null;
		const held = cut > 0 && share !== null && share !== undefined ? ` They hold ${percent(share)} of all weight.` : '';
		return `The first ${formatCount(cut)} of ${countOf(cutOff.total, 'candidate')}.${held}`;
	});
	const gains = $derived.by(() => {
		if (cutOff.withoutResult)
			return 'No result is counted yet, so what candidates would add to it cannot be said. Combine the concepts in the strategy first.';
		if (now === null || next === null || everything === null)
			return 'What they would add to the result is being counted …';
		const more = next - now;
		const rest = everything - now;
		const last = cutOff.lastGain ?? 0;
		return [
			`If all of these were added, each to the concept that holds most of its records already, the result would gain ${countOf(now, 'record')}.`,
			cut >= cutOff.total
				? ''
				: rest === 0
					? 'Gleaning pays no longer: the candidates behind add nothing to the result.'
					: `The next ${Math.min(BESIDE, cutOff.total - cut)} would bring ${countOf(more, 'more record', 'more records')}, all of the others together ${formatCount(rest)}; behind number ${formatCount(last)} nothing new comes.`
		].join(' ');
	});
	const option = $derived({
		grid: { left: 56, right: 60, top: 12, bottom: 44 },
		tooltip: { trigger: 'axis' },
		xAxis: {
			type: 'value',
			min: 0,
			max: cutOff.total,
			name: 'candidates, in this order',
			nameLocation: 'middle',
			nameGap: 28,
			minInterval: 1,
			splitLine: { show: false }
		},
		yAxis: [
			{ type: 'value', min: 0, max: 100, axisLabel: { formatter: '{value} %' }, splitLine: { show: false } },
			{
				type: 'value',
				min: 0,
				minInterval: 1,
				axisLabel: { color: 'var(--lit-line)' },
				splitLine: { lineStyle: { color: 'var(--rule)' } }
			}
		],
		series: [
			{
				name: `Share of ${order}, %`,
				type: 'line',
				symbol: 'none',
				lineStyle: { color: 'var(--soft)', width: 2, type: 'dashed' },
				itemStyle: { color: 'var(--soft)' },
				data: [[0, 0], ...(cutOff.shares ?? []).map((share, at) => [at + 1, Math.round(1_000 * share) / 10])],
				markLine: {
					symbol: 'none',
					silent: true,
					animation: false,
					label: { formatter: formatCount(cut), color: 'var(--ink)' },
					lineStyle: { color: 'var(--ink)', width: 2, type: 'solid' },
					data: [{ xAxis: cut }]
				}
			},
			{
				name: 'New records in the result',
				type: 'line',
				step: 'end',
				yAxisIndex: 1,
				symbol: 'none',
				lineStyle: { color: 'var(--lit-line)', width: 3 },
				itemStyle: { color: 'var(--lit-line)' },
				data: cutOff.gained ? [[0, 0], ...cutOff.gained.map((records, at) => [at + 1, records])] : []
			}
		]
	});
	const rows = $derived(
		gleaning.inOrder.map(({ label }, at) => [
			at + 1,
			label,
			cutOff.shares ? percent(cutOff.shares[at] ?? 0) : '–',
			cutOff.gained ? formatCount(cutOff.gained[at] ?? 0) : '–'
		])
	);
</script>

<div class="bar">
	<Segments
		label="Cut"
		options={CUTS.map((by) => [by, NAMES[by]] as const)}
		value={cutOff.by}
		choose={(by) => {
			cutOff.choose(by);
		}}
	/>
	{#if cutOff.by === 'share'}<label class="flex items-center gap-2"
			><input class="input few" type="number" min="1" max="100" required bind:value={cutOff.share} />
			<span>% of all weight</span></label
		>{/if}
	<label class="grow flex items-center gap-3"
		><span class="sr-only">Candidates above the cut</span>
		<input class="slide" type="range" min="0" max={cutOff.total} step="1" bind:value={cutOff.cut} />
		<output class="tabular-nums">{formatCount(cut)}</output></label
	>
</div>
<Chart
	title="What the first candidates hold"
	units="dashed: share of all weight; solid, right: new records in the result"
	text={said}
	{option}
	columns={['Place', 'Candidate', 'Share so far', 'New in the result so far']}
	{rows}
	height={260}
/>
<p class="mt-2" role="status">{gains}</p>
{#if cutOff.failed}<p class="say fault mt-2" role="alert">{cutOff.failed}</p>{/if}
<div class="sides mt-3">
	{#each [['The last above the cut', cutOff.above], ['The first below', cutOff.below]] as const as [title, side] (title)}
		<section>
			<h2>{title}</h2>
			{#if side.length === 0}<p class="soft small">None.</p>{:else}
				<table class="table" aria-label={title}>
					<thead
						><tr
							><th scope="col" class="w-16">Place</th><th scope="col">Candidate</th><th scope="col" class="text-right"
								>Adds</th
							></tr
						></thead
					>
					<tbody>
						{#each side as { candidate, place, adds } (candidate.key)}
							<tr
								><td class="tabular-nums">{formatCount(place)}</td><td
									><button
										class="link"
										onclick={() => {
											onlook(candidate.key);
										}}>{candidate.label}</button
									></td
								><td class="text-right tabular-nums">{adds === null ? '–' : formatCount(adds)}</td></tr
							>
						{/each}
					</tbody>
				</table>
			{/if}
		</section>
	{/each}
</div>

<style>
	.bar {
		display: flex;
		flex-wrap: wrap;
		gap: 8px 16px;
		align-items: center;
	}
	.few {
		width: 5rem;
	}
	.grow {
		flex: 1 1 12rem;
	}
	.slide {
		flex: 1;
		min-height: 24px;
		accent-color: var(--link);
	}
	.sides {
		display: grid;
		grid-template-columns: repeat(2, minmax(0, 1fr));
		gap: 20px;
	}
	@media (max-width: 700px) {
		.sides {
			grid-template-columns: minmax(0, 1fr);
		}
	}
</style>
