<!-- Glean: terms of some records that the strategy may lack, worked through by keyboard. -->
<script lang="ts">
	import { onMount, tick, untrack } from 'svelte';
	import { GLEANED_FROM, type GleaningRequest } from '$lib/contract/gleaning';
	import { useWorkspace } from '$lib/client/context';
	import { count as countOf, formatCount } from '$lib/client/fresh.svelte';
	import { Gleaning, ORDERS, ORDER_TEXTS } from '$lib/client/gleaning.svelte';
	import { CutOff } from '$lib/client/gleaning-cut.svelte';
	import { GleaningTable } from '$lib/client/gleaning-table.svelte';
	import { progressText, shareOf } from '$lib/client/job-words';
	import JobProgress from '$lib/ui/JobProgress.svelte';
	import Segments from '$lib/ui/Segments.svelte';
	import Candidates from '$lib/ui/glean/Candidates.svelte';
	import CutOffView from '$lib/ui/glean/CutOff.svelte';
	import LookedAt from '$lib/ui/glean/LookedAt.svelte';
	import TableFile from '$lib/ui/glean/TableFile.svelte';

	const { enquiry } = useWorkspace();
	const { jobs } = enquiry;
	const gleaning = new Gleaning(enquiry, jobs);
	onMount(() => {
		void gleaning.load();
		void jobs.refresh();
	});
	$effect(() => {
		void jobs.list;
		untrack(() => void gleaning.follow());
	});
	$effect(() => gleaning.askFigures());
	$effect(() => {
		gleaning.followFigures();
	});
	$effect(() => gleaning.askExamples());
	const cutOff = new CutOff(gleaning, enquiry);
	const table = new GleaningTable(gleaning, enquiry);
	let view = $state<'list' | 'cut'>('list');
	$effect(() => (view === 'cut' ? cutOff.ask() : undefined));
	let pane = $state<HTMLElement>();
	function look(key: string) {
		gleaning.look(key);
		view = 'list';
		void tick().then(() => pane?.querySelector<HTMLElement>('[role=listbox]')?.focus());
	}

	const last = $derived(gleaning.value?.gleaning ?? null);
	/** Lines that search or combine, for the choice of records. */
	const lines = $derived(
		enquiry.document.lines.flatMap(({ id, source, off }, at) =>
			source.trim() === '' || off ? [] : [{ id, number: at + 1 }]
		)
	);
	let from = $state<string | null>(null);
	let fewest = $state(2);
	let hidden = $state<string | null>(null);
	/** `known`, `line …` or `source …`. */
	const chosen = $derived(
		from ??
			(last
				? `${last.request.from} ${last.request.of}`.trim()
				: lines.length > 0
					? `line ${lines.at(-1)?.id}`
					: 'known')
	);
	const hiddenWords = $derived(hidden ?? last?.request.hidden ?? gleaning.value?.hidden ?? '');
	function begin(event: SubmitEvent) {
		event.preventDefault();
		const kind = GLEANED_FROM.find((one) => chosen === one || chosen.startsWith(`${one} `)) ?? 'known';
		const request: GleaningRequest = { from: kind, of: chosen.slice(kind.length + 1), fewest, hidden: hiddenWords };
		void gleaning.begin(request);
	}
	const order = $derived(ORDER_TEXTS[gleaning.order]);
	const relist = () => {
		gleaning.list();
	};
	let search = $state<HTMLInputElement>();
</script>

<h1>Glean</h1>
<p class="soft mt-1">
	Terms of good records that the strategy may lack: phrases, words and headings, each with what it would add. Glean from
	the records of a rough search, or from articles that must be found.
</p>
{#if gleaning.fault}<p class="say fault mt-3" role="alert">{gleaning.fault}</p>{/if}
<form class="ask mt-4" onsubmit={begin}>
	<label class="block"
		><span class="label-text">Records to glean from</span>
		<select class="select" value={chosen} onchange={(event) => (from = event.currentTarget.value)}>
			<option value="known">Known articles and relevant records</option>
			{#each lines as line (line.id)}<option value="line {line.id}">Records of line {line.number}</option>{/each}
			{#each gleaning.value?.sources ?? [] as source (source)}<option value="source {source}"
					>Imported from {source}</option
				>{/each}
		</select></label
	>
	<label class="block"
		><span class="label-text">In at least</span>
		<span class="flex items-center gap-2"
			><input class="input few" type="number" min="1" max="1000" required bind:value={fewest} /> records</span
		></label
	>
	<button class="btn preset-filled" disabled={!enquiry.editable || gleaning.job !== null}
		>{last ? 'Glean again' : 'Glean'}</button
	>
	<details class="wide small">
		<summary>Words to leave out</summary>
		<label class="block mt-2"
			><span class="soft">Words that abstracts have by their structure. Change the list for the next gleaning.</span>
			<textarea
				class="textarea mt-1"
				rows="4"
				value={hiddenWords}
				oninput={(event) => (hidden = event.currentTarget.value)}></textarea></label
		>
	</details>
</form>
{#if gleaning.job}
	{@const { job } = gleaning}
	<div class="mt-4">
		<JobProgress text={progressText(job)} share={shareOf(job)} oncancel={() => void jobs.change(job.id, 'cancel')} />
	</div>
{:else if gleaning.failure}<p class="say fault mt-4" role="alert">{gleaning.failure}</p>{/if}

{#if last}
	<p class="mt-4">
		<strong>{countOf(last.candidates.length, 'candidate')}</strong> from {countOf(last.records, 'record')}
		<span class="soft">({last.name}, {last.collection}), gleaned by {last.by} on {last.at.slice(0, 10)}.</span>
	</p>
	{#if last.outdated}<p class="say note mt-2" role="status">
			The collection has changed since, or another one is chosen: what candidates would add cannot be said. Decisions
			are kept; glean again for new figures.
		</p>{/if}
	{#if gleaning.figuresFailed}<p class="say fault mt-2" role="alert">{gleaning.figuresFailed}</p>{/if}
	{#if last.candidates.length === 0}<p class="say mt-2">
			No term is in {countOf(last.request.fewest, 'record')} or more. Lower the number, or glean from more records.
		</p>{:else}
		<div class="bar mt-3">
			<label
				><span class="sr-only">Order</span>
				<select class="select" bind:value={gleaning.order} onchange={relist}>
					{#each ORDERS as one (one)}<option value={one}>{ORDER_TEXTS[one].name}</option>{/each}
				</select></label
			>
			<Segments
				label="Candidates shown"
				options={[
					['open', `To decide (${formatCount(gleaning.counts.open)})`],
					['decided', 'Decided'],
					['all', 'All']
				]}
				value={gleaning.shown}
				choose={(value) => {
					gleaning.shown = value;
					relist();
				}}
			/>
			<Segments
				label="View"
				options={[
					['list', 'List'],
					['cut', 'Where to stop']
				]}
				value={view}
				choose={(value) => (view = value)}
			/>
			<label class="grow"
				><span class="sr-only">Filter candidates</span>
				<input
					class="input"
					type="search"
					placeholder="Filter ( / )"
					bind:this={search}
					bind:value={gleaning.filter}
					oninput={relist}
				/></label
			>
		</div>
		<p class="small soft mt-1">
			{order.why}
		</p>
		<div class="mt-1"><TableFile {table} editable={enquiry.editable} /></div>
		<div class="mt-3" bind:this={pane}>
			{#if view === 'list'}<div class="split">
					<Candidates {gleaning} onfilter={() => search?.focus()} />
					<LookedAt {gleaning} />
				</div>{:else}<CutOffView {gleaning} {cutOff} onlook={look} />{/if}
		</div>
	{/if}
{:else if gleaning.value && !gleaning.job}
	<p class="say mt-4">
		Nothing was gleaned yet. A line with the core words of the question is enough to begin with; its records say what
		else they are called.
	</p>
{/if}

<style>
	.ask {
		display: flex;
		flex-wrap: wrap;
		gap: 12px 16px;
		align-items: end;
	}
	.ask .few {
		width: 5rem;
	}
	.ask .wide {
		flex-basis: 100%;
	}
	summary {
		cursor: pointer;
		min-height: 24px;
	}
	.bar {
		display: flex;
		flex-wrap: wrap;
		gap: 8px 12px;
		align-items: center;
	}
	.grow {
		flex: 1 1 8rem;
	}
	.split {
		display: grid;
		grid-template-columns: minmax(0, 3fr) minmax(15rem, 2fr);
		gap: 20px;
		align-items: start;
	}
	@media (max-width: 900px) {
		.split {
			grid-template-columns: minmax(0, 1fr);
		}
	}
</style>
