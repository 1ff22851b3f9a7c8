<!-- Accepts files dropped anywhere on the page; while they are dragged over it, a message says what dropping them does. -->
<script lang="ts">
	let { says, ondrop }: { says: string; ondrop: (files: readonly File[]) => void } = $props();
	/** Nested elements that the files have been dragged into and not out of; 0 where no files are over the page. */
	let over = $state(0);
	const hasFiles = (event: DragEvent) => event.dataTransfer?.types.includes('Files') === true;
	/** A place of its own takes its files itself. */
	const isTaken = (event: DragEvent) =>
		event.target instanceof Element && event.target.closest('[data-scope=file-upload]') !== null;
</script>

<svelte:window
	ondragenter={(event) => hasFiles(event) && over++}
	ondragleave={(event) => hasFiles(event) && (over = Math.max(0, over - 1))}
	ondragover={(event) => hasFiles(event) && !isTaken(event) && event.preventDefault()}
	ondrop={(event) => {
		over = 0;
		if (!hasFiles(event) || isTaken(event)) return;
		event.preventDefault();
		const files = [...(event.dataTransfer?.files ?? [])];
		if (files.length > 0) ondrop(files);
	}}
/>
{#if over > 0}<p class="over" role="status">{says}</p>{/if}

<style>
	.over {
		position: fixed;
		inset: auto 0 0;
		z-index: 250;
		padding: 12px;
		text-align: center;
		font-weight: 700;
		background: var(--ink);
		color: var(--sheet);
		pointer-events: none;
	}
</style>
