/** What stands in the document, and what is marked as missing where it is missing. */
import { describe, expect, it } from 'vitest';
import { newEnquiry, type EnquiryDocument } from '../enquiry/index.ts';
import { parse } from '../query/index.ts';
import { buildDossier, countMissing, printedText, toMarkdown, type DossierInput } from './index.ts';

let made = 0;
const fresh = (): EnquiryDocument => newEnquiry('Does quiet help?', 'PEO', () => `id${++made}`);
const build = (enquiry: EnquiryDocument, more: Partial<DossierInput> = {}) =>
	buildDossier({
		imports: { files: [], duplicates: null },
		enquiry,
		date: '2026-11-23',
		revision: 7,
		collection: { name: 'Sample', size: 5_000, takenOn: '2026-11-20' },
		lines: [],
		renderings: [],
		findings: [],
		headingLabel: (_, id) => `Label of ${id}`,
		qualifierName: (_, code) => `Name of ${code}`,
		...more
	});
const missing = (enquiry: EnquiryDocument) =>
	build(enquiry).blocks.flatMap((one) => (one.kind === 'missing' ? [one.text] : []));
const table = (enquiry: EnquiryDocument, caption: RegExp, more: Partial<DossierInput> = {}) =>
	build(enquiry, more).blocks.find((one) => one.kind === 'table' && caption.test(one.caption));
const line = (text: string) => ({
	id: 'L',
	number: 1,
	text,
	role: 'words' as const,
	tree: null,
	query: null,
	faults: [],
	empty: false,
	off: false
});

describe('the dossier', () => {
	it('marks what is missing where it is missing', () => {
		expect(missing(fresh())).toEqual([
			'Missing: the search team and how its members are credited.',
			'Missing: the concepts of the search.',
			'Missing: the sources with their platforms.',
			'Missing: the strategy has no lines yet.'
		]);
		expect(countMissing(build(fresh()).blocks)).toBe(4);
		const enquiry = {
			...fresh(),
			concepts: [{ id: 'c', name: 'Quiet', note: '', strands: [], headings: [], words: [], parked: [] }]
		};
		expect(missing(enquiry)).toContain('Missing: headings and words of concept A.');
	});

	it('counts what is missing in sentences and cells, too', () => {
		expect(
			countMissing([
				{ kind: 'missing', text: 'Missing: the sources.' },
				{ kind: 'paragraph', text: 'In the syntax of Millrace, version 3. Missing: it has not been run.' },
				{
					kind: 'table',
					caption: 'Limits',
					columns: [],
					rows: [
						['8', 'yr:2010-', 'Missing: the reason.'],
						['9', 'missing data', 'Nothing is missing: see line 8']
					]
				}
			])
		).toBe(3);
	});

	it('is named by its title, or by the question while there is none', () => {
		expect(build(fresh()).title).toBe('Does quiet help?');
		expect(build({ ...fresh(), title: 'Quiet' }).blocks[0]).toEqual({ kind: 'heading', level: 1, text: 'Quiet' });
	});

	it('prints the years that a relative limit means on the day', () => {
		const printed = (text: string) => printedText({ text, tree: parse(text).tree }, '2026-11-23');
		expect(printed('#1 AND yr:last5')).toBe('#1 AND yr:last5 (2022-2026)');
		expect(printed('light AND (yr:last1 OR yr:last10)')).toBe(
			'light AND (yr:last1 OR yr:last10) (2026-2026, 2017-2026)'
		);
		expect([printed('yr:2010-2020'), printed('')]).toEqual(['yr:2010-2020', '']);
	});

	it('says of every part of the question where it went', () => {
		const enquiry = fresh();
		const [population, exposure, outcome] = enquiry.parts.map((part) => ({ ...part, text: 'text' }));
		const whole: EnquiryDocument = {
			...enquiry,
			concepts: [{ id: 'c', name: 'Wards', note: '', strands: [], headings: [], words: [], parked: [] }],
			parts: [{ ...population!, concept: 'c' }, { ...exposure!, leftOut: 'too vague' }, { ...outcome! }]
		};
		expect(table(whole, /in parts/)).toMatchObject({
			rows: [
				['Population', 'text', 'Concept A: Wards'],
				['Exposure', 'text', 'Left out: too vague'],
				['Outcome', 'text', 'Missing: neither in a concept nor left out']
			]
		});
	});

	it('keeps databases and registers apart', () => {
		const source = (kind: 'database' | 'register', database: string) => ({
			id: database,
			kind,
			database,
			platform: '',
			coverage: '',
			reason: '',
			profile: null
		});
		const enquiry = { ...fresh(), sources: [source('database', 'Skerry'), source('register', 'Fairway')] };
		expect(table(enquiry, /^Databases$/)).toMatchObject({ rows: [['Skerry', 'Missing: platform', '—', '—']] });
		expect(table(enquiry, /^Trial registers$/)).toMatchObject({ rows: [['Fairway', 'Missing: platform', '—', '—']] });
	});

	it('gives each line with its count and the day it was taken on, of which collection', () => {
		const lines = [
			{
				line: line('light'),
				text: 'light',
				label: 'Light',
				concept: 'A',
				state: 'counted' as const,
				count: 1_234,
				beforeHand: false
			},
			{
				line: { ...line('#?'), number: 2 },
				text: '#?',
				label: '',
				concept: null,
				state: 'broken' as const,
				count: null,
				beforeHand: false
			}
		];
		expect(table(fresh(), /line by line, on 2026-11-23/, { lines })).toMatchObject({
			rows: [
				['1', 'A', 'light', 'Light', '1\u202F234'],
				['2', '', '#?', '', 'uses a line that is broken']
			]
		});
		expect(toMarkdown(build(fresh(), { lines }))).toContain(
			'Counts are of Sample (5\u202F000 records, as of 2026-11-20), counted on 2026-11-23.'
		);
		expect(toMarkdown(build(fresh(), { lines, collection: null }))).toContain('Missing: no collection is chosen');
	});

	it('leads to the lines of a concept that was typed into the sheet, and leaves empty lines at the end out', () => {
		const counted = (number: number, text: string, concept: string | null) => ({
			line: { ...line(text), number, empty: text === '' },
			text,
			label: '',
			concept,
			state: text === '' ? ('empty' as const) : ('counted' as const),
			count: text === '' ? null : 7,
			beforeHand: false
		});
		const lines = [counted(1, 'light', 'A'), counted(2, '', null), counted(3, 'lamp', 'A'), counted(4, '', null)];
		const enquiry = {
			...fresh(),
			concepts: [{ id: 'c', name: 'Light', note: '', strands: [], headings: [], words: [], parked: [] }]
		};
		const text = toMarkdown(build(enquiry, { lines }));
		expect(text).toContain('Its headings and words are in lines 1 and 3 of the strategy.');
		expect(text).not.toContain('Missing: headings and words');
		expect(toMarkdown(build(enquiry, { lines: [] }))).toContain('Missing: headings and words of concept A.');
		expect(table(enquiry, /line by line/, { lines })).toMatchObject({
			rows: [
				['1', 'A', 'light', '', '7'],
				['2', '', '', '', 'empty'],
				['3', 'A', 'lamp', '', '7']
			]
		});
	});

	it('shows both numbers of a rendering, its gaps, and every note', () => {
		const rendering = {
			whole: '',
			gaps: 1,
			general: [],
			fields: [],
			lines: [
				{ id: 'a', number: 3, written: null, text: '', parts: [], gap: false, notes: [], own: null },
				{
					id: 'b',
					number: 4,
					written: 1,
					text: '⟪{X}⟫',
					parts: [],
					gap: true,
					own: null,
					notes: [
						{
							kind: 'to decide' as const,
							cause: 'unknown-heading',
							piece: '{X}',
							message: 'No such heading.',
							next: '',
							effect: null,
							candidates: []
						}
					]
				}
			]
		};
		const renderings = [
			{ id: 'p', profile: 'P', source: 'Wherry', platform: 'CQL', version: 2, rendering, run: null, tried: null }
		];
		expect(table(fresh(), /^Lines for Wherry$/, { renderings })).toMatchObject({
			rows: [
				['3', 'not written', ''],
				['4', '1', '⟪{X}⟫']
			]
		});
		expect(table(fresh(), /^What changes in Wherry$/, { renderings })).toMatchObject({
			rows: [['4', 'to decide', '{X}: No such heading.']]
		});
		expect(toMarkdown(build(fresh(), { renderings }))).toContain('One line has something that could not be written');
	});

	it('says once why several pieces of a line were left out for one reason', () => {
		const note = (piece: string, message: string) => ({
			kind: 'decided' as const,
			cause: 'no-headings',
			piece,
			message,
			next: '',
			effect: 'narrowed' as const,
			candidates: []
		});
		const notes = [
			note('{X}', 'Left out here: no headings.'),
			note('{Y}', 'Left out: old.'),
			note('{Z}', 'Left out here: no headings.')
		];
		const line = { id: 'a', number: 2, written: 1, text: 'light', parts: [], gap: false, own: null, notes };
		const rendering = { whole: '', gaps: 0, general: [], fields: [], lines: [line] };
		const renderings = [
			{ id: 'p', profile: 'P', source: 'Wherry', platform: 'CQL', version: 2, rendering, run: null, tried: null }
		];
		expect(table(fresh(), /^What changes in Wherry$/, { renderings })).toMatchObject({
			rows: [
				['2', 'decided, narrowed', '{X}, {Z}: Left out here: no headings.'],
				['2', 'decided, narrowed', '{Y}: Left out: old.']
			]
		});
	});

	it('marks a line that cannot be counted as missing, with what is wrong with it', () => {
		const faulty = {
			line: line('light OR OR'),
			text: 'light OR OR',
			label: '',
			concept: null,
			state: 'faulty' as const,
			count: null,
			beforeHand: false
		};
		const finding = (severity: 'error' | 'hint', id: string) => ({
			rule: 'x',
			severity,
			place: { kind: 'line' as const, line: id, span: null },
			message: 'An operator has nothing behind it.',
			repairs: []
		});
		const { blocks } = build(fresh(), {
			lines: [faulty],
			findings: [finding('hint', 'L'), finding('error', 'L'), finding('error', 'deleted')]
		});
		expect(blocks.flatMap((one) => (one.kind === 'missing' && one.text.includes('line') ? [one.text] : []))).toEqual([
			'Missing: line 1 cannot be counted. An operator has nothing behind it.'
		]);
	});
	it('says how each heading is taken, and where none fits and why', () => {
		const taken = { vocabulary: 'v', strand: null, note: '', main: false };
		const concept = {
			id: 'c',
			name: 'Quiet',
			note: '',
			strands: [],
			words: [],
			parked: [],
			headings: [
				{ ...taken, id: '1', heading: 'a', reach: 'narrower' as const, main: true },
				{ ...taken, id: '2', heading: 'b', reach: 'picked' as const, picked: ['x', 'y'], qualifiers: ['pv'] },
				{ ...taken, id: '3', heading: 'c', reach: 'this' as const }
			],
			noHeading: [{ id: 'n', vocabulary: 'tidewater', reason: 'all are wider', by: 'Ann', on: '2026-11-23' }]
		};
		const enquiry = { ...fresh(), concepts: [concept] };
		expect(table(enquiry, /^Terms of concept A/)).toMatchObject({
			rows: [
				['Heading', 'Label of a', 'with narrower headings; main topic only', ''],
				['Heading', 'Label of b', 'with Label of x, Label of y; qualifiers Name of pv', ''],
				['Heading', 'Label of c', 'this heading only', '']
			]
		});
		expect(toMarkdown(build(enquiry))).toContain(
			'No heading of tidewater fits: all are wider (Ann, 2026-11-23). The concept is searched by text words there.'
		);
	});

	it('adds the hours of the journal up', () => {
		const entry = (id: string, hours: number | null) => ({
			id,
			date: '2026-11-02',
			kind: 'work' as const,
			text: 'tested',
			hours
		});
		expect(
			table({ ...fresh(), journal: [entry('a', 1.5), entry('b', null), entry('c', 2)] }, /3\.5 hours/)
		).toBeDefined();
	});
});
