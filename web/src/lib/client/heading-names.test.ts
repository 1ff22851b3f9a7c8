import { afterEach, describe, expect, it, vi } from 'vitest';
import { HeadingNames } from './heading-names.svelte';
import { concept, documentOf, enquiryOf, serve, settled } from './testing';

afterEach(() => {
	vi.unstubAllGlobals();
});
const form = (text: string, change: object = {}) => ({
	text,
	kind: 'as-is',
	records: 5,
	adds: 1,
	coveredBy: null,
	there: false,
	...change
});
const light = concept('A', { name: 'Light', words: [{ id: 'w', text: 'lamp', strand: null, origin: 'own idea' }] });

describe('names of a heading as text words', () => {
	it('offers the first form of each name that nothing covers', async () => {
		serve(() => ({
			names: [
				{ name: 'Lamps', forms: [form('lamps', { there: true }), form('lamp*')] },
				{ name: 'Glow', forms: [form('glow*'), form('glow')] },
				{ name: 'Glowing', forms: [form('glowing')] },
				{ name: 'Beams', forms: [form('beams', { coveredBy: 'beam*' })] }
			],
			more: 3
		}));
		const names = new HeadingNames(enquiryOf(documentOf([])));
		names.ask({ concept: 'A', vocabulary: 'skerry', heading: 'S1' });
		await settled();
		expect([names.open, names.more, names.failed]).toEqual([['glow*'], 3, '']);
	});
	it('adds what is chosen in one step, with where it came from, and each once', () => {
		const enquiry = enquiryOf(documentOf([], { concepts: [light] }));
		const names = new HeadingNames(enquiry);
		for (const text of ['glow', 'beam', 'beam', 'lamp']) names.toggle(text);
		expect(names.chosen).toEqual(['glow', 'lamp']);
		names.add(names.chosen, light, 'Lighting');
		expect(enquiry.edit).toHaveBeenCalledExactlyOnceWith('add 1 names as text words', [
			expect.objectContaining({
				after: 'w',
				item: expect.objectContaining({ text: 'glow', origin: 'name of Lighting' }) as object
			})
		]);
		expect(names.chosen).toEqual([]);
	});
	it('edits nothing where there is nothing to add', () => {
		const enquiry = enquiryOf(documentOf([], { concepts: [light] }));
		new HeadingNames(enquiry).add(['lamp'], light, 'Lighting');
		expect(enquiry.edit).not.toHaveBeenCalled();
	});
});
