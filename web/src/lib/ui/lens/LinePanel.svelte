<!-- A line of the strategy: label, concept, role, note, on or off. -->
<script lang="ts">
	import { conceptLetter } from '@wide-lantern/core/editor';
	import Choice from '$lib/ui/Choice.svelte';
	import EditText from '$lib/ui/EditText.svelte';
	import LinePieces from './LinePieces.svelte';
	import LineTermsPanel from './LineTermsPanel.svelte';
	import Unindexed from './Unindexed.svelte';
	import WordPanel from './WordPanel.svelte';
	import { takeBench } from '$lib/work/context';
	import { counted } from '$lib/work/fresh.svelte';

	let { id, word }: { id: string; word: { readonly text: string; readonly at: number } | null } = $props();
	const { enquiry, counts, lens } = takeBench();
	const alone = $derived(counts.margins?.yields.find((one) => one.id === id));
	const number = $derived(enquiry.document.lines.findIndex((line) => line.id === id) + 1);
	const line = $derived(enquiry.document.lines[number - 1]);
	const concept = $derived(enquiry.document.concepts.find((one) => one.id === line?.concept));
	const ROLES = [
		{ value: 'headings', name: 'headings' },
		{ value: 'words', name: 'text words' },
		{ value: 'mixed', name: 'headings and text words' },
		{ value: 'joining', name: 'joining' },
		{ value: 'limit', name: 'limit' },
		{ value: 'filter', name: 'filter' },
		{ value: 'check', name: 'check' }
	];
</script>

{#if line}
	{#if word}<WordPanel line={id} text={counts.view?.lines.find((one) => one.id === id)?.text ?? ''} word={word.text} at={word.at} />
	{/if}
	<h2>Line {number}</h2>
	<div class="mt-2 grid gap-3">
		<EditText at={['lines', id, 'label']} label="Label, printed wherever comments are possible" showLabel placeholder="Delirium, text words" />
		<Choice at={['lines', id, 'concept']} label="Concept" showLabel options={[{ value: '', name: 'none' }, ...enquiry.document.concepts.map((one, at) => ({ value: one.id, name: `${conceptLetter(at)} ${one.name}` }))]} />
		{#if concept && concept.strands.length > 0}<Choice at={['lines', id, 'strand']} label="Strand" showLabel options={[{ value: '', name: 'none' }, ...concept.strands.map((one, at) => ({ value: one.id, name: `${at + 1} ${one.name}` }))]} />{/if}
		<Choice at={['lines', id, 'role']} label="Role" showLabel options={ROLES} />
		<EditText at={['lines', id, 'note']} label="Private note" showLabel long placeholder="Why it is so" />
		<label class="flex items-center gap-2"
			><input type="checkbox" checked={line.off} disabled={!enquiry.editable} onchange={(event) => enquiry.set(['lines', id, 'off'], event.currentTarget.checked, 'switch line')} /> Switched off: keeps its number, counts for nothing</label
		>
	</div>
	{#if alone && alone.lost > 0}<p class="mt-4 small">{counted(alone.lost)} records of the result are there by this line alone. <button class="do small" onclick={() => lens.read?.(id, counts.margins?.final ?? null)}>Read these</button></p>{/if}
	<LinePieces {id} />
	<LineTermsPanel {id} revision={counts.view?.revision ?? enquiry.revision} />
	{#if concept}<Unindexed concept={concept.id} letter={conceptLetter(enquiry.document.concepts.indexOf(concept))} revision={enquiry.revision} />{/if}
{/if}
