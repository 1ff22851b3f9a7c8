/** Terms and records as the screens take and show them. */
import type { ShownRecord } from '$lib/contract/records';
import { type Concept } from '@wide-lantern/core';
import { describe, expect, it } from 'vitest';
import { reasonText } from './headings';
import { concept as testConcept, documentOf, line } from './testing';
import { askingConcepts, stretches } from './records';
import { addHeading, type Taking, addWords } from './terms';

const concept = (change: Partial<Concept> = {}): Concept => ({
	id: 'c',
	name: 'Noise',
	note: '',
	strands: [],
	headings: [],
	words: [],
	parked: [],
	...change
});
const word = (text: string) => ({ id: text, text, strand: null, origin: '' });
const taking = (
	vocabulary: string,
	heading: string,
	reach: 'this' | 'narrower' | 'picked',
	more: Partial<Taking> = {}
): Taking => ({
	vocabulary,
	heading,
	reach,
	picked: [],
	main: false,
	qualifiers: [],
	...more
});

describe('terms', () => {
	it('are read from a pasted list in one edit, doubles left out and said', () => {
		const adding = addWords(
			concept({ words: [word('noise')] }),
			'Noise\nsound level*; "alarm fatigue"\r\nsound level*'
		);
		expect(adding.edits.map((edit) => (edit.do === 'insert' ? (edit.item as { text: string }).text : ''))).toEqual([
			'"sound level*"',
			'"alarm fatigue"'
		]);
		expect(adding.said).toBe('“Noise” is there already. “"sound level*"” is there already.');
	});

	it('are refused with the reason, and a sentence is offered in pieces', () => {
		expect(addWords(concept(), 'noise AND light').said).toContain(
			'Operators, headings and lines belong in the strategy'
		);
		expect(addWords(concept(), 'does quiet time at night lower the noise on wards').pieces).toEqual([
			'quiet time',
			'night lower',
			'noise',
			'wards'
		]);
	});

	it('a heading is taken once; taking it again changes its reach', () => {
		const taken = concept({
			headings: [{ id: 'h', vocabulary: 'v', heading: 'x', reach: 'this', main: false, strand: null, note: '' }]
		});
		expect(addHeading(taken, taking('v', 'y', 'narrower'))).toMatchObject([{ do: 'insert', after: 'h' }]);
		expect(addHeading(taken, taking('v', 'x', 'narrower'))).toEqual([
			{ do: 'set', at: ['concepts', 'c', 'headings', 'h', 'reach'], value: 'narrower' }
		]);
		expect(addHeading(taken, taking('v', 'x', 'this'))).toEqual([]);
	});
});

/** Line a is of concept A, line b of concept B; line x is of none. */
const strategy = documentOf(
	[line('a', 'lamp', { concept: 'A' }), line('b', 'blue', { concept: 'B' }), line('x', 'dark')],
	{ concepts: [testConcept('A'), testConcept('B')] }
);

describe('what is shown', () => {
	it('cuts a text where its light begins and ends', () => {
		const record = {
			lit: [
				{ field: 'ti', entry: 0, from: 0, to: 5, lines: ['a'] },
				{ field: 'ti', entry: 0, from: 10, to: 14, lines: ['x'] },
				{ field: 'ab', entry: 0, from: 0, to: 1, lines: ['a'] }
			]
		} as unknown as ShownRecord;
		const dark = { lit: false, asking: null };
		expect(stretches(record, 'ti', 0, 'light and lamp', strategy)).toEqual([
			{ text: 'light', lit: true, asking: { letters: 'A', hue: 0 } },
			{ text: ' and ', ...dark },
			{ text: 'lamp', lit: true, asking: null }
		]);
		expect(stretches(record, 'ti', 1, 'other', strategy)).toEqual([{ text: 'other', ...dark }]);
	});
	it('names the concepts once for words side by side, and every concept that asks', () => {
		const lines = [['b'], ['b'], ['b', 'a']];
		const record = {
			lit: lines.map((own, at) => ({ field: 'ti', entry: 0, from: at * 5, to: at * 5 + 4, lines: own }))
		} as unknown as ShownRecord;
		expect(
			stretches(record, 'ti', 0, 'dark blue lamps', strategy)
				.filter(({ lit }) => lit)
				.map(({ text, asking }) => [text, asking?.letters ?? null])
		).toEqual([
			['dark', null],
			['blue', 'B'],
			['lamp', 'AB']
		]);
		expect(askingConcepts(strategy, ['deleted'])).toBeNull();
	});

	it('says the reason of every match plainly', () => {
		const match = (reason: string) =>
			reasonText({ id: 'd', label: 'Delirium', narrower: 0, reason, name: 'Acute Confusion' });
		expect(['heading', 'entry-term', 'entry-words', 'scope-note', 'spelling'].map(match)).toEqual([
			'is a heading',
			'“Acute Confusion” is another name for it',
			'also called “Acute Confusion”',
			'word in its scope note',
			'spelt much like “Acute Confusion”'
		]);
	});
});
