<!-- What the columns of a table, the paths of XML or the properties of RDF hold: guessed, chosen otherwise, and shown on the first headings before anything is read. -->
<script lang="ts">
	import { untrack } from 'svelte';
	import { formatCount } from '$lib/client/fresh.svelte';
	import { FieldChoice, FIELD_NAMES, shortNames } from '$lib/client/field-choice.svelte';
	import type { TableLook, TableShape } from '@wide-lantern/core';

	interface Props {
		look: TableLook;
		read: (shape: TableShape) => void;
		/** Looks at the file again, with another element or class as the heading. */
		again: (element: string) => void;
	}
	let { look, read, again }: Props = $props();
	const NEW_LINE = '\n';
	const SHOWN = 3;
	const choice = new FieldChoice(untrack(() => look));
	const names = $derived(shortNames(look.header));
	const elementNames = $derived(shortNames(look.elements.map(({ name }) => name)));
</script>

<p class="mt-2">
	{look.of === 'table'
		? 'Say what each column holds. The first rows show how they will be read.'
		: look.of === 'xml'
			? 'Say what each part of an element holds. The first elements show how they will be read.'
			: 'This is RDF, but not SKOS. Say what each property holds. The first entries show how they will be read.'}
</p>
{#if look.elements.length > 1}
	<label class="mt-2 block"
		><span class="label-text">{look.of === 'xml' ? 'A heading is each' : 'Headings are of the class'}</span><select
			class="select w-auto max-w-full"
			value={look.proposed.element}
			onchange={(event) => {
				again(event.currentTarget.value);
			}}
			>{#each look.elements as { name, count }, at (name)}<option value={name}
					>{elementNames[at]} ({formatCount(count)})</option
				>{/each}</select
		></label
	>
{/if}
<table class="table mt-2 stacked" aria-label="What the columns hold">
	<thead>
		<tr
			><th scope="col" class="w-[24%]">{look.of === 'table' ? 'Column' : look.of === 'xml' ? 'Part' : 'Property'}</th
			><th scope="col" class="w-[180px]">Holds</th><th scope="col"
				>The first {look.rows.length === 1 ? 'heading' : 'headings'}</th
			></tr
		>
	</thead>
	<tbody>
		{#each look.header as name, column (column)}
			{@const field = choice.fieldOf(column)}
			<tr>
				<td class="break-words" title={name}>{names[column] || `Column ${column + 1}`}</td>
				<td
					><select
						class="select"
						aria-label="Meaning of column {names[column] || column + 1}"
						value={field}
						onchange={(event) => {
							choice.choose(column, event.currentTarget.value);
						}}
						><option value="">not used</option>{#each Object.entries(FIELD_NAMES) as [id, title] (id)}<option value={id}
								>{title}</option
							>{/each}</select
					></td
				>
				<td class="small" class:soft={field === ''} aria-label={names[column]}
					>{#each look.rows.slice(0, SHOWN) as row, at (at)}<span class="sample"
							>{#each choice.valuesOf(column, row[column] ?? '') as value, number (number)}<span
									class:value={choice.isSeveral(column)}>{value.slice(0, 160)}</span
								>{:else}<span class="soft">–</span>{/each}</span
						>{/each}</td
				>
			</tr>
		{/each}
	</tbody>
</table>
<div class="mt-3 flex flex-wrap gap-4 items-end">
	{#if look.of === 'table'}<label
			><span class="label-text">Values in one cell are separated by</span><select
				class="select"
				bind:value={choice.separator}
				><option value="|">a bar |</option><option value=";">a semicolon ;</option><option value=",">a comma ,</option
				><option value={NEW_LINE}>a new line</option></select
			></label
		>{/if}
	<button class="btn preset-filled" disabled={!choice.canRead} onclick={() => read(choice.shape)}
		>{look.of === 'table' ? 'Read the table' : 'Read the file'}</button
	>
	{#if !choice.canRead}<span class="small soft"
			>{look.of === 'table' ? 'One column' : 'One of them'} must hold the heading.</span
		>{/if}
</div>

<style>
	.sample {
		display: block;
		padding: 1px 0;
	}
	.sample + .sample {
		border-top: 1px dotted var(--rule);
	}
	.value {
		display: inline-block;
		padding: 0 5px;
		margin: 1px 4px 1px 0;
		background: var(--wash);
		border-radius: 3px;
	}
</style>
