<!-- The word that the cursor is on: every word of the collection that it stands for, the unwanted ones taken out, other forms proposed. -->
<script lang="ts">
	import { callServer } from '$lib/contract/call-server';
	import { fieldAt, foldPattern, patternsWithout, termAt, toSource, writtenWithout } from '@wide-lantern/core/editor';
	import { useWorkspace } from '$lib/work/context';
	import { askForFigures } from '$lib/work/figures';
	import { formatCount } from '$lib/work/fresh.svelte';
	import Proposals from './Proposals.svelte';

	/** `at` is the place of the cursor in the text of the line. */
	let { line, text, word, at }: { line: string; text: string; word: string; at: number } = $props();
	const { enquiry } = useWorkspace();
	interface Variants {
		readonly words: number;
		readonly variants: readonly { readonly word: string; readonly records: number }[];
	}
	let found = $state.raw<{ readonly pattern: string; readonly fields: string; readonly answer: Variants } | null>(null);
	let excluded = $state.raw<ReadonlySet<string>>(new Set());
	let all = $state(false);
	let said = $state('');
	/** Fields that the term may be read in by itself; the usual ones need no code. */
	const FIELDS = [
		{ code: '', name: 'title, abstract and author keywords' },
		{ code: 'ti', name: 'title only' },
		{ code: 'ti+ab', name: 'title and abstract' },
		{ code: 'ti+kw', name: 'title and author keywords' },
		{ code: 'all', name: 'all fields' }
	] as const;
	const own = $derived(fieldAt(text, at));
	/** The fields that the words are counted in: those of the term. */
	const code = $derived(own?.code ?? '');
	function refield(code: string) {
		if (!own) return;
		const term = text.slice(own.term.from, own.term.to);
		const changed = text.slice(0, own.whole.from) + (code === '' ? term : `${code}:${term}`) + text.slice(own.whole.to);
		const ids = enquiry.document.lines.map((one) => one.id);
		enquiry.edit(`read ${term} in ${FIELDS.find((one) => one.code === code)?.name ?? code}`, [
			{ do: 'set', at: ['lines', line, 'source'], value: sourceOf(changed, ids) }
		]);
	}
	const pattern = $derived.by(() => {
		// Operators, codes and numbers of lines are no words of a term.
		const node = termAt(text, at);
		const parts = node === null ? [] : node.kind === 'word' ? [node.pattern] : node.patterns;
		return foldPattern(word).find((one) => parts.includes(one)) ?? null;
	});
	$effect(() => {
		const asked = pattern;
		const fields = code;
		if (asked === null || (asked === found?.pattern && fields === found.fields)) return;
		excluded = new Set();
		all = false;
		said = '';
		return askForFigures(
			(signal) =>
				callServer('GET /api/v1/enquiries/[enquiry]/variants', {
					path: { enquiry: enquiry.id },
					query: { pattern: asked, fields },
					signal
				}),
			{ after: 200, show: (answer) => (found = { pattern: asked, fields, answer }) }
		);
	});
	const answer = $derived(found && found.pattern === pattern ? found.answer : null);
	const most = $derived(Math.max(1, ...(answer?.variants.map((one) => one.records) ?? [])));
	const wild = $derived(/[*?~]/.test(word));
	const shown = $derived(answer ? answer.variants.slice(0, all ? undefined : 14) : []);

	function toggle(one: string): void {
		const next = new Set(excluded);
		if (!next.delete(one)) next.add(one);
		excluded = next;
	}
	function exclude(): void {
		if (!answer || pattern === null) return;
		const patterns = patternsWithout(
			pattern,
			answer.variants.map((one) => one.word),
			excluded
		);
		const edit = patterns && writtenWithout(text, at, pattern, patterns);
		if (!edit) {
			said = 'That would be more than 200 words. Give the stem more letters first.';
			return;
		}
		const changed = text.slice(0, edit.from) + edit.insert + text.slice(edit.to);
		const lines = enquiry.document.lines;
		const source = sourceOf(
			changed,
			lines.map((one) => one.id)
		);
		if (
			enquiry.edit(`remove ${[...excluded].join(', ')} from ${word}`, [
				{ do: 'set', at: ['lines', line, 'source'], value: source }
			])
		)
			said = `Removed: ${[...excluded].join(', ')}.`;
	}
	/** References are held by identity again; concepts and headings are anchored by the server. */
	const sourceOf = (changed: string, ids: readonly string[]) =>
		toSource(changed, {
			lineId: (number) => ids[number - 1] ?? null,
			lineNumber: () => null,
			conceptIds: () => null,
			conceptName: () => null,
			headingKey: () => null,
			headingName: () => null
		});
</script>

{#if answer}
	<section aria-label="The word {word}">
		<h2><span class="term">{word}</span></h2>
		{#if answer.words === 0}
			<p class="say fault small mt-1">No word of this collection matches. A misspelt word is the commonest reason.</p>
		{:else}
			<p class="small soft mt-1">
				{wild
					? `${formatCount(answer.words)} ${answer.words === 1 ? 'word' : 'words'} of this collection`
					: 'Records that hold it'} in {FIELDS.find((one) => one.code === code)?.name ?? code}; bars compare by powers
				of ten
			</p>
			<ul class="mt-1">
				{#each shown as one (one.word)}
					<li class:out={excluded.has(one.word)}>
						{#if wild && enquiry.editable}<label
								><input type="checkbox" checked={!excluded.has(one.word)} onchange={() => toggle(one.word)} />
								<span>{one.word}</span></label
							>{:else}<span>{one.word}</span>{/if}
						<span class="log-track"
							><span
								class="log-bar"
								style:width="{Math.round((100 * Math.log10(one.records + 1)) / Math.log10(most + 1))}%"
							></span></span
						>
						<span class="count">{formatCount(one.records)}</span>
					</li>
				{/each}
			</ul>
			{#if answer.variants.length > shown.length}<button class="do bare small" onclick={() => (all = true)}
					>Show {formatCount(answer.variants.length - shown.length)} more</button
				>{:else if answer.words > answer.variants.length}<p class="small soft">
					and {formatCount(answer.words - answer.variants.length)} rarer ones
				</p>{/if}
			{#if excluded.size > 0}<p class="mt-2">
					<button class="do first" onclick={exclude}
						>Exclude {excluded.size === 1 ? 'this word' : `these ${excluded.size} words`}</button
					>
				</p>
				<p class="small soft mt-1">
					The stem is replaced by narrower stems; nothing is removed by NOT, so a record with another of its words
					stays.
				</p>{/if}
		{/if}
		{#if own && enquiry.editable}<label class="small grid gap-1 mt-3"
				>Read in <select class="ask" value={own.code} onchange={(event) => refield(event.currentTarget.value)}
					>{#each FIELDS as one (one.code)}<option value={one.code}>{one.name}</option
						>{/each}{#if !FIELDS.some((one) => one.code === own.code)}<option value={own.code}>{own.code}</option
						>{/if}</select
				></label
			>{/if}
		{#if said}<p class="say note small mt-2" role="status">{said}</p>{/if}
	</section>
{/if}
<Proposals {line} {text} {at} />
{#if answer}<hr class="my-4" />{/if}

<style>
	.term {
		font-family: 'Atkinson Hyperlegible Mono', monospace;
	}
	li {
		display: grid;
		grid-template-columns: 1fr 60px 56px;
		gap: 8px;
		align-items: center;
		font-size: 14px;
		padding: 1px 0;
	}
	li label {
		display: flex;
		gap: 6px;
		cursor: pointer;
	}
	li.out span:first-of-type {
		text-decoration: line-through;
		color: var(--soft);
	}
	.log-track,
	.log-bar {
		display: block;
	}
	.count {
		text-align: right;
	}
</style>
