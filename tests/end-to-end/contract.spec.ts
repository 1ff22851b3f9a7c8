/** Every request that changes or asks something, sent as a program would, and its answer compared with docs/formats/openapi.yaml. */
import { expect, request, test, type APIRequestContext } from '@playwright/test';
import { shapedRoutes, undescribed } from './described';
import { settled } from './jobs';
import { address, KEEPER, PASSWORD, plainRecord, somebody } from './people';

type Method = 'GET' | 'POST' | 'PUT' | 'DELETE';

/** Sends requests and remembers which were answered, and what of the answers was not described. */
class Asker {
	readonly answered = new Set<string>();
	readonly faults: string[] = [];

	constructor(private readonly context: APIRequestContext) {}

	/** @param file sent as it is, in place of JSON */
	async ask<Answer = Record<string, unknown>>(
		method: Method,
		route: string,
		given: {
			readonly path?: Readonly<Record<string, string>>;
			readonly query?: Readonly<Record<string, string>>;
			readonly data?: object;
			readonly file?: string;
			readonly status?: number;
		} = {}
	): Promise<Answer> {
		const path = route.replace(/\[(\w+)\]/g, (_, name: string) => encodeURIComponent(given.path?.[name] ?? ''));
		const response = await this.context.fetch(path, {
			method,
			params: given.query ?? {},
			...(given.file !== undefined
				? { data: Buffer.from(given.file), headers: { 'content-type': 'application/octet-stream' } }
				: given.data
					? { data: given.data }
					: {})
		});
		const body = response.status() === 204 ? null : ((await response.json()) as Answer);
		expect(response.status(), `${method} ${route}: ${JSON.stringify(body).slice(0, 300)}`).toBe(given.status ?? 200);
		const fault = undescribed(method, route, response.status(), body);
		if (fault !== null) this.faults.push(fault);
		this.answered.add(`${method} ${route}`);
		return body as Answer;
	}
}

const E = '/api/v1/enquiries/[enquiry]';
const line = (id: string, source: string) => ({
	id,
	source,
	concept: null,
	strand: null,
	role: 'words',
	label: '',
	note: '',
	off: false
});

test('requests of a program are answered as they are described', async () => {
	test.setTimeout(360_000);
	const owner = await somebody(address, 'Programmer');
	const other = await somebody(address, 'Reader');
	const asker = new Asker(owner.context);
	const { id } = await asker.ask<{ id: string }>('POST', '/api/v1/enquiries', {
		data: { question: 'Do lamps help?', framework: 'PICO' },
		status: 201
	});
	const path = { enquiry: id };
	const edits = [
		{ do: 'insert', in: ['lines'], item: line('lamp', 'lamp* OR light'), after: null },
		{ do: 'insert', in: ['renderings'], item: { id: 'r', profile: 'wherry', first: 1, leftOut: [] }, after: null }
	];
	const client = 'program';
	await asker.ask('POST', `${E}/edits`, { path, data: { revision: 0, client, name: 'a line', edits } });
	// Another page changes a line that this one changes as well: 409 with both texts.
	const change = (value: string) => [{ do: 'set', at: ['lines', 'lamp', 'source'], value }];
	await asker.ask('POST', `${E}/edits`, {
		path,
		data: { revision: 1, client: 'other', name: 'x', edits: change('lantern*') }
	});
	await asker.ask('POST', `${E}/edits`, {
		path,
		data: { revision: 1, client, name: 'x', edits: change('candle*') },
		status: 409
	});
	await asker.ask('POST', `${E}/edits`, {
		path,
		data: { revision: 2, client, name: 'x', edits: [{ do: 'set', at: ['nothing'], value: 'x' }] },
		status: 422
	});
	await asker.ask('POST', `${E}/versions`, { path, data: { name: 'first', revision: 2 }, status: 201 });
	await asker.ask('PUT', `${E}/members`, { path, data: { email: other.email, role: 'reader' } });
	await asker.ask('DELETE', `${E}/members`, { path, data: { email: other.email } });
	await asker.ask('PUT', `${E}/archived`, { path, data: { archived: true }, status: 204 });
	await asker.ask('POST', `${E}/judgements`, {
		path,
		data: { judgements: [{ record: 'skerry-1', verdict: 'relevant' }] },
		status: 201
	});
	const run = await asker.ask<{ id: string }>('POST', `${E}/runs`, {
		path,
		data: {
			profile: 'wherry',
			version: 1,
			how: 'pasted',
			lines: [{ id: 'lamp', number: 1, text: 'lamp', count: 7, fault: '' }]
		},
		status: 201
	});
	await asker.ask('PUT', `${E}/runs/[run]`, { path: { ...path, run: run.id }, data: { withdrawn: true } });

	await asker.ask('POST', `${E}/sign-offs`, {
		path,
		data: { of: 'profile', subject: 'wherry', version: 1 },
		status: 201
	});

	const imported = await asker.ask<{ id: string; subject: string }>('POST', `${E}/batches`, {
		path,
		query: { name: 'lamps.ris', source: 'Harbour', purpose: 'rough search', stated: '2' },
		file: 'TY  - JOUR\nTI  - Lamps at night\nER  - \n\nstray words\n',
		status: 202
	});
	expect((await settled(owner.context, imported.id)).state).toBe('done');
	await asker.ask('GET', `${E}/batches`, { path });
	const batch = { ...path, batch: imported.subject };
	await asker.ask('GET', `${E}/batches/[batch]`, { path: batch });
	await asker.ask('PUT', `${E}/batches/[batch]`, { path: batch, data: { purpose: 'background', stated: null } });
	await asker.ask('POST', `${E}/batches/[batch]/unreadable/[number]`, {
		path: { ...batch, number: '0' },
		data: { text: 'TY  - JOUR\nTI  - Words that were astray\nKW  - Light\nER  - \n' }
	});
	await asker.ask('GET', `${E}/batches/[batch]/headings`, { path: batch, query: { vocabulary: 'skerry' } });
	const matching = await asker.ask<{ id: string }>('POST', `${E}/batches/[batch]/headings`, {
		path: batch,
		data: { vocabulary: 'skerry', otherNames: true, rest: 'keywords' },
		status: 202
	});
	expect(await settled(owner.context, matching.id)).toMatchObject({ outcome: { keywords: 1, matched: 1 } });
	const recipe = { recipe: `Contract ${Date.now()}` };
	await asker.ask('PUT', '/api/v1/recipes/[recipe]', {
		path: recipe,
		data: {
			kind: 'table',
			delimiter: ',',
			fields: [{ name: 'Naam', holds: 'title', split: null }]
		}
	});
	await asker.ask('GET', '/api/v1/recipes', {});
	await asker.ask('DELETE', '/api/v1/recipes/[recipe]', { path: recipe });
	const pair = await asker.ask<{ id: string; subject: string }>('POST', `${E}/batches`, {
		path,
		query: { name: 'pair.ris', source: 'Quay', purpose: 'run' },
		file: 'TY  - JOUR\nTI  - Lamps at night\nER  - \n\nTY  - JOUR\nTI  - Lamps by day\nER  - \n',
		status: 202
	});
	expect((await settled(owner.context, pair.id)).state).toBe('done');
	await expect
		.poll(async () => (await asker.ask<{ outdated: boolean }>('GET', `${E}/duplicates`, { path })).outdated)
		.toBe(false);
	await asker.ask('GET', `${E}/duplicates/pairs`, { path, query: { list: 'queue' } });
	const decided = await asker.ask<{ last: { act: string } }>('POST', `${E}/duplicates/decisions`, {
		path,
		data: { left: { batch: pair.subject, place: 0 }, right: { batch: imported.subject, place: 0 }, same: true }
	});
	await asker.ask('GET', `${E}/duplicates/works`, { path });
	await asker.ask('DELETE', `${E}/duplicates/decisions/[act]`, { path: { ...path, act: decided.last.act } });
	await asker.ask('POST', `${E}/duplicates`, { path, status: 202 });
	await asker.ask('GET', `${E}/gleaning`, { path });
	const gleaning = await asker.ask<{ id: string }>('POST', `${E}/gleaning`, {
		path,
		data: { from: 'known', of: '', fewest: 1, hidden: 'aim' },
		status: 202
	});
	expect((await settled(owner.context, gleaning.id)).state).toMatch(/^(?:done|failed)$/);
	await asker.ask('GET', `${E}/gleaning/figures`, { path });
	await asker.ask('POST', `${E}/gleaning/curve`, { path, data: { candidates: ['word lamp'] } });
	await asker.ask('PUT', `${E}/gleaning/decisions`, {
		path,
		data: { decisions: [{ candidate: 'word lamp', decision: 'parked' }] }
	});
	const gathering = await asker.ask<{ id: string; subject: string }>('POST', `${E}/collections`, {
		path,
		data: { name: 'Quay alone', batches: [pair.subject], merged: true },
		status: 202
	});
	expect(await settled(owner.context, gathering.id)).toMatchObject({ state: 'done', outcome: { records: 2 } });
	const gathered = { ...path, collection: gathering.subject };
	const changing = await asker.ask<{ id: string }>('PUT', `${E}/collections/[collection]`, {
		path: gathered,
		data: { name: 'Quay, every record', batches: [pair.subject], merged: false },
		status: 202
	});
	expect(await settled(owner.context, changing.id)).toMatchObject({ state: 'done', outcome: { records: 2 } });
	await asker.ask('DELETE', `${E}/collections/[collection]`, { path: gathered });
	const removal = await asker.ask<{ id: string }>('DELETE', `${E}/batches/[batch]`, { path: batch, status: 202 });
	expect(await settled(owner.context, removal.id)).toMatchObject({ state: 'done', outcome: { records: 2 } });

	const counted = async () =>
		(await (await owner.context.get(`/api/v1/enquiries/${id}/counts`)).json()) as { indexing: unknown };
	await expect.poll(async () => (await counted()).indexing, { timeout: 60_000 }).toBeNull();
	const trial = { name: 'a trial', edits: change('lamp*') };
	await asker.ask('POST', `${E}/trials`, { path, data: { revision: 2, read: true, trials: [trial] } });
	const lines = { format: 'wide-lantern-lines', enquiry: id, lines: [line('m', 'light')], concepts: [] };
	await asker.ask('POST', `${E}/measure`, { path, data: { lines, truth: 'lamp*' } });
	await asker.ask('POST', `${E}/renderings/read`, { path, data: { profile: 'wherry', text: 'lamp* OR light' } });
	await asker.ask('POST', `${E}/renderings/words`, {
		path,
		data: { profile: 'fairway', words: 'night light', account: '' }
	});
	for (const what of ['count', 'try']) {
		const job = await asker.ask<{ id: string }>('POST', `${E}/renderings/${what}`, {
			path,
			data: { profile: 'wherry' },
			status: 202
		});
		await settled(owner.context, job.id);
		await asker.ask('GET', '/api/v1/jobs/[job]', { path: { job: job.id } });
		if (what === 'count')
			await asker.ask('POST', '/api/v1/jobs/[job]', { path: { job: job.id }, data: { do: 'cancel' } });
	}
	const part = await asker.ask<{ id: string }>('POST', '/api/v1/parts', {
		data: {
			format: 'wide-lantern-part',
			name: `Lamps ${id}`,
			kind: 'lines',
			source: '',
			note: '',
			version: 1,
			variants: [{ name: '', lines }]
		},
		status: 201
	});
	await asker.ask('DELETE', '/api/v1/parts/[part]', { path: { part: part.id }, status: 204 });
	const written = (await (await owner.context.get(`/api/v1/enquiries/${id}/export`)).json()) as object;
	await asker.ask('POST', '/api/v1/enquiries/import', { data: written, status: 201 });

	// A vocabulary of one's own: its file, what its columns mean, its removal.
	const vocabulary = `zz-${id.slice(0, 8).replace(/^\d/, 'a')}`;
	const begun = await asker.ask<{ id: string }>('POST', '/api/v1/intakes', {
		query: { vocabulary, name: 'lamps.csv' },
		file: 'Code;Preferred term\nL1;Lamps\n',
		status: 202
	});
	const read = await settled(owner.context, begun.id);
	expect(read.state).toBe('asking');
	const { outcome } = (await (await owner.context.get(`/api/v1/jobs/${begun.id}`)).json()) as {
		outcome: { look: { proposed: object } };
	};
	const step = { path: { intake: begun.id } };
	await asker.ask('POST', '/api/v1/intakes/[intake]', { ...step, data: { do: 'read', shape: outcome.look.proposed } });
	await settled(owner.context, begun.id);
	await asker.ask('POST', '/api/v1/intakes/[intake]', { ...step, data: { do: 'load', name: 'Lamps', edition: '1' } });
	expect((await settled(owner.context, begun.id)).state).toBe('done');
	const counterparts = '/api/v1/vocabularies/[vocabulary]/headings/[heading]/counterparts';
	await asker.ask('PUT', counterparts, {
		path: { vocabulary, heading: 'L1' },
		query: { to: 'skerry' },
		data: { kind: 'none', targets: [], reason: 'Nothing like it there.', seen: null }
	});
	await asker.ask('PUT', counterparts, {
		path: { vocabulary, heading: 'L1' },
		query: { to: 'skerry' },
		data: { kind: 'none', targets: [], reason: 'Nothing like it there.', seen: null },
		status: 409
	});
	await asker.ask('DELETE', '/api/v1/vocabularies/[vocabulary]', { path: { vocabulary } });

	// A profile of one's own.
	const shipped = (await (await owner.context.get('/api/v1/profiles/wherry')).json()) as object;
	await asker.ask('PUT', '/api/v1/profiles/[profile]', {
		path: { profile: vocabulary },
		file: JSON.stringify({ ...shipped, id: vocabulary })
	});
	await asker.ask('DELETE', '/api/v1/profiles/[profile]', { path: { profile: vocabulary } });

	// What only an administrator may do.
	const context = await request.newContext({ baseURL: address, extraHTTPHeaders: { origin: address } });
	await context.post('/sign-in', { form: { email: KEEPER, password: PASSWORD }, maxRedirects: 0 });
	const keeper = new Asker(context);
	await keeper.ask('PUT', '/api/v1/addresses', { data: { address: 'https://contract.example', note: '' } });
	await keeper.ask('DELETE', '/api/v1/addresses', { data: { address: 'https://contract.example' } });
	const collection = await keeper.ask<{ id: string }>('PUT', '/api/v1/collections/[collection]', {
		path: { collection: vocabulary },
		query: { name: 'Lamps', taken: '2026-11-20', vocabularies: '' },
		file: `${JSON.stringify(plainRecord('lamp-1', { titles: ['Lamps'] }))}\n`,
		status: 202
	});
	expect((await settled(context, collection.id)).state).toBe('done');
	await keeper.ask('DELETE', '/api/v1/collections/[collection]', { path: { collection: vocabulary } });

	expect([...asker.faults, ...keeper.faults]).toEqual([]);
	// Asked elsewhere: what every kind of person gets (doors.spec.ts), and what needs the stream of a window (the fixture `page`).
	const streams = [`POST ${E}/look`, `PUT ${E}/presence`, 'PUT /api/v1/stream', `POST ${E}/indexing`];
	const unasked = shapedRoutes().filter(
		(route) => !route.startsWith('GET ') && !asker.answered.has(route) && !keeper.answered.has(route)
	);
	expect(unasked.filter((route) => !streams.includes(route))).toEqual([`DELETE ${E}`]);
	await asker.ask('DELETE', E, { path });
	expect(asker.faults).toEqual([]);
});
