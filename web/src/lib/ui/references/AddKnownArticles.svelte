<!-- The records of a file of known articles become known articles of the brief, in one step. -->
<script lang="ts">
	import type { ReferenceBatch } from '$lib/contract/references';
	import { addArticles, citationOf, newArticles } from '$lib/client/articles';
	import { useWorkspace } from '$lib/client/context';
	import { count } from '$lib/client/fresh.svelte';
	import type { ReferenceFiles } from '$lib/client/references.svelte';

	let { batch, files }: { batch: ReferenceBatch; files: ReferenceFiles } = $props();
	const { enquiry } = useWorkspace();
	/** Records of a file that can become known articles; of more, a person chooses. */
	const MOST = 1_000;
	let isReading = $state(false);
	let said = $state('');

	async function add() {
		isReading = true;
		const records = await files.recordsOf(batch, MOST);
		isReading = false;
		if (records === null) return;
		const known = enquiry.document.articles;
		const fresh = newArticles(
			records.map((record) => ({
				citation: citationOf({ ...record, titles: [record.title] }),
				identifier: record.identifiers[0] ?? ''
			})),
			known
		);
		if (fresh.length === 0) said = 'All of them are among the known articles already.';
		else if (enquiry.edit(`add ${count(fresh.length, 'known article')}`, addArticles(fresh, known)))
			said = `${count(fresh.length, 'known article')} added to the brief.`;
	}
</script>

{#if batch.read <= MOST}
	<p class="mt-2 flex flex-wrap gap-3 items-center">
		<button class="btn preset-outlined-surface-500" disabled={isReading} onclick={() => void add()}
			>{isReading ? 'Reading …' : 'Add its records to the known articles'}</button
		>{#if said}<span class="small" role="status"
				>{said} <a href="/enquiries/{enquiry.id}/brief#articles">See them in the brief</a></span
			>{/if}
	</p>
{:else}<p class="small soft mt-2">
		With more than {MOST} records, choose the known articles one by one: open a record and mark it.
	</p>{/if}
