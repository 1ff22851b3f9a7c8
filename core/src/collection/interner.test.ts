/** Numbers of words, by their bytes: short and long ones that differ late, whole tables of them, and none lost while the table grows. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Interner } from './interner.ts';
import { StringTable, textsIn } from './string-table.ts';

/** Words around the lengths at which four bytes, eight, and whole fours end; many share all but one letter. */
const word = fc.tuple(fc.integer({ min: 1, max: 19 }), fc.nat(18), fc.constantFrom('a', 'b', '7', 'é')).map(([length, at, sign]) => {
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
	it('are taken from a whole table, known ones by the numbers that they have', () => {
		fc.assert(
			fc.property(fc.uniqueArray(word, { maxLength: 40 }), fc.uniqueArray(word, { maxLength: 40 }), (first, then) => {
				const interner = new Interner();
				for (const one of first) interner.of(one);
				const { bytes, starts } = StringTable.of(then);
				const all = [...new Set([...first, ...then])];
				expect([...interner.readAll({ bytes, starts })]).toEqual(then.map((one) => all.indexOf(one)));
				expect(interner.size).toBe(all.length);
				// Single words can be asked for as before.
				expect(first.map((one) => interner.of(one))).toEqual([...first.keys()]);
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
	it('stay themselves when room was made for fewer, or for more', () => {
		for (const expected of [0, 10, 100_000]) {
			const interner = new Interner(expected);
			for (let number = 0; number < 20_000; number++) interner.of(`word${number}`);
			expect([interner.size, interner.of('word0'), interner.of('word19999'), interner.of('word')]).toEqual([20_000, 0, 19_999, 20_000]);
		}
	});
	it('of thousands of letters are words like others', () => {
		const interner = new Interner();
		const long = 'x'.repeat(70_001);
		expect([interner.of(long), interner.of(`${long.slice(1)}y`), interner.of(long)]).toEqual([0, 1, 0]);
		expect(textsIn(interner.plain())[0]).toBe(long);
	});
});
