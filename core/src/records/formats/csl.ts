/** CSL-JSON in and out: the items of the Citation Style Language's data schema, version 1.0.2. */
import { blankRecord } from '../blank.ts';
import { doiIn } from '../doi.ts';
import { JsonItems } from './json-items.ts';
import {
	distinct,
	RAW_CEILING,
	yearIn,
	type ImportedReference,
	type KeptField,
	type ReadPiece,
	type ReferenceReader
} from './reference.ts';

type Item = Readonly<Record<string, unknown>>;

/** @param source name of the source that the file comes from @param idOf number of a reference that has none itself, from its place among those read, from 1 */
export function cslReader(source: string, idOf: (place: number) => string): ReferenceReader {
	const items = new JsonItems();
	let place = 0;
	const read = (found: ReturnType<JsonItems['push']>): ReadPiece[] =>
		found.map(({ line, text, whole }) => {
			const unreadable = (reason: string): ReadPiece => ({
				kind: 'unreadable',
				line,
				reason,
				raw: text.slice(0, RAW_CEILING)
			});
			if (!whole) return unreadable('The file ends inside this item, or the item is longer than any reference.');
			let reference: ImportedReference;
			try {
				reference = referenceOf(JSON.parse(text) as Item, source, idOf(place + 1));
			} catch {
				// Also an item that is nested too deeply for the call stack.
				return unreadable('It is not valid JSON, or it is nested too deeply.');
			}
			if (reference.record.titles.length === 0 && reference.record.abstract === '')
				return unreadable('It has neither a title nor an abstract.');
			place++;
			return { kind: 'reference', reference };
		});
	return { push: (text) => read(items.push(text)), end: () => read(items.end()) };
}

const textOf = (value: unknown): string =>
	typeof value === 'string' ? value.trim() : typeof value === 'number' ? String(value) : '';

/** `{ family, given }` or `{ literal }`, as records write names. */
function nameOf(value: unknown): string {
	if (typeof value !== 'object' || value === null) return '';
	const name = value as Item;
	const family = [textOf(name['non-dropping-particle']), textOf(name['family'])].filter((one) => one !== '').join(' ');
	const given = textOf(name['given']);
	return textOf(name['literal']) || (given === '' ? family : `${family}, ${given}`);
}

/** `{ "date-parts": [[2019, 3]] }`, `{ raw: "2019" }` or `{ literal: … }`. */
function yearOf(value: unknown): number | null {
	if (typeof value !== 'object' || value === null) return yearIn(textOf(value));
	const date = value as Item;
	const parts = date['date-parts'];
	const first: unknown = Array.isArray(parts) && Array.isArray(parts[0]) ? parts[0][0] : null;
	return yearIn(textOf(first) || textOf(date['raw']) || textOf(date['literal']));
}

const USED: ReadonlySet<string> = new Set([
	'id',
	'type',
	'title',
	'abstract',
	'author',
	'container-title',
	'issued',
	'DOI',
	'keyword',
	'language'
]);

function referenceOf(item: Item, source: string, ownId: string): ImportedReference {
	const id = textOf(item['id']);
	const doi = doiIn(textOf(item['DOI'])) ?? doiIn(textOf(item['URL']));
	const year = yearOf(item['issued']);
	const authors = Array.isArray(item['author']) ? item['author'].map(nameOf) : [];
	const language = textOf(item['language']);
	const type = textOf(item['type']);
	const kept: KeptField[] = Object.entries(item)
		.filter(([name, value]) => !USED.has(name) && value !== null && value !== '')
		.map(([name, value]) => ({ name, value: typeof value === 'string' ? value : JSON.stringify(value) }));
	return {
		record: {
			...blankRecord((id || ownId).slice(0, 300)),
			source,
			// The item's own `id` is a key of whoever made the file, and may be any other work's elsewhere.
			identifiers: distinct([doi ?? '', textOf(item['PMID'])]),
			titles: distinct([textOf(item['title'])]),
			abstract: textOf(item['abstract']),
			keywords: distinct(textOf(item['keyword']).split(/[;,]/)),
			authors: distinct(authors),
			journal: textOf(item['container-title']),
			year: year !== null && year <= 9999 ? year : null,
			languages: language === '' ? [] : [language],
			types: type === '' ? [] : [type]
		},
		kept
	};
}

/** Types of RIS (as common practice reads them) that the schema calls otherwise. */
const TYPES: Readonly<Record<string, string>> = {
	JOUR: 'article-journal',
	BOOK: 'book',
	CHAP: 'chapter',
	CONF: 'paper-conference',
	CPAPER: 'paper-conference',
	THES: 'thesis',
	RPRT: 'report',
	ELEC: 'webpage',
	NEWS: 'article-newspaper',
	MGZN: 'article-magazine'
};

/** An item of CSL-JSON. Fields that came from another format and have no place in one stand in `note`, one a line. */
export function toCsl({ record, kept }: ImportedReference): Item {
	const [title = '', ...others] = record.titles;
	const doi = record.identifiers.find((one) => /^10\.\d{4,9}\//.test(one));
	const type = record.types[0] ?? '';
	const own = kept.filter(({ name }) => /^[A-Za-z-]{3,}$/.test(name));
	const foreign = kept.filter((one) => !own.includes(one));
	const note = [...others.map((one) => `title: ${one}`), ...foreign.map(({ name, value }) => `${name}: ${value}`)];
	return {
		...Object.fromEntries(own.map(({ name, value }) => [name, valueOf(value)])),
		id: record.id,
		type: TYPES[type] ?? (/^[a-z-]+$/.test(type) ? type : 'article-journal'),
		title,
		...(record.abstract === '' ? {} : { abstract: record.abstract }),
		...(record.authors.length === 0
			? {}
			: {
					author: record.authors.map((one) => {
						const [family = '', ...given] = one.split(', ');
						return given.length === 0 ? { literal: one } : { family, given: given.join(', ') };
					})
				}),
		...(record.journal === '' ? {} : { 'container-title': record.journal }),
		...(record.year === null ? {} : { issued: { 'date-parts': [[record.year]] } }),
		...(doi === undefined ? {} : { DOI: doi }),
		...(record.keywords.length === 0 ? {} : { keyword: record.keywords.join('; ') }),
		...(record.languages[0] === undefined ? {} : { language: record.languages[0] }),
		...(note.length === 0 ? {} : { note: note.join('\n') })
	};
}

function valueOf(text: string): unknown {
	if (!/^[[{]/.test(text)) return text;
	try {
		return JSON.parse(text);
	} catch {
		return text;
	}
}
