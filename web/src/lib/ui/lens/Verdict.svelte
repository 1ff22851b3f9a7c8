<!-- Judges a record as relevant or not; pressing again withdraws the verdict. `set:relevant` and `set:irrelevant` name the judged. -->
<script lang="ts">
	import Check from '@lucide/svelte/icons/check';
	import Ship from '@lucide/svelte/icons/ship';
	import X from '@lucide/svelte/icons/x';
	import type { Verdict } from '@wide-lantern/core/editor';
	import { useWorkspace } from '$lib/client/context';
	import { newId } from '$lib/client/new-id';

	/** `stored` is the verdict that came with the record. `cited` is the record as a reference, with which it can become a known article; `benchmark` says that it is one. */
	let {
		record,
		stored,
		short = false,
		cited,
		benchmark = false
	}: { record: string; stored: Verdict | null; short?: boolean; cited?: string; benchmark?: boolean } = $props();
	const { enquiry } = useWorkspace();
	const verdict = $derived(enquiry.judgements.verdictOn(record, stored));
	const own = $derived(
		enquiry.document.articles.find((one) => one.identifier.trim().toLowerCase() === record.toLowerCase())
	);
	function know() {
		if (own) enquiry.edit('remove a known article', [{ do: 'remove', at: ['articles', own.id] }]);
		else
			enquiry.edit('add a known article', [
				{
					do: 'insert',
					in: ['articles'],
					item: { id: newId(), citation: cited ?? '', identifier: record },
					after: enquiry.document.articles.at(-1)?.id ?? null
				}
			]);
	}
	const press = (wanted: Verdict) => enquiry.judge(record, verdict === wanted ? null : wanted, stored);
</script>

{#if enquiry.editable || verdict}
	<span class="inline-flex flex-wrap align-middle" class:gap-1={short}>
		<button
			class="btn btn-sm hover:preset-tonal"
			class:soft={verdict !== 'relevant'}
			aria-pressed={verdict === 'relevant'}
			disabled={!enquiry.editable}
			title="Relevant"
			aria-label="Relevant: {record}"
			onclick={() => press('relevant')}
			><Check size={15} />{#if !short || verdict === 'relevant'}<span class:font-semibold={verdict === 'relevant'}
					>relevant</span
				>{/if}</button
		>
		<button
			class="btn btn-sm hover:preset-tonal"
			class:soft={verdict !== 'irrelevant'}
			aria-pressed={verdict === 'irrelevant'}
			disabled={!enquiry.editable}
			title="Not relevant"
			aria-label="Not relevant: {record}"
			onclick={() => press('irrelevant')}
			><X size={15} />{#if !short || verdict === 'irrelevant'}<span class:font-semibold={verdict === 'irrelevant'}
					>not relevant</span
				>{/if}</button
		>
		{#if cited !== undefined}<button
				class="btn btn-sm hover:preset-tonal"
				class:soft={!own && !benchmark}
				aria-pressed={own !== undefined || benchmark}
				disabled={!enquiry.editable || (benchmark && !own)}
				title="Known article"
				aria-label="Known article: {record}"
				onclick={know}
				><Ship size={15} />{#if !short || own || benchmark}<span class:font-semibold={own !== undefined || benchmark}
						>known article</span
					>{/if}</button
			>{/if}
	</span>
{/if}
