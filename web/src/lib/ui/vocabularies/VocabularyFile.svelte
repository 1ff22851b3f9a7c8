<!-- A vocabulary is loaded from a file: chosen, read with progress, its faults shown with their places, and stored when the person says so. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import { reloadData } from '$lib/client/reload-data';
	import type { ReadVocabulary } from '$lib/contract/jobs';
	import JobProgress from '$lib/ui/JobProgress.svelte';
	import { progressText, shareOf } from '$lib/client/job-words';
	import { formatCount } from '$lib/client/fresh.svelte';
	import { KIND_NAMES, VocabularyFile } from '$lib/client/vocabulary-file.svelte';
	import FileField from '$lib/ui/FileField.svelte';
	import Columns from './Columns.svelte';

	let { administrator, known }: { administrator: boolean; known: readonly string[] } = $props();
	const model = new VocabularyFile(() => void reloadData());
	const { file, proposed, short, running, job, read, fault } = $derived(model);
	$effect(() => void model.follow());
	onMount(() => void model.resume());
</script>

{#if !job}
	<form
		class="mt-2 grid grid-cols-1 gap-3 max-w-2xl"
		onsubmit={(event) => {
			event.preventDefault();
			void model.start();
		}}
	>
		<FileField
			label="File on this computer"
			endings={['.ttl', '.nt', '.rdf', '.xml', '.jsonld', '.json', '.csv', '.tsv', '.txt']}
			{file}
			choose={(chosen) => (model.file = chosen)}
		/>
		{#if administrator}<label
				><span class="label-text">or an address that may be reached</span><input
					class="input"
					type="url"
					bind:value={model.address}
					disabled={file !== null}
					placeholder="https://vocabularies.example/file.ttl"
				/></label
			>{/if}
		<label
			><span class="label-text">Short name (letters, digits, hyphens): how lines call it</span><input
				class="input"
				bind:value={model.id}
				placeholder={proposed}
				pattern="[a-z][a-z0-9\-]*"
			/></label
		>
		{#if known.includes(short)}<p class="small soft">
				There is a vocabulary “{short}” here. What you load becomes its next edition; the present one is kept for
				comparison.
			</p>{/if}
		<div>
			<button class="btn preset-filled" disabled={!model.canStart}
				>{model.isSending ? 'Sending …' : 'Read the file'}</button
			>
		</div>
		<p class="small soft">
			SKOS or other RDF as Turtle, N-Triples, RDF/XML or JSON-LD; XML in which an element repeats; or a table (CSV, TSV)
			with one heading a row. If a file does not describe itself, you say once what it holds. Up to 400 MB. Nothing is
			loaded before you have seen what was read.
		</p>
	</form>
{:else}
	<section class="mt-3" aria-label="The file {job.title}">
		<h3>
			{job.title}
			<span class="soft small">{job.outcome?.kind ? KIND_NAMES[job.outcome.kind] : ''}</span>
		</h3>
		{#if running}
			<div class="mt-2">
				<JobProgress
					text={progressText(running)}
					share={shareOf(running)}
					oncancel={() => void model.leave()}
					note="The current edition stays in use until the new one is complete."
				/>
			</div>
		{:else if job.state === 'asking' && job.outcome?.look && !read}
			{#key job.outcome.look}<Columns
					look={job.outcome.look}
					read={(shape) => void model.step({ do: 'read', shape })}
					again={(element) => void model.step({ do: 'look', element })}
				/>{/key}
			<p class="mt-2">
				<button class="btn preset-outlined-surface-500" onclick={() => void model.leave()}>Cancel</button>
			</p>
		{:else if job.state === 'failed'}
			<p class="say fault mt-2" role="alert">{job.message}</p>
			{#if read}{@render faults(read)}{/if}
			<p class="mt-2">
				<button class="btn preset-outlined-surface-500" onclick={() => void model.leave()}>Choose another file</button>
			</p>
		{:else if job.state === 'cancelled'}
			<p class="say mt-2" role="status">Cancelled. Nothing was changed.</p>
			<p class="mt-2">
				<button class="btn preset-outlined-surface-500" onclick={() => void model.leave()}>Choose another file</button>
			</p>
		{:else if job.state === 'done'}
			<p class="say mt-2" role="status">
				Loaded: {formatCount(read?.headings ?? 0)} headings{(read?.faultCount ?? 0) > 0
					? ', skipping invalid entries'
					: ''}. It can be used in every enquiry here.
			</p>
			<p class="mt-2">
				<button class="btn preset-outlined-surface-500" onclick={() => void model.leave()}>Load another file</button>
			</p>
		{:else if job.state === 'asking' && read}
			<p class="mt-2" role="status">
				Read: <b>{formatCount(read.headings)}</b> headings with {formatCount(read.names)} other {read.names === 1
					? 'name'
					: 'names'}{read.qualifiers > 0 ? ` and ${read.qualifiers} qualifiers` : ''}{read.date
					? `, of ${read.date}`
					: ''}. Nothing is loaded yet.
			</p>
			{#each read.notes as note (note)}<p class="small soft">{note}</p>{/each}
			{@render faults(read)}
			<div class="mt-3 grid grid-cols-1 gap-3 max-w-2xl sm:grid-cols-2">
				<label
					><span class="label-text">Display name</span><input
						class="input"
						bind:value={model.name}
						maxlength="400"
					/></label
				>
				<label
					><span class="label-text">Edition</span><input
						class="input"
						bind:value={model.edition}
						maxlength="100"
						placeholder="2026"
					/></label
				>
			</div>
			<p class="mt-3 flex flex-wrap gap-2">
				<button class="btn preset-filled" disabled={model.name.trim() === ''} onclick={() => void model.store(read)}
					>{read.faultCount === 0
						? `Load ${formatCount(read.headings)} headings`
						: 'Load, skipping invalid entries'}</button
				>
				<button class="btn preset-outlined-surface-500" onclick={() => void model.leave()}
					>{read.faultCount === 0 ? 'Cancel' : 'Cancel and fix the file first'}</button
				>
			</p>
		{/if}
	</section>
{/if}
{#if fault}<p class="say fault mt-2" role="alert">{fault}</p>{/if}

{#snippet faults(read: ReadVocabulary)}
	{#if read.faults.length > 0}
		<h4 class="mt-3">{formatCount(read.faultCount)} {read.faultCount === 1 ? 'fault' : 'faults'}</h4>
		<div class="faults mt-1" role="region" aria-label="Faults of the file" tabindex="-1">
			<table class="table">
				<thead
					><tr><th scope="col" class="w-[38%]">Where</th><th scope="col">What, and what loading does about it</th></tr
					></thead
				>
				<tbody
					>{#each read.faults.slice(0, 200) as fault, at (at)}<tr
							><td class="line-face small break-all">{fault.place ?? 'the file'}</td><td class="small"
								>{fault.message}</td
							></tr
						>{/each}</tbody
				>
			</table>
		</div>
		{#if read.faultCount > 200}<p class="small soft mt-1">
				and {formatCount(read.faultCount - 200)} more
			</p>{/if}
	{/if}
{/snippet}

<style>
	.faults :is(td, th):first-child {
		padding-left: 8px;
	}
	.faults {
		max-height: 18rem;
		overflow: auto;
		border: 1px solid var(--rule);
	}
</style>
