/**
 * The questions that every engine is asked, written in each one's own way: words, truncations,
 * phrases and proximity, which all three can express. FTS5's NEAR counts the tokens between, so it
 * is given one less; PostgreSQL has exact ordered distances, so a distance is an OR of all of them.
 */
import type { Dice } from './records.ts';
import { wordOf } from './records.ts';

export type Term =
	| { readonly kind: 'word' | 'truncated'; readonly word: string }
	| { readonly kind: 'phrase'; readonly words: readonly string[] }
	| { readonly kind: 'near'; readonly left: string; readonly right: string; readonly distance: number };

/** An AND of ORs. */
export type Blocks = readonly (readonly Term[])[];

const notationTerm = (term: Term): string => {
	switch (term.kind) {
		case 'word':
			return term.word;
		case 'truncated':
			return `${term.word}*`;
		case 'phrase':
			return `"${term.words.join(' ')}"`;
		case 'near':
			return `(${term.left} WITHIN/${term.distance} ${term.right})`;
	}
};
const ftsTerm = (term: Term): string => {
	switch (term.kind) {
		case 'word':
			return `"${term.word}"`;
		case 'truncated':
			return `"${term.word}"*`;
		case 'phrase':
			return `"${term.words.join(' ')}"`;
		case 'near':
			return `NEAR("${term.left}" "${term.right}", ${term.distance - 1})`;
	}
};
const tsTerm = (term: Term): string => {
	switch (term.kind) {
		case 'word':
			return term.word;
		case 'truncated':
			return `${term.word}:*`;
		case 'phrase':
			return `(${term.words.join(' <-> ')})`;
		case 'near':
			return `(${Array.from({ length: term.distance }, (_, at) => `${term.left} <${at + 1}> ${term.right} | ${term.right} <${at + 1}> ${term.left}`).join(' | ')})`;
	}
};

const joined = (blocks: Blocks, written: (one: Term) => string, or: string, and: string) =>
	blocks.map((block) => `(${block.map(written).join(or)})`).join(and);
export const notation = (blocks: Blocks) => joined(blocks, notationTerm, ' OR ', ' AND ');
export const fts5 = (blocks: Blocks) => joined(blocks, ftsTerm, ' OR ', ' AND ');
export const tsquery = (blocks: Blocks) => joined(blocks, tsTerm, ' | ', ' & ');

/** Terms as searchers mix them: half words of middling rank, the rest truncations, phrases and proximity. */
export function termsFor(dice: Dice, count: number): Term[] {
	const middling = () => wordOf(60 + Math.floor(dice.next() ** 2 * 4_000));
	// In 2 to 22 of a hundred records, as the words of searchers' phrases are in a collection of their field.
	const common = () => wordOf(60 + dice.below(600));
	return Array.from({ length: count }, (_, at): Term => {
		switch (at % 6) {
			case 3:
				return { kind: 'truncated', word: middling().slice(0, 4) };
			case 4:
				return { kind: 'phrase', words: [common(), common()] };
			case 5: {
				// Two different words: FTS5 lets one token be both sides, the notation does not.
				const left = common();
				let right = common();
				while (right === left) right = common();
				return { kind: 'near', left, right, distance: 2 + dice.below(4) };
			}
			default:
				return { kind: 'word', word: middling() };
		}
	});
}
