/**
 * What a source makes of words typed into its box, by its habits: matched to headings, narrower ones
 * added, other forms added, words passed over; and all of it as explicit lines, so that nothing is hidden.
 */
import { printLabel, printTerm } from '../query/index.ts';
import { foldedKey, numberForms } from '../text/index.ts';
import type { Profile } from './profile.ts';

export interface MappedHeading {
	readonly label: string;
	/** The name that was matched, where it is not the heading itself. */
	readonly by: string | null;
	readonly narrower: readonly string[];
}

export type ReadPart =
	| { readonly kind: 'ignored'; readonly words: string }
	/** Matched to no heading. */
	| { readonly kind: 'words'; readonly words: string; readonly forms: readonly string[] }
	| {
			readonly kind: 'heading';
			readonly words: string;
			readonly heading: MappedHeading;
			readonly addsNarrower: boolean;
			readonly shown: boolean;
			readonly forms: readonly string[];
	  };

export interface WordReading {
	readonly parts: readonly ReadPart[];
	/** The same as an expression of the notation. */
	readonly frozen: string;
	/** Headings and forms that nobody typed. */
	readonly added: number;
	/** The source does not map words at all. */
	readonly plain: boolean;
}

/** Words in a row that are tried as the name of a heading. */
const LONGEST = 7;

/** @param match the heading that a run of words names, if any */
export function interpretWords(
	typed: string,
	profile: Profile,
	match: (words: string) => MappedHeading | null
): WordReading {
	const { habits, headings } = profile.platform;
	const words = typed
		.replace(/["'“”()]/g, ' ')
		.split(/[\s,;]+/)
		.filter((word) => word !== '');
	const ignored = new Set((habits?.ignored ?? []).map(foldedKey));
	const maps = (habits?.mapsWords ?? false) && profile.source.vocabulary !== null;
	const parts: ReadPart[] = [];
	for (let at = 0; at < words.length;) {
		const found = maps ? longest(words, at, match) : null;
		if (found) {
			const some = words.slice(at, at + found.length);
			parts.push({
				kind: 'heading',
				words: some.join(' '),
				heading: found.heading,
				addsNarrower: habits?.addsNarrower ?? false,
				shown: headings?.showsNarrower !== false,
				forms: some.length === 1 ? formsOf(some[0] ?? '', profile) : []
			});
			at += found.length;
			continue;
		}
		const word = words[at] ?? '';
		if (ignored.has(foldedKey(word))) parts.push({ kind: 'ignored', words: word });
		else parts.push({ kind: 'words', words: word, forms: formsOf(word, profile) });
		at++;
	}
	const added = parts.reduce(
		(sum, part) =>
			sum +
			(part.kind === 'ignored'
				? 0
				: part.forms.length +
					(part.kind === 'heading' ? 1 + (part.addsNarrower ? part.heading.narrower.length : 0) : 0)),
		0
	);
	return { parts, frozen: frozen(parts, habits?.adjacent === 'or' ? 'OR' : 'AND'), added, plain: !maps };
}

function longest(
	words: readonly string[],
	at: number,
	match: (words: string) => MappedHeading | null
): { readonly heading: MappedHeading; readonly length: number } | null {
	for (let length = Math.min(LONGEST, words.length - at); length > 0; length--) {
		const heading = match(words.slice(at, at + length).join(' '));
		if (heading) return { heading, length };
	}
	return null;
}

/** Forms that the source adds to a word. */
function formsOf(word: string, profile: Profile): readonly string[] {
	switch (profile.platform.habits?.addsVariants ?? 'none') {
		case 'none':
			return [];
		case 'plurals':
			return numberForms(word.toLowerCase()).filter((one) => one !== word.toLowerCase());
		case 'endings':
			return [`${word.toLowerCase()}*`];
	}
}

function frozen(parts: readonly ReadPart[], joint: 'AND' | 'OR'): string {
	const sides = parts.flatMap((part): { text: string; several: boolean }[] => {
		if (part.kind === 'ignored') return [];
		const forms = part.forms.map(printTerm);
		if (part.kind === 'words') {
			const all = [printTerm(part.words), ...forms];
			return [{ text: all.join(' OR '), several: all.length > 1 }];
		}
		const words = part.words.split(' ').map(printTerm);
		const text = words.length > 1 ? `(${words.join(' AND ')})` : (words[0] ?? '');
		return [
			{
				text: [
					`{${printLabel(part.heading.label)}${part.addsNarrower && part.heading.narrower.length > 0 ? ' >' : ''}}`,
					text,
					...forms
				].join(' OR '),
				several: true
			}
		];
	});
	const [only] = sides;
	if (sides.length === 1 && only) return only.text;
	return sides.map((side) => (side.several ? `(${side.text})` : side.text)).join(` ${joint} `);
}

export interface AccountPiece {
	/** In the notation. */
	readonly text: string;
	/** Meant, or added by the source. */
	readonly meant: boolean;
}

/** The pieces of a source's own account of a query, each held against what was typed. */
export function accountPieces(account: readonly string[], meant: readonly string[]): readonly AccountPiece[] {
	const known = new Set(meant.map((one) => foldedKey(one)));
	return account.map((text) => ({ text, meant: known.has(foldedKey(text)) }));
}
