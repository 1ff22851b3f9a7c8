<!-- Imported files of references with their numbers, and what they are used for. -->
<script lang="ts">
	import { onMount, untrack } from 'svelte';
	import { invalidateAll } from '$app/navigation';
	import Trash2 from '@lucide/svelte/icons/trash-2';
	import { BATCH_PURPOSES, type BatchPurpose, type ReferenceBatch } from '$lib/contract/references';
	import { useWorkspace } from '$lib/client/context';
	import { commands } from '$lib/client/commands.svelte';
	import { formatCount } from '$lib/client/fresh.svelte';
	import { progressText, shareOf } from '$lib/client/job-words';
	import { missingOf, ReferenceFiles } from '$lib/client/references.svelte';
	import { Jobs } from '$lib/client/jobs.svelte';
	import Dialog from '$lib/ui/Dialog.svelte';
	import JobProgress from '$lib/ui/JobProgress.svelte';
	import BatchRecords from '$lib/ui/references/BatchRecords.svelte';
	import ImportFiles from '$lib/ui/references/ImportFiles.svelte';

	const { enquiry } = useWorkspace();
	const jobs = new Jobs(enquiry.id);
	const files = new ReferenceFiles(enquiry.id, () => void invalidateAll(), jobs);
	onMount(() => {
		void files.load();
		void jobs.refresh();
		return () => jobs.stop();
	});
	$effect(() => {
		void jobs.list;
		untrack(() => void files.follow());
	});
	const list = $derived(files.list?.batches ?? []);
	const opened = $derived(list.find((one) => one.id === files.open) ?? null);
	const total = $derived(list.reduce((sum, one) => sum + one.read, 0));
	const sources = $derived([
		...new Set(enquiry.document.sources.map((one) => one.database).filter((one) => one !== ''))
	]);
	const countsHere = $derived(files.list?.collection != null && enquiry.document.collection === files.list.collection);
	let removing = $state<ReferenceBatch | null>(null);

	function countHere() {
		if (files.list?.collection)
			enquiry.edit('count on the imported records', [{ do: 'set', at: ['collection'], value: files.list.collection }]);
	}
	$effect(() =>
		commands.add([
			{
				name: 'Import references',
				act: () => document.querySelector<HTMLInputElement>('[list=sources-of-references]')?.focus()
			}
		])
	);
	const encodings: Readonly<Record<string, string>> = {
		'utf-8': 'UTF-8',
		'utf-16le': 'UTF-16',
		'utf-16be': 'UTF-16',
		'windows-1252': 'Windows-1252'
	};
	const formats: Readonly<Record<ReferenceBatch['format'], string>> = { ris: 'RIS', 'csl-json': 'CSL-JSON' };
</script>

<h1>Records</h1>
<p class="soft mt-1">
	Import the files that your sources export. The strategy can then be counted on these records like on any collection;
	only the people of this enquiry see them.
</p>
{#if enquiry.editable}<div class="mt-4"><ImportFiles {files} {sources} /></div>{/if}
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
	<div class="flex flex-wrap gap-x-4 gap-y-2 items-center mt-6">
		<h2>Imported files</h2>
		<span class="soft">{formatCount(total)} records in {list.length === 1 ? 'one file' : `${list.length} files`}</span>
		{#if countsHere}<span class="small">Lines are counted on these records.</span>
		{:else if files.list?.collection && enquiry.editable}<button
				class="btn preset-outlined-surface-500"
				onclick={countHere}>Count lines on these records</button
			>{/if}
	</div>
	<div class="wide mt-2">
		<table class="table" aria-label="Imported files">
			<thead>
				<tr>
					<th scope="col" class="w-[25%]">File</th>
					<th scope="col" class="w-[17%]">Source</th>
					<th scope="col" class="w-[150px]">Purpose</th>
					<th scope="col" class="text-right">Stated</th>
					<th scope="col" class="text-right">Read</th>
					<th scope="col" class="text-right" title="Stated, and not among those read">Missing</th>
					<th scope="col" class="text-right">Unreadable</th>
					<th scope="col" class="w-[160px]"><span class="sr-only">Actions</span></th>
				</tr>
			</thead>
			<tbody>
				{#each list as batch (batch.id)}
					{@const missing = missingOf(batch)}
					<tr>
						<td
							><button
								class="text-left name"
								aria-expanded={files.open === batch.id}
								onclick={() => void files.show(files.open === batch.id ? null : batch.id)}>{batch.fileName}</button
							><span class="block small soft"
								>{formats[batch.format]}, {encodings[batch.encoding] ?? batch.encoding} · {batch.by}, {batch.at.slice(
									0,
									10
								)}</span
							></td
						>
						<td>{batch.source}</td>
						<td
							>{#if enquiry.editable}<select
									class="select w-36"
									aria-label="Purpose of {batch.fileName}"
									value={batch.purpose}
									onchange={(event) =>
										void files.changeBatch(batch, event.currentTarget.value as BatchPurpose, batch.stated)}
									>{#each BATCH_PURPOSES as purpose (purpose)}<option value={purpose}>{purpose}</option>{/each}</select
								>{:else}{batch.purpose}{/if}</td
						>
						<td class="text-right tabular-nums"
							>{#if enquiry.editable}<input
									class="input w-24 text-right"
									inputmode="numeric"
									aria-label="Records that the source of {batch.fileName} stated"
									value={batch.stated ?? ''}
									onchange={(event) => void files.changeStated(batch, event.currentTarget.value)}
								/>{:else}{batch.stated === null ? '' : formatCount(batch.stated)}{/if}</td
						>
						<td class="text-right tabular-nums">{formatCount(batch.read)}</td>
						<td class="text-right tabular-nums" class:bad={missing !== null && missing !== 0}
							>{missing === null ? '' : missing < 0 ? `${formatCount(-missing)} more` : formatCount(missing)}</td
						>
						<td class="text-right tabular-nums" class:bad={batch.unreadable > 0}>{formatCount(batch.unreadable)}</td>
						<td class="whitespace-nowrap text-right small">
							<a href="/api/v1/enquiries/{enquiry.id}/batches/{batch.id}/file?as=ris" download>RIS</a>
							<a class="ml-2" href="/api/v1/enquiries/{enquiry.id}/batches/{batch.id}/file?as=csl-json" download
								>CSL-JSON</a
							>
							{#if enquiry.editable}<button
									class="btn btn-sm hover:preset-tonal"
									aria-label="Remove {batch.fileName}"
									onclick={() => (removing = batch)}><Trash2 size={14} /></button
								>{/if}
						</td>
					</tr>
				{/each}
			</tbody>
		</table>
	</div>
	{#if opened}<BatchRecords batch={opened} {files} />{/if}
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

<style>
	.wide {
		overflow-x: auto;
	}
	.wide :global(table) {
		min-width: 760px;
	}
	.bad {
		color: var(--fault);
		font-weight: 700;
	}
	.name {
		color: var(--link);
		cursor: pointer;
		text-decoration: underline;
		overflow-wrap: anywhere;
	}
</style>
