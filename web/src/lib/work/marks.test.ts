import { applyEdits, newEnquiry, type EnquiryDocument, type Json } from '@wide-lantern/core/editor';
import { describe, expect, it } from 'vitest';
import { markEdits } from './marks';

describe('marks', () => {
	it('are given, changed, and taken away by pressing again; other records keep theirs', () => {
		let next = 0;
		let document = newEnquiry('Does it?', 'PICO', () => `i${next++}`);
		const press = (record: string, verdict: 'relevant' | 'irrelevant') => {
			const applied = applyEdits(
				document as unknown as Json,
				markEdits(document.marks, record, verdict, () => `i${next++}`)
			);
			if ('refused' in applied) throw new Error(applied.refused);
			document = applied.document as unknown as EnquiryDocument;
			return document.marks.map((one) => `${one.record} ${one.verdict}`);
		};
		expect(press('SK-1', 'relevant')).toEqual(['SK-1 relevant']);
		expect(press('SK-2', 'irrelevant')).toEqual(['SK-1 relevant', 'SK-2 irrelevant']);
		expect(press('SK-1', 'irrelevant')).toEqual(['SK-1 irrelevant', 'SK-2 irrelevant']);
		expect(press('SK-1', 'irrelevant')).toEqual(['SK-2 irrelevant']);
	});
});
