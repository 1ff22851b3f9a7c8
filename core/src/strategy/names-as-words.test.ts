/** Names of headings as text words; the rules for stems are common practice. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NO_SURROUNDINGS, bind, hasErrors, parse, type Query } from '../query/index.ts';
import { coveredByWord, namesAsWords, stemOf } from './index.ts';

const forms = (...names: string[]) => namesAsWords(names).map((row) => row.forms.map((form) => form.text));

describe('stems', () => {
	it.each([
		['lamps', 'lamp'],
		['bodies', null],
		['therapies', 'therap'],
		['therapy', 'therap'],
		['diagnosis', 'diagnos'],
		['illnesses', 'illness'],
		['illness', 'illness'],
		['failure', 'failur'],
		['states', 'state'],
		['virus', 'virus'],
		['lamp', null],
		['icu', null],
		['cafés', null]
	])('%s to %s', (word, stem) => {
		expect(stemOf(word)).toBe(stem);
	});
	it('always begin the word that they are of', () => {
		fc.assert(
			fc.property(fc.stringMatching(/^[a-z]{1,14}$/), (word) => {
				const stem = stemOf(word);
				if (stem !== null) expect([word.startsWith(stem), stem.length >= 4]).toEqual([true, true]);
			})
		);
	});
});

describe('names', () => {
	it('inverted ones are turned round', () => {
		expect(forms('Delirium, Waking')[0]?.[0]).toBe('"waking delirium"');
	});
	it('come as they are, with a stem, and near each other', () => {
		expect(forms('Light Therapies')).toEqual([['"light therapies"', '"light therap*"', 'light WITHIN/3 therap*']]);
	});
	it('small words between do not count as neighbours', () => {
		expect(forms('Lack of Sleep')[0]).toEqual(['"lack of sleep"', '"lack of sleep*"', 'lack WITHIN/3 sleep*']);
	});
	it('the same name is offered once, however it is written', () => {
		expect(forms('Delirium, Waking', 'Waking Delirium', 'waking-delirium')).toHaveLength(1);
	});
	it('several words of one stem are offered together', () => {
		const [family] = namesAsWords(['Delirium', 'Delirious', 'Lamp']);
		expect(family).toEqual({ name: 'delirium, delirious', forms: [{ kind: 'stem', text: 'deliri*' }] });
	});
	it('what is no word is left', () => {
		expect(forms('—', '', '(?)')).toEqual([]);
	});
	it('every form can be searched', () => {
		fc.assert(
			fc.property(fc.array(fc.string({ maxLength: 30 }), { maxLength: 6 }), (names) => {
				for (const text of forms(...names).flat()) expect(hasErrors(parse(text).faults)).toBe(false);
			}),
			{ numRuns: 300 }
		);
	});
});

describe('what covers a form', () => {
	const query = (text: string): Query => {
		const { tree } = parse(text);
		const bound = tree && bind(tree, NO_SURROUNDINGS).query;
		if (!bound) throw new Error(text);
		return bound;
	};
	const words = ['"acute confusion*"', 'delir*'].map((text) => ({ text, query: query(text) }));
	it.each([
		['delirium', 'delir*'],
		['"waking delirium"', 'delir*'],
		['"acute confusional state"', '"acute confusion*"'],
		['confusion', null],
		['acute WITHIN/3 confusion*', null]
	])('%s by %s', (form, cover) => {
		expect(coveredByWord(query(form), words)?.text ?? null).toBe(cover);
	});
});
