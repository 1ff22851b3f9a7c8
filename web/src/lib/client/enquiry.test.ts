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
	addEventListener(event: string, hear: (message: { data: string }) => void): void {
		if (event === 'edits') this.onmessage = hear;
	}
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
	history: { client: string; number?: number; edits: readonly Edit[] }[] = [];
	/** What the next requests get instead of an answer. */
	trouble: ('offline' | 'broken' | 'signed-out' | 'refuse' | 'lost')[] = [];
	asked = 0;
	/** Holds requests back until it is called. */
	hold: Promise<void> = Promise.resolve();

	constructor(document: EnquiryDocument) {
		this.document = document;
	}

	write(client: string, edits: readonly Edit[], number?: number): void {
		const applied = applyEdits(this.document as unknown as Json, edits);
		if ('refused' in applied) throw new Error(applied.refused);
		this.document = applied.document as unknown as EnquiryDocument;
		this.history.push({ client, edits, ...(number === undefined ? {} : { number }) });
	}

	fetch = async (address: string, options?: { body?: string }): Promise<Response> => {
		this.asked++;
		await this.hold;
		const answer = (status: number, body: object) => new Response(JSON.stringify(body), { status });
		const trouble = address.endsWith('/edits') ? this.trouble.shift() : undefined;
		if (trouble === 'offline') throw new TypeError('network');
		if (trouble === 'broken') return answer(500, { message: 'away' });
		if (trouble === 'signed-out') return answer(401, { message: 'sign in' });
		if (trouble === 'refuse') return answer(422, { outcome: 'refused', message: 'That does not fit.' });
		if (address === '/health') return answer(200, {});
		if (address.endsWith('/steps')) return answer(200, { steps: [] });
		if (!address.endsWith('/edits')) return answer(200, { revision: this.history.length, document: this.document });
		const { revision, known, client, number, behind, edits } = JSON.parse(options?.body ?? '{}') as Record<
			'revision' | 'known' | 'number',
			number
		> & {
			client: string;
			behind: { client: string; number: number }[];
			edits: Edit[];
		};
		const isOwn = (one: Server['history'][number]) =>
			one.client === client ||
			behind.some((other) => other.client === one.client && (one.number ?? Infinity) <= other.number);
		if (JSON.stringify(edits).includes('poison')) return answer(500, { message: 'cannot be stored' });
		const ofOthers = (from: number) =>
			this.history
				.slice(from)
				.filter((one) => !isOwn(one))
				.flatMap((one) => one.edits);
		const others = ofOthers(revision);
		const news = this.history.slice(known).flatMap((one) => one.edits);
		if (this.history.some((one) => one.client === client && one.number === number))
			return answer(200, { outcome: 'saved', revision: this.history.length, others: ofOthers(known), all: news });
		const conflicts = conflictsOf(edits, others, this.document as unknown as Json);
		if (conflicts.length > 0)
			return answer(409, { outcome: 'conflict', revision: this.history.length, document: this.document, conflicts });
		this.write(client, edits, number);
		// Saved, but nobody hears of it.
		if (trouble === 'lost') throw new TypeError('network');
		return answer(200, {
			outcome: 'saved',
			revision: this.history.length,
			others: ofOthers(known),
			all: [...news, ...edits]
		});
	};
}

let server: Server;
let client: EnquiryClient;
/** What pages do when they are left. */
let leave: (() => void)[] = [];
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
	// Windows that share a stream are tried in the browser.
	vi.stubGlobal('BroadcastChannel', undefined);
	leave = [];
	vi.stubGlobal('addEventListener', (name: string, act: () => void) => name === 'pagehide' && leave.push(act));
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
		expect([server.document.title, server.history.length, client.state, client.revision]).toEqual([
			'abc',
			1,
			'saved',
			1
		]);
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
		expect([server.document.title, server.document.question, client.state]).toEqual([
			'second',
			'Typed meanwhile?',
			'saved'
		]);
	});

	it('keeps what is typed while an answer is being read', async () => {
		let finish = () => {};
		const body = new Promise<void>((done) => (finish = done));
		vi.stubGlobal('fetch', async (address: string, options?: { body?: string }) => {
			const response = await server.fetch(address, options);
			const read = response.text.bind(response);
			response.text = async () => {
				await body;
				return read();
			};
			return response;
		});
		client.edit('type', title('musi'));
		await vi.advanceTimersByTimeAsync(300);
		client.edit('type', title('music'));
		finish();
		await settle();
		expect([client.document.title, server.document.title]).toEqual(['music', 'music']);
	});

	it('sends again what an answer that breaks off was about, and leaves it to the next page when this one is left', async () => {
		let broken = 3;
		vi.stubGlobal('fetch', async (address: string, options?: { body?: string }) => {
			const response = await server.fetch(address, options);
			if (address.endsWith('/edits') && broken-- > 0) {
				const whole = await response.text();
				const [one, two] = broken === 1 ? ['', null] : [null, whole.slice(0, 20)];
				if (broken === 2) response.text = () => Promise.reject(new TypeError('network error'));
				else return new Response(one ?? two, { status: response.status });
			}
			return response;
		});
		client.edit('type', [{ do: 'insert', in: ['inclusion'], item: { id: 'i1', text: ' ' }, after: null }]);
		client.edit('type', [{ do: 'set', at: ['inclusion', 'i1', 'text'], value: ' OR bagpipe*' }]);
		await vi.advanceTimersByTimeAsync(400);
		expect([client.state, client.rejected, client.document.inclusion]).toEqual([
			'offline',
			[],
			[{ id: 'i1', text: ' OR bagpipe*' }]
		]);
		for (const leaving of leave) leaving();
		const next = new EnquiryClient('e', start(), 0, true);
		next.open();
		await settle();
		expect([server.document.inclusion, next.state]).toEqual([[{ id: 'i1', text: ' OR bagpipe*' }], 'saved']);
		expect(server.history.map((one) => one.edits.length)).toEqual([1, 1]);
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
		Stream.last?.onmessage?.({
			data: JSON.stringify({ revision: 1, client: 'other', by: 'Ann', edits: title('theirs') })
		});
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
		Stream.last?.onmessage?.({
			data: JSON.stringify({ revision: 1, client: 'other', by: 'Ann', edits: title('theirs') })
		});
		expect(client.document.title).toBe('mine');
		await settle();
		expect([client.state, client.conflicts]).toEqual([
			'conflict',
			[{ at: ['title'], yours: 'mine', theirs: 'theirs' }]
		]);
		client.settle('mine');
		await settle();
		expect([server.document.title, client.state]).toEqual(['mine', 'saved']);
		close();
	});

	it('are asked about for every edit that waits here, also when an earlier one was saved before', async () => {
		server.trouble = ['offline'];
		client.edit('first', [{ do: 'set', at: ['question'], value: 'Mine?' }]);
		await vi.advanceTimersByTimeAsync(300);
		client.edit('second', title('mine'));
		server.write('other', title('theirs'));
		await settle();
		expect([server.document.question, server.document.title, client.state]).toEqual(['Mine?', 'theirs', 'conflict']);
		expect(client.conflicts).toEqual([{ at: ['title'], yours: 'mine', theirs: 'theirs' }]);
	});

	it('are shown while a question is open, and may raise another one', async () => {
		const close = client.open();
		client.edit('both', [...title('mine'), { do: 'set', at: ['question'], value: 'Mine?' }]);
		server.write('other', title('theirs'));
		await vi.advanceTimersByTimeAsync(300);
		const [part] = client.document.parts;
		const tell = (edits: Edit[]) => {
			server.write('other', edits);
			Stream.last?.onmessage?.({
				data: JSON.stringify({ revision: server.history.length, client: 'other', by: 'Jon', edits })
			});
		};
		tell([{ do: 'set', at: ['parts', part?.id ?? '', 'text'], value: 'theirs, too' }]);
		expect([client.state, client.revision, client.document.parts[0]?.text, client.conflicts.length]).toEqual([
			'conflict',
			2,
			'theirs, too',
			1
		]);
		// What stands in question is told as it is now; what meets what waits here is asked about, too.
		tell(title('theirs, later'));
		tell([{ do: 'set', at: ['question'], value: 'Theirs?' }]);
		expect(client.conflicts).toEqual([
			{ at: ['title'], yours: 'mine', theirs: 'theirs, later' },
			{ at: ['question'], yours: 'Mine?', theirs: 'Theirs?' }
		]);
		client.edit('type', [{ do: 'set', at: ['parts', part?.id ?? '', 'text'], value: 'theirs, too, and mine' }]);
		client.settle('mine');
		await settle();
		expect([client.state, server.document.title, server.document.question, server.document.parts[0]?.text]).toEqual([
			'saved',
			'mine',
			'Mine?',
			'theirs, too, and mine'
		]);
		close();
	});

	it('leave out of what is counted what somebody else has removed, and count the rest', async () => {
		const item = { id: 'i1', text: 'music*' };
		server.write('other', [{ do: 'insert', in: ['inclusion'], item, after: null }]);
		const here = new EnquiryClient('e', server.document, 1, true);
		here.open();
		server.write('other', [{ do: 'remove', at: ['inclusion', 'i1'] }]);
		here.edit('type', [{ do: 'set', at: ['inclusion', 'i1', 'text'], value: 'music* OR song*' }]);
		await settle();
		expect([here.state, here.conflicts.map((one) => one.yours)]).toEqual(['conflict', ['music* OR song*']]);
		expect(here.waitingBehind).toBe(0);
		here.edit('type', title('typed on'));
		expect(here.waitingBehind).toBe(1);
		expect(here.shownEdits()).toEqual(title('typed on'));
		expect(applyEdits(server.document as unknown as Json, here.shownEdits())).toHaveProperty('document', here.document);
	});

	it('raise a second conflict where they touch what was typed before the first one came back', async () => {
		let release = () => {};
		server.hold = new Promise((done) => (release = done));
		client.edit('type', title('mine'));
		await vi.advanceTimersByTimeAsync(200);
		client.edit('type', [{ do: 'set', at: ['question'], value: 'Mine?' }]);
		server.write('other', [...title('theirs'), { do: 'set', at: ['question'], value: 'Theirs?' }]);
		release();
		server.hold = Promise.resolve();
		await vi.advanceTimersByTimeAsync(300);
		expect(client.conflicts.map((one) => one.at)).toEqual([['title']]);
		client.settle('mine');
		await settle();
		expect([client.state, server.document.title, server.document.question]).toEqual(['conflict', 'mine', 'Theirs?']);
		expect(client.conflicts).toEqual([{ at: ['question'], yours: 'Mine?', theirs: 'Theirs?' }]);
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
		Stream.last?.onmessage?.({
			data: JSON.stringify({ revision: 2, client: 'other', by: 'Ann', edits: title('two') })
		});
		await settle();
		expect([client.document.title, client.revision]).toEqual(['two', 2]);
		close();
	});
});

describe('unsent edits', () => {
	it('are found again by the page after a reload, which is another client', async () => {
		const first = client.open();
		server.trouble = ['offline', 'offline', 'offline'];
		client.edit('type', title('kept'));
		await vi.advanceTimersByTimeAsync(300);
		for (const act of leave) act();
		server.trouble = [];
		const again = new EnquiryClient('e', server.document, 0, true);
		expect(again.client).not.toBe(client.client);
		const close = again.open();
		expect(again.document.title).toBe('kept');
		await vi.advanceTimersByTimeAsync(900);
		expect([server.document.title, again.state]).toEqual(['kept', 'saved']);
		first();
		close();
	});

	it('are taken up at once also where an answer came in while the page was being left', async () => {
		const first = client.open();
		let release = () => {};
		server.hold = new Promise((done) => (release = done));
		client.edit('type', title('w'));
		await vi.advanceTimersByTimeAsync(200);
		client.edit('type', [{ do: 'set', at: ['question'], value: 'Kept?' }]);
		for (const act of leave) act();
		// The first command is answered; the page is gone before it can send the second.
		server.trouble = Array.from({ length: 3 }, () => 'offline' as const);
		release();
		server.hold = Promise.resolve();
		await vi.advanceTimersByTimeAsync(0);
		server.trouble = [];
		const again = new EnquiryClient('e', server.document, server.history.length, true);
		const close = again.open();
		expect(again.document.question).toBe('Kept?');
		first();
		close();
	});

	it('of a window that died a moment ago are taken up by one that is open', async () => {
		server.trouble = Array.from({ length: 4 }, () => 'offline' as const);
		client.edit('type', title('dying'));
		await vi.advanceTimersByTimeAsync(300);
		const again = new EnquiryClient('e', server.document, 0, true);
		const close = again.open();
		expect(again.document.title).toBe('start');
		vi.spyOn(client, 'flush').mockResolvedValue();
		server.trouble = [];
		await vi.advanceTimersByTimeAsync(45_000);
		expect([again.document.title, server.document.title, again.state]).toEqual(['dying', 'dying', 'saved']);
		close();
	});

	it('whose answer was lost are sent again and carried out once, also by the page after a reload', async () => {
		const moved = client.document.parts[2]?.id ?? '';
		server.trouble = ['lost', 'offline', 'offline'];
		const first = client.open();
		client.edit('move', [{ do: 'move', at: ['parts', moved], after: null }]);
		await vi.advanceTimersByTimeAsync(300);
		server.write('other', [{ do: 'move', at: ['parts', moved], after: client.document.parts[2]?.id ?? '' }]);
		for (const act of leave) act();
		server.trouble = [];
		const again = new EnquiryClient('e', server.document, 2, true);
		const close = again.open();
		await settle();
		// What somebody else did afterwards stands.
		expect(server.document.parts.at(-1)?.id).toBe(moved);
		expect([server.history.length, again.state, again.document.parts]).toEqual([2, 'saved', server.document.parts]);
		first();
		close();
	});

	it('of the page before a reload never meet what is typed on after it', async () => {
		const first = client.open();
		server.trouble = Array.from({ length: 8 }, () => 'offline' as const);
		client.edit('type', title('wzero'));
		await vi.advanceTimersByTimeAsync(300);
		for (const act of leave) act();
		const again = new EnquiryClient('e', server.document, 0, true);
		const second = again.open();
		again.edit('type', title('wzero OR wone'));
		await vi.advanceTimersByTimeAsync(300);
		for (const act of leave) act();
		const third = new EnquiryClient('e', server.document, 0, true);
		const close = third.open();
		third.edit('type', title('wzero OR wone OR wtwo'));
		server.trouble = [];
		await settle();
		expect([third.state, third.conflicts, server.document.title]).toEqual(['saved', [], 'wzero OR wone OR wtwo']);
		expect(server.history.length).toBe(3);
		// What the earlier page does afterwards, should it still live, is another window's.
		server.write(client.client, title('from the other window'), 50);
		third.edit('type', title('here'));
		await settle();
		expect(third.state).toBe('conflict');
		first();
		second();
		close();
	});

	it('that met what somebody else did are still a question after a reload, and after hours', async () => {
		const first = client.open();
		client.edit('type', title('mine'));
		server.write('other', title('theirs'));
		await vi.advanceTimersByTimeAsync(300);
		expect(client.state).toBe('conflict');
		// What is typed on is part of one's own text, and stays on the screen.
		client.edit('type', title('mine and more'));
		expect([client.document.title, client.conflicts[0]?.yours]).toEqual(['mine and more', 'mine and more']);
		for (const act of leave) act();
		first();
		const again = new EnquiryClient('e', server.document, 1, true);
		const close = again.open();
		await vi.advanceTimersByTimeAsync(6 * 3_600_000);
		expect([server.document.title, again.state, again.document.title]).toEqual(['theirs', 'conflict', 'mine and more']);
		expect(again.conflicts).toEqual([{ at: ['title'], yours: 'mine and more', theirs: 'theirs' }]);
		again.settle('theirs');
		await settle();
		expect([server.document.title, again.document.title, again.state]).toEqual(['theirs', 'theirs', 'saved']);
		// What was given up can still be copied.
		expect(again.rejected[0]?.text).toBe('mine and more');
		close();
	});

	it('of a page that was left before it heard that they were saved are not asked for twice, and nothing is said', async () => {
		const line = {
			id: 'l',
			source: 'lamp',
			concept: null,
			strand: null,
			role: 'words',
			label: '',
			note: '',
			off: false
		};
		server.write('other', [{ do: 'insert', in: ['lines'], item: { ...line, id: 'm' }, after: null }]);
		const came = [
			{ do: 'insert', in: ['lines'], item: line, after: null },
			{ do: 'remove', at: ['lines', 'm'] }
		] as const;
		server.write('old', came, 1);
		// Typed after that was sent: it must not go together with it.
		const typed = [{ do: 'set', at: ['lines', 'l', 'source'], value: 'lamp*' }];
		const batch = { name: 'x', kind: 'do', step: 's', client: 'old', revision: 1 };
		const queue = [
			{ ...batch, number: 1, sentIn: 1, edits: came },
			{ ...batch, number: 2, edits: typed }
		];
		localStorage.setItem('lantern-pending:e:old', JSON.stringify({ client: 'old', at: 0, left: true, queue }));
		const again = new EnquiryClient('e', server.document, 2, true);
		const close = again.open();
		await settle();
		expect([again.state, again.rejected, again.shownEdits()]).toEqual(['saved', [], []]);
		expect([server.document.lines.map((one) => one.source), again.document.lines.map((one) => one.source)]).toEqual([
			['lamp*'],
			['lamp*']
		]);
		expect(server.history.map((one) => one.number)).toEqual([undefined, 1, 2]);
		close();
	});

	it('that the page before wrote late are found a moment later', async () => {
		const close = client.open();
		await vi.advanceTimersByTimeAsync(500);
		const queue = [{ name: 'x', kind: 'do', step: 's', client: 'old', number: 1, revision: 0, edits: title('late') }];
		localStorage.setItem('lantern-pending:e:old', JSON.stringify({ client: 'old', at: Date.now(), left: true, queue }));
		await vi.advanceTimersByTimeAsync(3_000);
		expect([server.document.title, client.document.title, client.state]).toEqual(['late', 'late', 'saved']);
		close();
	});

	it('that were sent go again just as they were, until there is an answer', async () => {
		server.trouble = ['lost', 'offline'];
		client.edit('type', title('a'));
		await vi.advanceTimersByTimeAsync(200);
		client.edit('type', title('ab'));
		const kept = JSON.parse(localStorage.getItem(`lantern-pending:e:${client.client}`) ?? '{}') as {
			queue: { number: number; sentIn?: number }[];
		};
		expect(kept.queue.map((one) => [one.number, one.sentIn])).toEqual([
			[1, 1],
			[2, undefined]
		]);
		await settle();
		expect([server.document.title, server.history.map((one) => one.number)]).toEqual(['ab', [1, 2]]);
	});

	it('that no longer fit are set aside, and the window is at rest', async () => {
		const pending = {
			client: 'old',
			at: 0,
			left: true,
			queue: [{ name: 'x', edits: [{ do: 'set', at: ['lines', 'gone', 'source'], value: 'lamp' }] }]
		};
		localStorage.setItem('lantern-pending:e:old', JSON.stringify(pending));
		const close = client.open();
		await settle();
		expect([client.state, client.rejected.map((one) => one.text)]).toEqual(['saved', ['lamp']]);
		close();
	});

	it('that the server cannot store are set aside after three tries, and what comes after them is saved', async () => {
		client.edit('type', title('poison'));
		await vi.advanceTimersByTimeAsync(1_200);
		client.edit('type', [{ do: 'set', at: ['question'], value: 'Saved all the same?' }]);
		await settle();
		expect(client.rejected.map((one) => one.text)).toEqual(['poison']);
		expect([server.document.title, server.document.question, client.document.title, client.state]).toEqual([
			'start',
			'Saved all the same?',
			'start',
			'saved'
		]);
	});

	it('never hold what a database cannot: U+0000 is removed, half of a pair replaced', async () => {
		client.edit('type', title('a\u0000b\uD800c'));
		await settle();
		expect(server.document.title).toBe('ab\uFFFDc');
	});

	it('of a duplicated tab are those of another client', () => {
		expect(new EnquiryClient('e', server.document, 0, true).client).not.toBe(client.client);
	});

	it('of a closed window are taken up, but not those of one that still lives', async () => {
		const pending = (id: string, at: number, text: string) =>
			localStorage.setItem(
				`lantern-pending:e:${id}`,
				JSON.stringify({ client: id, at, revision: 0, queue: [{ name: 'x', edits: title(text) }] })
			);
		pending('alive', Date.now() - 3_000, 'alive');
		pending('closed', Date.now() - 60_000, 'closed');
		const close = client.open();
		await vi.advanceTimersByTimeAsync(1_000);
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
		expect([server.document.title, client.state, client.undoCount]).toEqual(['abc', 'saved', 3]);
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
