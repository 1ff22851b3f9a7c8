/** Many records asked for in as few questions as a source's ceilings allow. */

export interface RecordsAsked<Record> {
	/** Clauses joined with `or` (CQL 1.2, section 3.4: boolean operators). */
	readonly query: string;
	readonly records: readonly Record[];
}

/**
 * @param clausesOf of a record, at least one
 * @param characters longest question; a single record that is longer is asked for all the same, by its first clause
 * @param most clauses in one question
 */
export function* questionsFor<Record>(
	records: readonly Record[],
	clausesOf: (record: Record) => readonly string[],
	characters: number,
	most: number
): Generator<RecordsAsked<Record>> {
	const JOINED = ' or ';
	let clauses: string[] = [];
	let some: Record[] = [];
	let length = 0;
	for (const record of records) {
		const all = clausesOf(record);
		const own = all.length <= most && all.join(JOINED).length <= characters ? all : all.slice(0, 1);
		const more = own.reduce((sum, one) => sum + one.length + JOINED.length, 0);
		if (some.length > 0 && (length + more - JOINED.length > characters || clauses.length + own.length > most)) {
			yield { query: clauses.join(JOINED), records: some };
			[clauses, some, length] = [[], [], 0];
		}
		clauses.push(...own);
		some.push(record);
		length += more;
	}
	if (some.length > 0) yield { query: clauses.join(JOINED), records: some };
}
