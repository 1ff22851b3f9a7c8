import { afterEach, describe, expect, it, vi } from 'vitest';
import { BareWords } from './bare-words.svelte';
import { documentOf, enquiryOf, line, serve } from './testing';

afterEach(() => {
	vi.unstubAllGlobals();
});
const SEEN = {
	parts: [],
	frozen: 'lamp OR glow',
	added: 1,
	plain: false,
	source: 'Skerry',
	vocabulary: 'skerry',
	account: null
};
const words = () => {
	const enquiry = enquiryOf(documentOf([line('a', 'dark')]));
	return { enquiry, model: new BareWords(enquiry, 'skerry') };
};

describe('what a source makes of bare words', () => {
	it('is asked of the chosen profile, with its own account', async () => {
		const asked = serve(() => SEEN);
		const { model } = words();
		[model.words, model.account] = ['light', 'lamp OR glow'];
		await model.look();
		expect(asked[0]).toMatchObject({
			path: '/api/v1/enquiries/e/renderings/words',
			body: { profile: 'skerry', words: 'light', account: 'lamp OR glow' }
		});
		expect([model.seen?.added, model.fault]).toEqual([1, '']);
	});
	it('keeps what was seen when a later question is refused', async () => {
		let refuse = false;
		serve(() => (refuse ? 422 : SEEN));
		const { model } = words();
		await model.look();
		refuse = true;
		await model.look();
		expect([model.seen?.frozen, model.fault]).toEqual(['lamp OR glow', 'Refused with 422.']);
	});
	it('becomes the last line, with its words and the day', () => {
		const { enquiry, model } = words();
		model.words = ' light ';
		model.freeze('lamp OR glow', 'Skerry', '2026-12-01');
		expect(enquiry.edit).toHaveBeenCalledWith('freeze words as a line', [
			expect.objectContaining({
				do: 'insert',
				after: 'a',
				item: expect.objectContaining({
					source: 'lamp OR glow',
					label: 'What Skerry makes of: light',
					note: 'Read by its habits on 2026-12-01.'
				}) as object
			})
		]);
		expect(model.said).toContain('last line');
	});
	it('does not become a line that cannot be read', () => {
		const { enquiry, model } = words();
		model.freeze('lamp OR', 'Skerry', '2026-12-01');
		expect(enquiry.edit).not.toHaveBeenCalled();
		expect(model.said).toBe('It cannot be written as a line.');
	});
	it('leads from a heading that words became to that heading', async () => {
		serve(({ path }) => (path.endsWith('/lookup') ? { matches: [{ id: 'S1' }], pieces: [] } : SEEN));
		const { model } = words();
		expect(await model.headingCalled('Light')).toBeNull();
		await model.look();
		expect(await model.headingCalled('Light')).toEqual({ vocabulary: 'skerry', heading: 'S1' });
		serve(() => 503);
		expect([await model.headingCalled('Light'), model.said]).toEqual([
			null,
			'Light cannot be looked up at the moment.'
		]);
	});
});
