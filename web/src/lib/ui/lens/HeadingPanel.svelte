<!-- One heading: note, years, places in the tree, what it brings, and how to take it. The same panel wherever one comes from. -->
<script lang="ts">
	import { SegmentedControl } from '@skeletonlabs/skeleton-svelte';
	import CornerDownRight from '@lucide/svelte/icons/corner-down-right';
	import { counted } from '$lib/work/fresh.svelte';
	import HeadingFigures from './HeadingFigures.svelte';
	import { headingFacts, type HeadingFacts, type HeadingRow } from '$lib/work/headings';
	import { takeBench } from '$lib/work/context';
	import type { Reach } from '$lib/work/terms';
	import type { TakenHeading } from '$lib/work/lens.svelte';

	interface Props {
		vocabulary: string;
		heading: string;
		/** Opens another heading of the same vocabulary. */
		turn: (heading: string) => void;
		/** Where the heading can be taken to; without it the panel only informs. */
		take?: { label: string; act: (taken: TakenHeading) => void; reach: Reach | null } | null;
		narrow?: boolean;
	}
	let { vocabulary, heading, turn, take = null, narrow = false }: Props = $props();
	const { enquiry } = takeBench();
	const asked = $derived(headingFacts(vocabulary, heading, enquiry.document.collection));
	/** Branches that are too large to come whole, and have been opened. */
	let opened = $state.raw<readonly string[]>([]);
	let chosen = $state<{ heading: string; reach: Reach } | null>(null);

	function reachOf(facts: HeadingFacts): Reach {
		if (chosen?.heading === facts.id) return chosen.reach;
		return take?.reach ?? (facts.narrower > 0 ? 'narrower' : 'this');
	}
</script>

{#snippet rows(list: readonly HeadingRow[], inside: boolean)}
	<ul class="branch" class:inside>
		{#each list as row (row.id)}
			<li>
				<span class="flex justify-between gap-2"
					><button class="link text-left" onclick={() => turn(row.id)}>{row.label}</button><span class="small soft whitespace-nowrap" title="this one · with narrower"
						>{counted(row.count)}{#if row.narrower > 0}&nbsp;· {counted(row.countNarrower)}{/if}</span
					></span
				>
				{#if row.below.length > 0}{@render rows(row.below, inside)}{:else if row.narrower > 0}
					{#if opened.includes(row.id)}
						{#await headingFacts(vocabulary, row.id, enquiry.document.collection)}<p class="small soft">Reading …</p>{:then more}{@render rows(more.below, inside)}{:catch}<p class="small soft">They could not be read; close and open again.</p>{/await}
					{:else}<button class="do bare small" onclick={() => (opened = [...opened, row.id])}>{row.narrower} below</button>{/if}
				{/if}
			</li>
		{/each}
	</ul>
{/snippet}

{#await asked}
	<p class="soft">Reading the heading …</p>
{:then facts}
	{@const reach = reachOf(facts)}
	<article class:wide={!narrow} aria-label="Heading {facts.label}">
		<header>
			<h2>{facts.label}</h2>
			<p class="small soft">{facts.vocabularyName}{facts.since ? ` · since ${facts.since}` : ''}</p>
			<p class="mt-2">{facts.scopeNote || 'The vocabulary gives no scope note for it.'}</p>
			{#each facts.before as old (old.label)}
				<p class="small mt-2 say">
					{#if old.renamed}Called {old.label}{old.until ? ` until ${old.until}` : ''}. A mere renaming: older records carry the new name, nothing needs adding.{:else}Records{old.until ? ` up to ${old.until}` : ' of earlier years'} carry <em>{old.label}</em> instead.
						Add it if you search those years.{/if}
				</p>
			{/each}
		</header>
		<div class="reach mt-3">
			{#if !take}
				<p>On {counted(facts.count)} records{facts.narrower > 0 ? `; with its ${facts.closure - 1} narrower headings on ${counted(facts.countNarrower)}` : '. Nothing is narrower'}.</p>
			{:else if facts.narrower > 0}
				<SegmentedControl value={reach} onValueChange={(details) => (chosen = { heading: facts.id, reach: details.value as Reach })}>
					<SegmentedControl.Label class="said small soft">Reach</SegmentedControl.Label>
					<SegmentedControl.Control class="segments">
						<SegmentedControl.Item value="this" class="segment"><SegmentedControl.ItemText>This one · {counted(facts.count)}</SegmentedControl.ItemText><SegmentedControl.ItemHiddenInput /></SegmentedControl.Item>
						<SegmentedControl.Item value="narrower" class="segment"><SegmentedControl.ItemText>With narrower · {counted(facts.countNarrower)}</SegmentedControl.ItemText><SegmentedControl.ItemHiddenInput /></SegmentedControl.Item>
					</SegmentedControl.Control>
				</SegmentedControl>
				<p class="small soft mt-1">
					{reach === 'narrower' ? `Brings ${facts.closure - 1} narrower heading${facts.closure === 2 ? '' : 's'} with it, and those that the vocabulary gains.` : `Leaves out what is indexed only with one of its ${facts.closure - 1} narrower headings.`}
				</p>
			{:else}
				<p class="small soft">On {counted(facts.count)} records. Nothing is narrower, so there is no reach to choose.</p>
			{/if}
			{#if take}
				<button class="do first mt-2" disabled={take.reach === reach} onclick={() => take.act({ vocabulary: facts.vocabulary, heading: facts.id, label: facts.label, reach })}
					>{take.reach === null ? take.label : take.reach === reach ? 'Taken already' : 'Change its reach'}</button
				>
			{/if}
		</div>
		{#if enquiry.document.collection && !narrow}
			<HeadingFigures vocabulary={facts.vocabulary} heading={facts.id} label={facts.label} collection={enquiry.document.collection} narrower={reach === 'narrower' && facts.narrower > 0} {turn} />
		{/if}
		<div class="mt-4">
			<h3>Places in the tree</h3>
			{#each facts.paths as path, at (at)}
				<p class="small mt-1">
					{#each path as step, depth (step.id)}{#if depth > 0}<span class="sep">›</span>{/if}{#if step.id === facts.id}<strong>{step.label}</strong>{:else}<button class="link" onclick={() => turn(step.id)}>{step.label}</button>{/if}{/each}
				</p>
			{/each}
			{#if facts.below.length > 0}
				<h3 class="mt-3">Narrower <span class="small soft font-normal">records: this one · with narrower</span></h3>
				{@render rows(facts.below, reach === 'narrower')}
			{/if}
		</div>
		<div class="mt-4">
			{#if facts.entryTerms.length > 0}<h3>Other names</h3>
				<p class="small mt-1">{facts.entryTerms.join(' · ')}</p>{/if}
			{#if facts.related.length > 0}
				<h3 class="mt-3">See also</h3>
				<p class="small mt-1">
					{#each facts.related as one, at (one.id)}{#if at > 0}<span class="sep">·</span>{/if}<button class="link" onclick={() => turn(one.id)}>{one.label}</button>{/each}
				</p>
			{/if}
			{#if facts.qualifiers.length > 0}<h3 class="mt-3">Qualifiers it takes</h3>
				<p class="small mt-1">{facts.qualifiers.map((one) => one.name).join(', ')}</p>{/if}
		</div>
	</article>
{:catch error}
	<p class="say fault" role="alert"><CornerDownRight size={14} class="inline" /> {error instanceof Error ? error.message : 'The heading could not be read.'}</p>
{/await}

<style>
	.link {
		color: var(--link);
		cursor: pointer;
	}
	.branch .link {
		min-height: 24px;
	}
	.link:hover {
		text-decoration: underline;
		text-underline-offset: 2px;
	}
	.branch {
		margin-left: 4px;
		padding-left: 10px;
		border-left: 1px solid var(--rule);
	}
	.branch.inside {
		border-left: 2px solid var(--ink);
	}
	.wide {
		max-width: 44rem;
	}
	.reach :global(.segments) {
		display: inline-flex;
		flex-wrap: wrap;
		border: 1px solid var(--edge);
		border-radius: 4px;
		overflow: hidden;
		background: var(--sheet);
	}
	.reach :global(.segment) {
		padding: 3px 10px;
		cursor: pointer;
		border-right: 1px solid var(--rule);
	}
	.reach :global(.segment[data-state='checked']) {
		background: var(--ink);
		color: var(--paper);
	}
	.reach :global(.segment:has(input:focus-visible)) {
		outline: 2px solid var(--focus);
		outline-offset: -2px;
	}
</style>
