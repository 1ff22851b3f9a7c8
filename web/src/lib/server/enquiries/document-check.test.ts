/** Checking documents item by item: the same verdicts as the whole schema gives, and nothing checked twice. */
import { applyEdits, enquirySchema, newEnquiry, type Json } from '@wide-lantern/core';
import { Ajv } from 'ajv';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { documentFault, documentFaultInSteps, isDocument } from './document-check';

const whole = new Ajv({ strict: true, strictTypes: false, allowUnionTypes: true }).compile(enquirySchema);
let next = 0;
const empty = newEnquiry('Does music calm people before an operation?', 'PICO', () => `i${++next}`) as unknown as Json;
const line = (id: string, source: string) => ({
	id,
	source,
	concept: null,
	strand: null,
	role: 'words',
	label: '',
	note: '',
	off: false
});
const changed = (...edits: Parameters<typeof applyEdits>[1]) => {
	const applied = applyEdits(empty, edits);
	if ('refused' in applied) throw new Error(applied.refused);
	return applied.document;
};

describe('the document of an enquiry', () => {
	it('is judged as the whole schema judges it, whatever is put where', () => {
		const places = [
			['title'],
			['question'],
			['collection'],
			['lines'],
			['concepts'],
			['marks'],
			['parts'],
			['nowhere'],
			['lines', 'l1', 'role'],
			['lines', 'l1', 'off'],
			['lines', 'l1', 'pieces']
		];
		const values = fc.oneof(
			fc.jsonValue() as fc.Arbitrary<Json>,
			fc.constantFrom<Json>(
				'words',
				true,
				null,
				'',
				[],
				[{ id: 'x' }],
				[line('l2', 'calm*')],
				[{ id: 'm', record: 'r1', verdict: 'relevant' }]
			)
		);
		let valid = 0;
		fc.assert(
			fc.property(fc.array(fc.tuple(fc.constantFrom(...places), values), { minLength: 1, maxLength: 3 }), (sets) => {
				const applied = applyEdits(
					changed({ do: 'insert', in: ['lines'], item: line('l1', 'music*'), after: null }),
					sets.map(([at, value]) => ({ do: 'set', at, value }))
				);
				fc.pre(!('refused' in applied));
				const document = 'refused' in applied ? null : applied.document;
				if (whole(document)) valid++;
				expect(isDocument(document)).toBe(whole(document));
			}),
			{ numRuns: 500, seed: 12 }
		);
		expect(valid).toBeGreaterThan(20);
	});
	it('says where it is faulty', async () => {
		const faulty = changed({ do: 'insert', in: ['lines'], item: { ...line('l1', 'x'), off: 'yes' }, after: null });
		expect(documentFault(faulty)).toBe('/lines/0/off must be boolean');
		expect(await documentFaultInSteps(faulty, () => Promise.resolve())).toBe('/lines/0/off must be boolean');
		expect(documentFault(changed({ do: 'set', at: ['question'], value: ' ' }))).toMatch(
			/^\/question must match pattern/
		);
		expect(documentFault([])).toBe('the whole must be object');
	});
	it('is not checked again where it did not change', async () => {
		const inserts = Array.from({ length: 50 }, (_, at) => ({
			do: 'insert' as const,
			in: ['lines'],
			item: line(`l${at}`, 'calm*'),
			after: null
		}));
		const before = changed(...inserts);
		let steps = 0;
		const count = () => {
			steps++;
			return Promise.resolve();
		};
		expect(await documentFaultInSteps(before, count)).toBeNull();
		expect(steps).toBeGreaterThanOrEqual(50);
		steps = 0;
		const after = applyEdits(before, [{ do: 'set', at: ['lines', 'l7', 'source'], value: 'sooth*' }]);
		expect('document' in after && (await documentFaultInSteps(after.document, count))).toBeNull();
		expect(steps).toBe(1);
	});
});
