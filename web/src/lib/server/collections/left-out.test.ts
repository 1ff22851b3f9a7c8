/** Changes of a collection, played through on plain lists. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { leftOutBy, stretchesOf, type Change } from './left-out';

describe('what an index still holds', () => {
	it('is what the list of records still begins with, whatever has happened to it', () => {
		const step = fc.record({
			leaving: fc.uniqueArray(fc.nat(30), { maxLength: 10 }),
			changedAt: fc.option(fc.nat(30)),
			coming: fc.nat(5)
		});
		fc.assert(
			fc.property(fc.integer({ min: 1, max: 30 }), fc.array(step, { maxLength: 5 }), (size, steps) => {
				let [records, next] = [Array.from({ length: size }, (_, number) => number), size];
				const changes: Pick<Change, 'from' | 'without'>[] = [];
				for (const { leaving, changedAt, coming } of steps) {
					const without = leaving.filter((one) => one < records.length).sort((a, b) => a - b);
					records = records.filter((_, number) => !without.includes(number));
					const from = Math.min(changedAt ?? Infinity, records.length);
					// From there on all count as changed.
					records = [...records.slice(0, from), ...records.slice(from).map(() => next++)];
					for (let more = 0; more < coming; more++) records.push(next++);
					changes.push({ from, without: stretchesOf(without) });
				}
				const kept = records.filter((one) => one < size);
				const left = leftOutBy(changes, size);
				expect(left === null ? [] : Array.from({ length: size }, (_, at) => at).filter((at) => !left.has(at))).toEqual(
					kept
				);
				expect(records.slice(0, kept.length)).toEqual(kept);
			})
		);
	});
	it('is everything where nothing has happened, and nothing where the first record has changed', () => {
		expect(leftOutBy([], 3)?.count()).toBe(0);
		expect(leftOutBy([{ from: 0 }], 3)).toBeNull();
	});
	it('is remembered by stretches of numbers in a row', () => {
		expect(stretchesOf([1, 2, 3, 7, 9, 10])).toEqual([
			[1, 4],
			[7, 8],
			[9, 11]
		]);
	});
});
