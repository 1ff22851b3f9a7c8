<!-- A vocabulary read by itself: its top, what words find in it, and any heading with its places, names and years. -->
<script lang="ts">
	import { arrows } from '$lib/ui/arrows';
	import type { HeadingMatch, LookupMode } from '$lib/contract/headings';
	import { untrack } from 'svelte';
	import { page } from '$app/state';
	import { replaceState } from '$app/navigation';
	import HeadingPanel from '$lib/ui/lens/HeadingPanel.svelte';
	import VocabularyTree from '$lib/ui/headings/VocabularyTree.svelte';
	import Plain from '$lib/ui/Plain.svelte';
	import Segments from '$lib/ui/Segments.svelte';
	import { provideWorkspace } from '$lib/client/context';
	import { LineFindings } from '$lib/client/line-findings.svelte';
	import { SheetCounts } from '$lib/client/counts.svelte';
	import { EnquiryClient } from '$lib/client/enquiry.svelte';
	import { formatCount } from '$lib/client/fresh.svelte';
	import { lookUp, reasonText } from '$lib/client/headings';
	import { DroppedFiles } from '$lib/client/dropped-files.svelte';
	import { Lens } from '$lib/client/lens.svelte';

	let { data } = $props();
	untrack(() => {
		const enquiry = new EnquiryClient('', data.document, 0, false);
		provideWorkspace({
			enquiry,
			counts: new SheetCounts(enquiry),
			dropped: new DroppedFiles(),
			lens: new Lens(),
			findings: new LineFindings(() => ({
				document: enquiry.document,
				view: null,
				margins: null,
				marginsOld: true
			})),
			collections: data.collections,
			vocabularies: data.vocabularies,
			profiles: [],
			personName: ''
		});
	});
	let typed = $state('');
	let mode = $state<LookupMode>('all');
	let matches = $state.raw<readonly HeadingMatch[] | null>(null);
	/** The headings at the top, as nothing typed finds them. */
	let tops = $state.raw<readonly HeadingMatch[] | null>(null);
	let failed = $state('');
	let current = $state(untrack(() => page.url.searchParams.get('heading')));
	$effect(() => {
		const asking = new AbortController();
		const asked = typed.trim();
		lookUp(data.vocabulary.id, typed, mode, asking.signal)
			.then((found) => {
				matches = found.matches;
				if (asked === '') tops = found.matches;
				failed = '';
			})
			.catch((error: unknown) => {
				if (!asking.signal.aborted)
					failed =
						error instanceof TypeError || !(error instanceof Error)
							? 'The server cannot be reached; what you typed stays here.'
							: error.message;
			});
		return () => asking.abort();
	});
	/** The address names the heading, so that it can be kept and sent. */
	function go(heading: string) {
		current = heading;
		replaceState(`?heading=${encodeURIComponent(heading)}`, {});
	}
	function keys(event: KeyboardEvent) {
		const list = matches ?? [];
		const at = list.findIndex((one) => one.id === current);
		const next =
			event.key === 'ArrowDown'
				? list[at + 1]
				: event.key === 'ArrowUp'
					? list[at - 1]
					: event.key === 'Enter' && at < 0
						? list[0]
						: undefined;
		if (!next) return;
		event.preventDefault();
		go(next.id);
	}
</script>

<svelte:head><title>{data.vocabulary.name} · Wide Lantern</title></svelte:head>
<Plain>
	<h1>{data.vocabulary.name}</h1>
	<p class="small soft">
		{formatCount(data.vocabulary.headings)} headings{data.vocabulary.edition
			? `, edition ${data.vocabulary.edition}`
			: ''} · <a href="/vocabularies">All vocabularies</a>
	</p>
	<div class="columns mt-4">
		<div>
			<label class="block"
				><span class="sr-only">Look up in the vocabulary</span><input
					class="input"
					placeholder="Look a word up"
					bind:value={typed}
					onkeydown={keys}
				/></label
			>
			<div class="small mt-2">
				<Segments
					label="Which words must match"
					options={[
						['all', 'all words'],
						['any', 'any'],
						['exact', 'whole words']
					]}
					value={mode}
					choose={(value) => (mode = value)}
				/>
			</div>
			{#if failed}<p class="say fault small mt-2" role="alert">{failed}</p>{/if}
			{#if typed.trim() === '' && tops !== null}
				<div class="mt-2"><VocabularyTree vocabulary={data.vocabulary.id} {tops} open={go} /></div>
			{:else}
				<ul class="mt-2" aria-label="Matches" {@attach arrows('li')}>
					{#each matches ?? [] as match (match.id)}
						<li>
							<button class="match" aria-current={match.id === current} onclick={() => go(match.id)}>
								<span class="block"
									>{match.label}{#if match.narrower > 0}<span class="sep small">·</span><span class="soft small"
											>{match.narrower} below</span
										>{/if}</span
								>
								<span class="small soft">{reasonText(match)}</span>
							</button>
						</li>
					{:else}<li class="soft small">
							{matches === null ? 'Reading the vocabulary …' : 'No matching or similar heading.'}
						</li>{/each}
				</ul>
			{/if}
		</div>
		<div>
			{#if current !== null}{#key current}<HeadingPanel
						vocabulary={data.vocabulary.id}
						heading={current}
						turn={go}
					/>{/key}
			{:else}<p class="say">
					Choose a heading to read its scope note, its places in the tree, its other names, and how many records have
					it.
				</p>{/if}
		</div>
	</div>
</Plain>

<style>
	.columns {
		display: grid;
		grid-template-columns: 16rem minmax(0, 1fr);
		gap: 24px;
	}
	.match {
		display: block;
		width: 100%;
		text-align: left;
		padding: 4px 8px;
		border-left: 3px solid transparent;
		cursor: pointer;
	}
	.match:hover,
	.match[aria-current='true'] {
		background: var(--wash);
	}
	.match[aria-current='true'] {
		border-left-color: var(--ink);
	}
	@media (max-width: 800px) {
		.columns {
			grid-template-columns: minmax(0, 1fr);
		}
	}
</style>
