/** The small structures beneath an index, each against the plain way of doing the same. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { tokenTexts } from '../text/index.ts';
import { ByteReader, ByteWriter, NumberWriter, putNumber } from './bytes.ts';
import { Interner } from './interner.ts';
import { bitsOf, RecordSet } from './record-set.ts';
import { StringTable } from './string-table.ts';

const SIZE = 131;
const records = fc.uniqueArray(fc.integer({ min: 0, max: SIZE - 1 }), { maxLength: SIZE });
const ascending = (values: Iterable<number>) => [...values].sort((a, b) => a - b);

describe('sets of records', () => {
	it('join, meet and take away as sets do', () => {
		fc.assert(
			fc.property(records, records, (left, right) => {
				const [a, b] = [RecordSet.of(SIZE, left), RecordSet.of(SIZE, right)];
				const [one, other] = [new Set(left), new Set(right)];
				expect([...a]).toEqual(ascending(left));
				expect([...a.or(b)]).toEqual(ascending(new Set([...left, ...right])));
				expect([...a.and(b)]).toEqual(ascending(left.filter((record) => other.has(record))));
				expect([...a.without(b)]).toEqual(ascending(left.filter((record) => !other.has(record))));
				expect([...a.not()]).toEqual(
					Array.from({ length: SIZE }, (_, record) => record).filter((record) => !one.has(record))
				);
				expect([a.count(), a.countWith(b), a.isEmpty()]).toEqual([
					left.length,
					left.filter((record) => other.has(record)).length,
					left.length === 0
				]);
			})
		);
	});
	it('never change the sets that they were made of', () => {
		fc.assert(
			fc.property(records, records, (left, right) => {
				const [a, b] = [RecordSet.of(SIZE, left), RecordSet.of(SIZE, right)];
				const before = [[...a], [...b]];
				a.or(b);
				a.and(b);
				a.without(b);
				a.not();
				a.copy().addAll(b);
				expect([[...a], [...b]]).toEqual(before);
			})
		);
	});
	it('hold no record behind the last, whatever is turned round', () => {
		for (const size of [0, 1, 31, 32, 33, 64, 65]) {
			expect([...RecordSet.all(size)]).toEqual(Array.from({ length: size }, (_, record) => record));
			expect(RecordSet.all(size).not().isEmpty()).toBe(true);
			expect(RecordSet.none(size).not().count()).toBe(size);
		}
	});
	it('write down what two hold, ascending', () => {
		fc.assert(
			fc.property(records, records, (left, right) => {
				const into = new Uint32Array(SIZE);
				const [a, b] = [RecordSet.of(SIZE, left), RecordSet.of(SIZE, right)];
				expect([...into.subarray(0, a.listWith(b, into))]).toEqual([...a.and(b)]);
			})
		);
	});
	it('drop what was added', () => {
		const set = RecordSet.of(40, [1, 31, 32, 39]);
		set.drop(32);
		set.drop(2);
		expect([...set]).toEqual([1, 31, 39]);
		expect([set.has(31), set.has(32), set.has(4_000)]).toEqual([true, false, false]);
	});
	it('count bits as writing them out does', () => {
		fc.assert(
			fc.property(fc.integer(), (word) => {
				expect(bitsOf(word)).toBe((word >>> 0).toString(2).replaceAll('0', '').length);
			})
		);
	});
});

describe('numbers in bytes', () => {
	const numbers = fc.array(fc.integer({ min: 0, max: 2 ** 31 - 1 }), { maxLength: 300 });
	it('come back as they were written', () => {
		fc.assert(
			fc.property(numbers, (values) => {
				const writer = new ByteWriter();
				for (const value of values) writer.number(value);
				const reader = new ByteReader(writer.written(), 0);
				expect(values.map(() => reader.number())).toEqual(values);
				expect(reader.at).toBe(writer.length);
			})
		);
	});
	it.each([
		[0, 1],
		[127, 1],
		[128, 2],
		[16_383, 2],
		[16_384, 3],
		[2 ** 21, 4],
		[2 ** 28, 5]
	])('%d takes %d bytes', (value, bytes) => {
		expect(putNumber(new Uint8Array(5), 0, value)).toBe(bytes);
	});
	it('writers grow with what was written still in them', () => {
		const bytes = new ByteWriter();
		bytes.number(7);
		bytes.copy(new Uint8Array(100_000).fill(9));
		bytes.byte(8);
		expect([bytes.bytes[0], bytes.bytes[1], bytes.bytes[100_000], bytes.bytes[100_001], bytes.length]).toEqual([
			7, 9, 9, 8, 100_002
		]);
		const numbers = new NumberWriter();
		for (let value = 0; value < 40_000; value++) numbers.push(value);
		numbers.more(50_000).fill(3);
		const written = numbers.written();
		expect([written.length, written[0], written[39_999], written[40_000], written[89_999]]).toEqual([
			90_000, 0, 39_999, 3, 3
		]);
	});
});

/** No half of a character stands alone: such texts have no UTF-8. */
const whole = (text: string) => !/\p{Surrogate}/u.test(text);

describe('texts', () => {
	const words = fc.uniqueArray(
		fc.string({ maxLength: 8, unit: fc.constantFrom(...'abcß光𝒜é1'.split(''), '\u{1D49C}') }),
		{ maxLength: 60 }
	);
	it('are found in a table, and nothing else is', () => {
		fc.assert(
			fc.property(words, fc.string({ maxLength: 8 }), (texts, other) => {
				const well = texts.filter(whole).sort();
				const table = StringTable.of(well);
				expect([...table]).toEqual(well);
				well.forEach((text, number) => {
					expect([table.find(text), table.at(number)]).toEqual([number, text]);
				});
				if (!whole(other)) return;
				expect(table.find(other)).toBe(well.indexOf(other));
				expect(table.firstFrom(other)).toBe(well.filter((text) => text < other).length);
			})
		);
	});
	it('an empty table has nothing', () => {
		const table = StringTable.of([]);
		expect([table.size, table.find(''), table.firstFrom('a')]).toEqual([0, -1, 0]);
	});
});

describe('numbers for words', () => {
	it('are the same for the same word only, in the order of coming', () => {
		fc.assert(
			fc.property(
				fc.array(fc.string({ minLength: 1, maxLength: 9, unit: fc.constantFrom('a', 'b', '1', 'ß', '光') }), {
					maxLength: 200
				}),
				(words) => {
					const interner = new Interner();
					const known = [...new Set(words)];
					expect(words.map((word) => interner.of(word))).toEqual(words.map((word) => known.indexOf(word)));
					expect(interner.size).toBe(known.length);
				}
			)
		);
	});
	it('of a text that is all ASCII are those of its tokens; of another nothing is taken', () => {
		fc.assert(
			fc.property(fc.string({ maxLength: 80, unit: fc.constantFrom(...'aB c-1.Zé'.split('')) }), (text) => {
				const interner = new Interner();
				const into = new Uint32Array(text.length + 1);
				const end = interner.readAscii(text, into, 0);
				if (/[^\0-\x7F]/.test(text)) expect([end, interner.size]).toEqual([-1, 0]);
				else expect([...into.subarray(0, end)]).toEqual(tokenTexts(text).map((word) => interner.of(word)));
			})
		);
	});
	it('stay apart over many words', () => {
		const interner = new Interner();
		for (let number = 0; number < 60_000; number++) expect(interner.of(`w${number}`)).toBe(number);
		expect(interner.of('w31415')).toBe(31_415);
	});
});
