<!-- Original and rendering, run on the works that both sources hold: what is kept, lost and gained, and which line is to blame. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import Ship from '@lucide/svelte/icons/ship';
	import type { Comparison } from '@wide-lantern/core/editor';
	import { useWorkspace } from '$lib/client/context';
	import { formatCount, dayAndTime } from '$lib/client/fresh.svelte';
	import { SourceJob } from '$lib/client/source-job.svelte';
	import type { ComparedRendering } from '$lib/contract/runs';
	import JobProgress from '$lib/ui/JobProgress.svelte';
	import { progressText, shareOf } from '$lib/client/job-words';

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
	const comparedWith = $derived.by(() => {
		const { decisions, own, leftOut } = enquiry.document.renderings.find((one) => one.id === rendering) ?? {};
		return JSON.stringify([
			enquiry.document.lines.map(({ source, off }) => [source, off]),
			enquiry.document.result ?? null,
			decisions ?? [],
			own ?? [],
			leftOut ?? []
		]);
	});
	const old = $derived(comparedWith !== triedOf);
	/** What the comparison was begun on, where this window has begun it. */
	let begunOn: string | null = null;
	const job = new SourceJob(
		'comparison',
		enquiry,
		() => profile,
		({ outcome, isNews }) => {
			if (!outcome) return;
			tried = outcome;
			// Of one that others began, only the revision tells.
			triedOf = begunOn ?? (outcome.revision === enquiry.revision ? comparedWith : '');
			begunOn = null;
			if (isNews) onchange();
		}
	);
	const { running, fault, isBusy: busy } = $derived(job);
	function run() {
		begunOn = comparedWith;
		return job.start();
	}
	onMount(() => {
		void job.takeUp();
		return enquiry.jobs.whenEnded(() => void job.see());
	});
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
				class="btn {!tried ? 'preset-filled' : 'preset-outlined-surface-500'}"
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
				{...enquiry.editable || running.mine ? { oncancel: () => void job.cancel() } : {}}
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
				{#if tried.original === 0}The original retrieves no records, so there is nothing to compare.{:else if share === null}None
					of the {formatCount(tried.original)} records is held by {source}, so there is nothing to compare.
				{:else}<strong class="count">{share} %</strong> of what the original finds and {source} holds is found by the rendering:
					{formatCount(tried.kept)} kept,
					<strong class:bad={tried.lost.length > 0}>{formatCount(tried.lost.length)} lost</strong>, {formatCount(
						tried.gained.count
					)} gained{#if tried.benchmark.kept + tried.benchmark.lost > 0}; <Ship size={13} class="inline" />
						{tried.benchmark.kept} known articles kept, {tried.benchmark.lost} lost{/if}.{/if}
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
