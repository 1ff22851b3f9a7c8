/** A vocabulary out of XML in which an element repeats for each heading: its paths are the columns. */
import { marksOf, pathValues, repeatedElements, RepeatingElements, type XmlElement } from '../xml/index.ts';
import type { VocabularyFault } from './integrity.ts';
import {
	guessColumns,
	headingsOfRows,
	MOST_COLUMNS,
	SHOWN_ROWS,
	type HeadingRow,
	type TableLook,
	type TableShape
} from './rows.ts';
import type { SkosRead } from './skos-read.ts';

/** Characters of a file that tell its shape. */
const BEGINNING = 200_000;

interface Split {
	readonly element: string;
	readonly marks: ReadonlySet<string>;
	/** Paths in the order of the file. */
	readonly header: readonly string[];
	readonly found: readonly XmlElement[];
}

function split(beginning: string, wanted: string | undefined): Split | null {
	const text = beginning.slice(0, BEGINNING).replace(/^\uFEFF/, '');
	const elements = repeatedElements(text);
	const element = (elements.find(({ name }) => name === wanted) ?? elements[0])?.name;
	if (element === undefined) return null;
	// What is cut off at the end of the beginning is not an error of the file.
	const found = new RepeatingElements(({ name }) => name === element).push(text).map((one) => one.element);
	if (found.length === 0) return null;
	const marks = new Set(marksOf(found));
	const header = [...new Set(found.flatMap((one) => pathValues(one, marks).map(({ path }) => path)))];
	return { element, marks, header: header.slice(0, MOST_COLUMNS), found };
}

function valuesOf(element: XmlElement, marks: ReadonlySet<string>): ReadonlyMap<string, readonly string[]> {
	const values = new Map<string, string[]>();
	for (const { path, value } of pathValues(element, marks)) {
		const held = values.get(path);
		if (held) held.push(value);
		else values.set(path, [value]);
	}
	return values;
}

/** @param element that is a heading; the likeliest where none of that name is there @returns null where no element repeats */
export function lookAtXml(beginning: string, element?: string): TableLook | null {
	const shape = split(beginning, element);
	if (!shape) return null;
	return {
		of: 'xml',
		header: shape.header,
		rows: shape.found.slice(0, SHOWN_ROWS).map((one) => {
			const values = valuesOf(one, shape.marks);
			return shape.header.map((path) => (values.get(path) ?? []).join('\n'));
		}),
		proposed: { delimiter: ',', separator: '\n', columns: guessColumns(shape.header), element: shape.element },
		elements: repeatedElements(beginning.slice(0, BEGINNING))
	};
}

/**
 * Reads the whole file, piece by piece.
 * @param beginning of the same file, by which its paths are numbered as `lookAtXml` numbers them
 */
export async function readXmlHeadings(
	chunks: Iterable<string> | AsyncIterable<string>,
	beginning: string,
	shape: TableShape,
	id: string,
	name: string
): Promise<SkosRead> {
	const known = split(beginning, shape.element);
	const faults: VocabularyFault[] = [];
	const rows: HeadingRow[] = [];
	if (known) {
		const { element, marks, header } = known;
		const xml = new RepeatingElements((one) => one.name === element);
		const add = (found: ReturnType<RepeatingElements['push']>) => {
			for (const { element: one, line } of found) {
				const values = valuesOf(one, marks);
				const list = (column: number) => [...(values.get(header[column] ?? '') ?? [])];
				rows.push({ place: `line ${line}`, list, text: (column) => list(column)[0] ?? '' });
			}
		};
		for await (const chunk of chunks) add(xml.push(chunk));
		add(xml.end());
		if (xml.fault)
			faults.push({
				code: 'bad-row',
				place: `line ${xml.fault.line}`,
				message: `${xml.fault.reason} What follows could not be read.`
			});
	}
	return headingsOfRows(rows, shape.columns, id, name, faults, 'No element of the file holds a heading.');
}
