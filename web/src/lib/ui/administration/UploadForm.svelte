<!-- Takes a file in: from this computer, or from an address that may be reached. -->
<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import { onMount, type Snippet } from 'svelte';
	import { ownJobs, wholeJob } from '$lib/client/jobs.svelte';
	import { hasEnded } from '$lib/contract/jobs';
	import JobProgress from '$lib/ui/JobProgress.svelte';
	import { progressText, shareOf } from '$lib/work/job-words';
	import { formatCount } from '$lib/work/fresh.svelte';
	import { shortName, take, type Answer, type Taking } from '$lib/work/installation';

	let {
		kind,
		what,
		accept,
		options = {},
		children
	}: {
		kind: Taking;
		what: string;
		accept: string;
		options?: Readonly<Record<string, string>>;
		children?: Snippet;
	} = $props();
	let files: FileList | undefined = $state();
	let address = $state('');
	let id = $state('');
	let busy = $state(false);
	let answer = $state.raw<Answer | null>(null);
	/** A collection is stored by a job. */
	let job = $state('');
	const running = $derived(ownJobs.list.find((one) => one.id === job && !hasEnded(one.state)) ?? null);
	const file = $derived(files?.[0]);
	const proposed = $derived(shortName(file?.name ?? address));
	const ready = $derived(!busy && !running && (file !== undefined || address.trim() !== '') && (id || proposed) !== '');

	async function load(event: SubmitEvent) {
		event.preventDefault();
		busy = true;
		answer = null;
		const taken = await take(kind, id || proposed, file ?? address.trim(), options);
		busy = false;
		if (taken.ok && taken.id !== undefined) {
			job = taken.id;
			await ownJobs.refresh();
			await ended();
		} else await loaded(taken);
	}
	async function loaded(taken: Answer) {
		answer = taken;
		if (!taken.ok) return;
		id = '';
		address = '';
		await invalidateAll();
	}
	async function ended() {
		const own = ownJobs.list.find((one) => one.id === job);
		if (!own || !hasEnded(own.state)) return;
		job = '';
		const whole = await wholeJob(own.id);
		const records = whole.ok && whole.value.kind === 'collection' ? whole.value.outcome?.records : undefined;
		await loaded({
			ok: own.state === 'done',
			message: own.state === 'cancelled' ? 'Cancelled. Nothing was changed.' : (own.message ?? ''),
			faults: [],
			confirm: false,
			...(records === undefined ? {} : { records })
		});
	}
	onMount(() => ownJobs.whenEnded(() => void ended()));
</script>

<details class="mt-2">
	<summary>Load {what}</summary>
	<form class="mt-2 grid gap-3 max-w-xl" onsubmit={load}>
		<label
			><span class="said">File on this computer</span><input class="chooser" type="file" {accept} bind:files /></label
		>
		<label
			><span class="said">or an address that may be reached</span><input
				class="ask"
				type="url"
				bind:value={address}
				disabled={file !== undefined}
				placeholder="https://vocabularies.example/file.ttl"
			/></label
		>
		<label
			><span class="said">Short name (letters, digits, hyphens); one that is here already is replaced</span><input
				class="ask"
				bind:value={id}
				placeholder={proposed}
				pattern="[a-z][a-z0-9\-]*"
			/></label
		>
		{@render children?.()}
		<div><button class="do first" disabled={!ready}>{busy ? 'Sending …' : 'Load'}</button></div>
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
{#if answer}
	<div class="say mt-2" class:fault={!answer.ok} role="status">
		{#if answer.ok}
			Loaded{#if answer.records !== undefined}: {formatCount(answer.records)} records{/if}{#if answer.faults.length > 0},
				skipping the entries below{/if}.
		{:else}{answer.message}{/if}
		{#if answer.faults.length > 0}
			<ul class="small mt-1 list-disc ml-5">
				{#each answer.faults.slice(0, 30) as fault, at (at)}<li>{fault}</li>{/each}
			</ul>
			{#if answer.faults.length > 30}<p class="small">and {formatCount(answer.faults.length - 30)} more</p>{/if}
		{/if}
	</div>
{/if}

<style>
	summary {
		cursor: pointer;
		color: var(--link);
	}
</style>
