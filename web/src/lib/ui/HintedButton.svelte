<!-- A button that says on hovering and on focus what it does, and by which keys. -->
<script lang="ts">
	import { Portal, Tooltip } from '@skeletonlabs/skeleton-svelte';
	import type { Snippet } from 'svelte';

	interface Props {
		/** What it does; its name, where it shows only a picture. */
		hint: string;
		keys?: string;
		/** Its name, where it is another than what it shows. */
		label?: string | undefined;
		class?: string;
		disabled?: boolean;
		pressed?: boolean | undefined;
		onclick: () => void;
		children: Snippet;
	}
	let {
		hint,
		keys = '',
		label,
		class: extra = 'btn hover:preset-tonal',
		disabled = false,
		pressed,
		onclick,
		children
	}: Props = $props();
	let open = $state(false);
</script>

<Tooltip {open} onOpenChange={(change) => (open = change.open)} openDelay={500} closeDelay={0}>
	<Tooltip.Trigger
		class={extra}
		type="button"
		{disabled}
		{onclick}
		{...label === undefined ? {} : { 'aria-label': label }}
		{...pressed === undefined ? {} : { 'aria-pressed': pressed }}
		{...keys === ''
			? {}
			: { 'aria-keyshortcuts': keys.replaceAll(' ', '+').replace('↑', 'ArrowUp').replace('↓', 'ArrowDown') }}
	>
		{@render children()}
	</Tooltip.Trigger>
	{#if open}
		<Portal>
			<Tooltip.Positioner class="z-300!">
				<Tooltip.Content class="hint">
					{hint}{#if keys !== ''}<kbd>{keys}</kbd>{/if}
				</Tooltip.Content>
			</Tooltip.Positioner>
		</Portal>
	{/if}
</Tooltip>

<style>
	:global(.hint) {
		max-width: 20rem;
		padding: 4px 8px;
		border-radius: 4px;
		background: var(--ink);
		color: var(--paper);
		font-size: 13px;
	}
	:global(.hint kbd) {
		margin-left: 10px;
		white-space: nowrap;
		opacity: 0.85;
	}
</style>
