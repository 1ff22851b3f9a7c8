<!-- Every key of the sheet, in one place. -->
<script lang="ts">
	import Dialog from '$lib/ui/Dialog.svelte';
	import { KEYS } from '$lib/client/help';
	let { onclose }: { onclose: () => void } = $props();
</script>

<Dialog title="Keyboard map" {onclose}>
	<table class="table small mt-2">
		<tbody
			>{#each KEYS as [keys, what] (keys)}<tr><th scope="row" class="keys">{keys}</th><td>{what}</td></tr>{/each}</tbody
		>
	</table>
	<p class="mt-3"><button class="btn preset-filled" onclick={onclose}>Close</button></p>
</Dialog>

<style>
	.keys {
		width: 12rem;
		white-space: nowrap;
		text-align: left;
		color: var(--ink);
		border-bottom: 1px solid var(--rule);
	}
</style>
