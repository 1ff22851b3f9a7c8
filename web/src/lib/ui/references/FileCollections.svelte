<!-- Some of the files together, as a collection that lines are counted on. -->
<script lang="ts">
	import type { ChosenFiles } from '$lib/client/chosen-files.svelte';
	import { formatCount, records } from '$lib/client/fresh.svelte';
	import { progressText, shareOf } from '$lib/client/job-words';
	import { tick } from 'svelte';
	import type { FileCollection } from '$lib/contract/references';
	import JobProgress from '../JobProgress.svelte';

	interface Props {
		chosen: ChosenFiles;
		editable: boolean;
		/** The collection that lines are counted on. */
		counted: string | null;
		oncount: (collection: FileCollection) => void;
	}
	let { chosen, editable, counted, oncount }: Props = $props();
	let fieldset = $state<HTMLFieldSetElement | null>(null);
</script>

<section class="mt-6" aria-label="Collections of chosen files">
	<h2>Count on some of the files</h2>
	{#if chosen.collections.length > 0}
		<table class="table mt-2 stacked" aria-label="Collections of chosen files">
			<thead
				><tr
					><th scope="col" class="w-[34%]">Collection</th><th scope="col">Files</th><th scope="col" class="text-right"
						>Records</th
					><th scope="col" class="w-[240px]"><span class="sr-only">Actions</span></th></tr
				></thead
			>
			<tbody>
				{#each chosen.collections as collection (collection.id)}
					<tr>
						<td>{collection.name}</td>
						<td data-label="Files" class="small">{chosen.fileNames(collection).join(', ')}</td>
						<td data-label="Records" class="text-right tabular-nums"
							>{formatCount(collection.size)}{#if collection.merged}<span class="block small soft"
									>one for each work</span
								>{/if}</td
						>
						<td class="text-right"
							>{#if counted === collection.id}<span class="small">Lines are counted here.</span
								>{:else if editable}<button
									class="btn btn-sm preset-outlined-surface-500"
									aria-label="Count lines on {collection.name}"
									onclick={() => oncount(collection)}>Count lines here</button
								>{/if}{#if editable}<button
									class="btn btn-sm hover:preset-tonal ml-1"
									aria-label="Choose the files of {collection.name}"
									aria-expanded={chosen.changing?.id === collection.id}
									onclick={() => {
										chosen.change(collection);
										void tick().then(() => fieldset?.querySelector('input')?.focus());
									}}>Files…</button
								>{/if}{#if editable && counted !== collection.id}<button
									class="btn btn-sm hover:preset-tonal ml-1"
									aria-label="Remove the collection {collection.name}"
									title="The files stay"
									onclick={() => void chosen.remove(collection)}>Remove</button
								>{/if}</td
						>
					</tr>
				{/each}
			</tbody>
		</table>
	{/if}
	{#each chosen.underWay as job (job.id)}<div class="mt-2">
			<p class="small">{job.title}</p>
			<JobProgress text={progressText(job)} share={shareOf(job)} />
		</div>{/each}
	{#if chosen.fault || chosen.failure}<p class="say fault mt-2" role="alert">{chosen.fault || chosen.failure}</p>{/if}
	{#if editable && (chosen.choices.length > 1 || chosen.changing)}
		{#if chosen.changing}<h3 class="mt-4">Files of {chosen.changing.name}</h3>{/if}
		<p class="small soft mt-2">
			{#if chosen.changing}Lines are counted on what the collection holds now until the new files are in.{:else}Choose
				files to count lines on them alone: the rough search without what came later, or one source by itself. The
				collection follows when its files change.{/if}
		</p>
		<fieldset class="mt-2 flex flex-wrap gap-x-5 gap-y-1" bind:this={fieldset}>
			<legend class="sr-only"
				>{chosen.changing ? `Files of ${chosen.changing.name}` : 'Files of the new collection'}</legend
			>
			{#each chosen.choices as batch (batch.id)}<label class="flex gap-2 items-center"
					><input
						type="checkbox"
						class="checkbox"
						checked={chosen.picked.has(batch.id)}
						onchange={(event) => {
							chosen.pick(batch.id, event.currentTarget.checked);
						}}
					/><span>{batch.fileName} <span class="small soft">{batch.source}, {records(batch.read)}</span></span></label
				>{/each}
		</fieldset>
		{#if chosen.batches.length > 0 || chosen.changing}
			<form
				class="mt-2 flex flex-wrap gap-3 items-end"
				onsubmit={(event) => {
					event.preventDefault();
					void chosen.make();
				}}
			>
				<label
					><span class="label-text">Name of the collection</span><input
						class="input w-80 max-w-full"
						maxlength="200"
						bind:value={chosen.name}
					/></label
				>
				<label class="flex gap-2 items-center pb-1"
					><input type="checkbox" class="checkbox" bind:checked={chosen.merged} />One record for each work</label
				>
				<button class="btn preset-filled" disabled={!chosen.canMake}
					>{chosen.changing ? 'Save the files' : 'Make the collection'}</button
				>
				{#if chosen.changing}<button
						type="button"
						class="btn hover:preset-tonal"
						onclick={() => {
							chosen.leave();
						}}>Cancel</button
					>{/if}
			</form>
		{/if}
	{/if}
</section>
