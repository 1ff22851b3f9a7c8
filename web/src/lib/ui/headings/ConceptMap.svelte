<!-- A concept in every vocabulary: headings in columns with their scope notes, lines between what is the same; solid where decided, dashed where suggested. -->
<script lang="ts">
	import type { ConceptMap, MapHeading, MapLink } from '$lib/contract/crosswalks';
	import { untrack } from 'svelte';
	import type { Concept } from '@wide-lantern/core/editor';
	import Count from '$lib/ui/Count.svelte';
	import { conceptMap } from '$lib/client/concept-map';
	import { evidenceText, KINDS } from '$lib/client/counterparts';
	import { useWorkspace } from '$lib/client/context';

	interface Props {
		concept: Concept;
		letter: string;
		open: (vocabulary: string, heading: string) => void;
		take: ((vocabulary: string, one: MapHeading) => void) | null;
	}
	let { concept, letter, open, take }: Props = $props();
	const { enquiry } = useWorkspace();
	let map = $state.raw<ConceptMap | null>(null);
	let failed = $state('');
	let turn = $state(0);
	let box = $state<HTMLDivElement>();
	let lines = $state.raw<readonly { readonly link: MapLink; readonly path: string }[]>([]);
	let near = $state<string | null>(null);

	$effect(() => {
		void enquiry.revision;
		void turn;
		let again: ReturnType<typeof setTimeout> | undefined;
		const leaving = new AbortController();
		conceptMap(
			enquiry.id,
			untrack(() => concept.id),
			leaving.signal
		)
			.then((answer) => {
				map = answer;
				failed = '';
				if (answer.comparing) again = setTimeout(() => turn++, 4_000);
			})
			.catch((error: unknown) => {
				if (!leaving.signal.aborted)
					failed =
						error instanceof TypeError || !(error instanceof Error)
							? 'The server cannot be reached; what is shown may be older.'
							: error.message;
			});
		return () => {
			clearTimeout(again);
			leaving.abort();
		};
	});
	/** Lines run from the right edge of a card to the left edge of one in a later column. */
	function draw() {
		if (!box || !map) return;
		const frame = box.getBoundingClientRect();
		const cards = new Map(
			[...box.querySelectorAll<HTMLElement>('[data-key]')].map((card) => [
				card.dataset['key'] ?? '',
				card.getBoundingClientRect()
			])
		);
		lines = map.links.flatMap((link) => {
			const [one, other] = [cards.get(link.from), cards.get(link.to)];
			if (!one || !other) return [];
			const [left, right] = one.left <= other.left ? [one, other] : [other, one];
			const [x1, y1, x2, y2] = [
				left.right - frame.left,
				left.top + 16 - frame.top,
				right.left - frame.left,
				right.top + 16 - frame.top
			];
			const bend = Math.max(12, (x2 - x1) / 2);
			return x2 <= x1 ? [] : [{ link, path: `M${x1},${y1} C${x1 + bend},${y1} ${x2 - bend},${y2} ${x2},${y2}` }];
		});
	}
	$effect(() => {
		void map;
		if (!box) return;
		const sized = new ResizeObserver(draw);
		sized.observe(box);
		requestAnimationFrame(draw);
		return () => sized.disconnect();
	});
	const most = $derived(
		Math.max(10, ...(map?.columns ?? []).flatMap((column) => column.headings.map((one) => one.count ?? 0)))
	);
	const labelOf = (key: string) =>
		map?.columns.flatMap((column) => column.headings).find((one) => one.key === key)?.label ?? key;
	/** What a card is joined to, in words: lines alone would leave out who does not see them. */
	const joined = (key: string) =>
		(map?.links ?? []).flatMap((link) =>
			link.from === key || link.to === key
				? [
						{
							link,
							other: labelOf(link.from === key ? link.to : link.from),
							said:
								link.kind === null
									? `perhaps: ${link.evidence.map(evidenceText).join('; ')}`
									: `${KINDS[link.kind]} (${link.decided})`
						}
					]
				: []
		);
	const isNear = (key: string) =>
		near === key ||
		(map?.links ?? []).some(
			(link) => (link.from === near && link.to === key) || (link.to === near && link.from === key)
		);
</script>

<section aria-label="{letter} {concept.name} in every vocabulary">
	<h2>{letter} {concept.name} in every vocabulary</h2>
	{#if failed}<p class="say fault small" role="alert">{failed}</p>{/if}
	{#if !map && !failed}<p class="small soft mt-1">Comparing the vocabularies …</p>{/if}
	{#if map}
		{#if map.columns.length === 0}
			<p class="soft mt-1">
				No vocabulary has a heading by the name or the words of this concept. Look other words up on the left.
			</p>
		{:else}
			<p class="small soft">
				{concept.headings.length === 0
					? 'What its name and words are called in each. Nothing is added yet.'
					: 'What was added is shown in full, with possible equivalents in the other vocabularies beside it.'} A line joins
				equivalents: solid where somebody decided it, dashed where it is suggested.
			</p>
			{#if map.comparing}<p class="small soft" role="status">
					Large vocabularies are still being compared; what they call it appears when they have been compared.
				</p>{/if}
			<div class="map mt-2" bind:this={box} style="--columns: {map.columns.length}">
				<svg aria-hidden="true"
					>{#each lines as one, at (at)}<path
							d={one.path}
							class:decided={one.link.decided !== null}
							class:near={near !== null && (one.link.from === near || one.link.to === near)}
						/>{/each}</svg
				>
				{#each map.columns as column (column.vocabulary)}
					<section aria-label={column.name}>
						<h3
							class="small"
							title={column.counted ? `Counted in ${column.counted}` : 'No collection is indexed with it'}
						>
							{column.name}
						</h3>
						{#if column.none !== null}<p class="small soft mt-1">No heading fits: {column.none}</p>{/if}
						<ul>
							{#each column.headings as one (one.key)}
								<li
									data-key={one.key}
									class:perhaps={!one.taken}
									class:near={near !== null && isNear(one.key)}
									onpointerenter={() => (near = one.key)}
									onpointerleave={() => (near = null)}
									onfocusin={() => (near = one.key)}
									onfocusout={() => (near = null)}
								>
									<span class="flex justify-between gap-2 items-baseline"
										><button class="link" onclick={() => open(column.vocabulary, one.heading)}>{one.label}</button
										><Count value={one.count} {most} bar={false} /></span
									>
									<span class="note small" title={one.scopeNote}>{one.scopeNote || 'No scope note.'}</span>
									{#each joined(one.key) as { link, other, said } (link.from + link.to)}<span class="sr-only"
											>{other}: {said}</span
										>{/each}
									{#if take && !one.taken}<button
											class="btn btn-sm preset-outlined-surface-500 mt-1"
											title={joined(one.key)
												.map((each) => `${each.other}: ${each.said}`)
												.join('\n')}
											onclick={() => take(column.vocabulary, one)}>Take</button
										>{/if}
								</li>
							{/each}
						</ul>
					</section>
				{/each}
			</div>
		{/if}
	{/if}
</section>

<style>
	.map {
		position: relative;
		display: grid;
		grid-template-columns: repeat(var(--columns), minmax(11rem, 1fr));
		column-gap: 36px;
		overflow-x: auto;
	}
	svg {
		position: absolute;
		inset: 0;
		width: 100%;
		height: 100%;
		pointer-events: none;
	}
	path {
		fill: none;
		stroke: var(--edge);
		stroke-width: 1;
		stroke-dasharray: 3 3;
	}
	path.decided {
		stroke: var(--ink);
		stroke-width: 1.5;
		stroke-dasharray: none;
	}
	path.near {
		stroke: var(--hue);
		stroke-width: 2.5;
	}
	li {
		position: relative;
		margin-top: 8px;
		padding: 4px 8px 6px;
		border: 1px solid var(--rule);
		border-left: 3px solid var(--hue);
		border-radius: 4px;
		background: var(--sheet);
	}
	li.perhaps {
		border-left-color: var(--rule);
		border-style: dashed;
		background: var(--paper);
	}
	li.near {
		border-color: var(--hue);
	}
	.note {
		display: -webkit-box;
		-webkit-box-orient: vertical;
		-webkit-line-clamp: 3;
		line-clamp: 3;
		overflow: hidden;
		color: var(--soft);
	}
	.link {
		color: var(--link);
		cursor: pointer;
		min-height: 24px;
		text-align: left;
	}
	/* One vocabulary below the other where they do not fit beside each other; the lines would cross the text. */
	@media (max-width: 640px) {
		.map {
			grid-template-columns: minmax(0, 1fr);
		}
		.map svg {
			display: none;
		}
	}
</style>
