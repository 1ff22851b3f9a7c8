<!-- One record, with what retrieved it marked. -->
<script lang="ts">
	import type { ShownRecord } from '$lib/contract/records';
	import RecordHeadings from './RecordHeadings.svelte';
	import RecordWhy from './RecordWhy.svelte';
	import Verdict from './Verdict.svelte';
	import { citationOf } from '$lib/client/articles';
	import { stretches } from '$lib/client/records';
	import { useWorkspace } from '$lib/client/context';
	import RecordFlags from '$lib/ui/RecordFlags.svelte';
	import LitText from '$lib/ui/LitText.svelte';
	let { record, line }: { record: ShownRecord; line: number } = $props();
	const { enquiry } = useWorkspace();
</script>

{#snippet text(field: string, entry: number, whole: string)}<LitText
		stretches={stretches(record, field, entry, whole, enquiry.document)}
	/>{/snippet}

<article aria-label="Record {record.id}">
	<p class="small soft">
		{record.id} · retrieved by line {line}
	</p>
	<Verdict record={record.id} stored={record.verdict} cited={citationOf(record)} benchmark={record.benchmark} />
	{#each record.titles as title, at (at)}<h2 class="mt-1">{@render text('ti', at, title)}</h2>{/each}
	<RecordFlags flags={record.flags} />
	<p class="small soft mt-1">{record.authors.join('; ')}. {record.journal}, {record.year ?? 'no year'}</p>
	{#if record.abstract}<p class="mt-3">{@render text('ab', 0, record.abstract)}</p>{:else}<p class="mt-3 soft">
			The source gives no abstract.
		</p>{/if}
	<h3 class="mt-3">Author keywords</h3>
	<p class="small">
		{#each record.keywords as keyword, at (at)}{#if at > 0}<span class="sep">·</span>{/if}{@render text(
				'kw',
				at,
				keyword
			)}{:else}<span class="soft">none</span>{/each}
	</p>
	<RecordHeadings headings={record.headings} record={record.id} />
	<RecordWhy record={record.id} />
</article>
