<!-- Original and rendering, run on the works that both sources hold: what is kept, lost and gained, and which line is to blame. -->
<script lang="ts">
	import Ship from '@lucide/svelte/icons/ship';
	import type { Comparison } from '@wide-lantern/core/editor';
	import { useWorkspace } from '$lib/work/context';
	import { formatCount, dayAndTime } from '$lib/work/fresh.svelte';
	import { readNdjson } from '$lib/work/ndjson';
	import type { SaidOfTrying, TriedRendering } from '$lib/work/renderings';

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
	let tried = $state.raw<TriedRendering | null>(null);
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
	let busy = $state<AbortController | null>(null);
	let fault = $state('');
	let progress = $state<Extract<SaidOfTrying, { step: unknown }> | null>(null);
	const said = $derived.by(() => {
		if (!progress) return `Asking ${source} …`;
		const { step, done, of } = progress;
		if (step === 'records') return `${formatCount(done)} of ${formatCount(of)} records fetched from ${source}`;
		return step === 'held'
			? `Checking whether ${source} holds the records only the original retrieves: ${formatCount(done)} of ${formatCount(of)}`
			: `Finding the line responsible: ${formatCount(done)} of ${formatCount(of)}`;
	});
	async function run() {
		await enquiry.flush();
		const asking = new AbortController();
		busy = asking;
		fault = '';
		const asked = stands;
		const end = await readNdjson<SaidOfTrying>(
			`/api/v1/enquiries/${enquiry.id}/renderings/try`,
			{ profile },
			(one) => {
				if ('step' in one) progress = one;
				else if ('fault' in one) fault = one.fault;
				else {
					[tried, triedOf] = [one.tried, asked];
				}
			},
			asking.signal
		);
		if (end !== '') fault = end;
		[busy, progress] = [null, null];
		if (tried) onchange();
	}
	const held = $derived(tried ? tried.kept + tried.lost.length : 0);
	const share = $derived(tried && held > 0 ? Math.round((1000 * tried.kept) / held) / 10 : null);
	const byLine = $derived.by(() => {
		const groups = new Map<number | null, TriedRendering['lost'][number][]>();
		for (const one of tried?.lost ?? []) groups.set(one.line, [...(groups.get(one.line) ?? []), one]);
		return [...groups].sort((a, b) => b[1].length - a[1].length);
	});
</script>

<section aria-label="Try it on {source}" aria-busy={busy !== null} data-tried={tried ? held : ''}>
	<div class="flex flex-wrap items-center gap-2">
		<h3>On the works that both sources hold</h3>
		{#if busy}<button class="do" onclick={() => busy?.abort()}>Cancel</button><span class="small soft" role="status"
				>{said}</span
			>{#if progress && progress.of > 0}<progress
					class="how-far"
					max={progress.of}
					value={progress.done}
					aria-hidden="true"
				></progress>{/if}
		{:else}<button
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
	.how-far {
		width: 8rem;
		height: 6px;
		accent-color: var(--ink);
	}
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
