/** The terms that a strategy in a platform's syntax brings to a concept. */
import { expect, it } from 'vitest';
import { termsOf } from './read-syntax';
import type { ReadStrategyView } from '$lib/contract/platforms';

const view = (...notations: string[]): ReadStrategyView => ({
	profile: 'p',
	lines: notations.map((notation, at) => ({
		number: at + 1,
		text: '',
		count: null,
		notation,
		comment: '',
		faults: []
	})),
	numbered: false,
	errors: 0,
	contradictions: [],
	better: [],
	habit: null
});

it.each([
	['lamp OR "night light" OR {Lamps >}', ['lamp', '"night light"', '{Lamps >}']],
	['ti+ab+kw:(lamp OR light*)', ['lamp', 'light*']],
	['ti:(lamp OR (light* OR "night light"))', ['ti:lamp', 'ti:light*', 'ti:"night light"']],
	['ti:lamp AND ab:light', ['ti:lamp', 'light']],
	['lamp WITHIN/3 night', ['lamp WITHIN/3 night']],
	['#1 OR yr:2010-', []],
	['', []]
])('%j', (notation, terms) => {
	expect(termsOf(view(notation))).toEqual(terms);
});
it('come line by line', () => {
	expect(termsOf(view('lamp', 'ti:light'))).toEqual(['lamp', 'ti:light']);
});
