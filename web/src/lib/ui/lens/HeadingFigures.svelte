<!-- What a heading brings and costs on the collection: its breadth in five steps, what each narrower one adds, and what narrowing would lose. -->
<script lang="ts">
	import type { HeadingFigures } from '@wide-lantern/core';
	import { counted } from '$lib/work/fresh.svelte';

	interface Props {
		vocabulary: string;
		heading: string;
		label: string;
		collection: string;
		narrower: boolean;
		turn: (heading: string) => void;
	}
	let { vocabulary, heading, label, collection, narrower, turn }: Props = $props();
	type Figures = HeadingFigures & { readonly collection: string; readonly takenOn: string };
	const asked = $derived(
		fetch(`/api/v1/vocabularies/${vocabulary}/headings/${encodeURIComponent(heading)}/figures?collection=${encodeURIComponent(collection)}`).then(async (response) => {
			if (!response.ok) throw new Error(((await response.json().catch(() => ({}))) as { message?: string }).message ?? 'The figures could not be read.');
			return (await response.json()) as Figures;
		})
	);
	const STEPS = ['As a main topic', 'This one', 'With narrower', 'And its name as text words', 'And all its names as text words'] as const;
	/** Sizes compare by powers of ten, as everywhere. */
	const width = (count: number, most: number) => (count <= 0 ? 0 : (100 * Math.log(count + 1)) / Math.log(most + 1));
</script>

{#await asked}
	<p class="small soft mt-3">Counting what it brings …</p>
{:then figures}
	{@const most = figures.breadth[4]}
	<section class="mt-4" aria-label="How broad it can be">
		<h3>How broad it can be <span class="small soft font-normal">records of {figures.collection}, {figures.takenOn}</span></h3>
		<ol class="steps">
			{#each figures.breadth as count, at (at)}
				{#if at !== 2 || figures.brings.length > 1}
					<li>
						<span>{STEPS[at]}</span><span class="bar" aria-hidden="true"><span style="width: {width(count, most)}%"></span></span><span class="figure">{counted(count)}</span><span class="small soft figure"
							>{at > 0 && count > (figures.breadth[at - 1] ?? 0) ? `+${counted(count - (figures.breadth[at - 1] ?? 0))}` : ''}</span
						>
					</li>
				{/if}
			{/each}
		</ol>
	</section>
	{#if narrower && figures.brings.length > 1}
		<details class="mt-3">
			<summary>What <em>with narrower</em> brings: {figures.brings.length - 1} heading{figures.brings.length === 2 ? '' : 's'} by itself</summary>
			<table class="mt-1">
				<thead><tr><th scope="col">Heading</th><th scope="col" class="figure">Records</th><th scope="col" class="figure">Only it</th></tr></thead>
				<tbody>
					{#each figures.brings as one (one.id)}
						<tr><td><button class="link" onclick={() => turn(one.id)}>{one.label}</button></td><td class="figure">{counted(one.records)}</td><td class="figure">{counted(one.unique)}</td></tr>
					{/each}
				</tbody>
			</table>
		</details>
	{/if}
	{#if figures.all.narrower > 0}
		{@const whole = narrower ? figures.all.narrower : figures.all.alone}
		<details class="mt-2">
			<summary>Narrow this heading, and what that would lose</summary>
			<p class="small soft mt-1">
				Main topic and qualifiers lose relevant records in exhaustive searches. Where the result is unmanageable, write them in the line, as in <code>{`{!${label}}`}</code> or <code>{`{${label} | ${figures.qualifiers[0]?.name ?? 'care'}}`}</code>.
			</p>
			<table class="mt-1">
				<thead><tr><th scope="col">Only</th><th scope="col" class="figure">Records</th><th scope="col" class="figure">Lost</th></tr></thead>
				<tbody>
					{#each [{ name: 'main topic', ...figures.main }, ...figures.qualifiers] as one (one.name)}
						{@const left = narrower ? one.narrower : one.alone}
						<tr><td>{one.name}</td><td class="figure">{counted(left)}</td><td class="figure">{counted(whole - left)}</td></tr>
					{/each}
				</tbody>
			</table>
		</details>
	{/if}
{:catch error}
	<p class="say fault small mt-3" role="alert">{error instanceof Error ? error.message : 'The figures could not be read.'}</p>
{/await}

<style>
	.steps li {
		display: grid;
		grid-template-columns: minmax(9rem, 16rem) minmax(4rem, 1fr) 4rem 4rem;
		gap: 8px;
		align-items: center;
		padding: 2px 0;
	}
	.bar {
		height: 6px;
		background: var(--wash);
	}
	.bar span {
		display: block;
		height: 100%;
		background: var(--ink);
	}
	.figure {
		text-align: right;
		font-variant-numeric: tabular-nums;
	}
	summary {
		cursor: pointer;
		min-height: 24px;
	}
	table {
		width: 100%;
		border-collapse: collapse;
	}
	td,
	th {
		padding: 2px 4px;
		border-bottom: 1px solid var(--rule);
		font-weight: 400;
	}
	th {
		text-align: left;
		color: var(--soft);
	}
	th.figure {
		text-align: right;
	}
	.link {
		color: var(--link);
		cursor: pointer;
		min-height: 24px;
	}
</style>
