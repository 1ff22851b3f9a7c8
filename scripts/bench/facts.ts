/**
 * What a keystroke costs on the server while many records are judged, and how long the desk takes with many
 * enquiries. Writes both to the file that is named, for the table.
 */
import { writeFileSync } from 'node:fs';
import { argv } from 'node:process';
import { request } from '@playwright/test';
import { lineOf } from './ours.ts';

const [, , address = '', file = ''] = argv;
const JUDGED = 50_000;
const AT_ONCE = 1_000;
const ENQUIRIES = 300;
const KEYS = 60;
const DESKS = 5;

const context = await request.newContext({ baseURL: address, extraHTTPHeaders: { origin: address }, timeout: 120_000 });
await context.post('/sign-up', {
	form: { name: 'Bench', email: `facts-${Date.now()}@test.example`, password: 'harbour lights at dusk' },
	maxRedirects: 0
});

async function post<Answer>(path: string, data: object): Promise<Answer> {
	const response = await context.post(path, { data });
	if (!response.ok()) throw new Error(`${path}: ${await response.text()}`);
	return (await response.json()) as Answer;
}
const newEnquiry = async () =>
	(await post<{ id: string }>('/api/v1/enquiries', { question: 'What does a key cost?', framework: 'PICO' })).id;
async function timed(work: () => Promise<unknown>): Promise<number> {
	const started = performance.now();
	await work();
	return performance.now() - started;
}
const median = (values: readonly number[]): number =>
	[...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;

/** Milliseconds of an edit of one line, from request to answer, one after the other; the median. */
async function keystroke(id: string, from: number): Promise<number> {
	let revision = from;
	const took: number[] = [];
	for (let key = 0; key < KEYS; key++)
		took.push(
			await timed(async () => {
				const edits = [{ do: 'set', at: ['lines', 'l0', 'source'], value: `light* OR lamp${'s'.repeat(key % 30)}` }];
				const answer = await post<{ revision: number }>(`/api/v1/enquiries/${id}/edits`, {
					revision,
					client: 'bench',
					name: 'type',
					edits
				});
				revision = answer.revision;
			})
		);
	return median(took);
}

async function enquiryOfThirtyLines(): Promise<string> {
	const id = await newEnquiry();
	const edits = Array.from({ length: 30 }, (_, at) => ({
		do: 'insert',
		in: ['lines'],
		item: lineOf(`l${at}`, `light${at}* OR lamp OR "bright ${at}"`),
		after: at === 0 ? null : `l${at - 1}`
	}));
	await post(`/api/v1/enquiries/${id}/edits`, { revision: 0, client: 'bench', name: 'lines', edits });
	return id;
}

/** What the way to the server and back costs here. */
const bareRequests: number[] = [];
for (let at = 0; at < KEYS; at++)
	bareRequests.push(await timed(() => context.get('/health').then((answer) => answer.text())));
const bare = median(bareRequests);
const plain = await keystroke(await enquiryOfThirtyLines(), 1);
const judgedIn = await enquiryOfThirtyLines();
for (let from = 0; from < JUDGED; from += AT_ONCE)
	await post(`/api/v1/enquiries/${judgedIn}/judgements`, {
		judgements: Array.from({ length: AT_ONCE }, (_, at) => ({
			record: `B${from + at}`,
			verdict: (from + at) % 9 === 0 ? 'relevant' : 'irrelevant'
		}))
	});
const judged = await keystroke(judgedIn, 1);

for (let at = 2; at < ENQUIRIES; at++) await newEnquiry();
const desk = () => timed(() => context.get('/desk').then((answer) => answer.text()));
const first = await desk();
const again: number[] = [];
for (let at = 0; at < DESKS; at++) again.push(await desk());

const round = (value: number) => Math.round(value * 10) / 10;
const figures = {
	bare: round(bare),
	plain: round(plain),
	judged: round(judged),
	first: Math.round(first),
	desk: Math.round(median(again))
};
console.log(
	`An edit: ${figures.plain} ms, with ${JUDGED} judgements ${figures.judged} ms (a bare request ${figures.bare} ms); the desk with ${ENQUIRIES} enquiries: ${figures.desk} ms, the first time ${figures.first} ms`
);
if (file !== '') writeFileSync(file, JSON.stringify(figures));
await context.dispose();
