/** Scope notes compared, and the headings that they name. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { blankHeading, headingsNamedIn, noteDifferences, Vocabulary, type Heading } from './index.ts';

const marked = (notes: readonly string[]) =>
	noteDifferences(notes).map((parts) => parts.filter((one) => one.only).map((one) => one.text));

describe('differences of notes', () => {
	it('are words that no other note has; small words never are', () => {
		expect(marked(['Sudden confusion that comes and goes', 'Lasting confusion of the aged'])).toEqual([
			['Sudden', 'comes', 'goes'],
			['Lasting', 'aged']
		]);
	});
	it('neighbours are marked as one stretch', () => {
		expect(marked(['sudden fluctuating confusion', 'confusion'])).toEqual([['sudden fluctuating'], []]);
	});
	it('are compared folded, over all notes', () => {
		expect(marked(['Naïve confusion', 'naive CONFUSION', 'confusion'])).toEqual([[], [], []]);
	});
	it('a note alone differs from nothing', () => {
		expect(marked(['Anything at all'])).toEqual([[]]);
	});
	it('no sign is lost', () => {
		fc.assert(
			fc.property(fc.array(fc.string({ maxLength: 60 }), { minLength: 1, maxLength: 4 }), (notes) => {
				expect(noteDifferences(notes).map((parts) => parts.map((one) => one.text).join(''))).toEqual(notes);
			})
		);
	});
});

describe('headings named in a note', () => {
	const heading = (id: string, label: string, entryTerms: string[] = []): Heading => ({
		...blankHeading(id, label),
		entryTerms
	});
	const vocabulary = new Vocabulary({
		id: 'v',
		name: 'V',
		edition: '',
		qualifiers: [],
		headings: [
			heading('d', 'Delirium', ['Acute Confusion']),
			heading('w', 'Delirium, Waking'),
			heading('l', 'Light'),
			heading('c', 'Confusion')
		]
	});
	const named = (text: string, self = '') =>
		headingsNamedIn(vocabulary, text, self).map((one) => [text.slice(one.from, one.to), one.heading]);

	it('are the longest, written as their labels are', () => {
		expect(named('Lasting confusion belongs under Confusion; on waking use Delirium, Waking.')).toEqual([
			['Confusion', 'c'],
			['Delirium, Waking', 'w']
		]);
	});
	it('ordinary words in small letters name none', () => {
		expect(named('confusion in the light')).toEqual([]);
	});
	it('other names are not linked, and a note does not lead to itself', () => {
		expect(named('Acute Confusion and Delirium', 'd')).toEqual([['Confusion', 'c']]);
	});
	it('never overlap', () => {
		expect(named('Delirium, Waking Delirium')).toEqual([
			['Delirium, Waking', 'w'],
			['Delirium', 'd']
		]);
	});
});
