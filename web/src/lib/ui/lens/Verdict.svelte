<!-- Marks a record as relevant or not; pressing again takes the mark away. `set:relevant` and `set:irrelevant` name the marked. -->
<script lang="ts">
	import Check from '@lucide/svelte/icons/check';
	import X from '@lucide/svelte/icons/x';
	import type { Mark } from '@wide-lantern/core/editor';
	import { takeBench } from '$lib/work/context';
	import { markEdits } from '$lib/work/marks';
	import { newId } from '$lib/work/new-id';

	let { record, short = false }: { record: string; short?: boolean } = $props();
	const { enquiry } = takeBench();
	const verdict = $derived(enquiry.document.marks.find((one) => one.record === record)?.verdict ?? null);
	const press = (wanted: Mark['verdict']) => enquiry.edit(`mark as ${wanted}`, markEdits(enquiry.document.marks, record, wanted, newId));
</script>

{#if enquiry.editable || verdict}
	<span class="inline-flex gap-1 align-middle">
		<button class="do bare small" class:soft={verdict !== 'relevant'} aria-pressed={verdict === 'relevant'} disabled={!enquiry.editable} title="Relevant" aria-label="Relevant: {record}" onclick={() => press('relevant')}
			><Check size={15} />{#if !short || verdict === 'relevant'}<span class:font-semibold={verdict === 'relevant'}>relevant</span>{/if}</button
		>
		<button class="do bare small" class:soft={verdict !== 'irrelevant'} aria-pressed={verdict === 'irrelevant'} disabled={!enquiry.editable} title="Not relevant" aria-label="Not relevant: {record}" onclick={() => press('irrelevant')}
			><X size={15} />{#if !short || verdict === 'irrelevant'}<span class:font-semibold={verdict === 'irrelevant'}>not relevant</span>{/if}</button
		>
	</span>
{/if}
