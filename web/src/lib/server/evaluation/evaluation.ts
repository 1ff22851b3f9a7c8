/** What an enquiry computes: its lines on its collection, the records of a line. */
import {
	covers,
	linesToEvaluate,
	print,
	readStrategyInSteps,
	resultLine,
	sideActedOn,
	type EnquiryDocument,
	type Expression,
	type OpenVocabulary,
	type Query,
	type ReadLine,
	type IndexedField
} from '@wide-lantern/core';
import { createYielder, TIMED_OUT, withTimeout } from '$lib/server/process';
import { buildingShare, isStopped, openCollection, type OpenCollection } from '$lib/server/collections';
import type { CountedLine, MarkNumbers, PackedLine } from '$lib/server/computing';
import { computing, Dropped, packLines, readLinesAhead, type RequestOptions } from '$lib/server/computing';
import type { OpenEnquiry } from '$lib/server/enquiries';
import { judgementsOf, type Judgements } from '$lib/server/judgements';
import type { LineTerms, SheetView } from '$lib/contract/sheet';
import { vocabulariesFor } from '$lib/server/vocabularies';

/** A line as counted; `uncounted` where there is no collection, or it is still being indexed. */
export type LineCounts = Omit<CountedLine, 'state'> & { readonly state: CountedLine['state'] | 'uncounted' };

export interface EvaluatedEnquiry {
	readonly enquiry: OpenEnquiry;
	readonly vocabularies: readonly OpenVocabulary[];
	readonly collection: OpenCollection | null;
	/** How far the collection's index is, from 0 to 1; null unless it is being built, or was stopped. */
	readonly indexing: number | 'stopped' | null;
	readonly lines: readonly ReadLine[];
	/** The lines in the form that travels to a computing thread; empty where there is no collection. */
	readonly packed: readonly PackedLine[];
	readonly counted: readonly LineCounts[];
	readonly marks: MarkNumbers;
	readonly judgements: Judgements;
	readonly wanted: RequestOptions;
	/** The result before somebody began to type: a line that is being typed does not take its place. */
	readonly resultWas: string | null;
}

const NO_MARKS: MarkNumbers = { benchmark: [], relevant: [], irrelevant: [] };
/** Longest wait for an index that is being built, in milliseconds; then its progress is told instead. */
const INDEX_TIMEOUT = 3_000;

/** Numbers of judged records, by the judgements and the index that they were looked up in. */
const lookedUp = new WeakMap<Judgements, WeakMap<OpenCollection['index'], Omit<MarkNumbers, 'benchmark'>>>();

function marksOf(document: EnquiryDocument, { index }: OpenCollection, judgements: Judgements): MarkNumbers {
	const numbers = (identifiers: readonly string[]) =>
		[...new Set(identifiers.flatMap((one) => (one.trim() === '' ? [] : index.identified(one))))].sort((a, b) => a - b);
	const byIndex = lookedUp.get(judgements) ?? new WeakMap();
	lookedUp.set(judgements, byIndex);
	const judged = byIndex.get(index) ?? {
		relevant: numbers(judgements.relevant),
		irrelevant: numbers(judgements.irrelevant)
	};
	byIndex.set(index, judged);
	return { benchmark: numbers(document.articles.map((one) => one.identifier)), ...judged };
}

/** The line that is the strategy's result; null where there is none. */
export const resultOf = ({
	lines,
	enquiry,
	resultWas
}: Pick<EvaluatedEnquiry, 'lines' | 'enquiry' | 'resultWas'>): ReadLine | null =>
	resultLine(lines, resultWas ?? enquiry.document.result);

/**
 * Reads every line, and counts them on the enquiry's collection in a computing thread.
 * @throws Dropped where a newer question of the same window took its place
 */
export async function evaluateEnquiry(
	enquiry: OpenEnquiry,
	wanted: RequestOptions,
	stillWanted = () => true,
	resultWas: string | null = null
): Promise<EvaluatedEnquiry> {
	const { document } = enquiry;
	const opening = document.collection === null ? null : openCollection(document.collection, enquiry.id);
	const [vocabularies, judgements, opened] = await Promise.all([
		vocabulariesFor(document.collection),
		judgementsOf(enquiry.id),
		opening && withTimeout(opening, INDEX_TIMEOUT)
	]);
	const collection = opened === TIMED_OUT ? null : opened;
	await readLinesAhead(document, vocabularies, wanted);
	const yieldNow = createYielder();
	const lines = await readStrategyInSteps(document, vocabularies, new Date().getFullYear(), yieldNow);
	const bare = { enquiry, vocabularies, judgements, lines, wanted, resultWas };
	if (!collection) {
		const counted = lines.map(({ id }): LineCounts => ({
			id,
			state: 'uncounted',
			count: null,
			found: null,
			beforeHand: false
		}));
		const indexing =
			document.collection === null
				? null
				: isStopped(document.collection)
					? 'stopped'
					: buildingShare(document.collection);
		return { ...bare, packed: [], collection: null, indexing, counted, marks: NO_MARKS };
	}
	const marks = marksOf(document, collection, judgements);
	const packed = await packLines(linesToEvaluate(lines), yieldNow);
	// Asked last, with nothing awaited before the question: an older one must not take the place of a newer.
	if (!stillWanted()) throw new Dropped();
	const counted = await computing().ask(
		{ do: 'evaluate', collection: collection.computed, lines: packed, marks: marksNamed(lines, marks) },
		wanted
	);
	return { ...bare, packed, collection, indexing: null, counted, marks };
}

/** Every name of a marked set is written with it (`set:relevant`); its text tells at a fraction of the time that the tree takes. */
const NAMES_MARKED = /\bset\s*:/i;
/** The marks that lines need: tens of thousands of judged records are not sent with every key where no line names them. */
export const marksNamed = (lines: readonly ReadLine[], marks: MarkNumbers): MarkNumbers =>
	lines.some(({ text }) => NAMES_MARKED.test(text)) ? marks : { ...marks, relevant: [], irrelevant: [] };

/** For every line that uses one which cannot be read, directly or through others, the number of that one. */
function linesWaitedFor(lines: readonly ReadLine[]): ReadonlyMap<string, number> {
	const waits = new Map<string, number>();
	for (const line of lines) {
		if (line.off) continue;
		if (!line.empty && line.query === null) waits.set(line.id, line.number);
		else {
			const used = line.query && [...linesUsed(line.query)].find((id) => waits.has(id));
			if (used) waits.set(line.id, waits.get(used) ?? line.number);
		}
	}
	return waits;
}

function* linesUsed(query: Query): Generator<string> {
	if (query.kind === 'line' && query.id !== null) yield query.id;
	else if (query.kind === 'and' || query.kind === 'or') for (const part of query.parts) yield* linesUsed(part);
	else if (query.kind === 'not') {
		yield* linesUsed(query.keep);
		yield* linesUsed(query.drop);
	}
}

/** What lines that use a limit or filter use in its place while it is off, as text; null where it is not off, or acts on nothing. */
function passedText({ off, role, tree }: ReadLine): string | null {
	if (!off || (role !== 'limit' && role !== 'filter')) return null;
	const acted = sideActedOn(tree);
	return acted && print(acted.side);
}

export function sheetView(evaluated: EvaluatedEnquiry): SheetView {
	const { enquiry, collection, indexing, lines, counted, marks } = evaluated;
	const waits = linesWaitedFor(lines);
	return {
		revision: enquiry.revision,
		collection: collection && {
			id: collection.id,
			name: collection.name,
			size: collection.size,
			takenOn: collection.takenOn
		},
		indexing,
		benchmark: {
			held: marks.benchmark.length,
			known: enquiry.document.articles.filter((one) => one.identifier.trim() !== '' || one.citation.trim() !== '')
				.length
		},
		final: resultOf(evaluated)?.id ?? null,
		lines: lines.map((line, at) => {
			const { state = 'uncounted', count = null, found = null, beforeHand = false } = counted[at] ?? {};
			return {
				id: line.id,
				number: line.number,
				text: line.text,
				role: line.role,
				state,
				count,
				found: marks.benchmark.length > 0 ? found : null,
				beforeHand,
				passes: passedText(line),
				waitsFor: state === 'broken' ? (waits.get(line.id) ?? null) : null,
				faults: line.faults
			};
		})
	};
}

/** The sides of a line's OR as they are written; null where it is none. */
function sidesOf(tree: Expression | null): readonly string[] | null {
	if (tree?.kind === 'field') return sidesOf(tree.of);
	return tree?.kind === 'or' ? tree.items.map(print) : null;
}

/** Terms beyond which a line's terms are not compared with each other: every one with every other one. */
const COMPARED = 300;

/** The number of a side of an OR that covers another whatever the collection; -1 for none. Of two that say the same the first stays. */
function coveredBy(query: Query | null, at: number, lines: readonly ReadLine[]): number {
	const parts = query?.kind === 'or' && query.parts.length <= COMPARED ? query.parts : [];
	const own = parts[at];
	const lineQuery = (id: string) => lines.find((one) => one.id === id)?.query ?? null;
	return own
		? parts.findIndex(
				(part, other) => other !== at && covers(part, own, lineQuery) && (other < at || !covers(own, part, lineQuery))
			)
		: -1;
}

/** The patterns of a query, each with the fields that it is read in. */
function patternFields(
	query: Query | null,
	found = new Map<string, Set<IndexedField>>()
): ReadonlyMap<string, ReadonlySet<IndexedField>> {
	const add = (pattern: string, fields: readonly IndexedField[]) =>
		found.set(pattern, new Set([...(found.get(pattern) ?? []), ...fields]));
	if (query?.kind === 'word') add(query.pattern, query.fields);
	else if (query?.kind === 'phrase') for (const pattern of query.patterns) add(pattern, query.fields);
	else if (query?.kind === 'near') for (const side of [query.left, query.right]) patternFields(side, found);
	else if (query?.kind === 'either') for (const side of query.sides) patternFields(side, found);
	else if (query?.kind === 'and' || query?.kind === 'or') for (const part of query.parts) patternFields(part, found);
	else if (query?.kind === 'not') for (const part of [query.keep, query.drop]) patternFields(part, found);
	return found;
}

/** What each side of a line's OR brings, and the words behind its wildcards; null where the line is no counted OR. */
export async function termsOfLine(evaluated: EvaluatedEnquiry, lineId: string): Promise<LineTerms | null> {
	const { collection, lines, packed, marks, wanted } = evaluated;
	const line = lines.find((one) => one.id === lineId);
	const sides = sidesOf(line?.tree ?? null);
	if (!collection || !line?.tree || !sides) return null;
	const final = resultOf(evaluated)?.id ?? null;
	const of = { collection: collection.computed, lines: packed, marks, line: lineId };
	const brought = await computing().ask({ do: 'contributions', final, ...of }, wanted);
	// A side that is switched off elsewhere is not among them; then they cannot be told apart by place.
	if (brought?.length !== sides.length) return null;
	const patterns = [...patternFields(line.query)].filter(([one]) => /[*?~]/.test(one));
	const variants = await Promise.all(
		patterns.slice(0, 40).map(async ([pattern, fields]) => ({
			pattern,
			...(await computing().ask(
				{ do: 'variants', collection: collection.computed, pattern, most: 12, fields: [...fields] },
				wanted
			))
		}))
	);
	return {
		line: line.number,
		final: final === lineId ? null : (lines.find((one) => one.id === final)?.number ?? null),
		terms: sides.map((text, at) => ({
			text,
			inside: sides[coveredBy(line.query, at, lines)] ?? null,
			...(brought[at] ?? { records: 0, unique: 0, lost: 0, gained: 0 })
		})),
		variants
	};
}
