/** Known works found or missed, and the terms of the missed ones that would bring them back. */
import {
	findHeading,
	headingPieces,
	joinedLines,
	linesToEvaluate,
	printTerm,
	readStrategy,
	SMALL_WORDS,
	tokenTexts,
	type BibliographicRecord
} from '@wide-lantern/core';
import type { ProvedWork, Proving, WayBack } from '$lib/contract/proving';
import { recordsAt, type OpenCollection } from '$lib/server/collections';
import { computing, packLines } from '$lib/server/computing';
import { createYielder } from '$lib/server/process';
import { fullLabel, trialLine } from './concept-terms';
import { resultOf, type EvaluatedEnquiry } from './evaluation';
import { articlesOf } from './margins';

/** Missed works for which terms are looked for, and terms of each kind of one work. */
const LOOKED_AT = 60;
const TERMS = 10;
/** Ways that are shown for a work and a side. */
const SHOWN = 8;

export async function provingOf(
	evaluated: EvaluatedEnquiry,
	sources: ReadonlyMap<string, readonly number[]>
): Promise<Proving> {
	const { enquiry, collection, lines, wanted } = evaluated;
	const { document, revision } = enquiry;
	const final = resultOf(evaluated);
	const nothing = { revision, sides: [], works: [], absent: [], kinds: [], sources: [] };
	if (!collection) return { ...nothing, collection: null, final: null };
	if (!final) return { ...nothing, collection: collection.name, final: null };
	const works = [...new Set([...evaluated.marks.benchmark, ...evaluated.marks.relevant])].sort((a, b) => a - b);
	const marks = { ...evaluated.marks, benchmark: works };
	const concepts = document.concepts
		.map(({ id }) => ({ concept: id, lines: joinedLines(document, id, null).map((line) => line.id) }))
		.filter((concept) => concept.lines.length > 0);
	const asked = { collection: collection.computed, lines: evaluated.packed, marks, final: final.id };
	const { known, kinds } = await computing().ask(
		{ do: 'knownWorks', ...asked, works, concepts: concepts.map((concept) => concept.lines) },
		wanted
	);
	if (!known) return { ...nothing, collection: collection.name, final: null };
	const { sides, works: verdicts } = known;
	const read = await recordsAt(collection.id, works);
	// The collection was replaced meanwhile: its numbers are those of other records now.
	if (read.length < works.length) return { ...nothing, collection: collection.name, final: null };
	const records = new Map(read.map((record, at) => [works[at] ?? -1, record]));
	const missed = verdicts.filter(({ found }) => !found).slice(0, LOOKED_AT);
	const lookedAt = new Set(missed.map(({ record }) => record));
	const ways = await waysOf(evaluated, collection, final.id, { sides, missed, records, marks });
	const articles = articlesOf(document, collection);
	const byArticle = new Map(evaluated.marks.benchmark.map((number) => [number, articles([number])[0] ?? null]));
	const retrieved = new Set(verdicts.flatMap(({ record, found }) => (found ? [record] : [])));
	const held = new Set(articles(works));
	return {
		revision,
		collection: collection.name,
		final: lines.find((line) => line.id === final.id)?.number ?? null,
		sides,
		works: verdicts.flatMap(({ record: number, found, passes }): ProvedWork[] => {
			const record = records.get(number);
			return record
				? [
						{
							article: byArticle.get(number) ?? null,
							record: { id: record.id, title: record.titles[0] ?? '', year: record.year },
							found,
							passes,
							ways: found ? [] : lookedAt.has(number) ? (ways.get(number) ?? []) : null
						}
					]
				: [];
		}),
		absent: document.articles
			.filter(({ id, citation, identifier }) => !held.has(id) && (citation.trim() !== '' || identifier.trim() !== ''))
			.map(({ id }) => id),
		kinds: kinds.flatMap((kind, at) => (kind ? [{ ...kind, concept: concepts[at - 1]?.concept ?? null }] : [])),
		sources: [...sources].map(([source, numbers]) => {
			const own = numbers.filter((number) => records.has(number));
			return { source, held: own.length, found: own.filter((number) => retrieved.has(number)).length };
		})
	};
}

interface Missed {
	readonly sides: Proving['sides'];
	readonly missed: readonly {
		readonly record: number;
		readonly passes: readonly boolean[];
	}[];
	readonly records: ReadonlyMap<number, BibliographicRecord>;
	readonly marks: EvaluatedEnquiry['marks'];
}

/** For each missed work, the terms of its own that its sides could have, with what each would bring and cost. */
async function waysOf(
	evaluated: EvaluatedEnquiry,
	collection: OpenCollection,
	final: string,
	{ sides, missed, records, marks }: Missed
): Promise<ReadonlyMap<number, NonNullable<ProvedWork['ways']>>> {
	const { vocabularies, wanted } = evaluated;
	const full = fullLabel(vocabularies);
	const labelOf = (vocabulary: string, heading: string) => {
		const label = full(vocabulary, heading);
		if (!label) return null;
		// The name of the vocabulary is only needed where the label alone means another heading, or several.
		const match = findHeading(vocabularies, label.label, null);
		return match.found === 'heading' && match.key === `${vocabulary}:${heading}`
			? { label: label.label, vocabulary: null }
			: label;
	};
	const candidates = missed.flatMap(({ record: number, passes }) => {
		const record = records.get(number);
		const lost = passes.flatMap((passed, side) => (passed || sides[side]?.out !== false ? [] : [side]));
		if (!record || lost.length === 0) return [];
		const terms = [
			...record.headings.slice(0, TERMS).flatMap(({ vocabulary, heading }) => {
				const narrower = vocabularies.find((open) => open.vocabulary.id === vocabulary)?.vocabulary.narrower(heading);
				const reach = (narrower?.length ?? 0) > 0 ? ('narrower' as const) : ('this' as const);
				return headingPieces({ vocabulary, heading, reach, main: false }, labelOf).map((text) => ({
					text,
					kind: 'heading' as const
				}));
			}),
			...wordTerms(record)
		];
		return lost.flatMap((side) => {
			const line = (kind: WayBack['kind']) => targetLine(evaluated, sides[side]?.lines ?? [], kind);
			return terms.flatMap(({ text, kind }) => {
				const target = line(kind);
				return target === null ? [] : [{ number, side, text, kind, line: target }];
			});
		});
	});
	const texts = [...new Set(candidates.map(({ text }) => text))];
	if (texts.length === 0) return new Map();
	const idOf = (text: string) => `term ${text}`;
	const trial = { concepts: [], lines: texts.map((text) => trialLine(idOf(text), text)) };
	const read = readStrategy(trial, vocabularies, new Date().getFullYear());
	const readable = new Set(read.flatMap(({ id, query }) => (query ? [id] : [])));
	const offered = candidates.filter(({ text }) => readable.has(idOf(text)));
	const figures = await computing().ask(
		{
			do: 'waysBack',
			collection: collection.computed,
			lines: [...evaluated.packed, ...(await packLines(linesToEvaluate(read), createYielder()))],
			marks,
			final,
			ways: offered.map(({ number, text, line }) => ({ line, term: idOf(text), record: number }))
		},
		wanted
	);
	const byWork = new Map<number, Map<number, WayBack[]>>();
	offered.forEach(({ number, side, text, kind, line }, at) => {
		const figure = figures[at];
		if (!figure) return;
		const bySide = byWork.get(number) ?? new Map<number, WayBack[]>();
		byWork.set(number, bySide);
		const { returns, gained, known } = figure;
		bySide.set(side, [...(bySide.get(side) ?? []), { text, kind, line, returns, gained, known }]);
	});
	return new Map(
		[...byWork].map(([number, bySide]) => [
			number,
			[...bySide].map(([side, ways]) => ({
				side,
				// What costs least for what it brings comes first.
				ways: ways
					.sort(
						(a, b) =>
							Number(b.returns) - Number(a.returns) || a.gained - a.known - (b.gained - b.known) || b.known - a.known
					)
					.slice(0, SHOWN)
			}))
		])
	);
}

/** The line of a side that a term goes to: the last one for its kind, else the last one that searches. */
function targetLine({ enquiry }: EvaluatedEnquiry, side: readonly string[], kind: WayBack['kind']): string | null {
	const own = enquiry.document.lines.filter((line) => side.includes(line.id));
	const searching = own.filter(({ role }) => role === 'headings' || role === 'words' || role === 'mixed');
	const wanted = searching.filter(({ role }) => role === (kind === 'heading' ? 'headings' : 'words'));
	return (wanted.at(-1) ?? searching.at(-1))?.id ?? null;
}

const isContentWord = (word: string) => word.length > 3 && !SMALL_WORDS.has(word) && !/^\d+$/.test(word);

/** Author keywords, and words and pairs of words of the title. */
function wordTerms(record: BibliographicRecord): { text: string; kind: WayBack['kind'] }[] {
	const words = tokenTexts(record.titles[0] ?? '');
	const pairs = words.flatMap((word, at) => {
		const next = words[at + 1];
		return next !== undefined && isContentWord(word) && isContentWord(next) ? [`${word} ${next}`] : [];
	});
	const keywords = record.keywords.map((keyword) => tokenTexts(keyword).join(' ')).filter((keyword) => keyword !== '');
	const distinct = (texts: readonly string[]) => [...new Set(texts)].slice(0, TERMS);
	const terms = [
		...distinct(keywords).map((text) => ({ text: printTerm(text), kind: 'keyword' as const })),
		...distinct(pairs).map((text) => ({ text: printTerm(text), kind: 'phrase' as const })),
		...distinct(words.filter(isContentWord)).map((text) => ({ text: printTerm(text), kind: 'word' as const }))
	];
	return terms.filter(({ text }, at) => terms.findIndex((term) => term.text === text) === at);
}
