import { describe, expect, it } from 'vitest';
import { formatCount } from './fresh.svelte';
import { ResultFall, type CountedView } from './result-fall';

const counted = (...lines: readonly (readonly [id: string, text: string, count: number | null])[]): CountedView => ({
	final: lines.at(-1)?.[0] ?? null,
	lines: lines.map(([id, text, count], at) => ({ id, number: at + 1, text, count }))
});

describe('a result that falls', () => {
	it('by more than half is said with the one line that was changed, and no more once it rises', () => {
		const fall = new ResultFall();
		expect(fall.see(counted(['a', 'lamp', 90], ['r', '#1', 90]))).toBe('');
		expect(fall.see(counted(['a', 'lamps', 40], ['r', '#1', 40]))).toBe(
			'Line 2, the result, fell from 90 to 40 records with the change in line 1. If you did not mean that, undo it (Ctrl Z).'
		);
		// A further fall by less keeps what was said.
		expect(fall.see(counted(['a', 'lampss', 39], ['r', '#1', 39]))).toBeNull();
		expect(fall.see(counted(['a', 'lamp', 90], ['r', '#1', 90]))).toBe('');
	});
	it('names no line where several were changed', () => {
		const fall = new ResultFall();
		fall.see(counted(['a', 'lamp', 90], ['b', 'x', 1], ['r', '#1', 1_200]));
		const said = fall.see(counted(['a', 'l', 9], ['b', 'y', 1], ['r', '#1', 9]));
		expect(said).toContain(`Line 3, the result, fell from ${formatCount(1_200)} to 9 records. If`);
	});
	it('is not said to who edits the result itself, of few records, or of another result', () => {
		const fall = new ResultFall();
		fall.see(counted(['r', 'lamp', 90]));
		expect(fall.see(counted(['r', 'lamps', 4]))).toBeNull();
		expect(fall.see(counted(['a', 'x', 2], ['r', 'lamps', 1]))).toBeNull();
		expect(fall.see(counted(['r', 'lamps', 50], ['s', '#1', 3]))).toBe('');
	});
	it('is not judged while a count is missing', () => {
		const fall = new ResultFall();
		fall.see(counted(['a', 'lamp', 90], ['r', '#1', 90]));
		expect(fall.see(counted(['a', '(lamp', null], ['r', '#1', null]))).toBeNull();
		expect(fall.see({ final: null, lines: [] })).toBeNull();
		expect(fall.see(counted(['a', 'lam', 3], ['r', '#1', 3]))).toContain('fell from 90 to 3');
	});
});
