<script lang="ts">
	import { arrows } from '$lib/ui/arrows';
	import { formatCount } from '$lib/client/fresh.svelte';
	import Segments from '$lib/ui/Segments.svelte';
	import { page } from '$app/state';
	import Columns2 from '@lucide/svelte/icons/columns-2';
	import ParkingSquare from '@lucide/svelte/icons/parking-square';
	import { conceptLetter } from '@wide-lantern/core/editor';
	import HeadingPanel from '$lib/ui/lens/HeadingPanel.svelte';
	import { ownVocabulary, useWorkspace } from '$lib/client/context';
	import Counterparts from '$lib/ui/lens/Counterparts.svelte';
	import { HeadingSearch } from '$lib/client/heading-search.svelte';
	import { headingFacts, reasonText, type FoundIn } from '$lib/client/headings';
	import { addHeading, hueOf, park as parked, reachSign, type Taking } from '$lib/client/terms';
	import ConceptMap from '$lib/ui/headings/ConceptMap.svelte';
	import Compare from '$lib/ui/headings/Compare.svelte';
	import EditionNews from '$lib/ui/headings/EditionNews.svelte';
	import NamesAsWords from '$lib/ui/headings/NamesAsWords.svelte';
	import NoHeading from '$lib/ui/headings/NoHeading.svelte';

	const workspace = useWorkspace();
	const { enquiry } = workspace;
	/** Stays the same while the document is edited: else every edit would look the words up again, and turn the panel back. */
	const own = $derived(ownVocabulary(workspace));
	/** The strategy's own vocabulary first. */
	const vocabularies = $derived(
		[...workspace.vocabularies].sort((one, other) => Number(other.id === own) - Number(one.id === own))
	);
	const document = $derived(enquiry.document);
	let conceptId = $state(page.url.searchParams.get('concept') ?? '');
	const index = $derived(
		Math.max(
			0,
			document.concepts.findIndex((one) => one.id === conceptId)
		)
	);
	const concept = $derived(document.concepts[index]);
	const search = new HeadingSearch();
	const { groups, current, compared } = $derived(search);
	$effect(() => search.search(vocabularies));
	const taken = $derived(
		concept?.headings.find((one) => one.vocabulary === current?.vocabulary && one.heading === current.id)
	);
	function keys(event: KeyboardEvent) {
		if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
			if (!search.step(event.key === 'ArrowDown' ? 1 : -1)) return;
		} else if (event.key === 'Enter' && event.altKey) park();
		else if (event.key === 'Enter' && event.shiftKey && current) search.compare(`${current.vocabulary}:${current.id}`);
		else return;
		event.preventDefault();
	}
	function park() {
		const label = search.currentLabel;
		if (!concept) return;
		if (current) {
			const { vocabulary, id } = current;
			void headingFacts(vocabulary, id, document.collection).then((facts) =>
				enquiry.edit('park a heading', parked(concept, label ?? facts.label, { vocabulary, heading: id }))
			);
		} else if (search.typed.trim() !== '') enquiry.edit('park a find', parked(concept, search.typed, null));
	}
	let box: HTMLInputElement | undefined = $state();
	/** Headings beyond which a list is no reading any more, and slow to lay out. */
	const CHOSEN = 150;
	let allChosen = $state(false);
	/** After a heading the next word is looked up. */
	function takeIt(choice: Taking) {
		if (!concept || !enquiry.edit('add a heading', addHeading(concept, choice))) return;
		box?.focus();
		box?.select();
	}
	function parkRest(group: FoundIn, at: number) {
		const edits = concept ? search.parkingEdits(concept, group, at) : [];
		if (edits.length > 0) enquiry.edit(`park ${edits.length === 1 ? 'a heading' : `${edits.length} headings`}`, edits);
	}
	const go = (vocabulary: string, id: string) => search.choose(vocabulary, id);
	const takenKeys = $derived(new Set(concept?.headings.map((one) => `${one.vocabulary}:${one.heading}`)));
</script>

<h1>Headings</h1>
<EditionNews open={go} />
{#if !concept}
	<p class="say mt-3 max-w-2xl">
		Headings are found concept by concept. There are no concepts yet: <a href="/enquiries/{enquiry.id}/concepts"
			>make the first one</a
		>; its band leads back here, to what the vocabulary calls it. To read a vocabulary first: {#each vocabularies as one, at (one.id)}{at >
			0
				? ', '
				: ''}<a href="/vocabularies/{one.id}">{one.name}</a>{/each}.
	</p>
{:else}
	<div class="mt-2 flex flex-wrap gap-2" role="group" aria-label="Concept">
		{#each document.concepts as one, at (one.id)}
			<button
				class="btn preset-outlined-surface-500 whitespace-normal text-left"
				style={hueOf(at)}
				aria-pressed={at === index}
				class:chosen={at === index}
				onclick={() => {
					conceptId = one.id;
					search.clear();
				}}><span class="hue-letter">{conceptLetter(at)}</span> {one.name}</button
			>
		{/each}
	</div>
	<section class="mt-3" aria-label="Added to {conceptLetter(index)} {concept.name}">
		<h2 class="small soft">Added to {conceptLetter(index)} {concept.name}</h2>
		{#if concept.headings.length === 0 && (concept.noHeading ?? []).length === 0}<p class="soft">None yet.</p>{/if}
		<NoHeading {concept} letter={conceptLetter(index)} />
		<ul class="flex flex-wrap gap-2 mt-1">
			{#each allChosen ? concept.headings : concept.headings.slice(0, CHOSEN) as heading (heading.id)}
				<li class="chip-term heading" style={hueOf(index)}>
					<button
						class="cursor-pointer"
						onclick={() => {
							go(heading.vocabulary, heading.heading);
						}}
						>{#await headingFacts(heading.vocabulary, heading.heading, document.collection)}…{:then facts}{heading.main
								? '!'
								: ''}{facts.label}{:catch}{heading.heading}{/await}{reachSign(heading)}</button
					>
				</li>
			{/each}
		</ul>
		{#if !allChosen && concept.headings.length > CHOSEN}<button
				class="btn btn-sm hover:preset-tonal mt-1"
				onclick={() => (allChosen = true)}>Show all {formatCount(concept.headings.length)}</button
			>{/if}
	</section>
	<div class="mt-4 columns">
		<div>
			<label class="block"
				><span class="sr-only">Look up in the vocabulary</span><input
					class="input"
					placeholder="Look a word up"
					bind:value={search.typed}
					bind:this={box}
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
					value={search.mode}
					choose={(mode) => (search.mode = mode)}
				/>
			</div>
			{#if search.typed === '' && concept.words.length > 0}<p class="small mt-2 flex flex-wrap gap-1">
					Try: {#each concept.words.slice(0, 6) as word (word.id)}<button
							class="btn btn-sm hover:preset-tonal line-face try"
							onclick={() => (search.typed = word.text.replace(/["*~?]/g, ''))}>{word.text}</button
						>{/each}
				</p>{/if}
			<div class="mt-2 matches">
				{#each groups as group, at (group.vocabulary)}
					<section aria-label={group.name}>
						{#if groups.length > 1 || search.typed.trim() === ''}<h3 class="small soft mt-2">{group.name}</h3>{/if}
						{#if group.fault}<p class="say fault small mt-1" role="alert">{group.fault}</p>{/if}
						{#if group.pieces.some((piece) => piece.match)}
							<p class="small soft mt-1">Piece by piece:</p>
							<ul class="small" aria-label="Piece by piece in {group.name}">
								{#each group.pieces as piece, place (place)}
									<li>
										{#if piece.match}{@const match = piece.match}<button
												class:current={search.isCurrent(group.vocabulary, match.id)}
												onclick={() => go(group.vocabulary, match.id)}>{piece.text} → {match.label}</button
											>
										{:else}<span class="nothing">{piece.text}: no heading</span>{/if}
									</li>
								{/each}
							</ul>
						{/if}
						<ul aria-label="Matches in {group.name}" {@attach arrows('li')}>
							{#each group.matches.slice(0, search.room(at)) as match (match.id)}
								{@const has = concept.headings.some(
									(one) => one.vocabulary === group.vocabulary && one.heading === match.id
								)}
								{@const key = `${group.vocabulary}:${match.id}`}
								<li class="match">
									<button
										class="go"
										class:current={search.isCurrent(group.vocabulary, match.id)}
										aria-current={search.isCurrent(group.vocabulary, match.id)}
										onclick={() => go(group.vocabulary, match.id)}
									>
										<span class="block"
											>{match.label}{#if match.narrower > 0}<span class="sep small">·</span><span class="soft small"
													>{match.narrower} below</span
												>{/if}{#if has}<span class="sep small">·</span><span class="small soft">added</span>{/if}</span
										>
										<span class="small soft">{reasonText(match)}</span>
									</button>
									<button
										class="beside"
										aria-pressed={compared.has(key)}
										aria-label="Put {match.label} beside others"
										title="Put it beside others (Shift Enter)"
										onclick={() => search.compare(key)}><Columns2 size={14} /></button
									>
								</li>
							{:else}
								{#if group.fault === '' && !group.pieces.some((piece) => piece.match)}<li class="soft small">
										No matching or similar heading. Use text words for this concept.
									</li>{/if}
							{/each}
						</ul>
						{#if group.matches.length > search.room(at)}<button
								class="btn btn-sm hover:preset-tonal"
								onclick={() => search.widen(group.vocabulary)}
								>{group.matches.length - search.room(at)}{group.matches.length === 100 ? ' or more' : ''} further headings
								…</button
							>
						{:else if group.matches.length === 100}<p class="soft small">
								These are the first 100. One more word finds fewer.
							</p>{/if}
						{#if enquiry.editable && search.typed.trim() !== '' && search.rest(concept, group, at).length > 1}<button
								class="btn btn-sm hover:preset-tonal"
								title="Keep them for later thought"
								onclick={() => parkRest(group, at)}>Park the other {search.rest(concept, group, at).length}</button
							>{/if}
					</section>
				{:else}<p class="soft small">Reading the vocabulary …</p>{/each}
			</div>
		</div>
		<div style={hueOf(index)}>
			{#if compared.size === 1}<p class="small soft mb-2">One heading selected; choose another to compare.</p>{/if}
			{#if compared.size > 1}
				<div class="mb-6">
					<Compare
						keys={[...compared]}
						collection={document.collection}
						taken={takenKeys}
						take={enquiry.editable
							? (one) =>
									enquiry.edit(
										'add a heading',
										addHeading(concept, {
											vocabulary: one.vocabulary,
											heading: one.heading,
											reach: one.narrower ? 'narrower' : 'this',
											picked: [],
											main: false,
											qualifiers: []
										})
									)
							: null}
						open={go}
						leave={(key) => compared.delete(key)}
					/>
				</div>
			{/if}
			{#if current}
				{@const shown = current}
				{#if enquiry.editable}<p class="flex gap-2 justify-end">
						<button class="btn btn-sm preset-outlined-surface-500" onclick={park}
							><ParkingSquare size={14} /> Park it <span class="soft">Alt Enter</span></button
						>
					</p>{/if}
				{#key `${shown.vocabulary} ${shown.id}`}
					<HeadingPanel
						vocabulary={shown.vocabulary}
						heading={shown.id}
						turn={(heading) => go(shown.vocabulary, heading)}
						take={enquiry.editable
							? { label: `Add to ${conceptLetter(index)} ${concept.name}`, known: taken, act: takeIt }
							: null}
					/>
					<NamesAsWords
						{concept}
						letter={conceptLetter(index)}
						vocabulary={shown.vocabulary}
						heading={shown.id}
						label={groups.flatMap((one) => one.matches).find((one) => one.id === shown.id)?.label ?? shown.id}
					/>
					{#if vocabularies.length > 1}
						<section class="mt-6 others">
							<h2>In the other vocabularies</h2>
							<p class="small soft">
								What they may call it, with the evidence. Open one to read its scope note and add it; confirm what is
								right, and everyone on this installation benefits.
							</p>
							{#each vocabularies.filter((one) => one.id !== shown.vocabulary) as other (other.id)}
								<Counterparts
									vocabulary={shown.vocabulary}
									heading={shown.id}
									to={other}
									editable={enquiry.editable}
									open={(heading) => go(other.id, heading)}
								/>
							{/each}
						</section>
					{/if}
				{/key}
				<p class="mt-3">
					<button class="btn preset-outlined-surface-500" onclick={() => (search.current = null)}
						>All headings of {conceptLetter(index)}, side by side</button
					>
				</p>
			{:else}
				{#key concept.id}
					<ConceptMap
						{concept}
						letter={conceptLetter(index)}
						open={go}
						take={enquiry.editable
							? (vocabulary, one) =>
									enquiry.edit(
										'add a heading',
										addHeading(concept, {
											vocabulary,
											heading: one.heading,
											reach: one.narrower > 0 ? 'narrower' : 'this',
											picked: [],
											main: false,
											qualifiers: []
										})
									)
							: null}
					/>
				{/key}
			{/if}
		</div>
	</div>
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
	.others {
		max-width: 44rem;
	}
	.try {
		display: block;
		max-width: 100%;
		overflow: hidden;
		text-overflow: ellipsis;
	}
	.matches {
		max-height: 60vh;
		overflow-y: auto;
	}
	.match {
		display: flex;
		align-items: stretch;
	}
	.match .go {
		flex: 1;
		min-width: 0;
	}
	.matches .beside {
		width: 28px;
		padding: 0;
		display: grid;
		place-items: center;
		color: var(--soft);
		border-left: 0;
		opacity: 0;
	}
	.match:hover .beside,
	.beside:focus-visible,
	.beside[aria-pressed='true'] {
		opacity: 1;
	}
	.beside[aria-pressed='true'] {
		color: var(--paper);
		background: var(--ink);
	}
	.matches button {
		display: block;
		width: 100%;
		text-align: left;
		padding: 4px 8px;
		border-left: 3px solid transparent;
		cursor: pointer;
	}
	.nothing {
		display: block;
		padding: 2px 11px;
		color: var(--soft);
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
