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
