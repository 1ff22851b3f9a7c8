/** The Renderings screen without its markup: what is read out of renderings, and what people do with them. */
import { newEnquiry, type EnquiryDocument, type Edit, type RenderedLine } from '@wide-lantern/core/editor';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { RenderingsView, ShownRendering } from '$lib/contract/platforms';
import { linesUnder, noteCounts, orderedNotes, plainText, quietNotes, scoredLines, undecided } from './rendering-notes';
import { Renderings } from './renderings.svelte';

const note = (kind: string, piece: string, candidates: readonly string[] = []) => ({
	kind,
	cause: 'heading',
	piece,
	message: `${kind}: ${piece}`,
	candidates
});
const line = (
	id: string,
	number: number,
	text: string,
	notes: readonly object[] = [],
	written: number | null = number
) =>
	({ id, number, written, text, notes, parts: [], gap: false, own: null, examples: null }) as unknown as RenderedLine;
const shown = (lines: readonly RenderedLine[], general: readonly object[] = []): ShownRendering =>
	({
		profile: { id: 'wherry', name: 'Wherry on its site', version: 2, source: 'Wherry', oneString: false },
		rendering: { lines, general, whole: 'lamp “and” light', gaps: 0 },
		reviewed: null
	}) as unknown as ShownRendering;
const RENDERED = shown(
	[
		line('a', 1, 'lamp', [note('adjusted', 'x'), note('narrowed', 'lamp'), note('narrowed', 'lamp')]),
		line('own', 0, 'extra'),
		line('b', 2, 'light', [note('to decide', '{Light}', ['{Daylight}', '{Sunlight}']), note('decided', 'y')]),
		line('c', 3, '', [note('to decide', '{Night}')])
	],
	[note('widened', 'all')]
);

describe('what is read out of a rendering', () => {
	it('are its notes by kind, the most serious first, without those that change no meaning', () => {
		expect(noteCounts(RENDERED)).toEqual([
			['narrowed', 2],
			['to decide', 2],
			['widened', 1]
		]);
	});
	it('are the lines of this source alone, below the line that they follow', () => {
		expect(linesUnder(RENDERED, 'a').map(({ id }) => id)).toEqual(['a', 'own']);
		expect(linesUnder(RENDERED, 'c').map(({ id }) => id)).toEqual(['c']);
		expect(linesUnder(RENDERED, 'gone')).toEqual([]);
	});
	it('are the notes of a line in order, each with a key of its own; among several sources the quiet ones are counted', () => {
		const [first] = RENDERED.rendering.lines;
		if (!first) throw new Error('There is a first line.');
		expect(orderedNotes(first, true).map(([key]) => key)).toEqual(['heading lamp 1', 'heading lamp 2', 'heading x 1']);
		expect(orderedNotes(first, false).map(([key]) => key)).toEqual(['heading lamp 1', 'heading lamp 2']);
		expect(quietNotes(first)).toBe('1 adjusted');
	});
	it('are the headings that wait for a decision and have a counterpart to offer', () => {
		expect([...undecided(RENDERED).keys()]).toEqual(['{Light}']);
	});
	it('are the lines of the strategy without the empty ones at the end', () => {
		const own = (id: string, text: string) => ({ id, number: 1, text, count: null });
		const view = (renderings: readonly ShownRendering[]): RenderingsView => ({
			revision: 1,
			final: null,
			lines: [own('a', 'lamp'), own('b', ''), own('c', '')],
			renderings
		});
		expect(scoredLines(view([])).map(({ id }) => id)).toEqual(['a']);
		expect(scoredLines(view([RENDERED])).map(({ id }) => id)).toEqual(['a', 'b']);
	});
	it('what is copied has no quotes or dashes of a word processor', () => {
		expect(plainText('“lamp” ‘light’ 1–2—3')).toBe('"lamp" \'light\' 1-2-3');
	});
});

describe('what people do with renderings', () => {
	let document: EnquiryDocument;
	let edits: (readonly [string, readonly Edit[]])[];
	let asked: { readonly address: string; readonly method: string; readonly body: unknown }[];
	let copied: string[];
	let isAllowed: boolean;
	const enquiry = {
		id: 'e',
		revision: 1,
		editable: true,
		get document() {
			return document;
		},
		edit(name: string, made: readonly Edit[]) {
			edits.push([name, made]);
			return true;
		}
	};
	const open = (editable = true) =>
		new Renderings({ ...enquiry, editable, document }, [{ id: 'wherry', version: 2 }], 'Ines', (text) => {
			if (!isAllowed) return Promise.reject(new Error('not allowed'));
			copied.push(text);
			return Promise.resolve();
		});

	beforeEach(() => {
		vi.useFakeTimers();
		document = {
			...newEnquiry('Does it help?', 'PICO', () => 'i'),
			renderings: [
				{ id: 'r1', profile: 'skerry', first: 1, leftOut: [] },
				{ id: 'r2', profile: 'wherry', first: 1, leftOut: [] }
			]
		};
		[edits, asked, copied, isAllowed] = [[], [], [], true];
		vi.stubGlobal('fetch', (address: string, { method, body }: { method: string; body?: string }) => {
			asked.push({ address, method, body: body === undefined ? null : (JSON.parse(body) as unknown) });
			return Promise.resolve(new Response(JSON.stringify({ id: 'x', saved: true, histories: [] }), { status: 201 }));
		});
	});
	afterEach(() => {
		vi.useRealTimers();
		vi.unstubAllGlobals();
	});

	it('what is copied whole is recorded with its lines, but not for readers, nor where the browser forbids it', async () => {
		await open().copyWhole(RENDERED);
		expect(copied).toEqual(['lamp "and" light']);
		expect(asked[0]).toMatchObject({
			address: '/api/v1/enquiries/e/runs',
			method: 'POST',
			body: { profile: 'wherry', version: 2, how: 'copied' }
		});
		asked = [];
		await open(false).copyWhole(RENDERED);
		isAllowed = false;
		const forbidden = open();
		await forbidden.copyWhole(RENDERED);
		expect([asked, forbidden.said]).toEqual([
			[],
			'The browser did not allow copying; select the text and copy it by hand.'
		]);
		await vi.advanceTimersByTimeAsync(5_000);
		expect(forbidden.said).toBe('');
	});
	it('accepting the likeliest decides on each waiting heading in one step', () => {
		open().acceptLikeliest(RENDERED);
		expect(edits).toMatchObject([
			[
				'take 1 likeliest counterparts',
				[
					{
						do: 'set',
						at: ['renderings', 'r2', 'decisions'],
						value: [{ piece: '{Light}', take: 'replace', text: '{Daylight}', by: 'Ines' }]
					}
				]
			]
		]);
	});
	it('a platform that is added is reviewed with the version of its profile', async () => {
		open().add('wherry');
		await vi.advanceTimersByTimeAsync(0);
		expect(edits).toMatchObject([
			['add a rendering', [{ do: 'insert', in: ['renderings'], item: { profile: 'wherry' }, after: 'r2' }]]
		]);
		expect(asked).toMatchObject([
			{ address: '/api/v1/enquiries/e/sign-offs', body: { of: 'profile', subject: 'wherry', version: 2 } }
		]);
	});
	it('one that is removed comes back to its place with all that was decided in it', () => {
		const renderings = open();
		const [, second] = document.renderings;
		if (!second) throw new Error('There is a second rendering.');
		renderings.alone = 'wherry';
		renderings.remove(second, 'Wherry');
		expect([renderings.alone, renderings.removed?.name]).toEqual([null, 'Wherry']);
		renderings.restore();
		expect(edits.map(([name]) => name)).toEqual(['remove a rendering', 'put a rendering back']);
		expect(edits[1]?.[1]).toMatchObject([{ do: 'insert', in: ['renderings'], item: { id: 'r2' }, after: 'r1' }]);
		expect(renderings.removed).toBeNull();
	});
});
