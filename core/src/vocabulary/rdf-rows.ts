/**
 * A vocabulary out of RDF that is not SKOS: each subject is a row, each property a column. Where a property leads to a node
 * with texts of its own, as labels often do, these are columns as well (`term › literal`).
 */
import { readGraph, type Graph, type RdfSyntax, type ReadWatch, type Value } from './rdf.ts';
import {
	guessColumns,
	headingsOfRows,
	PATH_STEP,
	MOST_COLUMNS,
	SHOWN_ROWS,
	type HeadingRow,
	type TableField,
	type TableLook,
	type TableShape
} from './rows.ts';
import { commonBase, RDF_TYPE, type SkosRead } from './skos-read.ts';

/** Fields that hold other headings. */
const LINKS: ReadonlySet<TableField> = new Set(['broader', 'narrower', 'related', 'seeAlso']);
/** Subjects by which the columns are found. */
const LOOKED_AT = 20_000;
const IDENTIFIER = 'identifier';

type ReadColumns =
	| { readonly ok: true; readonly graph: Graph; readonly columns: Columns }
	| { readonly ok: false; readonly read: SkosRead };
interface Columns {
	/** The class of headings; null where nothing has one. */
	readonly type: string | null;
	readonly subjects: readonly string[];
	readonly header: readonly string[];
	readonly classes: readonly { readonly name: string; readonly count: number }[];
	readonly base: string;
	readonly language: string;
}

const plain = (value: Value) => (typeof value === 'string' ? value : value.text);

/** The class that most subjects have, with all others. */
function classesOf(graph: Graph): Columns['classes'] {
	const counts = new Map<string, number>();
	for (const properties of graph.values())
		for (const type of properties.get(RDF_TYPE) ?? []) counts.set(plain(type), (counts.get(plain(type)) ?? 0) + 1);
	return [...counts]
		.map(([name, count]) => ({ name, count }))
		.sort((a, b) => b.count - a.count)
		.slice(0, 20);
}

function languageOf(graph: Graph): string {
	const counts = new Map<string, number>();
	let looked = 0;
	for (const properties of graph.values()) {
		if (++looked > LOOKED_AT) break;
		for (const values of properties.values())
			for (const value of values)
				if (typeof value !== 'string' && value.language !== '') {
					const language = value.language.split('-')[0] ?? '';
					counts.set(language, (counts.get(language) ?? 0) + 1);
				}
	}
	return counts.has('en') ? 'en' : ([...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? '');
}

function columnsOf(graph: Graph, wanted: string | undefined): Columns {
	const classes = classesOf(graph);
	const type = (classes.find(({ name }) => name === wanted) ?? classes[0])?.name ?? null;
	const all = [...graph.keys()];
	const subjects =
		type === null
			? all
			: all.filter((subject) =>
					graph
						.get(subject)
						?.get(RDF_TYPE)
						?.some((one) => plain(one) === type)
				);
	const among = new Set(subjects);
	const header = new Set([IDENTIFIER]);
	for (const subject of subjects.slice(0, LOOKED_AT))
		for (const [property, values] of graph.get(subject) ?? []) {
			if (property === RDF_TYPE) continue;
			header.add(property);
			// What a node says that is not a heading itself, such as one that holds the text of a label.
			for (const value of values.slice(0, 3))
				for (const [inner, texts] of (typeof value === 'string' && !among.has(value) ? graph.get(value) : undefined) ??
					[])
					if (texts.some((text) => typeof text !== 'string')) header.add(`${property}${PATH_STEP}${inner}`);
			if (header.size >= MOST_COLUMNS) break;
		}
	return {
		type,
		subjects,
		header: [...header].slice(0, MOST_COLUMNS),
		classes,
		base: commonBase(subjects),
		language: languageOf(graph)
	};
}

function rowOf(graph: Graph, { header, base, language }: Columns, subject: string): HeadingRow {
	const idOf = (iri: string) => (iri.startsWith(base) ? iri.slice(base.length) : iri);
	const list = (column: number): string[] => {
		const [property = '', inner] = (header[column] ?? '').split(PATH_STEP);
		if (property === IDENTIFIER) return [idOf(subject)];
		const direct = graph.get(subject)?.get(property) ?? [];
		const values =
			inner === undefined
				? direct
				: direct.flatMap((node) => (typeof node === 'string' ? (graph.get(node)?.get(inner) ?? []) : []));
		const ours = values.filter(
			(value) =>
				typeof value === 'string' ||
				value.language === '' ||
				value.language.split('-')[0] === language ||
				language === ''
		);
		return (ours.length > 0 ? ours : values).map((value) =>
			typeof value === 'string' ? idOf(value) : value.text.trim()
		);
	};
	return { place: subject, list, text: (column) => list(column)[0] ?? '' };
}

async function read(
	chunks: Iterable<string> | AsyncIterable<string>,
	syntax: RdfSyntax,
	element: string | undefined,
	watch: ReadWatch
): Promise<ReadColumns> {
	const found = await readGraph(chunks, syntax, null, watch);
	if (!found.ok)
		return {
			ok: false,
			read: { vocabulary: null, faults: [{ code: found.code, message: found.message, place: null }], notes: [] }
		};
	return { ok: true, graph: found.graph, columns: columnsOf(found.graph, element) };
}

/** @param element the class of headings; the most frequent where there is none of that name @returns the fault where it is not RDF, or says nothing */
export async function lookAtRdf(
	chunks: Iterable<string> | AsyncIterable<string>,
	syntax: RdfSyntax,
	element?: string,
	watch: ReadWatch = {}
): Promise<TableLook | SkosRead> {
	const looked = await read(chunks, syntax, element, watch);
	if (!looked.ok) return looked.read;
	const { graph, columns } = looked;
	const { header, classes, subjects, type } = columns;
	/** False where every value is another node. */
	const isText = (name: string) =>
		name.includes(PATH_STEP) ||
		subjects.slice(0, LOOKED_AT).some((subject) =>
			graph
				.get(subject)
				?.get(name)
				?.some((value) => typeof value !== 'string')
		);
	if (subjects.length === 0)
		return {
			vocabulary: null,
			faults: [{ code: 'no-headings', message: 'The file says nothing that a vocabulary would say.', place: null }],
			notes: []
		};
	return {
		of: 'rdf',
		header,
		rows: subjects.slice(0, SHOWN_ROWS).map((subject) => {
			const row = rowOf(graph, columns, subject);
			return header.map((_, column) => row.list(column).join('\n'));
		}),
		proposed: {
			delimiter: ',',
			separator: '\n',
			columns: guessColumns(
				header,
				(field, column) => column === 0 || LINKS.has(field) || isText(header[column] ?? '')
			),
			...(type === null ? {} : { element: type })
		},
		elements: classes
	};
}

/** Reads the same file as `lookAtRdf`, by what a person has said of its properties. */
export async function readRdfHeadings(
	chunks: Iterable<string> | AsyncIterable<string>,
	syntax: RdfSyntax,
	shape: TableShape,
	id: string,
	name: string,
	watch: ReadWatch = {}
): Promise<SkosRead> {
	const looked = await read(chunks, syntax, shape.element, watch);
	if (!looked.ok) return looked.read;
	const { graph, columns } = looked;
	const { label } = shape.columns;
	const rows = columns.subjects
		.map((subject) => rowOf(graph, columns, subject))
		// What is not named is not a heading: the scheme, or a node that only holds a text.
		.filter((row) => label === undefined || row.text(label) !== '');
	const made = headingsOfRows(rows, shape.columns, id, name, [], 'Nothing in the file has a label.');
	return made.vocabulary && columns.base !== ''
		? { ...made, vocabulary: { ...made.vocabulary, base: columns.base } }
		: made;
}
