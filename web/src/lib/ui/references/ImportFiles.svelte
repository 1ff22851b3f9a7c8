<!-- Files of references: chosen or dropped, with what is known of them, and how far each import is. -->
<script lang="ts">
	import { FileUpload } from '@skeletonlabs/skeleton-svelte';
	import FileUp from '@lucide/svelte/icons/file-up';
	import X from '@lucide/svelte/icons/x';
	import { BATCH_PURPOSES } from '$lib/contract/references';
	import { formatSize, progressText, shareOf } from '$lib/client/job-words';
	import type { ReferenceFiles } from '$lib/client/references.svelte';
	import JobProgress from '../JobProgress.svelte';
	import FileFormatNote from './FileFormatNote.svelte';
	import TeachFormat from './TeachFormat.svelte';

	let {
		files,
		sources,
		vocabularies
	}: {
		files: ReferenceFiles;
		/** Those of the brief. */
		sources: readonly { readonly database: string; readonly platform: string }[];
		vocabularies: readonly { readonly id: string; readonly name: string }[];
	} = $props();
	const names = $derived([...new Set(sources.map((one) => one.database))]);
	const platforms = $derived([...new Set(sources.map((one) => one.platform).filter((one) => one !== ''))]);
	// The brief knows the platform of its sources.
	function fillPlatform() {
		const known = sources.find((one) => one.database === files.source.trim());
		if (known && known.platform !== '') files.platform = known.platform;
	}
	/** Files that one drop may bring. */
	const MOST = 200;
	const count = $derived(files.ready.length);
</script>

<section aria-label="Import references">
	<div class="about">
		<label class="grow"
			><span class="label-text">Source</span><input
				class="input"
				list="sources-of-references"
				placeholder="The database or register that the file comes from"
				maxlength="300"
				bind:value={files.source}
				onchange={fillPlatform}
			/></label
		>
		<label class="platform"
			><span class="label-text">Platform</span><input
				class="input"
				list="platforms-of-references"
				placeholder="optional"
				maxlength="300"
				bind:value={files.platform}
			/></label
		>
		<datalist id="platforms-of-references"
			>{#each platforms as platform (platform)}<option value={platform}></option>{/each}</datalist
		>
		<datalist id="sources-of-references"
			>{#each names as source (source)}<option value={source}></option>{/each}</datalist
		>
		<label
			><span class="label-text">Purpose</span><select class="select" bind:value={files.purpose}
				>{#each BATCH_PURPOSES as purpose (purpose)}<option value={purpose}>{purpose}</option>{/each}</select
			></label
		>
		<label
			><span class="label-text">Headings of</span><select
				class="select w-44"
				title="Keywords that name headings of this vocabulary are made headings"
				bind:value={files.vocabulary}
				><option value="">no vocabulary</option>{#each vocabularies as one (one.id)}<option value={one.id}
						>{one.name}</option
					>{/each}</select
			></label
		>
		<label
			><span class="label-text">Records stated</span><input
				class="input w-32 text-right tabular-nums"
				inputmode="numeric"
				placeholder="optional"
				title="How many records the source said that it exported; compared with what is read"
				aria-invalid={files.statedIsWrong}
				disabled={!files.takesStated}
				bind:value={files.stated}
			/></label
		>
	</div>
	{#if !files.takesStated}<p class="small soft mt-1">
			With several files, enter the number that each source stated in the table after the import.
		</p>{/if}
	{#if files.statedIsWrong}<p class="say fault small mt-1" role="alert">
			The number of records is digits only, such as 1250.
		</p>{/if}
	<FileUpload
		class="w-full mt-3"
		acceptedFiles={[]}
		maxFiles={MOST}
		onFileChange={(change) => files.choose(change.acceptedFiles)}
	>
		<FileUpload.Label class="sr-only">Files of references</FileUpload.Label>
		<FileUpload.Dropzone class="drop" disableClick>
			<FileUpload.Trigger class="btn preset-outlined-surface-500"><FileUp size={15} /> Choose files</FileUpload.Trigger>
			<span class="small soft"
				>or drop them anywhere in the enquiry: RIS, BibTeX, CSL-JSON, MARCXML, MODS, Dublin Core, a table with a header
				row (CSV, TSV), or any other tagged text or XML, whose format you teach once</span
			>
			<FileUpload.HiddenInput />
		</FileUpload.Dropzone>
	</FileUpload>
	{#if files.waiting.length > 0}
		<ul class="mt-2 grid gap-2" aria-label="Files to import">
			{#each files.waiting as one (one.file)}
				{@const job = files.jobOf(one)}
				<li>
					<div class="flex flex-wrap gap-x-3 items-center">
						<span>{one.file.name}</span><span class="small soft">{formatSize(one.file.size)}</span>
						<FileFormatNote waiting={one} {files} />
						{#if one.known}<button
								class="btn btn-sm preset-outlined-surface-500"
								onclick={() => void files.importAll(one.file)}>Import it again</button
							>{/if}
						{#if one.job === null}<button
								class="btn btn-sm hover:preset-tonal"
								aria-label="Do not import {one.file.name}"
								onclick={() => files.leaveOut(one.file)}><X size={14} /></button
							>{/if}
					</div>
					{#if job}<JobProgress
							text={progressText(job)}
							share={shareOf(job)}
							oncancel={() => void files.cancel(one)}
						/>{/if}
					{#if one.fault}<p class="say fault small mt-1" role="alert">{one.fault}</p>{/if}
				</li>
			{/each}
		</ul>
		{#if count > 0}<button
				class="btn preset-filled mt-3"
				disabled={!files.canImport}
				title={files.source.trim() === '' ? 'Name the source first' : undefined}
				onclick={() => void files.importAll()}>Import {count === 1 ? 'this file' : `${count} files`}</button
			>{#if files.source.trim() === ''}<span class="small soft ml-3">Name the source above first.</span>{/if}{/if}
	{/if}
</section>
{#if files.teaching}<TeachFormat teaching={files.teaching} onclose={() => files.stopTeaching()} />{/if}

<style>
	.about {
		display: flex;
		flex-wrap: wrap;
		gap: 12px;
		align-items: end;
	}
	.grow {
		flex: 1 1 260px;
	}
	.platform {
		flex: 0 1 160px;
	}
</style>
