/** CSL-JSON in and out, in pieces, damaged, and what a file is by its bytes and its beginning. */
import { describe, expect, it } from 'vitest';
import {
	cslReader,
	encodingOf,
	formatOf,
	JsonItems,
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
		expect(fromRis[0]?.kind === 'reference' && toCsl(fromRis[0].reference)).toMatchObject({ note: 'SN: 1234' });
		expect(toRis(reference)).toContain('DO  - 10.99999/abc\r\n');
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
