/** Runs of lines of one concept, and what folding hides. */
import { describe, expect, it } from 'vitest';
import { runsOf, type LineFacts } from './bands';
import { linesAt, sidesAt } from './partners';
import { parse } from '@wide-lantern/core/editor';

const line = (concept: string | null, joining = false): LineFacts => ({
	id: '',
	concept,
	letter: '',
	name: '',
	hue: 0,
	joining,
	label: '',
	note: '',
	total: ''
});
const runs = (...lines: LineFacts[]) =>
	runsOf(lines).map(({ concept, first, last, hidden }) => [concept, first, last, hidden]);

describe('runs', () => {
	it('are neighbouring lines of one concept; folding leaves the joining line', () => {
		expect(runs(line('a'), line('a'), line('a', true), line('b'), line('b'), line(null))).toEqual([
			['a', 1, 3, [1, 2]],
			['b', 4, 5, [4, 5]]
		]);
	});
	it('what stands below the joining stays; one line alone has nothing to fold', () => {
		expect(runs(line('a'), line('a', true), line('a'))).toEqual([['a', 1, 3, [1, 1]]]);
		expect(runs(line('a', true), line(null), line('a'))).toEqual([
			['a', 1, 1, null],
			['a', 3, 3, null]
		]);
	});
	it('a line that is not stored yet parts them', () => {
		expect(runsOf([line('a'), undefined, line('a')]).length).toBe(2);
	});
});

describe('what belongs together at the cursor', () => {
	it.each([
		['#4 AND #12', 8, [12]],
		['#4 AND #12', 4, []],
		['ANY(#1-#3, #7)', 2, [1, 2, 3, 7]],
		['light', 2, []]
	])('%s at %i points to %j', (text, at, lines) => {
		expect(linesAt(text, at)).toEqual(lines);
	});
	it('the sides of a proximity are shown on its operator only', () => {
		const text = '(light* OR lamp) WITHIN/3 day';
		const { tree } = parse(text);
		const shown = (at: number) => tree && sidesAt(tree, text, at)?.map(({ from, to }) => text.slice(from, to));
		expect(shown(19)).toEqual(['light* OR lamp', 'day']);
		expect(shown(3)).toBeFalsy();
	});
});
