<!-- One concept as a band: its headings per vocabulary, its words in families, its strands, and what is parked. -->
<script lang="ts">
	import { untrack } from 'svelte';
	import ArrowDown from '@lucide/svelte/icons/arrow-down';
	import ArrowUp from '@lucide/svelte/icons/arrow-up';
	import ParkingSquare from '@lucide/svelte/icons/parking-square';
	import Plus from '@lucide/svelte/icons/plus';
	import Trash2 from '@lucide/svelte/icons/trash-2';
	import X from '@lucide/svelte/icons/x';
	import {
		conceptLetter,
		dropConcept,
		headingKey,
		isList,
		restoreConcept,
		toText,
		wordFamilies,
		type Concept,
		type ConceptHeading,
		type Edit
	} from '@wide-lantern/core/editor';
	import Count from '$lib/ui/Count.svelte';
	import EditText from '$lib/ui/EditText.svelte';
	import { collectionFor, useWorkspace } from '$lib/client/context';
	import { Draft } from '$lib/client/draft.svelte';
	import { headingFacts } from '$lib/client/headings';
	import { addWords, hueOf, moveTerm, reachSign, takeUp } from '$lib/client/terms';
	import Chips from './Chips.svelte';
	import Pasted from './Pasted.svelte';
	import Strands from './Strands.svelte';
	import { namesFor } from '$lib/client/line-names';

	interface Props {
		concept: Concept;
		index: number;
		counts: Readonly<Record<string, number>>;
		/** Keys that are counted in another collection, with its name. */
		elsewhere: Readonly<Record<string, string>>;
		used: ReadonlySet<string>;
		most: number;
		/** True while counts are of an older revision. */
		old: boolean;
		move: (by: -1 | 1) => void;
		remove: () => void;
		/** Goes to the next field, where nothing is left to add here. */
		onwards: () => void;
	}
	let { concept, index, counts, elsewhere, used, most, old, move, remove, onwards }: Props = $props();
	const workspace = useWorkspace();
	const { enquiry, lens, vocabularies, personName } = workspace;
	/** The reason that is being typed for leaving the concept out; null while nobody does. */
	let leaving = $state<string | null>(null);
	function leaveOut() {
		if (leaving === null || leaving.trim() === '') return;
		enquiry.edit(
			'leave a concept out',
			dropConcept(enquiry.document, concept.id, {
				reason: leaving.trim(),
				by: personName,
				on: new Date().toISOString().slice(0, 10)
			})
		);
		leaving = null;
	}
	function searchAgain() {
		const names = namesFor(
			enquiry.document,
			enquiry.document.lines.map((line) => line.id)
		);
		enquiry.edit(
			'search a concept again',
			restoreConcept(enquiry.document, concept.id, names, (source) => toText(source, names))
		);
	}
	const concepts = $derived(enquiry.document.concepts);
	const letter = $derived(conceptLetter(index));
	const lines = $derived(enquiry.document.lines.flatMap((line, at) => (line.concept === concept.id ? [at + 1] : [])));
	/** Words that are typed and not added. */
	const draft = new Draft(`${enquiry.id} ${untrack(() => concept.id)}`);
	let said = $state<string | null>(null);
	let pieces = $state.raw<readonly string[]>([]);
	let pasted = $state<string | null>(null);

	/** Vocabularies with headings in any band: each band has a row for each, so that chips can be moved. */
	const rows = $derived(
		vocabularies.filter((one) =>
			concepts.some((other) => other.headings.some((heading) => heading.vocabulary === one.id))
		)
	);
	const families = $derived(wordFamilies(concept.words, (one) => one.text));
	const words = $derived(families.flat());
	const kin = $derived(
		new Map(
			families.flatMap((family) =>
				family.map((one, at) => [one.id, `${at > 0 ? 'kin' : ''} ${at < family.length - 1 ? 'has-kin' : ''}`] as const)
			)
		)
	);
	const label = (one: { vocabulary: string; heading: string }) =>
		headingFacts(one.vocabulary, one.heading, collectionFor(workspace, one.vocabulary)).then((facts) => facts.label);
	/** Letters of other bands that have the same. */
	const wordElsewhere = (text: string) =>
		concepts.flatMap((one, at) =>
			one.id !== concept.id && one.words.some((word) => word.text.toLowerCase() === text.toLowerCase())
				? [conceptLetter(at)]
				: []
		);
	const headingElsewhere = (heading: ConceptHeading) =>
		concepts.flatMap((one, at) =>
			one.id !== concept.id &&
			one.headings.some((other) => other.vocabulary === heading.vocabulary && other.heading === heading.heading)
				? [conceptLetter(at)]
				: []
		);
	const listOf = (list: 'headings' | 'words' | 'parked', id: string): Concept | undefined =>
		concepts.find((one) => one[list].some((other) => other.id === id));

	const countedIn = (vocabulary: string) => {
		const collection = workspace.collections.find((one) => one.id === collectionFor(workspace, vocabulary));
		return collection ? `Headings counted in ${collection.name}` : 'No collection here is indexed with this vocabulary';
	};

	function add(park = false) {
		if (draft.text.trim() === '') return;
		if (park) {
			enquiry.edit('park a find', takeUp.park(concept, draft.text));
			draft.text = '';
			return;
		}
		if (isList(draft.text)) {
			pasted = draft.text;
			return;
		}
		const adding = addWords(concept, draft.text);
		said = adding.said;
		pieces = adding.pieces;
		if (adding.edits.length > 0 && enquiry.edit('add a word', adding.edits)) draft.text = '';
	}
	function takePiece(piece: string) {
		const adding = addWords(concept, piece);
		if (adding.edits.length > 0) enquiry.edit('add a piece', adding.edits);
		pieces = pieces.filter((one) => one !== piece);
		if (pieces.length > 0) return;
		said = null;
		draft.text = '';
	}
	/** What was not taken of a sentence, kept for later thought. */
	function parkPieces() {
		const edits = pieces.flatMap((piece) => takeUp.park(concept, piece));
		if (edits.length === 0 || enquiry.edit(`park ${edits.length === 1 ? 'a find' : `${edits.length} finds`}`, edits))
			[pieces, said, draft.text] = [[], null, ''];
	}
	function dropped(list: 'headings' | 'words' | 'parked', id: string, after: string | null) {
		const from = listOf(list, id);
		if (from) enquiry.edit('move a chip', moveTerm(list, from, id, concept, after));
	}
	function choose(list: 'headings' | 'words', id: string, chosen: string) {
		const [how, to] = chosen.split(':');
		const target = concepts.find((one) => one.id === to);
		if (how === 'park') {
			if (list === 'words') enquiry.edit('park a word', takeUp.parkWord(concept, id));
			else {
				const heading = concept.headings.find((one) => one.id === id);
				if (heading)
					void label(heading).then((name) => enquiry.edit('park a heading', takeUp.parkHeading(concept, id, name)));
			}
		} else if (target)
			enquiry.edit(
				how === 'copy' ? 'put a chip in a second band' : 'move a chip',
				moveTerm(list, concept, id, target, target[list].at(-1)?.id ?? null, how === 'copy')
			);
	}
	/** The chip whose menu is filled: hundreds of chips with a choice for every concept each would be slow. */
	let menuOf = $state('');
	function takeFind(find: Concept['parked'][number]) {
		const edits = takeUp.take(concept, find);
		said =
			edits.length > 0
				? null
				: `“${find.text}” cannot be a word as it is; it stays parked. Edit it down to a searchable term.`;
		if (edits.length > 0) enquiry.edit('use a parked find', edits);
	}
	const takeOut = (list: 'headings' | 'words' | 'parked', id: string) =>
		enquiry.edit('remove a chip', [{ do: 'remove', at: ['concepts', concept.id, list, id] } as Edit]);
</script>

{#snippet menu(list: 'headings' | 'words', id: string, name: string)}
	{#if enquiry.editable}
		<select
			class="mover"
			aria-label="Move, copy or park {name}"
			value=""
			onpointerenter={() => (menuOf = id)}
			onfocus={() => (menuOf = id)}
			onchange={(event) => {
				choose(list, id, event.currentTarget.value);
				event.currentTarget.value = '';
			}}
		>
			<option value="">⋯</option>
			{#if menuOf === id}{#each concepts as other, at (other.id)}{#if other.id !== concept.id}<option
							value="move:{other.id}">to {conceptLetter(at)}</option
						><option value="copy:{other.id}">also in {conceptLetter(at)}</option>{/if}{/each}{/if}
			<option value="park">park it</option>
		</select>
		<button class="btn btn-sm hover:preset-tonal" aria-label="Remove {name}" onclick={() => takeOut(list, id)}
			><X size={13} /></button
		>
	{/if}
{/snippet}
{#snippet usedMark(key: string)}{#if used.has(key)}<span class="used" title="The strategy uses it"
			><span class="sr-only">used in the strategy</span></span
		>{/if}{/snippet}
{#snippet strandMark(id: string | null)}{@const at = concept.strands.findIndex(
		(one) => one.id === id
	)}{#if at >= 0}<span class="small soft" title="Strand {at + 1}: {concept.strands[at]?.name}">/{at + 1}</span
		>{/if}{/snippet}
{#snippet alsoIn(letters: readonly string[])}{#if letters.length > 0}<span
			class="small soft"
			title="Also in {letters.join(', ')}">also {letters.join(', ')}</span
		>{/if}{/snippet}

{#snippet headingChip(heading: ConceptHeading)}
	{@const key = headingKey(heading)}
	<button
		class="cursor-pointer text-left"
		onclick={() =>
			lens.show({ kind: 'heading', vocabulary: heading.vocabulary, heading: heading.heading, concept: concept.id })}
		>{heading.main ? '!' : ''}{#await label(heading)}…{:then name}{name}{:catch}{heading.heading}{/await}{reachSign(
			heading
		)}</button
	>
	<span title={elsewhere[key] === undefined ? undefined : `Counted in ${elsewhere[key]}`}
		><Count value={counts[key]} {most} dim={old} bar={false} /></span
	>
	{@render alsoIn(headingElsewhere(heading))}
	{@render strandMark(heading.strand)}
	{@render usedMark(key)}
	{#await label(heading)}{@render menu('headings', heading.id, heading.heading)}{:then name}{@render menu(
			'headings',
			heading.id,
			name
		)}{:catch}{@render menu('headings', heading.id, heading.heading)}{/await}
{/snippet}
{#snippet wordChip(word: Concept['words'][number])}
	<span class="line-face" title={word.origin}>{word.text}</span>
	<Count value={counts[word.text]} {most} dim={old} bar={false} />
	{@render alsoIn(wordElsewhere(word.text))}
	{@render strandMark(word.strand)}
	{@render usedMark(word.text)}
	{@render menu('words', word.id, word.text)}
{/snippet}
{#snippet parkedChip(find: Concept['parked'][number])}
	{@const { vocabulary, heading } = find}
	{#if vocabulary && heading}<button
			class="cursor-pointer"
			onclick={() => lens.show({ kind: 'heading', vocabulary, heading, concept: concept.id })}
			>{`{${find.text}}`}</button
		>{:else}{find.text}{/if}
	{#if enquiry.editable}<button
			class="btn btn-sm hover:preset-tonal"
			aria-label="Use {find.text}"
			title={heading ? 'Add the heading' : 'Add it as a word'}
			onclick={() => takeFind(find)}><ArrowUp size={13} /></button
		><button
			class="btn btn-sm hover:preset-tonal"
			aria-label="Drop {find.text}"
			onclick={() => takeOut('parked', find.id)}><X size={13} /></button
		>{/if}
{/snippet}

<section class="band" id="concept-{concept.id}" style={hueOf(index)} aria-label="Concept {letter}: {concept.name}">
	<header class="flex flex-wrap items-center gap-x-3">
		<span class="hue-letter">{letter}</span>
		<div class="flex-1 min-w-48 font-semibold">
			<EditText
				at={['concepts', concept.id, 'name']}
				label="Name of concept {letter}"
				placeholder="Name of the concept"
			/>
		</div>
		{#if enquiry.editable}
			<button
				class="btn hover:preset-tonal"
				aria-label="Move {concept.name} up"
				disabled={index === 0}
				onclick={() => move(-1)}><ArrowUp size={15} /></button
			>
			<button
				class="btn hover:preset-tonal"
				aria-label="Move {concept.name} down"
				disabled={index === concepts.length - 1}
				onclick={() => move(1)}><ArrowDown size={15} /></button
			>
			{#if !concept.dropped}<label
					class="small flex items-center gap-1"
					title="Nothing is missing from it: headings and words are found, finds are decided on"
					><input
						class="checkbox"
						type="checkbox"
						checked={concept.complete ?? false}
						onchange={(event) =>
							enquiry.set(
								['concepts', concept.id, 'complete'],
								event.currentTarget.checked,
								'mark a concept as complete'
							)}
					/> Complete</label
				>{/if}
			{#if !concept.dropped}<button
					class="btn btn-sm hover:preset-tonal"
					onclick={() => (leaving = leaving === null ? '' : null)}>Leave out …</button
				>{/if}
			<button
				class="btn hover:preset-tonal"
				aria-label="Remove {concept.name}"
				title="Remove the concept with its headings and words"
				onclick={remove}><Trash2 size={15} /></button
			>
		{/if}
	</header>
	{#if concept.dropped}
		<p class="say note small mt-1">
			Left out of the search: {concept.dropped.reason}
			<span class="soft">({concept.dropped.by}, {concept.dropped.on})</span>
			{#if enquiry.editable}<button class="btn btn-sm preset-outlined-surface-500 ml-2" onclick={searchAgain}
					>Search it again</button
				>{/if}
		</p>
	{:else if leaving !== null}
		<form
			class="flex gap-2 mt-1"
			onsubmit={(event) => {
				event.preventDefault();
				leaveOut();
			}}
		>
			<label class="grow"
				><span class="sr-only">Reason for leaving {concept.name} out</span><input
					class="input w-full"
					bind:value={leaving}
					placeholder="Why the search leaves it out; its lines stay, and no line combines it"
					{@attach (input) => input.focus()}
				/></label
			>
			<button class="btn preset-filled" disabled={leaving.trim() === ''}>Leave out</button>
			<button type="button" class="btn hover:preset-tonal" onclick={() => (leaving = null)}>Cancel</button>
		</form>
	{/if}
	<EditText
		at={['concepts', concept.id, 'note']}
		label="Note on {concept.name}"
		long
		class="small"
		placeholder="What belongs here, what does not"
	/>

	{#each rows as vocabulary, at (vocabulary.id)}
		<div class="row">
			<h2 class="small soft" title={countedIn(vocabulary.id)}>
				{rows.length === 1 ? 'Headings' : vocabulary.name.split(' ')[0]}
			</h2>
			<div class="flex gap-2 flex-wrap items-start">
				<Chips
					items={concept.headings.filter((one) => one.vocabulary === vocabulary.id)}
					kind="headings {vocabulary.id}"
					label="Headings of {concept.name} in {vocabulary.name}"
					editable={enquiry.editable}
					chip={headingChip}
					look={() => 'heading'}
					dropped={(id, after) => dropped('headings', id, after)}
				/>
				{#if at === rows.length - 1}<a
						class="btn hover:preset-tonal"
						href="/enquiries/{enquiry.id}/headings?concept={concept.id}"
						><Plus size={14} /> {concept.headings.length === 0 ? 'Find its headings' : 'More'}</a
					>{/if}
			</div>
		</div>
	{:else}
		<div class="row">
			<h2 class="small soft">Headings</h2>
			<a class="btn hover:preset-tonal w-fit" href="/enquiries/{enquiry.id}/headings?concept={concept.id}"
				><Plus size={14} /> Find its headings</a
			>
		</div>
	{/each}
	{#each concept.noHeading ?? [] as none (none.id)}<div class="row">
			<span></span>
			<p class="small">
				No heading of {vocabularies.find((one) => one.id === none.vocabulary)?.name ?? none.vocabulary} fits: {none.reason}
				<span class="soft">{none.by}, {none.on}</span>
			</p>
		</div>{/each}

	<div class="row">
		<h2 class="small soft">Words</h2>
		<div>
			<Chips
				items={words}
				kind="words"
				label="Words of {concept.name}"
				editable={enquiry.editable}
				chip={wordChip}
				look={(word) => kin.get(word.id) ?? ''}
				dropped={(id, after) => dropped('words', id, after)}
			/>
			{#if enquiry.editable}
				<div class="flex gap-2 mt-1 items-start">
					<textarea
						class="textarea line-face"
						rows="1"
						style="field-sizing: content; max-height: 12rem"
						data-words={concept.id}
						aria-label="Add words to {concept.name}"
						placeholder="A word or phrase, or paste a list"
						title="Enter adds; Enter in the empty field goes to the next concept"
						bind:value={draft.text}
						oninput={() => (pasted = null)}
						onpaste={(event) => {
							const text = event.clipboardData?.getData('text') ?? '';
							if (draft.text.trim() !== '' || !isList(text)) return;
							event.preventDefault();
							draft.text = text;
							pasted = text;
						}}
						onkeydown={(event) => {
							if (event.key !== 'Enter' || event.shiftKey) return;
							event.preventDefault();
							if (draft.text.trim() === '') onwards();
							else add(event.altKey);
						}}></textarea>
					<button class="btn preset-outlined-surface-500" onclick={() => add()}>Add</button>
					<button
						class="btn preset-outlined-surface-500"
						title="Park it for later thought (Alt Enter)"
						onclick={() => add(true)}><ParkingSquare size={15} /> Park</button
					>
				</div>
				{#if pasted !== null}
					<Pasted
						text={pasted}
						{concept}
						{letter}
						over={(added) => {
							pasted = null;
							if (added) draft.text = '';
						}}
					/>
				{/if}
				{#if said}<p class="say note small mt-1" role="status">{said}</p>{/if}
				{#if pieces.length > 0}<p class="mt-1 flex flex-wrap gap-1">
						{#each pieces as piece (piece)}<button
								class="btn btn-sm preset-outlined-surface-500"
								onclick={() => takePiece(piece)}><Plus size={13} /> {piece}</button
							>{/each}
						<button class="btn btn-sm hover:preset-tonal" onclick={parkPieces}
							><ParkingSquare size={13} /> Park the rest</button
						>
					</p>{/if}
			{/if}
		</div>
	</div>
	{#if lines.length > 0}<div class="row">
			<h2 class="small soft">In the sheet</h2>
			<p class="small">
				{lines.length === 1 ? 'Line' : 'Lines'}
				{#each lines as number, at (number)}{at > 0 ? ', ' : ''}<a href="/enquiries/{enquiry.id}/strategy#line-{number}"
						>{number}</a
					>{/each}
			</p>
		</div>{/if}
	<Strands {concept} {letter} {counts} {most} {old} {label} />
	{#if concept.parked.length > 0}
		<div class="row">
			<h2 class="small soft">Parked</h2>
			<Chips
				items={concept.parked}
				kind="parked"
				label="Parked under {concept.name}"
				editable={enquiry.editable}
				chip={parkedChip}
				look={() => 'soft'}
				dropped={(id, after) => dropped('parked', id, after)}
			/>
		</div>
	{/if}
</section>

<style>
	.band {
		border-left: 4px solid var(--hue);
		padding: 8px 0 8px 16px;
		margin-top: 20px;
	}
	.band :global(.row) {
		display: grid;
		grid-template-columns: 5rem minmax(0, 1fr);
		gap: 8px;
		margin-top: 6px;
		align-items: start;
	}
	@media (max-width: 480px) {
		.band {
			padding-left: 10px;
		}
		.band :global(.row) {
			grid-template-columns: minmax(0, 1fr);
			gap: 2px;
		}
	}
	.used {
		width: 7px;
		height: 7px;
		border-radius: 50%;
		background: var(--good);
	}
</style>
