<!-- A pasted list before it is added: each term as it was read, what is there, what is covered; then all in one step. -->
<script lang="ts">
	import { untrack } from 'svelte';
	import { conceptLetter, readPasted, type Concept } from '@wide-lantern/core/editor';
	import { takeBench } from '$lib/work/context';
	import { wordEdits } from '$lib/work/terms';

	let { text, concept, letter, over }: { text: string; concept: Concept; letter: string; over: (added: boolean) => void } = $props();
	const { enquiry } = takeBench();
	const rows = $derived(readPasted(text, concept, enquiry.document.concepts));
	let left = $state.raw<ReadonlySet<string>>(untrack(() => new Set(rows.flatMap((row) => (row.kind === 'new' && row.coveredBy !== null ? [row.expression] : [])))));
	let pieces = $state.raw<readonly string[]>([]);
	const chosen = $derived([...rows.flatMap((row) => (row.kind === 'new' && !left.has(row.expression) ? [row.expression] : [])), ...pieces]);
	const fresh = $derived(rows.filter((row) => row.kind === 'new').length);
	const tick = (expression: string, on: boolean) => (left = on ? new Set([...left].filter((one) => one !== expression)) : new Set([...left, expression]));
	function add() {
		const edits = wordEdits(concept, chosen, 'pasted list');
		if (edits.length > 0) enquiry.edit(`add ${edits.length} pasted words`, edits);
		over(true);
	}
	/** Enter once more adds what is ticked. */
	const focus = (button: HTMLButtonElement) => button.focus();
	const letterOf = (id: string) => conceptLetter(enquiry.document.concepts.findIndex((one) => one.id === id));
</script>

<section class="pasted mt-2" aria-label="Pasted list">
	<p><b>{rows.length} terms</b>, {fresh} new. Look them over; what you leave ticked is added in one step, and one undo takes it back.</p>
	<div class="list mt-2" role="region" aria-label="Terms of the list" tabindex="-1">
		<ul>
			{#each rows as row, at (at)}
				<li>
					{#if row.kind === 'new'}
						<label class="flex gap-2 items-baseline flex-wrap"
							><input type="checkbox" checked={!left.has(row.expression)} onchange={(event) => tick(row.expression, event.currentTarget.checked)} /><span class="line-face">{row.expression}</span>
							{#if row.coveredBy !== null}<span class="small soft">covered by <span class="line-face">{row.coveredBy}</span> already</span>{/if}
							{#if row.elsewhere.length > 0}<span class="small soft">also in {row.elsewhere.map(letterOf).join(', ')}</span>{/if}
							{#if row.typed.replaceAll('"', '') !== row.expression.replaceAll('"', '')}<span class="small soft">from “{row.typed}”</span>{/if}</label
						>
					{:else if row.kind === 'there'}<span class="soft"><span class="line-face">{row.expression}</span> <span class="small">is there already</span></span>
					{:else if row.kind === 'sentence'}
						<span class="small">“{row.typed}” reads like a sentence; take the pieces that matter:</span>
						{#each row.pieces as piece (piece)}<button class="do small ml-1" aria-pressed={pieces.includes(piece)} onclick={() => (pieces = pieces.includes(piece) ? pieces.filter((one) => one !== piece) : [...pieces, piece])}>{piece}</button>{/each}
					{:else}<span class="small"><b>“{row.typed}”</b>: {row.message}</span>{/if}
				</li>
			{/each}
		</ul>
	</div>
	<p class="mt-2 flex gap-2">
		<button class="do first" disabled={chosen.length === 0} onclick={add} {@attach focus}>Add {chosen.length} {chosen.length === 1 ? 'word' : 'words'} to {letter}</button>
		<button class="do" onclick={() => over(false)}>Leave it</button>
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
