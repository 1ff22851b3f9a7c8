<!-- Duplicates of an enquiry: figures, the queue of pairs worked by keys, related works, merged works, undo. -->
<script lang="ts">
	import { tick } from 'svelte';
	import { count as countOf, formatCount } from '$lib/client/fresh.svelte';
	import { DUPLICATES_PAGE, type DuplicateQueue } from '$lib/client/duplicates.svelte';
	import type { ReferenceBatch } from '$lib/contract/references';
	import { progressText, shareOf } from '$lib/client/job-words';
	import JobProgress from '../JobProgress.svelte';
	import Pages from '../Pages.svelte';
	import Segments from '../Segments.svelte';
	import MergedWorks from './MergedWorks.svelte';
	import PairView from './PairView.svelte';
	import SaveAs from './SaveAs.svelte';

	interface Props {
		queue: DuplicateQueue;
		/** The imported files, the newest first. */
		files: readonly ReferenceBatch[];
		enquiry: string;
		editable: boolean;
		/** True while lines are counted on the works. */
		counted: boolean;
		oncount: () => void;
		oncancel: (job: string) => void;
	}
	let { queue, files, enquiry, editable, counted, oncount, oncancel }: Props = $props();
	let shown = $state<'queue' | 'linked' | 'merged'>('queue');
	/** Only works that no file before this one held are saved; empty for all works. */
	let since = $state('');
	let region = $state<HTMLElement>();
	const figures = $derived(queue.state?.figures ?? null);

	async function choose(to: typeof shown) {
		shown = to;
		if (shown === 'merged') await queue.readWorks(1);
		else await queue.show(shown);
	}
	/** Letters act only while the pair has the focus. */
	async function press(event: KeyboardEvent) {
		if (event.ctrlKey || event.metaKey || event.altKey || event.target !== region) return;
		const key = event.key.toLowerCase();
		const act =
			key === 's' && editable
				? () => queue.decide(true)
				: key === 'd' && editable
					? () => queue.decide(false)
					: key === 'u' && editable
						? () => queue.undo()
						: key === 'arrowright'
							? () => queue.move(1)
							: key === 'arrowleft'
								? () => queue.move(-1)
								: null;
		if (!act) return;
		event.preventDefault();
		await act();
		await tick();
		region?.focus();
	}
	async function decide(same: boolean) {
		await queue.decide(same);
		await tick();
		region?.focus();
	}
	const pairs = (count: number) => countOf(count, 'pair');
	const about = (count: number) =>
		count < 0.05 ? 'hardly any' : count < 10 ? `about ${count.toFixed(1)}` : `about ${formatCount(Math.round(count))}`;
</script>

{#if queue.job}
	{@const job = queue.job}
	<JobProgress
		text={progressText(job)}
		share={shareOf(job)}
		{...job.mine ? { oncancel: () => oncancel(job.id) } : {}}
	/>
{:else if queue.failure}<p class="say fault" role="alert">{queue.failure}</p>{/if}
{#if queue.fault}<p class="say fault mt-2" role="alert">{queue.fault}</p>{/if}
{#if figures}
	<dl class="figures mt-2">
		<div>
			<dt>Records</dt>
			<dd>{formatCount(figures.records)}</dd>
		</div>
		<div>
			<dt>Duplicates removed</dt>
			<dd>
				{formatCount(figures.records - figures.works)}<span class="small soft ml-2"
					>{formatCount(figures.automatic)} automatically{figures.byHand === 0
						? ''
						: figures.byHand > 0
							? `, ${formatCount(figures.byHand)} by hand`
							: `; ${formatCount(-figures.byHand)} put back by hand`}</span
				>
			</dd>
		</div>
		<div>
			<dt>Works</dt>
			<dd>{formatCount(figures.works)}</dd>
		</div>
		{#if figures.retracted > 0}<div>
				<dt>Retracted</dt>
				<dd>{formatCount(figures.retracted)}</dd>
			</div>{/if}
	</dl>
	<p class="mt-2 flex flex-wrap gap-x-3 gap-y-2 items-center">
		{#if counted}<span class="small">Lines are counted on these works.</span>
		{:else if editable}<button class="btn preset-outlined-surface-500" onclick={oncount}
				>Count lines on these works</button
			>{/if}
		{#if editable && !queue.job && (queue.state?.outdated || figures.since > 0)}<button
				class="btn preset-outlined-surface-500"
				onclick={() => void queue.compare()}>Compare again</button
			><span class="small soft"
				>{queue.state?.outdated
					? 'Files were imported or removed since.'
					: `${countOf(figures.since, 'decision')} since: counts on the works do not know ${figures.since === 1 ? 'it' : 'them'} yet.`}</span
			>{/if}
	</p>
	<div class="mt-2">
		{#if queue.state?.outdated}<p class="small soft">
				Works can be saved once the files that were imported or removed since are compared.
			</p>
		{:else}
			<label class="mb-2 block"
				><span class="label-text">Works to save</span><select class="select w-auto max-w-full" bind:value={since}
					><option value="">all works</option>{#each files.slice(0, -1) as file (file.id)}<option value={file.id}
							>only those that no file before {file.fileName} held</option
						>{/each}</select
				></label
			>
			<SaveAs
				address="/api/v1/enquiries/{enquiry}/duplicates/file{since === '' ? '' : `?since=${since}`}"
				what={since === '' ? 'the works' : 'the new works'}
				total={since === '' ? figures.works : 0}
			/>
		{/if}
	</div>
	<div class="mt-4">
		<Segments
			label="What is shown of duplicates"
			value={shown}
			options={[
				['queue', `To decide (${formatCount(figures.queue)})`],
				['merged', 'Merged'],
				['linked', `Related, not merged (${formatCount(figures.linked)})`]
			]}
			choose={(to) => void choose(to)}
		/>
	</div>
	{#if shown === 'merged'}
		{#if queue.works}<MergedWorks {queue} works={queue.works} {editable} />{:else}<p class="small soft mt-3">
				Reading the works …
			</p>{/if}
	{:else if queue.pair}
		{@const pair = queue.pair}
		<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
		<section
			class="mt-3 pair-region"
			tabindex="0"
			aria-label="{shown === 'queue' ? 'Pair to decide' : 'Related works'}, {queue.place} of {queue.total}"
			bind:this={region}
			onkeydown={(event) => void press(event)}
		>
			<p class="flex flex-wrap gap-x-3 gap-y-2 items-center">
				<b>{formatCount(queue.place)} of {formatCount(queue.total)}</b>
				{#if pair.relation}<span class="label">{pair.relation}</span>{/if}
				{#if editable}
					<button class="btn preset-filled" disabled={queue.deciding} onclick={() => void decide(true)}
						>Same work <kbd>S</kbd></button
					>
					<button class="btn preset-outlined-surface-500" disabled={queue.deciding} onclick={() => void decide(false)}
						>{shown === 'queue' ? 'Different works' : 'Not related'} <kbd>D</kbd></button
					>
				{/if}
				<button class="btn hover:preset-tonal" onclick={() => void queue.move(-1)}>Back <kbd>←</kbd></button>
				<button class="btn hover:preset-tonal" onclick={() => void queue.move(1)}>Skip <kbd>→</kbd></button>
				{#if editable && queue.state?.last}<button class="btn hover:preset-tonal" onclick={() => void queue.undo()}
						>Undo: {queue.state.last.same ? 'same work' : 'different works'} ({queue.state.last.by})
						<kbd>U</kbd></button
					>{/if}
			</p>
			<div class="mt-2"><PairView {pair} /></div>
		</section>
		<p class="small soft mt-1">The keys act while the pair has the focus: click on it or go to it with Tab.</p>
	{:else}
		<p class="say mt-3">
			{shown === 'queue'
				? 'No pair is waiting: what is likely to be one work has been merged, and all the rest is different.'
				: 'No related works were found, such as a protocol and its results or a preprint and its publication.'}
		</p>
		{#if editable && queue.state?.last}<button class="btn hover:preset-tonal mt-2" onclick={() => void queue.undo()}
				>Undo: {queue.state.last.same ? 'same work' : 'different works'} ({queue.state.last.by})</button
			>{/if}
	{/if}
	{#if shown === 'linked' && queue.total > DUPLICATES_PAGE}<Pages
			label="Pages of related works"
			total={queue.total}
			pageSize={DUPLICATES_PAGE}
			page={queue.pageNumber}
			turn={(to) => void queue.show('linked', to)}
		/>{/if}
	<details class="mt-4">
		<summary>How this was decided, and what it costs</summary>
		<p class="small mt-2">
			{pairs(figures.costs.compared)} with something in common were compared field by field: identifiers, title, first author,
			year, journal, volume and page, abstract. How much each agreement weighs was estimated from these pairs themselves (record
			linkage by Fellegi and Sunter, estimated as Winkler describes).
		</p>
		<ul class="small mt-1 list">
			<li>
				From a likelihood of 99 % on, and only where nothing speaks against it, a pair is merged automatically: {pairs(
					figures.costs.merged
				)}; {about(figures.costs.wronglyMerged)} of them {figures.costs.wronglyMerged < 0.05 ? 'is' : 'are'} expected to be
				wrong.
			</li>
			<li>
				Between 50 and 99 %, or where something speaks against it, a person decides: {pairs(figures.costs.queued)}; {about(
					figures.costs.queuedSame
				)} are expected to be one work.
			</li>
			<li>
				Below 50 % references are left apart; {about(figures.costs.missed)} of those with similar titles are expected to be
				one work after all.
			</li>
			<li>
				A protocol and its results, an abstract and its paper, a preprint and its publication, corrections, retraction
				notices, translations, parts of a series and equal titles by others are never merged automatically.
			</li>
		</ul>
	</details>
{:else if !queue.job}<p class="say">
		Nothing has been compared yet.
		{#if editable}<button class="btn preset-outlined-surface-500 ml-2" onclick={() => void queue.compare()}
				>Find duplicates</button
			>{/if}
	</p>{/if}

<style>
	.figures {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 32px;
	}
	.figures dt {
		font-size: 0.8125rem;
		color: var(--soft);
	}
	.figures dd {
		font-size: 1.25rem;
		font-variant-numeric: tabular-nums;
	}
	.pair-region {
		padding: 12px;
		border: 1px solid var(--rule);
		border-radius: 6px;
		background: var(--sheet);
		overflow-x: auto;
	}
	.label {
		padding: 0 8px;
		border: 1px solid var(--note);
		border-radius: 4px;
		color: var(--note);
	}
	.list {
		list-style: disc;
		padding-left: 1.4em;
	}
	summary {
		cursor: pointer;
		min-height: 24px;
	}
</style>
