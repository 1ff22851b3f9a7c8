/** Known articles of the brief beside the collection: which record each of them is, or may be. */
import { identifierForms, tokenTexts, type Edit } from '@wide-lantern/core/editor';
import { newId } from './new-id';

/** A record in the words of a reference list. */
export function citationOf(record: {
	readonly authors: readonly string[];
	readonly titles: readonly string[];
	readonly journal: string;
	readonly year: number | null;
}): string {
	const authors =
		record.authors.length > 3 ? `${record.authors.slice(0, 3).join(', ')} and others` : record.authors.join(', ');
	return [authors, record.titles[0] ?? '', record.journal, record.year === null ? '' : String(record.year)]
		.map((part) => part.trim().replace(/\.$/, ''))
		.filter((part) => part !== '')
		.join('. ')
		.concat('.');
}

export interface ListedArticle {
	readonly citation: string;
	readonly identifier: string;
}

const keyOf = (text: string) => tokenTexts(text).join(' ');

/** Those that are not among the known articles yet, each once: by identifier, else by their words. */
export function newArticles(
	found: readonly ListedArticle[],
	known: readonly ListedArticle[]
): readonly ListedArticle[] {
	const seen = new Set(known.flatMap((one) => keysOf(one)));
	return found.filter((one) => {
		const keys = keysOf(one);
		if (keys.length === 0 || keys.some((key) => seen.has(key))) return false;
		for (const key of keys) seen.add(key);
		return true;
	});
}
const keysOf = ({ citation, identifier }: ListedArticle): string[] => [
	...identifierForms(identifier).map((form) => `identifier ${form}`),
	...(keyOf(citation) === '' ? [] : [`words ${keyOf(citation)}`])
];

/** One step that adds articles behind those that are known. */
export function addArticles(found: readonly ListedArticle[], known: readonly { readonly id: string }[]): Edit[] {
	let after = known.at(-1)?.id ?? null;
	return found.map(({ citation, identifier }): Edit => {
		const id = newId();
		const edit: Edit = { do: 'insert', in: ['articles'], item: { id, citation, identifier }, after };
		after = id;
		return edit;
	});
}
