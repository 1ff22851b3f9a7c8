/** What a named field of a file may hold, and the reference that such fields make: for tables, and for formats taught by example. */
import { blankRecord } from '../blank.ts';
import { doiIn } from '../doi.ts';
import { distinct, yearIn, type ImportedReference } from './reference.ts';

/** `keep` keeps it with the reference under its own name; `leave out` does not read it. */
export const FIELD_MEANINGS = [
	'keep',
	'title',
	'abstract',
	'authors',
	'journal',
	'year',
	'doi',
	'number',
	'keywords',
	'volume',
	'issue',
	'pages',
	'first page',
	'last page',
	'language',
	'type',
	'affiliations',
	'leave out'
] as const;
export type FieldMeaning = (typeof FIELD_MEANINGS)[number];

/** Names as they are commonly written (common practice), folded. */
export const NAMES_OF: Readonly<Record<Exclude<FieldMeaning, 'keep' | 'leave out'>, readonly string[]>> = {
	title: [
		'title',
		'titles',
		'ti',
		'article title',
		'document title',
		'primary title',
		'paper title',
		'name of the article'
	],
	abstract: ['abstract', 'abstracts', 'ab', 'summary', 'abstract note', 'abstract text'],
	authors: ['author', 'authors', 'au', 'author s', 'creator', 'creators', 'author full names', 'author names'],
	journal: [
		'journal',
		'journal title',
		'journal name',
		'source title',
		'publication title',
		'publication name',
		'container title',
		'jo',
		'periodical',
		'secondary title',
		'journal book'
	],
	year: [
		'year',
		'publication year',
		'py',
		'date',
		'publication date',
		'date published',
		'year of publication',
		'pub year'
	],
	doi: ['doi', 'di', 'doi link', 'digital object identifier'],
	number: [
		'id',
		'accession number',
		'an',
		'record id',
		'record number',
		'identifier',
		'pmid',
		'reference id',
		'number',
		'registration number',
		'trial id'
	],
	keywords: [
		'keyword',
		'keywords',
		'kw',
		'author keywords',
		'subject',
		'subjects',
		'subject headings',
		'descriptors',
		'index terms',
		'index keywords',
		'topics',
		'tags'
	],
	volume: ['volume', 'vol', 'vl'],
	issue: ['issue', 'is', 'issue number'],
	pages: ['pages', 'page', 'page range', 'sp'],
	'first page': ['start page', 'first page', 'page start'],
	'last page': ['end page', 'last page', 'page end', 'ep'],
	language: ['language', 'la', 'languages', 'language of original document'],
	type: ['type', 'document type', 'publication type', 'reference type', 'item type', 'ty'],
	affiliations: ['affiliation', 'affiliations', 'author affiliations', 'addresses', 'institution', 'institutions']
};

/** A field of a record as the file has it. */
export interface ReadField {
	readonly name: string;
	readonly holds: FieldMeaning;
	/** What separates values inside of one text: empty where nothing does, null where it is as it looks. */
	readonly split: string | null;
	readonly texts: readonly string[];
}

/** The separate values of a field. */
function valuesOf({ holds, split, texts }: ReadField): string[] {
	if (split === '') return [...texts];
	if (split !== null) return texts.flatMap((text) => text.split(split));
	switch (holds) {
		case 'authors':
			return texts.flatMap(authorsIn);
		case 'keywords':
			// Several texts are separated already, so that a comma belongs to one of them.
			return texts.flatMap((one) => (/[;|]/.test(one) ? one.split(/[;|]/) : texts.length > 1 ? [one] : one.split(',')));
		case 'affiliations':
		case 'language':
		case 'type':
			return texts.flatMap((one) => one.split(/[;|]/));
		default:
			return [...texts];
	}
}

/** Names in one text: semicolons or bars between; commas only where what stands between them is a whole name. */
function authorsIn(text: string): string[] {
	if (/[;|]/.test(text)) return text.split(/[;|]/);
	const parts = text.split(',').map((one) => one.trim());
	return parts.length > 1 && parts.every((one) => /\S\s+\S/.test(one)) ? parts : [text];
}

/**
 * The reference that fields make.
 * @param ownId number of a reference that has none itself
 * @returns null where they hold neither a title nor an abstract
 */
export function referenceOfFields(
	fields: readonly ReadField[],
	source: string,
	ownId: string
): ImportedReference | null {
	const of = (holds: FieldMeaning) => distinct(fields.filter((one) => one.holds === holds).flatMap(valuesOf));
	const first = (holds: FieldMeaning) => of(holds)[0] ?? '';
	const year = yearIn(first('year'));
	const number = first('number');
	const titles = of('title');
	const abstract = of('abstract').join(' ');
	if (titles.length === 0 && abstract === '') return null;
	const pages = first('pages') || [first('first page'), first('last page')].filter((one) => one !== '').join('-');
	return {
		record: {
			...blankRecord((number || ownId).slice(0, 300)),
			source,
			identifiers: distinct([...of('doi').flatMap((one) => doiIn(one) ?? []), number]),
			titles,
			abstract,
			keywords: of('keywords'),
			authors: of('authors'),
			journal: first('journal'),
			affiliations: of('affiliations'),
			year: year !== null && year <= 9999 ? year : null,
			languages: of('language'),
			types: of('type')
		},
		kept: [
			{ name: 'volume', value: first('volume') },
			{ name: 'issue', value: first('issue') },
			{ name: 'pages', value: pages },
			...fields
				.filter((one) => one.holds === 'keep')
				.flatMap(({ name, texts }) => texts.map((value) => ({ name, value: value.trim() })))
		].filter(({ value }) => value !== '')
	};
}
