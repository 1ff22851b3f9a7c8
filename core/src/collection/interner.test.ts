/** Numbers of words, by their bytes: short and long ones that differ late, and none lost while the table grows. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { tokenTexts } from '../text/index.ts';
import { Interner } from './interner.ts';
import { textsIn } from './string-table.ts';

/** Words around the lengths at which four bytes, eight, and whole fours end; many share all but one letter. */
const word = fc
	.tuple(fc.integer({ min: 1, max: 19 }), fc.nat(18), fc.constantFrom('a', 'b', '7', 'é'))
	.map(([length, at, sign]) => {
		const letters = Array.from({ length }, () => 'a');
		letters[at % length] = sign;
		return letters.join('');
	});

describe('words by their bytes', () => {
	it('have one number each, whatever length they have and wherever they differ', () => {
		fc.assert(
			fc.property(fc.array(word, { maxLength: 80 }), (words) => {
				const interner = new Interner();
				const known = [...new Set(words)];
				expect(words.map((one) => interner.of(one))).toEqual(words.map((one) => known.indexOf(one)));
			})
		);
	});
	it('come back in the order of their numbers', () => {
		fc.assert(
			fc.property(fc.uniqueArray(word, { maxLength: 60 }), (words) => {
				const interner = new Interner();
				for (const one of words) interner.of(one);
				expect(textsIn(interner.plain())).toEqual(words);
			})
		);
	});
	it('in capitals are those in small letters, digits among them', () => {
		const interner = new Interner();
		const into = new Uint32Array(20);
		expect(interner.readAscii('Light LIGHT light A1b2C3d4E5 a1B2c3D4e5', into, 0)).toBe(5);
		expect([...into.subarray(0, 5)]).toEqual([0, 0, 0, 1, 1]);
		expect(textsIn(interner.plain())).toEqual(['light', 'a1b2c3d4e5']);
	});
	it('at the very end of a text are read no further than it goes', () => {
		const interner = new Interner();
		const into = new Uint32Array(10);
		interner.readAscii('lamp lights-of-the-harbour', into, 0);
		expect(interner.readAscii('lamp', into, 0)).toBe(1);
		expect(into[0]).toBe(interner.of('lamp'));
	});
	it('of thousands of letters are words like others', () => {
		const interner = new Interner();
		const long = 'x'.repeat(70_001);
		expect([interner.of(long), interner.of(`${long.slice(1)}y`), interner.of(long)]).toEqual([0, 1, 0]);
		expect(textsIn(interner.plain())[0]).toBe(long);
	});
	it('are cut at the very letter, wherever in the thirty-two bytes that are looked at together they begin and end', () => {
		for (let before = 0; before < 70; before++)
			for (const length of [1, 2, 8, 9, 31, 32, 33, 64]) {
				const text = `${'-'.repeat(before)}${'Z'.repeat(length)} 9`;
				const interner = new Interner();
				const into = new Uint32Array(text.length);
				expect(interner.readAscii(text, into, 0), text).toBe(2);
				expect(textsIn(interner.plain())).toEqual(['z'.repeat(length), '9']);
			}
	}, 60_000);
	it('are the runs of letters and digits, whatever sign of ASCII stands around them', () => {
		for (let code = 0; code < 128; code++) {
			const sign = String.fromCharCode(code);
			const interner = new Interner();
			const into = new Uint32Array(8);
			const count = interner.readAscii(`a${sign}b`, into, 0);
			expect(textsIn(interner.plain()).slice(0, count), `sign ${code}`).toEqual([...new Set(tokenTexts(`a${sign}b`))]);
		}
	});
	it('of one text after the other do not see what stood there before', () => {
		const interner = new Interner();
		const into = new Uint32Array(400);
		fc.assert(
			fc.property(fc.string({ unit: fc.constantFrom(...'abcXYZ019 -,.'.split('')), maxLength: 300 }), (text) => {
				const end = interner.readAscii(text, into, 0);
				const all = textsIn(interner.plain());
				expect(Array.from(into.subarray(0, end), (word) => all[word])).toEqual(tokenTexts(text));
			}),
			{ numRuns: 150 }
		);
	});
});
