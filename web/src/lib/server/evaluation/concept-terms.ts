/** Terms of concepts on the collection: their counts, their use in the strategy, and names of headings as text words. */
import {
	coveredByWord,
	findHeading,
	foldedKey,
	headingKey,
	headingPieces,
	joinedLines,
	linesToEvaluate,
	namesAsWords,
	namesOf,
	nodesOf,
	print,
	readStrategy,
	RecordSet,
	type Concept,
	type Expression,
	type HeadingPiece,
	type OpenVocabulary,
	type TakenAs
} from '@wide-lantern/core';
import type { ConceptCounts, ConceptYears } from '$lib/contract/sheet';
import type { NameOffer } from '$lib/contract/headings';
import { buildingShare, listCollections, openCollection, type OpenCollection } from '$lib/server/collections';
import { createYielder } from '$lib/server/process';
import type { MarkNumbers } from '$lib/server/computing';
import { computing, packLines } from '$lib/server/computing';
import type { EvaluatedEnquiry } from './evaluation';

const NO_MARKS: MarkNumbers = { benchmark: [], relevant: [], irrelevant: [] };

/** A line that is evaluated without being part of the strategy. */
export const trialLine = (id: string, source: string) => ({
	id,
	source,
	concept: null,
	strand: null,
	role: 'words' as const,
	label: '',
	note: '',
	off: false
});

/** Counts expressions that are no lines (yet), each under its own text. */
async function countTexts(evaluated: EvaluatedEnquiry, texts: readonly string[]) {
	const { collection, vocabularies, wanted } = evaluated;
	const trial = { concepts: [], lines: [...new Set(texts)].map((text) => trialLine(text, text)) };
	const read = readStrategy(trial, vocabularies, new Date().getFullYear());
	const counts = new Map<string, number>();
	if (collection) {
		const asked = {
			collection: collection.computed,
			lines: await packLines(linesToEvaluate(read), createYielder()),
			marks: NO_MARKS
		};
		for (const one of await computing().ask({ do: 'evaluate', ...asked }, wanted))
			if (one.count !== null) counts.set(one.id, one.count);
	}
	return { read, counts };
}

/** Labels with the vocabulary's name, as they may stand in any strategy. */
export const fullLabel = (vocabularies: readonly OpenVocabulary[]) => (vocabulary: string, heading: string) => {
	const label = vocabularies.find((one) => one.vocabulary.id === vocabulary)?.vocabulary.get(heading)?.label;
	return label === undefined ? null : { label, vocabulary };
};
export const qualifierName = (vocabularies: readonly OpenVocabulary[]) => (vocabulary: string, code: string) =>
	vocabularies.find((one) => one.vocabulary.id === vocabulary)?.vocabulary.qualifiers.find((one) => one.code === code)
		?.name ?? code;

/** Records of another collection that a taken heading retrieves there. */
async function countTaken(evaluated: EvaluatedEnquiry, collection: OpenCollection, one: TakenAs): Promise<number> {
	const text = headingPieces(one, fullLabel(evaluated.vocabularies), qualifierName(evaluated.vocabularies)).join(
		' OR '
	);
	const { counts } = await countTexts({ ...evaluated, collection }, [text]);
	return counts.get(text) ?? 0;
}

const NOTHING: Expression = { kind: 'or', items: [] };

/** A term by what it says: without places, comments and case. */
function termKey(tree: Expression): string {
	const bare = JSON.parse(
		JSON.stringify(tree, (name, value: unknown) =>
			name === 'at' || name === 'comments' || name === 'trailing' ? undefined : value
		)
	) as Expression;
	return print(bare).toLowerCase();
}

/** A heading by what it means: which one, how far, how narrowed. */
function headingMeaning(vocabularies: readonly OpenVocabulary[], node: HeadingPiece): string {
	const match = node.label === null ? null : findHeading(vocabularies, node.label, node.vocabulary);
	return match?.found === 'heading'
		? [match.key, node.narrower, node.main, ...node.qualifiers.map(foldedKey).sort()].join('\n')
		: '';
}

/** For each concept, the terms that its lines use; lines that cannot be read, or are off, use none. */
function usedTerms({ enquiry, lines, vocabularies }: EvaluatedEnquiry): (concept: string) => ReadonlySet<string> {
	const made = new Map<string, Set<string>>();
	return (concept) => {
		const known = made.get(concept);
		if (known) return known;
		const found = new Set<string>();
		lines.forEach((line, at) => {
			if (enquiry.document.lines[at]?.concept !== concept || line.off || !line.tree || line.query === null) return;
			for (const node of nodesOf(line.tree)) {
				if (node.kind === 'heading') found.add(headingMeaning(vocabularies, node));
				else if (['word', 'phrase', 'near', 'field'].includes(node.kind)) found.add(termKey(node));
			}
		});
		made.set(concept, found);
		return found;
	};
}

export async function conceptCounts(evaluated: EvaluatedEnquiry): Promise<Omit<ConceptCounts, 'revision'>> {
	const { enquiry, vocabularies } = evaluated;
	const counts: Record<string, number> = {};
	const usedBy = usedTerms(evaluated);
	const used: Record<string, string[]> = {};
	const markUsed = (concept: string, key: string) => void (used[concept] ??= []).push(key);
	const words = [...new Set(enquiry.document.concepts.flatMap((concept) => concept.words.map((word) => word.text)))];
	const headings = new Map<string, string>();
	// A heading of a vocabulary that does not index the collection has no count there, not none.
	for (const one of enquiry.document.concepts
		.flatMap((concept) => concept.headings)
		.filter((other) => evaluated.collection?.vocabularies.includes(other.vocabulary) ?? true))
		headings.set(
			headingKey(one),
			headingPieces(one, fullLabel(vocabularies), qualifierName(vocabularies)).join(' OR ')
		);
	const inCollection = (one: TakenAs) => headings.get(headingKey(one));
	/** Per strand, its terms joined with OR. */
	const strands = new Map<string, string>();
	for (const concept of enquiry.document.concepts)
		for (const { id } of concept.strands) {
			const own = [
				...concept.headings.filter((one) => one.strand === id).map(inCollection),
				...concept.words.filter((one) => one.strand === id).map((one) => one.text)
			];
			const text = own.flatMap((one) => (one === undefined ? [] : [`(${one})`])).join(' OR ');
			if (text !== '') strands.set(`@${id}`, text);
		}
	const { read, counts: counted } = await countTexts(evaluated, [...words, ...headings.values(), ...strands.values()]);
	for (const [key, text] of strands) {
		const count = counted.get(text);
		if (count !== undefined) counts[key] = count;
	}
	const treeOf = (text: string) => read.find((one) => one.id === text)?.tree ?? null;
	for (const text of words) {
		const count = counted.get(text);
		if (count !== undefined) counts[text] = count;
		const tree = treeOf(text);
		for (const concept of enquiry.document.concepts)
			if (tree && concept.words.some((word) => word.text === text) && usedBy(concept.id).has(termKey(tree)))
				markUsed(concept.id, text);
	}
	for (const [key, text] of headings) {
		const count = counted.get(text);
		if (count !== undefined) counts[key] = count;
		const parts = [...nodesOf(treeOf(text) ?? NOTHING)].filter((node) => node.kind === 'heading');
		for (const concept of enquiry.document.concepts) {
			if (!concept.headings.some((one) => headingKey(one) === key)) continue;
			const inLines = usedBy(concept.id);
			if (parts.length > 0 && parts.every((one) => inLines.has(headingMeaning(vocabularies, one))))
				markUsed(concept.id, key);
		}
	}
	const elsewhere: Record<string, string> = {};
	const entries = evaluated.collection ? await listCollections(enquiry.id) : [];
	for (const one of enquiry.document.concepts.flatMap((concept) => concept.headings)) {
		const key = headingKey(one);
		if (headings.has(key) || elsewhere[key] !== undefined) continue;
		const entry = entries.find((other) => other.vocabularies.includes(one.vocabulary));
		// One that is still being indexed has no counts yet; nobody waits for it here.
		const collection = entry && buildingShare(entry.id) === null ? await openCollection(entry.id, enquiry.id) : null;
		if (!collection) continue;
		counts[key] = await countTaken(evaluated, collection, one);
		elsewhere[key] = collection.name;
	}
	return { counts, used, elsewhere };
}

/** Names that are counted at once; some headings have hundreds. */
const MOST_NAMES = 80;

/** Null where the vocabulary or the heading is not known. */
export async function namesForConcept(
	evaluated: EvaluatedEnquiry,
	concept: Concept,
	vocabulary: string,
	heading: string
): Promise<{ readonly names: NameOffer[]; readonly more: number } | null> {
	const found = evaluated.vocabularies.find((one) => one.vocabulary.id === vocabulary)?.vocabulary.get(heading);
	if (!found) return null;
	const all = namesAsWords([
		found.label,
		...found.entryTerms,
		...found.before.filter((one) => one.renamed).map((one) => one.label)
	]);
	const rows = all.slice(0, MOST_NAMES);
	const own = concept.words.map((one) => one.text);
	const forms = rows.flatMap((row) => row.forms.map((form) => form.text));
	const beyond = (text: string) => `(${text}) NOT (${own.map((one) => `(${one})`).join(' OR ')})`;
	const { read, counts } = await countTexts(evaluated, [
		...own,
		...forms,
		...(own.length > 0 ? forms.map(beyond) : [])
	]);
	const query = (text: string) => read.find((one) => one.id === text)?.query ?? null;
	const words = own.map((text) => ({ text, query: query(text) }));
	const names = rows.map(({ name, forms }) => ({
		name,
		forms: forms.map((form) => {
			const asked = query(form.text);
			return {
				...form,
				records: counts.get(form.text) ?? null,
				adds: counts.get(own.length > 0 ? beyond(form.text) : form.text) ?? null,
				coveredBy: (asked && coveredByWord(asked, words)?.text) ?? null,
				there: own.includes(form.text)
			};
		})
	}));
	return { names, more: all.length - rows.length };
}

/** The records that a concept's lines retrieve together, by year, and how many of them nobody has indexed; null where nothing can be counted. */
export async function yearsOfConcept(evaluated: EvaluatedEnquiry, concept: string): Promise<ConceptYears | null> {
	const { enquiry, collection, vocabularies, marks, wanted } = evaluated;
	if (!collection || joinedLines(enquiry.document, concept, null).length === 0) return null;
	const letter = namesOf(enquiry.document, vocabularies).conceptName(concept, null)?.letter;
	if (letter === undefined) return null;
	const id = 'concept-as-a-whole';
	const strategyWithConcept = {
		concepts: enquiry.document.concepts,
		lines: [...enquiry.document.lines, trialLine(id, `@${letter}`)]
	};
	const read = readStrategy(strategyWithConcept, vocabularies, new Date().getFullYear());
	return computing().ask(
		{
			do: 'years',
			collection: collection.computed,
			lines: await packLines(linesToEvaluate(read), createYielder()),
			marks,
			line: id
		},
		wanted
	);
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
