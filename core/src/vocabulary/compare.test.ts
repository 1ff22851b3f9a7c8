/** What changed between two editions of a vocabulary. */
import { describe, expect, it } from 'vitest';
import { blankHeading, compareEditions, type Heading } from './index.ts';

const heading = (id: string, label: string, more: Partial<Heading> = {}): Heading => ({
	...blankHeading(id, label),
	...more
});
const brain = heading('brain', 'Brain diseases');
const compare = (older: Heading[], newer: Heading[]) => compareEditions([brain, ...older], [brain, ...newer]);

describe('two editions', () => {
	it('the same twice says nothing', () => {
		expect(compare([heading('a', 'A')], [heading('a', 'A')])).toEqual([]);
	});
	it('a new heading', () => {
		expect(compare([], [heading('a', 'Postoperative delirium')])).toEqual([
			{ kind: 'new', id: 'a', label: 'Postoperative delirium' }
		]);
	});
	it('a renamed one, whose old name is no further change', () => {
		expect(compare([heading('a', 'Apoplexy')], [heading('a', 'Stroke', { entryTerms: ['Apoplexy'] })])).toEqual([
			{ kind: 'renamed', id: 'a', label: 'Stroke', from: 'Apoplexy' }
		]);
	});
	it('one that moved, by name', () => {
		expect(compare([heading('a', 'A')], [heading('a', 'A', { broader: ['brain'] })])).toEqual([
			{ kind: 'moved', id: 'a', label: 'A', from: [], to: ['Brain diseases'] }
		]);
	});
	it('the order of broader headings is no move', () => {
		expect(
			compare([heading('a', 'A', { broader: ['brain', 'x'] })], [heading('a', 'A', { broader: ['x', 'brain'] })])
		).toEqual([]);
	});
	it('one merged into another, found by any of its names', () => {
		const [change] = compare(
			[heading('a', 'Acute brain syndrome'), heading('d', 'Delirium')],
			[heading('d', 'Delirium', { entryTerms: ['acute Brain Syndrome'] })]
		).filter((one) => one.kind === 'merged');
		expect(change).toEqual({
			kind: 'merged',
			id: 'a',
			label: 'Acute brain syndrome',
			into: 'd',
			intoLabel: 'Delirium'
		});
	});
	it('one withdrawn without an heir', () => {
		expect(compare([heading('a', 'A')], [])).toEqual([{ kind: 'withdrawn', id: 'a', label: 'A' }]);
	});
	it('another scope note, other names gained and lost', () => {
		expect(
			compare(
				[heading('a', 'A', { scopeNote: 'old', entryTerms: ['x', 'y'] })],
				[heading('a', 'A', { scopeNote: 'new', entryTerms: ['y', 'z'] })]
			)
		).toEqual([
			{ kind: 'note', id: 'a', label: 'A', from: 'old', to: 'new' },
			{ kind: 'names', id: 'a', label: 'A', gained: ['z'], lost: ['x'] }
		]);
	});
});
