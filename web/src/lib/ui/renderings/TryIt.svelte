<!-- Original and rendering, run on the works that both sources hold: what is kept, lost and gained, and which line is to blame. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import Ship from '@lucide/svelte/icons/ship';
	import type { Comparison } from '@wide-lantern/core/editor';
	import { useWorkspace } from '$lib/work/context';
	import { formatCount, dayAndTime } from '$lib/work/fresh.svelte';
	import { ownJobs, wholeJob } from '$lib/client/jobs.svelte';
	import { hasEnded, isUnderWay } from '$lib/contract/jobs';
	import type { ComparedRendering } from '$lib/contract/runs';
	import JobProgress from '$lib/ui/JobProgress.svelte';
	import { progressText, shareOf } from '$lib/work/job-words';
	import { callServer } from '$lib/contract/call-server';

	interface Props {
		profile: string;
		source: string;
		gaps: number;
		rendering: string;
		/** The comparison made last, whoever made it. */
		stored: Comparison | null;
		/** Called when one was made. */
		onchange: () => void;
	}
	let { profile, source, gaps, rendering, stored, onchange }: Props = $props();
	const { enquiry } = useWorkspace();
	let tried = $state.raw<ComparedRendering | null>(null);
	/** What the figures depend on, as it was when they were taken. */
	let triedOf = $state('');
	const stands = $derived.by(() => {
		const { decisions, own, leftOut } = enquiry.document.renderings.find((one) => one.id === rendering) ?? {};
		return JSON.stringify([
			enquiry.document.lines.map(({ source, off }) => [source, off]),
			enquiry.document.result ?? null,
			decisions ?? [],
			own ?? [],
			leftOut ?? []
		]);
	});
	const old = $derived(stands !== triedOf);
	let fault = $state('');
	const job = $derived(enquiry.jobs.newest('comparison', `${enquiry.id} ${profile}`));
	const running = $derived(job !== null && isUnderWay(job.state) ? job : null);
	/** What this window has begun, and what it was begun on. */
	let begun = $state({ job: '', on: '' });
	let sending = $state(false);
	const busy = $derived(sending || begun.job !== '' || running !== null);

	async function run() {
		sending = true;
		await enquiry.flush();
		fault = '';
		const on = stands;
		const answer = await callServer('POST /api/v1/enquiries/[enquiry]/renderings/try', {
			path: { enquiry: enquiry.id },
			body: { profile }
		});
		sending = false;
		if (!answer.ok) {
			fault = answer.fault;
			return;
		}
		begun = { job: answer.value.id, on };
		void ownJobs.refresh();
		await enquiry.jobs.refresh();
		await ended();
	}
	/** Shows what the comparison came to, when it has ended. */
	async function ended() {
		const own = begun.job === '' ? undefined : enquiry.jobs.list.find((one) => one.id === begun.job);
		if (!own || !hasEnded(own.state)) return;
		const whole = await wholeJob(own.id);
		if (begun.job !== own.id) return;
		if (!whole.ok) fault = whole.fault;
		else if (own.state === 'failed') fault = own.message ?? '';
		else if (whole.value.kind === 'comparison' && own.state === 'done')
			[tried, triedOf] = [whole.value.outcome, begun.on];
		begun = { job: '', on: '' };
		if (own.state === 'done') onchange();
	}
	onMount(() => {
		void showLast();
		return enquiry.jobs.whenEnded(() => void ended());
	});
	/** The comparison that was made last, or one that is still under way, as after a reload. */
	async function showLast() {
		await enquiry.jobs.refresh();
		if (!job || begun.job !== '') return;
		if (!hasEnded(job.state)) begun = { job: job.id, on: stands };
		if (job.state !== 'done') return;
		const whole = await wholeJob(job.id);
		if (!whole.ok || whole.value.kind !== 'comparison' || tried) return;
		tried = whole.value.outcome;
		triedOf = tried?.revision === enquiry.revision ? stands : '';
	}
	async function cancel() {
		const answer = running && (await enquiry.jobs.change(running.id, 'cancel'));
		if (answer && !answer.ok) fault = answer.fault;
	}
	const held = $derived(tried ? tried.kept + tried.lost.length : 0);
	const share = $derived(tried && held > 0 ? Math.round((1000 * tried.kept) / held) / 10 : null);
	const byLine = $derived.by(() => {
		const groups = new Map<number | null, ComparedRendering['lost'][number][]>();
		for (const one of tried?.lost ?? []) groups.set(one.line, [...(groups.get(one.line) ?? []), one]);
		return [...groups].sort((a, b) => b[1].length - a[1].length);
	});
</script>

<section aria-label="Try it on {source}" aria-busy={busy} data-tried={tried ? held : ''}>
	<div class="flex flex-wrap items-center gap-2">
		<h3>On the works that both sources hold</h3>
		{#if !busy}<button
				class="do"
				class:first={!tried}
				disabled={gaps > 0}
				title={gaps > 0 ? 'Decide on the gaps first' : ''}
				onclick={() => void run()}>Try it</button
			>{/if}
		{#if gaps > 0}<span class="small soft"
				>{gaps === 1 ? 'One line has a gap' : `${gaps} lines have gaps`}: decide on what cannot be written first.</span
			>{/if}
	</div>
	{#if running}<div class="mt-2">
			<JobProgress
				text={progressText(running)}
				share={shareOf(running)}
				{...enquiry.editable || running.mine ? { oncancel: () => void cancel() } : {}}
				note={running.mine ? 'It goes on if you leave this page.' : `Started by ${running.by}.`}
			/>
		</div>{/if}
	{#if fault}<p class="say fault mt-2 small" role="alert">{fault}</p>{/if}
	{#if !tried && stored}<p class="small soft mt-1">
			On {dayAndTime(stored.on)}: {formatCount(stored.kept)} kept, {formatCount(stored.lost)} lost, {formatCount(
				stored.gained
			)} gained{enquiry.revision > stored.revision + 1 ? '; the enquiry has changed since' : ''}.
		</p>{/if}
	{#if tried}
		<div class:dim={old}>
			<p class="mt-2">
				{#if share === null}None of the {formatCount(tried.original)} records is held by {source}, so there is nothing
					to compare.
				{:else}<strong class="count">{share} %</strong> of what the original finds and {source} holds is found by the rendering:
					{formatCount(tried.kept)} kept,
					<strong class:bad={tried.lost.length > 0}>{formatCount(tried.lost.length)} lost</strong>, {formatCount(
						tried.gained.count
					)} gained{#if tried.ships.kept + tried.ships.lost > 0}; <Ship size={13} class="inline" />
						{tried.ships.kept} known articles kept, {tried.ships.lost} lost{/if}.{/if}
				<span class="soft small"
					>Original {formatCount(tried.original)} records, rendering {formatCount(tried.rendered)}; {dayAndTime(
						tried.on
					)}{old ? ', before the last changes' : ''}.</span
				>
			</p>
			{#each byLine as [line, records] (line)}
				<details class="mt-1" open={byLine.length < 3}>
					<summary
						>{line === null
							? 'Lost only when the lines are combined'
							: `Line ${line} loses ${formatCount(records.length)} first`}</summary
					>
					<ul class="small lost">
						{#each records.slice(0, 30) as one (one.id)}<li>
								{#if one.ship}<Ship size={13} class="inline" aria-label="known article" />
								{/if}{one.title} <span class="soft">{one.year ?? ''} · {one.id}</span>
							</li>{/each}
						{#if records.length > 30}<li class="soft">and {formatCount(records.length - 30)} more</li>{/if}
					</ul>
				</details>
			{/each}
			{#if tried.gained.count > 0}
				<details class="mt-1">
					<summary>{formatCount(tried.gained.count)} gained: found there, and here not by the original</summary>
					<ul class="small lost">
						{#each tried.gained.some as one (one.id)}<li>
								{one.title} <span class="soft">{one.year ?? ''} · {one.id}</span>
							</li>{/each}
					</ul>
				</details>
			{/if}
		</div>
	{/if}
</section>

<style>
	.bad {
		color: var(--fault);
	}
	.lost li {
		padding: 2px 0 2px 16px;
	}
	summary {
		cursor: pointer;
		min-height: 26px;
	}
</style>
