/** CSL-JSON in and out, in pieces, damaged, and what a file is by its bytes and its beginning. */
import { Ajv } from 'ajv';
import { describe, expect, it } from 'vitest';
import { CSL_DATES, CSL_NAMES, CSL_TEXTS, CSL_TYPES } from './csl.ts';
import {
	cslReader,
	encodingOf,
	formatOf,
	JsonItems,
	readerOf,
	risReader,
	toCsl,
	toRis,
	type ImportedReference,
	type ReadPiece
} from './index.ts';

function read(text: string, size = text.length): ReadPiece[] {
	const reader = cslReader('Skerry', (place) => `own ${place}`);
	const pieces: ReadPiece[] = [];
	for (let at = 0; at < text.length; at += size) pieces.push(...reader.push(text.slice(at, at + size)));
	return [...pieces, ...reader.end()];
}
const references = (text: string, size?: number): ImportedReference[] =>
	read(text, size).flatMap((one) => (one.kind === 'reference' ? [one.reference] : []));

const ITEM = {
	id: 'item-1',
	type: 'article-journal',
	title: 'Singing, “{breath}” and \\ "quotes"',
	author: [{ family: 'Ostwick', given: 'Mara' }, { literal: 'The Harbour Group' }],
	issued: { 'date-parts': [[2019, 3]] },
	'container-title': 'Harbour Medicine',
	DOI: 'https://doi.example/10.99999/ABC',
	keyword: 'singing; breathing',
	abstract: 'People sang.',
	ISSN: '1234-5678',
	volume: 12
};

describe('an item of CSL-JSON', () => {
	it('becomes a record, in pieces of any size, in a list or one to a line', () => {
		const whole = references(JSON.stringify([ITEM]));
		expect(whole).toEqual([
			{
				record: expect.objectContaining({
					id: 'item-1',
					titles: [ITEM.title],
					authors: ['Ostwick, Mara', 'The Harbour Group'],
					year: 2019,
					journal: 'Harbour Medicine',
					identifiers: ['10.99999/abc'],
					keywords: ['singing', 'breathing'],
					abstract: 'People sang.'
				}) as unknown,
				kept: [
					{ name: 'ISSN', value: '1234-5678' },
					{ name: 'volume', value: '12' }
				]
			}
		]);
		for (const size of [1, 3, 50]) expect(references(JSON.stringify([ITEM], null, 2), size)).toEqual(whole);
		expect(references(`${JSON.stringify(ITEM)}\n${JSON.stringify({ ...ITEM, id: 'b' })}\n`)).toHaveLength(2);
	});

	it('is told with its line when it cannot be read, and the others are read', () => {
		const pieces = read('[\n{"title": "One"},\n{"title": nothing},\n{"type": "book"},\n{"title": "Four');
		expect(
			pieces.map((one) => (one.kind === 'reference' ? one.reference.record.titles[0] : [one.line, one.reason]))
		).toEqual([
			'One',
			[3, 'It is not valid JSON, or it is nested too deeply.'],
			[4, 'It has neither a title nor an abstract.'],
			[5, 'The file ends inside this item, or the item is longer than any reference.']
		]);
	});

	it('does not need the call stack, however deep it is', () => {
		const deep = '{"a":'.repeat(50_000) + '1' + '}'.repeat(50_000);
		expect(new JsonItems().push(deep)).toHaveLength(1);
		expect(read(`[${deep}, {"title": "Two"}]`).map((one) => one.kind)).toEqual(['unreadable', 'reference']);
	});

	it('comes back as it was', () => {
		const [reference] = references(JSON.stringify([ITEM]));
		if (!reference) throw new Error('Nothing was read.');
		const again = references(JSON.stringify([toCsl(reference)]));
		expect(again).toEqual([reference]);
		const fromRis = risReader('Skerry', () => 'x').push('TY  - JOUR\nTI  - One\nSN  - 1234\nER  - \n');
		expect(fromRis[0]?.kind === 'reference' && toCsl(fromRis[0].reference)).toMatchObject({ ISSN: '1234' });
		expect(toRis(reference)).toContain('DO  - 10.99999/abc\r\n');
	});
});

/**
 * The shape of an item after the published data schema of the Citation Style Language, version 1.0.2 (csl-data.json,
 * citationstyles.org): closed lists of types and variables, names, and dates. Written from memory; the registries have no
 * package of it.
 */
const text = { type: ['string', 'number'] };
const ITEM_SCHEMA = {
	type: 'object',
	required: ['type', 'id'],
	additionalProperties: false,
	properties: {
		id: text,
		type: { enum: [...CSL_TYPES] },
		categories: { type: 'array', items: { type: 'string' } },
		custom: { type: 'object' },
		...Object.fromEntries([...CSL_TEXTS].map((name) => [name, text])),
		...Object.fromEntries(
			[...CSL_NAMES].map((name) => [
				name,
				{
					type: 'array',
					items: {
						type: 'object',
						additionalProperties: false,
						properties: Object.fromEntries(
							['family', 'given', 'dropping-particle', 'non-dropping-particle', 'suffix', 'literal'].map((part) => [
								part,
								{ type: 'string' }
							])
						)
					}
				}
			])
		),
		...Object.fromEntries(
			[...CSL_DATES].map((name) => [
				name,
				{
					type: 'object',
					additionalProperties: false,
					properties: {
						'date-parts': {
							type: 'array',
							minItems: 1,
							maxItems: 2,
							items: { type: 'array', minItems: 1, maxItems: 3, items: text }
						},
						season: text,
						circa: {},
						literal: { type: 'string' },
						raw: { type: 'string' },
						edtf: { type: 'string' }
					}
				}
			])
		)
	}
};

describe('what is written as CSL-JSON', () => {
	const check = new Ajv({ allowUnionTypes: true }).compile(ITEM_SCHEMA);
	const RIS =
		'TY  - CPAPER\nAU  - Kelwick, AB\nTI  - Lamps\nTT  - Lampen\nVL  - 7\nIS  - 2\nSP  - 11\nEP  - 19\nAN  - H42\nC1  - blue\nET  - 2nd\nDB  - Harbour\nN1  - read twice\nER  - \n';
	const BIB =
		'@article{k, author = {Kelwick, A. B. and {The Lamp Group}}, title = {Lamps}, journal = {Light}, number = 4, volume = 7, pages = {11--19}, howpublished = {by hand}, month = mar, issn = {1234-5678}}\n@misc{m, title = {Other}}';
	const both = [
		...risReader('Skerry', () => 'x').push(RIS),
		...readerOf('bibtex', 'Skerry', (place) => `b${place}`).push(BIB),
		...readerOf('bibtex', 'Skerry', (place) => `b${place}`).end()
	].flatMap((piece) => (piece.kind === 'reference' ? [piece.reference] : []));

	it('fits its schema, whatever format the reference came from', () => {
		expect(both.length).toBeGreaterThan(1);
		for (const reference of both) {
			check(toCsl(reference));
			expect(check.errors, JSON.stringify(toCsl(reference))).toBeNull();
		}
	});
	it('has volume, issue and pages where other programs look for them, and loses nothing else', () => {
		expect(both[0] && toCsl(both[0])).toMatchObject({
			type: 'paper-conference',
			volume: '7',
			issue: '2',
			page: '11-19',
			edition: '2nd',
			source: 'Harbour',
			note: 'AN: H42\nC1: blue\nread twice\ntitle: Lampen'
		});
		const article = both.find(({ record }) => record.types.includes('article'));
		expect(article && toCsl(article)).toMatchObject({ type: 'article-journal', issue: '4', ISSN: '1234-5678' });
	});
});

describe('a file', () => {
	const utf16 = (text: string, big: boolean) =>
		Uint8Array.from(
			[...text].flatMap((one) => [one.charCodeAt(0) & 255, one.charCodeAt(0) >> 8].sort(() => (big ? -1 : 0)))
		);

	it('has the encoding that its bytes tell', () => {
		const text = 'TY  - JOUR\nTI  - Singing for breath\nER  - \n';
		expect(encodingOf(new TextEncoder().encode(text))).toBe('utf-8');
		expect(encodingOf(Uint8Array.from([0xff, 0xfe, 84, 0]))).toBe('utf-16le');
		expect(encodingOf(Uint8Array.from([0xfe, 0xff, 0, 84]))).toBe('utf-16be');
		expect(encodingOf(utf16(text, false))).toBe('utf-16le');
		expect(encodingOf(utf16(text, true))).toBe('utf-16be');
		expect(encodingOf(Uint8Array.from([0x89, 0x50, 0, 0, 0, 1, 0, 0]))).toBeNull();
	});

	it('has the format that its beginning tells', () => {
		expect(formatOf('\uFEFF\n\nTY  - JOUR\n')).toBe('ris');
		expect(formatOf('Exported today\nTY  - JOUR\n')).toBe('ris');
		expect(formatOf(' [ {"title"')).toBe('csl-json');
		expect(formatOf('{"title": ""}')).toBe('csl-json');
		expect(formatOf('Dear all,\nplease find')).toBeNull();
	});
});
