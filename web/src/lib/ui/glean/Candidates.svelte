<!-- Candidates as a list that is worked through by keys. -->
<script lang="ts">
	import { tick } from 'svelte';
	import { conceptLetter } from '@wide-lantern/core/editor';
	import type { Candidate } from '$lib/contract/gleaning';
	import { useWorkspace } from '$lib/client/context';
	import { count as countOf, formatCount } from '$lib/client/fresh.svelte';
	import type { Gleaning } from '$lib/client/gleaning.svelte';

	interface Props {
		gleaning: Gleaning;
		/** `/` goes to the filter. */
		onfilter: () => void;
	}
	let { gleaning, onfilter }: Props = $props();
	const { enquiry } = useWorkspace();
	let list = $state<HTMLElement>();
	const idOf = (candidate: Candidate) => `candidate-${candidate.key.replaceAll(/[^\w-]/g, '_')}`;
	/** Concepts whose lines a candidate would add to; at most so many have a column. */
	const COLUMNS = 4;
	const columns = $derived(
		enquiry.document.concepts.flatMap(({ dropped, name }, at) => (dropped ? [] : [{ at, name }])).slice(0, COLUMNS)
	);

	function press(event: KeyboardEvent) {
		if (event.ctrlKey || event.metaKey || event.altKey) return;
		if (event.key === '/') onfilter();
		else if (!gleaning.press(event.key, event.shiftKey)) return;
		event.preventDefault();
		void tick().then(() => list?.querySelector('[aria-selected="true"]')?.scrollIntoView({ block: 'nearest' }));
	}
	const formsBeside = ({ variants }: Candidate) => countOf(variants.length - 1, 'other form');
	const STATES = { open: '', rejected: 'rejected', parked: 'parked', added: '' } as const;
	/** Figures of what is already everywhere are not worth a line of zeros. */
	const addsAt = (candidate: Candidate, at: number) => gleaning.addsOf(candidate.key).find((one) => one.at === at);
</script>

<div class="whole">
	<div class="heads small soft" aria-hidden="true" style:--columns={columns.length}>
		<span>Candidate</span><span class="right">Records</span><span class="right times">Times</span>
		{#each columns as { at, name } (at)}<span class="right" title="New to the result if added to {name}"
				>+<strong style:color="var(--hue-{at % 6})">{conceptLetter(at)}</strong></span
			>{/each}
	</div>
	<div
		class="list"
		role="listbox"
		tabindex="0"
		aria-label="Candidates"
		aria-activedescendant={gleaning.looked ? idOf(gleaning.looked) : undefined}
		bind:this={list}
		onkeydown={press}
	>
		{#each gleaning.rows as candidate (candidate.key)}
			{@const state = gleaning.stateOf(candidate)}
			{@const home = gleaning.homeOf(candidate.key)}
			<!-- svelte-ignore a11y_click_events_have_key_events -->
			<div
				id={idOf(candidate)}
				class="row {state}"
				role="option"
				tabindex="-1"
				aria-selected={candidate.key === gleaning.current}
				style:--columns={columns.length}
				onclick={() => (gleaning.current = candidate.key)}
			>
				<span class="label"
					>{#if candidate.heading}<span class="kind small">heading</span>
					{/if}<span class="name">{candidate.label}</span>
					{#if candidate.variants.length > 1}<span class="soft small">and {formsBeside(candidate)}</span>{/if}
					{#each gleaning.holding(candidate) as at (at)}<strong class="letter" style:color="var(--hue-{at % 6})"
							><span class="sr-only">in concept </span>{conceptLetter(at)}</strong
						>{/each}
					{#if STATES[state]}<span class="small soft">{STATES[state]}</span>{/if}</span
				>
				<span class="right tabular-nums"><span class="sr-only">in </span>{formatCount(candidate.held)}</span>
				<span class="right tabular-nums soft times"
					>{candidate.times === null
						? 'only here'
						: `${candidate.times < 10 ? candidate.times.toFixed(1) : formatCount(Math.round(candidate.times))}×`}</span
				>
				{#each columns as { at } (at)}
					{@const adds = addsAt(candidate, at)}
					<span
						class="right tabular-nums"
						class:soft={!adds || at !== home}
						class:home={at === home}
						class:old={gleaning.figuresOld}
						>{#if adds}<span class="sr-only">{conceptLetter(at)} adds </span>{formatCount(
								adds.result
							)}{:else}–{/if}</span
					>
				{/each}
			</div>
		{:else}<p class="soft small p-2">No candidate matches.</p>{/each}
	</div>
	<p class="small soft mt-1">
		{#if gleaning.total > gleaning.rows.length}<button class="link" onclick={() => gleaning.more()}
				>Show more of {formatCount(gleaning.total)}</button
			> ·
		{/if}Arrows move, a concept’s letter adds, <kbd>X</kbd> rejects, <kbd>P</kbd> parks, <kbd>U</kbd> undoes,
		<kbd>/</kbd> filters.
	</p>
</div>

<style>
	.heads,
	.row {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 4rem 4.5rem repeat(var(--columns), 3.25rem);
		gap: 8px;
		align-items: baseline;
		padding: 4px 8px;
	}
	.list {
		max-height: 32rem;
		overflow-y: auto;
		border: 1px solid var(--edge);
		border-radius: 4px;
	}
	.row {
		min-height: 30px;
		cursor: pointer;
		border-bottom: 1px solid var(--rule);
	}
	.row[aria-selected='true'] {
		background: var(--wash);
		box-shadow: inset 3px 0 var(--link);
	}
	.row.rejected .name {
		text-decoration: line-through;
	}
	.label {
		overflow-wrap: anywhere;
	}
	.kind {
		padding: 0 4px;
		margin-right: 6px;
		border: 1px solid var(--edge);
		border-radius: 3px;
	}
	.forms {
		margin-left: 0.4em;
	}
	.letter {
		margin-left: 4px;
	}
	.right {
		text-align: right;
	}
	.home {
		font-weight: 700;
	}
	.old {
		opacity: 0.5;
	}
	@media (max-width: 600px) {
		.heads,
		.row {
			grid-template-columns: minmax(0, 1fr) 3rem repeat(var(--columns), 2.5rem);
			gap: 4px;
		}
		.times {
			display: none;
		}
	}
</style>
