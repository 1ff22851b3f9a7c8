<script lang="ts">
	import { untrack } from 'svelte';
	import { Tabs } from '@skeletonlabs/skeleton-svelte';
	import HintedButton from '$lib/ui/HintedButton.svelte';
	import ArrowDown from '@lucide/svelte/icons/arrow-down';
	import ArrowUp from '@lucide/svelte/icons/arrow-up';
	import BookOpen from '@lucide/svelte/icons/book-open';
	import Layers from '@lucide/svelte/icons/layers';
	import Power from '@lucide/svelte/icons/power';
	import Ship from '@lucide/svelte/icons/ship';
	import { strategyText, type UpdateStep } from '@wide-lantern/core/editor';
	import { assemblySteps, hasLines, headingNames } from '$lib/client/assembly';
	import { CursorTopic, type CursorPlace } from '$lib/client/cursor-topic';
	import { linesWithConcepts } from '$lib/client/line-names';
	import { RecordReading } from '$lib/client/record-reading.svelte';
	import { CountsBySource } from '$lib/client/source-counts.svelte';
	import { ResultFall } from '$lib/client/result-fall';
	import Sheet from '$lib/ui/sheet/Sheet.svelte';
	import Beam from '$lib/ui/strategy/Beam.svelte';
	import KeyboardMap from '$lib/ui/strategy/KeyboardMap.svelte';
	import Kinds from '$lib/ui/strategy/Kinds.svelte';
	import Limits from '$lib/ui/strategy/Limits.svelte';
	import Parts from '$lib/ui/strategy/Parts.svelte';
	import PrintedLines from '$lib/ui/strategy/PrintedLines.svelte';
	import Records from '$lib/ui/strategy/Records.svelte';
	import SourceCounts from '$lib/ui/strategy/SourceCounts.svelte';
	import Trials from '$lib/ui/strategy/Trials.svelte';
	import Indexing from '$lib/ui/sheet/Indexing.svelte';
	import Update from '$lib/ui/strategy/Update.svelte';
	import Versions from '$lib/ui/strategy/Versions.svelte';
	import { commands } from '$lib/client/commands.svelte';
	import { ownVocabulary, useWorkspace } from '$lib/client/context';
	import { formatCount, records } from '$lib/client/fresh.svelte';
	import { headingFacts } from '$lib/client/headings';

	const workspace = useWorkspace();
	const { enquiry, counts: sheet, lens } = workspace;
	const document = $derived(enquiry.document);
	const judged = $derived(enquiry.judgements.counts);
	const view = $derived(sheet.view);
	let selected = $state<readonly string[]>([]);
	let heads: HTMLElement | undefined = $state();
	let editor: Sheet | undefined = $state();

	$effect(() => {
		void enquiry.document;
		untrack(() => sheet.look());
	});
	$effect(() => {
		void enquiry.revision;
		untrack(() => sheet.saved());
	});

	const withTerms = $derived(document.concepts.filter((one) => one.headings.length + one.words.length > 0).length);
	/** What would change if the lines were brought up to date; shown while it is looked at. */
	let update = $state.raw<readonly UpdateStep[] | null>(null);
	async function assembleLines() {
		await enquiry.flush();
		const names = await headingNames(document, (vocabulary, id) => headingFacts(vocabulary, id, document.collection));
		const steps = assemblySteps(document, names, ownVocabulary(workspace));
		if (hasLines(document)) update = steps;
		else
			enquiry.edit(
				'assemble from the concepts',
				steps.flatMap((step) => step.edits)
			);
	}

	$effect(() => {
		lens.read = (line, aloneIn) => showRecords(line, aloneIn);
		return () => (lens.read = null);
	});
	const PANELS = [
		{ id: 'beam', name: 'Beam' },
		{ id: 'kinds', name: 'Headings and words' },
		{ id: 'sources', name: 'By source' },
		{ id: 'trials', name: 'Trials' },
		{ id: 'limits', name: 'Limits' },
		{ id: 'parts', name: 'Parts and filters' },
		{ id: 'records', name: 'Records' },
		{ id: 'versions', name: 'Versions' }
	] as const;
	type Panel = (typeof PANELS)[number]['id'];
	let panel = $state<Panel>('beam');
	const reading = new RecordReading(enquiry.id);
	function showRecords(line: string | null, aloneIn: string | null = null) {
		if (line === null) return;
		panel = 'records';
		reading.show(line, null, aloneIn);
	}
	// Once something is shown, records are those of the result until a line is chosen.
	$effect(() => {
		if (panel === 'records' && reading.line === null && view?.final) reading.line = view.final;
	});

	const topic = new CursorTopic((shown) => lens.open && lens.show(shown));
	const cursor = (line: string, place: CursorPlace) => void topic.moved(line, place, ownVocabulary(workspace));
	/** Shows what is wrong with a line, or its label, beside the sheet, with the focus there. */
	function explain(line: string, what: 'faults' | 'label') {
		topic.stop();
		lens.open = true;
		lens.side = 'line';
		lens.topic = { kind: 'line', line, word: null };
		lens.focus = what;
	}
	$effect(() => {
		lens.goTo = (number) => {
			const line = document.lines[number - 1];
			if (line) editor?.go(line.id);
		};
		// A link to a line, from what there is to look at.
		const line = /^#line-(\d+)$/.exec(location.hash)?.[1];
		if (line !== undefined) requestAnimationFrame(() => lens.goTo?.(Number(line)));
		return () => (lens.goTo = null);
	});
	const bySource = new CountsBySource(enquiry.id);
	$effect(() => {
		const state = { revision: enquiry.revision, collection: document.collection };
		if (panel === 'sources') return bySource.ask(state);
	});
	const fall = new ResultFall();
	let fell = $state('');
	$effect(() => {
		if (view && sheet.answered >= sheet.asked && !sheet.typing) fell = fall.see(view) ?? untrack(() => fell);
	});
	let keys = $state(false);
	let copied = $state('');
	async function copyText() {
		const lines = linesWithConcepts(document, view?.lines ?? []);
		try {
			await navigator.clipboard.writeText(strategyText(lines));
			copied = `${formatCount(lines.length)} lines copied as text.`;
		} catch {
			copied = 'The browser did not allow copying; select the text in the sheet and copy it by hand.';
		}
	}
	const final = $derived(view?.lines.find((line) => line.id === view?.final));
	const heavy = $derived(view?.lines.filter((line) => line.state === 'heavy') ?? []);
	const broken = $derived(
		sheet.typing ? [] : (view?.lines.filter((line) => line.state === 'broken' && line.waitsFor === null) ?? [])
	);

	$effect(() =>
		commands.add([
			{ name: 'Combine the selected lines with OR', shortcut: 'Alt O', act: () => editor?.join('OR') },
			{ name: 'Combine the selected lines with AND', shortcut: 'Alt A', act: () => editor?.join('AND') },
			{ name: 'Switch the selected lines off or on', shortcut: 'Alt S', act: () => editor?.switchOff() },
			{ name: 'Spread the block into lines', shortcut: 'Alt B', act: () => editor?.spread() },
			{ name: 'Gather the selected lines into a block', shortcut: 'Alt G', act: () => editor?.gather() },
			{ name: 'Fold or open the concept', shortcut: 'Alt F', act: () => editor?.fold() },
			{ name: 'Fold or open all concepts', shortcut: 'Alt Shift F', act: () => editor?.fold(null) },
			...PANELS.map((one) => ({ name: `Show below the sheet: ${one.name}`, act: () => (panel = one.id) })),
			{ name: 'Copy the strategy as text', act: () => void copyText() },
			{ name: 'Keyboard map of the sheet', shortcut: 'Alt K', act: () => (keys = true) },
			{ name: 'Print the strategy', act: () => window.print() },
			{ name: 'Explain the next problem', shortcut: 'F8', act: () => editor?.explain(1) },
			{
				name: 'Mark the line of the cursor as the result',
				act: () => selected[0] !== undefined && enquiry.set(['result'], selected[0], 'mark the result')
			},
			{ name: 'Edit the label of the line', act: () => selected[0] !== undefined && explain(selected[0], 'label') },
			{ name: 'Move the line up', shortcut: 'Alt ↑', act: () => editor?.move(-1) },
			{ name: 'Move the line down', shortcut: 'Alt ↓', act: () => editor?.move(1) },
			{ name: 'Assemble the lines from the concepts, or bring them up to date', act: () => void assembleLines() },
			{ name: 'Read the records of the final line', act: () => showRecords(view?.final ?? null) }
		])
	);
</script>

<div class="flex flex-wrap items-center gap-1 mb-3">
	<h1 class="mr-3">Strategy</h1>
	{#if enquiry.editable}
		<button
			class="btn {document.lines.length === 0 && withTerms > 0 ? 'preset-filled' : 'preset-outlined-surface-500'}"
			disabled={withTerms === 0}
			title={withTerms === 0
				? 'No concept has headings or words yet'
				: 'One line of headings and one of words per concept, then a line that combines them and keeps itself up to date'}
			onclick={() => void assembleLines()}
			><Layers size={15} />
			{hasLines(document) ? 'Update from concepts' : 'Assemble'}</button
		>
		<span class="small soft ml-1" aria-hidden="true">Combine</span>
		<HintedButton
			class="btn preset-outlined-surface-500"
			label="OR, for the selected lines"
			disabled={selected.length < 2}
			onclick={() => editor?.join('OR')}
			hint="Combine the selected lines with OR, in a line below them"
			keys="Alt O">OR</HintedButton
		>
		<HintedButton
			class="btn preset-outlined-surface-500"
			label="AND, for the selected lines"
			disabled={selected.length < 2}
			onclick={() => editor?.join('AND')}
			hint="Combine the selected lines with AND, in a line below them"
			keys="Alt A">AND</HintedButton
		>
		<HintedButton
			disabled={selected.length !== 1}
			onclick={() => editor?.move(-1)}
			label="Move the line up"
			hint="Move the line up"
			keys="Alt ↑"><ArrowUp size={15} /></HintedButton
		>
		<HintedButton
			disabled={selected.length !== 1}
			onclick={() => editor?.move(1)}
			label="Move the line down"
			hint="Move the line down"
			keys="Alt ↓"><ArrowDown size={15} /></HintedButton
		>
		<HintedButton
			disabled={selected.length === 0}
			onclick={() => editor?.switchOff()}
			label="Switch the selected lines off or on"
			hint="Switch the selected lines off, so that they are not searched, or on again"
			keys="Alt S"><Power size={15} /></HintedButton
		>
	{/if}
	<HintedButton
		disabled={selected.length !== 1}
		onclick={() => editor?.spread()}
		hint="Show one line for each term; this line then combines them"
		keys="Alt B">Spread</HintedButton
	>
	<HintedButton
		disabled={selected.length < 2}
		onclick={() => editor?.gather()}
		hint="Make one line of the selected ones"
		keys="Alt G">Gather</HintedButton
	>
	<HintedButton
		disabled={selected.length !== 1}
		onclick={() => showRecords(selected[0] ?? null)}
		hint="Read the records of the line"
		keys="Alt Enter"><BookOpen size={15} /> Records</HintedButton
	>
</div>
{#if update}<Update steps={update} onclose={() => (update = null)} />{/if}
<div class="columns" aria-hidden="true" bind:this={heads}>
	<span title="Records of the line">records</span><span title="Records of the result that are there by this line alone"
		>only here</span
	>{#if (view?.benchmark.held ?? 0) > 0}<span title="Known articles among them">known</span>{/if}
</div>
<div data-asked={sheet.asked} data-answered={sheet.answered}>
	<Sheet
		bind:this={editor}
		bind:selected
		{heads}
		onkeys={() => (keys = true)}
		oncursor={cursor}
		onexplain={explain}
		onrecords={(line) => showRecords(line)}
	/>
</div>
<!-- Below the sheet: nothing moves under the hands while somebody types. -->
{#if sheet.failed}<p class="say mt-2" role="status">{sheet.failed}</p>{/if}
{#if view?.indexing !== null && view?.indexing !== undefined}<Indexing
		indexing={view.indexing}
		changed={() => sheet.look()}
	/>{/if}
{#if fell}<p class="say note mt-2 small flex gap-3 items-start" role="status">
		<span>{fell}</span><button class="btn btn-sm hover:preset-tonal ml-auto" onclick={() => (fell = '')}>Dismiss</button
		>
	</p>{/if}
{#if heavy.length > 0}<p class="say fault mt-2 small" role="status">
		{heavy.length === 1
			? `Line ${heavy[0]?.number} matches`
			: `Lines ${heavy.map((line) => line.number).join(', ')} match`} too much to be counted while you type. Use longer stems
		before *, or narrower distances.
	</p>{/if}
{#if broken.length > 0}<p class="say fault mt-2 small" role="status">
		{broken.length === 1 ? 'Line' : 'Lines'}
		{#each broken as line, at (line.id)}{at > 0 ? ', ' : ''}<button
				class="btn btn-sm hover:preset-tonal"
				onclick={() => explain(line.id, 'faults')}>{line.number}</button
			>{/each}
		{broken.length === 1 ? 'uses' : 'use'} a line that was deleted, is empty or is switched off, and nothing is left. Correct
		the reference (#? marks a deleted line) or undo.
	</p>{/if}

<p class="mt-2 small soft flex flex-wrap gap-x-6 gap-y-1">
	<span>Terms without a field are searched in title, abstract and author keywords.</span>
	{#if view?.collection}<span
			>{view.collection.name}, {formatCount(view.collection.size)} records, taken on {view.collection.takenOn}</span
		>{/if}
	{#if judged.relevant + judged.irrelevant > 0}<span
			>{records(judged.relevant)} marked relevant (set:relevant), {formatCount(judged.irrelevant)} not (set:irrelevant)</span
		>{/if}
	{#if view && view.benchmark.known > 0}<span
			><Ship size={13} class="inline" />
			{view.benchmark.held} of {view.benchmark.known} known articles are in this collection</span
		>{/if}
</p>
{#if final}
	<p class="mt-3">
		{#if final.state === 'counted'}
			<strong>Line {final.number}</strong>, the result, retrieves <span class="count">{formatCount(final.count)}</span>
			{final.count === 1 ? 'record' : 'records'}{final.beforeHand
				? ' before hand-set limits'
				: ''}{#if view && view.benchmark.held > 0}, {final.found} of {view.benchmark.held} known articles among them{/if}.
			{#if (final.count ?? 0) > 0}<button
					class="btn preset-outlined-surface-500 ml-2"
					onclick={() => showRecords(final.id)}><BookOpen size={15} /> Read them</button
				>{/if}
		{:else if !sheet.typing}
			<strong>Line {final.number}</strong>, the result, has no count at the moment.
			<button class="btn hover:preset-tonal" onclick={() => explain(final.id, 'faults')}>See why</button>
		{/if}
	</p>
{/if}

{#if copied}<p class="small soft mt-2" role="status">{copied}</p>{/if}
<PrintedLines {document} {view} />
{#if keys}<KeyboardMap onclose={() => (keys = false)} />{/if}
<Tabs value={panel} onValueChange={(details) => (panel = details.value as Panel)}>
	<Tabs.List class="panels mt-5" aria-label="Below the sheet">
		{#each PANELS as one (one.id)}<Tabs.Trigger value={one.id}>{one.name}</Tabs.Trigger>{/each}
	</Tabs.List>
	<Tabs.Content value={panel} class="mt-3">
		{#if panel === 'beam'}
			{#if sheet.margins?.beam}<Beam
					beam={sheet.margins.beam}
					old={sheet.marginsOld}
					ongo={(line) => editor?.go(line)}
				/>{:else}<p class="soft">
					The beam shows how each concept narrows the results, once a line is counted. Type a first line, or assemble
					the lines from your concepts.
				</p>{/if}
		{:else if panel === 'kinds'}
			{#if sheet.margins && sheet.margins.kinds.length > 0}<Kinds
					kinds={sheet.margins.kinds}
					old={sheet.marginsOld}
					size={view?.collection?.size ?? 1}
					known={view?.benchmark.held ?? 0}
				/>{:else}<p class="soft">
					Headings catch what authors call something else, words what is not indexed. What each contributes is shown
					here once a line is counted.
				</p>{/if}
		{:else if panel === 'sources'}
			<SourceCounts figures={bySource} {view} goto={(line) => editor?.go(line)} />
		{:else if panel === 'trials'}
			{#if final}<Trials
					final={final.id}
					count={final.count}
					found={final.found}
					known={view?.benchmark.held ?? 0}
				/>{:else}<p class="soft">
					Once a line is counted, suggestions for too many or too few records appear here, each with its effect.
				</p>{/if}
		{:else if panel === 'limits'}
			{#if final}<Limits final={final.id} known={view?.benchmark.held ?? 0} />{:else}<p class="soft">
					Limits act on a result. Combine the concepts first; then years, languages and the like appear here with what
					each would lose.
				</p>{/if}
		{:else if panel === 'parts'}
			<Parts {selected} final={view?.final ?? null} />
		{:else if panel === 'records'}
			<Records {reading} revision={view?.revision} />
		{:else}
			<Versions />
		{/if}
	</Tabs.Content>
</Tabs>

<style>
	/* As wide as the right margin of the sheet (sheet.css), and above its lines while they scroll. */
	.columns {
		display: grid;
		grid-template-columns: 58px 48px 36px;
		gap: 6px;
		justify-content: end;
		justify-items: end;
		position: sticky;
		top: calc(-1 * var(--room-top, 0px));
		z-index: 201;
		/* The frame of the sheet with the cursor in it stays visible. */
		margin-bottom: 2px;
		padding: 2px 2px 0 0;
		background: var(--paper);
		white-space: nowrap;
		font-size: 12px;
		color: var(--soft);
		cursor: help;
	}
	@media (max-width: 640px) {
		.columns {
			grid-template-columns: minmax(44px, auto);
		}
		.columns > :not(:first-child) {
			display: none;
		}
	}
</style>
