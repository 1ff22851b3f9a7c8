/** What each step still asks for, and where to go next. */
import { newEnquiry, type Concept, type EnquiryDocument, type LineRole } from '../enquiry/index.ts';
import { describe, expect, it } from 'vitest';
import { nextStep, stepStates } from './steps.ts';

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

/** Something to look at, at a place of a screen. */
const point = (message: string, address: string): unknown =>
	expect.objectContaining({ message, place: { kind: 'screen', address } });

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
		expect(stepStates({ ...enquiry, parts }).concepts.look.map((one) => one.message)).toEqual([
			'“Population” is neither in a concept nor left out with a reason.',
			'“Exposure” is left out without a reason.'
		]);
	});

	it('count what was typed into the sheet, too', () => {
		const of = (role: LineRole) => ({ ...line('noise'), id: role, concept: 'c', role });
		const looks = (...roles: LineRole[]) => {
			const { concepts, headings } = stepStates({ ...fresh(), concepts: [concept()], lines: roles.map(of) });
			return [...concepts.look, ...headings.look].map((one) => one.message);
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
			point('Noise is left out of the search, but line 3 uses it.', 'strategy#line-3')
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
		const parked = point('Noise has a parked find to decide on.', 'concepts#concept-a');
		expect(stepStates(enquiry).concepts.look).toEqual([parked]);
		expect(stepStates(enquiry).dossier.look).toEqual([parked]);
		expect(stepStates({ ...enquiry, lines: [] }).dossier.look).toEqual([]);
		const marked = stepStates({ ...enquiry, concepts: [{ ...done, complete: true, parked: [] }, other] });
		expect([marked.concepts.look, marked.dossier.look]).toEqual([
			[],
			[point('Sleep is not marked as complete.', 'concepts#concept-b')]
		]);
	});

	it('have what keeps a line from being counted, or is doubtful, among the points of the strategy', () => {
		const enquiry = { ...fresh(), lines: [line('noise'), { ...line('sleep OR OR'), id: 'two' }] };
		const finding = (severity: 'error' | 'warning' | 'hint', id: string) => ({
			rule: 'x',
			severity,
			place: { kind: 'line' as const, line: id, span: null },
			message: `a ${severity}.`,
			repairs: []
		});
		const found = [
			finding('error', 'two'),
			finding('hint', 'two'),
			finding('warning', 'noise'),
			finding('error', 'gone')
		];
		expect(stepStates(enquiry, found).strategy.look).toEqual([
			point('Line 2: a error.', 'strategy#line-2'),
			point('Line 1: a warning.', 'strategy#line-1')
		]);
	});

	it('what waits for a decision on a platform is one point for each platform, with the place of the first', () => {
		const rendering = (profile: string) => ({ id: profile, profile, first: 1, leftOut: [] });
		const document = { ...fresh(), renderings: ['corran', 'wherry', 'skerry'].map(rendering) };
		const found = (
			profile: string,
			line: number | null,
			message: string,
			severity: 'warning' | 'info' = 'warning'
		) => ({
			rule: 'to-decide:heading',
			severity,
			place: { kind: 'rendering' as const, profile, line },
			message,
			repairs: []
		});
		const { renderings } = stepStates(
			document,
			[
				found('corran', 2, 'No counterpart.'),
				found('corran', 5, 'No counterpart.'),
				found('corran', 5, 'No such field.'),
				found('wherry', null, 'No fields.'),
				found('skerry', 2, 'Fewer words.', 'info'),
				found('gone', 1, 'Of a platform that was removed.')
			],
			(profile) => profile.toUpperCase()
		);
		expect(renderings.look.map(({ message, place }) => [message, place.address])).toEqual([
			['CORRAN: 3 to decide or to do by hand, the first in line 2.', 'renderings?profile=corran#rendered-2'],
			['WHERRY: 1 to decide or to do by hand.', 'renderings?profile=wherry']
		]);
	});
});
