<!-- The strategy as it is printed: a plain table, on paper only. -->
<script lang="ts">
	import type { EnquiryDocument } from '@wide-lantern/core/editor';
	import { linesWithConcepts } from '$lib/client/line-names';
	import type { SheetView } from '$lib/contract/sheet';
	import { formatCount } from '$lib/client/fresh.svelte';

	let { document, view }: { document: EnquiryDocument; view: SheetView | null } = $props();
	const lines = $derived(linesWithConcepts(document, view?.lines ?? []));
</script>

<table>
	<caption
		>{document.title || document.question}{#if view?.collection}<br />Counts: {view.collection.name}, {formatCount(
				view.collection.size
			)} records, taken on {view.collection.takenOn}; revision {view.revision}{/if}</caption
	>
	<thead
		><tr
			><th scope="col">Line</th><th scope="col">Concept</th><th scope="col">Expression</th><th scope="col">Records</th
			></tr
		></thead
	>
	<tbody>
		{#each lines as line (line.number)}
			<tr
				><td>{line.number}</td><td>{line.concept?.letter ?? ''}</td><td
					>{line.text}{#if line.label}<br /><em>{line.label}</em>{/if}</td
				><td>{line.state === 'counted' ? formatCount(line.count) : line.state}</td></tr
			>
		{/each}
	</tbody>
</table>

<style>
	table {
		display: none;
	}
	@media print {
		table {
			display: table;
			width: 100%;
			border-collapse: collapse;
			font-size: 11pt;
		}
		caption {
			text-align: left;
			font-weight: 600;
			padding-bottom: 8pt;
		}
		th,
		td {
			text-align: left;
			vertical-align: top;
			border-bottom: 0.5pt solid #999;
			padding: 3pt 6pt;
		}
		tr {
			break-inside: avoid;
		}
	}
</style>
