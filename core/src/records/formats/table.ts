/**
 * Reads tables with a header row: commas, semicolons or tabs between (RFC 4180 quoting). What a column holds is guessed
 * from its head, or said by a person.
 */
import Papa from 'papaparse';
import { foldedKey } from '../../text/index.ts';
import { NAMES_OF, referenceOfFields, type FieldMeaning } from './fields.ts';
import { LINE_CEILING, RAW_CEILING, REFERENCE_CEILING, type ReadPiece, type ReferenceReader } from './reference.ts';

const DELIMITERS = ['\t', ';', ',', '|'] as const;
export interface ReferenceColumns {
	readonly delimiter: string;
	readonly heads: readonly string[];
	/** What each holds, as far as its head says. */
	readonly fields: readonly FieldMeaning[];
	/** The first rows, as they are. */
	readonly samples: readonly (readonly string[])[];
}

/** @param beginning of the file @returns null where it is no table with a header row that names a title */
export function referenceTable(beginning: string): ReferenceColumns | null {
	const text = beginning.replace(/^\uFEFF/, '');
	const end = rowEnd(text, 0);
	const first = text.slice(0, end ?? text.length);
	if (first.length > 20_000 || first.trim() === '') return null;
	for (const delimiter of DELIMITERS) {
		const [heads = []] = Papa.parse<string[]>(first, { delimiter }).data;
		if (heads.length < 2) continue;
		const fields = fieldsOf(heads);
		if (!fields.includes('title')) continue;
		const last = lastRowEnd(text);
		const samples = Papa.parse<string[]>(text.slice(0, last === 0 ? text.length : last), {
			delimiter,
			preview: 6
		}).data.slice(1);
		return { delimiter, heads: heads.map((one) => one.trim()), fields, samples };
	}
	return null;
}

/** The one that cuts the header row into most columns. */
function delimiterOf(head: string): string {
	const columns = (delimiter: string) => Papa.parse<string[]>(head, { delimiter, preview: 1 }).data[0]?.length ?? 0;
	return DELIMITERS.reduce((best, one) => (columns(one) > columns(best) ? one : best), ',');
}

/** Each field goes to one column, the one whose head says it best; to keywords more than one. */
function fieldsOf(heads: readonly string[]): FieldMeaning[] {
	const folded = heads.map(foldedKey);
	const fields: FieldMeaning[] = heads.map(() => 'keep');
	for (const [field, names] of Object.entries(NAMES_OF) as [FieldMeaning, readonly string[]][]) {
		for (const name of names) {
			const at = folded.findIndex((one, place) => one === name && fields[place] === 'keep');
			if (at < 0) continue;
			fields[at] = field;
			if (field !== 'keywords') break;
		}
	}
	return fields;
}

/** The line end behind the row that begins at `from`; null where the row does not end here. */
function rowEnd(text: string, from: number): number | null {
	let quoted = false;
	for (let at = from; at < text.length; at++) {
		const code = text.charCodeAt(at);
		if (code === 34) quoted = !quoted;
		else if (code === 10 && !quoted) return at + 1;
	}
	return null;
}
function lastRowEnd(text: string): number {
	let last = 0;
	for (let end = rowEnd(text, 0); end !== null; end = rowEnd(text, end)) last = end;
	return last;
}

/** What the columns of a table hold, where a person has said it. */
export interface TableColumns {
	readonly delimiter: string;
	/** In the order of the columns. */
	readonly fields: readonly { readonly name: string; readonly holds: FieldMeaning; readonly split: string | null }[];
}

/** @param source name of the source that the file comes from @param idOf number of a reference that has none itself, from its place among those read, from 1 */
export function tableReader(
	source: string,
	idOf: (place: number) => string,
	columns: TableColumns | null = null
): ReferenceReader {
	return new TableReader(source, idOf, columns);
}

class TableReader implements ReferenceReader {
	private rest = '';
	/** Where in `rest` the search for the end of a row goes on. */
	private searched = 0;
	private quoted = false;
	private line = 1;
	private place = 0;
	private shape: TableColumns | null = null;
	private head = '';

	constructor(
		private readonly source: string,
		private readonly idOf: (place: number) => string,
		private readonly columns: TableColumns | null
	) {}

	push(text: string): ReadPiece[] {
		this.rest += text;
		const pieces: ReadPiece[] = [];
		for (let end = this.nextEnd(); end !== null; end = this.nextEnd()) this.take(end, pieces);
		if (this.rest.length > REFERENCE_CEILING) {
			pieces.push(this.unreadable('A quotation mark is missing: this row does not end.', this.rest));
			this.rest = '';
			this.searched = 0;
			this.quoted = false;
		}
		return pieces;
	}
	end(): ReadPiece[] {
		const pieces: ReadPiece[] = [];
		if (this.rest.trim() !== '') {
			if (this.quoted)
				pieces.push(this.unreadable('A quotation mark is missing: the file ends inside this row.', this.rest));
			else this.take(this.rest.length, pieces);
		}
		this.rest = '';
		return pieces;
	}

	private nextEnd(): number | null {
		for (; this.searched < this.rest.length; this.searched++) {
			const code = this.rest.charCodeAt(this.searched);
			if (code === 34) this.quoted = !this.quoted;
			else if (code === 10 && !this.quoted) return this.searched + 1;
		}
		return null;
	}

	private take(end: number, pieces: ReadPiece[]): void {
		const raw = this.rest.slice(0, end);
		this.rest = this.rest.slice(end);
		this.searched = 0;
		if (this.shape === null) {
			if (raw.trim() === '') return;
			this.head = raw.replace(/^\uFEFF/, '').trim();
			this.shape = shapeOf(raw, this.columns);
		} else if (raw.trim() !== '') pieces.push(this.row(raw, this.shape));
		this.line += raw.split('\n').length - 1;
	}

	private row(raw: string, { delimiter, fields }: TableColumns): ReadPiece {
		if (raw.length > LINE_CEILING) return this.unreadable('This row is longer than any reference.', raw);
		const [cells = []] = Papa.parse<string[]>(raw, { delimiter }).data;
		const reference = referenceOfFields(
			cells.map((cell, at) => {
				const { name, holds, split } = fields[at] ?? { name: '', holds: 'keep', split: '' };
				const text = holds === 'keep' ? cell.trim() : cell.replaceAll(/\s+/g, ' ').trim();
				return { name: name || `column ${at + 1}`, holds, split, texts: text === '' ? [] : [text] };
			}),
			this.source,
			this.idOf(this.place + 1)
		);
		if (!reference) return this.unreadable('It has neither a title nor an abstract.', raw);
		this.place++;
		return { kind: 'reference', reference };
	}

	private unreadable(reason: string, raw: string): ReadPiece {
		// With the header row before it, so that it can be repaired and read by itself.
		const whole = this.head === '' ? raw.trim() : `${this.head}\n${raw.trim()}`;
		return { kind: 'unreadable', line: this.line, reason, raw: whole.slice(0, RAW_CEILING) };
	}
}

/** What the columns hold, by the header row: as a person has said it of heads of the same name, else as the heads say. */
function shapeOf(head: string, told: TableColumns | null): TableColumns {
	const found = told ? null : referenceTable(head);
	const delimiter = told?.delimiter ?? found?.delimiter ?? delimiterOf(head);
	const [heads = []] = Papa.parse<string[]>(head.replace(/^\uFEFF/, ''), { delimiter }).data;
	const guessed = told ? [] : fieldsOf(heads);
	const left = [...(told?.fields ?? [])];
	const fields = heads.map((one, at) => {
		const name = one.trim();
		// Two columns may have one head: the first that is said goes to the first.
		const place = left.findIndex((field) => field.name === (name || `column ${at + 1}`));
		const [field] = place < 0 ? [] : left.splice(place, 1);
		return field ?? { name, holds: guessed[at] ?? 'keep', split: null };
	});
	return { delimiter, fields };
}
