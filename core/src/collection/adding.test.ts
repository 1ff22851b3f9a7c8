/** Records added behind an index, of which some may be left out: byte for byte the index of all of them, read at once. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { blankRecord, type BibliographicRecord } from '../records/index.ts';
import { buildIndex, CollectionIndex, RecordSet } from './index.ts';
import { label, recordsUpTo, WORDS } from './test-records.ts';

const bytes = ({ buffer }: { readonly buffer: ArrayBufferLike }) => new Uint8Array(buffer);
/** As it comes from its file, in memory that threads share. */
const filed = (index: CollectionIndex): CollectionIndex => {
	const shared = new SharedArrayBuffer(index.buffer.byteLength);
	new Uint8Array(shared).set(bytes(index));
	const opened = CollectionIndex.open(shared);
	if (!opened.ok) throw new Error(opened.code);
	return opened.index;
};
const words = (count: number, from: number) =>
	Array.from({ length: count }, (_, at) => `${WORDS[(at + from) % 3] ?? ''} w${(at * 7 + from) % 400}`).join(' ');
const long = (count: number): BibliographicRecord[] =>
	Array.from({ length: count }, (_, at) => ({
		...blankRecord(`R${at}`),
		titles: [words(3, at)],
		abstract: words(at % 50 === 0 ? 2_000 : 40, at)
	}));

describe('records added behind an index', () => {
	it('make the index of all records, wherever they were cut and in whatever stretches', () => {
		fc.assert(
			fc.property(
				recordsUpTo(60),
				fc.array(fc.nat(60), { minLength: 1, maxLength: 3 }),
				fc.integer({ min: 1, max: 200 }),
				(all, cuts, stretch) => {
					const ends = [...cuts.map((cut) => Math.min(cut, all.length)).sort((a, b) => a - b), all.length];
					let [grown, from] = [buildIndex([], label), 0];
					for (const end of ends) {
						grown = buildIndex(all.slice(from, end), label, { onto: filed(grown), stretch, madeFrom: 'x' });
						from = end;
					}
					expect(bytes(grown)).toEqual(bytes(buildIndex(all, label, { madeFrom: 'x' })));
				}
			),
			{ numRuns: 120 }
		);
	});
	it('keep long places, far pairs and bit containers as they were', () => {
		const all = long(300);
		const first = filed(buildIndex(all.slice(0, 170), label));
		expect(bytes(buildIndex(all.slice(170), label, { onto: first }))).toEqual(bytes(buildIndex(all, label)));
	});
	it('make the index of those that stay where some are left out, step by step', () => {
		fc.assert(
			fc.property(
				recordsUpTo(40),
				fc.array(fc.tuple(fc.array(fc.nat(40), { maxLength: 12 }), recordsUpTo(12)), { minLength: 1, maxLength: 3 }),
				(begun, changes) => {
					let [grown, all] = [buildIndex(begun, label), begun];
					for (const [leaving, coming] of changes) {
						const without = RecordSet.of(
							all.length,
							leaving.filter((one) => one < all.length)
						);
						grown = buildIndex(coming, label, { onto: filed(grown), without });
						all = [...all.filter((_, number) => !without.has(number)), ...coming];
						expect(grown.size).toBe(all.length);
					}
					expect(bytes(grown)).toEqual(bytes(buildIndex(all, label)));
				}
			),
			{ numRuns: 120 }
		);
	});
	it('may lose the longest, all of one word, and all of them', () => {
		const all = long(300);
		const whole = filed(buildIndex(all, label));
		for (const stays of [
			(at: number) => at % 50 !== 0,
			(at: number) => at % 2 === 0,
			(at: number) => at === 299,
			() => false
		]) {
			const without = RecordSet.of(
				300,
				[...all.keys()].filter((at) => !stays(at))
			);
			const kept = all.filter((_, at) => stays(at));
			expect(bytes(buildIndex([], label, { onto: whole, without }))).toEqual(bytes(buildIndex(kept, label)));
		}
	});
});
