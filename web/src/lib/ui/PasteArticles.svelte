<!-- Known articles from a pasted list: titles, references or identifiers, one per line; shown before they are added. -->
<script lang="ts">
	import ClipboardList from '@lucide/svelte/icons/clipboard-list';
	import { pastedReferences } from '@wide-lantern/core/editor';
	import { addArticles, newArticles } from '$lib/client/articles';
	import { useWorkspace } from '$lib/client/context';
	import { count } from '$lib/client/fresh.svelte';
	import Dialog from './Dialog.svelte';

	const { enquiry } = useWorkspace();
	/** Articles that a list may hold. */
	const MOST = 1_000;
	let isOpen = $state(false);
	let text = $state('');
	const found = $derived(pastedReferences(text.slice(0, 1_000_000)));
	const fresh = $derived(newArticles(found, enquiry.document.articles));
	const there = $derived(found.length - fresh.length);

	function add() {
		const added = enquiry.edit(
			`add ${count(fresh.length, 'known article')}`,
			addArticles(fresh, enquiry.document.articles)
		);
		if (!added) return;
		text = '';
		isOpen = false;
	}
</script>

{#if enquiry.editable}
	<button class="btn hover:preset-tonal mt-1" onclick={() => (isOpen = true)}
		><ClipboardList size={15} /> Paste a list</button
	>
	{#if isOpen}
		<Dialog title="Paste known articles" onclose={() => (isOpen = false)}>
			<label class="mt-2"
				><span class="label-text">Titles, references or identifiers, one per line</span><textarea
					class="textarea"
					rows="8"
					bind:value={text}></textarea></label
			>
			{#if found.length > 0}
				<p class="mt-2" role="status">
					{count(fresh.length, 'article')} to add{there > 0 ? `; ${there} already in the list` : ''}.
				</p>
				<ol class="small list mt-1">
					{#each fresh.slice(0, 100) as one, at (at)}<li>
							{one.citation || one.identifier}{#if one.citation && one.identifier}<span class="soft block"
									>{one.identifier}</span
								>{/if}
						</li>{/each}
				</ol>
			{/if}
			{#if fresh.length > MOST}<p class="say fault mt-2" role="alert">
					At most {MOST} articles can be added at once. Remove some lines; nothing was added.
				</p>{/if}
			<p class="mt-4 flex gap-2 justify-end">
				<button class="btn hover:preset-tonal" onclick={() => (isOpen = false)}>Cancel</button>
				<button class="btn preset-filled" disabled={fresh.length === 0 || fresh.length > MOST} onclick={add}
					>{fresh.length === 0 ? 'Add' : `Add ${count(fresh.length, 'article')}`}</button
				>
			</p>
		</Dialog>
	{/if}
{/if}

<style>
	.list {
		max-height: 30vh;
		overflow-y: auto;
		list-style: decimal;
		padding-left: 2rem;
	}
</style>
