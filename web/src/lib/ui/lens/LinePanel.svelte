<!-- A line of the strategy: label, concept, role, note, on or off. -->
<script lang="ts">
	import { tick } from 'svelte';
	import {
		applyRepair,
		bySeverity,
		conceptLetter,
		editsOf,
		toSource,
		toText,
		type FindingRepair
	} from '@wide-lantern/core/editor';
	import Choice from '$lib/ui/Choice.svelte';
	import EditText from '$lib/ui/EditText.svelte';
	import LinePieces from './LinePieces.svelte';
	import LineTermsPanel from './LineTermsPanel.svelte';
	import Unindexed from './Unindexed.svelte';
	import WordPanel from './WordPanel.svelte';
	import { namesFor } from '$lib/client/line-names';
	import { useWorkspace } from '$lib/client/context';
	import { records } from '$lib/client/fresh.svelte';

	let { id, word }: { id: string; word: { readonly text: string; readonly at: number } | null } = $props();
	const { enquiry, counts, lens, findings } = useWorkspace();
	const alone = $derived(counts.margins?.yields.find((one) => one.id === id));
	const number = $derived(enquiry.document.lines.findIndex((line) => line.id === id) + 1);
	const line = $derived(enquiry.document.lines[number - 1]);
	const concept = $derived(enquiry.document.concepts.find((one) => one.id === line?.concept));
	const names = $derived(
		namesFor(
			enquiry.document,
			enquiry.document.lines.map((one) => one.id)
		)
	);
	const text = $derived(line ? toText(line.source, names) : '');
	const served = $derived(counts.view?.lines.find((one) => one.id === id));
	/** Of the text that is shown: what keeps it from being counted first. */
	const found = $derived(findings.texts.get(id) === text ? bySeverity(findings.of(id)) : []);
	const isResult = $derived(counts.view?.final === id);
	/** The text as a repair would leave it; null for one that changes something else. */
	const repairedText = (chosen: FindingRepair): string | null =>
		'replacements' in chosen ? applyRepair(text, { label: chosen.label, edits: chosen.replacements }) : null;
	function repair(chosen: FindingRepair): void {
		const repaired = repairedText(chosen);
		if (repaired !== null) enquiry.set(['lines', id, 'source'], toSource(repaired, names), chosen.label);
		else enquiry.edit(chosen.label.toLowerCase(), editsOf(chosen));
	}
	let explanation: HTMLElement | undefined = $state();
	let labelled: HTMLElement | undefined = $state();
	$effect(() => {
		const wanted = lens.focus;
		void id;
		if (wanted === null) return;
		lens.focus = null;
		void tick().then(() => {
			const place =
				wanted === 'label' ? labelled?.querySelector('input') : (explanation?.querySelector('button') ?? explanation);
			place?.focus();
		});
	});
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
	{#if word}<WordPanel
			line={id}
			text={counts.view?.lines.find((one) => one.id === id)?.text ?? ''}
			word={word.text}
			at={word.at}
		/>
	{/if}
	<h2>
		Line {number}{#if isResult}<span class="soft small">&nbsp;· the result</span>{/if}
	</h2>
	{#if found.length > 0 || (served?.state === 'broken' && counts.view)}
		<div
			bind:this={explanation}
			tabindex="-1"
			class="grid gap-2 mt-2"
			role="group"
			aria-label="{found.some((one) => one.severity === 'error' || one.severity === 'warning')
				? 'What is wrong with'
				: 'What to look at in'} line {number}"
		>
			{#each found as finding, at (at)}
				{@const { place, repairs } = finding}
				<div class="say small" class:fault={finding.severity === 'error'} class:note={finding.severity !== 'error'}>
					<p>{finding.message}</p>
					{#if place.kind === 'line' && place.span && place.span.to > place.span.from}<p class="line-face mt-1">
							{text.slice(place.span.from, place.span.to)}
						</p>{/if}
					{#if repairs.length > 0 && enquiry.editable}<p class="flex flex-wrap gap-1 mt-2">
							{#each repairs as one, at (at)}<button
									class="btn btn-sm preset-outlined-surface-500"
									onclick={() => repair(one)}
									title={repairedText(one)}>{one.label}</button
								>{/each}
						</p>{/if}
				</div>
			{/each}
			{#if served?.state === 'broken' && !found.some((one) => one.severity === 'error')}
				{#if served.waitsFor !== null}<p class="say note small">
						This line uses line {served.waitsFor}, which cannot be read yet.
						<button class="btn btn-sm hover:preset-tonal" onclick={() => lens.goTo?.(served.waitsFor ?? 0)}
							>Go to line {served.waitsFor}</button
						>
					</p>
				{:else}<p class="say fault small">
						Nothing is left of this line: what it uses is empty, switched off or deleted (#? marks a deleted line).
						Correct the reference, switch the line on, or undo.
					</p>{/if}
			{/if}
		</div>
	{/if}
	{#if served?.state === 'off' && served.passes !== null}<p class="say note small mt-2">
			Switched off. Lines that use it use <span class="line-face">{served.passes}</span> instead.
		</p>{/if}
	<div class="mt-2 grid grid-cols-1 gap-3">
		<div bind:this={labelled}>
			<EditText
				at={['lines', id, 'label']}
				label="Label, printed wherever comments are possible"
				showLabel
				placeholder="Text words for the population"
			/>
		</div>
		<Choice
			at={['lines', id, 'concept']}
			also={[{ at: ['lines', id, 'conceptSet'], value: true }]}
			label="Concept"
			showLabel
			options={[
				{ value: '', name: 'none' },
				...enquiry.document.concepts.map((one, at) => ({ value: one.id, name: `${conceptLetter(at)} ${one.name}` }))
			]}
		/>
		{#if concept && concept.strands.length > 0}<Choice
				at={['lines', id, 'strand']}
				label="Strand"
				showLabel
				options={[
					{ value: '', name: 'none' },
					...concept.strands.map((one, at) => ({ value: one.id, name: `${at + 1} ${one.name}` }))
				]}
			/>{/if}
		<Choice
			at={['lines', id, 'role']}
			also={[{ at: ['lines', id, 'roleSet'], value: true }]}
			label="Role"
			showLabel
			options={ROLES}
		/>
		{#if (line.roleSet || line.conceptSet) && enquiry.editable}<p class="small soft">
				Set by hand. <button
					class="btn btn-sm hover:preset-tonal"
					onclick={() =>
						enquiry.edit('recognise the line again', [
							{ do: 'set', at: ['lines', id, 'roleSet'], value: false },
							{ do: 'set', at: ['lines', id, 'conceptSet'], value: false },
							...(line.role === 'filter' ? [{ do: 'set', at: ['lines', id, 'role'], value: 'words' } as const] : []),
							{ do: 'set', at: ['lines', id, 'source'], value: line.source }
						])}>Recognise from the text</button
				>
			</p>{/if}
		{#if enquiry.editable}<p class="small">
				{#if enquiry.document.result === id}Marked as the result. <button
						class="btn btn-sm hover:preset-tonal"
						onclick={() => enquiry.set(['result'], null, 'unmark the result')}>Remove the mark</button
					>
				{:else if line.role !== 'check' && !line.off}<button
						class="btn btn-sm preset-outlined-surface-500"
						onclick={() => enquiry.set(['result'], id, 'mark the result')}>Mark as the result</button
					>
					{#if isResult}<span class="soft"
							>It is the result now because it is the last line that combines or limits.</span
						>{/if}{/if}
			</p>{/if}
		<EditText at={['lines', id, 'note']} label="Private note" showLabel long placeholder="Why it is so" />
		<label class="flex items-center gap-2"
			><input
				class="checkbox"
				type="checkbox"
				checked={line.off}
				disabled={!enquiry.editable}
				onchange={(event) => enquiry.set(['lines', id, 'off'], event.currentTarget.checked, 'switch line')}
			/> Switched off: keeps its number, is left out of the lines that use it</label
		>
	</div>
	{#if alone && alone.lost > 0}<p class="mt-4 small">
			{records(alone.lost)} of the result {alone.lost === 1 ? 'is' : 'are'} retrieved by this line alone.
			<button
				class="btn btn-sm preset-outlined-surface-500"
				onclick={() => lens.read?.(id, counts.margins?.final ?? null)}>Read these</button
			>
		</p>{/if}
	<LinePieces {id} />
	<LineTermsPanel {id} revision={counts.view?.revision ?? enquiry.revision} />
	{#if concept}<Unindexed
			concept={concept.id}
			letter={conceptLetter(enquiry.document.concepts.indexOf(concept))}
			revision={enquiry.revision}
		/>{/if}
{/if}
