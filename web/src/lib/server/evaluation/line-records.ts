/** The records of a line, or of the difference of two: read, spread over years and journals, and asked why they are there. */
import {
	kindOf,
	termPlaces,
	termsOf,
	unmatchedWords,
	type BibliographicRecord,
	type Light,
	type MatchedRecord,
	type UnmatchedWord
} from '@wide-lantern/core';
import type { RecordPage, RecordSpread, RecordWhy, ShownRecord } from '$lib/contract/records';
import { type OpenCollection, recordsAt, spreadInDatabase } from '$lib/server/collections';
import type { PackedLine } from '$lib/server/computing';
import type { RecordFlag, RecordOrder } from '$lib/contract/records';
import { computing } from '$lib/server/computing';
import { resultOf, type EvaluatedEnquiry } from './evaluation';

export const PAGE_SIZE = 20;
/** Words of good records that are shown. */
const WORDS_SHOWN = 40;
/** Records beyond which journals and keywords are not counted: that would read all of their texts. */
const READ = 30_000;

export interface OfRecords {
	readonly line: string;
	/** Records of this line are left out. */
	readonly minus: string | null;
	/** The result, where only those of its records are asked for that are there by the line alone. */
	readonly aloneIn: string | null;
}

const ofLines = (evaluated: EvaluatedEnquiry, collection: OpenCollection) => ({
	collection: collection.computed,
	lines: evaluated.packed,
	marks: evaluated.marks
});

/** A page of records, with what lit them; null where the line has none to show. */
export async function recordsOfLine(
	evaluated: EvaluatedEnquiry,
	{ line: lineId, minus, aloneIn }: OfRecords,
	from: number,
	order: RecordOrder
): Promise<RecordPage | null> {
	const { collection, lines } = evaluated;
	const line = lines.find((one) => one.id === lineId);
	if (!collection || !line) return null;
	return pageOf(
		evaluated,
		collection,
		evaluated.packed,
		{ line: lineId, minus, aloneIn, number: line.number },
		from,
		order
	);
}

/** Numbers of all records of a line; null where the line has none to show. */
export async function numbersOfLine(
	evaluated: EvaluatedEnquiry,
	{ line, minus, aloneIn }: OfRecords
): Promise<readonly number[] | null> {
	const { collection, lines, wanted } = evaluated;
	if (!collection || !lines.some((one) => one.id === line)) return null;
	const page = await computing().ask(
		{
			...{ do: 'page', from: 0, count: Number.MAX_SAFE_INTEGER, order: 'newest', minus, aloneIn, line },
			...ofLines(evaluated, collection)
		},
		wanted
	);
	return page && page.records;
}

/** A page of the records of any lines on the enquiry's collection. */
export async function pageOf(
	{ marks, judgements, wanted }: Pick<EvaluatedEnquiry, 'marks' | 'judgements' | 'wanted'>,
	collection: OpenCollection,
	lines: readonly PackedLine[],
	{ line, minus, aloneIn, number }: OfRecords & { readonly number: number },
	from: number,
	order: RecordOrder
): Promise<RecordPage | null> {
	const of = { collection: collection.computed, lines, marks, line };
	const page = await computing().ask({ do: 'page', from, count: PAGE_SIZE, order, minus, aloneIn, ...of }, wanted);
	if (!page) return null;
	const records = await recordsAt(collection.id, page.records);
	const labels = labelsOf(records, collection);
	const lit = await computing().ask({ do: 'highlights', records, labels, ...of }, wanted);
	const known = new Set(marks.benchmark);
	return {
		line: number,
		total: page.total,
		from,
		records: records.map((record, at) => ({
			...shown(record, labels, lit?.[at] ?? null, known.has(page.records[at] ?? -1)),
			verdict: judgements.verdictOn(record.id)
		}))
	};
}

/** Records of these numbers as the screens show them, lit by a line. */
export async function recordsLitBy(
	evaluated: EvaluatedEnquiry,
	numbers: readonly number[],
	line: string
): Promise<readonly ShownRecord[]> {
	const { collection, wanted, marks, judgements } = evaluated;
	if (!collection || numbers.length === 0) return [];
	const records = await recordsAt(collection.id, numbers);
	const labels = labelsOf(records, collection);
	const lit = await computing().ask(
		{ do: 'highlights', records, labels, ...ofLines(evaluated, collection), line },
		wanted
	);
	const known = new Set(marks.benchmark);
	return records.map((record, at) => ({
		...shown(record, labels, lit?.[at] ?? null, known.has(numbers[at] ?? -1)),
		verdict: judgements.verdictOn(record.id)
	}));
}

function labelsOf(records: readonly BibliographicRecord[], collection: OpenCollection): Record<string, string> {
	const labels: Record<string, string> = {};
	for (const { vocabulary, heading } of records.flatMap((one) => one.headings))
		labels[`${vocabulary}:${heading}`] = collection.labelOf(vocabulary, heading) ?? heading;
	return labels;
}

function flagsOf(record: BibliographicRecord): RecordFlag[] {
	const { kind, retracted } = kindOf(record);
	return [...(retracted ? (['retracted'] as const) : []), ...(kind === 'paper' ? [] : [kind])];
}

const shown = (
	record: BibliographicRecord,
	labels: Readonly<Record<string, string>>,
	lit: Light | null,
	benchmark: boolean
): Omit<ShownRecord, 'verdict'> => ({
	id: record.id,
	titles: record.titles,
	abstract: record.abstract,
	keywords: record.keywords,
	authors: record.authors,
	journal: record.journal,
	year: record.year,
	flags: flagsOf(record),
	headings: record.headings.map((one, number) => ({
		vocabulary: one.vocabulary,
		heading: one.heading,
		label: labels[`${one.vocabulary}:${one.heading}`] ?? one.heading,
		main: one.main,
		qualifiers: one.qualifiers,
		litBy: lit?.headings.find((heading) => heading.at === number)?.lines ?? []
	})),
	lit: lit?.spans ?? [],
	benchmark
});

/** How the records spread, and which words the good ones share that no term matches; null where there are none. */
export async function spreadOfLine(
	evaluated: EvaluatedEnquiry,
	{ line, minus, aloneIn }: OfRecords
): Promise<RecordSpread | null> {
	const { collection, wanted, enquiry } = evaluated;
	if (!collection) return null;
	const figures = await computing().ask(
		{ do: 'spread', most: READ, line, minus, aloneIn, ...ofLines(evaluated, collection) },
		wanted
	);
	if (!figures) return null;
	const { records, ...rest } = figures;
	const read = records.length > 0 || figures.total === 0;
	const [journals, keywords] = read ? await spreadInDatabase(collection.id, records) : [null, null];
	return {
		revision: enquiry.revision,
		...rest,
		journals,
		keywords,
		words: await wordsToAdd(evaluated, collection, line)
	};
}

/** Words that several good records hold and that no term of the line matches. */
async function wordsToAdd(
	evaluated: EvaluatedEnquiry,
	collection: OpenCollection,
	line: string
): Promise<readonly UnmatchedWord[]> {
	const { marks, wanted } = evaluated;
	const good = [...new Set([...marks.benchmark, ...marks.relevant])].slice(0, 500);
	if (good.length < 2) return [];
	const records = await recordsAt(collection.id, good);
	const labels = labelsOf(records, collection);
	const lit = await computing().ask(
		{ do: 'highlights', records, labels, ...ofLines(evaluated, collection), line },
		wanted
	);
	const matched = records.map((record, at): MatchedRecord => {
		const spans = lit?.[at]?.spans ?? [];
		const texts = [
			...record.titles.map((text, entry) => ({ field: 'ti', entry, text })),
			{ field: 'ab', entry: 0, text: record.abstract },
			...record.keywords.map((text, entry) => ({ field: 'kw', entry, text }))
		];
		return {
			texts: texts.map(({ field, entry, text }) => ({
				text,
				matched: spans.filter((span) => span.field === field && span.entry === entry)
			}))
		};
	});
	const { index } = collection;
	const recordsWith = (word: string) => {
		const [number] = index.words.matching(word);
		return number === undefined ? 0 : index.recordsOfWord(number);
	};
	return unmatchedWords(matched, recordsWith, index.size).slice(0, WORDS_SHOWN);
}

/** Why a record is in the result or is not; null where there is no such record, or nothing is counted. */
export async function whyOf(evaluated: EvaluatedEnquiry, record: string): Promise<RecordWhy | null> {
	const { collection, lines, wanted, enquiry } = evaluated;
	const final = resultOf(evaluated);
	const [number] = collection?.index.identified(record) ?? [];
	if (!collection || !final || number === undefined) return null;
	const admission = await computing().ask(
		{ do: 'explainRecord', final: final.id, record: number, ...ofLines(evaluated, collection) },
		wanted
	);
	if (!admission) return null;
	const byId = new Map(lines.map((line) => [line.id, line]));
	return {
		revision: enquiry.revision,
		final: byId.get(final.id)?.number ?? 0,
		inResult: admission.inResult,
		sides: admission.sides.map((side) => ({
			lines: side.lines,
			out: side.out,
			passes: side.passes,
			terms: side.terms.map(({ line, term, ...cost }) => {
				const own = byId.get(line);
				const places = own?.tree ? termPlaces(own.tree) : [];
				const place = own?.query && termsOf(own.query).length === places.length ? places[term] : undefined;
				return {
					line,
					number: own?.number ?? 0,
					text: place ? (own?.text.slice(place.from, place.to) ?? '') : `term ${term + 1}`,
					...cost
				};
			})
		}))
	};
}
