<!-- Which keywords of a file are headings of a vocabulary: shown with examples, then decided. -->
<script lang="ts">
	import { untrack } from 'svelte';
	import type { ReferenceBatch } from '$lib/contract/references';
	import { useWorkspace } from '$lib/client/context';
	import { formatCount } from '$lib/client/fresh.svelte';
	import { HeadingMatching } from '$lib/client/heading-matching.svelte';
	import { progressText, shareOf } from '$lib/client/job-words';
	import JobProgress from '../JobProgress.svelte';

	let { batch, changed }: { batch: ReferenceBatch; changed: () => void } = $props();
	const workspace = useWorkspace();
	const { enquiry } = workspace;
	const matching = $derived(
		new HeadingMatching(
			enquiry.id,
			batch,
			enquiry.jobs,
			untrack(() => changed)
		)
	);
	$effect(() => {
		void enquiry.jobs.list;
		untrack(() => void matching.follow());
	});
	const nameOf = (id: string) => workspace.vocabularies.find((one) => one.id === id)?.name ?? id;
	const percent = (part: number, whole: number) => (whole === 0 ? 0 : Math.round((100 * part) / whole));
</script>

<section class="mt-4" aria-label="Headings of {batch.fileName}">
	<h3>Headings among the keywords</h3>
	{#if batch.matching}
		<p class="small mt-1">
			{formatCount(batch.matching.matched)} of {formatCount(batch.matching.keywords)} keywords ({percent(
				batch.matching.matched,
				batch.matching.keywords
			)} %) are headings of {nameOf(batch.matching.vocabulary)}{batch.matching.rest === 'keywords'
				? '; the others are searched as keywords.'
				: '; the others are kept and not searched.'}
			{#if enquiry.editable && !matching.running}<button
					class="btn btn-sm preset-outlined-surface-500"
					onclick={() => void matching.match(false)}>Undo</button
				>{/if}
		</p>
	{:else}<p class="small soft mt-1">
			Exports mix headings and keywords. Match them against a vocabulary, so that lines with headings are counted on
			these records too.
		</p>{/if}
	{#if matching.running}<div class="mt-2">
			<JobProgress
				text={progressText(matching.running)}
				share={shareOf(matching.running)}
				oncancel={() => void matching.cancel()}
			/>
		</div>
	{:else if enquiry.editable}
		<div class="flex flex-wrap gap-3 items-end mt-2">
			<label
				><span class="label-text">Vocabulary</span><select
					class="select"
					value={matching.vocabulary}
					onchange={(event) => void matching.look(event.currentTarget.value)}
					><option value="">Choose one to see what matches</option>{#each workspace.vocabularies as one (one.id)}<option
							value={one.id}>{one.name}</option
						>{/each}</select
				></label
			>
			{#if matching.preview}
				<label
					><span class="label-text">Keywords that are not headings</span><select
						class="select"
						bind:value={matching.rest}
						><option value="keywords">search them as keywords</option><option value="kept"
							>keep them, but do not search them</option
						></select
					></label
				>
				<label class="flex gap-2 items-center"
					><input type="checkbox" class="checkbox" bind:checked={matching.otherNames} />
					<span>Entry terms and former names, too ({formatCount(matching.preview.byOtherName)})</span></label
				>
			{/if}
		</div>
		{#if matching.isLooking}<p class="small soft mt-2" role="status">Comparing keywords with headings …</p>{/if}
		{#if matching.preview}
			{@const { preview } = matching}
			<p class="mt-3" role="status">
				<strong>{percent(matching.matched, preview.keywords)} %</strong> of {formatCount(preview.keywords)} keywords name
				a heading of {nameOf(matching.vocabulary)}{preview.style.mark === ''
					? ''
					: `; “${preview.style.mark}” marks the main topic`}{preview.style.separator === ''
					? ''
					: `; qualifiers follow “${preview.style.separator.trim()}”`}.
			</p>
			<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
			<div class="examples mt-2" tabindex="0" role="region" aria-label="Keywords and what they name">
				<table class="table" aria-label="The most frequent keywords">
					<thead
						><tr
							><th scope="col">Keyword</th><th scope="col" class="text-right">Records</th><th scope="col">Heading</th
							></tr
						></thead
					>
					<tbody>
						{#each preview.examples as one (one.text)}
							{@const counts = one.by === 'label' || (one.by === 'other-name' && matching.otherNames)}
							<tr>
								<td>{one.text}</td>
								<td class="text-right tabular-nums">{formatCount(one.count)}</td>
								<td class:soft={!counts}
									>{#if one.heading !== null && counts}{one.heading}{one.qualifiers.length > 0
											? `, ${one.qualifiers.join(', ')}`
											: ''}{one.main ? ' (main topic)' : ''}{one.by === 'other-name'
											? ', by another name'
											: ''}{:else}not a heading{/if}</td
								>
							</tr>
						{/each}
					</tbody>
				</table>
			</div>
			<button class="btn preset-filled mt-3" disabled={matching.matched === 0} onclick={() => void matching.match()}
				>{matching.matched === 0 ? 'Nothing matches' : `Make them headings of ${nameOf(matching.vocabulary)}`}</button
			>
		{/if}
	{/if}
	{#if matching.fault}<p class="say fault small mt-2" role="alert">{matching.fault}</p>{/if}
</section>

<style>
	.examples {
		max-height: 16rem;
		overflow: auto;
	}
</style>
