/**
 * A heading's names as text words: in natural order, as phrase, with a sensible stem, or as proximity;
 * and what a concept's words cover already. The rules for stems are common practice.
 */
import { covers, hasErrors, parse, printTerm, type Query } from '../query/index.ts';
import { SMALL_WORDS, tokenTexts } from '../text/index.ts';
import { naturalOrder } from '../vocabulary/index.ts';

export interface NameForm {
	readonly kind: 'as-is' | 'stem' | 'near';
	/** In the notation. */
	readonly text: string;
}

export interface NameAsWords {
	/** As the vocabulary has it; for a stem of several names, these. */
	readonly name: string;
	/** The first is the plain one. */
	readonly forms: readonly NameForm[];
}

/** Shortest stem that is proposed, in letters; shorter ones bring in strangers. */
const SHORTEST = 4;

/** `bodies` to `bod`, `lamps` to `lamp`, `diagnosis` to `diagnos`; null where nothing sensible is left. */
export function stemOf(word: string): string | null {
	if (!/^[a-z]+$/.test(word) || word.length <= SHORTEST) return null;
	const stem = word
		.replace(/(?<=[^aeiou])(ies|y)$/, '')
		.replace(/(?<=[xsz]|ch|sh)es$/, '')
		.replace(/(?<=[^usi])s$/, '')
		.replace(/(?<=[a-z]{4})is$/, '')
		.replace(/(?<=[a-z]{5})e$/, '');
	return stem.length >= SHORTEST ? stem : null;
}

/** Every name once, however it is inverted or written. */
export function namesAsWords(names: readonly string[]): NameAsWords[] {
	const rows: NameAsWords[] = [];
	const seen = new Set<string>();
	const singles: string[] = [];
	for (const name of names) {
		const words = tokenTexts(naturalOrder(name));
		const key = words.join(' ');
		if (words.length === 0 || seen.has(key)) continue;
		seen.add(key);
		const only = words.length === 1 ? words[0] : undefined;
		if (only !== undefined) singles.push(only);
		const forms: NameForm[] = [{ kind: 'as-is', text: printTerm(key) }];
		const stem = stemOf(words.at(-1) ?? '');
		const stemmed = stem === null ? null : [...words.slice(0, -1), `${stem}*`];
		if (stemmed)
			forms.push({ kind: 'stem', text: stemmed.length === 1 ? (stemmed[0] ?? '') : `"${stemmed.join(' ')}"` });
		// Words between small ones (“lack of sleep”) stand nearer to each other in other orders.
		const weighty = (stemmed ?? words).filter((word) => !SMALL_WORDS.has(word));
		if (weighty.length === 2) forms.push({ kind: 'near', text: weighty.join(' WITHIN/3 ') });
		rows.push({ name, forms: forms.filter((form) => !hasErrors(parse(form.text).faults)) });
	}
	const family = commonStem(singles);
	if (family && !rows.some((row) => row.forms.some((form) => form.text === `${family.stem}*`)))
		rows.unshift({ name: family.words.join(', '), forms: [{ kind: 'stem', text: `${family.stem}*` }] });
	return rows;
}

/** What several single words begin with, where that is most of them: `delirium`, `delirious` to `deliri`. */
function commonStem(words: readonly string[]): { readonly stem: string; readonly words: readonly string[] } | null {
	for (const word of words) {
		const alike = words.filter((other) =>
			other.startsWith(word.slice(0, Math.max(SHORTEST + 1, Math.ceil(word.length * 0.6))))
		);
		if (alike.length < 2) continue;
		let stem = word;
		for (const other of alike) while (!other.startsWith(stem)) stem = stem.slice(0, -1);
		if (stem.length > SHORTEST) return { stem, words: alike };
	}
	return null;
}

/** The first of a concept's words that retrieves everything that a form can; null where none is known to. */
export function coveredByWord<Word extends { readonly query: Query | null }>(
	form: Query,
	words: readonly Word[]
): Word | null {
	return words.find((one) => one.query !== null && covers(one.query, form)) ?? null;
}
