/** What an enquiry computes: its lines on its collection, the records of a line, its renderings, its dossier. */
import {
	buildDossier,
	conceptLetter,
	covers,
	finalLine,
	findHeading,
	headingByKey,
	joinedLines,
	linesToEvaluate,
	namesOf,
	nodesOf,
	print,
	readStrategy,
	writeStrategy,
	type DossierDocument,
	type EnquiryDocument,
	type Expression,
	type Mark,
	type OpenVocabulary,
	type Profile,
	type Query,
	type ReadLine,
	type Rendering
} from '@wide-lantern/core';
import { openCollection, type OpenCollection } from './collections';
import { computing, Dropped, type CountedLine, type MarkNumbers } from './computing';
import type { Wanted } from './computing/pool';
import type { OpenEnquiry } from './enquiries';
import type { LineTerms, SheetView } from '$lib/work/sheet';
import { buildingShare } from './indexes';
import { listProfiles } from './profiles';
import { vocabulariesFor } from './vocabularies';

/** A line as counted; `uncounted` where there is no collection, or it is still being indexed. */
export type LineCounts = Omit<CountedLine, 'state'> & { readonly state: CountedLine['state'] | 'uncounted' };

export interface WorkedEnquiry {
	readonly enquiry: OpenEnquiry;
	readonly vocabularies: readonly OpenVocabulary[];
	readonly collection: OpenCollection | null;
	/** How far the collection's index is, from 0 to 1; null unless it is being built. */
	readonly indexing: number | null;
	readonly lines: readonly ReadLine[];
	readonly counted: readonly LineCounts[];
	readonly marks: MarkNumbers;
	readonly wanted: Wanted;
}

const today = () => new Date().toISOString().slice(0, 10);
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
		const indexing = document.collection === null ? null : buildingShare(document.collection);
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
	const { enquiry, collection, lines, counted, vocabularies } = worked;
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
				state: counted[at]?.state ?? 'uncounted',
				count: counted[at]?.count ?? null,
				beforeHand: counted[at]?.beforeHand ?? false
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
