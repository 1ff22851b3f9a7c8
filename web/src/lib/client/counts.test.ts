/** Counts of a sheet that is being typed in: one look at a time, overtaken when it takes long, asked again when lost. */
import type { CountsNews, SheetLine, SheetView } from '$lib/contract/sheet';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { SheetCounts } from './counts.svelte';
import { withNews } from './sheet';

const line = (id: string, count: number): SheetLine => ({
	id,
	number: 1,
	text: id,
	role: 'words',
	state: 'counted',
	count,
	found: null,
	beforeHand: false,
	passes: null,
	waitsFor: null,
	faults: []
});
const view: Omit<SheetView, 'lines'> = {
	revision: 1,
	collection: null,
	indexing: null,
	benchmark: { held: 0, known: 0 },
	final: null
};
const news = (sequence: number, order: readonly string[], changed: readonly SheetLine[]): CountsNews => ({
	sequence,
	view,
	order,
	changed
});

interface Sent {
	readonly sequence: number;
	readonly edits: readonly unknown[];
}
let sent: Sent[] = [];
const renewStream = vi.fn();
let enquiry: {
	id: string;
	client: string;
	revision: number;
	connected: boolean;
	shownEdits: () => never[];
	oncounts: ((one: CountsNews | null) => void) | null;
	renewStream: () => void;
};
let status = 202;
let counts: SheetCounts;

beforeEach(() => {
	vi.useFakeTimers();
	sent = [];
	status = 202;
	renewStream.mockReset();
	vi.stubGlobal('fetch', (_: string, init: { body: string }) => {
		sent.push(JSON.parse(init.body) as Sent);
		return Promise.resolve(new Response('{}', { status }));
	});
	enquiry = { id: 'e', client: 'c', revision: 1, connected: true, shownEdits: () => [], oncounts: null, renewStream };
	counts = new SheetCounts(enquiry);
});
afterEach(() => {
	counts.stop();
	vi.useRealTimers();
	vi.unstubAllGlobals();
});
const sequences = () => sent.map((one) => one.sequence);

describe('looking while somebody types', () => {
	it('asks at once, and for what came meanwhile when the answer is there', () => {
		counts.look();
		counts.look();
		counts.look();
		expect(sequences()).toEqual([1]);
		enquiry.oncounts?.(news(1, ['a'], [line('a', 3)]));
		expect(sequences()).toEqual([1, 2]);
		expect(counts.view?.lines.map((one) => one.count)).toEqual([3]);
	});
	it('overtakes a look that takes long, and takes no older answer for the newer', () => {
		counts.look();
		vi.advanceTimersByTime(61);
		counts.look();
		expect(sequences()).toEqual([1, 2]);
		enquiry.oncounts?.(news(2, ['a'], [line('a', 5)]));
		enquiry.oncounts?.(news(1, ['a'], [line('a', 4)]));
		expect(counts.view?.lines[0]?.count).toBe(5);
	});
	it('dims only what lags behind noticeably', () => {
		counts.look();
		vi.advanceTimersByTime(199);
		expect(counts.late).toBe(false);
		vi.advanceTimersByTime(2);
		expect(counts.late).toBe(true);
		enquiry.oncounts?.(news(1, [], []));
		expect(counts.late).toBe(false);
	});
	it('waits for the stream, and asks again on a new one or when an answer is lost', () => {
		enquiry.connected = false;
		counts.look();
		expect(sequences()).toEqual([]);
		enquiry.connected = true;
		enquiry.oncounts?.(null);
		expect(sequences()).toEqual([1]);
		vi.advanceTimersByTime(5_001);
		expect(sequences()).toEqual([1, 2]);
		vi.advanceTimersByTime(9_990);
		expect(sequences()).toEqual([1, 2]);
		vi.advanceTimersByTime(20);
		expect(sequences()).toEqual([1, 2, 3]);
	});
	it('asks again after a failure, and less often while it fails', () => {
		counts.look();
		enquiry.oncounts?.({ sequence: 1, failed: 'The lines could not be counted.' });
		expect(counts.failed).toBe('The lines could not be counted.');
		vi.advanceTimersByTime(5_001);
		enquiry.oncounts?.({ sequence: 2, failed: 'The lines could not be counted.' });
		vi.advanceTimersByTime(5_001);
		expect(sequences()).toEqual([1, 2]);
		vi.advanceTimersByTime(5_001);
		expect(sequences()).toEqual([1, 2, 3]);
		enquiry.oncounts?.(news(3, ['a'], [line('a', 3)]));
		expect(counts.failed).toBeNull();
		vi.advanceTimersByTime(60_000);
		expect(sequences()).toEqual([1, 2, 3]);
	});
	it('asks for the revision of what was saved once nobody types, and at once after an answer that needed it', () => {
		counts.look();
		enquiry.oncounts?.(news(1, ['a'], [line('a', 3)]));
		counts.saved();
		counts.look();
		enquiry.oncounts?.(news(2, ['a'], [line('a', 4)]));
		vi.advanceTimersByTime(1_000);
		expect(sequences()).toEqual([1, 2]);
		counts.saved();
		vi.advanceTimersByTime(301);
		expect(sequences()).toEqual([1, 2, 3]);
		enquiry.oncounts?.({ sequence: 3, stale: true });
		counts.saved();
		expect(sequences()).toEqual([1, 2, 3, 4]);
	});
	it('has the server told of this window again where it does not know it, and asks when that is done', async () => {
		status = 409;
		counts.look();
		await vi.advanceTimersByTimeAsync(1);
		expect(renewStream).toHaveBeenCalledTimes(1);
		expect(counts.failed).toBeNull();
		status = 202;
		enquiry.oncounts?.(null);
		expect(sequences()).toEqual([1, 2]);
		enquiry.oncounts?.(news(2, ['a'], [line('a', 3)]));
		expect(counts.view?.lines[0]?.count).toBe(3);
	});
	it('asks nothing on screens without counts', () => {
		enquiry.oncounts?.(null);
		expect(sequences()).toEqual([]);
	});
});

describe('news of the lines that changed', () => {
	it('keeps the others, follows the order, drops what is gone, and says when something is missing', () => {
		const before = withNews(null, { sequence: 1, view, order: ['a', 'b'], changed: [line('a', 1), line('b', 2)] });
		expect(
			withNews(before, { sequence: 2, view, order: ['b', 'a'], changed: [line('a', 7)] })?.lines.map((one) => one.count)
		).toEqual([2, 7]);
		expect(withNews(before, { sequence: 2, view, order: ['b'], changed: [] })?.lines).toHaveLength(1);
		expect(withNews(before, { sequence: 2, view, order: ['b', 'new'], changed: [] })).toBeNull();
	});
});
