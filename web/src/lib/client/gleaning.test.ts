/** Candidates worked through by keys: orders, decisions that stay in place, terms that go to concepts, undo. */
import type { Edit } from '@wide-lantern/core/editor';
import { describe, expect, it, vi } from 'vitest';
import type { Candidate, CandidateFigures, Gleanings } from '$lib/contract/gleaning';
import { addedAtHome, Gleaning, heldByConcepts } from './gleaning.svelte';
import { concept, documentOf, edited, enquiryOf, serve, settled, type Request } from './testing';

const candidate = (key: string, change: Partial<Candidate> = {}): Candidate => ({
	key,
	heading: null,
	label: key,
	variants: [{ text: key, records: 3 }],
	held: 3,
	all: 9,
	titles: 1,
	keywords: 0,
	times: 4,
	likelihood: 5,
	score: 1,
	strength: 10,
	firstYear: 2001,
	trend: 0,
	...change
});
const lamp = candidate('lamp', { likelihood: 30, strength: 5 });
const glow = candidate('dusk glow', {
	likelihood: 20,
	strength: 80,
	variants: [
		{ text: 'dusk glow', records: 3 },
		{ text: 'dusk glows', records: 1 }
	]
});
const heading = candidate('heading v:h', {
	heading: { vocabulary: 'v', heading: 'h' },
	label: 'Lighting',
	variants: []
});
const ward = candidate('ward', { likelihood: 1 });
const gleanings = (change: Partial<Gleanings> = {}): Gleanings => ({
	gleaning: {
		request: { from: 'known', of: '', fewest: 2, hidden: '' },
		name: 'known articles',
		collection: 'Skerry',
		records: 12,
		by: 'Nell Hathersage',
		at: '2026-01-02T03:04:05.000Z',
		outdated: false,
		candidates: [ward, heading, lamp, glow]
	},
	decisions: [],
	sources: [],
	hidden: 'aim',
	...change
});
const figures: CandidateFigures = {
	revision: 7,
	concepts: ['a', 'b'],
	counted: true,
	adds: [
		[{ concept: 9, result: 8 }, null],
		[null, null],
		[
			{ concept: 2, result: 1 },
			{ concept: 0, result: 0 }
		],
		[null, { concept: 4, result: 3 }]
	]
};

async function opened(change: Partial<Gleanings> = {}) {
	const saved: Request[] = [];
	serve((request) => {
		if (request.method === 'PUT') {
			saved.push(request);
			return { decisions: [{ candidate: 'lamp', decision: 'rejected', by: 'Nell Hathersage', at: '2026-01-02' }] };
		}
		if (request.path.endsWith('/figures')) return figures;
		if (request.path.includes('/examples')) return { examples: [] };
		return request.path.includes('/gleaning') ? gleanings(change) : { narrower: 3 };
	});
	const enquiry = {
		...enquiryOf(documentOf([], { concepts: [concept('a', { name: 'Light' }), concept('b', { name: 'Sleep' })] })),
		editable: true
	};
	enquiry.edit.mockImplementation(((_: string, edits: readonly Edit[]) => {
		enquiry.document = edited(enquiry.document, edits);
		return true;
	}) as never);
	const gleaning = new Gleaning(enquiry, { list: [], refresh: () => Promise.resolve() });
	await gleaning.load();
	return { gleaning, enquiry, saved };
}
const keys = (gleaning: Gleaning) => gleaning.rows.map(({ key }) => key);

describe('candidates', () => {
	it('come in the order that is chosen, and are filtered by any of their forms', async () => {
		const { gleaning } = await opened();
		expect(keys(gleaning)).toEqual(['lamp', 'dusk glow', 'heading v:h', 'ward']);
		gleaning.order = 'strength';
		gleaning.list();
		expect(keys(gleaning)[0]).toBe('dusk glow');
		gleaning.filter = 'GLOWS';
		gleaning.list();
		expect(keys(gleaning)).toEqual(['dusk glow']);
	});
	it('are ordered by what they would add to the concept that holds most of them already', () => {
		expect(figures.adds.map(addedAtHome)).toEqual([8, null, 0, 3]);
		expect(addedAtHome(undefined)).toBeNull();
	});
	it('are put in that order when the figures have come, and not again with each change', async () => {
		const { gleaning } = await opened();
		gleaning.order = 'adds';
		gleaning.list();
		const stop = gleaning.askFigures();
		await vi.waitFor(() => {
			expect(gleaning.figuresOld).toBe(false);
		});
		gleaning.followFigures();
		expect(keys(gleaning)).toEqual(['ward', 'dusk glow', 'lamp', 'heading v:h']);
		expect(gleaning.addsOf('lamp')).toEqual([
			{ at: 0, concept: 2, result: 1 },
			{ at: 1, concept: 0, result: 0 }
		]);
		expect([gleaning.homeOf('lamp'), gleaning.homeOf('ward'), gleaning.homeOf('heading v:h')]).toEqual([1, 0, null]);
		gleaning.order = 'likelihood';
		gleaning.list();
		gleaning.order = 'adds';
		gleaning.followFigures();
		expect(keys(gleaning)[0]).toBe('lamp');
		stop?.();
	});
	it('stay in their place when they are decided, and the next one is looked at', async () => {
		const { gleaning, saved } = await opened();
		expect(gleaning.press('x', false)).toBe(true);
		expect(gleaning.press('p', false)).toBe(true);
		await settled();
		expect(keys(gleaning)).toHaveLength(4);
		expect(gleaning.looked?.key).toBe('heading v:h');
		expect([lamp, glow, ward].map((one) => gleaning.stateOf(one))).toEqual(['rejected', 'parked', 'open']);
		expect(gleaning.counts).toEqual({ open: 2, rejected: 1, parked: 1, added: 0 });
		expect(saved.map(({ body }) => body)).toEqual([
			{ decisions: [{ candidate: 'lamp', decision: 'rejected' }] },
			{ decisions: [{ candidate: 'dusk glow', decision: 'parked' }] }
		]);
		expect(gleaning.value?.decisions[0]?.by).toBe('Nell Hathersage');
		// A new list has only what is to be decided.
		gleaning.list();
		expect(keys(gleaning)).toEqual(['heading v:h', 'ward']);
		gleaning.press('u', false);
		expect(gleaning.stateOf(glow)).toBe('open');
		gleaning.press('u', false);
		gleaning.press('u', false);
		expect(gleaning.said).toContain('nothing to undo');
	});
	it('go to a concept with all of their forms and where they come from, to a second one, and back', async () => {
		const { gleaning, enquiry } = await opened();
		gleaning.current = 'dusk glow';
		gleaning.press('a', false);
		await settled();
		const words = () => enquiry.document.concepts.map((one) => one.words.map(({ text, origin }) => [text, origin]));
		const origin = 'gleaned from known articles';
		expect(words()).toEqual([
			[
				['"dusk glow"', origin],
				['"dusk glows"', origin]
			],
			[]
		]);
		gleaning.press('b', false);
		await settled();
		expect(heldByConcepts(enquiry.document.concepts)(glow)).toEqual([0, 1]);
		gleaning.press('b', false);
		await settled();
		expect(gleaning.said).toContain('already');
		gleaning.press('u', false);
		gleaning.press('u', false);
		expect(words()).toEqual([[], []]);
		expect(gleaning.stateOf(glow)).toBe('open');
	});
	it('that are headings go with their narrower ones', async () => {
		const { gleaning, enquiry } = await opened();
		gleaning.current = 'heading v:h';
		// Pressed twice before the answer has come.
		gleaning.press('A', true);
		gleaning.press('A', true);
		await settled();
		await settled();
		expect(enquiry.document.concepts[0]?.headings).toHaveLength(1);
		expect(enquiry.document.concepts[0]?.headings).toMatchObject([
			{ vocabulary: 'v', heading: 'h', reach: 'narrower' }
		]);
		expect(gleaning.stateOf(heading)).toBe('added');
		// Undone before the answer has come: it is added first, and removed then.
		gleaning.press('B', true);
		gleaning.press('u', false);
		await settled();
		await settled();
		expect(enquiry.document.concepts.map(({ headings }) => headings.length)).toEqual([1, 0]);
	});
	it('are not changed by keys that mean nothing, nor by readers', async () => {
		const { gleaning, enquiry } = await opened();
		expect(gleaning.press('z', false)).toBe(false);
		enquiry.editable = false;
		expect(gleaning.press('x', false)).toBe(false);
		expect(gleaning.press('ArrowDown', false)).toBe(true);
		expect(gleaning.looked?.key).toBe('dusk glow');
		expect(gleaning.press('End', false)).toBe(true);
		expect(gleaning.looked?.key).toBe('ward');
	});
});
