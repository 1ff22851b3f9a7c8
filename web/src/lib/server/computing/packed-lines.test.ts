/** Lines as they travel to a computing thread. */
import type { LineToEvaluate } from '@wide-lantern/core';
import { describe, expect, it } from 'vitest';
import { LineReader, packLines } from './packed-lines';

const line = (id: string, pattern = id): LineToEvaluate => ({
	id,
	number: 1,
	off: false,
	empty: false,
	query: { kind: 'word', fields: ['ti'], pattern }
});
const isLine = (value: unknown): value is LineToEvaluate =>
	typeof value === 'object' && value !== null && 'query' in value;
const noPause = () => Promise.resolve();

describe('packed lines', () => {
	it('are what they were, in their order, with a pause offered after each', async () => {
		let pauses = 0;
		const lines = [
			line('a'),
			line('b'),
			{ ...line('c'), off: true, query: null, passes: { kind: 'line', id: 'a' } } as const
		];
		const packed = await packLines(lines, () => Promise.resolve(void pauses++));
		expect(new LineReader(isLine).read(packed)).toEqual(lines);
		expect(pauses).toBe(3);
	});
	it('are read and checked once as long as they are known', async () => {
		let checked = 0;
		const reader = new LineReader((value): value is LineToEvaluate => {
			checked++;
			return isLine(value);
		});
		const packed = await packLines([line('a'), line('b')], noPause);
		const [first] = reader.read(packed);
		const again = reader.read([...packed, ...(await packLines([line('c')], noPause))]);
		expect([again[0] === first, again.length, checked]).toEqual([true, 3, 3]);
	});
	it('are forgotten when there are too many of them or they are too long, the least recently used first', async () => {
		let checked = 0;
		const reader = new LineReader((value): value is LineToEvaluate => {
			checked++;
			return isLine(value);
		});
		const packed = await packLines(
			Array.from({ length: 4_001 }, (_, at) => line(`l${at}`)),
			noPause
		);
		reader.read(packed);
		reader.read(packed.slice(1));
		expect(checked).toBe(4_001);
		reader.read(packed.slice(0, 1));
		expect(checked).toBe(4_002);
		// One line longer than everything that is kept: it is read, and nothing else is known after it.
		const long = await packLines([line('long', 'x'.repeat(2_000_000))], noPause);
		expect(reader.read(long)[0]?.id).toBe('long');
		reader.read(packed.slice(4_000));
		expect(checked).toBe(4_004);
	});
	it('that are none are refused, also the second time', () => {
		const reader = new LineReader(isLine);
		for (const text of ['{', 'null', '{}', '{}']) expect(() => reader.read([text])).toThrow();
	});
});
