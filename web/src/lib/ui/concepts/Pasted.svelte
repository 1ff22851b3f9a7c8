<!-- A pasted list before it is added: each term as it was read, what is there, what is covered; then all in one step. -->
<script lang="ts">
	import {
		conceptLetter,
		invertedLines,
		MOST_PASTED,
		pastedLines,
		readPasted,
		type Concept,
		type PastedRow
	} from '@wide-lantern/core/editor';
	import SyntaxChoice from '$lib/ui/SyntaxChoice.svelte';
	import { ownVocabulary, useWorkspace } from '$lib/client/context';
	import { count, formatCount } from '$lib/client/fresh.svelte';
	import type { HeadingMatch } from '$lib/contract/headings';
	import { headingNamed, readInSyntax, termsOf } from '$lib/client/read-syntax';
	import { addHeading, wordEdits } from '$lib/client/terms';

	let {
		text,
		concept,
		letter,
		over
	}: { text: string; concept: Concept; letter: string; over: (added: boolean) => void } = $props();
	const workspace = useWorkspace();
	const { enquiry } = workspace;
	const vocabulary = $derived(ownVocabulary(workspace));
	/** Profile of the platform whose syntax it is in; empty for plain terms. */
	let syntax = $state('');
	/** The same in our notation, once it was read in a platform's syntax. */
	let translated = $state.raw<string | null>(null);
	/** Rows that could not be read for certain. */
	let doubtful = $state.raw<readonly { readonly text: string; readonly message: string }[]>([]);
	let fault = $state('');
	$effect(() => {
		const profile = syntax;
		translated = null;
		doubtful = [];
		fault = '';
		if (profile === '') return;
		let moved = false;
		void readInSyntax(enquiry.id, profile, text, true).then((answer) => {
			if (moved) return;
			if (!answer.ok) {
				fault = answer.fault;
				return;
			}
			translated = termsOf(answer.value).join('\n');
			doubtful = answer.value.lines.flatMap((line) =>
				line.faults.filter((one) => one.severity === 'error').map(({ message }) => ({ text: line.text, message }))
			);
		});
		return () => (moved = true);
	});
	const tooMany = $derived(pastedLines(text) > MOST_PASTED);
	const rows = $derived(
		tooMany || (syntax !== '' && translated === null)
			? []
			: readPasted(translated ?? text, concept, enquiry.document.concepts)
	);
	const coded = $derived(rows.filter((row) => row.kind === 'new' && row.coded).length);
	/** Headings of the list by what was typed: looked up once the list is shown. */
	let headings = $state.raw<ReadonlyMap<string, HeadingMatch | null>>(new Map());
	$effect(() => {
		const wanted = [
			...rows.flatMap((row) => (row.kind === 'heading' ? [row.label] : [])),
			...invertedLines(translated ?? text)
		].slice(0, MOST_LOOKED_UP);
		let moved = false;
		void Promise.all(wanted.map(async (label) => [label, await headingNamed(vocabulary, label)] as const)).then(
			(found) => {
				if (!moved) headings = new Map(found);
			}
		);
		return () => (moved = true);
	});
	const MOST_LOOKED_UP = 80;
	interface FoundHeading {
		readonly match: HeadingMatch;
		readonly narrower: boolean;
	}
	const found = $derived(
		[...headings].flatMap(([label, match]): FoundHeading[] => {
			const row = rows.find((one) => one.kind === 'heading' && one.label === label);
			return match ? [{ match, narrower: row?.kind === 'heading' ? row.narrower : match.narrower > 0 }] : [];
		})
	);
	let withoutHeading = $state.raw<ReadonlySet<string>>(new Set());
	const chosenHeadings = $derived(found.filter((one) => !withoutHeading.has(one.match.id)));
	/** Words that are only the halves of an inverted label which is a heading. */
	const halves = $derived(
		new Set(
			[...headings].flatMap(([label, match]) =>
				match && label.includes(', ') ? label.split(', ').map((one) => one.toLowerCase()) : []
			)
		)
	);
	/** What the searcher ticked or unticked; covered words and halves of labels begin unticked. */
	let ticked = $state.raw<ReadonlyMap<string, boolean>>(new Map());
	const isLeft = (row: Extract<PastedRow, { kind: 'new' }>): boolean =>
		!(ticked.get(row.expression) ?? (row.coveredBy === null && !row.coded && !halves.has(row.typed.toLowerCase())));
	let pieces = $state.raw<readonly string[]>([]);
	const chosen = $derived([
		...rows.flatMap((row) => (row.kind === 'new' && !isLeft(row) ? [row.expression] : [])),
		...pieces
	]);
	const fresh = $derived(rows.filter((row) => row.kind === 'new').length);
	const tick = (expression: string, on: boolean) => (ticked = new Map([...ticked, [expression, on]]));
	const many = $derived(chosen.length + chosenHeadings.length);
	function add() {
		const edits = [
			...wordEdits(concept, chosen, 'pasted list'),
			...chosenHeadings.flatMap(({ match, narrower }) =>
				addHeading(
					concept,
					{
						vocabulary,
						heading: match.id,
						reach: narrower ? 'narrower' : 'this',
						picked: [],
						main: false,
						qualifiers: []
					},
					'pasted list'
				)
			)
		];
		if (edits.length > 0) enquiry.edit(`add a pasted list of ${edits.length}`, edits);
		over(true);
	}
	/** Enter once more adds what is ticked. */
	const focus = (button: HTMLButtonElement) => button.focus();
	const letterOf = (id: string) => conceptLetter(enquiry.document.concepts.findIndex((one) => one.id === id));
</script>

<section class="pasted mt-2" aria-label="Pasted list">
	{#if tooMany}
		<p class="say fault">
			This list has about {formatCount(pastedLines(text))} lines; at most {formatCount(MOST_PASTED)} are read at once. Nothing
			was added: paste it in parts.
		</p>
	{:else}
		<p>
			<b>{count(rows.length, 'term')}</b>, {fresh} new{#if found.length > 0}, {count(found.length, 'heading')}{/if}.
			Look them over; what is ticked is added in one step, and one undo removes it.
		</p>
		<SyntaxChoice bind:value={syntax} own="plain terms" {text} />
		{#if fault}<p class="say fault small mt-1" role="alert">{fault}</p>{/if}
		{#each doubtful.slice(0, 5) as row, at (at)}<p class="say fault small mt-1">
				<span class="line-face">{row.text}</span>: {row.message}
			</p>{/each}
		{#if doubtful.length > 5}<p class="small soft mt-1">and {count(doubtful.length - 5, 'more fault')}</p>{/if}
		{#if coded > 0}<p class="say small mt-1">
				{coded === 1 ? 'One of them has' : `${coded} of them have`} what looks like the codes of a platform, in a syntax that
				is not taught here. The codes would be searched as words, so they are not ticked: remove the codes and paste again,
				or
				<a href="/profiles/teach">teach the syntax</a>.
			</p>{/if}
	{/if}
	{#if found.length > 0}<ul class="mt-2" aria-label="Headings in the list">
			{#each found as one (one.match.id)}<li>
					<label class="flex gap-2 items-baseline"
						><input
							class="checkbox"
							type="checkbox"
							checked={!withoutHeading.has(one.match.id)}
							onchange={(event) =>
								(withoutHeading = event.currentTarget.checked
									? new Set([...withoutHeading].filter((id) => id !== one.match.id))
									: new Set([...withoutHeading, one.match.id]))}
						/><span class="line-face">{`{${one.match.label}${one.narrower ? ' >' : ''}}`}</span>
						<span class="small soft">heading{one.narrower ? ', with narrower' : ''}</span></label
					>
				</li>{/each}
		</ul>{/if}
	<div class="list mt-2" role="region" aria-label="Terms of the list" tabindex="-1">
		<ul>
			{#each rows as row, at (at)}
				<li>
					{#if row.kind === 'new'}
						<label class="flex gap-2 items-baseline flex-wrap"
							><input
								class="checkbox"
								type="checkbox"
								checked={!isLeft(row)}
								onchange={(event) => tick(row.expression, event.currentTarget.checked)}
							/><span class="line-face">{row.expression}</span>
							{#if row.coveredBy !== null}<span class="small soft"
									>covered by <span class="line-face">{row.coveredBy}</span> already</span
								>{/if}
							{#if row.coded}<span class="small soft">has a code</span>{/if}
							{#if row.elsewhere.length > 0}<span class="small soft"
									>also in {row.elsewhere.map(letterOf).join(', ')}</span
								>{/if}
							{#if row.typed.replaceAll('"', '') !== row.expression.replaceAll('"', '')}<span class="small soft"
									>from “{row.typed}”</span
								>{/if}</label
						>
					{:else if row.kind === 'heading'}<span class="small"
							>{#if headings.get(row.label)}<span class="soft">{row.typed} is a heading, see above</span
								>{:else if headings.has(row.label)}<b>“{row.typed}”</b>: no heading of this vocabulary has that name.{:else}<span
									class="soft">looking up {row.label} …</span
								>{/if}</span
						>
					{:else if row.kind === 'there'}<span class="soft"
							><span class="line-face">{row.expression}</span> <span class="small">is already there</span></span
						>
					{:else if row.kind === 'sentence'}
						<span class="small">“{row.typed}” reads like a sentence; choose the pieces that matter:</span>
						{#each row.pieces as piece (piece)}<button
								class="btn btn-sm preset-outlined-surface-500 ml-1"
								aria-pressed={pieces.includes(piece)}
								onclick={() =>
									(pieces = pieces.includes(piece) ? pieces.filter((one) => one !== piece) : [...pieces, piece])}
								>{piece}</button
							>{/each}
					{:else}<span class="small"><b>“{row.typed}”</b>: {row.message}</span>{/if}
				</li>
			{/each}
		</ul>
	</div>
	<p class="mt-2 flex gap-2">
		<button class="btn preset-filled" disabled={many === 0} onclick={add} {@attach focus}
			>Add {chosenHeadings.length > 0 ? count(many, 'term') : count(many, 'word')} to {letter}</button
		>
		<button class="btn preset-outlined-surface-500" onclick={() => over(false)}>Cancel</button>
	</p>
</section>

<style>
	.pasted {
		border: 1px solid var(--edge);
		border-radius: 4px;
		padding: 10px 12px;
		background: var(--sheet);
	}
	.list {
		max-height: 18rem;
		overflow: auto;
	}
	li {
		padding: 3px 0;
		border-bottom: 1px solid var(--rule);
	}
</style>
