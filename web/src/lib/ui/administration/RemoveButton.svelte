<!-- Removes a thing of the installation; asks a second time where somebody uses it. -->
<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import type { Answer } from '$lib/work/installation';
	let { name, act }: { name: string; act: (confirmed: boolean) => Promise<Answer> } = $props();
	let answer = $state.raw<Answer | null>(null);
	let asking = $state(false);

	async function confirmRemove(confirmed: boolean) {
		asking = false;
		answer = await act(confirmed);
		if (answer.ok) await invalidateAll();
	}
</script>

{#if asking || answer?.confirm}
	<span class="small">{answer?.confirm ? answer.message : `Remove ${name}?`}</span>
	<button class="do" onclick={() => void confirmRemove(answer?.confirm ?? false)}>Remove</button>
	<button
		class="do bare"
		onclick={() => {
			asking = false;
			answer = null;
		}}>Keep</button
	>
{:else}
	<button class="do bare" onclick={() => (asking = true)} aria-label="Remove {name}">Remove</button>
	{#if answer && !answer.ok}<span class="say fault small block" role="alert">{answer.message}</span>{/if}
{/if}
