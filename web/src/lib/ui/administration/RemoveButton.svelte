<!-- Removes a thing of the installation; asks a second time where somebody uses it. -->
<script lang="ts">
	import { reloadData } from '$lib/client/reload-data';
	import type { Answer } from '$lib/contract/call-server';
	import type { InUse } from '$lib/contract/vocabularies';
	import { asksForConfirmation } from '$lib/client/installation';
	let { name, act }: { name: string; act: (confirmed: boolean) => Promise<Answer<object, InUse>> } = $props();
	let answer = $state.raw<Answer<object, InUse> | null>(null);
	const fault = $derived(answer === null || answer.ok ? '' : answer.fault);
	const inUse = $derived(answer !== null && asksForConfirmation(answer));
	let asking = $state(false);

	async function confirmRemove(confirmed: boolean) {
		asking = false;
		answer = await act(confirmed);
		if (answer.ok) await reloadData();
	}
</script>

{#if asking || inUse}
	<span class="small">{inUse ? fault : `Remove ${name}?`}</span>
	<button class="btn preset-outlined-surface-500" onclick={() => void confirmRemove(inUse)}>Remove</button>
	<button
		class="btn hover:preset-tonal"
		onclick={() => {
			asking = false;
			answer = null;
		}}>Keep</button
	>
{:else}
	<button class="btn btn-sm hover:preset-tonal" onclick={() => (asking = true)} aria-label="Remove {name}"
		>Remove</button
	>
	{#if fault}<span class="say fault small block" role="alert">{fault}</span>{/if}
{/if}
