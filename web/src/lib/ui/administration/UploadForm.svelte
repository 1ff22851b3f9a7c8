<!-- Loads a file: from this computer, or from an address that may be reached. -->
<script lang="ts">
	import { reloadData } from '$lib/client/reload-data';
	import { onMount, type Snippet } from 'svelte';
	import { ownJobs, wholeJob } from '$lib/client/jobs.svelte';
	import { hasEnded } from '$lib/contract/jobs';
	import FileField from '$lib/ui/FileField.svelte';
	import JobProgress from '$lib/ui/JobProgress.svelte';
	import { progressText, shareOf } from '$lib/client/job-words';
	import { records } from '$lib/client/fresh.svelte';
	import { load as loadFile, shortName, type CollectionOptions, type LoadedKind } from '$lib/client/installation';

	let {
		kind,
		what,
		endings,
		options = {},
		children
	}: {
		kind: LoadedKind;
		what: string;
		/** Of file names, with their dots. */
		endings: readonly string[];
		options?: CollectionOptions;
		children?: Snippet;
	} = $props();
	let file = $state.raw<File | null>(null);
	let address = $state('');
	let id = $state('');
	let busy = $state(false);
	let done = $state('');
	let fault = $state('');
	/** A collection is stored by a job. */
	let job = $state('');
	const running = $derived(ownJobs.list.find((one) => one.id === job && !hasEnded(one.state)) ?? null);
	const proposed = $derived(shortName(file?.name ?? address));
	const ready = $derived(!busy && !running && (file !== null || address.trim() !== '') && (id || proposed) !== '');

	async function load(event: SubmitEvent) {
		event.preventDefault();
		busy = true;
		done = fault = '';
		const answer = await loadFile(kind, id || proposed, file ?? address.trim(), options);
		busy = false;
		if (!answer.ok) fault = answer.fault;
		else if (answer.value.id === undefined) await loaded('Loaded.');
		else {
			job = answer.value.id;
			await ownJobs.refresh();
			await ended();
		}
	}
	async function loaded(sentence: string) {
		done = sentence;
		file = null;
		id = '';
		address = '';
		await reloadData();
	}
	async function ended() {
		const own = ownJobs.list.find((one) => one.id === job);
		if (!own || !hasEnded(own.state)) return;
		job = '';
		const whole = await wholeJob(own.id);
		const counted = whole.ok && whole.value.kind === 'collection' ? whole.value.outcome?.records : undefined;
		if (own.state !== 'done')
			fault = own.state === 'cancelled' ? 'Cancelled. Nothing was changed.' : (own.message ?? '');
		else await loaded(counted === undefined ? 'Loaded.' : `Loaded: ${records(counted)}.`);
	}
	onMount(() => ownJobs.whenEnded(() => void ended()));
</script>

<details class="mt-2">
	<summary>Load {what}</summary>
	<form class="mt-2 grid grid-cols-1 gap-3 max-w-xl" onsubmit={load}>
		<FileField label="File on this computer" {endings} {file} choose={(chosen) => (file = chosen)} />
		<label
			><span class="label-text">or an address that may be reached</span><input
				class="input"
				type="url"
				bind:value={address}
				disabled={file !== null}
				placeholder="https://vocabularies.example/file.ttl"
			/></label
		>
		<label
			><span class="label-text">Short name (letters, digits, hyphens); one that is here already is replaced</span><input
				class="input"
				bind:value={id}
				placeholder={proposed}
				pattern="[a-z][a-z0-9\-]*"
			/></label
		>
		{@render children?.()}
		<div><button class="btn preset-filled" disabled={!ready}>{busy ? 'Sending …' : 'Load'}</button></div>
	</form>
	{#if running}<div class="mt-3">
			<JobProgress
				text={progressText(running)}
				share={shareOf(running)}
				oncancel={() => void ownJobs.change(running.id, 'cancel')}
				note="What is here now stays in use until all of it is stored."
			/>
		</div>{/if}
</details>
{#if done || fault}
	<div class="say mt-2" class:fault={fault !== ''} role="status">{fault || done}</div>
{/if}

<style>
	summary {
		cursor: pointer;
		color: var(--link);
	}
</style>
