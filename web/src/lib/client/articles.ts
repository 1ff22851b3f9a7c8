/** Known articles of the brief beside the collection: which record each of them is, or may be. */

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
