/** Parts of a collection joined to one index, in one thread or by two hands: byte for byte as if it had been read at once. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { blankRecord, type BibliographicRecord } from '../records/index.ts';
import { buildIndex, firstHand, IndexBuilder, secondHand, type HandMessage, type HandPort } from './index.ts';
import { joinedParts, joinedWords } from './joining.ts';
import { sortedNumbers } from './sorting.ts';
import { StringTable, textsIn } from './string-table.ts';
import { label, recordsUpTo } from './test-records.ts';

const records = recordsUpTo(60);

const partOf = (some: readonly BibliographicRecord[], stretch?: number) => {
	const builder = new IndexBuilder(label, stretch === undefined ? {} : { stretch });
	for (const one of some) builder.add(one);
	return builder.part();
};
const bytes = ({ buffer }: { readonly buffer: ArrayBufferLike }) => new Uint8Array(buffer);

/** Two ends of one way; memory goes over as it does between threads. */
function way(): readonly [HandPort, HandPort] {
	const queues: HandMessage[][] = [[], []];
	const waiting: (((message: HandMessage) => void) | null)[] = [null, null];
	const end = (own: number): HandPort => ({
		post(message, memory) {
			const sent = structuredClone(message, { transfer: memory });
			const to = 1 - own;
			const wanted = waiting[to];
			waiting[to] = null;
			if (wanted) wanted(sent);
			else queues[to]?.push(sent);
		},
		next: () => {
			const come = queues[own]?.shift();
			return come ? Promise.resolve(come) : new Promise((told) => (waiting[own] = told));
		}
	});
	return [end(0), end(1)];
}

describe('parts of a collection', () => {
	it('are joined to the very index of all records, wherever they were cut and in whatever stretches', () => {
		fc.assert(
			fc.property(
				records,
				fc.array(fc.nat(60), { maxLength: 3 }),
				fc.integer({ min: 1, max: 200 }),
				(all, cuts, stretch) => {
					const at = [0, ...cuts.map((cut) => Math.min(cut, all.length)).sort((a, b) => a - b), all.length];
					const parts = at.slice(1).map((end, part) => partOf(all.slice(at[part], end), stretch));
					expect(bytes(joinedParts(parts, 'x'))).toEqual(bytes(buildIndex(all, label, { madeFrom: 'x' })));
				}
			),
			{ numRuns: 80 }
		);
	});
	it('are joined by two hands as by one', async () => {
		await fc.assert(
			fc.asyncProperty(records, fc.nat(60), async (all, cut) => {
				const [first, second] = way();
				const [index] = await Promise.all([
					firstHand(partOf(all.slice(0, cut)), first, 'x'),
					secondHand(partOf(all.slice(cut)), second)
				]);
				expect(bytes(index)).toEqual(bytes(buildIndex(all, label, { madeFrom: 'x' })));
			}),
			{ numRuns: 40 }
		);
	});
	it('are not joined from messages that come in another order', async () => {
		const [first, second] = way();
		second.post({ kind: 'sizes', bytes: {} }, []);
		await expect(firstHand(partOf([blankRecord('R')]), first, '')).rejects.toThrow(
			'The other thread sent sizes where pairs was due.'
		);
	});
	it('beyond one container of records keep their numbers', () => {
		const all = Array.from({ length: 70_000 }, (_, number) => ({
			...blankRecord(`R${number}`),
			titles: [number % 3 === 0 ? 'light lamp' : 'lamp']
		}));
		const parts = [partOf(all.slice(0, 50_000)), partOf(all.slice(50_000))];
		expect(Buffer.from(bytes(joinedParts(parts, ''))).equals(Buffer.from(bytes(buildIndex(all, label))))).toBe(true);
	});
});

describe('words of several parts', () => {
	const plain = (texts: readonly string[]) => {
		const { bytes: own, starts } = StringTable.of(texts);
		return { bytes: own, starts };
	};
	const words = fc.uniqueArray(
		fc.string({
			unit: fc.constantFrom(...'ab1-é光'.split(''), '\u{1D49C}', '\uE000', '\uFF41'),
			minLength: 1,
			maxLength: 12
		}),
		{
			maxLength: 40
		}
	);
	it('stand once in the table, and each part knows its own', () => {
		fc.assert(
			fc.property(fc.array(words, { minLength: 1, maxLength: 3 }), (parts) => {
				const sorted = parts.map((own) => [...own].sort());
				const { table, owns } = joinedWords(sorted.map(plain));
				const all = [...table];
				expect(all).toEqual([...new Set(parts.flat())].sort());
				sorted.forEach((own, part) => {
					expect([...(owns[part] ?? [])]).toEqual(all.map((word) => own.indexOf(word)));
				});
			})
		);
	});
	it('are read as they lie there', () => {
		fc.assert(
			fc.property(
				fc.array(fc.string({ unit: fc.constantFrom(...'abß光'.split(''), '\u{1D49C}'), maxLength: 6 })),
				(texts) => {
					expect(textsIn(plain(texts))).toEqual(texts);
				}
			)
		);
	});
});

describe('sorting many texts', () => {
	// Enough of them that units are compared as numbers, and then the units that follow.
	const texts = fc.array(fc.string({ unit: fc.constantFrom(...'ab1-./: ~é光'.split('')), maxLength: 14 }), {
		minLength: 30,
		maxLength: 120
	});
	it('gives the order of sort(), equal ones in their own', () => {
		fc.assert(
			fc.property(texts, fc.constantFrom('', '10.99999/wl.2026.', 'aaaaaaaaaaaa'), (some, before) => {
				const all = some.map((one) => before + one);
				const wanted = [...all.keys()].sort((a, b) =>
					(all[a] ?? '') < (all[b] ?? '') ? -1 : (all[a] ?? '') > (all[b] ?? '') ? 1 : a - b
				);
				expect([...sortedNumbers(all)]).toEqual(wanted);
			})
		);
	});
});
