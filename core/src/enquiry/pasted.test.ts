/** Pasted lists and word families: what a searcher brings from a word processor or a spreadsheet. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
	invertedLines,
	isList,
	looksCoded,
	MOST_PASTED,
	pastedLines,
	readPasted,
	splitPasted,
	withoutCovered,
	wordFamilies,
	type Concept
} from './index.ts';

const concept = (id: string, ...words: string[]): Pick<Concept, 'id' | 'words'> => ({
	id,
	words: words.map((text, at) => ({ id: `${id}${at}`, text, strand: null, origin: '' }))
});

describe('a pasted text is split', () => {
	it.each([
		['lamp\nlantern\r\nlight', ['lamp', 'lantern', 'light']],
		['1. lamp\n2) lantern\n(3) light', ['lamp', 'lantern', 'light']],
		['- lamp\n• lantern\n* light\n– beam', ['lamp', 'lantern', 'light', 'beam']],
		['*light\n*lamp', ['*light', '*lamp']],
		['lamp; lantern ; light;', ['lamp', 'lantern', 'light']],
		['lamp\tlantern\tlight', ['lamp', 'lantern', 'light']],
		['lamp, lantern, light', ['lamp', 'lantern', 'light']],
		['lamp OR "bright light*" OR (lux WITHIN/3 level*)', ['lamp', '"bright light*"', 'lux WITHIN/3 level*']],
		['Delirium, Waking\nDelirium, Poison', ['Delirium', 'Waking', 'Delirium', 'Poison']],
		['confusion, acute\nlamp', ['confusion', 'acute', 'lamp']],
		['"confusion, acute"', ['"confusion, acute"']],
		['  \n\n', []],
		['lamp,\nlantern.', ['lamp', 'lantern']]
	] as const)('%j', (text, parts) => {
		expect(splitPasted(text)).toEqual(parts);
	});

	it('is a list only where there is more than one term', () => {
		expect(['lamp', '"bright light"', 'lamp WITHIN/3 room'].map(isList)).toEqual([false, false, false]);
		expect(['lamp, light', 'lamp\nlight', 'lamp OR light'].map(isList)).toEqual([true, true, true]);
	});
});

describe('codes of a platform in a pasted term', () => {
	it.each(['lamp|title', 'title=lamp', '^lamp', 'lamp*:headings', 'lamp§7', 'lamp<T>', 'lamps.headings'])(
		'are seen in %j',
		(typed) => {
			expect(looksCoded(typed)).toBe(true);
		}
	);
	it.each([
		'lamp',
		'"night light"',
		'day/night',
		'ti:lamp',
		'ti:(lamp OR light)',
		'{Lamps >}',
		'yr:2010-',
		'vitamin B12',
		'St. John',
		'ratio 1:2',
		'lamp(s)',
		'e.g. lamps',
		'colo~r'
	])('are not seen in %j', (typed) => {
		expect(looksCoded(typed)).toBe(false);
	});
	it('mark the term, which is not cut at the commas of its code', () => {
		expect(readPasted('delir*|title,headings\nlamp', concept('a'), [])).toMatchObject([
			{ typed: 'delir*|title,headings', coded: true },
			{ typed: 'lamp', coded: false }
		]);
	});
});

describe('what is read of it', () => {
	it('says of each term what it is, and adds nothing twice', () => {
		const own = concept('a', 'delir*', '"acute confusion"');
		const rows = readPasted('delirious\ndelir*\nclouded mind\nClouded Mind\nlamp AND light\nlux', own, [
			own,
			concept('b', 'lux')
		]);
		expect(rows).toEqual([
			{ kind: 'new', typed: 'delirious', expression: 'delirious', coveredBy: 'delir*', coded: false, elsewhere: [] },
			{ kind: 'there', typed: 'delir*', expression: 'delir*' },
			{
				kind: 'new',
				typed: 'clouded mind',
				expression: '"clouded mind"',
				coveredBy: null,
				coded: false,
				elsewhere: []
			},
			{ kind: 'there', typed: 'Clouded Mind', expression: '"Clouded Mind"' },
			{
				kind: 'refused',
				typed: 'lamp AND light',
				message: expect.stringContaining('belong in the strategy') as string
			},
			{ kind: 'new', typed: 'lux', expression: 'lux', coveredBy: null, coded: false, elsewhere: ['b'] }
		]);
	});
	it('a row that an earlier row covers says so', () => {
		const own = concept('a');
		expect(readPasted('light*\nlights', own, [own])[1]).toMatchObject({ kind: 'new', coveredBy: 'light*' });
	});
	it('sentences come in pieces', () => {
		const own = concept('a');
		expect(
			readPasted('lamp\nDoes bright light in the morning help patients who are confused?', own, [own])[1]
		).toMatchObject({
			kind: 'sentence',
			pieces: expect.arrayContaining(['bright light']) as string[]
		});
	});
	it('a term is covered exactly where one of those before it covers it, compared one by one', () => {
		const term = fc.constantFrom(
			'lamp',
			'lamps',
			'lamp*',
			'?amp',
			'ti:lamp',
			'ti:lamp*',
			'"night lamp"',
			'"night lamp*"',
			'night',
			'night WITHIN/3 lamp',
			'ab:night'
		);
		fc.assert(
			fc.property(fc.uniqueArray(term, { maxLength: 4 }), fc.uniqueArray(term, { maxLength: 8 }), (words, pasted) => {
				const own = concept('a', ...words);
				const before: string[] = [...words];
				for (const row of readPasted(pasted.join('\n'), own, [own])) {
					if (row.kind !== 'new') continue;
					expect(row.coveredBy !== null).toBe(
						before.some((one) => !withoutCovered([one, row.expression]).includes(row.expression))
					);
					before.push(row.expression);
				}
			})
		);
	});

	it('any text at all is read, within a ceiling', () => {
		const own = concept('a', 'lamp');
		fc.assert(
			fc.property(
				fc.string({ maxLength: 200, unit: fc.constantFrom(...'ab ,;\n\t"()*?~{}#@:-1.ORANDß\u0301'.split('')) }),
				(text) => {
					for (const row of readPasted(text, own, [own])) expect(row.typed).not.toBe('');
				}
			),
			{ numRuns: 500 }
		);
		expect(
			readPasted(Array.from({ length: MOST_PASTED + 50 }, (_, at) => `word${at}`).join('\n'), own, [own])
		).toHaveLength(MOST_PASTED);
	});
});

describe('families of words', () => {
	const families = (...terms: string[]) => wordFamilies(terms, (one) => one);
	it('stand together: a stem with its endings and both spellings', () => {
		expect(families('delir*', 'lamp', 'delirium', 'anaesthesia', 'delirious', 'anesthesia', 'lamps')).toEqual([
			['delir*', 'delirium', 'delirious'],
			['lamp', 'lamps'],
			['anaesthesia', 'anesthesia']
		]);
	});
	it('phrases are kin word by word', () => {
		expect(families('"bright light"', '"bright lights"', '"light therapy"', 'light')).toEqual([
			['"bright light"', '"bright lights"'],
			['"light therapy"'],
			['light']
		]);
	});
	it('short words and proximity stay alone', () => {
		expect(families('icu', 'icus', 'a WITHIN/3 b', 'a WITHIN/3 c')).toHaveLength(4);
	});
	it('nothing is lost, whatever the terms', () => {
		fc.assert(
			fc.property(fc.array(fc.string({ minLength: 1, maxLength: 12 }), { maxLength: 30 }), (terms) => {
				expect(
					wordFamilies(terms, (one) => one)
						.flat()
						.sort()
				).toEqual([...terms].sort());
			})
		);
	});
});

describe('what is in a list besides words', () => {
	const concept = { id: 'a', words: [] };
	it('headings go to headings, lines that may be inverted labels are looked up, a list that is too long is known before it is read', () => {
		expect(readPasted('{Dementia >}\nsong*', concept, [])).toMatchObject([
			{ kind: 'heading', label: 'Dementia', narrower: true },
			{ kind: 'new', expression: 'song*' }
		]);
		expect(invertedLines('Delirium, Waking\nlight, lamp, day\n"a, b"')).toEqual(['Delirium, Waking']);
		const long = Array.from({ length: 150_000 }, (_, at) => `word${at}`).join('\n');
		expect(pastedLines(long)).toBe(150_000);
		expect(isList(long)).toBe(true);
		expect(invertedLines(long)).toEqual([]);
	});

	it('of terms that cover each other only the widest are added', () => {
		expect(withoutCovered(['stroke*', 'stroke', 'strokes', '"stroke unit"', 'lamp', 'lamp'])).toEqual([
			'stroke*',
			'lamp'
		]);
	});
});
