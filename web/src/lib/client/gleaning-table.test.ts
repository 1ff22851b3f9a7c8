/** A table of candidates that was changed elsewhere: what it would change, what cannot be read, and one step to do it. */
import type { Edit } from '@wide-lantern/core/editor';
import { describe, expect, it } from 'vitest';
import type { Candidate } from '$lib/contract/gleaning';
import { Gleaning } from './gleaning.svelte';
import { changesOf, conceptAt, GleaningTable } from './gleaning-table.svelte';
import { concept, documentOf, edited, enquiryOf, serve, settled, type Request } from './testing';

const candidate = (key: string, change: Partial<Candidate> = {}): Candidate => ({
	...{
		key,
		heading: null,
		label: key.replace('word ', ''),
		variants: [{ text: key.replace('word ', ''), records: 3 }]
	},
	...{ held: 3, all: 9, titles: 1, keywords: 0, times: 4, likelihood: 5, score: 1, strength: 10 },
	...{ firstYear: 2001, trend: 0, ...change }
});
const concepts = [concept('a', { name: 'Light' }), concept('b', { name: 'Ward' })];
const file = (text: string, name = 'candidates.csv') => ({
	name,
	arrayBuffer: () => Promise.resolve(new TextEncoder().encode(text).buffer as ArrayBuffer)
});

async function opened() {
	const saved: Request[] = [];
	serve((request) => {
		if (request.method === 'PUT') {
			saved.push(request);
			const { decisions } = request.body as { decisions: { candidate: string; decision: string | null }[] };
			return {
				decisions: decisions.filter((one) => one.decision !== null).map((one) => ({ ...one, by: 'N', at: '' }))
			};
		}
		if (!request.path.includes('/gleaning')) return { narrower: 3 };
		return {
			gleaning: {
				...{ request: { from: 'known', of: '', fewest: 2, hidden: '' }, name: 'known articles', collection: 'Skerry' },
				...{ records: 12, by: 'Nell Hathersage', at: '2026-01-02T03:04:05.000Z', outdated: false },
				candidates: [
					candidate('word lamp'),
					candidate('word dusk glow'),
					candidate('heading v:h', { heading: { vocabulary: 'v', heading: 'h' }, label: 'Lighting', variants: [] })
				]
			},
			decisions: [{ candidate: 'word lamp', decision: 'parked', by: 'N', at: '' }],
			sources: [],
			hidden: ''
		};
	});
	const enquiry = { ...enquiryOf(documentOf([], { concepts })), editable: true, revision: 7 };
	const gleaning = new Gleaning(enquiry, { list: [], refresh: () => Promise.resolve() });
	await gleaning.load();
	return { gleaning, enquiry, saved, table: new GleaningTable(gleaning, enquiry) };
}

describe('a concept in a table', () => {
	it('is meant by letter and name, by name, or by letter', () => {
		for (const [typed, at] of [
			['B Ward', 1],
			['ward', 1],
			['b', 1],
			['A', 0],
			['C', null],
			['Lights', null]
		] as const)
			expect(conceptAt(concepts, typed), typed).toBe(at);
	});
});

describe('a table of candidates', () => {
	it('goes out and comes back without changing anything', async () => {
		const { table } = await opened();
		const text = await table.text();
		expect(text).toContain('lamp,words,,3,9,4.0,5.0,,parked,,word lamp');
		await table.read(file(text));
		expect(table.changes).toMatchObject({ decisions: [], added: [], faults: [] });
	});
	it('shows what it would change before it does, and does it in one step', async () => {
		const { table, enquiry, saved, gleaning } = await opened();
		await table.read(
			file(
				'candidate;decision;concepts;key\nLamp;open;;\ndusk glow;;a; \n;;Ward;heading v:h\n;x;;word earlier\nmissing;x;;\nlamp;;Q;word lamp\n'
			)
		);
		expect(table.changes).toMatchObject({
			decisions: [
				{ candidate: 'word lamp', decision: null },
				{ candidate: 'word earlier', decision: 'rejected' }
			],
			added: [
				{ candidate: { key: 'word dusk glow' }, at: 0 },
				{ candidate: { key: 'heading v:h' }, at: 1 }
			],
			others: 1,
			faults: [
				{ line: 6, why: '“missing” is no candidate of the last gleaning.' },
				{ line: 7, why: 'There is no concept “Q”.' }
			]
		});
		expect(saved).toEqual([]);
		await table.apply();
		await settled();
		expect(saved).toHaveLength(1);
		expect(enquiry.edit).toHaveBeenCalledOnce();
		const [, edits] = enquiry.edit.mock.calls[0] as unknown as [string, Edit[]];
		const { concepts: now } = edited(enquiry.document, edits);
		expect(now[0]?.words).toMatchObject([{ text: '"dusk glow"', origin: 'gleaned from known articles' }]);
		expect(now[1]?.headings).toMatchObject([{ heading: 'h', reach: 'narrower' }]);
		expect(gleaning.decisionOn('word lamp')).toBeNull();
		expect([table.changes, table.said]).toEqual([null, 'What candidates.csv says is done.']);
	});
	it('is refused with the reason where it is none, and nothing is changed', async () => {
		const { table, saved } = await opened();
		await table.read(file('a,b\n1,2\n', 'other.csv'));
		expect(table.fault).toContain('other.csv: The first row must name the columns');
		await table.apply();
		expect([table.changes, saved]).toEqual([null, []]);
	});
	it('counts a candidate once, whatever its rows say', async () => {
		const { gleaning } = await opened();
		const row = { line: 2, label: '', key: 'word lamp', concepts: ['A'] };
		const changes = changesOf(
			[
				{ ...row, decision: 'rejected' },
				{ ...row, line: 3, decision: 'open' }
			],
			gleaning,
			concepts
		);
		expect(changes.decisions).toEqual([{ candidate: 'word lamp', decision: null }]);
		expect(changes.added).toHaveLength(1);
	});
});
