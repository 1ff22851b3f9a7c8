<!-- The candidate that is looked at: its forms, where it stands in records, what it would add, and buttons for what the keys do. -->
<script lang="ts">
	import { conceptLetter } from '@wide-lantern/core/editor';
	import { useWorkspace } from '$lib/client/context';
	import { count as countOf, formatCount } from '$lib/client/fresh.svelte';
	import type { Gleaning } from '$lib/client/gleaning.svelte';

	interface Props {
		gleaning: Gleaning;
	}
	let { gleaning }: Props = $props();
	const { enquiry } = useWorkspace();
	const candidate = $derived(gleaning.looked);
	const records = $derived(gleaning.value?.gleaning?.records ?? 0);
	const decision = $derived(gleaning.value?.decisions.find((one) => one.candidate === gleaning.current) ?? null);
	const trendText = (trend: number) =>
		trend > 0.4 ? 'mostly in the later half of the records' : trend < -0.4 ? 'mostly in the earlier half' : '';
</script>

<section class="looked" aria-label="The candidate that is chosen">
	{#if gleaning.said}<p class="say note small" role="status">{gleaning.said}</p>{/if}
	{#if candidate}
		{@const trend = trendText(candidate.trend)}
		<h2 class="mt-2">{candidate.label}</h2>
		<p class="small soft">
			{formatCount(candidate.held)} of {countOf(records, 'record')} here, {formatCount(candidate.all)} in the whole collection.
			In the title of {formatCount(candidate.titles)}, author keyword of {formatCount(
				candidate.keywords
			)}{candidate.firstYear === null ? '' : `, since ${candidate.firstYear}`}{trend ? `, ${trend}` : ''}.
		</p>
		{#if candidate.variants.length > 1}
			<h3 class="mt-3">Forms</h3>
			<ul class="small">
				{#each candidate.variants as variant (variant.text)}<li>
						{variant.text} <span class="soft">{formatCount(variant.records)}</span>
					</li>{/each}
			</ul>
		{/if}
		<h3 class="mt-3">In records</h3>
		{#if gleaning.examples === null}<p class="small soft">Looking …</p>{:else}
			<ul class="small grid gap-2">
				{#each gleaning.examples as example (example.record)}<li>
						{#if example.match}{example.before}<strong>{example.match}</strong>{example.after}<br />{/if}<span
							class="soft">{example.title}{example.year === null ? '' : `, ${example.year}`}</span
						>
					</li>{:else}<li class="soft">None.</li>{/each}
			</ul>{/if}
		<h3 class="mt-3">What it would add</h3>
		<ul class="small grid gap-1">
			{#each enquiry.document.concepts as concept, at (concept.id)}
				{@const adds = gleaning.addsOf(candidate.key).find((one) => one.at === at)}
				{#if !concept.dropped}<li class="flex flex-wrap items-center gap-2">
						<button
							class="btn preset-outlined-surface-500"
							disabled={!enquiry.editable}
							aria-keyshortcuts={conceptLetter(at)}
							onclick={() => gleaning.assign(candidate, at)}
							><strong style:color="var(--hue-{at % 6})">{conceptLetter(at)}</strong>
							<span>{concept.name || 'A concept'}</span></button
						>
						<span class="soft"
							>{#if gleaning.holding(candidate).includes(at)}in it{:else if !adds}no line of it is counted{:else if adds.concept === 0}covered:
								nothing new{:else}{countOf(adds.concept, 'new record')}, {formatCount(adds.result)} in the result{/if}{#if at === gleaning.homeOf(candidate.key) && !gleaning
									.holding(candidate)
									.includes(at)}<strong class="home"> · fits best</strong>{/if}</span
						>
					</li>{/if}
			{:else}<li class="soft">
					There is no concept yet. Name the concepts of the question in the <a href="/enquiries/{enquiry.id}/concepts"
						>next step</a
					>.
				</li>{/each}
		</ul>
		{#if enquiry.editable}
			<p class="flex flex-wrap gap-2 mt-3">
				<button class="btn preset-outlined-surface-500" onclick={() => gleaning.decide(candidate, 'rejected')}
					>Reject</button
				>
				<button class="btn preset-outlined-surface-500" onclick={() => gleaning.decide(candidate, 'parked')}
					>Park</button
				>
				<button class="btn preset-outlined-surface-500" onclick={() => gleaning.undo()}>Undo</button>
			</p>
		{/if}
		{#if decision}<p class="small soft mt-2">
				{decision.decision === 'rejected' ? 'Rejected' : 'Parked'} by {decision.by} on {decision.at.slice(0, 10)}.
			</p>{/if}
	{:else}<p class="soft small">Choose a candidate.</p>{/if}
</section>

<style>
	.looked {
		position: sticky;
		top: 12px;
	}
</style>
