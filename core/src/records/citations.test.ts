/** References as they are typed and pasted. The DOI forms are those that the DOI Handbook recommends and that people write (common practice). */
import { describe, expect, it } from 'vitest';
import { identifierForms, titleFit, wordsToFind } from './index.ts';

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
