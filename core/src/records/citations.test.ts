/** References as they are typed and pasted. The DOI forms are those that the DOI Handbook recommends and that people write (common practice). */
import { describe, expect, it } from 'vitest';
import { identifierForms, pastedReferences, titleFit, wordsToFind } from './index.ts';

describe('a typed identifier', () => {
	it.each([
		['10.5555/AbC.12', ['10.5555/abc.12']],
		['https://doi.org/10.5555/abc.12', ['https://doi.org/10.5555/abc.12', '10.5555/abc.12']],
		['http://dx.doi.org/10.5555/abc.12 ', ['http://dx.doi.org/10.5555/abc.12', '10.5555/abc.12']],
		['doi: 10.5555/abc.12.', ['doi: 10.5555/abc.12.', '10.5555/abc.12', '10.5555/abc.12.']],
		['(doi:10.5555/(abc)12)', ['(doi:10.5555/(abc)12)', '10.5555/(abc)12', '10.5555/(abc)12)']],
		['SK-00123', ['sk-00123']],
		['10.5/too-short', ['10.5/too-short']],
		['  ', []]
	])('%s may be written as %j', (typed, forms) => {
		expect(identifierForms(typed)).toEqual(forms);
	});
});

describe('a citation', () => {
	const citation =
		'Ostwick M, Halland J. Quiet hours and delirium on surgical wards: a trial. Harbour J Nurs 2021;4(2):11-19.';
	it('holds the title that it cites, whatever stands around it, and few words of others', () => {
		expect(titleFit('Quiet hours and delirium on surgical wards: a trial', citation)).toBe(1);
		expect(titleFit('QUIET HOURS AND DELIRIUM ON SURGICAL WARDS', citation)).toBe(1);
		expect(titleFit('Quiet hours and sleep on medical wards', citation)).toBeCloseTo(5 / 7, 12);
		expect(titleFit('Delirium', citation)).toBe(0);
		expect(titleFit('Delirium on surgical wards', '')).toBe(0);
	});
	it('is looked up by its longest words, each once', () => {
		expect(wordsToFind(citation, 4)).toEqual(['delirium', 'surgical', 'ostwick', 'halland']);
		expect(wordsToFind('1999 1999 a of')).toEqual([]);
	});
});

describe('references as people paste them', () => {
	it('come one per line, without their numbers, with their DOI apart, each once', () => {
		const text = `1. Kelwick A, Ulmadin C. Quiet hours on wards. J Quiet Wards 2019;3:1-9. https://doi.example/10.99999/QW.1.
[2] Ormsby T. Ear plugs after surgery. 2021

• Kelwick A. Quiet hours on wards (again). doi:10.99999/qw.1
10.99999/lamp.7
SK-0004711
`;
		expect(pastedReferences(text)).toEqual([
			{
				citation:
					'Kelwick A, Ulmadin C. Quiet hours on wards. J Quiet Wards 2019;3:1-9. https://doi.example/10.99999/QW.1.',
				identifier: '10.99999/qw.1'
			},
			{ citation: 'Ormsby T. Ear plugs after surgery. 2021', identifier: '' },
			{ citation: '', identifier: '10.99999/lamp.7' },
			{ citation: '', identifier: 'SK-0004711' }
		]);
	});
	it('are paragraphs where a list was copied with broken lines', () => {
		const text = 'Kelwick A. Quiet hours\non wards. 2019\n\n2) Ormsby T. Ear plugs\nafter surgery. 2021\n';
		expect(pastedReferences(text).map(({ citation }) => citation)).toEqual([
			'Kelwick A. Quiet hours on wards. 2019',
			'Ormsby T. Ear plugs after surgery. 2021'
		]);
	});
	it('are none in blank text', () => {
		expect(pastedReferences(' \n\n')).toEqual([]);
	});
});
