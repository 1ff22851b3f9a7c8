/** Single words taken out of a wildcard. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compilePattern } from '../text/index.ts';
import { fieldAt, patternsWithout, termAt, writtenWithout } from './index.ts';

const NURSES = ['nurse', 'nursed', 'nurseries', 'nursery', 'nurses', 'nursing'];

describe('a pattern without some of its words', () => {
	it('is written with the shortest stems that leave them out', () => {
		expect(patternsWithout('nurs*', NURSES, new Set(['nursery', 'nurseries']))).toEqual([
			'nurse',
			'nursed*',
			'nurses*',
			'nursi*'
		]);
		expect(patternsWithout('nurs*', NURSES, new Set())).toEqual(['nurs*']);
	});
	it('is a list of words where it has no plain stem, and nothing where that is too long', () => {
		expect(patternsWithout('n?rse', ['nurse', 'norse'], new Set(['norse']))).toEqual(['nurse']);
		expect(
			patternsWithout(
				'*a*',
				Array.from({ length: 300 }, (_, at) => `a${at}`),
				new Set(['a1'])
			)
		).toBeNull();
	});
	it('matches all that is wanted and nothing that is not, for any words', () => {
		const words = fc.uniqueArray(
			fc.string({ unit: fc.constantFrom('a', 'b', 'c'), maxLength: 5 }).map((one) => `st${one}`),
			{ minLength: 1, maxLength: 20 }
		);
		fc.assert(
			fc.property(words, fc.func(fc.boolean()), (all, out) => {
				const excluded = new Set(all.filter((word) => out(word)));
				const tests = (patternsWithout('st*', all, excluded) ?? []).map(compilePattern);
				for (const word of all) expect(tests.some((one) => one.test(word))).toBe(!excluded.has(word));
			})
		);
	});
});

describe('in the text', () => {
	it('only the word or phrase at the cursor is written anew', () => {
		const text = 'ward OR (nurs* WITHIN/3 night)';
		const edit = writtenWithout(text, 11, 'nurs*', ['nurse', 'nursi*']);
		expect(edit && text.slice(0, edit.from) + edit.insert + text.slice(edit.to)).toBe(
			'ward OR ((nurse OR nursi*) WITHIN/3 night)'
		);
	});
	it('a phrase becomes phrases', () => {
		const text = '"night nurs*"';
		expect(writtenWithout(text, 8, 'nurs*', ['nurse', 'nursi*'])?.insert).toBe('("night nurse" OR "night nursi*")');
	});
	it('elsewhere there is nothing to write', () => {
		expect(writtenWithout('light OR lamp', 6, 'light', ['light'])).toBeNull();
		expect(termAt('{Delirium} OR ti:lamp*', 18)).toMatchObject({ pattern: 'lamp*' });
		expect(termAt('{Delirium}', 3)).toBeNull();
		// The value of a limit is no word of the text: nothing is said of it, and no other forms are offered.
		for (const limit of ['la:english', 'pt:"randomised trial"', 'ag:adult', 'yr:2001-'])
			expect(termAt(`lamp AND ${limit}`, limit.length + 7)).toBeNull();
	});
});

describe('the field of a term', () => {
	const told = (text: string, at: number) => {
		const found = fieldAt(text, at);
		return found && [found.code, text.slice(found.whole.from, found.whole.to)];
	};
	it.each([
		['light OR lamp', 10, ['', 'lamp']],
		['light OR ti:lamp', 13, ['ti', 'ti:lamp']],
		['light OR ti + ab : "day lamp"', 22, ['ti+ab', 'ti + ab : "day lamp"']],
		['ti:(light OR lamp)', 5, null],
		['light WITHIN/3 lamp', 1, null],
		['{Light}', 2, null]
	])('%s at %i', (text, at, expected) => {
		expect(told(text, at)).toEqual(expected);
	});
});
