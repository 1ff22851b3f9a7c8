/** Notes: their direction under NOT, and causes that mark many lines told once. */
import { describe, expect, it } from 'vitest';
import { onResult, toldOnce, type NoteKind, type RenderingNote } from './notes.ts';

const note = (cause: string, message = cause, kind: NoteKind = 'widened'): RenderingNote => ({
	kind,
	cause,
	piece: 'light',
	message,
	next: 'Accept it.',
	effect: null,
	candidates: []
});
const line = (number: number, ...notes: RenderingNote[]) => ({ number, notes });

describe('the direction of a note', () => {
	it.each([
		['widened', 'narrowed'],
		['narrowed', 'widened'],
		['adjusted', 'adjusted'],
		['to decide', 'to decide'],
		['by hand', 'by hand'],
		['decided', 'decided']
	] as const)('%s is %s right of a NOT', (kind, flipped) => {
		expect([onResult(kind, false), onResult(kind, true)]).toEqual([kind, flipped]);
		expect(onResult(onResult(kind, true), true)).toBe(kind);
	});
});

describe('causes of many lines', () => {
	it('are told once, with the lines, and no longer at each', () => {
		const { lines, general } = toldOnce([
			line(1, note('distance')),
			line(2, note('distance'), note('no-main')),
			line(5, note('distance'))
		]);
		expect(general).toMatchObject([{ cause: 'distance', kind: 'widened', lines: [1, 2, 5] }]);
		expect(general[0]).not.toHaveProperty('piece');
		expect(lines.map(({ notes }) => notes.map(({ cause }) => cause))).toEqual([[], ['no-main'], []]);
	});
	it('stay at their lines where they are few, or another thing is meant by each', () => {
		const two = [line(1, note('distance')), line(2, note('distance'))];
		expect(toldOnce(two)).toEqual({ lines: two, general: [] });
		const pieces = [1, 2, 3, 4].map((number) => line(number, note('other-vocabulary')));
		expect(toldOnce(pieces).general).toEqual([]);
		const distances = [1, 2, 3].map((number) => line(number, note('distance', `Distance ${number}`)));
		expect(toldOnce(distances).general).toEqual([]);
	});
	it('count each line once, however often it says the same', () => {
		const twice = [line(1, note('distance'), note('distance')), line(2, note('distance'))];
		expect(toldOnce(twice).general).toEqual([]);
	});
	it('of another direction are another cause', () => {
		const mixed = [
			line(1, note('wider-fields')),
			line(2, note('wider-fields')),
			line(3, note('wider-fields', 'wider-fields', 'narrowed'))
		];
		expect(toldOnce(mixed).general).toEqual([]);
	});
	it('keep everything else of a line', () => {
		const rich = [1, 2, 3].map((number) => ({ ...line(number, note('distance')), text: `t${number}` }));
		expect(toldOnce(rich).lines.map(({ text, number }) => [text, number])).toEqual([
			['t1', 1],
			['t2', 2],
			['t3', 3]
		]);
	});
});
