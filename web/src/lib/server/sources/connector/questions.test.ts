import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { questionsFor } from './questions';

const asked = (records: readonly string[][], characters: number, most: number) => [
	...questionsFor(records, (record) => record, characters, most)
];

describe('records asked for in as few questions as a source takes', () => {
	it('joins clauses up to the ceiling of characters', () => {
		expect(asked([['aaaa'], ['bbbb'], ['cccc']], 12, 10).map(({ query }) => query)).toEqual(['aaaa or bbbb', 'cccc']);
	});
	it('joins clauses up to their most', () => {
		expect(asked([['a', 'b'], ['c'], ['d', 'e']], 100, 3).map(({ query }) => query)).toEqual(['a or b or c', 'd or e']);
	});
	it('asks for a record by its first clause where all of them are too long', () => {
		expect(asked([['aaaa', 'bbbb']], 8, 10).map(({ query }) => query)).toEqual(['aaaa']);
	});
	it('asks for every record once, in order, within both ceilings, and would not fit two neighbours in one', () => {
		const clause = fc.string({ unit: fc.constantFrom('a', 'b'), minLength: 1, maxLength: 12 });
		fc.assert(
			fc.property(
				fc.array(fc.array(clause, { minLength: 1, maxLength: 3 })),
				fc.integer({ min: 12, max: 60 }),
				fc.integer({ min: 1, max: 6 }),
				(records, characters, most) => {
					const all = asked(records, characters, most);
					expect(all.flatMap((one) => one.records)).toEqual(records);
					for (const { query } of all) {
						expect(query.length).toBeLessThanOrEqual(characters);
						expect(query.split(' or ').length).toBeLessThanOrEqual(most);
					}
					all.slice(1).forEach((one, at) => {
						const before = all[at]?.query ?? '';
						const [first = []] = one.records;
						const shortest =
							first.length <= most && first.join(' or ').length <= characters ? first : first.slice(0, 1);
						const both = `${before} or ${shortest.join(' or ')}`;
						expect(both.length > characters || both.split(' or ').length > most).toBe(true);
					});
				}
			)
		);
	});
});
