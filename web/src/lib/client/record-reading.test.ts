import { afterEach, describe, expect, it, vi } from 'vitest';
import { RecordReading } from './record-reading.svelte';
import { serve, settled } from './testing';

afterEach(() => {
	vi.unstubAllGlobals();
});
const pages = () => serve(({ query }) => ({ total: 45, from: Number(query['from']), records: [], revision: 1 }));

describe('records that are read', () => {
	it('are none until a line is chosen', async () => {
		const asked = pages();
		new RecordReading('e').ask(() => undefined)();
		await settled();
		expect(asked).toEqual([]);
	});
	it('are brought into view once when somebody has asked for them', async () => {
		const asked = pages();
		const reading = new RecordReading('e');
		const seen = vi.fn();
		reading.show('a', 'b');
		reading.ask(seen);
		await settled();
		expect(asked[0]?.query).toEqual({ line: 'a', minus: 'b', from: '0', order: 'newest' });
		expect(reading.page?.total).toBe(45);
		reading.ask(seen);
		await settled();
		expect(seen).toHaveBeenCalledTimes(1);
		reading.show('a', null, 'result');
		reading.ask(seen);
		await settled();
		expect(asked.at(-1)?.query).toEqual({ line: 'a', alone: 'result', from: '0', order: 'newest' });
		expect(seen).toHaveBeenCalledTimes(2);
	});
	it('are turned page by page; another line or order begins at the top', async () => {
		const asked = pages();
		const reading = new RecordReading('e');
		reading.line = 'a';
		const ask = async () => {
			reading.ask(() => undefined);
			await settled();
			return asked.at(-1)?.query['from'];
		};
		expect([await ask(), reading.number]).toEqual(['0', 1]);
		reading.turnTo(3);
		expect([await ask(), reading.number]).toEqual(['40', 3]);
		reading.turnTo(2);
		expect([await ask(), reading.number]).toEqual(['20', 2]);
		reading.order = 'relevance';
		expect(await ask()).toBe('0');
		reading.turnTo(2);
		reading.line = 'b';
		expect(await ask()).toBe('0');
	});
	it('say why there are none, and keep what was read', async () => {
		const reading = new RecordReading('e');
		pages();
		reading.line = 'a';
		reading.ask(() => undefined);
		await settled();
		serve(() => 422);
		reading.ask(() => undefined);
		await settled();
		expect([reading.fault, reading.page?.total]).toEqual(['Refused with 422.', 45]);
	});
});
