/** The terms of a line, in its text and in its query, go together one by one. */
import { describe, expect, it } from 'vitest';
import { buildIndex } from '../collection/index.ts';
import { NO_SURROUNDINGS, bind, parse, type Query } from '../query/index.ts';
import { blankRecord } from '../records/index.ts';
import { emptyTerms, queryTerms, termPlaces, termsOf } from './index.ts';

const bound = (text: string): { tree: NonNullable<ReturnType<typeof parse>['tree']>; query: Query } => {
	const { tree } = parse(text);
	const query = tree && bind(tree, NO_SURROUNDINGS).query;
	if (!tree || !query) throw new Error(`${text} cannot be read`);
	return { tree, query };
};

describe('terms', () => {
	it.each([
		['light OR "day lamp" OR (sun WITHIN/3 rise)', ['light', '"day lamp"', 'sun WITHIN/3 rise']],
		['ti:(light OR lamp) AND yr:2010-', ['light', 'lamp']],
		['(light OR x-ray) NOT la:(english OR french)', ['light', 'x-ray']],
		['((a* OR b) WITHIN/2 c) BEFORE/4 "d e"', ['((a* OR b) WITHIN/2 c) BEFORE/4 "d e"']],
		['has:ab', []]
	])('of %s', (text, expected) => {
		const { tree, query } = bound(text);
		const places = termPlaces(tree).map(({ from, to }) => text.slice(from, to));
		expect(places).toEqual(expected);
		expect(termsOf(query)).toHaveLength(expected.length);
	});

	it('that no record holds are told by their place; a line that is off has none', () => {
		const index = buildIndex([{ ...blankRecord('1'), titles: ['light day'] }], () => undefined);
		const line = (id: string, text: string, off = false) => ({
			id,
			number: 1,
			off,
			empty: false,
			query: bound(text).query
		});
		expect(emptyTerms([line('1', 'light OR lamp OR "day light"'), line('2', 'lamp', true)], index)).toEqual([
			[1, 2],
			[]
		]);
	});

	it('of a line over the lines that it uses, each once, without those that a NOT takes out', () => {
		const lines = [
			{ id: 'a', query: bound('light OR lamp').query },
			{ id: 'b', query: bound('light OR sun').query },
			{
				id: 'c',
				query: {
					kind: 'not',
					keep: {
						kind: 'and',
						parts: [
							{ kind: 'line', id: 'a' },
							{ kind: 'line', id: 'b' }
						]
					},
					drop: bound('mice').query
				} satisfies Query
			}
		];
		expect(queryTerms(lines, 'c').map((one) => (one.kind === 'word' ? one.pattern : ''))).toEqual([
			'light',
			'lamp',
			'sun'
		]);
	});
});
