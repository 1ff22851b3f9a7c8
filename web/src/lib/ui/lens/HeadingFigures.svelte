<!-- What a heading brings and costs on the collection: its breadth in five steps, what each narrower one adds, and what narrowing would lose. -->
<script lang="ts">
	import { formatCount, records } from '$lib/client/fresh.svelte';
	import { HeadingFigures, logShare } from '$lib/client/heading-figures.svelte';
	import type { Taking } from '$lib/client/terms';

	interface Props {
		vocabulary: string;
		heading: string;
		collection: string;
		/** How it would be taken. */
		taking: Taking;
		/** Chooses main topic or qualifiers; null where the panel only informs. */
		narrowing: ((change: { main?: boolean; qualifiers?: readonly string[] }) => void) | null;
		/** Chooses how far it reaches; null where the panel only informs. */
		reaching: ((reach: 'this' | 'narrower') => void) | null;
		turn: (heading: string) => void;
	}
	let { vocabulary, heading, collection, taking, narrowing, reaching, turn }: Props = $props();
	const of = $derived({ vocabulary, heading, collection });
	const model = new HeadingFigures();
	$effect(() => model.ask(of, taking));
	const figures = $derived(model.shown);
	const narrower = $derived(taking.reach === 'narrower');
	const STEPS = [
		'As a main topic',
		'This one',
		'With narrower',
		'And its name as text words',
		'And all its names as text words'
	] as const;
	/** The steps that are a way of taking the heading; the others add text words. */
	const choices = $derived(
		reaching && narrowing
			? [
					{ on: taking.main, act: () => narrowing({ main: true }) },
					{ on: !taking.main && taking.reach === 'this', act: () => reaching('this') },
					{ on: !taking.main && narrower, act: () => reaching('narrower') }
				]
			: []
	);
</script>

{#if model.failed}<p class="say fault small mt-3" role="alert">{model.failed}</p>{/if}
{#if !figures}
	{#if !model.failed}<p class="small soft mt-3">Counting what it brings …</p>{/if}
{:else}
	{@const most = figures.breadth[4]}
	<section class="mt-4" aria-label="How broad it can be">
		<h3>
			How broad it can be <span class="small soft font-normal"
				>records of {figures.collection}, {figures.takenOn}; bars compare by powers of ten</span
			>
		</h3>
		<ol class="steps">
			{#each figures.breadth as count, at (at)}
				{#if at !== 2 || figures.brings.length > 1}
					<li>
						{#if choices[at]}<button class="choice" aria-pressed={choices[at].on} onclick={choices[at].act}
								>{STEPS[at]}</button
							>{:else if at > 2 && reaching}<a class="choice" href="#names-as-words">{STEPS[at]}</a>{:else}<span
								>{STEPS[at]}</span
							>{/if}<span class="bar" aria-hidden="true"><span style="width: {logShare(count, most)}%"></span></span
						><span class="figure">{formatCount(count)}</span><span class="small soft figure"
							>{at > 0 && count > (figures.breadth[at - 1] ?? 0)
								? `+${formatCount(count - (figures.breadth[at - 1] ?? 0))}`
								: ''}</span
						>
					</li>
				{/if}
			{/each}
		</ol>
	</section>
	{#if taking.reach === 'picked' && taking.picked.length > 0}<p class="mt-2" class:dim={!model.isCurrent(of, taking)}>
			Hand-picked: <b class="figure">{records(figures.all.taken)}</b>, {formatCount(
				figures.all.narrower - figures.all.taken
			)} fewer than with narrower.
		</p>{:else if narrower && (taking.except ?? []).length > 0}<p class="mt-2" class:dim={!model.isCurrent(of, taking)}>
			With narrower but those left out: <b class="figure">{records(figures.all.taken)}</b>, {formatCount(
				figures.all.narrower - figures.all.taken
			)} fewer than with all of them.
		</p>{/if}
	{#if narrower && figures.brings.length > 1}
		<details class="mt-3">
			<summary
				>What <em>with narrower</em> brings: {figures.brings.length - 1} heading{figures.brings.length === 2 ? '' : 's'} by
				itself</summary
			>
			<table class="mt-1">
				<thead
					><tr
						><th scope="col">Heading</th><th scope="col" class="figure">Records</th><th scope="col" class="figure"
							>Only it</th
						></tr
					></thead
				>
				<tbody>
					{#each figures.brings as one (one.id)}
						<tr
							><td><button class="link" onclick={() => turn(one.id)}>{one.label}</button></td><td class="figure"
								>{formatCount(one.records)}</td
							><td class="figure">{formatCount(one.unique)}</td></tr
						>
					{/each}
				</tbody>
			</table>
		</details>
	{/if}
	{#if figures.all.narrower > 0}
		{@const whole = figures.all.taken}
		<details class="mt-2">
			<summary>Narrow this heading, and what that would lose</summary>
			<p class="small soft mt-1">
				Main topic and qualifiers lose relevant records in exhaustive searches; they are for results that would be
				unmanageable otherwise.
			</p>
			<table class="mt-1">
				<thead
					><tr
						><th scope="col">Only</th><th scope="col" class="figure">Records</th><th scope="col" class="figure">Lost</th
						></tr
					></thead
				>
				<tbody>
					<tr
						><td
							>{#if narrowing}<label class="tick"
									><input
										class="checkbox"
										type="checkbox"
										checked={taking.main}
										onchange={(event) => narrowing({ main: event.currentTarget.checked })}
									/> main topic</label
								>{:else}main topic{/if}</td
						><td class="figure">{formatCount(figures.main.taken)}</td><td class="figure"
							>{formatCount(whole - figures.main.taken)}</td
						></tr
					>
					{#each figures.qualifiers as one (one.code)}
						{@const left = one.taken}
						<tr
							><td
								>{#if narrowing}<label class="tick"
										><input
											class="checkbox"
											type="checkbox"
											checked={taking.qualifiers.includes(one.code)}
											onchange={(event) =>
												narrowing({
													qualifiers: event.currentTarget.checked
														? [...taking.qualifiers, one.code]
														: taking.qualifiers.filter((code) => code !== one.code)
												})}
										/>
										{one.name}</label
									>{:else}{one.name}{/if}</td
							><td class="figure">{formatCount(left)}</td><td class="figure">{formatCount(whole - left)}</td></tr
						>
					{/each}
				</tbody>
			</table>
		</details>
	{/if}
{/if}

<style>
	.choice {
		color: var(--link);
		cursor: pointer;
		text-align: left;
	}
	.choice[aria-pressed='true'] {
		font-weight: 700;
		color: var(--ink);
	}
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
	.tick {
		display: flex;
		gap: 8px;
		align-items: center;
		min-height: 24px;
	}
	.link {
		color: var(--link);
		cursor: pointer;
		min-height: 24px;
	}
</style>
