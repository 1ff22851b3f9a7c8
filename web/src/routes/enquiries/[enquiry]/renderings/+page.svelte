<!-- Like a score: the strategy runs down, and under each line its renderings for the chosen sources. -->
<script lang="ts">
	import { onMount, untrack } from 'svelte';
	import { page } from '$app/state';
	import ClipboardCopy from '@lucide/svelte/icons/clipboard-copy';
	import X from '@lucide/svelte/icons/x';
	import { linesUnder, noteCounts, undecided } from '$lib/client/rendering-notes';
	import { Renderings } from '$lib/client/renderings.svelte';
	import BareWords from '$lib/ui/renderings/BareWords.svelte';
	import FieldWays from '$lib/ui/renderings/FieldWays.svelte';
	import ReadBack from '$lib/ui/renderings/ReadBack.svelte';
	import RunCounts from '$lib/ui/renderings/RunCounts.svelte';
	import Stave from '$lib/ui/renderings/Stave.svelte';
	import TryIt from '$lib/ui/renderings/TryIt.svelte';
	import { commands } from '$lib/client/commands.svelte';
	import { useWorkspace } from '$lib/client/context';
	import { count, formatCount, dayAndTime } from '$lib/client/fresh.svelte';

	const { enquiry, findings, profiles, personName } = useWorkspace();
	const document = $derived(enquiry.document);
	const renderings = new Renderings(enquiry, profiles, personName, (text) => navigator.clipboard.writeText(text));
	const { all, shown, single, old } = $derived(renderings);
	let changing = $state<string | null>(null);
	let reading = $state(false);
	let bare = $state(false);

	$effect(() => {
		void enquiry.factsAdded;
		renderings.refreshRuns();
	});
	$effect(() => {
		void [enquiry.revision, enquiry.factsAdded];
		renderings.refresh();
	});
	onMount(() => () => renderings.stop());
	$effect(() => {
		findings.renderings = renderings.findings;
	});
	// A link to what waits for a decision names its platform.
	$effect(() => {
		const wanted = page.url.searchParams.get('profile');
		const isThere = untrack(() => document.renderings.some((one) => one.profile === wanted));
		if (wanted !== null && isThere) renderings.alone = wanted;
	});
	const free = $derived(profiles.filter((profile) => !document.renderings.some((one) => one.profile === profile.id)));
	$effect(() =>
		commands.add([
			...all.map((one) => ({
				name: `Show the rendering for ${one.profile.source} alone`,
				act: () => (renderings.alone = one.profile.id)
			})),
			{ name: 'Show all renderings', act: () => (renderings.alone = null) },
			{ name: 'Read a strategy pasted from a platform', act: () => (reading = true) },
			{ name: 'What a source makes of bare words', act: () => (bare = true) }
		])
	);
</script>

<div class="flex flex-wrap items-center gap-2">
	<h1 class="mr-4">Renderings</h1>
	{#if enquiry.editable && free.length > 0}
		<label
			><span class="sr-only">Write it for another platform</span>
			<select
				class="select"
				value=""
				onchange={(event) => {
					if (event.currentTarget.value) renderings.add(event.currentTarget.value);
					event.currentTarget.value = '';
				}}
			>
				<option value="">Add a platform …</option>{#each free as profile (profile.id)}<option value={profile.id}
						>{profile.name}</option
					>{/each}
			</select>
		</label>
	{/if}
	<button class="btn preset-outlined-surface-500" aria-pressed={reading} onclick={() => (reading = !reading)}
		>Read a strategy from elsewhere</button
	>
	{#if all.length > 0}<button class="btn preset-outlined-surface-500" aria-pressed={bare} onclick={() => (bare = !bare)}
			>What bare words become</button
		>{/if}
	<a class="btn preset-outlined-surface-500" href="/profiles">Profiles</a>
	<span class="small soft" role="status">{renderings.said}</span>
</div>

{#if all.length > 0}
	<div class="sources mt-3" role="group" aria-label="Sources">
		<button class="source-tab" aria-pressed={renderings.alone === null} onclick={() => (renderings.alone = null)}
			>All {all.length}</button
		>
		{#each all as one (one.profile.id)}
			<button
				class="source-tab"
				aria-pressed={renderings.alone === one.profile.id}
				onclick={() => (renderings.alone = one.profile.id)}
			>
				<span>{one.profile.source}</span>
				<span class="small marks"
					>{#each noteCounts(one) as [kind, found] (kind)}<span class={kind.replace(' ', '-')}>{found} {kind}</span
						>{:else}<span>no changes in meaning</span>{/each}{#if renderings.keptShare(one) !== null}<span
							title="Share of the original’s results held by this source that the translated strategy retrieves"
							>{renderings.keptShare(one)} % kept</span
						>{/if}</span
				>
			</button>
		{/each}
	</div>
{/if}
{#if renderings.failed}<p class="say mt-2" role="status">{renderings.failed}</p>{/if}
{#if reading}<div class="mt-4"><ReadBack first={renderings.alone ?? ''} /></div>{/if}
{#if bare && all.length > 0}<div class="mt-4">
		{#key renderings.alone}<BareWords
				platforms={all.map((one) => ({ id: one.profile.id, source: one.profile.source }))}
				first={renderings.alone ?? ''}
			/>{/key}
	</div>{/if}
{#if renderings.removed && enquiry.editable && !document.renderings.some((one) => one.profile === renderings.removed?.stored.profile)}
	{@const { stored, name } = renderings.removed}
	<p class="say mt-3 max-w-2xl flex flex-wrap items-center gap-2" role="status">
		{name} was removed{(stored.decisions ?? []).length > 0
			? `, with ${count((stored.decisions ?? []).length, 'decision')}`
			: ''}. Its runs stay on record.
		<button class="btn btn-sm preset-outlined-surface-500" onclick={() => renderings.restore()}>Restore</button>
	</p>
{/if}
{#if document.renderings.length === 0}
	<p class="say mt-4 max-w-2xl">
		The strategy is shown here in each platform’s syntax, line by line, with a note wherever the meaning changes. Add
		the platform of one of your sources{free[0] ? `, for example ${free[0].name}` : ''}; a platform that is not in the
		list is
		<a href="/profiles/teach">taught by example</a> in ten minutes.
	</p>
{:else if document.lines.length === 0}
	<p class="say mt-4 max-w-2xl">
		The strategy has no lines yet, so there is nothing to write. <a href="/enquiries/{enquiry.id}/strategy"
			>Begin it on the sheet.</a
		>
	</p>
{/if}

{#if single}
	{@const stored = renderings.storedOf(single)}
	{@const history = renderings.historyOf(single)}
	<div class="tools mt-3" class:dim={old}>
		<p class="flex flex-wrap items-center gap-2">
			<strong>{single.profile.name}</strong>
			<span class="small soft">version {single.profile.version}</span>
			<button
				class="btn preset-outlined-surface-500"
				onclick={() => void renderings.copyWhole(single)}
				disabled={single.rendering.gaps > 0}
				title={single.rendering.gaps > 0 ? 'Decide on what cannot be written first' : 'Copy all of it as plain text'}
				><ClipboardCopy size={15} /> Copy whole</button
			>
			{#if !single.profile.oneString}<button
					class="btn preset-outlined-surface-500"
					onclick={() => void renderings.copyString(single)}
					disabled={single.rendering.gaps > 0}
					title="The result with every line written in">Copy as one string</button
				>{/if}
			{#if enquiry.editable && undecided(single).size > 0}<button
					class="btn preset-outlined-surface-500"
					onclick={() => renderings.acceptLikeliest(single)}
					>Choose the likeliest for {count(undecided(single).size, 'heading')}</button
				>{/if}
			{#if stored && !single.profile.oneString}
				<label class="flex items-center gap-2 small"
					>First line number on the platform <input
						class="input"
						style="width: 5rem"
						type="number"
						min="1"
						max="100000"
						value={stored.first}
						disabled={!enquiry.editable}
						onchange={(event) => {
							const first = Number(event.currentTarget.value);
							if (Number.isInteger(first) && first >= 1 && first <= 100_000)
								enquiry.set(['renderings', stored.id, 'first'], first, 'first number');
							else event.currentTarget.value = String(stored.first);
						}}
					/></label
				>
			{/if}
			{#if stored && enquiry.editable}<button
					class="btn hover:preset-tonal ml-auto"
					aria-label="Remove this rendering"
					onclick={() => renderings.remove(stored, single.profile.name)}><X size={15} /> Remove</button
				>{/if}
		</p>
		{#if single.reviewed && single.reviewed.version !== single.profile.version}
			<p class="say note small mt-2">
				This was last reviewed with version {single.reviewed.version} of the profile{single.reviewed.by
					? `, by ${single.reviewed.by}`
					: ''}; it is now version {single.profile.version}.
				<a href="/profiles?compare={single.profile.id}">What changed</a>
				{#if enquiry.editable}<button
						class="btn btn-sm preset-outlined-surface-500"
						onclick={() => void renderings.review(single.profile.id, single.profile.version)}>Mark as reviewed</button
					>{/if}
			</p>
		{/if}
		{#each single.profile.knows as one (one)}<p class="small mt-1"><strong>Note:</strong> {one}</p>{/each}
		{#if history?.last}<p class="small soft mt-1">
				Last {history.last.how === 'copied' ? 'copied' : 'run'}
				{dayAndTime(history.last.on)}{history.last.by ? ` by ${history.last.by}` : ''}; lines that have changed since
				then are marked.
			</p>{/if}
		<div class="pair mt-3">
			{#if stored}<RunCounts
					profile={single.profile}
					lines={single.rendering.lines}
					{history}
					onchange={() => renderings.refreshRuns()}
				/>{/if}
			{#if single.profile.connected && stored}{#key single.profile.id}<TryIt
						rendering={stored.id}
						profile={single.profile.id}
						source={single.profile.source}
						gaps={single.rendering.gaps}
						stored={history?.comparison ?? null}
						onchange={() => renderings.refreshRuns()}
					/>{/key}{/if}
		</div>
		{#if stored}<FieldWays rendering={stored.id} source={single.profile.source} fields={single.rendering.fields} />{/if}
	</div>
{/if}

{#each renderings.alone === null ? [] : shown as one (one.profile.id)}
	{#if one.rendering.general.length > 0}
		<details class="general small mt-3" open={renderings.alone !== null}>
			<summary>{one.profile.source}: {count(one.rendering.general.length, 'note')} for many lines</summary>
			<ul>
				{#each one.rendering.general as note (note.message)}<li>
						<strong class={note.kind.replace(' ', '-')}>{note.kind}</strong>
						{note.message} <span class="soft">Lines {note.lines.join(', ')}.</span>
					</li>{/each}
			</ul>
		</details>
	{/if}
{/each}

<div class="score mt-3" class:dim={old}>
	{#each renderings.lines as line (line.id)}
		<section aria-label="Line {line.number}" id="rendered-{line.number}">
			<p class="own line-face">
				<span class="number soft">{line.number}</span><span>{line.text}</span>{#if line.count !== null}<span
						class="count small">{formatCount(line.count)}</span
					>{/if}
			</p>
			{#each shown as one (one.profile.id)}
				{#each linesUnder(one, line.id) as rendered (rendered.id)}
					<Stave {renderings} rendering={one} {rendered} {line} bind:changing />
				{/each}
			{/each}
		</section>
	{/each}
</div>

{#each shown.filter((one) => one.profile.oneString) as one (one.profile.id)}
	{#if document.lines.length > 0}
		<section class="mt-6">
			<h2>{one.profile.source}: the whole strategy as one string</h2>
			<!-- svelte-ignore a11y_no_noninteractive_tabindex (what scrolls must be reachable by keyboard) -->
			<p class="line-face whole mt-1" tabindex="0" role="region" aria-label="{one.profile.source} as one string">
				{one.rendering.whole}
			</p>
		</section>
	{/if}
{/each}

<style>
	.sources {
		display: flex;
		flex-wrap: wrap;
		gap: 4px;
		border-bottom: 1px solid var(--rule);
	}
	.source-tab {
		display: grid;
		text-align: left;
		padding: 4px 12px 6px;
		border: none;
		border-bottom: 3px solid transparent;
		background: transparent;
		color: var(--ink);
		cursor: pointer;
		min-height: 44px;
		align-content: center;
	}
	.source-tab[aria-pressed='true'] {
		border-bottom-color: var(--ink);
		font-weight: 600;
	}
	.source-tab:hover {
		background: var(--wash);
	}
	.marks {
		display: flex;
		gap: 8px;
		color: var(--soft);
		font-weight: 400;
	}
	.marks .narrowed {
		color: var(--fault);
		font-weight: 600;
	}
	.score section {
		border-top: 1px solid var(--rule);
		padding: 10px 0;
	}
	.own {
		font-weight: 600;
		display: grid;
		grid-template-columns: 2.2rem minmax(0, 1fr) auto;
		gap: 4px;
		overflow-wrap: anywhere;
	}
	.pair {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(24rem, 1fr));
		gap: 24px;
	}
	.general summary {
		cursor: pointer;
		min-height: 26px;
	}
	.general li {
		padding: 2px 0 2px 16px;
	}
	.whole {
		overflow-wrap: anywhere;
		background: var(--sheet);
		border: 1px solid var(--rule);
		padding: 8px;
		max-height: 16rem;
		overflow-y: auto;
	}
	@media (max-width: 1100px) {
		.pair {
			grid-template-columns: minmax(0, 1fr);
		}
	}
</style>
