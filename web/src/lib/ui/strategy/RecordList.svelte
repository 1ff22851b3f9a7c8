<!-- Records one under the other with what retrieved them marked; one opens in the lens. -->
<script lang="ts">
	import type { RecordPage, ShownRecord } from '$lib/contract/records';
	import LitText from '$lib/ui/LitText.svelte';
	import RecordFlags from '$lib/ui/RecordFlags.svelte';
	import Verdict from '$lib/ui/lens/Verdict.svelte';
	import { useWorkspace } from '$lib/client/context';
	import { citationOf } from '$lib/client/articles';
	import { askingConcepts, stretches } from '$lib/client/records';

	let { page }: { page: RecordPage } = $props();
	const { enquiry, lens } = useWorkspace();
</script>

{#snippet title(record: ShownRecord)}<LitText
		stretches={stretches(record, 'ti', 0, record.titles[0] ?? '', enquiry.document)}
	/>{/snippet}

<ol class="mt-2" start={page.from + 1}>
	{#each page.records as record (record.id)}
		<li class="record">
			<button
				onclick={() => {
					lens.topic = { kind: 'record', line: page.line, record };
					lens.open = true;
				}}>{@render title(record)}<RecordFlags flags={record.flags} /></button
			>
			<Verdict
				record={record.id}
				stored={record.verdict}
				short
				cited={citationOf(record)}
				benchmark={record.benchmark}
			/>
			<span class="small soft block col-span-2"
				>{record.authors[0] ?? ''}{record.authors.length > 1 ? ' and others' : ''}. {record.journal}, {record.year ??
					'–'}{record.headings.length === 0
					? ' · not indexed'
					: ''}{#each record.headings.filter((one) => one.litBy.length > 0) as heading, at (at)}{#if at < 4}<span
							class="ml-2"
							><LitText
								stretches={[
									{ text: heading.label, lit: true, asking: askingConcepts(enquiry.document, heading.litBy) }
								]}
							/></span
						>{/if}{/each}</span
			>
		</li>
	{/each}
</ol>

<style>
	.record {
		display: grid;
		grid-template-columns: 1fr auto;
		column-gap: 12px;
		align-items: start;
		padding: 5px 0;
		border-bottom: 1px solid var(--rule);
	}
	.record > button {
		text-align: left;
		cursor: pointer;
	}
	.record > button:hover {
		color: var(--link);
	}
</style>
