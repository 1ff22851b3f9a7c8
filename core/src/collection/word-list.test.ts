/** Words that a pattern matches: the word list against regular expressions made from notation.md, section 1, by their own rule. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compilePattern, includesPattern } from '../text/index.ts';
import { Kernel } from './kernel.ts';
import { StringTable } from './string-table.ts';
import { triplesOf, WordList } from './word-list.ts';
import { backwardsOrder } from './word-order.ts';

const listOf = (all: readonly string[]) => {
	const words = StringTable.of([...new Set(all)].sort());
	return new WordList({ words, backwards: backwardsOrder(words, Kernel.take()), ...triplesOf(words) });
};
/** `*` any letters, `?` exactly one, `~` none or one. */
const regular = (pattern: string) =>
	new RegExp(`^${pattern.replaceAll('*', '[^]*').replaceAll('?', '[^]').replaceAll('~', '[^]?')}$`, 'u');
const letters = fc.constantFrom(...'abcdé光'.split(''));
const word = fc.string({ minLength: 1, maxLength: 7, unit: letters });
const pattern = fc.string({
	minLength: 1,
	maxLength: 6,
	unit: fc.oneof({ weight: 3, arbitrary: letters }, { weight: 2, arbitrary: fc.constantFrom('*', '?', '~') })
});

describe('a word list', () => {
	it('finds the words that a regular expression finds, ascending, whatever the pattern', () => {
		fc.assert(
			fc.property(fc.array(word, { maxLength: 60 }), pattern, (words, asked) => {
				const list = listOf(words);
				const matching = list.matching(asked);
				expect(matching).toEqual([...matching].sort((a, b) => a - b));
				expect(matching.map((number) => list.at(number))).toEqual(
					[...new Set(words)].sort().filter((one) => regular(asked).test(one))
				);
			}),
			{ numRuns: 600 }
		);
	});
	it.each([
		['*itis', ['arthritis', 'bronchitis']],
		['*rth*', ['arthritis', 'arthrosis', 'earth']],
		['*', ['arthritis', 'arthrosis', 'bronchitis', 'earth', 'light']],
		['?arth', ['earth']],
		['light~', ['light']],
		['*xyz*', []],
		['arth*s', ['arthritis', 'arthrosis']],
		['light', ['light']],
		['lights', []]
	])('%s', (asked, found) => {
		const list = listOf(['light', 'earth', 'bronchitis', 'arthrosis', 'arthritis']);
		expect(list.matching(asked).map((number) => list.at(number))).toEqual(found);
	});
	it('finds the same among ten thousand words by every way that it has', () => {
		const words = Array.from(
			{ length: 10_000 },
			(_, number) => `${'bcdfg'.charAt(number % 5)}${'aeiou'.charAt((number / 5) % 5)}${(number * 7919).toString(36)}`
		);
		const list = listOf(words);
		const sorted = [...new Set(words)].sort();
		for (const asked of ['ba*', '*zz', '*1a2*', 'b?1*', '*a~b', 'c*9', '*'])
			expect([asked, list.matching(asked).length]).toEqual([
				asked,
				sorted.filter((one) => regular(asked).test(one)).length
			]);
	});
	it('is empty where there are no words', () => {
		expect(listOf([]).matching('*')).toEqual([]);
	});
});

describe('one pattern', () => {
	it('matches what its regular expression matches', () => {
		fc.assert(
			fc.property(pattern, word, (asked, one) => {
				expect(compilePattern(asked).test(one)).toBe(regular(asked).test(one));
			}),
			{ numRuns: 1_000 }
		);
	});
	it('is taken into another only where every word of it is', () => {
		fc.assert(
			fc.property(pattern, pattern, fc.array(word, { maxLength: 40 }), (wide, narrow, words) => {
				if (!includesPattern(wide, narrow)) return;
				for (const one of words)
					if (regular(narrow).test(one))
						expect([wide, narrow, one, regular(wide).test(one)]).toEqual([wide, narrow, one, true]);
			}),
			{ numRuns: 1_000 }
		);
	});
	it.each([
		['light*', 'lights', true],
		['light*', 'light*', true],
		['light*', 'lighting*', true],
		['l?ght', 'light', true],
		['light~', 'light', true],
		['light~~', 'light~', true],
		['*', 'anything*', true],
		['light', 'light*', false],
		['light?', 'light', false],
		['lights', 'light~', false],
		['*a*b*', '*b*a*', false]
	])('%s takes in %s: %s', (wide, narrow, answer) => {
		expect(includesPattern(wide, narrow)).toBe(answer);
	});
	it('gives up rather than run on, and then says no', () => {
		expect(includesPattern(`${'?*'.repeat(14)}a`, `${'*?'.repeat(14)}b`)).toBe(false);
	});
});
