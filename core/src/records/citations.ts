/** References as people type and paste them: which identifiers they name, and how well a title fits. */
import { tokenTexts } from '../text/index.ts';
import { BEHIND, DOI } from './doi.ts';

/**
 * What a typed identifier may be written as in records: as it is, and the DOI within it (`https://doi.org/10.1/x`,
 * `doi:10.1/x.`). Lower case; empty where nothing was typed.
 */
export function identifierForms(typed: string): string[] {
	const plain = typed.trim().toLowerCase();
	if (plain === '') return [];
	const doi = DOI.exec(plain)?.[0];
	return [...new Set([plain, ...(doi === undefined ? [] : [doi.replace(BEHIND, ''), doi])])];
}

/** A reference as somebody pasted it. */
export interface PastedReference {
	readonly citation: string;
	/** The DOI in it, else empty. */
	readonly identifier: string;
}

/** Numbers and bullets with which people and programs begin the lines of a list. */
const LISTED = /^\s*(?:\[\d{1,4}\]|\(?\d{1,4}[.)]|[-–•*·▪])\s+/;

/**
 * References one per line, each once: without the number or bullet before it, and with its DOI apart. Text with blank lines
 * between paragraphs of several lines is read by paragraphs, as reference lists copied from documents are.
 */
export function pastedReferences(text: string): PastedReference[] {
	const paragraphs = text.split(/\r?\n\s*\r?\n/).filter((one) => one.trim() !== '');
	const severalLines = paragraphs.filter((one) => /\S\s*\r?\n\s*\S/.test(one));
	const wrapped =
		paragraphs.length > 1 &&
		severalLines.length * 2 >= paragraphs.length &&
		!severalLines.some((one) =>
			one
				.trim()
				.split(/\r?\n/)
				.slice(1)
				.some((line) => LISTED.test(line))
		);
	const lines = wrapped ? paragraphs : text.split(/\r?\n|\r/);
	const found = new Map<string, PastedReference>();
	for (const line of lines) {
		const plain = line.replace(LISTED, '').replaceAll(/\s+/g, ' ').trim();
		if (plain === '') continue;
		const doi = DOI.exec(plain.toLowerCase())?.[0].replace(BEHIND, '') ?? '';
		// A line that is nothing but an identifier has no citation.
		const bare =
			doi !== '' &&
			/^(?:https?:\/\/\S*?\/|doi\s*:?\s*)?$/i.test(plain.slice(0, plain.toLowerCase().indexOf(doi)).trim());
		const alone = (bare && plain.toLowerCase().endsWith(doi)) || (doi === '' && /^[\w./-]*\d[\w./-]*$/.test(plain));
		const reference = { citation: alone ? '' : plain, identifier: doi || (alone ? plain : '') };
		const key = reference.identifier || tokenTexts(plain).join(' ');
		if (!found.has(key)) found.set(key, reference);
	}
	return [...found.values()];
}

/** Words of a citation by which a record may be found: the longest, each once. */
export function wordsToFind(citation: string, most = 24): string[] {
	return [...new Set(tokenTexts(citation).filter((one) => one.length > 3 && !/^\d+$/.test(one)))]
		.sort((a, b) => b.length - a.length)
		.slice(0, most);
}

/**
 * Share of a title's words that stand in a citation, from 0 to 1; 0 for titles of fewer than three words, which
 * stand in many.
 */
export function titleFit(title: string, citation: string): number {
	const words = tokenTexts(title);
	if (words.length < 3) return 0;
	const there = new Set(tokenTexts(citation));
	return words.filter((one) => there.has(one)).length / words.length;
}
