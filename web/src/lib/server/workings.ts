/** What an enquiry computes: its lines on its collection, the records of a line, its renderings, its dossier. */
import {
	buildDossier,
	conceptLetter,
	evaluateStrategy,
	finalLine,
	findHeading,
	foldedKey,
	headingByKey,
	joinedLines,
	lightOf,
	namesOf,
	nodesOf,
	readStrategy,
	RecordSet,
	writeStrategy,
	type DossierDocument,
	type EnquiryDocument,
	type EvaluatedLine,
	type Mark,
	type OpenVocabulary,
	type Profile,
	type ReadLine,
	type Rendering
} from '@wide-lantern/core';
import { openCollection, type OpenCollection } from './collections';
import type { OpenEnquiry } from './enquiries';
import type { RecordPage, ShownRecord } from '$lib/work/records';
import type { SheetView } from '$lib/work/sheet';
import { listProfiles } from './profiles';
import { openAllVocabularies } from './vocabularies';

export interface WorkedEnquiry {
	readonly enquiry: OpenEnquiry;
	readonly vocabularies: readonly OpenVocabulary[];
	readonly collection: OpenCollection | null;
	readonly lines: readonly ReadLine[];
	readonly evaluated: readonly EvaluatedLine[];
	readonly benchmark: RecordSet | null;
}

const today = () => new Date().toISOString().slice(0, 10);

/** Reads and evaluates every line. Without a collection, lines are read and nothing is counted. */
export async function workEnquiry(enquiry: OpenEnquiry): Promise<WorkedEnquiry> {
	const { document } = enquiry;
	const [vocabularies, collection] = await Promise.all([openAllVocabularies(), document.collection ? openCollection(document.collection) : null]);
	const lines = readStrategy(document, vocabularies, new Date().getFullYear());
	if (!collection) return { enquiry, vocabularies, collection, lines, evaluated: [], benchmark: null };
	const { index } = collection;
	const benchmark = RecordSet.of(
		index.size,
		document.articles.flatMap((one) => (one.identifier.trim() === '' ? [] : index.identified(one.identifier)))
	);
	const marked = (verdict: Mark['verdict']) =>
		RecordSet.of(
			index.size,
			document.marks.flatMap((one) => (one.verdict === verdict ? index.identified(one.record) : []))
		);
	const marks = { benchmark, relevant: marked('relevant'), irrelevant: marked('irrelevant') };
	const evaluated = evaluateStrategy(lines, document.lines, index, marks, collection.cache);
	return { enquiry, vocabularies, collection, lines, evaluated, benchmark };
}

export function sheetView(worked: WorkedEnquiry): SheetView {
	const { enquiry, collection, lines, evaluated, benchmark } = worked;
	return {
		revision: enquiry.revision,
		collection: collection && { id: collection.id, name: collection.name, size: collection.size, takenOn: collection.takenOn },
		benchmark: { held: benchmark?.count() ?? 0, known: enquiry.document.articles.length },
		final: finalLine(lines, evaluated)?.id ?? null,
		lines: lines.map((line, at) => {
			const result = evaluated[at];
			return {
				id: line.id,
				number: line.number,
				text: line.text,
				role: line.role,
				state: result?.state ?? 'uncounted',
				count: result?.records?.count() ?? null,
				found: result?.records && benchmark ? result.records.and(benchmark).count() : null,
				beforeHand: result?.beforeHand ?? false,
				faults: line.faults
			};
		})
	};
}

export const PAGE_SIZE = 20;

/** Records of a line, newest first, with what lit them. */
export function recordsOfLine(worked: WorkedEnquiry, lineId: string, from: number): RecordPage | null {
	const { collection, evaluated, benchmark } = worked;
	const result = evaluated.find((one) => one.id === lineId);
	if (!collection || !result?.records) return null;
	const queries = new Map(evaluated.map((one) => [one.id, one.query]));
	const numbers = [...result.records].sort((a, b) => collection.index.year(b) - collection.index.year(a) || a - b);
	const records = numbers.slice(from, from + PAGE_SIZE).flatMap((number): ShownRecord[] => {
		const record = collection.records[number];
		if (!record || !result.query) return [];
		const light = lightOf(record, result.query, collection.labelOf, (id) => queries.get(id) ?? null);
		return [
			{
				id: record.id,
				titles: record.titles,
				abstract: record.abstract,
				keywords: record.keywords,
				authors: record.authors,
				journal: record.journal,
				year: record.year,
				headings: record.headings.map((one, at) => ({
					label: collection.labelOf(one.vocabulary, one.heading) ?? one.heading,
					main: one.main,
					qualifiers: one.qualifiers,
					lit: light.headings.includes(at)
				})),
				lit: light.spans,
				benchmark: benchmark?.has(number) ?? false
			}
		];
	});
	return { line: result.number, total: result.records.count(), from, records };
}

export interface ProfiledRendering {
	readonly profile: {
		readonly id: string;
		readonly name: string;
		readonly version: number;
		readonly source: string;
		readonly platform: string;
		readonly oneString: boolean;
	};
	readonly rendering: Rendering;
}

/** The strategy in every chosen profile. */
export async function renderingsOf(worked: WorkedEnquiry): Promise<ProfiledRendering[]> {
	const profiles = new Map((await listProfiles()).map((profile) => [profile.id, profile]));
	return worked.enquiry.document.renderings.flatMap((chosen) => {
		const profile = profiles.get(chosen.profile);
		return profile ? [{ profile: profileFacts(profile), rendering: render(worked, profile, chosen) }] : [];
	});
}

export const profileFacts = (profile: Profile) => ({
	id: profile.id,
	name: profile.name,
	version: profile.version,
	source: profile.source.name,
	platform: profile.platform.name,
	oneString: profile.platform.lines.reference === null
});

function render(worked: WorkedEnquiry, profile: Profile, chosen: EnquiryDocument['renderings'][number]): Rendering {
	const { enquiry, vocabularies, collection, lines } = worked;
	const { document } = enquiry;
	const names = namesOf(document, vocabularies);
	return writeStrategy(
		lines.map((line, at) => ({
			id: line.id,
			number: line.number,
			label: document.lines[at]?.label ?? '',
			tree: line.tree,
			role: line.role,
			off: document.lines[at]?.off ?? false
		})),
		profile,
		{
			heading(piece) {
				const match = piece.label === null ? null : findHeading(vocabularies, piece.label, piece.vocabulary);
				if (match?.found !== 'heading') return null;
				const { open, heading } = headingByKey(vocabularies, match.key);
				if (!open || !heading) return null;
				const out = new Set(piece.except.flatMap((label) => [...open.vocabulary.closure(open.vocabulary.find(label)?.heading.id ?? '')]));
				const closure = [...open.vocabulary.closure(heading.id)].filter((id) => !out.has(id));
				return {
					vocabulary: open.vocabulary.id,
					label: heading.label,
					closure: closure.map((id) => open.vocabulary.get(id)?.label ?? id),
					qualifierCodes: new Map(open.vocabulary.qualifiers.map((one) => [one.name, one.code])),
					hasNarrower: open.vocabulary.narrower(heading.id).length > 0
				};
			},
			concept(letter, strand) {
				const ids = names.conceptIds(letter, strand);
				return ids && joinedLines(document, ids.concept, ids.strand).map((line) => document.lines.indexOf(line) + 1);
			},
			variants: (pattern) => (collection ? collection.index.words.matching(pattern).map((word) => collection.index.words.at(word)) : []),
			currentYear: new Date().getFullYear(),
			leftOut: new Map(chosen.leftOut.map((one) => [one.piece, one.why])),
			first: chosen.first
		}
	);
}

/** The document of the enquiry as it stands. */
export async function dossierOf(worked: WorkedEnquiry): Promise<DossierDocument> {
	const { enquiry, collection, lines, evaluated, vocabularies } = worked;
	const { document } = enquiry;
	return buildDossier({
		enquiry: document,
		date: today(),
		revision: enquiry.revision,
		collection: collection && { name: collection.name, size: collection.size },
		lines: lines.map((line, at) => {
			const stored = document.lines[at];
			const concept = document.concepts.findIndex((one) => one.id === stored?.concept);
			return {
				line,
				label: stored?.label ?? '',
				concept: concept < 0 ? null : conceptLetter(concept),
				state: evaluated[at]?.state ?? 'uncounted',
				count: evaluated[at]?.records?.count() ?? null,
				beforeHand: evaluated[at]?.beforeHand ?? false
			};
		}),
		renderings: (await renderingsOf(worked)).map(({ profile, rendering }) => ({
			profile: profile.name,
			source: profile.source,
			platform: profile.platform,
			version: profile.version,
			rendering
		})),
		headingLabel: (vocabulary, heading) => headingByKey(vocabularies, `${vocabulary}:${heading}`).heading?.label ?? heading
	});
}

/** What the concepts and headings screens need to know of terms: counts on the collection, and use in the strategy. */
export interface ConceptCounts {
	/** By term or `vocabulary:heading:reach`. */
	readonly counts: Readonly<Record<string, number>>;
	/** The same keys, where the strategy has the piece. */
	readonly used: readonly string[];
}

export function conceptCounts(worked: WorkedEnquiry): ConceptCounts {
	const { enquiry, collection, vocabularies, lines } = worked;
	const counts: Record<string, number> = {};
	const usedWords = new Set<string>();
	const usedHeadings = new Set<string>();
	for (const line of lines)
		for (const node of line.tree ? nodesOf(line.tree) : []) {
			if (node.kind === 'word' || node.kind === 'phrase') usedWords.add(foldedKey(node.text.replaceAll('*', '')));
			if (node.kind === 'heading' && node.label !== null) {
				const match = findHeading(vocabularies, node.label, node.vocabulary);
				if (match.found === 'heading') usedHeadings.add(`${match.key}:${node.narrower ? 'narrower' : 'this'}`);
			}
		}
	const used: string[] = [];
	const terms = enquiry.document.concepts.flatMap((concept) => concept.words.map((word) => word.text));
	const lineOf = (id: string, source: string) => ({ id, source, concept: null, strand: null, role: 'words' as const, label: '', note: '', off: false });
	const trial = { concepts: [], lines: [...new Set(terms)].map((text) => lineOf(text, text)) };
	const read = readStrategy(trial, vocabularies, new Date().getFullYear());
	if (collection) {
		const none = RecordSet.none(collection.index.size);
		for (const one of evaluateStrategy(read, trial.lines, collection.index, { benchmark: none, relevant: none, irrelevant: none }, collection.cache))
			if (one.records) counts[one.id] = one.records.count();
	}
	for (const text of new Set(terms)) {
		const pieces = read.find((one) => one.id === text)?.tree;
		const words = pieces ? [...nodesOf(pieces)].filter((node) => node.kind === 'word' || node.kind === 'phrase') : [];
		if (words.length > 0 && words.every((word) => usedWords.has(foldedKey(word.text.replaceAll('*', ''))))) used.push(text);
	}
	for (const concept of enquiry.document.concepts)
		for (const { vocabulary, heading, reach } of concept.headings) {
			const key = `${vocabulary}:${heading}:${reach}`;
			if (collection) counts[key] = headingCount(collection, vocabularies, vocabulary, heading, reach === 'narrower');
			if (usedHeadings.has(key)) used.push(key);
		}
	return { counts, used };
}

/** Records of the collection that carry a heading, or it or any narrower one. */
export function headingCount(
	collection: OpenCollection,
	vocabularies: readonly OpenVocabulary[],
	vocabulary: string,
	heading: string,
	narrower: boolean
): number {
	const open = vocabularies.find((one) => one.vocabulary.id === vocabulary);
	const ids = narrower ? (open?.vocabulary.closure(heading) ?? [heading]) : [heading];
	const found = RecordSet.none(collection.index.size);
	for (const id of ids) for (const { record } of collection.index.assigned(`${vocabulary}:${id}`)) found.add(record);
	return found.count();
}
