/** The kernel: compiled from what stands beside it, one builder's at a time, and clean for the next. */
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compiledKernel } from '../../kernel/compile.ts';
import { blankRecord } from '../records/index.ts';
import { ByteWriter } from './bytes.ts';
import { buildIndex, IndexBuilder } from './index.ts';
import { KERNEL_CODE } from './kernel-code.ts';
import { Kernel } from './kernel.ts';
import { LONG } from './postings-writer.ts';
import { TokenStretches } from './stretches.ts';
import { backwardsOrder, orderOf } from './word-order.ts';
import { label, recordsUpTo } from './test-records.ts';

describe('the kernel', () => {
	it('is what its source compiles to', async () => {
		expect(Buffer.from(await compiledKernel()).toString('base64'), 'npm run kernel compiles it anew').toBe(KERNEL_CODE);
	}, 60_000);
	it('agrees with the rest about what is long', () => {
		const source = readFileSync(new URL('../../kernel/kernel.ts', import.meta.url), 'utf8');
		expect(/const LONG: u32 = (\d+);/.exec(source)?.[1]).toBe(String(LONG));
	});
	it('serves builders that run side by side, and one after the other', () => {
		fc.assert(
			fc.property(recordsUpTo(30), recordsUpTo(30), (first, second) => {
				const builders = [new IndexBuilder(label), new IndexBuilder(label)] as const;
				for (let at = 0; at < 30; at++) {
					const [one, two] = [first[at], second[at]];
					if (one) builders[0].add(one);
					if (two) builders[1].add(two);
				}
				const side = builders.map((builder) => new Uint8Array(builder.finish().buffer));
				expect(side).toEqual([first, second].map((all) => new Uint8Array(buildIndex(all, label).buffer)));
			}),
			{ numRuns: 40 }
		);
	});
	it('gives out memory that does not overlap, and takes it back', () => {
		const kernel = Kernel.take();
		const mark = kernel.mark();
		const places = [1, 63, 64, 65, 70_000, 3].map((bytes) => [kernel.room(bytes), bytes] as const);
		for (const [at, bytes] of places) kernel.bytes(at, bytes).fill(bytes);
		for (const [at, bytes] of places) expect(new Set(kernel.bytes(at, bytes))).toEqual(new Set([bytes & 255]));
		kernel.release(mark);
		expect(kernel.room(1)).toBe(places[0]?.[0]);
		for (const bytes of [2 ** 31, 2 ** 32 + 5, 2 ** 40])
			expect(() => kernel.room(bytes)).toThrow('cannot be indexed in one piece');
		// What was refused has not been given out.
		expect(kernel.room(1)).toBeLessThan(2 ** 20);
		kernel.free();
	});
});

describe('many words', () => {
	/** Many that share their first bytes, with signs on both sides of the surrogates. */
	const word = fc
		.tuple(
			fc.constantFrom('', 'aaaaaaa', 'aaaaaaaa', 'aaaaaaaaa', 'éééé', 'x'.repeat(40)),
			fc.string({ unit: fc.constantFrom(...'ab1é光'.split(''), '\u{1D49C}', '\uE000', '\uFF41'), maxLength: 9 })
		)
		.map((parts) => parts.join(''));
	const words = fc.uniqueArray(word, { maxLength: 160 });
	const plainOf = (all: readonly string[]) => {
		const bytes = all.map((one) => Buffer.from(one));
		return {
			bytes: new Uint8Array(Buffer.concat(bytes)),
			starts: Uint32Array.from(
				[0, ...bytes.keys()].map((_, at) => bytes.slice(0, at).reduce((sum, one) => sum + one.length, 0))
			)
		};
	};
	const ascending = (all: readonly string[]) =>
		[...all.keys()].sort((a, b) => ((all[a] ?? '') < (all[b] ?? '') ? -1 : 1));

	it('have the order of sort(), read forwards and backwards', () => {
		const kernel = Kernel.take();
		fc.assert(
			fc.property(words, (all) => {
				expect([...orderOf(plainOf(all), kernel)]).toEqual(ascending(all));
				expect([...backwardsOrder(plainOf(all), kernel)]).toEqual(
					ascending(all.map((one) => [...one].reverse().join('')))
				);
			}),
			{ numRuns: 150 }
		);
		kernel.free();
	});
	it('that are alike for thousands of letters are sorted all the same', () => {
		const kernel = Kernel.take();
		const all = Array.from(
			{ length: 60 },
			(_, at) => 'x'.repeat(20_000 + (at % 7) * 8) + String.fromCharCode(97 + ((at * 11) % 26)) + at.toString()
		);
		expect([...orderOf(plainOf(all), kernel)]).toEqual(ascending(all));
		kernel.free();
	});
});

describe('a stretch, sorted by word', () => {
	/** Words by their numbers; entries of a record with a field each. */
	const entry = fc.record({
		field: fc.nat(6),
		words: fc.array(fc.nat(5), { minLength: 1, maxLength: 12 }),
		gap: fc.constantFrom(0, 1, 130, 20_000)
	});
	const record = fc.array(entry, { maxLength: 4 });

	/** The same without kernel: by word, its records with fields and places. */
	function plain(
		records: readonly (readonly { field: number; words: readonly number[]; gap: number }[])[],
		word: number
	) {
		return records.flatMap((entries, number) => {
			let [fields, place] = [0, 0];
			const places: number[] = [];
			for (const one of entries) {
				place += one.gap;
				for (const own of one.words) {
					if (own === word) {
						fields |= 1 << one.field;
						places.push(place);
					}
					place++;
				}
			}
			return places.length > 0 ? [{ record: number, fields, places }] : [];
		});
	}
	const written = (places: readonly number[]) => {
		const bytes = new ByteWriter();
		places.forEach((place, at) => bytes.number(place - (places[at - 1] ?? 0)));
		const long = new ByteWriter();
		if (bytes.length >= LONG) long.number(bytes.length);
		long.copy(bytes.written());
		return { bytes: [...long.written()], length: Math.min(LONG, bytes.length) };
	};

	function sorted(
		records: readonly (readonly { field: number; words: readonly number[]; gap: number }[])[],
		words: number,
		stretch?: number
	) {
		const kernel = Kernel.take();
		const stretches = new TokenStretches(kernel, stretch);
		for (const entries of records) {
			stretches.record();
			let place = 0;
			for (const { field, words: own, gap } of entries) {
				place += gap;
				stretches.room(own.length).set(own, stretches.end);
				stretches.entry(stretches.end + own.length, field, place);
				place += own.length;
			}
		}
		// The last word comes first.
		const order = Uint32Array.from({ length: words }, (_, at) => words - 1 - at);
		const made = stretches.inOrder(order);
		kernel.free();
		return { order, ...made };
	}

	it('is what a plain walk through all tokens gives, in whatever stretches', () => {
		fc.assert(
			fc.property(fc.array(record, { maxLength: 12 }), fc.integer({ min: 1, max: 30 }), (records, stretch) => {
				const { order, pairs, places } = sorted(records, 6, stretch);
				order.forEach((word, at) => {
					const wanted = plain(records, word);
					const within = <Of extends { readonly starts: Uint32Array }, Value>(
						all: readonly Of[],
						values: (one: Of) => ArrayLike<Value>,
						starts = (one: Of) => one.starts
					) => all.flatMap((one) => Array.from(values(one)).slice(starts(one)[at], starts(one)[at + 1]));
					expect(within(pairs, (one) => one.records)).toEqual(wanted.map((one) => one.record));
					expect(
						within(
							places,
							(one) => one.fields,
							(one) => one.pairStarts
						)
					).toEqual(wanted.map((one) => one.fields));
					expect(
						within(
							places,
							(one) => one.lengths,
							(one) => one.pairStarts
						)
					).toEqual(wanted.map((one) => written(one.places).length));
					expect(within(places, (one) => one.bytes)).toEqual(wanted.flatMap((one) => written(one.places).bytes));
				});
			}),
			{ numRuns: 150 }
		);
	});
	it('begins long places with their length, between short ones', () => {
		const often = (times: number) => [{ field: 1, words: Array.from({ length: times }, () => 0), gap: 0 }];
		const records = [often(1), often(300), often(254), often(255), often(2), often(20_000)];
		const { places } = sorted(records, 1);
		expect([...(places[0]?.lengths ?? [])]).toEqual([1, 255, 254, 255, 2, 255]);
		expect([...(places[0]?.bytes ?? [])]).toEqual(plain(records, 0).flatMap((one) => written(one.places).bytes));
	});
	it('has more groups than one where it has many tokens, and each word stays whole', () => {
		const words = Array.from({ length: 700_000 }, (_, at) => (at * 7) % 11);
		const records = Array.from({ length: 70 }, (_, number) => [
			{ field: 0, words: words.slice(number * 10_000, (number + 1) * 10_000), gap: 0 }
		]);
		const { order, pairs } = sorted(records, 11);
		order.forEach((_, at) => {
			expect([...(pairs[0]?.records.subarray(pairs[0].starts[at], pairs[0].starts[at + 1]) ?? [])]).toEqual(
				records.map((_, number) => number)
			);
		});
	});
	it('of no records is empty', () => {
		expect(new IndexBuilder(label).finish().size).toBe(0);
		const builder = new IndexBuilder(label);
		builder.add(blankRecord('R'));
		expect(builder.finish().tokens).toBe(0);
	});
});
