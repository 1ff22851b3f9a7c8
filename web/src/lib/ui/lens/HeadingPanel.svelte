<!-- One heading: note, years, places in the tree, what it brings, and how to take it. The same panel wherever one comes from. -->
<script lang="ts">
	import type { HeadingFacts, HeadingRow } from '$lib/contract/headings';
	import Segments from '$lib/ui/Segments.svelte';
	import CornerDownRight from '@lucide/svelte/icons/corner-down-right';
	import type { ConceptHeading } from '@wide-lantern/core/editor';
	import { formatCount, records } from '$lib/client/fresh.svelte';
	import HeadingFigures from './HeadingFigures.svelte';
	import HeadingHistory from './HeadingHistory.svelte';
	import { headingFacts } from '$lib/client/headings';
	import { collectionFor, useWorkspace } from '$lib/client/context';
	import { takenSo, type Reach } from '$lib/client/terms';
	import type { TakenHeading } from '$lib/client/lens.svelte';

	interface Props {
		vocabulary: string;
		heading: string;
		/** Opens another heading of the same vocabulary. */
		turn: (heading: string) => void;
		/** Where the heading can be taken to, and how it is taken there already; without it the panel only informs. */
		take?: { label: string; act: (taken: TakenHeading) => void; known: ConceptHeading | undefined } | null;
		narrow?: boolean;
	}
	let { vocabulary, heading, turn, take = null, narrow = false }: Props = $props();
	const workspace = useWorkspace();
	/** A heading of another vocabulary is counted where that is used. */
	const collection = $derived(collectionFor(workspace, vocabulary));
	const asked = $derived(headingFacts(vocabulary, heading, collection));
	/** Branches that are too large to come whole, and have been opened. */
	let opened = $state.raw<readonly string[]>([]);
	/** What was chosen here and is not taken yet. */
	const key = $derived(`${take?.label ?? ''} ${vocabulary}:${heading}`);
	const chosen = $derived(workspace.lens.choices.get(key) ?? {});
	const choose = (change: typeof chosen) => void workspace.lens.choices.set(key, { ...chosen, ...change });

	function taking(facts: HeadingFacts): TakenHeading {
		const known = take?.known;
		const reach: Reach = chosen.reach ?? known?.reach ?? (facts.narrower > 0 ? 'narrower' : 'this');
		return {
			vocabulary: facts.vocabulary,
			heading: facts.id,
			label: facts.label,
			reach,
			picked: chosen.picked ?? known?.picked ?? [],
			except: chosen.except ?? known?.except ?? [],
			main: chosen.main ?? known?.main ?? false,
			qualifiers: chosen.qualifiers ?? known?.qualifiers ?? []
		};
	}
	/** A heading with all that is below it, those that were not sent yet among them. */
	async function branchOf(row: HeadingRow): Promise<string[]> {
		const below =
			row.below.length > 0 || row.narrower === 0
				? row.below
				: (await headingFacts(vocabulary, row.id, collection)).below;
		return [row.id, ...(await Promise.all(below.map(branchOf))).flat()];
	}
	/** A heading is picked with what is below it, as its mark down the tree says; each can be unticked again. */
	async function pick(now: TakenHeading, row: HeadingRow, on: boolean) {
		const ids = new Set(await branchOf(row));
		const rest = now.picked.filter((one) => !ids.has(one));
		choose({ picked: on ? [...rest, ...ids] : rest });
	}
	const leaveOut = (now: TakenHeading, id: string, out: boolean) =>
		choose({ except: out ? [...(now.except ?? []), id] : (now.except ?? []).filter((one) => one !== id) });
	const UNCOUNTED = 'No collection here is indexed with its vocabulary, so nothing is counted.';
	const size = (count: number | null) => (count === null ? '' : ` · ${formatCount(count)}`);
	/** A scope note cut where it names other headings. */
	function noteParts({ scopeNote, noteLinks }: HeadingFacts): { text: string; heading: string | null }[] {
		const parts: { text: string; heading: string | null }[] = [];
		let end = 0;
		for (const link of noteLinks) {
			parts.push(
				{ text: scopeNote.slice(end, link.from), heading: null },
				{ text: scopeNote.slice(link.from, link.to), heading: link.heading }
			);
			end = link.to;
		}
		return [...parts, { text: scopeNote.slice(end), heading: null }];
	}
	const sentence = (facts: HeadingFacts, now: TakenHeading): string => {
		const below = facts.closure - 1;
		switch (now.reach) {
			case 'narrower':
				return (now.except ?? []).length > 0
					? `With its narrower headings, except those that are unticked below${(now.except ?? []).length === 1 ? ', with what is below it' : ', with what is below them'}.`
					: `With ${below} narrower heading${below === 1 ? '' : 's'}, and any added to the vocabulary later.`;
			case 'this':
				return `Leaves out what is indexed only with one of its ${below} narrower headings.`;
			case 'picked':
				return now.picked.length === 0
					? 'Tick the narrower ones that belong here; they are added with OR.'
					: `It and ${now.picked.length === below ? (below === 1 ? 'its one narrower heading' : `all ${below} narrower headings`) : `${now.picked.length} of its ${below} narrower headings`}, and none added to the vocabulary later.`;
		}
	};
</script>

{#snippet rows(list: readonly HeadingRow[], now: TakenHeading, outside: boolean = false)}
	<ul class="branch" class:inside={now.reach === 'narrower'}>
		{#each list as row (row.id)}
			{@const out = outside || (now.reach === 'narrower' && (now.except ?? []).includes(row.id))}
			<li class:picked={now.reach === 'picked' && now.picked.includes(row.id)} class:out>
				<span class="flex justify-between gap-2"
					><span class="flex gap-2 items-center">
						{#if take && now.reach === 'picked'}<input
								class="checkbox"
								type="checkbox"
								aria-label="Pick {row.label}"
								checked={now.picked.includes(row.id)}
								onchange={(event) => void pick(now, row, event.currentTarget.checked)}
							/>{/if}
						{#if take && now.reach === 'narrower' && !outside}<input
								class="checkbox"
								type="checkbox"
								aria-label="Include {row.label}"
								title="Untick to leave it out, with what is below it"
								checked={!(now.except ?? []).includes(row.id)}
								onchange={(event) => leaveOut(now, row.id, !event.currentTarget.checked)}
							/>{/if}
						<button class="link text-left" onclick={() => turn(row.id)}>{row.label}</button></span
					><span class="small soft whitespace-nowrap" title="this one · with narrower"
						>{formatCount(row.count)}{#if row.narrower > 0}&nbsp;· {formatCount(row.countNarrower)}{/if}</span
					></span
				>
				{#if row.below.length > 0}{@render rows(row.below, now, out)}{:else if row.narrower > 0}
					{#if opened.includes(row.id)}
						{#await headingFacts(vocabulary, row.id, collection)}<p class="small soft">
								Reading …
							</p>{:then more}{@render rows(more.below, now, out)}{:catch}<p class="small soft">
								They could not be read; close and open again.
							</p>{/await}
					{:else}<button class="btn btn-sm hover:preset-tonal" onclick={() => (opened = [...opened, row.id])}
							>{row.narrower} below</button
						>{/if}
				{/if}
			</li>
		{/each}
	</ul>
{/snippet}

{#await asked}
	<p class="soft">Reading the heading …</p>
{:then facts}
	{@const now = taking(facts)}
	{@const same = takenSo(take?.known, now)}
	<article class:wide={!narrow} aria-label="Heading {facts.label}">
		<header>
			<h2>{facts.label}</h2>
			<p class="small soft">{facts.vocabularyName}{facts.since ? ` · since ${facts.since}` : ''}</p>
			<p class="mt-2">
				{#if facts.scopeNote === ''}The vocabulary gives no scope note for it.{:else}{#each noteParts(facts) as part, at (at)}{#if part.heading !== null}{@const to =
								part.heading}<button class="link inline" onclick={() => turn(to)}>{part.text}</button
							>{:else}{part.text}{/if}{/each}{/if}
			</p>
			{#each facts.before as old (old.label)}
				<p class="small mt-2 say">
					{#if old.renamed}Called {old.label}{old.until ? ` until ${old.until}` : ''}. Renamed only: older records
						already carry the new name.{:else}Records{old.until ? ` up to ${old.until}` : ' of earlier years'} carry
						<em>{old.label}</em>
						instead.
						{narrow ? 'Add it if you search those years.' : 'See the years below.'}{/if}
				</p>
			{/each}
		</header>
		<div class="reach mt-3">
			{#if !take}
				<p>
					{facts.count === null
						? UNCOUNTED
						: `On ${records(facts.count)}${facts.narrower > 0 ? `; with ${facts.closure === 2 ? 'its narrower heading' : `its ${formatCount(facts.closure - 1)} narrower headings`} on ${formatCount(facts.countNarrower)}` : '. Nothing is narrower'}.`}
				</p>
			{:else if facts.narrower > 0}
				<Segments
					label="Reach"
					showLabel
					options={[
						['this', `This one${size(facts.count)}`],
						['narrower', `With narrower${size(facts.countNarrower)}`],
						['picked', 'Hand-picked']
					]}
					value={now.reach}
					choose={(reach) => choose({ reach })}
				/>
				<p class="small soft mt-1">{sentence(facts, now)}</p>
				{#if now.reach === 'picked'}
					{#if facts.below.length > 0}{@render rows(facts.below, now)}{/if}
					{#if now.picked.length >= facts.closure - 1}
						<p class="say note small mt-2">
							These are all of them: <em>with narrower</em> retrieves the same, and includes what is added to the
							vocabulary later.
							<button class="btn btn-sm hover:preset-tonal" onclick={() => choose({ reach: 'narrower', picked: [] })}
								>Use with narrower</button
							>
						</p>
					{/if}
				{/if}
			{:else}
				<p class="small soft">
					{facts.count === null ? UNCOUNTED : `On ${records(facts.count)}.`} It has no narrower headings, so there is nothing
					to explode.
				</p>
			{/if}
			{#if take}
				{#if now.main || now.qualifiers.length > 0}
					<p class="small mt-2">
						Narrowed: {now.main ? 'main topic only' : ''}{now.main && now.qualifiers.length > 0
							? '; '
							: ''}{now.qualifiers
							.map((code) => facts.allQualifiers.find((one) => one.code === code)?.name ?? code)
							.join(', ')}
						<button class="btn btn-sm hover:preset-tonal" onclick={() => choose({ main: false, qualifiers: [] })}
							>Remove restrictions</button
						>
					</p>
				{/if}
				<button
					class="btn preset-filled mt-2"
					disabled={same || (now.reach === 'picked' && now.picked.length === 0)}
					onclick={() => {
						take.act(now);
						workspace.lens.choices.delete(key);
					}}>{take.known === undefined ? take.label : same ? 'Already added' : 'Update'}</button
				>
			{/if}
		</div>
		{#if collection && !narrow}
			<HeadingFigures
				vocabulary={facts.vocabulary}
				heading={facts.id}
				{collection}
				taking={now}
				narrowing={take ? (change) => choose({ ...change }) : null}
				reaching={take ? (reach) => choose({ reach, main: false }) : null}
				{turn}
			/>
			{#if facts.since !== null || facts.before.length > 0}
				<HeadingHistory
					vocabulary={facts.vocabulary}
					heading={facts.id}
					label={facts.label}
					{collection}
					takeEarlier={take
						? (id, label) =>
								take.act({ ...now, heading: id, label, reach: 'this', picked: [], main: false, qualifiers: [] })
						: null}
				/>
			{/if}
		{/if}
		<div class="mt-4">
			<h3>Places in the tree</h3>
			{#each facts.paths as path, at (at)}
				<p class="small mt-1">
					{#each path as step, depth (step.id)}{#if depth > 0}<span class="sep">›</span
							>{/if}{#if step.id === facts.id}<strong>{step.label}</strong>{:else}<button
								class="link"
								onclick={() => turn(step.id)}>{step.label}</button
							>{/if}{#if step.countNarrower !== null}&nbsp;<span
								class="small soft"
								title="records with all that is narrower">{formatCount(step.countNarrower)}</span
							>{/if}{/each}
				</p>
			{/each}
			{#if facts.below.length > 0 && now.reach !== 'picked'}
				<h3 class="mt-3">Narrower <span class="small soft font-normal">records: this one · with narrower</span></h3>
				{@render rows(facts.below, now)}
			{/if}
		</div>
		<div class="mt-4">
			{#if facts.entryTerms.length > 0}<h3>Other names</h3>
				<p class="small mt-1">{facts.entryTerms.join(' · ')}</p>{/if}
			{#if facts.related.length + facts.seeAlso.length > 0}
				<h3 class="mt-3">See also</h3>
				<p class="small mt-1">
					{#each [...facts.related, ...facts.seeAlso.filter((one) => !facts.related.some((other) => other.id === one.id))] as one, at (one.id)}{#if at > 0}<span
								class="sep">·</span
							>{/if}<button class="link" onclick={() => turn(one.id)}>{one.label}</button>{/each}
				</p>
			{/if}
			{#if facts.qualifiers.length > 0}<h3 class="mt-3">Qualifiers it takes</h3>
				<p class="small mt-1">{facts.qualifiers.map((one) => one.name).join(', ')}</p>{/if}
			{#if (facts.changes ?? []).length > 0}<h3 class="mt-3">Changes</h3>
				<ul class="small mt-1">
					{#each facts.changes ?? [] as change, at (at)}<li>{change.year ?? ''} {change.text}</li>{/each}
				</ul>{/if}
		</div>
	</article>
{:catch error}
	<p class="say fault" role="alert">
		<CornerDownRight size={14} class="inline" />
		{error instanceof Error ? error.message : 'The heading could not be read.'}
	</p>
{/await}

<style>
	.link {
		color: var(--link);
		cursor: pointer;
	}
	.link.inline {
		display: inline;
		text-decoration: underline;
		text-decoration-color: var(--rule);
		text-underline-offset: 3px;
	}
	.branch .link {
		min-height: 24px;
	}
	.link:hover {
		text-decoration: underline;
		text-underline-offset: 2px;
	}
	.branch {
		margin-left: 4px;
		padding-left: 10px;
		border-left: 1px solid var(--rule);
	}
	.branch.inside {
		border-left: 2px solid var(--ink);
	}
	.picked {
		margin-left: -11px;
		padding-left: 9px;
		border-left: 2px solid var(--ink);
	}
	.out {
		opacity: 0.6;
		text-decoration: line-through;
	}
	.wide {
		max-width: 44rem;
	}
</style>
