<!-- Two references side by side, differences marked, and what speaks for and against their being one work. -->
<script lang="ts">
	import type { ComparedPair, ComparedReference } from '$lib/contract/duplicates';
	import { rowsOf, type MarkedText } from '$lib/client/duplicates.svelte';

	let { pair }: { pair: ComparedPair } = $props();
	const rows = $derived(rowsOf(pair));
	const sorted = $derived([...pair.agreement].sort((a, b) => Math.abs(b.weight) - Math.abs(a.weight)));
	const share = (likelihood: number) =>
		likelihood > 0.9999 ? 'over 99.99 %' : `${(100 * likelihood).toFixed(likelihood > 0.99 ? 2 : 0)} %`;
</script>

{#snippet marked(texts: readonly MarkedText[])}
	{#each texts as one, at (at)}{#if one.differs}<mark>{one.text}</mark>{:else}{one.text}{/if}{:else}<span class="soft"
			>not given</span
		>{/each}
{/snippet}
{#snippet origin(one: ComparedReference)}
	<b>{one.source}</b><span class="small soft block">{one.fileName}{one.retracted ? ' · retracted' : ''}</span>
{/snippet}

<table class="table pair">
	<thead>
		<tr>
			<th scope="col"><span class="sr-only">Field</span></th>
			<th scope="col">{@render origin(pair.left)}</th>
			<th scope="col">{@render origin(pair.right)}</th>
		</tr>
	</thead>
	<tbody>
		{#each rows as row (row.name)}
			<tr>
				<th scope="row" class="small soft">{row.name}</th>
				<td>{@render marked(row.left)}</td>
				<td>{@render marked(row.right)}</td>
			</tr>
		{/each}
	</tbody>
</table>
<p class="small mt-2">
	<span class="soft">One work with a likelihood of {share(pair.likelihood)}:</span>
	{#each sorted as one (one.field)}<span class="weight" class:against={one.weight < 0}
			>{one.field}
			{one.level}
			<span class="tabular-nums">{one.weight > 0 ? '+' : '−'}{Math.abs(one.weight).toFixed(1)}</span></span
		>{/each}
</p>

<style>
	.pair {
		table-layout: fixed;
	}
	.pair th:first-child {
		width: 92px;
	}
	td {
		vertical-align: top;
		overflow-wrap: anywhere;
	}
	mark {
		background: none;
		color: inherit;
		font-weight: 600;
		border-bottom: 2px solid var(--lit-line);
	}
	.weight {
		display: inline-block;
		margin: 0 6px 4px 0;
		padding: 0 6px;
		border: 1px solid var(--rule);
		border-radius: 4px;
	}
	.against {
		border-color: var(--fault);
		color: var(--fault);
	}
</style>
