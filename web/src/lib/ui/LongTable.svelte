<!-- A table of any number of rows: ordered by a click on a column's head, and only the rows in sight are laid out. -->
<script lang="ts" generics="Row extends RowData">
	import type { Snippet } from 'svelte';
	import { get } from 'svelte/store';
	import {
		createSortedRowModel,
		createTable,
		rowSortingFeature,
		sortFn_basic,
		tableFeatures,
		type RowData
	} from '@tanstack/svelte-table';
	import { createVirtualizer } from '@tanstack/svelte-virtual';
	import { ArrowDown, ArrowUp } from '@lucide/svelte';

	interface Column {
		readonly id: string;
		readonly head: string;
		readonly title?: string;
		/** What rows are ordered by: numbers from the largest down at first, texts from A. */
		readonly value: (row: Row) => string | number;
		readonly right?: boolean;
		readonly width?: string;
	}
	let {
		label,
		rows,
		columns,
		cells,
		faint = () => false,
		height = 36
	}: {
		label: string;
		rows: readonly Row[];
		columns: readonly Column[];
		/** The `td`s of a row, and its place in `rows`. */
		cells: Snippet<[row: Row, at: number]>;
		faint?: (row: Row) => boolean;
		/** Height of a row in pixels, as far as is known before it is laid out. */
		height?: number;
	} = $props();
	/** Up to so many rows are simply all there. */
	const FEW = 60;

	const features = tableFeatures({
		rowSortingFeature,
		sortedRowModel: createSortedRowModel(),
		sortFns: { basic: sortFn_basic }
	});
	const table = createTable<typeof features, Row>({
		features,
		get columns() {
			return columns.map(({ id, head, value }) => ({ id, header: head, accessorFn: value, sortFn: 'basic' as const }));
		},
		get data() {
			return rows as Row[];
		}
	});
	const ordered = $derived(table.getRowModel().rows);
	const long = $derived(rows.length > FEW);

	let scroller = $state<HTMLDivElement | null>(null);
	const virtual = createVirtualizer<HTMLDivElement, HTMLTableRowElement>({
		count: 0,
		getScrollElement: () => scroller,
		estimateSize: () => height,
		overscan: 12
	});
	$effect(() => {
		const keys = ordered.map((row) => row.id);
		get(virtual).setOptions({
			count: long ? keys.length : 0,
			getScrollElement: () => scroller,
			getItemKey: (at) => keys[at] ?? at
		});
	});
	const inSight = $derived(
		long
			? $virtual.getVirtualItems().filter((item) => item.index < ordered.length)
			: ordered.map((row, index) => ({ index, key: row.id, start: 0, end: 0 }))
	);
	const above = $derived(inSight[0]?.start ?? 0);
	const below = $derived(long ? Math.max(0, $virtual.getTotalSize() - (inSight.at(-1)?.end ?? 0)) : 0);
	const measured = (row: HTMLTableRowElement) => {
		if (long) $virtual.measureElement(row);
	};
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div
	bind:this={scroller}
	class:long
	tabindex={long ? 0 : undefined}
	role={long ? 'region' : undefined}
	aria-label={long ? label : undefined}
>
	<table class="table small" aria-label={label} aria-rowcount={rows.length + 1}>
		<thead>
			<tr>
				{#each columns as column (column.id)}
					{@const sortable = table.getColumn(column.id)}
					{@const order = sortable?.getIsSorted() ?? false}
					<th
						scope="col"
						class:text-right={column.right}
						style:width={column.width}
						aria-sort={order === 'asc' ? 'ascending' : order === 'desc' ? 'descending' : undefined}
						><button class="head" title={column.title} onclick={() => sortable?.toggleSorting(undefined, false)}
							>{column.head}{#if order === 'asc'}<ArrowUp size={12} aria-hidden="true" />{:else if order}<ArrowDown
									size={12}
									aria-hidden="true"
								/>{/if}</button
						></th
					>
				{/each}
			</tr>
		</thead>
		<tbody>
			{#if above > 0}<tr class="space" aria-hidden="true"
					><td colspan={columns.length} style:height="{above}px"></td></tr
				>{/if}
			{#each inSight as item (item.key)}
				{@const row = ordered[item.index]}
				{#if row}<tr
						class:soft={faint(row.original)}
						data-index={item.index}
						aria-rowindex={item.index + 2}
						use:measured>{@render cells(row.original, row.index)}</tr
					>{/if}
			{/each}
			{#if below > 0}<tr class="space" aria-hidden="true"
					><td colspan={columns.length} style:height="{below}px"></td></tr
				>{/if}
		</tbody>
	</table>
</div>

<style>
	.long {
		max-height: 60vh;
		overflow-y: auto;
	}
	.long thead th {
		position: sticky;
		top: 0;
		background: var(--ground, var(--paper));
		z-index: 1;
	}
	.head {
		font: inherit;
		color: inherit;
		white-space: nowrap;
		cursor: pointer;
	}
	.head :global(svg) {
		display: inline;
		margin-inline-start: 2px;
	}
	.space td {
		padding: 0;
		border: 0;
	}
</style>
