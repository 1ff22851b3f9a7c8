<!-- A source asked over its connection what it says of itself, and whether the profile fits that. -->
<script lang="ts">
	import { askServer } from '$lib/work/ask';
	import { counted } from '$lib/work/fresh.svelte';
	import type { ConnectionView } from '$lib/work/renderings';

	let { profile, source }: { profile: string; source: string } = $props();
	let told = $state.raw<ConnectionView | null>(null);
	let asking = $state(false);
	async function ask() {
		asking = true;
		const answer = await askServer<ConnectionView>(`/api/v1/profiles/${profile}/connection`);
		told = answer.ok ? answer.value : { fault: answer.fault };
		asking = false;
	}
</script>

<button class="do small" disabled={asking} aria-label="Ask {source} what it says of itself" onclick={() => void ask()}>{asking ? 'Asking …' : 'Ask it'}</button>
{#if told}
	<div class="small mt-1" role="status">
		{#if 'fault' in told}<span class="bad">{told.fault}</span>
		{:else}
			<span>{told.title || source} answers{told.portion === null ? '' : `, at most ${counted(told.portion)} records at once`}.</span>
			<span class="soft block">Languages: {told.queryTypes.join(', ')}{told.indexes.length > 0 ? `; indexes: ${told.indexes.join(', ')}` : ''}</span>
			{#each told.contradictions as one (one)}<span class="bad block">{one}</span>{:else}<span class="soft block">It fits the profile.</span>{/each}
		{/if}
	</div>
{/if}

<style>
	.bad {
		color: var(--fault);
	}
</style>
