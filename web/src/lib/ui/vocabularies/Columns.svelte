<!-- What the columns of a table mean: guessed, chosen otherwise, and shown on the first rows before anything is read. -->
<script lang="ts">
	import { untrack } from 'svelte';
	import type { TableField, TableLook, TableShape } from '@wide-lantern/core';

	let { look, read }: { look: TableLook; read: (shape: TableShape) => void } = $props();
	const NEW_LINE = '\n';
	const FIELDS: Readonly<Record<TableField, string>> = {
		label: 'Heading',
		id: 'Identifier',
		entryTerms: 'Other names',
		scopeNote: 'Scope note',
		broader: 'Broader',
		related: 'Related',
		seeAlso: 'See also',
		notation: 'Notation',
		since: 'Year it came in',
		before: 'Heading before it',
		formerly: 'Older name of it',
		qualifiers: 'Qualifiers',
		changes: 'Changes'
	};
	let columns = $state<Partial<Record<TableField, number>>>(untrack(() => ({ ...look.proposed.columns })));
	let separator = $state(untrack(() => look.proposed.separator));
	const fieldOf = (column: number) =>
		(Object.keys(FIELDS) as TableField[]).find((field) => columns[field] === column) ?? '';
	function choose(column: number, field: string) {
		const changed = Object.fromEntries(
			Object.entries(columns).filter(([name, at]) => at !== column && name !== field)
		) as typeof columns;
		columns = field === '' ? changed : { ...changed, [field]: column };
	}
	const several = new Set<TableField>([
		'entryTerms',
		'broader',
		'related',
		'seeAlso',
		'before',
		'formerly',
		'qualifiers',
		'changes'
	]);
	const split = (field: string, cell: string) =>
		(several.has(field as TableField) ? cell.split(separator).map((one) => one.trim()) : [cell]).filter(
			(one) => one !== ''
		);
</script>

<p class="mt-2">Say what each column holds. The first rows show how they will be read.</p>
<div class="wide mt-2">
	<table class="table">
		<thead>
			<tr
				>{#each look.header as name, column (column)}<th scope="col"
						><span class="block small soft">{name || `Column ${column + 1}`}</span><select
							class="select"
							aria-label="Meaning of column {name || column + 1}"
							value={fieldOf(column)}
							onchange={(event) => choose(column, event.currentTarget.value)}
							><option value="">not used</option>{#each Object.entries(FIELDS) as [field, title] (field)}<option
									value={field}>{title}</option
								>{/each}</select
						></th
					>{/each}</tr
			>
		</thead>
		<tbody>
			{#each look.rows as row, at (at)}
				<tr
					>{#each look.header as name, column (column)}{@const field = fieldOf(column)}<td
							class="small"
							class:soft={field === ''}
							aria-label={name}
							>{#each split(field, row[column] ?? '') as one, number (number)}<span
									class:value={several.has(field as TableField)}>{one.slice(0, 160)}</span
								>{/each}</td
						>{/each}</tr
				>
			{/each}
		</tbody>
	</table>
</div>
<div class="mt-3 flex flex-wrap gap-4 items-end">
	<label
		><span class="label-text">Values in one cell are separated by</span><select class="select" bind:value={separator}
			><option value="|">a bar |</option><option value=";">a semicolon ;</option><option value=",">a comma ,</option
			><option value={NEW_LINE}>a new line</option></select
		></label
	>
	<button
		class="btn preset-filled"
		disabled={columns.label === undefined}
		onclick={() => read({ delimiter: look.proposed.delimiter, separator, columns: $state.snapshot(columns) })}
		>Read the table</button
	>
	{#if columns.label === undefined}<span class="small soft">One column must hold the heading.</span>{/if}
</div>

<style>
	.wide {
		overflow-x: auto;
		max-width: 100%;
	}
	th {
		min-width: 8rem;
	}
	.value {
		display: inline-block;
		padding: 0 5px;
		margin: 1px 4px 1px 0;
		background: var(--wash);
		border-radius: 3px;
	}
</style>
