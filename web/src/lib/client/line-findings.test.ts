/** One list of what there is to say about lines: of the text that is shown, quiet while somebody types. */
import { newEnquiry, parse, type EnquiryDocument, type StrategyLine } from '@wide-lantern/core/editor';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { SheetLine, SheetMargins, SheetView } from '$lib/contract/sheet';
import { findingsFrom, LineFindings, type LineSources } from './line-findings.svelte';

let next = 0;
const line = (id: string, source: string): StrategyLine => ({
	id,
	source,
	concept: null,
	strand: null,
	role: 'words',
	label: '',
	note: '',
	off: false
});
const document = (...lines: StrategyLine[]): EnquiryDocument => ({
	...newEnquiry('Does it help?', 'PICO', () => `i${next++}`),
	lines
});
const served = (id: string, number: number, text: string, faults: SheetLine['faults'] = []): SheetLine => ({
	id,
	number,
	text,
	role: 'words',
	state: faults.length > 0 ? 'faulty' : 'counted',
	count: 7,
	found: null,
	beforeHand: false,
	passes: null,
	waitsFor: null,
	faults
});
const view = (...lines: SheetLine[]): SheetView => ({
	revision: 1,
	collection: null,
	indexing: null,
	benchmark: { held: 0, known: 0 },
	final: lines.at(-1)?.id ?? null,
	lines
});
const NAMED = {
	code: 'unknown-heading',
	severity: 'error',
	from: 0,
	to: 5,
	message: 'There is no such heading.',
	repairs: []
} as const;
const margins = (noHits: SheetMargins['noHits']): SheetMargins => ({
	revision: 1,
	final: 'b',
	yields: [],
	beam: null,
	noHits,
	shared: [],
	kinds: []
});
const sources = (given: Partial<LineSources>): LineSources => ({
	document: document(),
	view: null,
	margins: null,
	marginsOld: false,
	typing: null,
	...given
});
const faultsOf = (text: string) => parse(text).faults;
const rulesOf = (given: Partial<LineSources>) => findingsFrom(sources(given), faultsOf).all.map(({ rule }) => rule);

describe('what there is to say about lines', () => {
	it('is what the server says of the same text, and of another text what can be read here', () => {
		const own = document(line('a', '{Lampz}'));
		expect(rulesOf({ document: own, view: view(served('a', 1, '{Lampz}', [NAMED])) })).toEqual(['unknown-heading']);
		const newer = document(line('a', 'light OR OR'));
		expect(rulesOf({ document: newer, view: view(served('a', 1, '{Lampz}', [NAMED])) })).toEqual(
			faultsOf('light OR OR').map(({ code }) => code)
		);
	});

	it('leaves out the line that is being typed, empty lines, and figures of older texts', () => {
		const own = document(line('a', 'light OR OR'), line('b', ''), line('c', 'lampp'));
		const counted = view(served('a', 1, 'light OR OR'), served('b', 2, ''), served('c', 3, 'lampp'));
		const empty = margins([{ line: 'c', from: 0, to: 5 }]);
		expect(rulesOf({ document: own, view: null, typing: 'a' })).toEqual([]);
		expect(rulesOf({ document: own, view: counted, margins: empty, typing: 'a' })).toContain('empty-term');
		expect(rulesOf({ document: own, view: counted, margins: empty, marginsOld: true })).not.toContain('empty-term');
		const newer = document(line('c', 'lamp'));
		expect(rulesOf({ document: newer, view: counted, margins: empty })).not.toContain('empty-term');
	});

	it('does not say that the result uses too little while a line cannot be counted', () => {
		const own = document(line('a', 'light'), line('b', 'lamp'));
		expect(rulesOf({ document: own, view: view(served('a', 1, 'light'), served('b', 2, 'lamp')) })).toEqual([
			'not-used'
		]);
		const broken = { ...served('a', 1, 'light'), state: 'broken' };
		expect(rulesOf({ document: own, view: view(broken, served('b', 2, 'lamp')) })).toEqual([]);
	});
});

describe('the list of an open enquiry', () => {
	beforeEach(() => {
		vi.useFakeTimers();
	});
	afterEach(() => {
		vi.useRealTimers();
	});

	it('is made anew once nothing has changed for a moment, and stays the same object where it says the same', async () => {
		let own = document(line('a', 'light OR OR'));
		const findings = new LineFindings(() => sources({ document: own }));
		findings.changed();
		await vi.advanceTimersByTimeAsync(100);
		findings.changed();
		await vi.advanceTimersByTimeAsync(100);
		expect(findings.all).toEqual([]);
		await vi.advanceTimersByTimeAsync(100);
		expect(findings.of('a').length).toBeGreaterThan(0);
		expect(findings.of('b')).toEqual([]);
		const before = findings.all;
		findings.refresh();
		expect(findings.all).toBe(before);
		own = document(line('a', 'light'));
		findings.changed();
		findings.stop();
		await vi.advanceTimersByTimeAsync(1_000);
		expect(findings.all).toBe(before);
		findings.refresh();
		expect(findings.all).toEqual([]);
	});
});
