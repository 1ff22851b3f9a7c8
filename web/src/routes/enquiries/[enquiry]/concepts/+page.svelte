<script lang="ts">
	import { onMount } from 'svelte';
	import { dndzone, SHADOW_ITEM_MARKER_PROPERTY_NAME, type DndEvent } from 'svelte-dnd-action';
	import ArrowDown from '@lucide/svelte/icons/arrow-down';
	import ArrowUp from '@lucide/svelte/icons/arrow-up';
	import ParkingSquare from '@lucide/svelte/icons/parking-square';
	import Plus from '@lucide/svelte/icons/plus';
	import Trash2 from '@lucide/svelte/icons/trash-2';
	import X from '@lucide/svelte/icons/x';
	import { conceptLetter, headingKey, type Concept, type Edit } from '@wide-lantern/core/editor';
	import Count from '$lib/ui/Count.svelte';
	import EditText from '$lib/ui/EditText.svelte';
	import { takeBench } from '$lib/work/context';
	import { newId } from '$lib/work/new-id';
	import { Fresh } from '$lib/work/fresh.svelte';
	import { headingFacts } from '$lib/work/headings';
	import { addWords, hueOf, newConcept, reachSign } from '$lib/work/terms';

	const { enquiry, lens } = takeBench();
	const document = $derived(enquiry.document);
	const counts = new Fresh<{ revision: number; counts: Record<string, number>; used: string[] }>(`/api/v1/enquiries/${enquiry.id}/counts?of=concepts`);
	let typed = $state<Record<string, string>>({});
	let said = $state<Record<string, string | null>>({});
	let pieces = $state<Record<string, readonly string[]>>({});
	let freshName = $state('');

	onMount(() => () => counts.stop());
	$effect(() => {
		void enquiry.revision;
		void counts.ask();
	});
	const old = $derived((counts.value?.revision ?? -1) < enquiry.revision);
	const most = $derived(Math.max(10, ...Object.values(counts.value?.counts ?? {})));
	const used = $derived(new Set(counts.value?.used ?? []));
	const wordsOf = (concept: Concept) => concept.words;

	function add(concept: Concept, park = false) {
		const text = typed[concept.id] ?? '';
		if (text.trim() === '') return;
		if (park) {
			enquiry.edit('park a find', [{ do: 'insert', in: ['concepts', concept.id, 'parked'], item: { id: newId(), text: text.trim().slice(0, 2000) }, after: concept.parked.at(-1)?.id ?? null }]);
			typed[concept.id] = '';
			return;
		}
		const adding = addWords(concept, text);
		said[concept.id] = adding.said;
		pieces[concept.id] = adding.pieces;
		if (adding.edits.length > 0 && enquiry.edit(`add ${adding.edits.length} words`, adding.edits)) typed[concept.id] = '';
	}
	function takePiece(concept: Concept, piece: string) {
		const adding = addWords(concept, piece);
		if (adding.edits.length > 0) enquiry.edit('add a piece', adding.edits);
		pieces[concept.id] = (pieces[concept.id] ?? []).filter((one) => one !== piece);
		if (pieces[concept.id]?.length === 0) {
			said[concept.id] = null;
			typed[concept.id] = '';
		}
	}
	function addConcept(event: SubmitEvent) {
		event.preventDefault();
		if (freshName.trim() === '') return;
		enquiry.edit('add a concept', [{ do: 'insert', in: ['concepts'], item: newConcept(freshName.trim()), after: document.concepts.at(-1)?.id ?? null }]);
		freshName = '';
	}
	function move(index: number, by: -1 | 1) {
		const concept = document.concepts[index];
		const after = document.concepts[by < 0 ? index - 2 : index + 1]?.id ?? null;
		if (concept && index + by >= 0 && index + by < document.concepts.length) enquiry.edit('move a concept', [{ do: 'move', at: ['concepts', concept.id], after }]);
	}
	function remove(concept: Concept) {
		const edits: Edit[] = document.parts.filter((part) => part.concept === concept.id).map((part) => ({ do: 'set', at: ['parts', part.id, 'concept'], value: null }));
		edits.push(...document.lines.filter((line) => line.concept === concept.id).map((line): Edit => ({ do: 'set', at: ['lines', line.id, 'concept'], value: null })));
		enquiry.edit(`take out ${concept.name}`, [...edits, { do: 'remove', at: ['concepts', concept.id] }]);
	}
	/** Words may be dragged to another band; the same happens by the list of concepts at each chip. */
	function moveWord(from: Concept, word: Concept['words'][number], to: Concept, copy = false) {
		const insert: Edit = { do: 'insert', in: ['concepts', to.id, 'words'], item: { ...word, id: copy ? newId() : word.id, strand: null }, after: to.words.at(-1)?.id ?? null };
		enquiry.edit('move a word', copy ? [insert] : [{ do: 'remove', at: ['concepts', from.id, 'words', word.id] }, insert]);
	}
	let dragged = $state<Record<string, Concept['words']>>({});
	function consider(concept: Concept, event: CustomEvent<DndEvent<Concept['words'][number]>>) {
		dragged[concept.id] = event.detail.items;
	}
	function drop(concept: Concept, event: CustomEvent<DndEvent<Concept['words'][number]>>) {
		const items = event.detail.items;
		delete dragged[concept.id];
		if (event.detail.info.trigger !== 'droppedIntoZone') return;
		const word = items.find((one) => one.id === event.detail.info.id);
		const after = items[items.findIndex((one) => one.id === event.detail.info.id) - 1]?.id ?? null;
		const from = document.concepts.find((one) => one.words.some((other) => other.id === event.detail.info.id));
		if (!word || !from) return;
		const plain = { id: word.id, text: word.text, strand: from.id === concept.id ? word.strand : null, origin: word.origin };
		if (from.id === concept.id) enquiry.edit('move a word', [{ do: 'move', at: ['concepts', concept.id, 'words', word.id], after }]);
		else
			enquiry.edit('move a word', [
				{ do: 'remove', at: ['concepts', from.id, 'words', word.id] },
				{ do: 'insert', in: ['concepts', concept.id, 'words'], item: plain, after }
			]);
	}
	const elsewhere = (concept: Concept, text: string) => document.concepts.filter((one) => one.id !== concept.id && one.words.some((word) => word.text.toLowerCase() === text.toLowerCase()));
</script>

<h1>Concepts</h1>
{#if document.concepts.length === 0}
	<p class="say mt-3 max-w-2xl">Two to four concepts make a search: who, what is done, what comes of it. Parts of the brief become concepts there, or begin one here, for example “Delirium”. Words for each are gathered in its band.</p>
{/if}
{#if counts.failed}<p class="say mt-3" role="status">{counts.failed}</p>{/if}

{#each document.concepts as concept, index (concept.id)}
	{@const items = dragged[concept.id] ?? wordsOf(concept)}
	<section class="band" style={hueOf(index)} aria-label="Concept {conceptLetter(index)}: {concept.name}">
		<header class="flex items-center gap-3">
			<span class="hue-letter">{conceptLetter(index)}</span>
			<div class="flex-1 font-semibold"><EditText at={['concepts', concept.id, 'name']} label="Name of concept {conceptLetter(index)}" placeholder="Name of the concept" /></div>
			{#if enquiry.editable}
				<button class="do bare" aria-label="Move {concept.name} up" disabled={index === 0} onclick={() => move(index, -1)}><ArrowUp size={15} /></button>
				<button class="do bare" aria-label="Move {concept.name} down" disabled={index === document.concepts.length - 1} onclick={() => move(index, 1)}><ArrowDown size={15} /></button>
				<button class="do bare" aria-label="Take out {concept.name}" onclick={() => remove(concept)}><Trash2 size={15} /></button>
			{/if}
		</header>
		<EditText at={['concepts', concept.id, 'note']} label="Note on {concept.name}" long class="small" placeholder="What belongs here, what does not" />

		<div class="row">
			<h2 class="small soft">Headings</h2>
			<ul class="chips">
				{#each concept.headings as heading (heading.id)}
					{@const key = headingKey(heading)}
					<li class="chip-term heading">
						<button class="cursor-pointer" onclick={() => lens.show({ kind: 'heading', vocabulary: heading.vocabulary, heading: heading.heading })}
							>{#await headingFacts(heading.vocabulary, heading.heading, document.collection)}…{:then facts}{facts.label}{:catch}{heading.heading}{/await}{reachSign(heading)}</button
						>
						<Count value={counts.value?.counts[key]} {most} dim={old} bar={false} />
						{#if used.has(key)}<span class="used" title="The strategy uses it"><span class="sr">used in the strategy</span></span>{/if}
						{#if enquiry.editable}<button class="do bare" aria-label="Take out the heading" onclick={() => enquiry.edit('take out a heading', [{ do: 'remove', at: ['concepts', concept.id, 'headings', heading.id] }])}><X size={13} /></button>{/if}
					</li>
				{/each}
				<li><a class="do bare" href="/enquiries/{enquiry.id}/headings?concept={concept.id}"><Plus size={14} /> {concept.headings.length === 0 ? 'Find its headings' : 'More'}</a></li>
			</ul>
		</div>
		<div class="row">
			<h2 class="small soft">Words</h2>
			<div>
				<ul
					class="chips"
					aria-label="Words of {concept.name}"
					use:dndzone={{ items: [...items], type: 'words', flipDurationMs: 120, dragDisabled: !enquiry.editable, dropTargetStyle: {}, zoneTabIndex: -1, zoneItemTabIndex: -1 }}
					onconsider={(event) => consider(concept, event)}
					onfinalize={(event) => drop(concept, event)}
				>
					{#each items as word (word.id)}
						{@const both = elsewhere(concept, word.text)}
						<li class="chip-term" class:dim={SHADOW_ITEM_MARKER_PROPERTY_NAME in word}>
							<span class="line-face">{word.text}</span>
							<Count value={counts.value?.counts[word.text]} {most} dim={old} bar={false} />
							{#each both as other (other.id)}<span class="small soft" title="Stands in {other.name}, too">also {conceptLetter(document.concepts.indexOf(other))}</span>{/each}
							{#if used.has(word.text)}<span class="used" title="The strategy uses it"><span class="sr">used in the strategy</span></span>{/if}
							{#if enquiry.editable}
								{#if document.concepts.length > 1}
									<select
										class="mover"
										aria-label="Move or copy {word.text}"
										value=""
										onchange={(event) => {
											const [how, id] = event.currentTarget.value.split(':');
											const to = document.concepts.find((one) => one.id === id);
											if (to) moveWord(concept, word, to, how === 'copy');
											event.currentTarget.value = '';
										}}
									>
										<option value="">⋯</option>
										{#each document.concepts as other, at (other.id)}{#if other.id !== concept.id}<option value="move:{other.id}">to {conceptLetter(at)}</option><option value="copy:{other.id}">also in {conceptLetter(at)}</option>{/if}{/each}
									</select>
								{/if}
								<button class="do bare" aria-label="Take out {word.text}" onclick={() => enquiry.edit('take out a word', [{ do: 'remove', at: ['concepts', concept.id, 'words', word.id] }])}><X size={13} /></button>
							{/if}
						</li>
					{/each}
				</ul>
				{#if enquiry.editable}
					<div class="flex gap-2 mt-1">
						<textarea
							class="ask line-face"
							rows="1"
							style="field-sizing: content; max-height: 12rem"
							aria-label="Add words to {concept.name}"
							placeholder="delir*  or paste a list"
							bind:value={typed[concept.id]}
							onkeydown={(event) => {
								if (event.key === 'Enter' && !event.shiftKey) {
									event.preventDefault();
									add(concept, event.altKey);
								}
							}}></textarea>
						<button class="do" onclick={() => add(concept)}>Add</button>
						<button class="do" title="Park it for later thought (Alt Enter)" onclick={() => add(concept, true)}><ParkingSquare size={15} /> Park</button>
					</div>
					{#if said[concept.id]}<p class="say note small mt-1" role="status">{said[concept.id]}</p>{/if}
					{#if (pieces[concept.id] ?? []).length > 0}<p class="mt-1 flex flex-wrap gap-1">
							{#each pieces[concept.id] ?? [] as piece (piece)}<button class="do small" onclick={() => takePiece(concept, piece)}><Plus size={13} /> {piece}</button>{/each}
						</p>{/if}
				{/if}
			</div>
		</div>
		<div class="row">
			<h2 class="small soft">Strands</h2>
			<ul class="chips">
				{#each concept.strands as strand, at (strand.id)}
					<li class="chip-term">
						<span class="soft">@{conceptLetter(index)}/{at + 1}</span><EditText at={['concepts', concept.id, 'strands', strand.id, 'name']} label="Name of strand {at + 1}" placeholder="Name" />{#if enquiry.editable}<button
								class="do bare"
								aria-label="Take out strand {at + 1}"
								onclick={() =>
									enquiry.edit('take out a strand', [
										...concept.headings.filter((one) => one.strand === strand.id).map((one): Edit => ({ do: 'set', at: ['concepts', concept.id, 'headings', one.id, 'strand'], value: null })),
										...concept.words.filter((one) => one.strand === strand.id).map((one): Edit => ({ do: 'set', at: ['concepts', concept.id, 'words', one.id, 'strand'], value: null })),
										{ do: 'remove', at: ['concepts', concept.id, 'strands', strand.id] }
									])}><X size={13} /></button
							>{/if}
					</li>
				{/each}
				{#if enquiry.editable}<li>
						<button class="do bare" onclick={() => enquiry.edit('add a strand', [{ do: 'insert', in: ['concepts', concept.id, 'strands'], item: { id: newId(), name: '' }, after: concept.strands.at(-1)?.id ?? null }])}
							><Plus size={14} /> Strand: two things, either will do</button
						>
					</li>{/if}
			</ul>
		</div>
		{#if concept.strands.length > 0 && enquiry.editable && concept.headings.length + concept.words.length > 0}
			<details class="small">
				<summary class="cursor-pointer soft">Which term belongs to which strand</summary>
				<ul class="grid gap-1 mt-1 sm:grid-cols-2">
					{#each [...concept.words.map((one) => ({ list: 'words', id: one.id, name: one.text, strand: one.strand })), ...concept.headings.map((one) => ({ list: 'headings', id: one.id, name: `{${one.heading}}`, strand: one.strand }))] as term (term.id)}
						<li class="flex justify-between gap-2">
							<span class="line-face truncate">{term.name}</span>
							<select class="ask" aria-label="Strand of {term.name}" value={term.strand ?? ''} onchange={(event) => enquiry.set(['concepts', concept.id, term.list, term.id, 'strand'], event.currentTarget.value || null, 'assign a strand')}
								><option value="">all of it</option>{#each concept.strands as strand, at (strand.id)}<option value={strand.id}>{at + 1} {strand.name}</option>{/each}</select
							>
						</li>
					{/each}
				</ul>
			</details>
		{/if}
		{#if concept.parked.length > 0}
			<div class="row">
				<h2 class="small soft">Parked</h2>
				<ul class="chips">
					{#each concept.parked as find (find.id)}<li class="chip-term soft">
							{find.text}{#if enquiry.editable}<button
									class="do bare"
									aria-label="Take {find.text} up as a word"
									onclick={() => {
										typed[concept.id] = find.text;
										enquiry.edit('take up a find', [{ do: 'remove', at: ['concepts', concept.id, 'parked', find.id] }]);
									}}><ArrowUp size={13} /></button
								><button class="do bare" aria-label="Drop {find.text}" onclick={() => enquiry.edit('drop a find', [{ do: 'remove', at: ['concepts', concept.id, 'parked', find.id] }])}><X size={13} /></button>{/if}
						</li>{/each}
				</ul>
			</div>
		{/if}
	</section>
{/each}

{#if enquiry.editable}
	<form class="mt-6 flex max-w-xl gap-2" onsubmit={addConcept}>
		<label class="flex-1"><span class="sr">Name of a new concept</span><input class="ask" placeholder="A new concept, such as Delirium" bind:value={freshName} /></label>
		<button class="do" class:first={document.concepts.length === 0}><Plus size={15} /> Add concept</button>
	</form>
{/if}

<style>
	.band {
		border-left: 4px solid var(--hue);
		padding: 8px 0 8px 16px;
		margin-top: 20px;
	}
	.row {
		display: grid;
		grid-template-columns: 5rem minmax(0, 1fr);
		gap: 8px;
		margin-top: 6px;
		align-items: start;
	}
	.chips {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		min-height: 26px;
	}
	.used {
		width: 7px;
		height: 7px;
		border-radius: 50%;
		background: var(--good);
	}
	.mover {
		width: 2rem;
		appearance: none;
		background: transparent;
		border: none;
		color: var(--soft);
		text-align: center;
		cursor: pointer;
		padding: 0;
	}
	.mover option {
		color: var(--ink);
		background: var(--sheet);
	}
</style>
