<!-- A list of the enquiry whose rows are added, edited in place, and taken out (undo brings them back). -->
<script lang="ts" generics="Item extends { id: string }">
	import type { Snippet } from 'svelte';
	import Plus from '@lucide/svelte/icons/plus';
	import X from '@lucide/svelte/icons/x';
	import type { Json } from '@wide-lantern/core/editor';
	import { useWorkspace } from '$lib/client/context';
	import { newId } from '$lib/client/new-id';

	interface Props {
		list: string;
		items: readonly Item[];
		fresh: Record<string, Json>;
		add: string;
		/** What one row is, for the button that takes it out. */
		one: string;
		head?: readonly { title: string; width?: string }[];
		row: Snippet<[Item]>;
	}
	let { list, items, fresh, add, one, head, row }: Props = $props();
	const { enquiry } = useWorkspace();
	let body: HTMLElement | undefined = $state();

	function insert() {
		const after = items.at(-1)?.id ?? null;
		enquiry.edit(add, [{ do: 'insert', in: [list], item: { ...fresh, id: newId() }, after }]);
		requestAnimationFrame(() =>
			body?.querySelector<HTMLElement>(':scope > :last-child input, :scope > :last-child textarea')?.focus()
		);
	}
</script>

{#if items.length > 0}
	<table class="table rows">
		{#if head}
			<thead
				><tr
					>{#each head as column (column.title)}<th style:width={column.width} scope="col">{column.title}</th
						>{/each}{#if enquiry.editable}<th style:width="2rem"><span class="sr-only">Remove</span></th>{/if}</tr
				></thead
			>
		{/if}
		<tbody bind:this={body}>
			{#each items as item, at (item.id)}
				<tr>
					{@render row(item)}
					{#if enquiry.editable}
						<td class="w-8"
							><button
								class="btn hover:preset-tonal"
								aria-label="Remove {one} {at + 1}"
								onclick={() => enquiry.edit(`remove ${one}`, [{ do: 'remove', at: [list, item.id] }])}
								><X size={15} /></button
							></td
						>
					{/if}
				</tr>
			{/each}
		</tbody>
	</table>
{/if}
{#if enquiry.editable}<button class="btn hover:preset-tonal mt-1" onclick={insert}><Plus size={15} /> {add}</button
	>{/if}

<style>
	/* In a narrow window each row stands as a block: columns would be too narrow to type in. */
	@media (max-width: 640px) {
		.rows,
		.rows tbody,
		.rows tr,
		.rows :global(td) {
			display: block;
			width: 100%;
		}
		.rows thead {
			display: none;
		}
		.rows tr {
			padding: 6px 0;
			border-bottom: 1px solid var(--rule);
		}
		.rows :global(td) {
			border-bottom: 0;
			padding: 2px 0;
		}
	}
</style>
