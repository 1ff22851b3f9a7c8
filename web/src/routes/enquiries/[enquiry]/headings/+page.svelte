<script lang="ts">
	import { page } from '$app/state';
	import { untrack } from 'svelte';
	import ParkingSquare from '@lucide/svelte/icons/parking-square';
	import { conceptLetter } from '@wide-lantern/core/editor';
	import HeadingPanel from '$lib/ui/lens/HeadingPanel.svelte';
	import { takeBench } from '$lib/work/context';
	import { newId } from '$lib/work/new-id';
	import { headingFacts, reasonText, type Match } from '$lib/work/headings';
	import { addHeading, hueOf } from '$lib/work/terms';

	const { enquiry, vocabularies } = takeBench();
	const document = $derived(enquiry.document);
	let conceptId = $state(page.url.searchParams.get('concept') ?? '');
	const index = $derived(
		Math.max(
			0,
			document.concepts.findIndex((one) => one.id === conceptId)
		)
	);
	const concept = $derived(document.concepts[index]);
	let vocabulary = $state(untrack(() => vocabularies[0]?.id ?? ''));
	let typed = $state('');
	let matches = $state.raw<readonly Match[]>([]);
	let current = $state('');
	let failed = $state('');
	let asking: AbortController | null = null;

	$effect(() => {
		const words = typed;
		const which = vocabulary;
		if (which === '') return;
		asking?.abort();
		const own = new AbortController();
		asking = own;
		void fetch(`/api/v1/vocabularies/${which}/lookup?q=${encodeURIComponent(words)}`, { signal: own.signal })
			.then(async (response) => {
				const answer = (await response.json()) as { matches?: Match[]; message?: string };
				if (own.signal.aborted) return;
				matches = answer.matches ?? [];
				failed = response.ok ? '' : (answer.message ?? '');
				const best = matches[0];
				if (words.trim() !== '' && best) current = best.id;
			})
			.catch(() => {
				if (!own.signal.aborted) failed = 'The server cannot be reached; what you typed stays here.';
			});
	});
	const taken = $derived(concept?.headings.find((one) => one.vocabulary === vocabulary && one.heading === current));

	function keys(event: KeyboardEvent) {
		const at = matches.findIndex((one) => one.id === current);
		const next = event.key === 'ArrowDown' ? matches[at + 1] : event.key === 'ArrowUp' ? matches[at - 1] : undefined;
		if (next) current = next.id;
		else if (event.key === 'Enter' && event.altKey) park();
		else return;
		event.preventDefault();
	}
	function park() {
		const label = matches.find((one) => one.id === current)?.label ?? typed;
		if (concept && label !== '') enquiry.edit('park a heading', [{ do: 'insert', in: ['concepts', concept.id, 'parked'], item: { id: newId(), text: label }, after: concept.parked.at(-1)?.id ?? null }]);
	}
</script>

<h1>Headings</h1>
{#if !concept}
	<p class="say mt-3 max-w-2xl">Headings are found concept by concept. There is no concept yet: <a href="/enquiries/{enquiry.id}/concepts">make the first one</a>, for example “Delirium”, and come back to see what the vocabulary calls it.</p>
{:else}
	<div class="mt-2 flex flex-wrap gap-2" role="group" aria-label="Concept">
		{#each document.concepts as one, at (one.id)}
			<button
				class="do"
				style={hueOf(at)}
				aria-pressed={at === index}
				class:chosen={at === index}
				onclick={() => {
					conceptId = one.id;
					typed = '';
				}}><span class="hue-letter">{conceptLetter(at)}</span> {one.name}</button
			>
		{/each}
	</div>
	<div class="mt-4 columns">
		<div>
			<label class="block"><span class="sr">Look up in the vocabulary</span><input class="ask" placeholder="Look a word up, such as confusion" bind:value={typed} onkeydown={keys} /></label>
			{#if vocabularies.length > 1}<label class="small flex items-center gap-2 mt-1"
					>in <select class="ask" bind:value={vocabulary}
						>{#each vocabularies as one (one.id)}<option value={one.id}>{one.name}</option>{/each}</select
					></label
				>{:else}<p class="small soft mt-1">in {vocabularies[0]?.name ?? 'no vocabulary'}, edition {vocabularies[0]?.edition ?? ''}</p>{/if}
			{#if typed === '' && concept.words.length > 0}<p class="small mt-2 flex flex-wrap gap-1">
					Try: {#each concept.words.slice(0, 6) as word (word.id)}<button class="do bare small line-face" onclick={() => (typed = word.text.replace(/["*~?]/g, ''))}>{word.text}</button>{/each}
				</p>{/if}
			{#if failed}<p class="say fault small mt-2" role="alert">{failed}</p>{/if}
			<ul class="mt-2 matches" aria-label="Matches">
				{#each matches as match (match.id)}
					{@const has = concept.headings.some((one) => one.vocabulary === vocabulary && one.heading === match.id)}
					<li>
						<button class:current={match.id === current} aria-current={match.id === current} onclick={() => (current = match.id)}>
							<span class="block"
								>{match.label}{#if match.narrower > 0}<span class="sep small">·</span><span class="soft small">{match.narrower} below</span>{/if}{#if has}<span class="sep small">·</span><span class="small soft">taken</span>{/if}</span
							>
							<span class="small soft">{reasonText(match)}</span>
						</button>
					</li>
				{:else}
					<li class="soft small">{typed === '' ? 'Reading the vocabulary …' : 'No heading is called that or anything like it. Text words can carry the concept.'}</li>
				{/each}
			</ul>
		</div>
		<div style={hueOf(index)}>
			{#if current}
				{#key current}
					<HeadingPanel
						{vocabulary}
						heading={current}
						turn={(heading) => (current = heading)}
						take={enquiry.editable ? { label: `Take for ${conceptLetter(index)} ${concept.name}`, reach: taken?.reach ?? null, act: (choice) => enquiry.edit('take a heading', addHeading(concept, choice.vocabulary, choice.heading, choice.reach)) } : null}
					/>
				{/key}
				{#if enquiry.editable}<p class="mt-3"><button class="do" onclick={park}><ParkingSquare size={15} /> Park it <span class="soft small">Alt Enter</span></button></p>{/if}
			{:else}
				<p class="soft">Choose a heading on the left to read its scope note, see where it stands in the tree, and decide how far it reaches.</p>
			{/if}
		</div>
	</div>
	<section class="mt-6">
		<h2>Taken for {conceptLetter(index)} {concept.name}</h2>
		{#if concept.headings.length === 0}<p class="soft">None yet.</p>{/if}
		<ul class="flex flex-wrap gap-2 mt-1">
			{#each concept.headings as heading (heading.id)}
				<li class="chip-term heading" style={hueOf(index)}>
					<button
						class="cursor-pointer"
						onclick={() => {
							vocabulary = heading.vocabulary;
							current = heading.heading;
						}}>{#await headingFacts(heading.vocabulary, heading.heading, document.collection)}…{:then facts}{facts.label}{:catch}{heading.heading}{/await}{heading.reach === 'narrower' ? ' >' : ''}</button
					>
				</li>
			{/each}
		</ul>
	</section>
{/if}

<style>
	.columns {
		display: grid;
		grid-template-columns: 17rem minmax(0, 1fr);
		gap: 24px;
	}
	.chosen {
		border-color: var(--hue);
		box-shadow: inset 0 -3px 0 var(--hue);
	}
	.matches {
		max-height: 60vh;
		overflow-y: auto;
	}
	.matches button {
		display: block;
		width: 100%;
		text-align: left;
		padding: 4px 8px;
		border-left: 3px solid transparent;
		cursor: pointer;
	}
	.matches button:hover,
	.matches button.current {
		background: var(--wash);
	}
	.matches button.current {
		border-left-color: var(--ink);
	}
	@media (max-width: 1100px) {
		.columns {
			grid-template-columns: 13rem minmax(0, 1fr);
			gap: 16px;
		}
	}
	@media (max-width: 800px) {
		.columns {
			grid-template-columns: minmax(0, 1fr);
		}
	}
</style>
