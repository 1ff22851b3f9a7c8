/** Proposals beside a term. */
import { describe, expect, it } from 'vitest';
import { proposalsAt } from './index.ts';

const isWord = (word: string) => ['day', 'light', 'time'].includes(word);
const told = (text: string, at = 1) => proposalsAt(text, at, isWord).map((one) => `${one.kind}: ${one.text}`);

describe('proposals for a term', () => {
	it('the plural of a short word, whose stem would bring in strangers', () => {
		expect(told('lamp')).toEqual(['singular or plural: lamps']);
		expect(told('diagnosis')).toEqual(expect.arrayContaining(['stem: diagnos*', 'singular or plural: diagnoses']));
	});
	it('a phrase may be proximity, one word, or its first letters', () => {
		expect(told('"day light"')).toEqual(
			expect.arrayContaining(['one word or two: daylight', 'proximity: day WITHIN/3 light'])
		);
		expect(told('"intensive care unit"')).toEqual(expect.arrayContaining(['abbreviation: icu', 'abbreviation: icus']));
		expect(told('daylight')).toContain('one word or two: "day light"');
	});
	it('both spellings, inside a phrase and before a truncation, too', () => {
		expect(told('behaviour')).toContain('British or American: behavior');
		expect(told('"sleep behavior"')).toContain('British or American: "sleep behaviour"');
		expect(told('anaesth*')).toContain('British or American: anesth*');
	});
	it('what the term finds already is not proposed', () => {
		expect(told('lamp*')).toEqual([]);
		expect(told('colo?r~').filter((one) => one.includes('British'))).toEqual([]);
	});
	it('is added beside the term, in brackets, wherever that stands', () => {
		const text = 'ward OR (lamp WITHIN/3 night)';
		const [first] = proposalsAt(text, 10, isWord);
		expect(first && text.slice(0, first.edit.from) + first.edit.insert + text.slice(first.edit.to)).toBe(
			'ward OR ((lamp OR lamps) WITHIN/3 night)'
		);
	});
});
