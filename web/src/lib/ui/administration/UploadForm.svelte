<!-- Takes a file in: from this computer, or from an address that may be reached. -->
<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import type { Snippet } from 'svelte';
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
	const file = $derived(files?.[0]);
	const proposed = $derived(shortName(file?.name ?? address));
	const ready = $derived(!busy && (file !== undefined || address.trim() !== '') && (id || proposed) !== '');

	async function load(event: SubmitEvent) {
		event.preventDefault();
		busy = true;
		answer = await take(kind, id || proposed, file ?? address.trim(), options);
		busy = false;
		if (answer.ok) {
			id = '';
			address = '';
			await invalidateAll();
		}
	}
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
		<div><button class="do first" disabled={!ready}>{busy ? 'Loading …' : 'Load'}</button></div>
	</form>
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
