import type { RenderedLine } from '@wide-lantern/core/editor';
import { describe, expect, it } from 'vitest';
import { pastedCounts, withoutGaps } from './pasted-counts';

const written = ['lamp', 'glow', 'lamp OR glow'].map(
	(text, at) => ({ id: `l${at}`, number: at + 4, written: at + 1, text }) as RenderedLine
);
const counts = (text: string, oneString = false) =>
	pastedCounts(text, written, oneString).map(({ id, count }) => [id, count]);

describe('counts that were copied', () => {
	it('alone are taken one after the other, whatever stands between their digits', () => {
		expect(counts('1,204\n88\n\n1 290\n')).toEqual([
			['l0', 1204],
			['l1', 88],
			['l2', 1290]
		]);
		expect(counts('1\u202F204\n1.290')).toEqual([
			['l0', 1204],
			['l1', 1290]
		]);
	});
	it('alone and more than there are lines are not made up', () => {
		expect(counts('1\n2\n3\n4')).toHaveLength(3);
	});
	it('with the numbers of lines go to these lines, in whatever order', () => {
		expect(counts('3. lamp OR glow  1,290\n1. lamp  1,204')).toEqual([
			['l0', 1204],
			['l2', 1290]
		]);
		expect(counts('1\tlamp\t1,204\n9\tlamp\t88')).toEqual([['l0', 1204]]);
	});
	it('of a platform without lines are those of the whole', () => {
		expect(pastedCounts('lamp or\nglow (12)', written.slice(0, 1), true).map(({ count }) => count)).toEqual([12]);
	});
	it('are none in a text without counts', () => {
		expect(counts('')).toEqual([]);
		expect(counts('lamp\nglow')).toEqual([]);
	});
	it('are kept with the lines that have none', () => {
		const kept = withoutGaps(written, pastedCounts('2. glow  7', written, false));
		expect(kept.map(({ number, text, count }) => [number, text, count])).toEqual([
			[1, 'lamp', null],
			[2, 'glow', 7],
			[3, 'lamp OR glow', null]
		]);
	});
});
