<!-- What a source says of itself over its connection, and whether the profile fits that. -->
<script lang="ts">
	import { formatCount } from '$lib/client/fresh.svelte';
	import type { ConnectionView } from '$lib/contract/platforms';

	let { connection, source }: { connection: ConnectionView; source: string } = $props();
</script>

<div class="small" role="status" aria-label="What {source} says of itself">
	{#if 'fault' in connection}<span class="bad">{connection.fault}</span>
	{:else}
		<p>
			<strong>{connection.title || source}</strong> answers{connection.portion === null
				? ''
				: `, at most ${formatCount(connection.portion)} records at once`}.
			{#each connection.contradictions as one (one)}<span class="bad">{one}</span>{:else}It fits the profile.{/each}
		</p>
		<p class="soft">
			Languages: {connection.queryTypes.join(', ')}{connection.indexes.length > 0
				? `. Indexes: ${connection.indexes.join(', ')}`
				: ''}
		</p>
	{/if}
</div>

<style>
	.bad {
		color: var(--fault);
	}
</style>
