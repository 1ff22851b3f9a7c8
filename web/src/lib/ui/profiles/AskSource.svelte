<!-- What a source says of itself over its connection, and whether the profile fits that. -->
<script lang="ts">
	import { formatCount } from '$lib/work/fresh.svelte';
	import type { ConnectionView } from '$lib/contract/platforms';

	let { told, source }: { told: ConnectionView; source: string } = $props();
</script>

<div class="small" role="status" aria-label="What {source} says of itself">
	{#if 'fault' in told}<span class="bad">{told.fault}</span>
	{:else}
		<p>
			<strong>{told.title || source}</strong> answers{told.portion === null
				? ''
				: `, at most ${formatCount(told.portion)} records at once`}.
			{#each told.contradictions as one (one)}<span class="bad">{one}</span>{:else}It fits the profile.{/each}
		</p>
		<p class="soft">
			Languages: {told.queryTypes.join(', ')}{told.indexes.length > 0 ? `. Indexes: ${told.indexes.join(', ')}` : ''}
		</p>
	{/if}
</div>

<style>
	.bad {
		color: var(--fault);
	}
</style>
