import { afterEach, describe, expect, it, vi } from 'vitest';
import { RecordReason, sideName, withoutTerm } from './record-why.svelte';
import { concept, documentOf, line, serve, settled } from './testing';

afterEach(() => {
	vi.unstubAllGlobals();
});
const document = documentOf(
	[
		line('a1', 'lamp', { concept: 'A' }),
		line('a2', 'glow', { concept: 'A' }),
		line('x', 'dark', { label: 'Left out' })
	],
	{ concepts: [concept('A', { name: 'Light' })] }
);
const term = { line: 'a1', number: 1, text: 'lamp', lost: 0, gained: 0, losesThis: false, inTitles: null };

describe('why a record is in the result', () => {
	it('names a side of the AND by its concept where all its lines are of one', () => {
		expect(sideName(document, ['a1', 'a2'])).toEqual({ letter: 'A', hue: 0, name: 'Light' });
	});
	it('names it by its first line else', () => {
		expect(sideName(document, ['a1', 'x'])).toEqual({ letter: null, hue: -1, name: 'line 1' });
		expect(sideName(document, ['x'])).toEqual({ letter: null, hue: -1, name: 'line 3, Left out' });
		expect(sideName(document, ['deleted']).name).toBe('');
	});
	it('says what removing a term would change', () => {
		expect(withoutTerm(term, 9)).toBe('without it this record is still retrieved; nothing is lost');
		expect(withoutTerm({ ...term, losesThis: true, lost: 1200, gained: 3, inTitles: 40 }, 9)).toBe(
			'without it this record is lost; line 9 loses 1\u202F200; 3 are gained; searched in titles only, 40 are lost'
		);
	});
	it('is shown for the record that was asked about, and no other', async () => {
		const asked = serve(() => ({ inResult: true, final: 9, sides: [] }));
		const reason = new RecordReason({ id: 'e' });
		reason.ask('R/1');
		await settled();
		expect(asked[0]).toMatchObject({ path: '/api/v1/enquiries/e/why', query: { record: 'R/1' } });
		expect([reason.of('R/1')?.inResult, reason.of('R2')]).toEqual([true, null]);
	});
});
