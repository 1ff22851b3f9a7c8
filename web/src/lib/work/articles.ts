/** Known articles of the brief beside the collection: which record each of them is, or may be. */

export interface FoundRecord {
	readonly id: string;
	readonly title: string;
	readonly year: number | null;
}

/**
 * `held`: its identifier is that of a record. `likely`: it has no identifier, or one that no record has, and these
 * records have its title. `missing`: no record has its identifier or title. `empty`: nothing is typed.
 */
export type ArticleState =
	| { readonly article: string; readonly state: 'held'; readonly record: FoundRecord }
	| { readonly article: string; readonly state: 'likely'; readonly records: readonly FoundRecord[] }
	| { readonly article: string; readonly state: 'missing' | 'empty' };

export interface ArticlesView {
	readonly revision: number;
	/** The collection that was looked in; null where none is chosen, or it is not ready. */
	readonly collection: string | null;
	readonly articles: readonly ArticleState[];
}

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
