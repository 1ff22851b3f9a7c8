/**
 * Reads the XML that libraries exchange: MARCXML (MARC 21 slim), MODS 3 and Dublin Core (also qualified, and as SRU hands it
 * over). Fields by the published tables of the formats (MARC 21 for bibliographic data; MODS user guidelines; DCMI terms), from memory.
 */
import { blankRecord } from '../blank.ts';
import { doiIn } from '../doi.ts';
import type { BibliographicRecord } from '../record.ts';
import {
	RAW_CEILING,
	distinct,
	yearIn,
	type ImportedReference,
	type KeptField,
	type ReadPiece,
	type ReferenceReader
} from './reference.ts';
import {
	childrenOf,
	elementText,
	lineOf,
	RepeatingElements,
	type FoundElement,
	type XmlElement
} from '../../xml/index.ts';

export type LibraryXml = 'marcxml' | 'mods' | 'dublin-core';
const MARC = 'http://www.loc.gov/MARC21/slim';

const IS_RECORD: Readonly<Record<LibraryXml, (element: Pick<XmlElement, 'name' | 'space'>) => boolean>> = {
	marcxml: ({ name, space }) => name === 'record' && (space === MARC || space === ''),
	mods: ({ name }) => name === 'mods',
	'dublin-core': ({ name }) => name === 'dc' || name === 'metadata'
};
const READ: Readonly<
	Record<LibraryXml, (element: XmlElement) => Partial<BibliographicRecord> & { kept?: KeptField[] }>
> = {
	marcxml,
	mods,
	'dublin-core': dublinCore
};

/** @param source name of the source that the file comes from @param idOf number of a reference that has none itself, from its place among those read, from 1 */
export function libraryXmlReader(format: LibraryXml, source: string, idOf: (place: number) => string): ReferenceReader {
	const xml = new RepeatingElements(IS_RECORD[format]);
	let place = 0;
	let saidFault = false;
	const read = (found: readonly FoundElement[]): ReadPiece[] => {
		const pieces = found.map(({ element, line }): ReadPiece => {
			const { kept = [], ...fields } = READ[format](element);
			const record = { ...blankRecord((fields.id ?? idOf(place + 1)).slice(0, 300)), source };
			const reference: ImportedReference = { record: { ...record, ...fields, id: record.id }, kept };
			if (reference.record.titles.length === 0 && reference.record.abstract === '')
				return {
					kind: 'unreadable',
					line,
					reason: 'It has neither a title nor an abstract.',
					raw: elementText(element).slice(0, RAW_CEILING)
				};
			place++;
			return { kind: 'reference', reference };
		});
		if (xml.fault === null || saidFault) return pieces;
		saidFault = true;
		return [
			...pieces,
			{
				kind: 'unreadable',
				line: xml.fault.line,
				reason: `${xml.fault.reason} What follows could not be read.`,
				raw: ''
			}
		];
	};
	return { push: (text) => read(xml.push(text)), end: () => read(xml.end()) };
}

/** ISBD punctuation at the end of a field, which belongs to the card and not to the text. */
const bare = (text: string) =>
	text
		.replace(/\s*[/:;,=]\s*$/, '')
		.replace(/(?<=\p{L}{2})\.$/u, '')
		.trim();

function marcxml(record: XmlElement) {
	const fields = childrenOf(record, 'datafield');
	const of = (...tags: string[]) => fields.filter((one) => tags.includes(one.attributes['tag'] ?? ''));
	const part = (field: XmlElement, codes: string) =>
		childrenOf(field, 'subfield').filter((one) => codes.includes(one.attributes['code'] ?? '-'));
	const text = (field: XmlElement | undefined, codes: string) =>
		field ? bare(part(field, codes).map(lineOf).join(' ')) : '';
	const control = (tag: string) =>
		lineOf(childrenOf(record, 'controlfield').find((one) => one.attributes['tag'] === tag));
	const [title] = of('245');
	const number = control('001');
	// Places count in it, blanks and all.
	const fixed = childrenOf(record, 'controlfield').find((one) => one.attributes['tag'] === '008')?.text ?? '';
	const host = of('773')[0];
	const published = of('260', '264').map((one) => text(one, 'c'));
	const used = new Set([
		'245',
		'246',
		'520',
		'100',
		'700',
		'110',
		'710',
		'650',
		'653',
		'260',
		'264',
		'773',
		'041',
		'655'
	]);
	return {
		...(number === '' ? {} : { id: number }),
		identifiers: distinct([
			...of('024', '856').flatMap((one) => part(one, 'au').map((value) => doiIn(lineOf(value)) ?? '')),
			number
		]),
		titles: distinct([
			[text(title, 'a'), text(title, 'b'), text(title, 'np')].filter((one) => one !== '').join(': '),
			...of('246').map((one) => text(one, 'ab'))
		]),
		abstract: of('520')
			.map((one) => part(one, 'ab').map(lineOf).join(' '))
			.join(' '),
		authors: distinct(of('100', '700', '110', '710').map((one) => text(one, 'ab'))),
		keywords: distinct(
			of('650', '653').map((one) =>
				part(one, 'axyz')
					.map((value) => bare(lineOf(value)))
					.join(' / ')
			)
		),
		journal: text(host, 't'),
		year: yearIn(published.find((one) => yearIn(one) !== null) ?? '') ?? yearIn(fixed.slice(7, 11)),
		languages: distinct([
			...of('041').map((one) => text(one, 'a')),
			fixed.length >= 38 ? fixed.slice(35, 38).trim() : ''
		]),
		types: distinct(of('655').map((one) => text(one, 'a'))),
		kept: [
			...(host ? [{ name: 'host', value: part(host, 'gdx').map(lineOf).join(' ') }] : []),
			...fields
				.filter((one) => !used.has(one.attributes['tag'] ?? ''))
				.map((one) => ({ name: one.attributes['tag'] ?? '', value: childrenOf(one, 'subfield').map(lineOf).join(' ') }))
		].filter((one) => one.value !== '')
	};
}

function mods(record: XmlElement) {
	const text = (element: XmlElement, name: string) => lineOf(childrenOf(element, name)[0]);
	const titleOf = (info: XmlElement) =>
		[[text(info, 'nonSort'), text(info, 'title')].filter((one) => one !== '').join(' '), text(info, 'subTitle')]
			.filter((one) => one !== '')
			.join(': ');
	const [host] = childrenOf(record, 'relatedItem').filter((one) => one.attributes['type'] === 'host');
	const named = childrenOf(record, 'name').map((name) => {
		const parts = childrenOf(name, 'namePart');
		const typed = (type: string) =>
			parts
				.filter((one) => one.attributes['type'] === type)
				.map(lineOf)
				.join(' ');
		const [family, given] = [typed('family'), typed('given')];
		if (family !== '') return given === '' ? family : `${family}, ${given}`;
		return lineOf(parts.find((one) => one.attributes['type'] === undefined || one.attributes['type'] === ''));
	});
	const origin = [...childrenOf(record, 'originInfo'), ...(host ? childrenOf(host, 'originInfo') : [])];
	const dates = origin.flatMap((one) => [...childrenOf(one, 'dateIssued'), ...childrenOf(one, 'copyrightDate')]);
	const hostPart = host ? childrenOf(host, 'part')[0] : undefined;
	const detail = (type: string) =>
		hostPart
			? lineOf(
					childrenOf(hostPart, 'detail')
						.filter((one) => one.attributes['type'] === type)
						.flatMap((one) => childrenOf(one, 'number'))[0]
				)
			: '';
	const extent = hostPart ? childrenOf(hostPart, 'extent')[0] : undefined;
	const identifiers = childrenOf(record, 'identifier').map(lineOf);
	const info = childrenOf(record, 'recordInfo')[0];
	const number = info ? text(info, 'recordIdentifier') : '';
	return {
		...(number === '' ? {} : { id: number }),
		identifiers: distinct([...identifiers.map((one) => doiIn(one) ?? one), number]),
		titles: distinct(childrenOf(record, 'titleInfo').map(titleOf)),
		abstract: childrenOf(record, 'abstract').map(lineOf).join(' '),
		authors: distinct(named),
		keywords: distinct(
			childrenOf(record, 'subject').map((one) =>
				one.children
					.filter(({ name }) => ['topic', 'geographic', 'temporal', 'genre'].includes(name))
					.map(lineOf)
					.join(' / ')
			)
		),
		journal: host ? titleOf(childrenOf(host, 'titleInfo')[0] ?? host) : '',
		year: yearIn(dates.map(lineOf).find((one) => yearIn(one) !== null) ?? (hostPart ? text(hostPart, 'date') : '')),
		languages: distinct(childrenOf(record, 'language').flatMap((one) => childrenOf(one, 'languageTerm').map(lineOf))),
		types: distinct([...childrenOf(record, 'genre'), ...childrenOf(record, 'typeOfResource')].map(lineOf)),
		kept: [
			{ name: 'volume', value: detail('volume') },
			{ name: 'issue', value: detail('issue') },
			{
				name: 'pages',
				value: extent ? [text(extent, 'start'), text(extent, 'end')].filter((one) => one !== '').join('-') : ''
			},
			...childrenOf(record, 'note').map((one) => ({ name: 'note', value: lineOf(one) }))
		].filter((one) => one.value !== '')
	};
}

function dublinCore(whole: XmlElement) {
	// A harvest wraps each in `metadata`; other files put the terms there directly.
	const record = childrenOf(whole, 'dc')[0] ?? whole;
	const all = (...names: string[]) =>
		names.flatMap((name) => childrenOf(record, name).map(lineOf)).filter((one) => one !== '');
	const identifiers = all('identifier');
	const sources = all('source', 'isPartOf', 'bibliographicCitation');
	const used = new Set([
		'title',
		'alternative',
		'creator',
		'contributor',
		'subject',
		'description',
		'abstract',
		'date',
		'issued',
		'identifier',
		'source',
		'isPartOf',
		'bibliographicCitation',
		'language',
		'type'
	]);
	return {
		identifiers: distinct(identifiers.map((one) => doiIn(one) ?? one)),
		titles: distinct(all('title', 'alternative')),
		abstract: (all('abstract').length > 0 ? all('abstract') : all('description')).join(' '),
		authors: distinct(all('creator', 'contributor')),
		keywords: distinct(all('subject')),
		journal: sources[0] ?? '',
		year: yearIn(all('issued', 'date').find((one) => yearIn(one) !== null) ?? ''),
		languages: distinct(all('language')),
		types: distinct(all('type')),
		kept: [
			...sources.slice(1).map((value) => ({ name: 'source', value })),
			...record.children.filter(({ name }) => !used.has(name)).map((one) => ({ name: one.name, value: lineOf(one) }))
		].filter((one) => one.value !== '')
	};
}
