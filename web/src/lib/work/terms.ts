/** Terms of concepts as the screens handle them: adding words and headings as one undoable edit. */
import { conceptLetter, printLabel, readTermText, type Concept, type Edit, type Json } from '@wide-lantern/core/editor';
import { newId } from './new-id';

export type Reach = 'this' | 'narrower';

export interface Adding {
	readonly edits: readonly Edit[];
	/** What was not added, and why. */
	readonly said: string | null;
	/** Pieces of a sentence, to choose from. */
	readonly pieces: readonly string[];
}

/** Reads what was typed or pasted (lines or semicolons part terms) and makes one edit of it. */
export function addWords(concept: Concept, typed: string): Adding {
	const known = new Set(concept.words.map((one) => one.text.toLowerCase()));
	const said: string[] = [];
	const edits: Edit[] = [];
	let after = concept.words.at(-1)?.id ?? null;
	for (const part of typed
		.split(/[\r\n;]+/)
		.map((one) => one.trim())
		.filter((one) => one !== '')) {
		const reading = readTermText(part);
		if (reading.kind === 'sentence')
			return { edits: [], said: 'This reads like a whole sentence. Sources do not search sentences; take the pieces that matter.', pieces: reading.pieces };
		if (reading.kind === 'refused') said.push(`“${part}”: ${reading.message}`);
		else if (known.has(reading.expression.toLowerCase())) said.push(`“${reading.expression}” is there already.`);
		else {
			known.add(reading.expression.toLowerCase());
			const id = newId();
			edits.push({ do: 'insert', in: ['concepts', concept.id, 'words'], item: { id, text: reading.expression, strand: null, origin: 'own idea' }, after });
			after = id;
		}
	}
	return { edits, said: said.length > 0 ? said.join(' ') : null, pieces: [] };
}

/** Adds a heading to a concept, or changes its reach there. */
export function addHeading(concept: Concept, vocabulary: string, heading: string, reach: Reach): Edit[] {
	const known = concept.headings.find((one) => one.vocabulary === vocabulary && one.heading === heading);
	if (known) return known.reach === reach ? [] : [{ do: 'set', at: ['concepts', concept.id, 'headings', known.id, 'reach'], value: reach }];
	const item: Json = { id: newId(), vocabulary, heading, reach, main: false, strand: null, note: '' };
	return [{ do: 'insert', in: ['concepts', concept.id, 'headings'], item, after: concept.headings.at(-1)?.id ?? null }];
}

export function newConcept(name: string): { [key: string]: Json } {
	return { id: newId(), name, note: '', strands: [], headings: [], words: [], parked: [] };
}

export const hueOf = (index: number): string => `--hue: var(--hue-${index % 6})`;
export { conceptLetter, printLabel };
