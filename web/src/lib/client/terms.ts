/** Terms of concepts as the screens handle them: adding words and headings as one undoable edit. */
import {
	conceptLetter,
	printLabel,
	readTermText,
	type Concept,
	type ConceptHeading,
	type Edit,
	type Json
} from '@wide-lantern/core/editor';
import { newId } from './new-id';

export type Reach = ConceptHeading['reach'];

/** How a heading is to be taken. */
export interface Taking {
	readonly vocabulary: string;
	readonly heading: string;
	readonly reach: Reach;
	/** Narrower ones, where they are picked by hand. */
	readonly picked: readonly string[];
	/** Narrower ones that are left out, with their own narrower ones. */
	readonly except?: readonly string[];
	readonly main: boolean;
	/** Codes. */
	readonly qualifiers: readonly string[];
}

export interface Adding {
	readonly edits: readonly Edit[];
	/** What was not added, and why. */
	readonly said: string | null;
	/** Pieces of a sentence, to choose from. */
	readonly pieces: readonly string[];
}

/** Reads what was typed or pasted, terms separated by lines or semicolons, and makes one edit of it. */
export function addWords(concept: Concept, typed: string, origin = 'own idea'): Adding {
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
			return {
				edits: [],
				said: 'This reads like a whole sentence. Sources do not search for sentences; add the pieces that matter.',
				pieces: reading.pieces
			};
		if (reading.kind === 'refused') said.push(`“${part}”: ${reading.message}`);
		else if (known.has(reading.expression.toLowerCase())) said.push(`“${reading.expression}” is there already.`);
		else {
			known.add(reading.expression.toLowerCase());
			const id = newId();
			edits.push({
				do: 'insert',
				in: ['concepts', concept.id, 'words'],
				item: { id, text: reading.expression, strand: null, origin },
				after
			});
			after = id;
		}
	}
	return { edits, said: said.length > 0 ? said.join(' ') : null, pieces: [] };
}

/** Adds a heading to a concept, or changes how it is taken there. */
export function addHeading(concept: Concept, taken: Taking, note = ''): Edit[] {
	const { vocabulary, heading, reach, main, qualifiers } = taken;
	const picked = reach === 'picked' ? [...taken.picked] : [];
	const except = reach === 'narrower' ? [...(taken.except ?? [])] : [];
	const known = concept.headings.find((one) => one.vocabulary === vocabulary && one.heading === heading);
	if (!known) {
		const item: Json = {
			id: newId(),
			vocabulary,
			heading,
			reach,
			main,
			strand: null,
			note,
			...(picked.length > 0 ? { picked } : {}),
			...(except.length > 0 ? { except } : {}),
			...(qualifiers.length > 0 ? { qualifiers: [...qualifiers] } : {})
		};
		return [
			{ do: 'insert', in: ['concepts', concept.id, 'headings'], item, after: concept.headings.at(-1)?.id ?? null }
		];
	}
	const at = ['concepts', concept.id, 'headings', known.id];
	const edits: Edit[] = [];
	if (known.reach !== reach) edits.push({ do: 'set', at: [...at, 'reach'], value: reach });
	if (known.main !== main) edits.push({ do: 'set', at: [...at, 'main'], value: main });
	if (!sameList(known.except ?? [], except)) edits.push({ do: 'set', at: [...at, 'except'], value: except });
	if (!sameList(known.picked ?? [], picked)) edits.push({ do: 'set', at: [...at, 'picked'], value: picked });
	if (!sameList(known.qualifiers ?? [], qualifiers))
		edits.push({ do: 'set', at: [...at, 'qualifiers'], value: [...qualifiers] });
	return edits;
}

const sameList = (one: readonly string[], other: readonly string[]) =>
	one.length === other.length && one.every((item) => other.includes(item));

/** How far a taken heading reaches, behind its label: ` >` for with narrower, ` +2` for two picked by hand. */
export const reachSign = ({ reach, picked, except, qualifiers }: ConceptHeading): string =>
	`${reach === 'narrower' ? ` >${(except ?? []).length > 0 ? ` −${(except ?? []).length}` : ''}` : reach === 'picked' ? ` +${(picked ?? []).length}` : ''}${(qualifiers ?? []).length > 0 ? ` | ${qualifiers?.length}` : ''}`;

/** Whether a heading is taken just so in a concept already. */
export function takenSo(known: ConceptHeading | undefined, taking: Taking): boolean {
	return (
		known?.reach === taking.reach &&
		known.main === taking.main &&
		sameList(known.qualifiers ?? [], taking.qualifiers) &&
		(taking.reach !== 'picked' || sameList(known.picked ?? [], taking.picked)) &&
		(taking.reach !== 'narrower' || sameList(known.except ?? [], taking.except ?? []))
	);
}

/** Words to be added, each once, behind the last. */
export function wordEdits(concept: Concept, texts: readonly string[], origin: string): Edit[] {
	const known = new Set(concept.words.map((one) => one.text.toLowerCase()));
	const edits: Edit[] = [];
	let after = concept.words.at(-1)?.id ?? null;
	for (const text of texts) {
		const reading = readTermText(text);
		if (reading.kind !== 'term' || known.has(reading.expression.toLowerCase())) continue;
		known.add(reading.expression.toLowerCase());
		const id = newId();
		edits.push({
			do: 'insert',
			in: ['concepts', concept.id, 'words'],
			item: { id, text: reading.expression, strand: null, origin },
			after
		});
		after = id;
	}
	return edits;
}

type List = 'headings' | 'words' | 'parked';

/** Moves a term within its concept or to another one, or puts it there as well. Strands belong to one concept. */
export function moveTerm(
	list: List,
	from: Concept,
	id: string,
	to: Concept,
	after: string | null,
	copy = false
): Edit[] {
	const item = from[list].find((one) => one.id === id);
	if (!item) return [];
	if (from.id === to.id) return [{ do: 'move', at: ['concepts', from.id, list, id], after }];
	const there = to[list].some((one) =>
		'heading' in item && item.heading
			? 'heading' in one && one.heading === item.heading && one.vocabulary === item.vocabulary
			: 'text' in item && 'text' in one && one.text === item.text
	);
	const fresh = {
		...item,
		...('strand' in item ? { strand: null } : {}),
		...(copy ? { id: newId() } : {})
	} as unknown as Json;
	return [
		...(copy ? [] : [{ do: 'remove', at: ['concepts', from.id, list, id] } as const]),
		...(there ? [] : [{ do: 'insert', in: ['concepts', to.id, list], item: fresh, after } as const])
	];
}

/** What is parked, and what is taken up again: always one step. */
export const takeUp = {
	park: (concept: Concept, text: string): Edit[] => park(concept, text, null),
	parkWord(concept: Concept, id: string): Edit[] {
		const word = concept.words.find((one) => one.id === id);
		return word ? [{ do: 'remove', at: ['concepts', concept.id, 'words', id] }, ...park(concept, word.text, null)] : [];
	},
	parkHeading(concept: Concept, id: string, label: string): Edit[] {
		const heading = concept.headings.find((one) => one.id === id);
		return heading
			? [
					{ do: 'remove', at: ['concepts', concept.id, 'headings', id] },
					...park(concept, label, { vocabulary: heading.vocabulary, heading: heading.heading })
				]
			: [];
	},
	take(concept: Concept, find: Concept['parked'][number]): Edit[] {
		const { vocabulary, heading } = find;
		const added =
			vocabulary && heading
				? addHeading(concept, { vocabulary, heading, reach: 'this', picked: [], main: false, qualifiers: [] })
				: wordEdits(concept, [find.text], 'parked find');
		const known =
			vocabulary && heading
				? concept.headings.some((one) => one.vocabulary === vocabulary && one.heading === heading)
				: concept.words.some((one) => one.text === find.text);
		// What cannot be a word stays parked: nothing is lost.
		return added.length > 0 || known
			? [{ do: 'remove', at: ['concepts', concept.id, 'parked', find.id] }, ...added]
			: [];
	}
};

/** A find put by for later thought; a heading keeps what it is. */
export function park(
	concept: Concept,
	text: string,
	heading: { readonly vocabulary: string; readonly heading: string } | null
): Edit[] {
	const known = concept.parked.some((one) =>
		heading ? one.vocabulary === heading.vocabulary && one.heading === heading.heading : one.text === text
	);
	if (known || text.trim() === '') return [];
	return [
		{
			do: 'insert',
			in: ['concepts', concept.id, 'parked'],
			item: { id: newId(), text: text.trim().slice(0, 2_000), ...(heading ?? {}) },
			after: concept.parked.at(-1)?.id ?? null
		}
	];
}

export function newConcept(name: string): { [key: string]: Json } {
	return { id: newId(), name, note: '', strands: [], headings: [], words: [], parked: [] };
}

export const hueOf = (index: number): string => `--hue: var(--hue-${index % 6})`;
export { conceptLetter, printLabel };
