<script lang="ts">
	import { untrack } from 'svelte';
	import ArrowDown from '@lucide/svelte/icons/arrow-down';
	import ArrowUp from '@lucide/svelte/icons/arrow-up';
	import BookOpen from '@lucide/svelte/icons/book-open';
	import Layers from '@lucide/svelte/icons/layers';
	import Power from '@lucide/svelte/icons/power';
	import Ship from '@lucide/svelte/icons/ship';
	import { assemble } from '@wide-lantern/core/editor';
	import Verdict from '$lib/ui/lens/Verdict.svelte';
	import Sheet from '$lib/ui/sheet/Sheet.svelte';
	import { commands } from '$lib/work/commands.svelte';
	import { ownVocabulary, takeBench } from '$lib/work/context';
	import { newId } from '$lib/work/new-id';
	import { counted } from '$lib/work/fresh.svelte';
	import { headingFacts, type Match } from '$lib/work/headings';
	import { stretches, type RecordPage, type ShownRecord } from '$lib/work/records';

	const bench = takeBench();
	const { enquiry, counts: sheet, lens } = bench;
	const document = $derived(enquiry.document);
	const view = $derived(sheet.view);
	let selected = $state<readonly string[]>([]);
	let editor: Sheet | undefined = $state();

	$effect(() => {
		void enquiry.revision;
		void enquiry.document;
		untrack(() => sheet.look());
	});

	const withTerms = $derived(document.concepts.filter((one) => one.headings.length + one.words.length > 0).length);
	async function assembleLines() {
		const labels = new Map<string, string>();
		const qualifiers = new Map<string, string>();
		for (const one of document.concepts.flatMap((concept) => concept.headings))
			for (const id of [one.heading, ...(one.picked ?? [])]) {
				const facts = await headingFacts(one.vocabulary, id, document.collection);
				labels.set(`${one.vocabulary}:${id}`, facts.label);
				for (const { code, name } of facts.allQualifiers) qualifiers.set(code, name);
			}
		const proposed = assemble(
			document.concepts,
			(vocabulary, heading) => {
				const label = labels.get(`${vocabulary}:${heading}`);
				// Headings of other vocabularies wait for the renderings of their sources.
				return label === undefined || vocabulary !== ownVocabulary(bench) ? null : { label, vocabulary: null };
			},
			(_, code) => qualifiers.get(code) ?? code
		);
		let after = document.lines.at(-1)?.id ?? null;
		const letters = new Map(document.concepts.map((one, at) => [String.fromCharCode(65 + at), one.id]));
		enquiry.edit(
			'assemble from the concepts',
			proposed.map(({ text, ...line }) => {
				const id = newId();
				// Concepts are held by identity, headings are anchored by the server.
				const source = text.replace(/@([A-Z]+)/g, (whole, letter: string) => (letters.has(letter) && line.role === 'joining' ? `\uE000@${letters.get(letter)}\uE001` : whole));
				const edit = { do: 'insert', in: ['lines'], item: { ...line, id, source }, after } as const;
				after = id;
				return edit;
			})
		);
	}

	let records = $state.raw<RecordPage | null>(null);
	let recordsLine = $state<string | null>(null);
	let recordsFault = $state('');
	async function showRecords(line: string | null, from = 0) {
		if (line === null) return;
		recordsLine = line;
		recordsFault = '';
		try {
			const response = await fetch(`/api/v1/enquiries/${enquiry.id}/records?line=${encodeURIComponent(line)}&from=${from}`);
			const answer = (await response.json()) as RecordPage & { message?: string };
			if (response.ok) records = answer;
			else recordsFault = answer.message ?? 'The records could not be read.';
		} catch {
			recordsFault = 'The server cannot be reached; the records shown are older.';
		}
		requestAnimationFrame(() => window.document.getElementById('records')?.scrollIntoView({ block: 'start' }));
	}
	// Records follow the line while it changes.
	$effect(() => {
		const revision = view?.revision;
		if (revision !== undefined && recordsLine !== null) {
			const line = recordsLine;
			void fetch(`/api/v1/enquiries/${enquiry.id}/records?line=${encodeURIComponent(line)}&from=0`).then(
				async (response) => {
					if (response.ok && recordsLine === line) records = (await response.json()) as RecordPage;
				},
				() => undefined
			);
		}
	});

	let lookup: AbortController | null = null;
	function cursor(line: string, heading: string | null) {
		lookup?.abort();
		if (heading === null || heading === '' || heading === '*') {
			if (lens.open) lens.show({ kind: 'line', line });
			return;
		}
		const asking = new AbortController();
		lookup = asking;
		const vocabulary = ownVocabulary(bench);
		void (async () => {
			const response = await fetch(`/api/v1/vocabularies/${vocabulary}/lookup?q=${encodeURIComponent(heading)}`, { signal: asking.signal });
			const { matches } = (await response.json()) as { matches?: Match[] };
			const match = matches?.[0];
			if (match && (match.reason === 'heading' || match.reason === 'entry-term' || match.reason === 'heading-words')) lens.show({ kind: 'heading', vocabulary, heading: match.id });
		})().catch(() => undefined); // Moved on, or the server is away: the lens stays as it is.
	}
	const final = $derived(view?.lines.find((line) => line.id === view?.final));
	const heavy = $derived(view?.lines.filter((line) => line.state === 'heavy') ?? []);
	const broken = $derived(view?.lines.filter((line) => line.state === 'broken') ?? []);

	$effect(() =>
		commands.add([
			{ name: 'Join the selected lines with OR', shortcut: 'Alt O', act: () => editor?.join('OR') },
			{ name: 'Join the selected lines with AND', shortcut: 'Alt A', act: () => editor?.join('AND') },
			{ name: 'Switch the selected lines off or on', shortcut: 'Alt S', act: () => editor?.switchOff() },
			{ name: 'Move the line up', shortcut: 'Alt ↑', act: () => editor?.move(-1) },
			{ name: 'Move the line down', shortcut: 'Alt ↓', act: () => editor?.move(1) },
			{ name: 'Assemble lines from the concepts', act: () => void assembleLines() },
			{ name: 'Read the records of the final line', act: () => void showRecords(view?.final ?? null) }
		])
	);
</script>

{#snippet title(record: ShownRecord)}{#each stretches(record, 'ti', 0, record.titles[0] ?? '') as part, at (at)}{#if part.lit}<span class="lit">{part.text}</span>{:else}{part.text}{/if}{/each}{/snippet}

<div class="flex flex-wrap items-center gap-2 mb-3">
	<h1 class="mr-4">Strategy</h1>
	{#if enquiry.editable}
		<button
			class="do"
			class:first={document.lines.length === 0 && withTerms > 0}
			disabled={withTerms === 0}
			title={withTerms === 0 ? 'No concept has headings or words yet' : 'One line of headings and one of words per concept, then their living joining'}
			onclick={() => void assembleLines()}><Layers size={15} /> Assemble from concepts</button
		>
		<button class="do" disabled={selected.length < 2} onclick={() => editor?.join('OR')} title="Alt O">Join with OR</button>
		<button class="do" disabled={selected.length < 2} onclick={() => editor?.join('AND')} title="Alt A">Join with AND</button>
		<button class="do bare" disabled={selected.length !== 1} onclick={() => editor?.move(-1)} aria-label="Move the line up" title="Alt ↑"><ArrowUp size={15} /></button>
		<button class="do bare" disabled={selected.length !== 1} onclick={() => editor?.move(1)} aria-label="Move the line down" title="Alt ↓"><ArrowDown size={15} /></button>
		<button class="do bare" disabled={selected.length === 0} onclick={() => editor?.switchOff()} aria-label="Switch the selected lines off or on" title="Off or on (Alt S)"><Power size={15} /></button>
	{/if}
	<button class="do bare" disabled={selected.length !== 1} onclick={() => void showRecords(selected[0] ?? null)} title="Records of the line (Alt Enter)"><BookOpen size={15} /> Records</button>
</div>
{#if sheet.failed}<p class="say mb-2" role="status">{sheet.failed}</p>{/if}
{#if view?.indexing !== null && view?.indexing !== undefined}<p class="say mb-2" role="status">The collection is being indexed: {Math.round(view.indexing * 100)} %. Counts come as soon as that is done; go on working.</p>{/if}
{#if heavy.length > 0}<p class="say fault mb-2 small" role="status">
		{heavy.length === 1 ? `Line ${heavy[0]?.number} looks` : `Lines ${heavy.map((line) => line.number).join(', ')} look`} at too many places in the records to be counted while you type. Give its words more letters before a *, or a phrase in place of a wide distance.
	</p>{/if}
{#if broken.length > 0}<p class="say fault mb-2 small" role="status">
		{broken.length === 1 ? `Line ${broken[0]?.number} uses` : `Lines ${broken.map((line) => line.number).join(', ')} use`} a line that is gone, faulty or off, and nothing remains. Mend the reference (#? marks it) or undo.
	</p>{/if}

<div data-asked={sheet.asked} data-answered={sheet.answered}><Sheet bind:this={editor} {view} old={sheet.late} bind:selected oncursor={cursor} onrecords={(line) => void showRecords(line)} /></div>

<p class="mt-2 small soft flex flex-wrap gap-x-6 gap-y-1">
	<span>Text without a field is read in title, abstract and author keywords.</span>
	{#if view?.collection}<span>{view.collection.name}, {counted(view.collection.size)} records, taken on {view.collection.takenOn}</span>{/if}
	{#if document.marks.length > 0}<span
			>{counted(document.marks.filter((one) => one.verdict === 'relevant').length)} records marked relevant (set:relevant), {counted(document.marks.filter((one) => one.verdict === 'irrelevant').length)} not (set:irrelevant)</span
		>{/if}
	{#if view && view.benchmark.known > 0}<span><Ship size={13} class="inline" /> {view.benchmark.held} of {view.benchmark.known} known articles are in this collection</span>{/if}
</p>
{#if final}
	<p class="mt-3">
		<strong>Line {final.number}</strong> retrieves <span class="count">{counted(final.count)}</span> records{final.beforeHand ? ' before hand-set limits' : ''}{#if view && view.benchmark.held > 0}, {final.found} of {view.benchmark.held} known articles among them{/if}.
		<button class="do ml-2" onclick={() => void showRecords(final.id)}><BookOpen size={15} /> Read them</button>
	</p>
{/if}

{#if recordsFault}<p class="say fault mt-6" role="alert">{recordsFault}</p>{/if}
{#if records}
	<section class="mt-6" id="records" aria-label="Records of line {records.line}">
		<h2>Records of line {records.line} <span class="soft small font-normal">{counted(records.total)}, newest first</span></h2>
		{#if records.total === 0}<p class="mt-1">None. Look at the terms that bring nothing: a misspelt word is the commonest reason.</p>{/if}
		<ol class="mt-2" start={records.from + 1}>
			{#each records.records as record (record.id)}
				<li class="record">
					<button
						onclick={() => {
							lens.topic = { kind: 'record', line: records?.line ?? 0, record };
							lens.open = true;
						}}>{@render title(record)}</button
					>
					<Verdict record={record.id} short />
					<span class="small soft block col-span-2"
						>{record.authors[0] ?? ''}{record.authors.length > 1 ? ' and others' : ''}. {record.journal}, {record.year ?? '–'}{record.headings.length === 0 ? ' · not indexed' : ''}{#if record.benchmark}
							· <Ship size={13} class="inline" /> known{/if}{#each record.headings.filter((one) => one.lit) as heading, at (at)}{#if at < 4}<span class="ml-2 lit">{heading.label}</span>{/if}{/each}</span
					>
				</li>
			{/each}
		</ol>
		{#if records.total > 20}
			<p class="mt-2 flex gap-2 items-center">
				<button class="do" disabled={records.from === 0} onclick={() => void showRecords(recordsLine, (records?.from ?? 20) - 20)}>Newer</button>
				<button class="do" disabled={records.from + 20 >= records.total} onclick={() => void showRecords(recordsLine, (records?.from ?? 0) + 20)}>Older</button>
				<span class="small soft">{counted(records.from + 1)} to {counted(Math.min(records.from + 20, records.total))}</span>
			</p>
		{/if}
	</section>
{/if}

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
