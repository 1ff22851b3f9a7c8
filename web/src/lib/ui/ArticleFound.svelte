<!-- Beside a known article: the record that it is, those that it may be, or what to do. -->
<script lang="ts">
	import Ship from '@lucide/svelte/icons/ship';
	import type { ArticleState } from '$lib/contract/enquiries';
	import { useWorkspace } from '$lib/client/context';

	let { state, collection }: { state: ArticleState | undefined; collection: string | null } = $props();
	const { enquiry } = useWorkspace();
	const use = (article: string, identifier: string) =>
		enquiry.set(['articles', article, 'identifier'], identifier, 'identify a known article');
</script>

{#if collection !== null && state}
	{#if state.state === 'held'}<span class="small" title={state.record.title}
			><Ship size={13} class="inline" /> {state.record.id}{state.record.year ? `, ${state.record.year}` : ''}</span
		>
	{:else if state.state === 'likely'}
		<span class="small">Is it {state.records.length === 1 ? 'this record' : 'one of these records'}?</span>
		{#each state.records as record (record.id)}
			<span class="small block mt-1"
				>{record.title}{record.year ? ` (${record.year})` : ''}
				{#if enquiry.editable}<button
						class="btn btn-sm preset-outlined-surface-500"
						aria-label="It is {record.id}"
						onclick={() => use(state.article, record.id)}>It is {record.id}</button
					>{/if}</span
			>
		{/each}
	{:else if state.state === 'missing'}<span class="small missing"
			>Not in {collection}: check the identifier, or type the title.</span
		>{/if}
{/if}

<style>
	.missing {
		color: var(--note);
	}
</style>
