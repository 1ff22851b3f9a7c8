<script lang="ts">
	import { onMount, tick } from 'svelte';
	import Plus from '@lucide/svelte/icons/plus';
	import type { Concept, Edit } from '@wide-lantern/core/editor';
	import Band from '$lib/ui/concepts/Band.svelte';
	import { useWorkspace } from '$lib/client/context';
	import { Draft } from '$lib/client/draft.svelte';
	import { conceptCountsOf } from '$lib/client/enquiry-figures.svelte';
	import { newConcept } from '$lib/client/terms';

	const { enquiry } = useWorkspace();
	const document = $derived(enquiry.document);
	const counts = conceptCountsOf(enquiry);
	const freshName = new Draft(`${enquiry.id} concept`);

	onMount(() => () => counts.stop());
	$effect(() => {
		void enquiry.revision;
		void counts.ask();
	});
	const old = $derived((counts.value?.revision ?? -1) < enquiry.revision);
	const most = $derived(Math.max(10, ...Object.values(counts.value?.counts ?? {})));
	const usedIn = (concept: string) => new Set(counts.value?.used[concept] ?? []);

	function addConcept(event: SubmitEvent) {
		event.preventDefault();
		if (freshName.text.trim() === '') return;
		enquiry.edit('add a concept', [
			{
				do: 'insert',
				in: ['concepts'],
				item: newConcept(freshName.text.trim()),
				after: document.concepts.at(-1)?.id ?? null
			}
		]);
		freshName.text = '';
		void goTo(document.concepts.length - 1);
	}
	/** Puts the cursor where words are added to a concept; behind the last one, where a concept is. */
	async function goTo(index: number) {
		await tick();
		const next = document.concepts[index];
		const field = next
			? window.document.querySelector<HTMLElement>(`[data-words="${next.id}"]`)
			: window.document.querySelector<HTMLElement>('[data-new-concept]');
		field?.focus();
	}
	function move(index: number, by: -1 | 1) {
		const concept = document.concepts[index];
		const after = document.concepts[by < 0 ? index - 2 : index + 1]?.id ?? null;
		if (concept && index + by >= 0 && index + by < document.concepts.length)
			enquiry.edit('move a concept', [{ do: 'move', at: ['concepts', concept.id], after }]);
	}
	function remove(concept: Concept) {
		const edits: Edit[] = document.parts
			.filter((part) => part.concept === concept.id)
			.map((part) => ({ do: 'set', at: ['parts', part.id, 'concept'], value: null }));
		edits.push(
			...document.lines
				.filter((line) => line.concept === concept.id)
				.map((line): Edit => ({ do: 'set', at: ['lines', line.id, 'concept'], value: null }))
		);
		enquiry.edit(`remove ${concept.name}`, [...edits, { do: 'remove', at: ['concepts', concept.id] }]);
	}
</script>

<h1>Concepts</h1>
{#if document.concepts.length === 0}
	<p class="say mt-3 max-w-2xl">
		Two to four concepts make a search: who, what is done, what comes of it. <a
			href="/enquiries/{enquiry.id}/brief#parts">Parts of the brief</a
		> can become concepts, or begin one here, for example “Adults after surgery”. Words for each are gathered in its band.
	</p>
{/if}
{#if counts.failed}<p class="say mt-3" role="status">{counts.failed}</p>{/if}

{#each document.concepts as concept, index (concept.id)}
	<Band
		{concept}
		{index}
		counts={counts.value?.counts ?? {}}
		elsewhere={counts.value?.elsewhere ?? {}}
		used={usedIn(concept.id)}
		{most}
		{old}
		move={(by) => move(index, by)}
		remove={() => remove(concept)}
		onwards={() => void goTo(index + 1)}
	/>
{/each}

{#if enquiry.editable}
	<form class="mt-6 flex max-w-xl gap-2" onsubmit={addConcept}>
		<label class="flex-1"
			><span class="sr-only">Name of a new concept</span><input
				class="input"
				placeholder="A new concept"
				data-new-concept
				bind:value={freshName.text}
			/></label
		>
		<button class="btn {document.concepts.length === 0 ? 'preset-filled' : 'preset-outlined-surface-500'}"
			><Plus size={15} /> Add concept</button
		>
	</form>
{/if}
