/** What an enquiry computes: its lines on its collection, the records of a line. */
import {
	covers,
	finalLine,
	linesToEvaluate,
	nodesOf,
	print,
	readStrategy,
	type EnquiryDocument,
	type Expression,
	type Mark,
	type OpenVocabulary,
	type Query,
	type ReadLine
} from '@wide-lantern/core';
import { openCollection, type OpenCollection } from './collections';
import { computing, Dropped, type CountedLine, type MarkNumbers } from './computing';
import type { Wanted } from './computing/pool';
import type { OpenEnquiry } from './enquiries';
import type { LineTerms, SheetView } from '$lib/work/sheet';
import { buildingShare, isStopped } from './indexes';
import { vocabulariesFor } from './vocabularies';

/** A line as counted; `uncounted` where there is no collection, or it is still being indexed. */
export type LineCounts = Omit<CountedLine, 'state'> & { readonly state: CountedLine['state'] | 'uncounted' };

export interface WorkedEnquiry {
	readonly enquiry: OpenEnquiry;
	readonly vocabularies: readonly OpenVocabulary[];
	readonly collection: OpenCollection | null;
	/** How far the collection's index is, from 0 to 1; null unless it is being built, or was stopped. */
	readonly indexing: number | 'stopped' | null;
	readonly lines: readonly ReadLine[];
	readonly counted: readonly LineCounts[];
	readonly marks: MarkNumbers;
	readonly wanted: Wanted;
}

const NO_MARKS: MarkNumbers = { benchmark: [], relevant: [], irrelevant: [] };
/** Longest wait for an index that is being built, in milliseconds; then its progress is told instead. */
const PATIENCE = 3_000;

function marksOf(document: EnquiryDocument, { index }: OpenCollection): MarkNumbers {
	const numbers = (identifiers: readonly string[]) =>
		[...new Set(identifiers.flatMap((one) => (one.trim() === '' ? [] : index.identified(one))))].sort((a, b) => a - b);
	const marked = (verdict: Mark['verdict']) => numbers(document.marks.flatMap((one) => (one.verdict === verdict ? [one.record] : [])));
	return { benchmark: numbers(document.articles.map((one) => one.identifier)), relevant: marked('relevant'), irrelevant: marked('irrelevant') };
}

/** The lines of a worked enquiry in the form that travels to a computing thread. */
export const linesOf = ({ lines, enquiry }: Pick<WorkedEnquiry, 'lines' | 'enquiry'>) => linesToEvaluate(lines, enquiry.document.lines);

/**
 * Reads every line, and counts them on the enquiry's collection in a computing thread.
 * @throws Dropped where a newer question of the same window took its place
 */
export async function workEnquiry(enquiry: OpenEnquiry, wanted: Wanted, stillWanted = () => true): Promise<WorkedEnquiry> {
	const { document } = enquiry;
	const opening = document.collection === null ? null : openCollection(document.collection);
	const [vocabularies, collection] = await Promise.all([vocabulariesFor(document.collection), opening && inTime(opening)]);
	const lines = readStrategy(document, vocabularies, new Date().getFullYear());
	const bare = { enquiry, vocabularies, lines, wanted };
	if (!collection) {
		const counted = lines.map(({ id }): LineCounts => ({ id, state: 'uncounted', count: null, found: null, beforeHand: false }));
		const indexing = document.collection === null ? null : isStopped(document.collection) ? 'stopped' : buildingShare(document.collection);
		return { ...bare, collection: null, indexing, counted, marks: NO_MARKS };
	}
	const marks = marksOf(document, collection);
	// Asked last, with nothing awaited before the question: an older one must not take the place of a newer.
	if (!stillWanted()) throw new Dropped();
	const counted = await computing().ask({ do: 'evaluate', collection: collection.computed, lines: linesToEvaluate(lines, document.lines), marks }, wanted);
	return { ...bare, collection, indexing: null, counted, marks };
}

/** The result, or null when it takes too long; it goes on being made. */
async function inTime<Result>(made: Promise<Result>): Promise<Result | null> {
	let timer: ReturnType<typeof setTimeout> | undefined;
	const late = new Promise<null>((tell) => {
		timer = setTimeout(() => {
			tell(null);
		}, PATIENCE);
	});
	try {
		return await Promise.race([made, late]);
	} finally {
		clearTimeout(timer);
		// What fails after that is told when it is next asked for.
		made.catch(() => undefined);
	}
}

export function sheetView(worked: WorkedEnquiry): SheetView {
	const { enquiry, collection, indexing, lines, counted, marks } = worked;
	return {
		revision: enquiry.revision,
		collection: collection && { id: collection.id, name: collection.name, size: collection.size, takenOn: collection.takenOn },
		indexing,
		benchmark: { held: marks.benchmark.length, known: enquiry.document.articles.length },
		final: finalLine(lines, counted)?.id ?? null,
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
	return own ? parts.findIndex((part, other) => other !== at && covers(part, own, lineQuery) && (other < at || !covers(own, part, lineQuery))) : -1;
}

/** What each side of a line's OR brings, and the words behind its wildcards; null where the line is no counted OR. */
export async function termsOfLine(worked: WorkedEnquiry, lineId: string): Promise<LineTerms | null> {
	const { collection, lines, enquiry, marks, wanted, counted } = worked;
	const line = lines.find((one) => one.id === lineId);
	const sides = sidesOf(line?.tree ?? null);
	if (!collection || !line?.tree || !sides) return null;
	const final = finalLine(lines, counted)?.id ?? null;
	const of = { collection: collection.computed, lines: linesToEvaluate(lines, enquiry.document.lines), marks, line: lineId };
	const brought = await computing().ask({ do: 'contributions', final, ...of }, wanted);
	// A side that is switched off elsewhere is not among them; then they cannot be told apart by place.
	if (brought?.length !== sides.length) return null;
	const patterns = [
		...new Set([...nodesOf(line.tree)].flatMap((node) => (node.kind === 'word' ? [node.pattern] : node.kind === 'phrase' ? node.patterns : [])))
	].filter((one) => /[*?~]/.test(one));
	const variants = await Promise.all(
		patterns
			.slice(0, 40)
			.map(async (pattern) => ({ pattern, ...(await computing().ask({ do: 'variants', collection: collection.computed, pattern, most: 12 }, wanted)) }))
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
