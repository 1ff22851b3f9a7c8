import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { documentOf, enquiryOf, line, serve, type Request } from './testing';
import { fieldsName, WordForms, type WordPlace } from './word-forms.svelte';

const WORDS = ['lamp', 'lamps', 'lampoon', 'lamprey'];
const FORMS = {
	revision: 1,
	words: 30,
	variants: [...WORDS, ...Array.from({ length: 16 }, (_, at) => `lamp${'abcdefghijklmnop'[at]}x`)].map((word, at) => ({
		word,
		records: 99 - at
	}))
};
let asked: Request[];

beforeEach(() => {
	vi.useFakeTimers();
	asked = serve(() => FORMS);
});
afterEach(() => {
	vi.useRealTimers();
	vi.unstubAllGlobals();
});
function formsOf(text: string, word: string, at = text.indexOf(word) + 1) {
	const enquiry = enquiryOf(documentOf([line('first', 'sleep'), line('l', text)]));
	const place: WordPlace = { line: 'l', text, word, at };
	return { enquiry, forms: new WordForms(enquiry, () => place) };
}
async function asking(forms: WordForms) {
	forms.ask();
	await vi.advanceTimersByTimeAsync(500);
}
const written = (enquiry: ReturnType<typeof enquiryOf>) =>
	(enquiry.edit.mock.calls as unknown as [string, { value: string }[]][]).map(([name, [edit]]) => [name, edit?.value]);

describe('the words that one stands for', () => {
	it('are asked for once the cursor rests, in the fields of the term', async () => {
		const { forms } = formsOf('ti:lamp* OR sleep', 'lamp*');
		const stop = forms.ask();
		await vi.advanceTimersByTimeAsync(100);
		stop?.();
		await asking(forms);
		expect(asked.map(({ query }) => query)).toEqual([{ pattern: 'lamp*', fields: 'ti' }]);
		expect([forms.forms?.words, forms.shown.length]).toEqual([30, 14]);
		forms.showAll();
		expect(forms.shown.length).toBe(20);
		// They are known already.
		expect(forms.ask()).toBeUndefined();
	});
	it('are none for an operator or a number of a line', async () => {
		for (const [text, word] of [
			['lamp OR sleep', 'OR'],
			['#1 AND lamp', '#1']
		] as const) {
			const { forms } = formsOf(text, word);
			expect([forms.pattern, forms.ask(), forms.forms]).toEqual([null, undefined, null]);
		}
	});
	it('have bars that compare by powers of ten', async () => {
		const { forms } = formsOf('lamp*', 'lamp*');
		await asking(forms);
		expect(forms.share(99)).toBe(1);
		expect(forms.share(9)).toBeCloseTo(0.5);
		expect(forms.share(0)).toBe(0);
	});
	it('are excluded by narrower patterns in place of the one', async () => {
		const { forms, enquiry } = formsOf('glow OR lamp*', 'lamp*');
		await asking(forms);
		forms.toggle('lampoon');
		forms.toggle('lamprey');
		forms.toggle('lamprey');
		forms.exclude();
		const [[name, source] = []] = written(enquiry);
		expect(name).toBe('remove lampoon from lamp*');
		expect(source).toMatch(/^glow OR \(/);
		expect(source).not.toMatch(/lampo(?:\*|o)/);
		expect(source).toContain('lampr*');
		expect(forms.said).toBe('Removed: lampoon.');
	});
	it('excluded from a stem that is too short are refused with a sentence', async () => {
		const many = Array.from({ length: 900 }, (_, at) => `l${at.toString(36).padStart(2, 'a')}q`);
		serve(() => ({ revision: 1, words: 900, variants: many.map((word) => ({ word, records: 1 })) }));
		const { forms, enquiry } = formsOf('l*', 'l*');
		await asking(forms);
		for (const word of many.filter((_, at) => at % 2 === 0)) forms.toggle(word);
		forms.exclude();
		expect(enquiry.edit).not.toHaveBeenCalled();
		expect(forms.said).toContain('more than 200 words');
	});
	it('are read in other fields, and other lines stay referred to', () => {
		const { forms, enquiry } = formsOf('#1 AND lamp', 'lamp');
		expect(fieldsName(forms.fields)).toBe('title, abstract and author keywords');
		forms.readIn('ti+ab');
		const [[name, source] = []] = written(enquiry);
		expect(name).toBe('read lamp in title and abstract');
		expect(source).toMatch(/AND ti\+ab:lamp$/);
		expect(source).not.toContain('#1');
		const { forms: coded, enquiry: other } = formsOf('ti:lamp', 'lamp');
		coded.readIn('');
		expect(written(other)[0]?.[1]).toBe('lamp');
		const { forms: several, enquiry: none } = formsOf('ti:(lamp OR glow)', 'lamp');
		several.readIn('');
		expect(none.edit).not.toHaveBeenCalled();
	});
});
