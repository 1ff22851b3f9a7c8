/** One text changed by two people: both changes where they lie apart, a question where they touch. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Conflict, Edit, Json } from '@wide-lantern/core';
import { mergedEdits } from './merge-edits';
import { mergeText } from './merge-text';

describe('a text that two people changed', () => {
	it.each([
		['Do lamps help?', 'Do warm lamps help?', 'Do lamps help adults?', 'Do warm lamps help adults?'],
		['one two three four', 'one 2 three four', 'one two three 4', 'one 2 three 4'],
		['a OR b', 'a OR b', 'a OR b OR c', 'a OR b OR c'],
		[
			'first\nsecond\nthird',
			'first line\nsecond\nthird',
			'first\nsecond\nthird line',
			'first line\nsecond\nthird line'
		],
		['same', 'other', 'other', 'other'],
		['délire 光療 x', 'délire aigu 光療 x', 'délire 光療 y', 'délire aigu 光療 y']
	])('%j as %j and as %j', (before, theirs, mine, both) => {
		expect(mergeText(before, theirs, mine)).toBe(both);
	});
	it.each([
		['a OR b', 'a OR b OR c', 'a OR b OR d'],
		['Do lamps help?', 'Do lights help?', 'Do lanterns help?'],
		['lamp', 'lamp*', 'lamps'],
		['', 'one', 'two'],
		['gone soon', '', 'gone very soon']
	])('%j is asked about where both changed one place', (before, theirs, mine) => {
		expect(mergeText(before, theirs, mine)).toBeNull();
	});
	it('an anchor is one piece: it is kept whole or changed as a whole', () => {
		const anchor = (body: string) => `\uE000${body}\uE001`;
		const [one, other] = [anchor('line-1'), anchor('line-2')];
		expect(mergeText(`${one} AND sleep`, `${one} AND rest`, `${other} AND sleep`)).toBe(`${other} AND rest`);
		expect(mergeText(`${one} AND sleep`, `${anchor('line-3')} AND sleep`, `${other} AND sleep`)).toBeNull();
	});
	it('is the same whoever came first, and each change alone is itself', () => {
		const word = fc.constantFrom('a', 'b', 'lamp', 'OR', 'AND', '(', ')', '光');
		const text = fc.array(word, { maxLength: 12 }).map((words) => words.join(' '));
		fc.assert(
			fc.property(text, text, text, (before, theirs, mine) => {
				expect(mergeText(before, theirs, mine)).toBe(mergeText(before, mine, theirs));
				expect(mergeText(before, before, mine)).toBe(mine);
				expect(mergeText(before, theirs, before)).toBe(theirs);
			})
		);
	});
	it('far apart, both are in it, whatever they are', () => {
		const some = fc.string({ unit: fc.constantFrom('x', 'y', ' '), minLength: 1, maxLength: 6 });
		fc.assert(
			fc.property(some, some, (left, right) => {
				const middle = 'one two three';
				expect(mergeText(`A ${middle} B`, `A${left} ${middle} B`, `A ${middle} ${right}B`)).toBe(
					`A${left} ${middle} ${right}B`
				);
			})
		);
	});
	it('that has become quite another is asked about', () => {
		const long = (word: string) => Array.from({ length: 500 }, (_, at) => `${word}${at}`).join(' ');
		expect(mergeText(`start ${long('a')} end`, `start ${long('b')} end`, `begin ${long('a')} end`)).toBeNull();
	});
});

describe('edits that meet those of others', () => {
	const line = { id: 'l', source: 'warm lamp* OR light', role: 'words', concept: 'c' };
	const current = { lines: [line] } as unknown as Json;
	const set = (name: string, value: string): Edit => ({ do: 'set', at: ['lines', 'l', name], value });
	const conflict = (name: string, yours: string): Conflict => ({ at: ['lines', 'l', name], yours, theirs: '' });
	const before = [{ at: ['lines', 'l', 'source'], text: 'lamp* OR light' }];

	it('keep both texts, and leave what follows from the text to be recognised anew', () => {
		expect(
			mergedEdits(
				[set('source', 'lamp* OR light OR sun'), set('label', 'Lamps')],
				[conflict('source', 'lamp* OR light OR sun'), conflict('label', 'Lamps')],
				before,
				current
			)
		).toEqual([set('source', 'warm lamp* OR light OR sun')]);
	});
	it('are asked about where one of several cannot be put together, or nothing is known of before', () => {
		const conflicts = [conflict('source', 'lamp* OR light OR sun'), conflict('note', 'mine')];
		const edits = [set('source', 'lamp* OR light OR sun'), set('note', 'mine')];
		expect(mergedEdits(edits, conflicts, before, current)).toBeNull();
		expect(mergedEdits(edits, conflicts.slice(0, 1), [], current)).toBeNull();
		expect(mergedEdits(edits, conflicts.slice(0, 1), before, current)).toEqual([
			set('source', 'warm lamp* OR light OR sun'),
			set('note', 'mine')
		]);
	});
	it('on something that was removed are asked about', () => {
		expect(mergedEdits([set('source', 'x')], [conflict('source', 'x')], before, { lines: [] } as Json)).toBeNull();
	});
});
