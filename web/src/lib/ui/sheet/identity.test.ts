/** Lines keep their identity through text editing. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { difference, reassign } from './identity';

let made = 0;
const fresh = () => `new${++made}`;
const whole = (old: readonly string[], now: readonly string[]) => [
	{ oldFrom: 0, oldTo: old.length, newFrom: 0, newTo: now.length }
];
const after = (old: string[], now: string[]) => {
	made = 0;
	return reassign(
		old.map((_, at) => `L${at + 1}`),
		old,
		now,
		whole(old, now),
		fresh
	);
};

describe('identity of lines', () => {
	it.each([
		['typing in a line', ['a', 'b'], ['a', 'bc'], ['L1', 'L2']],
		['a line put in between', ['a', 'b'], ['a', 'x', 'b'], ['L1', 'new1', 'L2']],
		['Enter at the front pushes the line down', ['a', 'b'], ['', 'a', 'b'], ['new1', 'L1', 'L2']],
		['Enter in the middle: the first half keeps it', ['ab'], ['a', 'b'], ['L1', 'new1']],
		['a line cut', ['a', 'b', 'c'], ['a', 'c'], ['L1', 'L3']],
		['two lines drawn together', ['a', 'b', 'c'], ['ab', 'c'], ['L1', 'L3']],
		['everything pasted over', ['a', 'b'], ['x', 'y', 'z'], ['L1', 'L2', 'new1']]
	])('%s', (_, old, now, expected) => {
		expect(after(old, now)).toEqual(expected);
	});

	it('gives every line one identity and none twice', () => {
		const lines = fc.array(fc.constantFrom('', 'a', 'b', 'c'), { minLength: 1, maxLength: 6 });
		fc.assert(
			fc.property(lines, lines, (old, now) => {
				const ids = after(old, now);
				expect(ids).toHaveLength(now.length);
				expect(new Set(ids).size).toBe(ids.length);
			})
		);
	});
});

describe('the smallest replacement', () => {
	it('turns one text into the other', () => {
		fc.assert(
			fc.property(fc.string(), fc.string(), (from, to) => {
				const change = difference(from, to);
				expect(change === null ? from : from.slice(0, change.from) + change.insert + from.slice(change.to)).toBe(to);
			})
		);
	});
});
