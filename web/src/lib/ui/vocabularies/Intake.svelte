<!-- A vocabulary's file on its way in: chosen, read with progress, its faults shown with their places, and loaded when the person says so. -->
<script lang="ts">
	import { onDestroy } from 'svelte';
	import { invalidateAll } from '$app/navigation';
	import { begin, KIND_NAMES, leave, look, next, type Answered, type IntakeView } from '$lib/work/intake';
	import { formatCount } from '$lib/work/fresh.svelte';
	import { shortName } from '$lib/work/installation';
	import Columns from './Columns.svelte';

	let { administrator, known }: { administrator: boolean; known: readonly string[] } = $props();
	let files: FileList | undefined = $state();
	let address = $state('');
	let id = $state('');
	let name = $state('');
	let edition = $state('');
	let sending = $state(false);
	let view = $state.raw<IntakeView | null>(null);
	let said = $state<string | null>(null);
	let timer: ReturnType<typeof setTimeout>;
	const file = $derived(files?.[0]);
	const proposed = $derived(shortName(file?.name ?? address));
	const short = $derived(id || proposed);
	const replaces = $derived(known.includes(short));
	const under = $derived(view !== null && (view.state === 'reading' || view.state === 'loading'));

	function take(answer: Answered): void {
		if (!answer.ok) {
			said = answer.message;
			return;
		}
		const was = view?.state;
		view = answer.view;
		if (view.state === 'read' && was !== 'read') {
			name = view.read?.name ?? '';
			edition = view.read?.edition ?? '';
		}
		clearTimeout(timer);
		if (view.state === 'reading' || view.state === 'loading') timer = setTimeout(() => void again(), 250);
		if (view.state === 'loaded') void invalidateAll();
	}
	async function again() {
		if (view) take(await look(view.id));
	}
	async function start(event: SubmitEvent) {
		event.preventDefault();
		said = null;
		sending = true;
		take(await begin(short, file ?? address.trim()));
		sending = false;
	}
	async function over() {
		clearTimeout(timer);
		if (view && view.state !== 'loaded') await leave(view.id).catch(() => null);
		view = null;
		said = null;
		id = '';
		address = '';
	}
	onDestroy(() => {
		clearTimeout(timer);
		if (view && view.state !== 'loaded') void leave(view.id);
	});
	const share = $derived(
		!view
			? 0
			: view.state === 'loading'
				? view.loaded / Math.max(1, view.read?.headings ?? 1)
				: view.bytes / Math.max(1, view.size)
	);
	const megabytes = (bytes: number) =>
		bytes < 100_000 ? `${Math.max(1, Math.round(bytes / 1000))} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`;
</script>

{#if !view}
	<form class="mt-2 grid gap-3 max-w-2xl" onsubmit={start}>
		<label
			><span class="said">File on this computer</span><input
				class="chooser"
				type="file"
				accept=".ttl,.nt,.rdf,.xml,.jsonld,.json,.csv,.tsv,.txt"
				bind:files
			/></label
		>
		{#if administrator}<label
				><span class="said">or an address that may be reached</span><input
					class="ask"
					type="url"
					bind:value={address}
					disabled={file !== undefined}
					placeholder="https://vocabularies.example/file.ttl"
				/></label
			>{/if}
		<label
			><span class="said">Short name (letters, digits, hyphens): how lines call it</span><input
				class="ask"
				bind:value={id}
				placeholder={proposed}
				pattern="[a-z][a-z0-9\-]*"
			/></label
		>
		{#if replaces}<p class="small soft">
				There is a vocabulary “{short}” here. What you load becomes its next edition; the present one is kept for
				comparison.
			</p>{/if}
		<div>
			<button class="do first" disabled={sending || (file === undefined && address.trim() === '') || short === ''}
				>{sending ? 'Sending …' : 'Read the file'}</button
			>
		</div>
		<p class="small soft">
			SKOS as Turtle, N-Triples, RDF/XML or JSON-LD, or a table (CSV, TSV) with one heading a row. Up to 400 MB. Nothing
			is loaded before you have seen what was read.
		</p>
	</form>
{:else}
	<section class="mt-3" aria-label="The file {view.fileName}">
		<h3>
			{view.fileName || view.vocabulary}
			<span class="soft small">{view.kind ? KIND_NAMES[view.kind] : ''} · {megabytes(view.size)}</span>
		</h3>
		{#if under}
			<p class="mt-2" role="status">
				{#if view.state === 'loading'}Storing {formatCount(view.loaded)} of {formatCount(view.read?.headings ?? 0)} headings{:else if view.bytes < view.size}Reading
					{megabytes(view.bytes)} of {megabytes(view.size)}{view.statements > 0
						? `, ${formatCount(view.statements)} statements`
						: ''}{:else}Validating …{/if}
			</p>
			<progress class="bar" max="1" value={share}></progress>
			<p class="mt-2">
				<button class="do" onclick={over}>Cancel</button>
				<span class="small soft">The current edition stays in use until the new one is complete.</span>
			</p>
		{:else if view.state === 'columns' && view.look}
			<Columns look={view.look} read={async (shape) => take(await next(view?.id ?? '', { do: 'read', shape }))} />
			<p class="mt-2"><button class="do" onclick={over}>Cancel</button></p>
		{:else if view.state === 'failed'}
			<p class="say fault mt-2" role="alert">{view.message}</p>
			{@render faults(view)}
			<p class="mt-2"><button class="do" onclick={over}>Choose another file</button></p>
		{:else if view.state === 'loaded'}
			<p class="say mt-2" role="status">
				Loaded: {formatCount(view.read?.headings ?? 0)} headings{(view.read?.faultCount ?? 0) > 0
					? ', skipping invalid entries'
					: ''}. It can be used in every enquiry here.
			</p>
			<p class="mt-2"><button class="do" onclick={over}>Load another file</button></p>
		{:else if view.read}
			<p class="mt-2" role="status">
				Read: <b>{formatCount(view.read.headings)}</b> headings with {formatCount(view.read.names)} other {view.read
					.names === 1
					? 'name'
					: 'names'}{view.read.qualifiers > 0 ? ` and ${view.read.qualifiers} qualifiers` : ''}{view.read.date
					? `, of ${view.read.date}`
					: ''}. Nothing is loaded yet.
			</p>
			{#each view.read.notes as note (note)}<p class="small soft">{note}</p>{/each}
			{@render faults(view)}
			{#if view.message}<p class="say fault small mt-2" role="alert">{view.message}</p>{/if}
			<div class="mt-3 grid gap-3 max-w-2xl sm:grid-cols-2">
				<label><span class="said">Display name</span><input class="ask" bind:value={name} maxlength="400" /></label>
				<label
					><span class="said">Edition</span><input
						class="ask"
						bind:value={edition}
						maxlength="100"
						placeholder="2026"
					/></label
				>
			</div>
			<p class="mt-3 flex flex-wrap gap-2">
				{#if view.read.faultCount === 0}
					<button
						class="do first"
						disabled={name.trim() === ''}
						onclick={async () =>
							take(
								await next(view?.id ?? '', { do: 'load', faulty: false, name: name.trim(), edition: edition.trim() })
							)}>Load {formatCount(view.read.headings)} headings</button
					>
				{:else}
					<button
						class="do first"
						disabled={name.trim() === ''}
						onclick={async () =>
							take(
								await next(view?.id ?? '', { do: 'load', faulty: true, name: name.trim(), edition: edition.trim() })
							)}>Load, skipping invalid entries</button
					>
				{/if}
				<button class="do" onclick={over}
					>{view.read.faultCount === 0 ? 'Cancel' : 'Cancel and fix the file first'}</button
				>
			</p>
		{/if}
	</section>
{/if}
{#if said}<p class="say fault mt-2" role="alert">{said}</p>{/if}

{#snippet faults(view: IntakeView)}
	{#if view.read && view.read.faults.length > 0}
		<h4 class="mt-3">{formatCount(view.read.faultCount)} {view.read.faultCount === 1 ? 'fault' : 'faults'}</h4>
		<div class="faults mt-1" role="region" aria-label="Faults of the file" tabindex="-1">
			<table class="grid-table">
				<thead
					><tr><th scope="col" class="w-[38%]">Where</th><th scope="col">What, and what loading does about it</th></tr
					></thead
				>
				<tbody
					>{#each view.read.faults.slice(0, 200) as fault, at (at)}<tr
							><td class="line-face small break-all">{fault.place ?? 'the file'}</td><td class="small"
								>{fault.message}</td
							></tr
						>{/each}</tbody
				>
			</table>
		</div>
		{#if view.read.faultCount > 200}<p class="small soft mt-1">
				and {formatCount(view.read.faultCount - 200)} more
			</p>{/if}
	{/if}
{/snippet}

<style>
	.bar {
		width: min(100%, 32rem);
		height: 6px;
		accent-color: var(--link);
	}
	.faults :is(td, th):first-child {
		padding-left: 8px;
	}
	.faults {
		max-height: 18rem;
		overflow: auto;
		border: 1px solid var(--rule);
	}
</style>
