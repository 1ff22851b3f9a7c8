/** RIS as files really have it: ends, tags, continuations, dates, DOIs, garbage; and out again. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { risReader, toRis, type ImportedReference, type ReadPiece } from './index.ts';

/** @param size of the pieces that the text comes in */
function read(text: string, size = text.length || 1): ReadPiece[] {
	const reader = risReader('Skerry', (place) => `own ${place}`);
	const pieces: ReadPiece[] = [];
	for (let at = 0; at < text.length; at += size) pieces.push(...reader.push(text.slice(at, at + size)));
	return [...pieces, ...reader.end()];
}
const references = (text: string): ImportedReference[] =>
	read(text).flatMap((one) => (one.kind === 'reference' ? [one.reference] : []));
const unreadable = (text: string) => read(text).flatMap((one) => (one.kind === 'unreadable' ? [one] : []));
const only = (...lines: string[]): ImportedReference => {
	const [first, ...others] = references(['TY  - JOUR', 'TI  - Singing', ...lines, 'ER  - '].join('\n'));
	expect(others).toEqual([]);
	if (!first) throw new Error('Nothing was read.');
	return first;
};

const WHOLE = `TY  - JOUR
AU  - Ostwick, Mara
AU  - Fenlund, T
TI  - Singing for breath
TT  - Canto para respirar
T2  - Harbour Medicine
PY  - 2019
AB  - Aims. People sang.
KW  - singing
KW  - breathing
DO  - 10.99999/ABC.1
AN  - SK1
SN  - 1234-5678
ER  - 
`;

describe('a reference in RIS', () => {
	it('becomes a record, and what a record has no place for is kept', () => {
		expect(references(WHOLE)).toEqual([
			{
				record: expect.objectContaining({
					id: 'SK1',
					source: 'Skerry',
					titles: ['Singing for breath', 'Canto para respirar'],
					authors: ['Ostwick, Mara', 'Fenlund, T'],
					journal: 'Harbour Medicine',
					year: 2019,
					abstract: 'Aims. People sang.',
					keywords: ['singing', 'breathing'],
					identifiers: ['10.99999/abc.1', 'SK1'],
					types: ['JOUR']
				}) as unknown,
				kept: [
					{ name: 'AN', value: 'SK1' },
					{ name: 'SN', value: '1234-5678' }
				]
			}
		]);
	});

	it('is the same with every line end, with a byte order mark, and in pieces of any size', () => {
		const whole = references(WHOLE);
		for (const end of ['\n', '\r\n', '\r'])
			for (const size of [1, 2, 7, 1_000])
				expect(
					read(`\uFEFF${WHOLE.replaceAll('\n', end)}`, size).map((one) => one.kind === 'reference' && one.reference)
				).toEqual(whole);
	});

	it('ends where the next begins, when its ER line is missing', () => {
		expect(
			references('TY  - JOUR\nTI  - One\nTY  - JOUR\nTI  - Two\n').map(({ record }) => [record.id, record.titles[0]])
		).toEqual([
			['own 1', 'One'],
			['own 2', 'Two']
		]);
	});

	it('has keywords at the margin each by itself, and goes on with a keyword that is indented', () => {
		expect(only('KW  - singing', 'breathing', '  exercises', 'choirs').record.keywords).toEqual([
			'singing',
			'breathing exercises',
			'choirs'
		]);
		expect(only('AB  - People', 'sang', '', '   together.').record.abstract).toBe('People sang together.');
	});

	it('has its year from PY before Y1 before DA, and keeps a date that says more', () => {
		expect(only('DA  - 2017/03/04', 'Y1  - 2018', 'PY  - 2019').record.year).toBe(2019);
		expect(only('DA  - 2017/03/04', 'Y1  - 2018///').record.year).toBe(2018);
		const dated = only('DA  - 2017/03/04/Spring');
		expect(dated.record.year).toBe(2017);
		expect(dated.kept).toContainEqual({ name: 'DA', value: '2017/03/04/Spring' });
		expect(only('PY  - no date').record.year).toBeNull();
	});

	it.each([
		['DO  - 10.99999/X.1'],
		['DO  - doi:10.99999/x.1.'],
		['UR  - https://doi.example/10.99999/X.1'],
		['L3  - 10.99999/x.1'],
		['M3  - doi: 10.99999/x.1'],
		['UR  - https://doi.example/10.99999%2Fx.1']
	])('has the DOI of %s', (line) => {
		expect(only(line).record.identifiers).toEqual(['10.99999/x.1']);
	});

	it('is told with its line and its text when it has nothing to read', () => {
		expect(unreadable('TY  - JOUR\nAU  - Nobody\nER  - \n\nsome words\nmore\nTY  - JOUR\nTI  - One\nER  - ')).toEqual([
			{
				kind: 'unreadable',
				line: 1,
				reason: 'It has neither a title nor an abstract.',
				raw: 'TY  - JOUR\nAU  - Nobody'
			},
			expect.objectContaining({ kind: 'unreadable', line: 5, raw: 'some words\nmore\n' })
		]);
	});

	it('is found behind 5 MB of garbage in one line, which is one notice', () => {
		const garbage = 'x'.repeat(5_000_000);
		const pieces = read(`TY  - JOUR\nTI  - One\nER  - \n${garbage}\n${WHOLE}`, 65_536);
		expect(pieces.map((one) => one.kind)).toEqual(['reference', 'unreadable', 'reference']);
		expect(pieces[1]).toMatchObject({ line: 4 });
	});

	it('loses nothing when the file is cut off in its middle', () => {
		expect(references('TY  - JOUR\nTI  - One\nAB  - It goes on and')[0]?.record.abstract).toBe('It goes on and');
	});
});

describe('RIS that is written', () => {
	it('is read as what it was written from', () => {
		const [reference] = references(WHOLE);
		if (!reference) throw new Error('Nothing was read.');
		expect(references(toRis(reference))).toEqual([reference]);
	});

	it('lets no text begin a line of its own', () => {
		const [reference] = references(WHOLE);
		if (!reference) throw new Error('Nothing was read.');
		const record = { ...reference.record, abstract: 'One\nER  - \nTY  - JOUR\r\nTI  - False' };
		const [again, ...others] = references(toRis({ ...reference, record }));
		expect(others).toEqual([]);
		expect(again?.record.abstract).toBe('One ER  - TY  - JOUR TI  - False');
	});

	it('comes back whatever the texts are', () => {
		const text = fc.stringMatching(/^[\p{L}\d][\p{L}\d .,;()-]{0,40}[\p{L}\d]$/u).map((one) => one.replace(/ +/g, ' '));
		fc.assert(
			fc.property(
				fc.uniqueArray(text, { minLength: 1, maxLength: 3 }),
				fc.uniqueArray(text, { maxLength: 5 }),
				fc.uniqueArray(text, { maxLength: 5 }),
				fc.integer({ min: 1000, max: 2999 }),
				(titles, authors, keywords, year) => {
					const [first] = references(WHOLE);
					if (!first) throw new Error('Nothing was read.');
					const record = { ...first.record, titles, authors, keywords, year };
					expect(references(toRis({ ...first, record }))).toEqual([{ ...first, record }]);
				}
			)
		);
	});
});
