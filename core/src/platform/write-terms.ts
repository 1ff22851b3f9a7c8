/** Words and phrases in a platform's signs: wildcards in its own spelling, or written out as words. */
import { LRUCache } from 'lru-cache';
import { bareForm } from '../text/index.ts';
import { printTerm, type Phrase, type Word } from '../query/index.ts';
import type { NoteKind } from './notes.ts';
import type { Profile } from './profile.ts';
import { readPlatformLine } from './read.ts';
import { fill } from './template.ts';

/** The words of a collection that a pattern matches, for writing a wildcard out. */
export type Variants = (pattern: string) => readonly string[];

export type TermNote = (kind: NoteKind, cause: string, message: string, next: string) => void;

/** Most variants that are written out for one wildcard. */
export const VARIANT_CEILING = 40;

/** The spellings that stand for a term together, each ready to be written; null where none can be. */
export function termSpellings(
	term: Word | Phrase,
	profile: Profile,
	variants: Variants,
	note: TermNote
): string[] | null {
	const patterns = term.kind === 'word' ? [term.pattern] : term.patterns;
	if (!patterns.some((pattern) => /[*?~]/.test(pattern))) return plainSpellings(term.text, profile, note);
	const inPhrase = patterns.length > 1;
	let spellings: string[][] = [[]];
	for (const pattern of patterns) {
		const forms = patternForms(pattern, inPhrase, profile, variants, note);
		if (!forms) return null;
		spellings = spellings.flatMap((before) => forms.map((form) => [...before, form]));
		if (spellings.length > VARIANT_CEILING * 5) {
			note(
				'to decide',
				'too-many-forms',
				`Written out, ${printTerm(term.text)} would become more than ${VARIANT_CEILING * 5} phrases.`,
				'Use fewer wildcards in one phrase.'
			);
			return null;
		}
	}
	return spellings.map((words) => words.join(' '));
}

/** A term without wildcards: signs that the platform would take for something are spaces, as they separate anyway. */
function plainSpellings(text: string, profile: Profile, note: TermNote): string[] {
	const plain = text.replace(/\\(.)/gu, (_, sign: string) => (/[*?~\\]/.test(sign) ? ' ' : sign));
	const typed = withoutSigns(plain, profile).trim();
	if (profile.platform.habits?.hyphen !== 'joins' || !/[\p{L}\p{N}]-(?=[\p{L}\p{N}])/u.test(typed)) return [typed];
	note(
		'adjusted',
		'hyphen',
		`“${typed}” is written with the hyphen and with a space, since a hyphen joins here.`,
		'Nothing to do.'
	);
	return [typed, typed.replace(/-/g, ' ')];
}

const foreign = new WeakMap<Profile, readonly string[]>();

/** Quotes and wildcard signs of a platform. */
function signsOf(profile: Profile): readonly string[] {
	let signs = foreign.get(profile);
	if (!signs) {
		const { any, one, optional, limited } = profile.platform.wildcards;
		const all = [
			any,
			one,
			optional,
			limited?.replace(/%\{n\}/, '') ?? null,
			'"',
			'“',
			'”',
			...fill(profile.platform.terms.phrase, { text: ' ' }).trim()
		];
		foreign.set(profile, (signs = all.filter((sign) => sign !== null).filter((sign) => sign.trim() !== '')));
	}
	return signs;
}

/** Quotes and wildcard signs of the platform taken out of a text. */
function withoutSigns(text: string, profile: Profile): string {
	let plain = text;
	for (const sign of signsOf(profile)) if (plain.includes(sign)) plain = plain.replaceAll(sign, ' ');
	return plain.replace(/\s+/g, ' ');
}

function patternForms(
	pattern: string,
	inPhrase: boolean,
	profile: Profile,
	variants: Variants,
	note: TermNote
): string[] | null {
	const { wildcards } = profile.platform;
	if (!/[*?~]/.test(pattern)) return [pattern];
	const limited = limitedForm(pattern, inPhrase, profile);
	if (limited !== null) return [limited];
	// `~` is exactly "none or one": two forms say the same where `?` exists.
	const plain = wildcards.optional === null && wildcards.one !== null ? withoutOptional(pattern) : [pattern];
	const signs = { '*': wildcards.any, '?': wildcards.one, '~': wildcards.optional };
	const reason = plain.map((form) => whyNot(form, inPhrase, profile)).find((why) => why !== null) ?? null;
	if (reason === null) {
		if (plain.length > 1)
			note(
				'adjusted',
				'optional-forms',
				`“${pattern}” is written as ${plain.length} forms, since this platform has no wildcard for “none or one letter”.`,
				'Nothing to do.'
			);
		const most = wildcards.mostVariants ?? null;
		const known = most === null ? 0 : variants(pattern).length;
		if (most !== null && known > most)
			note(
				'narrowed',
				'most-variants',
				`“${pattern}” matches ${known} words here, and ${profile.platform.name} looks for the first ${most} only.`,
				'Choose a longer stem, or several.'
			);
		return plain.map((form) => form.replace(/[*?~]/g, (sign) => signs[sign as '*' | '?' | '~'] ?? ''));
	}
	const known = variants(pattern);
	const stem = bareForm(pattern);
	const words = stem === null || known.includes(stem) || known.length === 0 ? known : [stem, ...known];
	if (words.length === 0) {
		note(
			'to decide',
			'wildcard',
			`“${pattern}” cannot be written: ${reason}, and no word of the collection matches it.`,
			'Type the forms that are meant.'
		);
		return null;
	}
	if (known.length > VARIANT_CEILING) {
		note(
			'to decide',
			'wildcard',
			`“${pattern}” cannot be written: ${reason}, and it matches ${known.length} words here, more than can be written out.`,
			'Choose a longer stem, or type the forms that are meant.'
		);
		return null;
	}
	note(
		'narrowed',
		'written-out',
		`“${pattern}” is written out as ${stem === null ? '' : 'its stem and '}the ${known.length === 1 ? 'one word' : `${known.length} words`} known in this collection, because ${reason}. Other forms are missed.`,
		'Look through the forms and add those that the source may hold.'
	);
	return [...words];
}

/** `light~~` where the platform has a sign for “at most two more letters”. */
function limitedForm(pattern: string, inPhrase: boolean, profile: Profile): string | null {
	const { limited, inPhrases, smallestStem } = profile.platform.wildcards;
	const match = /^([^*?~]+)(~+)$/.exec(pattern);
	if (
		limited === null ||
		limited === undefined ||
		!match ||
		(inPhrase && !inPhrases) ||
		(match[1] ?? '').length < smallestStem
	)
		return null;
	return `${match[1] ?? ''}${fill(limited, { n: String((match[2] ?? '').length) })}`;
}

function withoutOptional(pattern: string): string[] {
	const at = pattern.indexOf('~');
	if (at < 0) return [pattern];
	const rest = withoutOptional(pattern.slice(at + 1));
	return rest.flatMap((tail) => [pattern.slice(0, at) + tail, `${pattern.slice(0, at)}?${tail}`]);
}

/** Why a pattern cannot be written with the platform's own signs, or null. */
function whyNot(pattern: string, inPhrase: boolean, profile: Profile): string | null {
	const { wildcards } = profile.platform;
	const signs = new Set(pattern.match(/[*?~]/g) ?? []);
	if (signs.size === 0) return null;
	if (inPhrase && !wildcards.inPhrases) return 'wildcards do not work inside phrases here';
	if (signs.has('*') && wildcards.any === null) return 'this platform has no wildcard for “any ending”';
	if (signs.has('?') && wildcards.one === null) return 'this platform has no wildcard for “exactly one letter”';
	if (signs.has('~') && wildcards.optional === null) return 'this platform has no wildcard for “none or one letter”';
	if (/^[*?~]/.test(pattern) && !wildcards.front) return 'a wildcard is not allowed at the front of a word here';
	if (/[*?~](?=[^*?~])/.test(pattern.replace(/^[*?~]+/, '')) && !wildcards.inside)
		return 'a wildcard is not allowed inside a word here';
	const stem = pattern.search(/[*?~]/);
	if (stem > 0 && stem < wildcards.smallestStem)
		return `at least ${wildcards.smallestStem} letters are needed before a wildcard here`;
	return null;
}

const collisions = new WeakMap<Profile, LRUCache<string, boolean>>();

/** True where the platform would take a word for something else: an operator, a line, a code. */
function collides(word: string, profile: Profile): boolean {
	let known = collisions.get(profile);
	if (!known) collisions.set(profile, (known = new LRUCache({ max: 50_000 })));
	let answer = known.get(word);
	if (answer === undefined) {
		const { tree, faults } = readPlatformLine(word, profile, { qualifierName: () => null });
		const own = tree?.kind === 'field' ? tree.of : tree;
		answer = own?.kind !== 'word' || faults.some((one) => one.severity === 'error');
		known.set(word, answer);
	}
	return answer;
}

/** One spelling as the platform quotes it. */
export function quoted(spelling: string, profile: Profile): string {
	const { phrase, quoteWords, collisions: named } = profile.platform.terms;
	const { any, one, optional, limited } = profile.platform.wildcards;
	let plain = spelling;
	for (const sign of [any, one, optional]) if (sign) plain = plain.replaceAll(sign, '');
	if (limited)
		plain = plain.replace(
			new RegExp(`${limited.replace(/%\{n\}/, '').replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}\\d+$`),
			''
		);
	const simple = /^[\p{L}\p{N}\p{M}]*$/u.test(plain) && !/\s/.test(spelling);
	const isNamed = named.some((word) => word.toLowerCase() === spelling.toLowerCase());
	return simple && !quoteWords && !isNamed && !collides(spelling, profile)
		? spelling
		: fill(phrase, { text: spelling });
}
