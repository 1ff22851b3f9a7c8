/** What a heading brings: the laws of notation.md, section 7, and leave-one-out, on random records. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { buildIndex } from '../collection/index.ts';
import { blankRecord, type BibliographicRecord } from '../records/index.ts';
import { blankHeading, Vocabulary } from '../vocabulary/index.ts';
import { headingFigures, type Branch } from './index.ts';

const heading = (id: string, label: string, broader: string[], entryTerms: string[] = []) => ({
	...blankHeading(id, label),
	broader,
	entryTerms,
	qualifiers: ['c', 'h']
});
const vocabulary = new Vocabulary({
	id: 'v',
	name: 'V',
	edition: '1',
	qualifiers: [
		{ code: 'c', name: 'care', note: '' },
		{ code: 'h', name: 'harm', note: '' }
	],
	headings: [
		heading('1', 'Lamp, Bright', [], ['lantern', 'light source']),
		heading('2', 'Small', ['1']),
		heading('3', 'Both', ['1', '2']),
		heading('4', 'Apart', [])
	]
});
const assigned = fc.uniqueArray(
	fc.record({
		vocabulary: fc.constant('v'),
		heading: fc.constantFrom('1', '2', '3', '4'),
		main: fc.boolean(),
		qualifiers: fc.subarray(['care', 'harm'])
	}),
	{ maxLength: 4, selector: (one) => one.heading }
);
const record: fc.Arbitrary<BibliographicRecord> = fc
	.record({
		headings: assigned,
		titles: fc.constantFrom('a bright lamp', 'the lantern', 'no light', 'lamp bright').map((one) => [one])
	})
	.map((one) => ({ ...blankRecord('x'), ...one }));

/** Ways to take heading 1, with the headings that then count. */
const WAYS: readonly (readonly [Branch, readonly string[]])[] = [
	[{ reach: 'this' }, ['1']],
	[{ reach: 'narrower', except: [] }, ['1', '2', '3']],
	[{ reach: 'narrower', except: ['3'] }, ['1', '2']],
	[{ reach: 'picked', picked: ['3'] }, ['1', '3']]
];

describe('what a heading brings', () => {
	it('is what counting record by record gives', () => {
		fc.assert(
			fc.property(
				fc.array(record, { minLength: 1, maxLength: 20 }),
				fc.constantFrom(...WAYS),
				(records, [way, kept]) => {
					const index = buildIndex(
						records.map((one, at) => ({ ...one, id: `R${at}` })),
						(_, id) => vocabulary.get(id)?.label
					);
					const figures = headingFigures(index, vocabulary, '1', way);
					const branch = ['1', '2', '3'];
					const count = (test: (one: BibliographicRecord) => boolean) => records.filter(test).length;
					const has = (
						one: BibliographicRecord,
						ids: readonly string[],
						test: (each: BibliographicRecord['headings'][number]) => boolean = () => true
					) => one.headings.some((each) => ids.includes(each.heading) && test(each));
					expect(figures?.all).toEqual({
						alone: count((one) => has(one, ['1'])),
						narrower: count((one) => has(one, branch)),
						taken: count((one) => has(one, kept))
					});
					expect(figures?.main).toEqual({
						alone: count((one) => has(one, ['1'], (each) => each.main)),
						narrower: count((one) => has(one, branch, (each) => each.main)),
						taken: count((one) => has(one, kept, (each) => each.main))
					});
					expect(figures?.qualifiers).toEqual(
						['care', 'harm'].map((name) => ({
							code: name.slice(0, 1),
							name,
							alone: count((one) => has(one, ['1'], (each) => each.qualifiers.includes(name))),
							narrower: count((one) => has(one, branch, (each) => each.qualifiers.includes(name))),
							taken: count((one) => has(one, kept, (each) => each.qualifiers.includes(name)))
						}))
					);
					for (const { id, records: own, unique } of figures?.brings ?? []) {
						const others = branch.filter((one) => one !== id);
						expect(own).toBe(count((one) => has(one, [id])));
						expect(unique).toBe(count((one) => has(one, branch)) - count((one) => has(one, others)));
					}
					const [main = 0, alone = 0, narrower = 0, named = 0, allNames = 0] = figures?.breadth ?? [];
					expect([main <= alone, alone <= narrower, narrower <= named, named <= allNames]).toEqual([
						true,
						true,
						true,
						true
					]);
					expect(named).toBe(count((one) => has(one, branch) || one.titles[0] === 'a bright lamp'));
					expect(allNames).toBe(
						count((one) => has(one, branch) || one.titles[0] === 'a bright lamp' || one.titles[0] === 'the lantern')
					);
				}
			),
			{ numRuns: 200 }
		);
	});
	it('is nothing for a heading that is not there', () => {
		expect(
			headingFigures(
				buildIndex([], () => undefined),
				vocabulary,
				'9'
			)
		).toBeNull();
	});
});
