/** Documents, edits and files of earlier versions, in which facts were part of the document. */
import { Ajv } from 'ajv';
import { describe, expect, it } from 'vitest';
import { applyEdits, type Edit, type Json } from '../document/edit.ts';
import {
	enquiryFileSchema,
	newEnquiry,
	upgradeEnquiryFile,
	editsWithoutFacts,
	editsWithoutSignOffs,
	separateFacts,
	separateSignOffs
} from './index.ts';

const ON = '2026-11-20T10:00:00.000Z';
let next = 0;
const plain = newEnquiry('Does it help?', 'PICO', () => `i${next++}`);
const line = (id: string, count: number | null) => ({ id, number: 1, text: `line ${id}`, count, fault: '' });
const run = { id: 'r1', on: ON, by: 'Ann', how: 'pasted', version: 2, lines: [line('a', 7)] };
const rendering = { id: 'p1', profile: 'skerry', first: 1, leftOut: [] };
const tried = { on: ON, revision: 4, kept: 9, lost: 2, gained: 1, shipsLost: 1 };
const lastRun = { on: ON, how: 'run', lines: ['a', 'b'].map((id) => ({ id, text: `line ${id}` })) };
const older = {
	...plain,
	marks: [
		{ id: 'm1', record: 'S1', verdict: 'relevant' },
		{ id: 'm2', record: 'S2', verdict: 'irrelevant' }
	],
	renderings: [{ ...rendering, runs: [run], last: lastRun, tried }]
};
/** Of version 3. */
const signed = {
	...plain,
	editions: [{ id: 'skerry', number: 3 }],
	renderings: [{ ...rendering, version: 2 }]
};
const isFile = new Ajv({ strict: false, allowUnionTypes: true }).compile(enquiryFileSchema);

describe('facts leave the document', () => {
	it('judgements, runs with the lines that had no count, and comparisons are separated', () => {
		const { document, facts } = separateFacts(older, ON);
		expect(document).toEqual({ ...plain, renderings: [rendering] });
		expect(facts.judgements).toEqual([
			{ record: 'S1', verdict: 'relevant', by: '', on: ON },
			{ record: 'S2', verdict: 'irrelevant', by: '', on: ON }
		]);
		expect(facts.runs).toEqual([
			{
				profile: 'skerry',
				version: 2,
				how: 'pasted',
				by: 'Ann',
				on: ON,
				withdrawn: false,
				lines: [line('a', 7), { ...line('b', null), number: 0 }]
			}
		]);
		expect(facts.comparisons).toEqual([
			{ profile: 'skerry', by: '', on: ON, revision: 4, kept: 9, lost: 2, gained: 1, knownLost: 1 }
		]);
	});
	it('what was copied after a run becomes a run without counts', () => {
		const last = { on: '2026-11-21T08:00:00.000Z', how: 'copied', lines: [{ id: 'a', text: 'newer' }] };
		const { facts } = separateFacts({ ...older, renderings: [{ ...rendering, runs: [run], last }] }, ON);
		expect(facts.runs.map(({ how, lines }) => [how, lines.map((one) => [one.text, one.count])])).toEqual([
			['pasted', [['line a', 7]]],
			['copied', [['newer', null]]]
		]);
	});
	it('files of versions 1 to 3 are read as one of today; anything else is left to its schema', () => {
		const file = { format: 'wide-lantern-enquiry', written: ON, revision: 3 };
		for (const [version, enquiry] of [
			[1, { ...plain, renderings: [rendering] }],
			[2, older],
			[3, signed]
		] as const) {
			const facts = version === 3 ? { facts: { judgements: [], runs: [], comparisons: [] } } : {};
			const upgraded = upgradeEnquiryFile({ ...file, ...facts, version, enquiry });
			expect(isFile(upgraded), JSON.stringify(isFile.errors)).toBe(true);
		}
		for (const other of [
			null,
			7,
			'text',
			{},
			{ version: 4, enquiry: {} },
			{ version: 1 },
			{ version: 2, enquiry: null }
		])
			expect(upgradeEnquiryFile(other)).toBe(other);
	});
	it('what does not have the form of a fact is left out', () => {
		const { facts } = separateFacts(
			{ marks: [7, { record: '', verdict: 'relevant' }, { record: 'x' }], renderings: 3 },
			ON
		);
		expect(facts).toEqual({ judgements: [], runs: [], comparisons: [] });
	});
	it('edits of the past lead to the same document without the facts', () => {
		const edits: Edit[] = [
			{ do: 'set', at: ['title'], value: 'Light' },
			{ do: 'insert', in: ['marks'], item: { id: 'm1', record: 'S1', verdict: 'relevant' }, after: null },
			{ do: 'insert', in: ['renderings'], item: { ...rendering, runs: [run] } as unknown as Json, after: null },
			{ do: 'set', at: ['renderings', 'p1', 'tried'], value: tried },
			{ do: 'set', at: ['renderings', 'p1', 'first'], value: 5 },
			{ do: 'insert', in: ['renderings', 'p1', 'runs'], item: { ...run, id: 'r2' }, after: 'r1' },
			{ do: 'set', at: ['marks', 'm1', 'verdict'], value: 'irrelevant' },
			{ do: 'remove', at: ['marks', 'm1'] }
		];
		const then = applyEdits({ ...plain, marks: [] } as unknown as Json, edits);
		const now = applyEdits(plain as unknown as Json, editsWithoutFacts(edits) as readonly Edit[]);
		if ('refused' in then || 'refused' in now) throw new Error('An edit was refused.');
		expect(now.document).toEqual(separateFacts(then.document as Record<string, unknown>, ON).document);
	});
	it('a whole list of renderings set at once loses its facts, too', () => {
		const edit = { do: 'set', at: ['renderings'], value: older.renderings };
		expect(editsWithoutFacts([edit])).toEqual([{ ...edit, value: [rendering] }]);
	});
});

describe('sign-offs leave the document', () => {
	it('editions and versions that somebody has reviewed are separated; what has another form is left out', () => {
		expect(separateSignOffs(signed, ON)).toEqual({
			document: { ...plain, renderings: [rendering] },
			signOffs: [
				{ of: 'vocabulary', subject: 'skerry', version: 3, by: '', on: ON },
				{ of: 'profile', subject: 'skerry', version: 2, by: '', on: ON }
			]
		});
		const odd = {
			...plain,
			editions: [7, { id: '', number: 1 }, { id: 'x' }],
			renderings: [{ ...rendering, version: null }]
		};
		expect(separateSignOffs(odd, ON).signOffs).toEqual([]);
	});
	it('edits of the past lead to the same document without them', () => {
		const edits: Edit[] = [
			{ do: 'insert', in: ['editions'], item: { id: 'skerry', number: 2 }, after: null },
			{ do: 'set', at: ['editions', 'skerry', 'number'], value: 3 },
			{ do: 'insert', in: ['renderings'], item: { ...rendering, version: 1 } as unknown as Json, after: null },
			{ do: 'set', at: ['renderings', 'p1', 'version'], value: 2 },
			{ do: 'set', at: ['renderings', 'p1', 'first'], value: 5 }
		];
		const then = applyEdits({ ...plain, editions: [] } as unknown as Json, edits);
		const now = applyEdits(plain as unknown as Json, editsWithoutSignOffs(edits) as readonly Edit[]);
		if ('refused' in then || 'refused' in now) throw new Error('An edit was refused.');
		expect(now.document).toEqual(separateSignOffs(then.document as Record<string, unknown>, ON).document);
		const whole = { do: 'set', at: ['renderings'], value: signed.renderings };
		expect(editsWithoutSignOffs([whole])).toEqual([{ ...whole, value: [rendering] }]);
	});
});
