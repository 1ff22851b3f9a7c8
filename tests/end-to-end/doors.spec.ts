/**
 * Every route and action, walked as seven kinds of people, against one table. The table is written
 * by hand, apart from the guard's own; it must name every route that lies on the disk.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { describedRoutes, shapedRoutes, undescribed } from './described';
import { settled } from './jobs';
import { address, KEEPER, PASSWORD, newEnquiry, somebody } from './people';

type Kind = 'stranger' | 'outsider' | 'reader' | 'reviewer' | 'editor' | 'owner' | 'administrator';
const KINDS: readonly Kind[] = ['stranger', 'outsider', 'reader', 'reviewer', 'editor', 'owner', 'administrator'];

const ANYONE = 'stranger outsider reader reviewer editor owner administrator';
const SIGNED_IN = 'outsider reader reviewer editor owner administrator';
const MEMBERS = 'reader reviewer editor owner';
const EDITORS = 'editor owner';
const OWNER = 'owner';
const KEEPERS = 'administrator';

/** What a refused person is told: strangers to sign in, outsiders nothing, members that their role is too small. */
type Row = readonly [method: string, route: string, allowed: string, query?: string, body?: object | string];
const E = '/enquiries/[enquiry]';
const A = '/api/v1/enquiries/[enquiry]';
const TABLE: readonly Row[] = [
	['GET', '/', ANYONE],
	['GET', '/health', ANYONE],
	['GET', '/sru/[source]', ANYONE],
	['GET', '/sign-in', ANYONE],
	['POST', '/sign-in', ANYONE, '', 'email=a%40b&password=x'],
	['GET', '/sign-up', ANYONE],
	['POST', '/sign-up', ANYONE, '', 'name=&email=&password='],
	['POST', '/sign-out', 'stranger', '', ''],
	['POST', '/demo', ANYONE, '', ''],
	['GET', '/desk', SIGNED_IN],
	['GET', '/account', SIGNED_IN],
	['POST', '/account', SIGNED_IN, '', 'old=no&fresh=no'],
	['GET', '/administration', KEEPERS],
	['POST', '/administration', KEEPERS, '', 'person=none&change=close'],
	...[
		'',
		'/brief',
		'/concepts',
		'/headings',
		'/records',
		'/strategy',
		'/glean',
		'/proving',
		'/renderings',
		'/dossier',
		'/people'
	].map((page): Row => ['GET', `${E}${page}`, MEMBERS]),
	['GET', '/api/v1/enquiries', SIGNED_IN],
	['POST', '/api/v1/enquiries', SIGNED_IN, '', { question: '', framework: 'PICO' }],
	['POST', '/api/v1/enquiries/import', SIGNED_IN, '', {}],
	['GET', '/api/v1/stream', SIGNED_IN, '?browser=doors'],
	['PUT', '/api/v1/stream', SIGNED_IN, '', { browser: 'doors', windows: [] }],
	['GET', A, MEMBERS],
	['DELETE', A, OWNER],
	[
		'POST',
		`${A}/edits`,
		EDITORS,
		'',
		{ revision: 1, client: 'doors', name: 'try', edits: [{ do: 'set', at: ['title'], value: 'Doors' }] }
	],
	['GET', `${A}/stream`, MEMBERS],
	['POST', `${A}/indexing`, EDITORS, '', {}],
	['GET', `${A}/jobs`, MEMBERS],
	['GET', `${A}/records/file`, MEMBERS, '?line=first&as=ris'],
	['GET', `${A}/batches`, MEMBERS],
	['POST', `${A}/batches`, EDITORS, '?name=doors.ris&source=Skerry&purpose=run', 'TY  - JOUR\nTI  - Doors\nER  - \n'],
	['GET', `${A}/batches/[batch]`, MEMBERS],
	['GET', `${A}/batches/[batch]/file`, MEMBERS, '?as=ris'],
	['PUT', `${A}/batches/[batch]`, EDITORS, '', { purpose: 'run', stated: null }],
	['DELETE', `${A}/batches/[batch]`, EDITORS],
	['POST', `${A}/collections`, EDITORS, '', {}],
	['PUT', `${A}/collections/[collection]`, EDITORS, '', {}],
	['DELETE', `${A}/collections/[collection]`, EDITORS],
	['GET', `${A}/batches/[batch]/headings`, MEMBERS, '?vocabulary=skerry'],
	['POST', `${A}/batches/[batch]/headings`, EDITORS, '', {}],
	['POST', `${A}/batches/[batch]/unreadable/[number]`, EDITORS, '', {}],
	['GET', `${A}/duplicates`, MEMBERS],
	['POST', `${A}/duplicates`, EDITORS],
	['GET', `${A}/duplicates/file`, MEMBERS, '?as=csv'],
	['GET', `${A}/duplicates/pairs`, MEMBERS, '?list=queue'],
	['GET', `${A}/duplicates/works`, MEMBERS],
	[
		'POST',
		`${A}/duplicates/decisions`,
		EDITORS,
		'',
		{ left: { batch: '00000000-0000-0000-0000-000000000000', place: 0 }, same: false }
	],
	['DELETE', `${A}/duplicates/decisions/[act]`, EDITORS],
	[
		'POST',
		`${A}/trials`,
		MEMBERS,
		'',
		{ revision: 0, trials: [{ name: 'doors', edits: [{ do: 'set', at: ['title'], value: 'x' }] }] }
	],
	['PUT', `${A}/presence`, MEMBERS, '', { client: 'doors', line: null }],
	['GET', `${A}/steps`, MEMBERS],
	['GET', `${A}/versions`, MEMBERS],
	['POST', `${A}/versions`, EDITORS, '', { name: 'doors', revision: 0 }],
	['GET', `${A}/versions/[version]`, MEMBERS],
	['GET', `${A}/versions/[version]/comparison`, MEMBERS, '?with=now'],
	['GET', `${A}/versions/[version]/records`, MEMBERS, '?with=now&side=gained'],
	['GET', `${A}/spread`, MEMBERS, '?line=first'],
	['GET', `${A}/why`, MEMBERS, '?record=[record]'],
	['POST', `${A}/measure`, MEMBERS, '', {}],
	['GET', `${A}/variants`, MEMBERS, '?pattern=light'],
	['POST', `${A}/look`, MEMBERS, '', { client: 'doors', sequence: 1, revision: 1, edits: [] }],
	['GET', `${A}/counts`, MEMBERS],
	['GET', `${A}/counts/concepts`, MEMBERS],
	['GET', `${A}/counts/sources`, MEMBERS],
	['GET', `${A}/gleaning`, MEMBERS],
	['GET', `${A}/gleaning/figures`, MEMBERS],
	['GET', `${A}/gleaning/examples`, MEMBERS, '?candidate=word%20light'],
	['POST', `${A}/gleaning/curve`, MEMBERS, '', { candidates: [] }],
	['POST', `${A}/gleaning`, EDITORS, '', { from: 'line', of: 'first', fewest: 2, hidden: '' }],
	['PUT', `${A}/gleaning/decisions`, EDITORS, '', { decisions: [{ candidate: 'word light', decision: 'parked' }] }],
	['GET', `${A}/proving`, MEMBERS],
	['GET', `${A}/records`, MEMBERS, '?line=first'],
	['GET', `${A}/terms`, MEMBERS, '?line=joined'],
	['GET', `${A}/articles`, MEMBERS],
	['GET', `${A}/concept-map`, MEMBERS, '?concept=c'],
	['GET', `${A}/names`, MEMBERS, '?concept=c&vocabulary=skerry&heading=delirium'],
	['GET', `${A}/unindexed`, MEMBERS, '?concept=c'],
	['GET', `${A}/vocabularies`, MEMBERS],
	['GET', `${A}/renderings`, MEMBERS],
	['GET', `${A}/renderings/string`, MEMBERS, '?profile=skerry'],
	['POST', `${A}/renderings/count`, MEMBERS, '', {}],
	['POST', `${A}/renderings/try`, MEMBERS, '', {}],
	['POST', `${A}/renderings/read`, MEMBERS, '', {}],
	['POST', `${A}/renderings/words`, MEMBERS, '', {}],
	['GET', `${A}/runs`, MEMBERS],
	[
		'POST',
		`${A}/runs`,
		EDITORS,
		'',
		{
			profile: 'skerry',
			version: 1,
			how: 'copied',
			lines: [{ id: 'first', number: 1, text: 'light', count: null, fault: '' }]
		}
	],
	['PUT', `${A}/runs/[run]`, EDITORS, '', { withdrawn: true }],
	['GET', `${A}/judgements`, MEMBERS],
	['POST', `${A}/judgements`, EDITORS, '', { judgements: [{ record: 'SK1', verdict: 'relevant' }] }],
	['POST', `${A}/sign-offs`, EDITORS, '', {}],
	['GET', `${A}/dossier`, MEMBERS, '?as=docx'],
	['GET', `${A}/dossier`, MEMBERS, '?as=json'],
	['GET', `${A}/export`, MEMBERS],
	['GET', `${A}/members`, MEMBERS],
	['PUT', `${A}/members`, OWNER, '', { email: 'nobody@test.example', role: 'reader' }],
	['DELETE', `${A}/members`, OWNER, '', { email: 'nobody@test.example' }],
	['PUT', `${A}/archived`, MEMBERS, '', { archived: false }],
	['GET', '/api/v1/parts', SIGNED_IN],
	['POST', '/api/v1/parts', SIGNED_IN, '', {}],
	// A part of nobody is hidden from everybody; strategy-parts.spec.ts removes one's own.
	['DELETE', '/api/v1/parts/[part]', ''],
	['PUT', '/api/v1/addresses', KEEPERS, '', { address: 'no address' }],
	['DELETE', '/api/v1/addresses', KEEPERS, '', { address: 'no address' }],
	['GET', '/api/v1/collections/[collection]', SIGNED_IN],
	['PUT', '/api/v1/collections/[collection]', KEEPERS, '?taken=someday', {}],
	['DELETE', '/api/v1/collections/[collection]', KEEPERS],
	['GET', '/api/v1/recipes', SIGNED_IN],
	['PUT', '/api/v1/recipes/[recipe]', SIGNED_IN, '', {}],
	['DELETE', '/api/v1/recipes/[recipe]', 'owner administrator'],
	['GET', '/api/v1/profiles/[profile]', SIGNED_IN],
	['GET', '/api/v1/profiles/[profile]/connection', SIGNED_IN],
	['PUT', '/api/v1/profiles/[profile]', KEEPERS, '', {}],
	['DELETE', '/api/v1/profiles/[profile]', KEEPERS],
	['GET', '/profiles', SIGNED_IN],
	['GET', '/profiles/teach', SIGNED_IN],
	['GET', '/api/v1/vocabularies/[vocabulary]', SIGNED_IN],
	['GET', '/vocabularies', SIGNED_IN],
	// For developers only: hidden on a server that people use.
	['GET', '/kit', ''],
	['GET', '/vocabularies/[vocabulary]', SIGNED_IN],
	['POST', '/api/v1/intakes', SIGNED_IN, '?vocabulary=NO', {}],
	// A job of nobody is hidden from everybody; intakes.spec.ts and jobs.spec.ts show that another person's is, too.
	['POST', '/api/v1/intakes/[intake]', '', '', { do: 'load' }],
	['GET', '/api/v1/jobs', SIGNED_IN],
	['GET', '/api/v1/jobs/[job]', ''],
	['POST', '/api/v1/jobs/[job]', '', '', { do: 'cancel' }],
	// What ships may be removed by administrators only; it indexes a collection, so that it stays.
	['DELETE', '/api/v1/vocabularies/[vocabulary]', KEEPERS],
	['GET', '/api/v1/vocabularies/[vocabulary]/changes', SIGNED_IN, '?from=1&to=1'],
	['GET', '/api/v1/vocabularies/[vocabulary]/lookup', SIGNED_IN, '?q=light'],
	['GET', '/api/v1/vocabularies/[vocabulary]/headings/[heading]', SIGNED_IN],
	['GET', '/api/v1/headings', SIGNED_IN, '?heading=skerry:delirium&heading=skerry:confusion'],
	['GET', '/api/v1/vocabularies/[vocabulary]/headings/[heading]/figures', SIGNED_IN, '?collection=skerry'],
	['GET', '/api/v1/vocabularies/[vocabulary]/headings/[heading]/history', SIGNED_IN, '?collection=skerry'],
	['GET', '/api/v1/vocabularies/[vocabulary]/headings/[heading]/counterparts', SIGNED_IN, '?to=corran'],
	['PUT', '/api/v1/vocabularies/[vocabulary]/headings/[heading]/counterparts', SIGNED_IN, '?to=corran', {}],
	['GET', '/api/v1/vocabularies/[vocabulary]/mappings', SIGNED_IN]
];

/** Routes and methods as the files on the disk give them. */
function routesOnDisk(folder = 'web/src/routes', route = ''): string[] {
	return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
		const path = join(folder, entry.name);
		if (entry.isDirectory()) return routesOnDisk(path, `${route}/${entry.name}`);
		const name = route === '' ? '/' : route;
		const text = readFileSync(path, 'utf8');
		if (entry.name === '+page.svelte') return [`GET ${name}`];
		if (entry.name === '+page.server.ts')
			return [`GET ${name}`, ...(/export const actions/.test(text) ? [`POST ${name}`] : [])];
		if (entry.name === '+server.ts')
			return [...text.matchAll(/export const (GET|POST|PUT|PATCH|DELETE)\b/g)].map((match) => `${match[1]} ${name}`);
		return [];
	});
}

test('the table names every route and action, and no other', () => {
	expect([...new Set(routesOnDisk())].sort()).toEqual(
		[...new Set(TABLE.map(([method, route]) => `${method} ${route}`))].sort()
	);
});

test('the description of the requests names every one, and no other', () => {
	const requests = routesOnDisk().filter((route) => route.includes(' /api/'));
	expect(describedRoutes().sort()).toEqual([...new Set(requests)].sort());
});

interface Person {
	readonly email: string;
	readonly cookie: string;
}

async function signIn(email: string): Promise<Person> {
	const response = await fetch(`${address}/sign-in`, {
		method: 'POST',
		redirect: 'manual',
		headers: { origin: address, 'content-type': 'application/x-www-form-urlencoded' },
		body: new URLSearchParams({ email, password: PASSWORD })
	});
	return { email, cookie: response.headers.get('set-cookie')?.split(';')[0] ?? '' };
}

type Seen = 'allowed' | 'sign-in' | 'forbidden' | 'hidden' | 'broken';

/** What an answer was, and its JSON where it is that. */
interface Knocked {
	readonly seen: Seen;
	readonly status: number;
	readonly json: unknown;
}

async function knock(person: Person | null, method: string, path: string, body?: object | string): Promise<Knocked> {
	const leaving = new AbortController();
	const response = await fetch(address + path, {
		method,
		redirect: 'manual',
		signal: leaving.signal,
		headers: {
			...(person ? { cookie: person.cookie } : {}),
			...(method === 'GET'
				? {}
				: {
						origin: address,
						'content-type': typeof body === 'string' ? 'application/x-www-form-urlencoded' : 'application/json'
					})
		},
		...(method === 'GET' ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body ?? {}) })
	});
	const { status } = response;
	const to = response.headers.get('location') ?? '';
	const isJson = response.headers.get('content-type')?.startsWith('application/json') === true;
	const json = isJson ? ((await response.json()) as unknown) : null;
	leaving.abort();
	return { seen: seenOf(status, to), status, json };
}

function seenOf(status: number, to: string): Seen {
	if (status >= 500) return 'broken';
	if (status === 401 || to.startsWith('/sign-in?to=')) return 'sign-in';
	if (status === 403) return 'forbidden';
	return status === 404 ? 'hidden' : 'allowed';
}

test('every door opens to whom the table says, and to nobody else', async () => {
	test.setTimeout(360_000);
	const owner = await somebody(address, 'Owner');
	const people: Record<Kind, Person | null> = {
		stranger: null,
		outsider: null,
		reader: null,
		reviewer: null,
		editor: null,
		owner: null,
		administrator: null
	};
	for (const kind of KINDS) {
		if (kind === 'stranger') continue;
		const email =
			kind === 'owner' ? owner.email : kind === 'administrator' ? KEEPER : (await somebody(address, kind)).email;
		people[kind] = await signIn(email);
		expect(people[kind]?.cookie, `${kind} is signed in`).not.toBe('');
	}
	const make = async () => {
		const id = await newEnquiry(owner);
		for (const kind of ['reader', 'reviewer', 'editor'] as const) {
			const response = await owner.context.put(`/api/v1/enquiries/${id}/members`, {
				data: { email: people[kind]?.email, role: kind }
			});
			expect(response.status()).toBe(200);
		}
		const line = {
			id: 'first',
			source: 'light',
			concept: 'c',
			strand: null,
			role: 'words',
			label: '',
			note: '',
			off: false
		};
		const edits = [
			{
				do: 'insert',
				in: ['concepts'],
				item: { id: 'c', name: 'Light', note: '', strands: [], headings: [], words: [], parked: [] },
				after: null
			},
			{ do: 'insert', in: ['lines'], item: line, after: null },
			{ do: 'insert', in: ['lines'], item: { ...line, id: 'joined', source: 'light OR lamp' }, after: 'first' },
			{ do: 'insert', in: ['renderings'], item: { id: 'r', profile: 'skerry', first: 1, leftOut: [] }, after: null }
		];
		const response = await owner.context.post(`/api/v1/enquiries/${id}/edits`, {
			data: { revision: 0, client: 'doors', name: 'a line', edits }
		});
		expect(response.status()).toBe(200);
		return id;
	};
	const id = await make();
	const version = (await (
		await owner.context.post(`/api/v1/enquiries/${id}/versions`, { data: { name: 'first', revision: 1 } })
	).json()) as { id: string };
	const lines = [{ id: 'first', number: 1, text: 'light', count: 7, fault: '' }];
	const run = (await (
		await owner.context.post(`/api/v1/enquiries/${id}/runs`, {
			data: { profile: 'skerry', version: 1, how: 'pasted', lines }
		})
	).json()) as { id: string };
	const page = (await (await owner.context.get(`/api/v1/enquiries/${id}/records?line=first`)).json()) as {
		records: { id: string }[];
	};
	/** A file of references of the enquiry. */
	const makeBatch = async () => {
		const begun = (await (
			await owner.context.post(`/api/v1/enquiries/${id}/batches?name=doors.ris&source=Skerry&purpose=run&again=true`, {
				data: Buffer.from('TY  - JOUR\nTI  - Doors\nER  - \n'),
				headers: { 'content-type': 'application/octet-stream' }
			})
		).json()) as { id: string; subject: string };
		expect((await settled(owner.context, begun.id)).state).toBe('done');
		return begun.subject;
	};
	const batch = await makeBatch();
	/** A decision that has not been undone. */
	const makeDecision = async () => {
		const second = await makeBatch();
		const duplicates = async () =>
			(await (await owner.context.get(`/api/v1/enquiries/${id}/duplicates`)).json()) as { outdated: boolean };
		await expect.poll(async () => (await duplicates()).outdated).toBe(false);
		const decided = (await (
			await owner.context.post(`/api/v1/enquiries/${id}/duplicates/decisions`, {
				data: { left: { batch, place: 0 }, right: { batch: second, place: 0 }, same: true }
			})
		).json()) as { last: { act: string } };
		return decided.last.act;
	};
	/** A collection of a file. */
	const makeCollection = async () => {
		const begun = (await (
			await owner.context.post(`/api/v1/enquiries/${id}/collections`, {
				data: { name: 'Doors', batches: [batch], merged: false }
			})
		).json()) as { id: string; subject: string };
		expect((await settled(owner.context, begun.id)).state).toBe('done');
		return begun.subject;
	};
	/** A format that the owner of the enquiry has taught. */
	const makeRecipe = async () => {
		const fields = [{ name: 'Naam', holds: 'title', split: null }];
		const taught = await owner.context.put('/api/v1/recipes/Doors', {
			data: { kind: 'table', delimiter: ',', fields }
		});
		expect(taught.status()).toBe(200);
		return 'Doors';
	};
	const wrong: string[] = [];
	/** Requests that somebody had an answer to, so that its shape was compared. */
	const answered = new Set<string>();
	for (const [method, route, allowed, query = '', body] of TABLE)
		for (const kind of KINDS) {
			// Signing out would end a session that the next rows need; the owner's deletion needs a fresh enquiry.
			if (route === '/sign-out' && kind !== 'stranger') continue;
			const enquiry = method === 'DELETE' && route === A && kind === 'owner' ? await make() : id;
			// Each who may remove a file removes one of their own.
			const isRemoved = method === 'DELETE' && route.endsWith('[batch]') && EDITORS.split(' ').includes(kind);
			const path =
				route
					.replace('[enquiry]', enquiry)
					.replace('[vocabulary]', 'skerry')
					.replace('[heading]', 'delirium')
					.replace(
						'[collection]',
						method === 'DELETE' && route.startsWith(A) && EDITORS.split(' ').includes(kind)
							? await makeCollection()
							: 'skerry'
					)
					.replace('[profile]', 'skerry')
					.replace('[source]', 'skerry')
					.replace('[intake]', 'nobodys')
					.replace('[job]', 'nobodys')
					.replace('[part]', 'nobodys')
					.replace('[recipe]', route.endsWith('[recipe]') ? await makeRecipe() : '')
					.replace('[number]', '0')
					.replace('[version]', version.id)
					.replace(
						'[act]',
						EDITORS.split(' ').includes(kind) && route.endsWith('[act]') ? await makeDecision() : 'nobodys'
					)
					.replace('[batch]', isRemoved ? await makeBatch() : batch)
					.replace('[run]', run.id) + query.replace('[record]', page.records[0]?.id ?? '');
			const { seen, status, json } = await knock(people[kind], method, path, body);
			if (route.startsWith('/api/')) {
				const fault = undescribed(method, route, status, json);
				if (fault !== null && !wrong.includes(fault)) wrong.push(fault);
				if (status < 300 && json !== null) answered.add(`${method} ${route}`);
			}
			const member = (MEMBERS as string).split(' ').includes(kind);
			const refused: Seen =
				kind === 'stranger'
					? 'sign-in'
					: (route.includes('[enquiry]') && !member) || /\[(?:intake|job|part)\]|^\/kit$/.test(route)
						? 'hidden'
						: 'forbidden';
			const expected: Seen = allowed.split(' ').includes(kind) ? 'allowed' : refused;
			if (seen !== expected) wrong.push(`${kind}: ${method} ${route} is ${seen}, should be ${expected}`);
		}
	expect(wrong).toEqual([]);
	// The other requests are answered in contract.spec.ts.
	const asked = shapedRoutes().filter((route) => route.startsWith('GET ') && !route.includes('[job]'));
	expect(asked.filter((route) => !answered.has(route))).toEqual([]);
});

test('another enquiry’s identifiers in the body change nothing there', async () => {
	const first = await somebody(address);
	const second = await somebody(address);
	const [mine, theirs] = [await newEnquiry(first, 'Mine?'), await newEnquiry(second, 'Theirs?')];
	const before = (await (await second.context.get(`/api/v1/enquiries/${theirs}`)).json()) as {
		document: { parts: { id: string }[] };
	};
	const part = before.document.parts[0]?.id ?? '';
	const edits = [{ do: 'set', at: ['parts', part, 'text'], value: 'taken over' }];
	const response = await first.context.post(`/api/v1/enquiries/${mine}/edits`, {
		data: { revision: 0, client: 'x', name: 'x', edits }
	});
	expect(response.status()).toBe(422);
	expect(await (await second.context.get(`/api/v1/enquiries/${theirs}`)).json()).toEqual(before);
});

test('requests from other origins change nothing, and cookies stay out of reach of scripts', async () => {
	const who = await somebody(address);
	for (const origin of ['https://elsewhere.example', 'null']) {
		const response = await who.context.post('/api/v1/enquiries', {
			data: { question: 'From elsewhere?', framework: 'PICO' },
			headers: { origin }
		});
		expect(response.status()).toBe(403);
	}
	const form = await who.context.post('/account', {
		form: { old: PASSWORD, fresh: 'another password' },
		headers: { origin: 'https://elsewhere.example' }
	});
	expect(form.status()).toBe(403);
	const cookies = (await who.context.storageState()).cookies;
	expect(cookies.map(({ httpOnly, sameSite }) => [httpOnly, sameSite])).toEqual([[true, 'Lax']]);
});

test('signing out and changing the password end sessions', async () => {
	const who = await somebody(address);
	const other = await signIn(who.email);
	expect((await knock(other, 'GET', '/api/v1/enquiries')).seen).toBe('allowed');
	const changed = await who.context.post('/account', { form: { old: PASSWORD, fresh: 'a quite different one' } });
	expect(await changed.text()).toContain('The password is changed');
	expect((await knock(other, 'GET', '/api/v1/enquiries')).seen).toBe('sign-in');
	expect((await who.context.get('/api/v1/enquiries')).status()).toBe(200);
	await who.context.post('/sign-out');
	expect((await who.context.get('/api/v1/enquiries')).status()).toBe(401);
});
