<!-- “No heading fits” is a decision with a reason: checks stop asking, the dossier says it. -->
<script lang="ts">
	import type { Concept } from '@wide-lantern/core/editor';
	import { useWorkspace } from '$lib/client/context';
	import { newId } from '$lib/client/new-id';

	let { concept, letter }: { concept: Concept; letter: string } = $props();
	const workspace = useWorkspace();
	const { enquiry, vocabularies } = workspace;
	const decided = $derived(concept.noHeading ?? []);
	const open = $derived(
		vocabularies.filter(
			(one) =>
				!decided.some((other) => other.vocabulary === one.id) &&
				!concept.headings.some((other) => other.vocabulary === one.id)
		)
	);
	let deciding = $state(false);
	let vocabulary = $state('');
	let reason = $state('');
	const nameOf = (id: string) => vocabularies.find((one) => one.id === id)?.name ?? id;

	function decide(event: SubmitEvent) {
		event.preventDefault();
		const chosen = vocabulary || open[0]?.id;
		if (chosen === undefined || reason.trim().length < 3) return;
		const item = {
			id: newId(),
			vocabulary: chosen,
			reason: reason.trim(),
			by: workspace.personName,
			on: new Date().toISOString().slice(0, 10)
		};
		if (
			enquiry.edit('no heading fits', [
				{ do: 'insert', in: ['concepts', concept.id, 'noHeading'], item, after: decided.at(-1)?.id ?? null }
			])
		) {
			deciding = false;
			reason = '';
			vocabulary = '';
		}
	}
</script>

{#each decided as one (one.id)}
	<p class="mt-1">
		No heading of {nameOf(one.vocabulary)} fits: {one.reason} <span class="small soft">{one.by}, {one.on}</span>
		{#if enquiry.editable}<button
				class="btn btn-sm hover:preset-tonal"
				onclick={() =>
					enquiry.edit('undo: no heading fits', [{ do: 'remove', at: ['concepts', concept.id, 'noHeading', one.id] }])}
				>Undo</button
			>{/if}
	</p>
{/each}
{#if enquiry.editable && open.length > 0}
	{#if deciding}
		<form class="mt-2 flex flex-wrap gap-2 items-end" onsubmit={decide}>
			<label
				><span class="label-text">Vocabulary</span><select class="select" bind:value={vocabulary}
					>{#each open as one (one.id)}<option value={one.id}>{one.name}</option>{/each}</select
				></label
			>
			<label class="flex-1"
				><span class="label-text">Why no heading fits {letter} {concept.name}</span><input
					class="input"
					bind:value={reason}
					maxlength="2000"
					placeholder="Its only heading is far wider; text words carry it"
				/></label
			>
			<button class="btn preset-filled" disabled={reason.trim().length < 3}>Keep this decision</button>
			<button type="button" class="btn preset-outlined-surface-500" onclick={() => (deciding = false)}>Cancel</button>
		</form>
	{:else}
		<button class="btn btn-sm hover:preset-tonal" onclick={() => ((deciding = true), (vocabulary = open[0]?.id ?? ''))}
			>No heading fits …</button
		>
	{/if}
{/if}
