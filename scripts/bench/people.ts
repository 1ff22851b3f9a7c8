/**
 * Fifty people who type at once, each in an own enquiry, one key every 300 ms: how long each waits for the counts of a
 * key. They ask as a window does: the counts with every key, on a stream that stays open; what was typed saved 150 ms
 * later. Everything, those who ask included, runs on the same machine. Writes the times to the file that is named.
 */
import { writeFileSync } from 'node:fs';
import { Agent, request as ask, type IncomingMessage } from 'node:http';
import { argv } from 'node:process';
import { request } from '@playwright/test';
import { lineOf } from './ours.ts';

const [, , address = '', file = '', many = '50'] = argv;
const PEOPLE = Number(many);
const EVERY = 300;
const SAVED_AFTER = 150;
const SECONDS = 20;
/** Seconds at the beginning that are not measured: code is compiled, and caches fill. */
const WARM = 5;
const agent = new Agent({ keepAlive: true, maxSockets: PEOPLE * 3 });
const { hostname: host, port } = new URL(address);

class Person {
	private cookie = '';
	private id = '';
	private revision = 0;
	private sequence = 0;
	private text = 'light*';
	private readonly began = new Map<number, number>();
	readonly times: number[] = [];
	/** Asks that were refused. */
	refused = 0;

	constructor(private readonly number: number) {}

	private send(method: string, path: string, body: object | null): Promise<IncomingMessage> {
		return new Promise((done, failed) => {
			const text = body === null ? '' : JSON.stringify(body);
			const asked = ask(
				{
					host,
					port,
					agent,
					method,
					path,
					headers: {
						origin: address,
						cookie: this.cookie,
						...(body === null ? {} : { 'content-type': 'application/json', 'content-length': Buffer.byteLength(text) })
					}
				},
				done
			);
			// A connection that the server has just closed for idleness is no answer.
			asked.on('error', (error: NodeJS.ErrnoException) => {
				if (error.code === 'ECONNRESET' && asked.reusedSocket) this.send(method, path, body).then(done, failed);
				else failed(error);
			});
			asked.end(text);
		});
	}

	async begin(): Promise<void> {
		const context = await request.newContext({ baseURL: address, extraHTTPHeaders: { origin: address } });
		await context.post('/sign-up', {
			form: {
				name: `Person ${this.number}`,
				email: `p${this.number}-${Date.now()}@test.example`,
				password: 'harbour lights at dusk'
			},
			maxRedirects: 0
		});
		this.cookie = (await context.storageState()).cookies.map((one) => `${one.name}=${one.value}`).join('; ');
		const made = await context.post('/api/v1/enquiries', { data: { question: 'Do fifty fit?', framework: 'PICO' } });
		this.id = ((await made.json()) as { id: string }).id;
		const lines = [
			...['light*', 'lamp* OR lantern*', 'delir* OR confus*', 'sleep* OR rest*', '"light therapy"', 'ward*'].map(
				(text, at) => lineOf(`l${at}`, text)
			),
			lineOf('j1', 'ANY(#1-#2)'),
			lineOf('j2', 'ANY(#3-#6)'),
			lineOf('end', '#7 AND #8')
		];
		const edits = [
			{ do: 'set', at: ['collection'], value: 'skerry' },
			...lines.map((item, at) => ({ do: 'insert', in: ['lines'], item, after: lines[at - 1]?.id ?? null }))
		];
		const saved = await context.post(`/api/v1/enquiries/${this.id}/edits`, {
			data: { revision: 0, client: this.client, name: 'bench', edits }
		});
		if (!saved.ok()) throw new Error(await saved.text());
		this.revision = ((await saved.json()) as { revision: number }).revision;
		await context.dispose();
		const stream = await this.send('GET', `/api/v1/enquiries/${this.id}/stream?client=${this.client}`, null);
		let rest = '';
		stream.setEncoding('utf8').on('data', (part: string) => {
			rest += part;
			for (let end = rest.indexOf('\n\n'); end >= 0; end = rest.indexOf('\n\n')) {
				this.hear(rest.slice(0, end));
				rest = rest.slice(end + 2);
			}
		});
	}

	private get client(): string {
		return `person-${this.number}`;
	}

	private hear(event: string): void {
		if (!event.includes('event: counts')) return;
		const data = /^data: (.*)$/m.exec(event)?.[1] ?? '{}';
		const { sequence, changed, stale } = JSON.parse(data) as { sequence: number; changed?: unknown; stale?: true };
		const began = this.began.get(sequence);
		if (began === undefined || (changed === undefined && stale !== true)) return;
		if (stale === true) this.refused++;
		else this.times.push(performance.now() - began);
		for (const older of this.began.keys()) if (older <= sequence) this.began.delete(older);
	}

	/** One key: asks for counts, and saves a little later. */
	async key(): Promise<void> {
		this.text =
			this.text.length > 60
				? 'light*'
				: `${this.text}${this.text.endsWith('*') ? ' OR l' : 'amp'[this.text.length % 3]}`;
		const edits = [{ do: 'set', at: ['lines', 'l0', 'source'], value: this.text }];
		const sequence = ++this.sequence;
		this.began.set(sequence, performance.now());
		const looked = await this.send('POST', `/api/v1/enquiries/${this.id}/look`, {
			client: this.client,
			sequence,
			revision: this.revision,
			edits
		});
		looked.resume();
		if (looked.statusCode !== 202) this.refused++;
		await new Promise((done) => setTimeout(done, SAVED_AFTER));
		const saved = await this.send('POST', `/api/v1/enquiries/${this.id}/edits`, {
			revision: this.revision,
			client: this.client,
			name: 'type',
			edits
		});
		let text = '';
		for await (const part of saved.setEncoding('utf8')) text += String(part);
		if (saved.statusCode === 200) this.revision = (JSON.parse(text) as { revision: number }).revision;
		else this.refused++;
	}

	async type(until: number): Promise<void> {
		await new Promise((done) => setTimeout(done, (EVERY * this.number) / PEOPLE));
		while (performance.now() < until) {
			const next = performance.now() + EVERY;
			await this.key();
			await new Promise((done) => setTimeout(done, Math.max(0, next - performance.now())));
		}
	}

	/** Forgets what was measured so far. */
	measure(): void {
		this.times.length = 0;
		this.refused = 0;
	}
}

const people = Array.from({ length: PEOPLE }, (_, number) => new Person(number));
for (const person of people) await person.begin();
const typing = people.map((person) => person.type(performance.now() + SECONDS * 1_000));
await new Promise((done) => setTimeout(done, WARM * 1_000));
for (const person of people) person.measure();
await Promise.all(typing);
await new Promise((done) => setTimeout(done, 1_000));
const times = people.flatMap((person) => person.times).sort((a, b) => a - b);
const refused = people.reduce((sum, person) => sum + person.refused, 0);
const at = (share: number) => Math.round(times[Math.min(times.length - 1, Math.floor(times.length * share))] ?? 0);
const wanted = Math.round((PEOPLE * (SECONDS - WARM) * 1_000) / EVERY);
process.stdout.write(
	`${PEOPLE} people, a key every ${EVERY} ms: ${times.length} keys answered of some ${wanted}, median ${at(0.5)} ms, p95 ${at(0.95)} ms; ${refused} refused\n`
);
if (file !== '')
	writeFileSync(file, JSON.stringify({ people: PEOPLE, keys: times.length, median: at(0.5), p95: at(0.95), refused }));
agent.destroy();
process.exit(0);
