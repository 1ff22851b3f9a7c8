/** Versions beside each other: by identity, so that a moved line is a move. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyEdits, type Json } from '../document/index.ts';
import type { StrategyLine } from '../enquiry/index.ts';
import { compareLines, restoringEdits } from './index.ts';

const line = (id: string, source = id, more: Partial<StrategyLine> = {}) =>
	({
		id,
		source,
		concept: null,
		strand: null,
		role: 'words',
		label: '',
		note: '',
		off: false,
		...more
	}) satisfies StrategyLine;
const texts = (lines: readonly StrategyLine[]) => lines.map((one) => ({ line: one, text: one.source }));
const changes = (before: readonly StrategyLine[], after: readonly StrategyLine[]) =>
	compareLines(texts(before), texts(after)).map(
		(one) =>
			`${one.id} ${one.change}${one.moved && one.change !== 'moved' ? ' moved' : ''}${one.what.length > 0 ? ` ${one.what.join('+')}` : ''}`
	);

describe('lines compared', () => {
	const before = [line('a'), line('b'), line('c'), line('d')];
	it('a line in the middle is new; those below it are the same, whatever their numbers', () => {
		const after = [line('a'), line('x'), line('b'), line('c'), line('d')];
		expect(changes(before, after)).toEqual(['a same', 'x new', 'b same', 'c same', 'd same']);
		expect(compareLines(texts(before), texts(after))[2]).toMatchObject({ before: 2, after: 3 });
	});
	it('a moved line is a move, and only it', () => {
		expect(changes(before, [line('d'), line('a'), line('b'), line('c')])).toEqual([
			'd moved',
			'a same',
			'b same',
			'c same'
		]);
	});
	it('a line that is gone stands where it stood', () => {
		expect(changes(before, [line('a'), line('c'), line('d')])).toEqual(['a same', 'b gone', 'c same', 'd same']);
		expect(changes([line('a')], [])).toEqual(['a gone']);
	});
	it('tells what of a line is different', () => {
		expect(
			changes(before, [
				line('b', 'B', { label: 'l', off: true }),
				line('a'),
				line('c', 'c', { concept: 'k', note: 'n', role: 'mixed' }),
				line('d')
			])
		).toEqual(['b changed moved text+label+switch', 'a same', 'c changed note+concept+role', 'd same']);
	});
});

it('what is restored is what stood there, from any state to any other', () => {
	const lists = fc.uniqueArray(
		fc.record({ id: fc.constantFrom(...'abcdefgh'), source: fc.constantFrom('x', 'y', 'z'), off: fc.boolean() }),
		{
			selector: (one) => one.id,
			maxLength: 8
		}
	);
	const strategies = lists.map((lines) => ({
		concepts: [],
		lines: lines.map((one) => line(one.id, one.source, { off: one.off }))
	}));
	fc.assert(
		fc.property(strategies, strategies, (now, then) => {
			const restored = applyEdits(now as unknown as Json, restoringEdits(now, then));
			expect(restored).toMatchObject({ document: then });
		})
	);
});
