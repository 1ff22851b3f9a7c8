<!-- Records of a line, or of the difference of two: read, judged, sent to a concept. -->
<script lang="ts">
	import BookOpen from '@lucide/svelte/icons/book-open';
	import { PAGE, type RecordReading } from '$lib/client/record-reading.svelte';
	import { useWorkspace } from '$lib/client/context';
	import { formatCount } from '$lib/client/fresh.svelte';
	import Pages from '$lib/ui/Pages.svelte';
	import SaveAs from '../references/SaveAs.svelte';
	import RecordList from './RecordList.svelte';
	import Spread from './Spread.svelte';

	let { reading, revision }: { reading: RecordReading; revision: number | undefined } = $props();
	const { enquiry } = useWorkspace();
	let spread = $state(false);
	let section: HTMLElement | undefined = $state();
	const lines = $derived(enquiry.document.lines);
	const number = (id: string | null) => lines.findIndex((one) => one.id === id) + 1;
	const { line, minus, aloneIn, page, fault } = $derived(reading);

	$effect(() => {
		void revision;
		return reading.ask(() => requestAnimationFrame(() => section?.scrollIntoView({ block: 'start' })));
	});
	const named = $derived(
		aloneIn !== null
			? `line ${number(aloneIn)} that are there by line ${number(line)} alone`
			: `line ${number(line)}${minus === null ? '' : ` without line ${number(minus)}`}`
	);
</script>

<section bind:this={section} id="records" aria-label="Records of {named}">
	<div class="flex flex-wrap gap-x-3 gap-y-1 items-center">
		<h2>Records of</h2>
		<select class="select w-28" bind:value={reading.line} aria-label="Line"
			>{#each lines as one, at (one.id)}<option value={one.id}>line {at + 1}</option>{/each}</select
		>
		<label for="minus">without</label>
		<select
			id="minus"
			class="select w-28"
			value={minus ?? ''}
			onchange={(event) => (reading.minus = event.currentTarget.value || null)}
			><option value="">no line</option>{#each lines as one, at (one.id)}{#if one.id !== line}<option value={one.id}
						>line {at + 1}</option
					>{/if}{/each}</select
		>
		{#if page}<strong class="count" data-total={page.total}>{formatCount(page.total)}</strong>{/if}
		<select class="select w-40 ml-auto" bind:value={reading.order} aria-label="Order"
			><option value="newest">newest first</option><option value="relevance">by relevance</option></select
		>
		<button class="btn hover:preset-tonal" aria-pressed={spread} onclick={() => (spread = !spread)}
			>Distribution and words</button
		>
	</div>
	{#if aloneIn !== null}<p class="small mt-2">
			Only those of line {number(aloneIn)} that are there by line {number(line)} alone.
			<button class="btn btn-sm hover:preset-tonal" onclick={() => (reading.aloneIn = null)}
				>All records of line {number(line)}</button
			>
		</p>{/if}
	{#if page && page.total > 0}<SaveAs
			address="/api/v1/enquiries/{enquiry.id}/records/file?{new URLSearchParams({
				line: line ?? '',
				...(minus === null ? {} : { minus }),
				...(aloneIn === null ? {} : { alone: aloneIn })
			})}"
			what="the records of {named}"
		/>{/if}
	{#if fault}<p class="say fault mt-2" role="alert">{fault}</p>{/if}
	{#if spread && line !== null}<Spread {line} {minus} {aloneIn} {revision} />{/if}
	{#if page && !fault}
		{#if page.total === 0}<p class="mt-2">
				None. {minus === null
					? 'Look at the terms that bring nothing: a misspelt word is the commonest reason.'
					: 'Every record of the first line is in the second one, too.'}
			</p>{/if}
		<RecordList {page} />
		{#if page.total > PAGE}
			<Pages
				label="Pages of records"
				total={page.total}
				pageSize={PAGE}
				page={reading.number}
				turn={(to) => reading.turnTo(to)}
			/>
		{/if}
	{:else if line === null}
		<p class="soft mt-2">
			<BookOpen size={14} class="inline" /> Choose a line, or press Alt Enter on one in the sheet.
		</p>
	{/if}
</section>
