<!-- Imported files of references with their numbers, and what they are used for. -->
<script lang="ts">
	import { onMount, untrack } from 'svelte';
	import { Tabs } from '@skeletonlabs/skeleton-svelte';
	import { reloadData } from '$lib/client/reload-data';
	import type { ReferenceBatch } from '$lib/contract/references';
	import { useWorkspace } from '$lib/client/context';
	import { ChosenFiles } from '$lib/client/chosen-files.svelte';
	import { commands } from '$lib/client/commands.svelte';
	import { DuplicateQueue } from '$lib/client/duplicates.svelte';
	import { formatCount } from '$lib/client/fresh.svelte';
	import { progressText, shareOf } from '$lib/client/job-words';
	import { ReferenceFiles } from '$lib/client/references.svelte';
	import Dialog from '$lib/ui/Dialog.svelte';
	import JobProgress from '$lib/ui/JobProgress.svelte';
	import BatchRecords from '$lib/ui/references/BatchRecords.svelte';
	import Duplicates from '$lib/ui/references/Duplicates.svelte';
	import FileCollections from '$lib/ui/references/FileCollections.svelte';
	import ImportedFiles from '$lib/ui/references/ImportedFiles.svelte';
	import ImportFiles from '$lib/ui/references/ImportFiles.svelte';
	import SaveAs from '$lib/ui/references/SaveAs.svelte';
	import Overlap from '$lib/ui/references/Overlap.svelte';

	const { enquiry, dropped, vocabularies } = useWorkspace();
	const { jobs } = enquiry;
	const files = new ReferenceFiles(enquiry.id, () => void reloadData(), jobs);
	const chosen = new ChosenFiles(enquiry.id, files);
	const queue = new DuplicateQueue(enquiry.id, jobs, () => void reloadData());
	let part = $state<'files' | 'duplicates' | 'overlap'>('files');
	onMount(() => {
		void files.load();
		void queue.load();
		void jobs.refresh();
	});
	$effect(() => {
		void jobs.list;
		untrack(() => {
			void files.follow();
			void queue.follow();
		});
	});
	$effect(() => {
		if (dropped.isEmpty || !enquiry.editable) return;
		untrack(() => {
			part = 'files';
			files.choose(dropped.take());
		});
	});
	// The button that began the import is no longer there: the focus goes on to the files.
	$effect(() => {
		if (files.importedHere > 0 && document.activeElement === document.body) filesHeading?.focus();
	});
	// Others decide on pairs, too.
	$effect(() => {
		if (enquiry.factsAdded > 0) untrack(() => void queue.load());
	});
	const list = $derived(files.list?.batches ?? []);
	const opened = $derived(list.find((one) => one.id === files.open) ?? null);
	const total = $derived(list.reduce((sum, one) => sum + one.read, 0));
	const sources = $derived(enquiry.document.sources.filter((one) => one.database !== ''));
	const countsHere = $derived(files.list?.collection != null && enquiry.document.collection === files.list.collection);
	let filesHeading = $state<HTMLElement>();
	let removing = $state<ReferenceBatch | null>(null);

	const judged = $derived(
		[
			{ set: 'relevant', name: 'Relevant', count: enquiry.judgements.counts.relevant },
			{ set: 'irrelevant', name: 'Irrelevant', count: enquiry.judgements.counts.irrelevant },
			{ set: 'known', name: 'Known articles', count: enquiry.document.articles.length }
		].filter(({ count }) => count > 0 && enquiry.document.collection !== null)
	);
	const figures = $derived(queue.state?.figures ?? null);
	const countsWorks = $derived(figures !== null && enquiry.document.collection === figures.collection);

	function countOn(collection: string | null, what: string) {
		if (collection) enquiry.edit(`count on the ${what}`, [{ do: 'set', at: ['collection'], value: collection }]);
	}
	$effect(() =>
		commands.add([
			{
				name: 'Import references',
				act: () => document.querySelector<HTMLInputElement>('[list=sources-of-references]')?.focus()
			}
		])
	);
</script>

<h1>Records</h1>
<p class="soft mt-1">
	Import the files that your sources export. The strategy can then be counted on these records like on any collection;
	only the people of this enquiry see them.
</p>
{#snippet imports()}
	{#if enquiry.editable}<div class="mt-4"><ImportFiles {files} {sources} {vocabularies} /></div>{/if}
{/snippet}
{#if files.list && list.length === 0}{@render imports()}{/if}
{#each files.others as job (job.id)}<div class="mt-3">
		<p class="small">{job.by} imports {job.title}</p>
		<JobProgress
			text={progressText(job)}
			share={shareOf(job)}
			{...job.mine ? { oncancel: () => void jobs.change(job.id, 'cancel') } : {}}
		/>
	</div>{/each}
{#if files.fault}<p class="say fault mt-3" role="alert">{files.fault}</p>{/if}

{#if files.list && list.length === 0}
	<p class="say mt-6">
		Nothing has been imported yet. Export the result of a rough search from one of your sources as RIS, with abstracts
		and keywords, and choose the file above: every line of the strategy can then be counted on those records.
	</p>
{:else if list.length > 0}
	<Tabs class="mt-6" value={part} onValueChange={(details) => (part = details.value as typeof part)}>
		<Tabs.List class="panels" aria-label="Parts of Records">
			<Tabs.Trigger value="files">Files</Tabs.Trigger>
			<Tabs.Trigger value="duplicates"
				>Duplicates{figures && figures.queue > 0 ? ` (${formatCount(figures.queue)} to decide)` : ''}</Tabs.Trigger
			>
			<Tabs.Trigger value="overlap">Overlap of sources</Tabs.Trigger>
		</Tabs.List>
		<Tabs.Content value="files">
			{@render imports()}
			<div class="flex flex-wrap gap-x-4 gap-y-2 items-center mt-4">
				<h2 tabindex="-1" bind:this={filesHeading}>Imported files</h2>
				<span class="soft"
					>{formatCount(total)} records in {list.length === 1 ? 'one file' : `${list.length} files`}</span
				>
				{#if countsHere}<span class="small">Lines are counted on these records.</span>
				{:else if files.list?.collection && enquiry.editable}<button
						class="btn preset-outlined-surface-500"
						onclick={() => countOn(files.list?.collection ?? null, 'imported records')}
						>Count lines on these records</button
					>{/if}
			</div>
			<ImportedFiles
				{files}
				{list}
				enquiry={enquiry.id}
				editable={enquiry.editable}
				onremove={(batch) => (removing = batch)}
			/>
			{#if list.length > 1 || chosen.collections.length > 0}<FileCollections
					{chosen}
					editable={enquiry.editable}
					counted={enquiry.document.collection}
					oncount={(collection) => countOn(collection.id, collection.name)}
				/>{/if}
			{#if opened}<BatchRecords batch={opened} {files} enquiry={enquiry.id} editable={enquiry.editable} />{/if}
			{#if judged.length > 0}
				<section class="mt-5" aria-label="Judged records">
					<h2>Judged records</h2>
					<p class="small soft mt-1">
						Those that are in the collection that lines are counted on now, ready for screening or for a reference
						manager.
					</p>
					{#each judged as { set, name, count } (set)}<div class="mt-2">
							<h3>{name} ({formatCount(count)})</h3>
							<SaveAs address="/api/v1/enquiries/{enquiry.id}/records/file?judged={set}" what={name.toLowerCase()} />
						</div>{/each}
				</section>
			{/if}
		</Tabs.Content>
		<Tabs.Content value="duplicates" class="mt-3">
			{#if part === 'duplicates'}<Duplicates
					{queue}
					files={list}
					editable={enquiry.editable}
					enquiry={enquiry.id}
					counted={countsWorks}
					oncount={() => countOn(figures?.collection ?? null, 'works')}
					oncancel={(job) => void jobs.change(job, 'cancel')}
				/>{/if}
		</Tabs.Content>
		<Tabs.Content value="overlap" class="mt-3">
			{#if part === 'overlap' && figures}<Overlap {figures} />{:else if part === 'overlap'}<p class="say">
					The overlap is known once duplicates have been looked for.
				</p>{/if}
		</Tabs.Content>
	</Tabs>
{/if}

{#if removing}
	{@const batch = removing}
	<Dialog title="Remove {batch.fileName}?" onclose={() => (removing = null)}>
		<p>
			Its {formatCount(batch.read)} records will no longer be counted or found, and this cannot be undone. The file on your
			computer stays as it is.
		</p>
		<p class="mt-4 flex gap-2 justify-end">
			<button class="btn hover:preset-tonal" onclick={() => (removing = null)}>Cancel</button>
			<button
				class="btn preset-filled"
				onclick={() => {
					void files.remove(batch);
					removing = null;
				}}>Remove it</button
			>
		</p>
	</Dialog>
{/if}
