<!-- A dialog over the page: opened when it is made, closed by Escape or by what is in it. -->
<script lang="ts">
	import { onMount, type Snippet } from 'svelte';
	let { title, onclose, children }: { title: string; onclose: () => void; children: Snippet } = $props();
	let dialog: HTMLDialogElement;
	onMount(() => dialog.showModal());
</script>

<dialog bind:this={dialog} aria-label={title} oncancel={onclose}>
	<h2>{title}</h2>
	{@render children()}
</dialog>

<style>
	dialog {
		max-width: min(56rem, 92vw);
		margin: auto;
		padding: 16px 20px;
		background: var(--sheet);
		color: var(--ink);
		border: 1px solid var(--edge);
		border-radius: 6px;
	}
	dialog::backdrop {
		background: color-mix(in srgb, var(--ink) 30%, transparent);
	}
</style>
