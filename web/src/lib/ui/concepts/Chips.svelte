<!-- Terms of one kind of one concept as chips, dragged between bands; the same happens by the menu at each chip. -->
<script lang="ts" generics="Item extends { readonly id: string }">
	import type { Snippet } from 'svelte';
	import { formatCount } from '$lib/client/fresh.svelte';
	import { dndzone, SHADOW_ITEM_MARKER_PROPERTY_NAME, type DndEvent } from 'svelte-dnd-action';

	interface Props {
		items: readonly Item[];
		/** Chips move between lists of one kind only. */
		kind: string;
		label: string;
		editable: boolean;
		chip: Snippet<[Item]>;
		/** Extra classes of a chip. */
		look?: (item: Item, at: number) => string;
		/** A chip was dropped here, behind the one with this identity. */
		dropped: (id: string, after: string | null) => void;
	}
	let { items, kind, label, editable, chip, look = () => '', dropped }: Props = $props();
	let dragged = $state.raw<readonly Item[] | null>(null);
	/** Chips beyond which a list is no reading any more, and slow to lay out. */
	const SHOWN = 150;
	let all = $state(false);
	const listed = $derived(all ? items : items.slice(0, SHOWN));
	const shown = $derived(dragged ?? listed);

	function finish(event: CustomEvent<DndEvent<Item>>) {
		const { items: list, info } = event.detail;
		dragged = null;
		if (info.trigger !== 'droppedIntoZone') return;
		dropped(info.id, list[list.findIndex((one) => one.id === info.id) - 1]?.id ?? null);
	}
</script>

<ul
	class="chips"
	aria-label={label}
	use:dndzone={{
		items: [...shown],
		type: kind,
		flipDurationMs: 120,
		dragDisabled: !editable,
		dropTargetStyle: {},
		dropTargetClasses: ['over'],
		zoneTabIndex: -1,
		zoneItemTabIndex: -1
	}}
	onconsider={(event: CustomEvent<DndEvent<Item>>) => (dragged = event.detail.items)}
	onfinalize={finish}
>
	{#each shown as item, at (item.id)}
		<li class="chip-term {look(item, at)}" class:dim={SHADOW_ITEM_MARKER_PROPERTY_NAME in item}>
			{@render chip(item)}
		</li>
	{/each}
</ul>
{#if listed.length < items.length}<button class="btn btn-sm hover:preset-tonal mt-1" onclick={() => (all = true)}
		>Show all {formatCount(items.length)}</button
	>{/if}

<style>
	.chips {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		min-height: 30px;
		min-width: 3rem;
		border-radius: 4px;
	}
	.chips:global(.over) {
		background: var(--wash);
	}
	/* A family stands together: its chips touch. */
	.chips > :global(.kin) {
		margin-left: -7px;
		border-top-left-radius: 0;
		border-bottom-left-radius: 0;
		border-left-style: dashed;
	}
	.chips > :global(.has-kin) {
		border-top-right-radius: 0;
		border-bottom-right-radius: 0;
	}
</style>
