<!-- A chart with its title, units, a sentence that says the same in words, and its figures as a table on request. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import type { EChartsCoreOption } from 'echarts/core';

	interface Props {
		title: string;
		/** What the axes count. */
		units: string;
		/** What one sees in it, for who does not see it. */
		text: string;
		option: EChartsCoreOption;
		columns: readonly string[];
		rows: readonly (readonly (string | number)[])[];
		height?: number;
	}
	let { title, units, text, option, columns, rows, height = 160 }: Props = $props();
	let box: HTMLDivElement;
	let chart: { setOption(option: EChartsCoreOption, whole: boolean): void; resize(): void; dispose(): void } | null =
		null;
	let theme = $state(0);
	/** The page's own colours, by day and by night. */
	const colour = (name: string) => getComputedStyle(box).getPropertyValue(name).trim();

	onMount(() => {
		let gone = false;
		const sized = new ResizeObserver(() => chart?.resize());
		const themed = new MutationObserver(() => theme++);
		void import('./echarts').then(({ init }) => {
			if (gone) return;
			chart = init(box);
			sized.observe(box);
			themed.observe(document.documentElement, {
				attributes: true,
				attributeFilter: ['data-mode', 'data-theme', 'class']
			});
			theme++;
		});
		return () => {
			gone = true;
			sized.disconnect();
			themed.disconnect();
			chart?.dispose();
		};
	});
	$effect(() => {
		void theme;
		const still = matchMedia('(prefers-reduced-motion: reduce)').matches;
		chart?.setOption(
			{
				animation: !still,
				animationDuration: 200,
				textStyle: { fontFamily: getComputedStyle(box).fontFamily, color: colour('--soft') },
				...resolved(option)
			},
			true
		);
	});
	/** Names of our colours (`var(--ink)`) become what they are today. */
	function resolved(value: EChartsCoreOption): EChartsCoreOption {
		return JSON.parse(JSON.stringify(value), (_, inner: unknown) =>
			typeof inner === 'string' && inner.startsWith('var(') ? colour(inner.slice(4, -1)) : inner
		) as EChartsCoreOption;
	}
</script>

<figure class="mt-2">
	<figcaption><b>{title}</b> <span class="small soft">{units}</span></figcaption>
	<div bind:this={box} style="height: {height}px" role="img" aria-label="{title}. {text}"></div>
	<p class="small soft">{text}</p>
	<details class="small">
		<summary>The figures</summary>
		<div class="figures">
			<table class="year-table">
				<thead
					><tr
						>{#each columns as name (name)}<th scope="col">{name}</th>{/each}</tr
					></thead
				>
				<tbody
					>{#each rows as row, at (at)}<tr
							>{#each row as cell, column (column)}<td>{cell}</td>{/each}</tr
						>{/each}</tbody
				>
			</table>
		</div>
	</details>
</figure>

<style>
	summary {
		cursor: pointer;
		min-height: 24px;
	}
	.figures {
		max-height: 14rem;
		overflow: auto;
	}
</style>
