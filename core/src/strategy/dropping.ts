/**
 * Leaving a concept out of the search, and putting it back: a decision with a reason, kept with the
 * concept and seen in brief, sheet and dossier alike. No line of it is deleted.
 */
import { applyEdits, type Edit, type Json } from '../document/index.ts';
import { conceptLetter, type Concept, type EnquiryDocument } from '../enquiry/index.ts';
import { parse } from '../query/index.ts';
import { toSource, usedBy, usedConcepts, type Names } from './anchors.ts';
import { joinedLines } from './read.ts';
import { withoutConcept } from './concept-edits.ts';

type Strategy = Pick<EnquiryDocument, 'concepts' | 'lines'>;
export type Dropped = NonNullable<Concept['dropped']>;

/** The edits that remove a concept from every AND and remember why, and from where. */
export function dropConcept(document: Strategy, concept: string, why: Omit<Dropped, 'lines'>): Edit[] {
	const lines = document.lines.flatMap((line) => {
		const after = withoutConcept(document, line, concept);
		return after === null ? [] : [{ id: line.id, before: line.source, after }];
	});
	return [
		...lines.map(({ id, after }): Edit => ({ do: 'set', at: ['lines', id, 'source'], value: after })),
		{ do: 'set', at: ['concepts', concept, 'dropped'], value: { ...why, lines } as unknown as Json }
	];
}

/** The AND that combines the concepts: the last line that uses one, and is an AND or a single concept. */
function combiningLine(document: Strategy, textOf: (source: string) => string) {
	return document.lines.findLast((line) => {
		if (line.role !== 'joining' || usedConcepts(line.source).length === 0) return false;
		const { tree } = parse(textOf(line.source));
		return tree?.kind === 'and' || tree?.kind === 'concept';
	});
}

/** Puts a concept back into the lines it was removed from; lines that have changed since get it as one more side of their AND. */
function whereItWas(document: Strategy, concept: string, names: Names, textOf: (source: string) => string): Edit[] {
	const at = document.concepts.findIndex((one) => one.id === concept);
	return (document.concepts[at]?.dropped?.lines ?? []).flatMap(({ id, before, after }): Edit[] => {
		const line = document.lines.find((one) => one.id === id);
		if (!line || withoutConcept(document, line, concept) !== null) return [];
		const set = (source: string): Edit[] => [{ do: 'set', at: ['lines', id, 'source'], value: source }];
		if (line.source === after && usedBy(before).lines.every((one) => names.lineNumber(one) !== null))
			return set(before);
		if (joinedLines(document, concept, null).length === 0) return [];
		const text = textOf(line.source).trimEnd();
		const kind = parse(text).tree?.kind;
		return kind === undefined
			? []
			: set(toSource(`${kind === 'or' || kind === 'not' ? `(${text})` : text} AND @${conceptLetter(at)}`, names));
	});
}

/**
 * The edits that put a concept back: the decision is cleared, and the lines that it was removed from use it again.
 * @param names the current numbers and letters
 * @param textOf a stored line as it reads
 */
export function restoreConcept(
	document: Strategy,
	concept: string,
	names: Names,
	textOf: (source: string) => string
): Edit[] {
	const cleared: Edit = { do: 'set', at: ['concepts', concept, 'dropped'], value: null };
	const at = document.concepts.findIndex((one) => one.id === concept);
	const back = whereItWas(document, concept, names, textOf);
	if (back.length > 0) return [cleared, ...back];
	const line = combiningLine(document, textOf);
	if (at < 0 || !line || joinedLines(document, concept, null).length === 0) return [cleared];
	if (usedConcepts(line.source).some((one) => one.concept === concept)) return [cleared];
	const used = new Set(usedConcepts(line.source).map((one) => one.concept));
	const text = textOf(line.source);
	const letters = [...document.concepts.entries()]
		.filter(([index, one]) => index === at || used.has(one.id))
		.map(([index]) => `@${conceptLetter(index)}`);
	// In the order of the letters where the line is nothing but concepts.
	const plain = /^\s*@[A-Z]+(?:\s+AND\s+@[A-Z]+)*\s*$/.test(text);
	const source = toSource(plain ? letters.join(' AND ') : `${text.trimEnd()} AND @${conceptLetter(at)}`, names);
	return [cleared, { do: 'set', at: ['lines', line.id, 'source'], value: source }];
}

/** The document after edits; itself where they cannot be applied. */
export function afterEdits<Document extends Strategy>(document: Document, edits: readonly Edit[]): Document {
	const applied = applyEdits(document as unknown as Json, edits);
	return 'refused' in applied ? document : (applied.document as unknown as Document);
}
