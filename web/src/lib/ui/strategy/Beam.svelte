<!-- The beam: how each concept's light narrows to the final set, and where a known record goes dark. -->
<script lang="ts">
	import { conceptLetter } from '@wide-lantern/core/editor';
	import Ship from '@lucide/svelte/icons/ship';
	import { useWorkspace } from '$lib/client/context';
	import { formatCount } from '$lib/client/fresh.svelte';
	import type { SheetMargins } from '$lib/contract/sheet';

	interface Props {
		beam: NonNullable<SheetMargins['beam']>;
		/** True while it belongs to an older text. */
		old: boolean;
		ongo: (line: string) => void;
	}
	let { beam, old, ongo }: Props = $props();
	const { enquiry } = useWorkspace();
	let asTable = $state(false);

	const WIDTH = 720;
	const HEIGHT = 112;
	const lines = $derived(new Map(enquiry.document.lines.map((line, at) => [line.id, { ...line, number: at + 1 }])));
	const steps = $derived(
		beam.steps.map((step) => {
			const own = step.lines.flatMap((id) => lines.get(id) ?? []);
			const concepts = [...new Set(own.map((line) => line.concept))];
			const at =
				concepts.length === 1 && concepts[0] !== null
					? enquiry.document.concepts.findIndex((one) => one.id === concepts[0])
					: -1;
			const [first] = own;
			const name =
				at >= 0 ? (enquiry.document.concepts[at]?.name ?? '') : first ? first.label || `line ${first.number}` : '';
			return {
				...step,
				letter: at >= 0 ? conceptLetter(at) : null,
				hue: at,
				name,
				target: own.find((line) => line.role === 'joining') ?? own.at(-1) ?? null
			};
		})
	);
	/** Half the height of the beam for a number of records: on a log scale, as every size here. */
	const half = (count: number) =>
		count <= 0 ? 0.75 : Math.max(1.5, (Math.log10(count + 1) / Math.log10(beam.from + 1)) * (HEIGHT / 2 - 6));
	const column = $derived(WIDTH / (steps.length + 1));
	const outline = $derived.by(() => {
		const halves = [half(beam.from), ...steps.map((step) => half(step.lit))];
		const upper: string[] = [];
		const lower: string[] = [];
		const middle = HEIGHT / 2;
		halves.forEach((size, at) => {
			const [from, to] = [at * column, (at + 1) * column];
			// Each stretch runs level and narrows at the lens between it and the next.
			upper.push(`${at === 0 ? 'M' : 'L'}${from + (at === 0 ? 0 : 14)} ${middle - size}`, `L${to} ${middle - size}`);
			lower.unshift(`L${to} ${middle + size}`, `L${from + (at === 0 ? 0 : 14)} ${middle + size}`);
		});
		return `${[...upper, ...lower].join(' ')} Z`;
	});
	const nameOf = (article: string) =>
		enquiry.document.articles.find((one) => one.id === article)?.citation || 'a known article';
	const text = $derived(
		`Of ${formatCount(beam.from)} records, ${steps.map((step) => `${step.letter ? `${step.letter} ` : ''}${step.name} leaves ${formatCount(step.lit)}${step.dropped.length > 0 ? ` and loses ${step.dropped.length} known` : ''}`).join('; ')}.`
	);
	const knownBefore = $derived(beam.found.length + steps.reduce((sum, step) => sum + step.dropped.length, 0));
</script>

<figure class="beam" class:dim={old}>
	<figcaption class="flex items-baseline gap-4">
		<h2>The beam</h2>
		<span class="small soft">records still retrieved after each side of the result, on a log scale</span><button
			class="btn btn-sm hover:preset-tonal ml-auto"
			aria-pressed={asTable}
			onclick={() => (asTable = !asTable)}>{asTable ? 'Drawing' : 'Figures'}</button
		>
	</figcaption>
	{#if asTable}
		<table class="table small mt-2">
			<caption class="sr-only">{text}</caption>
			<thead
				><tr
					><th scope="col">Side</th><th scope="col" class="text-right">Alone</th><th scope="col" class="text-right"
						>Still retrieved</th
					><th scope="col">Known articles lost</th></tr
				></thead
			>
			<tbody>
				<tr
					><td>The collection</td><td class="text-right tabular-nums">{formatCount(beam.from)}</td><td
						class="text-right tabular-nums">{formatCount(beam.from)}</td
					><td></td></tr
				>
				{#each steps as step, at (at)}
					<tr>
						<td
							>{step.out ? 'NOT ' : ''}{#if step.letter}<strong>{step.letter}</strong>{/if}
							{step.name}</td
						>
						<td class="text-right tabular-nums">{formatCount(step.own)}</td>
						<td class="text-right tabular-nums">{formatCount(step.lit)}</td>
						<td>{step.dropped.map(nameOf).join('; ')}</td>
					</tr>
				{/each}
			</tbody>
		</table>
	{:else}
		<div class="flow">
			<svg viewBox="0 0 {WIDTH} {HEIGHT}" role="img" aria-label={text} preserveAspectRatio="none">
				<path d={outline} />
				{#each steps as step, at (at)}
					<line
						x1={(at + 1) * column + 7}
						x2={(at + 1) * column + 7}
						y1="2"
						y2={HEIGHT - 2}
						style:stroke={step.hue >= 0 ? `var(--hue-${step.hue % 6})` : 'var(--edge)'}
						class:out={step.out}
					/>
				{/each}
			</svg>
			<ol style:grid-template-columns="repeat({steps.length + 1}, 1fr)">
				<li>
					<span class="soft">the collection</span><strong class="count">{formatCount(beam.from)}</strong
					>{#if knownBefore > 0}<span class="fleet" title="{knownBefore} known articles are in it"
							><Ship size={12} /> {knownBefore}</span
						>{/if}
				</li>
				{#each steps as step, at (at)}
					<li style:--hue={step.hue >= 0 ? `var(--hue-${step.hue % 6})` : 'var(--soft)'}>
						<button
							onclick={() => step.target && ongo(step.target.id)}
							title="{formatCount(step.own)} records alone. Go to line {step.target?.number ?? ''}"
							>{#if step.out}<em>not </em>{/if}{#if step.letter}<strong class="letter">{step.letter}</strong>{/if}
							{step.name}</button
						>
						<strong class="count">{formatCount(step.lit)}</strong>
						{#if step.dropped.length > 0}<span
								class="dropped"
								title="No longer retrieved from here:&#10;{step.dropped.map(nameOf).join('\n')}"
								><Ship size={12} /> {step.dropped.length} lost</span
							>{:else if knownBefore > 0}<span class="fleet" title="No known article is lost here"
								><Ship size={12} /> all pass</span
							>{/if}
					</li>
				{/each}
			</ol>
		</div>
	{/if}
</figure>

<style>
	.dim {
		opacity: 0.5;
	}
	.flow {
		margin-top: 8px;
	}
	svg {
		display: block;
		width: 100%;
		height: 112px;
		background: var(--sea);
		border-radius: 4px;
	}
	path {
		fill: var(--lit-line);
		opacity: 0.92;
	}
	line {
		stroke-width: 5;
		stroke-linecap: round;
	}
	line.out {
		stroke-dasharray: 3 7;
	}
	ol {
		display: grid;
		list-style: none;
		margin: 6px 0 0;
		padding: 0;
	}
	li {
		display: flex;
		flex-direction: column;
		gap: 1px;
		font-size: 13px;
		padding: 0 8px 0 12px;
		min-width: 0;
	}
	li:first-child {
		padding-left: 0;
	}
	li button {
		text-align: left;
		cursor: pointer;
		overflow-wrap: anywhere;
	}
	li button:hover {
		text-decoration: underline;
	}
	.letter {
		color: var(--hue);
	}
	.count {
		font-size: 15px;
	}
	.fleet,
	.dropped {
		display: inline-flex;
		gap: 4px;
		align-items: center;
		font-size: 12.5px;
		color: var(--soft);
	}
	.dropped {
		color: var(--fault);
		font-weight: 600;
	}
</style>
