<!-- A dialog over the page: opened when it is made, closed by Escape or by what is in it. -->
<script lang="ts">
	import type { Snippet } from 'svelte';
	import { Dialog, Portal } from '@skeletonlabs/skeleton-svelte';
	let { title, onclose, children }: { title: string; onclose: () => void; children: Snippet } = $props();
</script>

<!-- What was begun in it is not lost by a click beside it. -->
<Dialog open closeOnInteractOutside={false} onOpenChange={(details) => details.open || onclose()}>
	<Portal>
		<Dialog.Backdrop class="over-page-shade" />
		<Dialog.Positioner class="over-page">
			<Dialog.Content class="over-page-content">
				<Dialog.Title element={heading} />
				{@render children()}
			</Dialog.Content>
		</Dialog.Positioner>
	</Portal>
</Dialog>

{#snippet heading(attributes: object)}<h2 {...attributes}>{title}</h2>{/snippet}

<style>
	:global(.over-page-shade) {
		position: fixed;
		inset: 0;
		z-index: 300;
		background: color-mix(in srgb, var(--ink) 30%, transparent);
	}
	:global(.over-page) {
		position: fixed;
		inset: 0;
		z-index: 301;
		display: grid;
		place-items: center;
		overflow-y: auto;
		padding: 4vh 4vw;
	}
	:global(.over-page-content) {
		max-width: min(56rem, 92vw);
		padding: 16px 20px;
		background: var(--sheet);
		color: var(--ink);
		border: 1px solid var(--edge);
		border-radius: 6px;
	}
</style>
