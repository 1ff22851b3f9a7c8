/** What each step still asks for, where to go next, and terms as the screens take them. */
import { newEnquiry, type Concept, type EnquiryDocument, type LineRole } from '@wide-lantern/core';
import { describe, expect, it } from 'vitest';
import { reasonText } from './headings';
import { stretches, type ShownRecord } from './records';
import { nextStep, stepStates } from './steps';
import { addHeading, type Taking, addWords } from './terms';

let made = 0;
const fresh = (): EnquiryDocument => newEnquiry('Q?', 'PEO', () => `id${++made}`);
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
const line = (source: string) => ({
	id: source,
	source,
	concept: null,
	strand: null,
	role: 'words' as const,
	label: '',
	note: '',
	off: false
});

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

describe('steps', () => {
	it('lead from the question to the document', () => {
		const enquiry = fresh();
		const next = (change: Partial<EnquiryDocument>) => nextStep({ ...enquiry, ...change }).step;
		const withWords = [concept({ words: [word('noise')] })];
		const whole = [
			concept({
				words: [word('noise')],
				headings: [
					{ id: 'h', vocabulary: 'v', heading: 'x', reach: 'this' as const, main: false, strand: null, note: '' }
				]
			})
		];
		expect(next({})).toBe('concepts');
		expect(next({ concepts: [concept()] })).toBe('concepts');
		expect(next({ concepts: withWords })).toBe('headings');
		expect(next({ concepts: whole })).toBe('strategy');
		expect(next({ concepts: whole, lines: [line('')] })).toBe('strategy');
		expect(next({ concepts: whole, lines: [line('noise')] })).toBe('renderings');
		expect(
			next({ concepts: whole, lines: [line('noise')], renderings: [{ id: 'r', profile: 'p', first: 1, leftOut: [] }] })
		).toBe('dossier');
	});

	it('name every part of the question that is neither in a concept nor left out with a reason', () => {
		const enquiry = fresh();
		const parts = enquiry.parts.map((part, at) => ({
			...part,
			text: at < 2 ? 'said' : '',
			leftOut: at === 1 ? '' : null
		}));
		expect(stepStates({ ...enquiry, parts }).concepts.look.map((one) => one.text)).toEqual([
			'“Population” is neither in a concept nor left out with a reason.',
			'“Exposure” is left out without a reason.'
		]);
	});

	it('count what was typed into the sheet, too', () => {
		const of = (role: LineRole) => ({ ...line('noise'), id: role, concept: 'c', role });
		const looks = (...roles: LineRole[]) => {
			const { concepts, headings } = stepStates({ ...fresh(), concepts: [concept()], lines: roles.map(of) });
			return [...concepts.look, ...headings.look].map((one) => one.text);
		};
		expect(looks()).toEqual(['Noise has no headings and no words yet.']);
		expect(looks('joining')).toEqual(['Noise has no headings and no words yet.']);
		expect(looks('words')).toEqual(['Noise has words but no heading.']);
		expect(looks('headings')).toEqual([
			'Noise has headings but no words: records that are not indexed yet are missed.'
		]);
		expect(looks('headings', 'words')).toEqual([]);
		expect(looks('mixed')).toEqual([]);
	});

	it('say where a concept is still used that is left out', () => {
		const dropped = concept({ dropped: { reason: 'Why', by: 'Ines', on: '2026-11-30' } });
		const lines = [
			{ ...line('noise'), concept: 'c' },
			{ ...line('sleep'), id: 's' },
			{ ...line('(\uE000#noise\uE001 AND b) AND \uE000#s\uE001'), id: 'and', role: 'joining' as const },
			{ ...line('\uE000@c\uE001'), id: 'off', off: true }
		];
		expect(stepStates({ ...fresh(), concepts: [dropped], lines }).concepts.look).toEqual([
			{ text: 'Noise is left out of the search, but line 3 uses it.', place: 'strategy#line-3' }
		]);
		expect(stepStates({ ...fresh(), concepts: [concept()], lines }).concepts.look).toEqual([]);
	});

	it('ask about parked finds, and about concepts that are not complete once one of them is', () => {
		const heading = {
			id: 'h',
			vocabulary: 'v',
			heading: 'x',
			reach: 'this' as const,
			main: false,
			strand: null,
			note: ''
		};
		const done = concept({ id: 'a', words: [word('noise')], headings: [heading], parked: [{ id: 'p', text: 'hum' }] });
		const other = concept({ id: 'b', name: 'Sleep', words: [word('sleep')], headings: [heading] });
		const enquiry = { ...fresh(), concepts: [done, other], lines: [line('noise')] };
		const parked = { text: 'Noise has a parked find to decide on.', place: 'concepts#concept-a' };
		expect(stepStates(enquiry).concepts.look).toEqual([parked]);
		expect(stepStates(enquiry).dossier.look).toEqual([parked]);
		expect(stepStates({ ...enquiry, lines: [] }).dossier.look).toEqual([]);
		const marked = stepStates({ ...enquiry, concepts: [{ ...done, complete: true, parked: [] }, other] });
		expect([marked.concepts.look, marked.dossier.look]).toEqual([
			[],
			[{ text: 'Sleep is not marked as complete.', place: 'concepts#concept-b' }]
		]);
	});
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

describe('what is shown', () => {
	it('cuts a text where its light begins and ends', () => {
		const record = {
			lit: [
				{ field: 'ti', entry: 0, from: 0, to: 5 },
				{ field: 'ti', entry: 0, from: 10, to: 14 },
				{ field: 'ab', entry: 0, from: 0, to: 1 }
			]
		} as unknown as ShownRecord;
		expect(stretches(record, 'ti', 0, 'light and lamp')).toEqual([
			{ text: 'light', lit: true },
			{ text: ' and ', lit: false },
			{ text: 'lamp', lit: true }
		]);
		expect(stretches(record, 'ti', 1, 'other')).toEqual([{ text: 'other', lit: false }]);
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
