<!-- What changed between two editions of a vocabulary. -->
<script lang="ts">
	import type { VocabularyEntry } from '$lib/contract/vocabularies';
	import { formatCount } from '$lib/client/fresh.svelte';
	import { CHANGE_NAMES, changesOf, changeText } from '$lib/client/editions';

	let { entry }: { entry: VocabularyEntry } = $props();
	let from = $state(0);
	let kind = $state('');
	const newest = $derived(entry.editions[0]);
	const older = $derived(entry.editions.slice(1));
	const chosen = $derived(older.find((one) => one.number === from) ?? older[0]);
	const asked = $derived(chosen && newest ? changesOf(entry.id, chosen.number, newest.number) : null);
	const nameOf = (one: { number: number; edition: string; takenOn: string }) =>
		`${one.edition || `no. ${one.number}`} (loaded ${one.takenOn})`;
</script>

{#if asked && newest && chosen}
	<p class="mt-2 flex flex-wrap gap-2 items-center">
		What changed from
		<select
			class="select w-auto"
			aria-label="Older edition"
			value={chosen.number}
			onchange={(event) => (from = Number(event.currentTarget.value))}
			>{#each older as one (one.number)}<option value={one.number}>{nameOf(one)}</option>{/each}</select
		>
		to {nameOf(newest)}
	</p>
	{#await asked}
		<p class="small soft mt-2">Comparing …</p>
	{:then compared}
		{#if compared.all === 0}<p class="mt-2">Nothing: both say the same.</p>{:else}
			<p class="mt-2 flex flex-wrap gap-2">
				<button class="btn preset-outlined-surface-500" aria-pressed={kind === ''} onclick={() => (kind = '')}
					>all {formatCount(compared.all)}</button
				>
				{#each Object.entries(CHANGE_NAMES) as [name, title] (name)}{#if compared.counts[name]}<button
							class="btn preset-outlined-surface-500"
							aria-pressed={kind === name}
							onclick={() => (kind = name)}>{title} {formatCount(compared.counts[name])}</button
						>{/if}{/each}
			</p>
			<ul class="changes mt-2">
				{#each compared.changes.filter((one) => kind === '' || one.kind === kind).slice(0, 500) as change, at (at)}<li>
						<b>{change.label}</b> <span class="soft">{changeText(change)}</span>
					</li>{/each}
			</ul>
		{/if}
	{:catch error}
		<p class="say fault small" role="alert">
			{error instanceof Error ? error.message : 'The editions could not be compared.'}
		</p>
	{/await}
{/if}

<style>
	.changes {
		max-height: 20rem;
		overflow: auto;
	}
	.changes li {
		padding: 3px 0;
		border-bottom: 1px solid var(--rule);
	}
</style>
