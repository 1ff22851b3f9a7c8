/** CSL-JSON in and out: the items of the Citation Style Language's data schema, version 1.0.2. */
import { blankRecord } from '../blank.ts';
import { doiIn } from '../doi.ts';
import { itemsReader } from './json-items.ts';
import { distinct, yearIn, type ImportedReference, type KeptField, type ReferenceReader } from './reference.ts';

type Item = Readonly<Record<string, unknown>>;

/** @param source name of the source that the file comes from @param idOf number of a reference that has none itself, from its place among those read, from 1 */
export function cslReader(source: string, idOf: (place: number) => string): ReferenceReader {
	return itemsReader((value, place) => {
		const reference = referenceOf(value as Item, source, idOf(place));
		return reference.record.titles.length === 0 && reference.record.abstract === ''
			? 'It has neither a title nor an abstract.'
			: reference;
	});
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

/** Types of RIS and BibTeX (as common practice reads them) that the schema calls otherwise. */
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
	MGZN: 'article-magazine',
	article: 'article-journal',
	inbook: 'chapter',
	incollection: 'chapter',
	conference: 'paper-conference',
	inproceedings: 'paper-conference',
	phdthesis: 'thesis',
	mastersthesis: 'thesis',
	techreport: 'report',
	online: 'webpage'
};
/** Item types of the Citation Style Language 1.0.2 (its specification, appendix III; from memory). */
export const CSL_TYPES: ReadonlySet<string> = new Set(
	'article article-journal article-magazine article-newspaper bill book broadcast chapter classic collection dataset document entry entry-dictionary entry-encyclopedia event figure graphic hearing interview legal_case legislation manuscript map motion_picture musical_score pamphlet paper-conference patent performance periodical personal_communication post post-weblog regulation report review review-book software song speech standard thesis treaty webpage'.split(
		' '
	)
);
/** Variables of the Citation Style Language 1.0.2 that hold plain text or a number (its specification, appendix IV; from memory). */
export const CSL_TEXTS: ReadonlySet<string> = new Set(
	'abstract annote archive archive_collection archive_location archive-place authority call-number chapter-number citation-key citation-number citation-label collection-number collection-title container-title container-title-short dimensions division DOI edition event event-title event-place first-reference-note-number genre ISBN ISSN issue journalAbbreviation jurisdiction keyword language locator medium note number number-of-pages number-of-volumes original-publisher original-publisher-place original-title page page-first part part-title PMCID PMID printing publisher publisher-place references reviewed-genre reviewed-title scale section shortTitle source status supplement title title-short URL version volume volume-title volume-title-short year-suffix'.split(
		' '
	)
);
/** Those that hold lists of names, dates, or anything. */
export const CSL_NAMES: ReadonlySet<string> = new Set(
	'author chair collection-editor compiler composer container-author contributor curator director editor editorial-director executive-producer guest host illustrator interviewer narrator organizer original-author performer producer recipient reviewed-author script-writer series-creator translator'.split(
		' '
	)
);
export const CSL_DATES: ReadonlySet<string> = new Set(
	'accessed available-date event-date issued original-date submitted'.split(' ')
);
/** Fields of RIS and BibTeX that the schema has a variable for. */
const VARIABLES: Readonly<Record<string, string>> = {
	VL: 'volume',
	IS: 'issue',
	SN: 'ISSN',
	UR: 'URL',
	PB: 'publisher',
	CY: 'publisher-place',
	ET: 'edition',
	DB: 'source',
	N1: 'note',
	pages: 'page',
	issn: 'ISSN',
	isbn: 'ISBN',
	url: 'URL',
	address: 'publisher-place',
	series: 'collection-title'
};

/** The variable that holds a field of another format; null where there is none. */
function variableOf(name: string, isBibtexArticle: boolean): string | null {
	if (name === 'number' && isBibtexArticle) return 'issue';
	const variable = VARIABLES[name] ?? name;
	return CSL_TEXTS.has(variable) || CSL_NAMES.has(variable) || CSL_DATES.has(variable) || variable === 'custom'
		? variable
		: null;
}

/** An item of CSL-JSON. What has no variable of its own goes into `note`, one thing a line. */
export function toCsl({ record, kept }: ImportedReference): Item {
	const [title = '', ...others] = record.titles;
	const doi = record.identifiers.find((one) => /^10\.\d{4,9}\//.test(one));
	const type = record.types[0] ?? '';
	const cslType = TYPES[type] ?? (CSL_TYPES.has(type) ? type : type === '' ? 'article-journal' : 'document');
	const variables = new Map<string, unknown>();
	const note: string[] = [];
	for (const { name, value } of kept) {
		if (name === 'SP' || name === 'EP') continue;
		const variable = variableOf(name, type === 'article');
		if (variable === 'note') note.push(value);
		else if (variable !== null && !variables.has(variable)) variables.set(variable, fitting(variable, value));
		else note.push(`${name}: ${value}`);
	}
	const [first, last] = ['SP', 'EP'].map((tag) => kept.find(({ name }) => name === tag)?.value ?? '');
	if (first && !variables.has('page')) variables.set('page', last && !first.includes('-') ? `${first}-${last}` : first);
	const said = new Set(kept.map(({ value }) => value));
	note.push(
		...others.map((other) => `title: ${other}`),
		...record.identifiers.filter((one) => one !== doi && !said.has(one)).map((one) => `identifier: ${one}`)
	);
	return {
		...Object.fromEntries(variables),
		id: record.id,
		type: cslType,
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

/** Names and dates are lists and objects, all else is text. */
function fitting(variable: string, text: string): unknown {
	const value = valueOf(text);
	if (CSL_NAMES.has(variable)) return Array.isArray(value) ? value : [{ literal: text }];
	if (CSL_DATES.has(variable)) return typeof value === 'object' && value !== null ? value : { literal: text };
	return variable === 'custom' ? value : text;
}

function valueOf(text: string): unknown {
	if (!/^[[{]/.test(text)) return text;
	try {
		return JSON.parse(text);
	} catch {
		return text;
	}
}
