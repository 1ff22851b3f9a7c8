<!-- Limits on the result: what each would lose, and which records it cannot judge, before it becomes a line. -->
<script lang="ts">
	import { callServer } from '$lib/contract/call-server';
	import Ship from '@lucide/svelte/icons/ship';
	import { lineAnchor, hasErrors, limitLabel, parse, type Edit } from '@wide-lantern/core/editor';
	import { useWorkspace } from '$lib/work/context';
	import { askForFigures } from '$lib/work/figures';
	import { formatCount } from '$lib/work/fresh.svelte';
	import { newId } from '$lib/work/new-id';
	import type { RecordSpread } from '$lib/contract/records';
	import type { TrialResult } from '$lib/contract/sheet';
	import { tryOut } from '$lib/work/trials';

	let { final, known }: { final: string; known: number } = $props();
	const { enquiry, counts } = useWorkspace();
	const KINDS = [
		{
			id: 'yr',
			name: 'Years',
			example: '2010-',
			hint: '2010-, -1999, 2010-2020, or last5 for the last five years, counted on the day of the run'
		},
		{ id: 'la', name: 'Language', example: 'english', hint: 'english, or (english OR french)' },
		{ id: 'pt', name: 'Publication type', example: '"randomised trial"', hint: 'a whole entry as the source has it' },
		{ id: 'ag', name: 'Age group', example: 'adult', hint: 'adult, or (adult OR aged)' },
		{ id: 'en', name: 'Entered', example: '2026-01-01..', hint: 'days between which the source added the record' },
		{ id: 'has', name: 'Has', example: 'ab', hint: 'ab for an abstract, hd for headings' },
		{
			id: 'jn',
			name: 'Journal',
			example: '"harbour nursing"',
			hint: 'words of the name of the journal; several words in quotes'
		},
		{
			id: 'hd',
			name: 'Subject heading',
			example: 'Adult >',
			hint: 'a heading of the vocabulary, with > for its narrower ones'
		},
		{
			id: 'kw',
			name: 'Author keyword',
			example: '"older adults"',
			hint: 'words of the authors’ own keywords; several words in quotes'
		},
		{ id: 'af', name: 'Country', example: 'norway', hint: 'a place' }
	] as const;
	/** The line that is limited: the result, until somebody chooses another one. */
	let chosenLine = $state<string | null>(null);
	const lines = $derived(enquiry.document.lines);
	const target = $derived(lines.some((one) => one.id === chosenLine) ? (chosenLine ?? final) : final);
	const place = $derived(lines.findIndex((one) => one.id === target) + 1);
	const countOf = (id: string): number | null => counts.view?.lines.find((one) => one.id === id)?.count ?? null;
	let kind = $state<(typeof KINDS)[number]['id']>('yr');
	let value = $state('');
	let reason = $state('');
	let result = $state.raw<TrialResult | null>(null);
	let spread = $state.raw<RecordSpread | null>(null);
	let said = $state('');
	const chosen = $derived(KINDS.find((one) => one.id === kind) ?? KINDS[0]);
	const country = $derived(kind === 'af');
	const text = $derived.by(() => {
		const typed = value.trim();
		if (typed === '') return '';
		if (kind === 'la' || kind === 'pt' || kind === 'ag') return entryLimit(kind, typed);
		if (kind === 'hd') return /^\{.*\}$/.test(typed) ? typed : `{${typed}}`;
		if (kind === 'jn' || kind === 'kw') return textLimit(kind, typed);
		if (kind !== 'af') return `${kind}:${typed}`;
		return `ti+ab+kw:${/\s/.test(typed) && !/["()]/.test(typed) ? `"${typed}"` : typed}`;
	});
	/** Several values need a bracket, several words quotes: nobody should have to know that here. */
	function entryLimit(code: string, typed: string): string {
		const isOne = (candidate: string) => {
			const { tree, faults } = parse(candidate);
			return tree?.kind === 'limit' && faults.length === 0;
		};
		const candidates = [`${code}:${typed}`, `${code}:(${typed})`, `${code}:"${typed.replaceAll('"', '')}"`];
		return candidates.find(isOne) ?? `${code}:${typed}`;
	}
	/** Words of a text field: several alternatives in a bracket, anything else of several words as a phrase. */
	function textLimit(code: string, typed: string): string {
		if (/["()]/.test(typed) || /\sOR\s/.test(typed))
			return `${code}:${/\sOR\s/.test(typed) && !/^\(.*\)$/.test(typed) ? `(${typed})` : typed}`;
		return /\s/.test(typed) ? `${code}:"${typed}"` : `${code}:${typed}`;
	}
	const faults = $derived(text === '' ? [] : parse(text).faults);
	/** In the words that follow the line when its limit is changed. */
	function labelOf(limit: string): string {
		const { tree } = parse(limit);
		return tree?.kind === 'limit' ? limitLabel(tree.limit) : `${chosen.name}: ${value.trim()}`;
	}
	const line = $derived({
		id: newId(),
		source: `${lineAnchor(target)} AND ${text}`,
		concept: null,
		strand: null,
		role: 'limit',
		label: labelOf(text),
		note: reason.trim(),
		off: false
	});
	const edits = $derived<readonly Edit[]>([{ do: 'insert', in: ['lines'], item: line, after: target }]);

	$effect(() => {
		void enquiry.revision;
		const [trial, able] = [edits, text !== '' && !hasErrors(faults)];
		if (!able) {
			result = null;
			return;
		}
		const asking = new AbortController();
		const timer = setTimeout(() => {
			void tryOut(enquiry, [{ name: 'limit', edits: trial }], asking.signal)
				.then(([answer]) => (result = answer ?? null))
				.catch(() => undefined); // Moved on, or the server is away: the older figure stays.
		}, 300);
		return () => {
			clearTimeout(timer);
			asking.abort();
		};
	});
	$effect(() => {
		void enquiry.revision;
		return askForFigures(
			(signal) =>
				callServer('GET /api/v1/enquiries/[enquiry]/spread', {
					path: { enquiry: enquiry.id },
					query: { line: target },
					signal
				}),
			{
				show: (answer) => (spread = answer)
			}
		);
	});
	const lacking = $derived.by(() => {
		const of = spread?.lacking;
		if (!of) return null;
		const [count, what] = {
			yr: [of.years, 'have no year'],
			la: [of.languages, 'have no language'],
			pt: [of.types, 'have no publication type'],
			ag: [of.ages, 'have no age group'],
			en: [of.entered, 'have no entry date'],
			has: [0, ''],
			af: [0, ''],
			jn: [0, ''],
			hd: [of.headings, 'are not indexed'],
			kw: [0, '']
		}[kind] as [number, string];
		return { count, what, unindexed: of.headings };
	});
	/** What the records of the result have in this field, most frequent first: nobody types a language blind. */
	const values = $derived(
		(kind === 'la' || kind === 'pt' || kind === 'ag'
			? (spread?.values?.[kind] ?? [])
			: kind === 'jn'
				? (spread?.journals?.values ?? [])
				: kind === 'kw'
					? (spread?.keywords?.values ?? [])
					: []
		).slice(0, 12)
	);
	/** What the limit leaves and loses of the line that it stands on. */
	const left = $derived.by(() => {
		if (result?.refused !== undefined || !result) return null;
		const limited =
			result.lines.find(
				(one) => one.id === edits.flatMap((edit) => (edit.do === 'insert' ? [(edit.item as { id: string }).id] : []))[0]
			)?.count ?? null;
		const before = countOf(target);
		return limited === null || before === null ? null : { count: limited, lost: before - limited };
	});
	const quotedValue = (text: string) => (/^[\p{L}\p{N}]+$/u.test(text) ? text : `"${text}"`);
	const withValue = (text: string): string =>
		value.trim() === '' ? quotedValue(text) : `${value.trim().replace(/^\(|\)$/g, '')} OR ${quotedValue(text)}`;
	const citation = (id: string) =>
		enquiry.document.articles.find((one) => one.id === id)?.citation || 'a known article';
</script>

<section aria-label="Limits">
	<h2>Limits on line {place}</h2>
	<p class="small soft mt-1">
		Limits come last, after the concepts are combined, each on a line of its own with its reason.
	</p>
	<form
		class="mt-3 grid gap-3"
		onsubmit={(event) => {
			event.preventDefault();
			if (text === '' || hasErrors(faults) || reason.trim() === '') return;
			if (enquiry.edit(`limit: ${text}`, edits)) {
				said = `Line ${place + 1} limits ${target === final ? 'the result' : `line ${place}`} to ${text}. Undo (Ctrl Z) removes it.${target === final ? '' : ` Lines that used line ${place} still use it: change them to line ${place + 1} where the limit is to act.`}`;
				value = '';
				reason = '';
			}
		}}
	>
		<div class="flex gap-3 flex-wrap items-end">
			<label class="small grid gap-1"
				>Line <select
					class="ask w-20"
					aria-label="Line"
					value={target}
					onchange={(event) => (chosenLine = event.currentTarget.value)}
					>{#each lines as one, at (one.id)}<option value={one.id}>{at + 1}</option>{/each}</select
				></label
			>
			<label class="small grid gap-1"
				>Limit <select class="ask w-40" aria-label="Limit" bind:value={kind}
					>{#each KINDS as one (one.id)}<option value={one.id}>{one.name}</option>{/each}</select
				></label
			>
			<label class="small grid gap-1"
				>Value <input class="ask w-56 term" bind:value placeholder={chosen.example} spellcheck="false" /></label
			>
			{#if values.length > 0}<div class="w-full flex flex-wrap gap-1" role="group" aria-label="Values in the result">
					{#each values as one (one.value)}<button
							type="button"
							class="do small"
							onclick={() => (value = withValue(one.value))}
							>{one.value} <span class="soft tabular-nums">{formatCount(one.count)}</span></button
						>{/each}
				</div>{/if}
			<label class="small grid gap-1 grow"
				>Reason, kept with the line <input
					class="ask w-full"
					bind:value={reason}
					placeholder="Why records outside the limit cannot answer the question"
				/></label
			>
		</div>
		<p class="small soft">{chosen.hint}</p>
		{#if country}<p class="say note small">
				A limit to a country reads addresses of authors, which do not say where a study was done and are often missing.
				Words for the place are searched in title, abstract and author keywords instead; give synonyms, towns and
				adjectives a concept of their own where it matters.
			</p>{/if}
		{#each faults as fault, at (at)}<p class="say fault small">{fault.message}</p>{/each}
		{#if result && result.refused === undefined && left && text !== ''}
			<p data-limit>
				<span class="term">{text}</span> leaves <strong class="count">{formatCount(left.count)}</strong>
				{left.count === 1 ? 'record' : 'records'} and loses {formatCount(left.lost)}.
				{#if known > 0 && target === final}{#if result.benchmarkLost.length > 0}<strong class="fault-text"
							><Ship size={13} class="inline" />
							{result.benchmarkLost.length} known {result.benchmarkLost.length === 1 ? 'article is' : 'articles are'} lost: {result.benchmarkLost
								.map(citation)
								.join('; ')}.</strong
						>{:else}<span class="soft">No known article is lost.</span>{/if}{/if}
				{#if lacking && lacking.count > 0}<span class="block"
						>{formatCount(lacking.count)} records of line {place}
						{lacking.what}; the limit loses them whatever they are about.</span
					>{/if}
				{#if lacking && (kind === 'pt' || kind === 'ag') && lacking.unindexed > 0}<span class="block"
						>{formatCount(lacking.unindexed)} are not indexed yet; sources often set this field with the headings.</span
					>{/if}
			</p>
		{:else if result?.refused !== undefined}<p class="say fault small">{result.refused}</p>{/if}
		<p class="flex gap-3 items-center">
			<button class="do" disabled={!enquiry.editable || text === '' || hasErrors(faults) || reason.trim() === ''}
				>Insert as line {place + 1}</button
			>{#if text !== '' && reason.trim() === ''}<span class="small soft">Give a reason first.</span>{/if}
		</p>
	</form>
	{#if said}<p class="say note small mt-2" role="status">{said}</p>{/if}
</section>

<style>
	.term {
		font-family: 'Atkinson Hyperlegible Mono', monospace;
	}
	.fault-text {
		color: var(--fault);
	}
</style>
