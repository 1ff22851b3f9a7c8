<!-- The records of one file, and what of it could not be read. -->
<script lang="ts">
	import type { BatchRecord, ReferenceBatch, UnreadableReference } from '$lib/contract/references';
	import { formatCount } from '$lib/client/fresh.svelte';
	import { RECORDS_PAGE, type ReferenceFiles } from '$lib/client/references.svelte';
	import LongTable from '../LongTable.svelte';
	import Pages from '../Pages.svelte';
	import AddKnownArticles from './AddKnownArticles.svelte';
	import MatchHeadings from './MatchHeadings.svelte';
	import SaveAs from './SaveAs.svelte';
	import UnreadablePiece from './UnreadablePiece.svelte';

	let {
		batch,
		files,
		enquiry,
		editable
	}: { batch: ReferenceBatch; files: ReferenceFiles; enquiry: string; editable: boolean } = $props();
	const columns = [
		{ id: 'title', head: 'Title', value: (one: BatchRecord) => one.title.toLowerCase(), width: '54%' },
		{ id: 'authors', head: 'Authors', value: (one: BatchRecord) => (one.authors[0] ?? '').toLowerCase() },
		{ id: 'journal', head: 'Journal', value: (one: BatchRecord) => one.journal.toLowerCase() },
		{ id: 'year', head: 'Year', value: (one: BatchRecord) => one.year ?? 0, right: true }
	];
	const authors = ({ authors: [first, ...others] }: BatchRecord) =>
		first === undefined ? '' : others.length === 0 ? first : `${first} et al.`;
</script>

{#snippet cells(one: BatchRecord)}
	<td>{one.title || '(no title)'}</td>
	<td>{authors(one)}</td>
	<td>{one.journal}</td>
	<td class="text-right tabular-nums">{one.year ?? ''}</td>
{/snippet}

{#snippet pieces(list: readonly UnreadableReference[])}
	<h3 class="mt-4">Could not be read</h3>
	<ul class="mt-1 grid gap-2">
		{#each list as one (one.number)}<li><UnreadablePiece piece={one} {batch} {files} {editable} /></li>{/each}
	</ul>
	{#if batch.unreadable > list.length}<p class="small soft mt-1">
			The first {formatCount(list.length)} of {formatCount(batch.unreadable)}.
		</p>{/if}
{/snippet}

<section class="mt-5" aria-label="Records of {batch.fileName}">
	<h2>{batch.fileName}</h2>
	<SaveAs address="/api/v1/enquiries/{enquiry}/batches/{batch.id}/file" what="the records of {batch.fileName}" />
	{#if batch.purpose === 'known articles' && editable}<AddKnownArticles {batch} {files} />{/if}
	<MatchHeadings {batch} changed={() => files.matched()} />
	{#if files.page}
		<div class="mt-4">
			<LongTable label="Records of {batch.fileName}" rows={files.page.records} {columns} {cells} />
		</div>
		{#if batch.read > RECORDS_PAGE}<Pages
				label="Pages of {batch.fileName}"
				total={batch.read}
				pageSize={RECORDS_PAGE}
				page={files.pageNumber}
				turn={(to) => void files.show(batch.id, to)}
			/>{/if}
		{#if files.page.unreadable.length > 0}{@render pieces(files.page.unreadable)}{/if}
	{:else}<p class="small soft mt-2">Reading the records …</p>{/if}
</section>
