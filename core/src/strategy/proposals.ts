/**
 * Other ways to write a term, proposed beside it: stem, plural, spelling, hyphen, abbreviation,
 * proximity. Each is an OR with the term, so a line can only gain; what it gains is counted.
 */
import {
	covers,
	hasErrors,
	parse,
	print,
	printTerm,
	bind,
	NO_SURROUNDINGS,
	termAt,
	type Expression,
	type TextEdit
} from '../query/index.ts';
import { initials, joinedForms, numberForms, openForms, otherSpellings, SMALL_WORDS } from '../text/index.ts';
import { stemOf } from './names-as-words.ts';

export interface Proposal {
	readonly kind:
		'stem' | 'singular or plural' | 'British or American' | 'one word or two' | 'abbreviation' | 'proximity';
	/** In the notation. */
	readonly text: string;
	/** The change of the line's text that adds it beside the term. */
	readonly edit: TextEdit;
}

/**
 * @param text of the line
 * @param at place of the cursor in it
 * @param isWord true for words that the collection holds
 */
export function proposalsAt(text: string, at: number, isWord: (word: string) => boolean): Proposal[] {
	const node = termAt(text, at);
	const span = node?.at;
	if (!node || !span) return [];
	const found: Proposal[] = [];
	const add = (kind: Proposal['kind'], form: string) => {
		const { tree, faults } = parse(form);
		if (!tree || hasErrors(faults) || coversForm(node, tree) || found.some((one) => one.text === form)) return;
		const other = tree.kind === 'near' ? `(${form})` : form;
		found.push({ kind, text: form, edit: { ...span, insert: `(${print(node)} OR ${other})` } });
	};
	const words = node.kind === 'word' ? [node.pattern] : node.patterns;
	const last = words.at(-1) ?? '';
	const withLast = (form: string) => printTerm([...words.slice(0, -1), form].join(' '));
	const stem = stemOf(last);
	if (stem !== null) add('stem', withLast(`${stem}*`));
	for (const form of numberForms(last)) add('singular or plural', withLast(form));
	words.forEach((word, place) => {
		const bare = word.replace(/\*$/, '');
		const star = bare === word ? '' : '*';
		for (const form of otherSpellings(bare))
			add('British or American', printTerm(words.map((one, where) => (where === place ? form + star : one)).join(' ')));
	});
	if (node.kind === 'phrase') {
		for (const form of joinedForms(words)) add('one word or two', form);
		const short = initials(words, (word) => SMALL_WORDS.has(word));
		if (short !== null && !/[*?~]/.test(short)) {
			add('abbreviation', short);
			add('abbreviation', `${short}s`);
		}
		const weighty = words.filter((word) => !SMALL_WORDS.has(word));
		if (weighty.length === 2 && weighty.every((word) => /[^*?~]/.test(word)))
			add('proximity', weighty.join(' WITHIN/3 '));
	} else for (const [first, second] of openForms(last, isWord)) add('one word or two', `"${first} ${second}"`);
	return found;
}

/** True where the term finds all that the form finds, so that proposing it would be noise. */
function coversForm(term: Expression, form: Expression): boolean {
	const [wide, narrow] = [bind(term, NO_SURROUNDINGS).query, bind(form, NO_SURROUNDINGS).query];
	return wide !== null && narrow !== null && covers(wide, narrow);
}
