/** The open enquiry of a window: nothing typed is lost, whatever the network and others do. */
import { newEnquiry, type Edit, type EnquiryDocument } from '@wide-lantern/core';
import { applyEdits, conflictsOf, type Json } from '@wide-lantern/core/editor';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { EnquiryClient } from './enquiry.svelte';

class Storage {
	private readonly kept = new Map<string, string>();
	getItem = (key: string) => this.kept.get(key) ?? null;
	setItem = (key: string, value: string) => {
		this.kept.set(key, value);
		(this as unknown as Record<string, string>)[key] = value;
	};
	removeItem = (key: string) => {
		this.kept.delete(key);
		// `Object.keys(localStorage)` lists what is kept.
		delete (this as unknown as Record<string, string>)[key];
	};
}

class Stream {
	addEventListener(): void {}
	static last: Stream | null = null;
	onmessage: ((event: { data: string }) => void) | null = null;
	onopen: (() => void) | null = null;
	constructor() {
		Stream.last = this;
	}
	close(): void {
		Stream.last = null;
	}
}

let count = 0;
const start = (): EnquiryDocument => ({ ...newEnquiry('Is it so?', 'PEO', () => `part${++count}`), title: 'start' });

/** A server as plain as can be: one document, its history, the same rules. */
class Server {
	document: EnquiryDocument;
	history: { client: string; edits: readonly Edit[] }[] = [];
	/** What the next requests get instead of an answer. */
	trouble: ('offline' | 'broken' | 'signed-out' | 'refuse')[] = [];
	asked = 0;
	/** Holds requests back until it is called. */
	hold: Promise<void> = Promise.resolve();

	constructor(document: EnquiryDocument) {
		this.document = document;
	}

	write(client: string, edits: readonly Edit[]): void {
		const applied = applyEdits(this.document as unknown as Json, edits);
		if ('refused' in applied) throw new Error(applied.refused);
		this.document = applied.document as unknown as EnquiryDocument;
		this.history.push({ client, edits });
	}

	fetch = async (address: string, options?: { body?: string }): Promise<Response> => {
		this.asked++;
		await this.hold;
		const answer = (status: number, body: object) => new Response(JSON.stringify(body), { status });
		const trouble = this.trouble.shift();
		if (trouble === 'offline') throw new TypeError('network');
		if (trouble === 'broken') return answer(500, { message: 'away' });
		if (trouble === 'signed-out') return answer(401, { message: 'sign in' });
		if (trouble === 'refuse') return answer(422, { outcome: 'refused', message: 'That does not fit.' });
		if (!address.endsWith('/edits')) return answer(200, { revision: this.history.length, document: this.document });
		const { revision, client, edits } = JSON.parse(options?.body ?? '{}') as { revision: number; client: string; edits: Edit[] };
		const others = this.history
			.slice(revision)
			.filter((one) => one.client !== client)
			.flatMap((one) => one.edits);
		const conflicts = conflictsOf(edits, others, this.document as unknown as Json);
		if (conflicts.length > 0) return answer(409, { outcome: 'conflict', revision: this.history.length, document: this.document, conflicts });
		this.write(client, edits);
		return answer(200, { outcome: 'saved', revision: this.history.length, others, yours: edits });
	};
}

let server: Server;
let client: EnquiryClient;
const title = (value: string): Edit[] => [{ do: 'set', at: ['title'], value }];
const settle = () => vi.advanceTimersByTimeAsync(20_000);

beforeEach(() => {
	vi.useFakeTimers();
	const document = start();
	server = new Server(document);
	vi.stubGlobal('fetch', server.fetch);
	vi.stubGlobal('localStorage', new Storage());
	vi.stubGlobal('sessionStorage', new Storage());
	vi.stubGlobal('EventSource', Stream);
	vi.stubGlobal('addEventListener', () => undefined);
	vi.stubGlobal('removeEventListener', () => undefined);
	client = new EnquiryClient('e', document, 0, true);
});
afterEach(() => {
	vi.useRealTimers();
	vi.unstubAllGlobals();
});

describe('saving', () => {
	it('shows an edit at once and sends it; letters in one place go together', async () => {
		for (const text of ['a', 'ab', 'abc']) client.edit('type', title(text));
		expect([client.document.title, client.state, server.document.title]).toEqual(['abc', 'saving', 'start']);
		await settle();
		expect([server.document.title, server.history.length, client.state, client.revision]).toEqual(['abc', 1, 'saved', 1]);
	});

	it('keeps what is typed while a request is on its way', async () => {
		let release = () => {};
		server.hold = new Promise((done) => (release = done));
		client.edit('type', title('first'));
		await vi.advanceTimersByTimeAsync(200);
		client.edit('type', [{ do: 'set', at: ['question'], value: 'Typed meanwhile?' }]);
		client.edit('type', title('second'));
		release();
		await settle();
		expect([server.document.title, server.document.question, client.state]).toEqual(['second', 'Typed meanwhile?', 'saved']);
	});

	it('tries again after a lost connection, a broken server and a sign-out, and says which', async () => {
		const seen: string[] = [];
		for (const trouble of ['offline', 'broken', 'signed-out'] as const) {
			server.trouble = [trouble];
			client.edit('type', title(trouble));
			await vi.advanceTimersByTimeAsync(300);
			seen.push(client.state);
			await settle();
			expect(server.document.title).toBe(trouble);
		}
		expect(seen).toEqual(['offline', 'offline', 'signed-out']);
		expect(client.state).toBe('saved');
	});

	it('shows what was refused, with the text to copy, and goes back to what is kept', async () => {
		server.trouble = ['refuse'];
		client.edit('type', title('no good'));
		await settle();
		expect(client.rejected).toEqual([{ message: 'That does not fit.', text: 'no good' }]);
		expect([client.document.title, client.state]).toEqual(['start', 'saved']);
		client.dismiss(client.rejected[0] as (typeof client.rejected)[number]);
		expect(client.rejected).toEqual([]);
	});

	it('does nothing for somebody who may only read', async () => {
		const reader = new EnquiryClient('e', client.document, 0, false);
		expect(reader.edit('type', title('x'))).toBe(false);
		await settle();
		expect(server.asked).toBe(0);
	});
});

describe('others', () => {
	it('are heard at once where nothing waits here', async () => {
		const close = client.open();
		server.write('other', title('theirs'));
		Stream.last?.onmessage?.({ data: JSON.stringify({ revision: 1, client: 'other', by: 'Ann', edits: title('theirs') }) });
		expect([client.document.title, client.revision, client.news]).toEqual(['theirs', 1, 'Ann']);
		await settle();
		expect(client.news).toBeNull();
		close();
	});

	it('and this window keep both where they touch different places', async () => {
		client.edit('type', title('mine'));
		server.write('other', [{ do: 'set', at: ['question'], value: 'Theirs?' }]);
		await settle();
		expect([server.document.title, client.document.question, client.revision]).toEqual(['mine', 'Theirs?', 2]);
	});

	it('are not missed when they come while the answer to an own edit is on its way', async () => {
		const close = client.open();
		let arrive: () => void = () => undefined;
		const onTheWay = new Promise<void>((done) => (arrive = done));
		let first = true;
		vi.stubGlobal('fetch', async (address: string, options?: { body?: string }) => {
			const response = await server.fetch(address, options);
			if (first) {
				first = false;
				await onTheWay;
			}
			return response;
		});
		client.edit('type', title('mine'));
		await vi.advanceTimersByTimeAsync(2_000);
		expect(server.document.title).toBe('mine');
		// The server has answered; before that arrives, somebody else writes.
		const theirs: Edit[] = [{ do: 'set', at: ['question'], value: 'Theirs?' }];
		server.write('other', theirs);
		Stream.last?.onmessage?.({ data: JSON.stringify({ revision: 2, client: 'other', by: 'Ann', edits: theirs }) });
		arrive();
		await settle();
		expect([client.document.title, client.document.question, client.revision]).toEqual(['mine', 'Theirs?', 2]);
		close();
	});

	it('do not push their text over an edit that waits here: both texts are shown', async () => {
		server.trouble = ['offline'];
		const close = client.open();
		client.edit('type', title('mine'));
		server.write('other', title('theirs'));
		Stream.last?.onmessage?.({ data: JSON.stringify({ revision: 1, client: 'other', by: 'Ann', edits: title('theirs') }) });
		expect(client.document.title).toBe('mine');
		await settle();
		expect([client.state, client.conflicts]).toEqual(['conflict', [{ at: ['title'], yours: 'mine', theirs: 'theirs' }]]);
		client.settle('mine');
		await settle();
		expect([server.document.title, client.state]).toEqual(['mine', 'saved']);
		close();
	});

	it('win where the searcher says so; edits that did not meet are sent all the same', async () => {
		client.edit('both', [...title('mine'), { do: 'set', at: ['question'], value: 'Mine?' }]);
		server.write('other', title('theirs'));
		await settle();
		client.settle('theirs');
		await settle();
		expect([server.document.title, server.document.question]).toEqual(['theirs', 'Mine?']);
	});

	it('are caught up with after news was missed', async () => {
		const close = client.open();
		server.write('other', title('one'));
		server.write('other', title('two'));
		Stream.last?.onmessage?.({ data: JSON.stringify({ revision: 2, client: 'other', by: 'Ann', edits: title('two') }) });
		await settle();
		expect([client.document.title, client.revision]).toEqual(['two', 2]);
		close();
	});
});

describe('unsent edits', () => {
	it('are found again by a new page of the same tab', async () => {
		server.trouble = ['offline', 'offline'];
		client.edit('type', title('kept'));
		await vi.advanceTimersByTimeAsync(300);
		const again = new EnquiryClient('e', server.document, 0, true);
		const close = again.open();
		expect(again.document.title).toBe('kept');
		await settle();
		expect([server.document.title, again.state]).toEqual(['kept', 'saved']);
		close();
	});

	it('of a closed window are taken up, but not those of one that still lives', async () => {
		const pending = (id: string, at: number, text: string) =>
			localStorage.setItem(`lantern-pending:e:${id}`, JSON.stringify({ client: id, at, revision: 0, queue: [{ name: 'x', edits: title(text) }] }));
		pending('alive', Date.now() - 3_000, 'alive');
		pending('closed', Date.now() - 60_000, 'closed');
		const close = client.open();
		await settle();
		expect(server.document.title).toBe('closed');
		expect(localStorage.getItem('lantern-pending:e:alive')).not.toBeNull();
		close();
	});
});

describe('undo', () => {
	it('takes a burst of letters back in one step, redo brings it again, a new edit ends redo', async () => {
		for (const text of ['a', 'ab', 'abc']) client.edit('type', title(text));
		await vi.advanceTimersByTimeAsync(1_500);
		client.edit('type', title('later'));
		client.undo();
		expect(client.document.title).toBe('abc');
		client.undo();
		expect(client.document.title).toBe('start');
		client.redo();
		expect(client.document.title).toBe('abc');
		client.edit('other', [{ do: 'set', at: ['question'], value: 'Other?' }]);
		client.redo();
		expect(client.document.title).toBe('abc');
		await settle();
		expect([server.document.title, client.state, client.turns]).toEqual(['abc', 'saved', 3]);
	});

	it('brings back what was taken out, where it stood', () => {
		const before = client.document.parts;
		client.edit('take out', [{ do: 'remove', at: ['parts', before[1]?.id ?? ''] }]);
		expect(client.document.parts).toHaveLength(2);
		client.undo();
		expect(client.document.parts).toEqual(before);
	});

	it('says so where it cannot, and loses nothing', () => {
		const part = client.document.parts[0]?.id ?? '';
		client.edit('type', [{ do: 'set', at: ['parts', part, 'text'], value: 'mine' }]);
		client.edit('gone', [{ do: 'remove', at: ['parts', part] }], false);
		client.undo();
		expect(client.rejected[0]?.message).toMatch(/^Cannot undo: /);
	});
});
