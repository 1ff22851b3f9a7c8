/**
 * RIS and encodings beside programs that are not ours: the RIS plugin of citation-js (npm, MIT) reads what we write and
 * writes what we read, field by field; `iconv` writes the encodings.
 */
import { execFileSync } from 'node:child_process';
import { createRequire } from 'node:module';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
	bibtexReader,
	blankRecord,
	decoderOf,
	encodingOf,
	formatOf,
	risReader,
	toBibtex,
	toRis,
	type ImportedReference
} from '@wide-lantern/core';

const load = createRequire(import.meta.url);
interface Item {
	readonly title?: string;
	readonly abstract?: string;
	readonly author?: readonly { readonly family?: string; readonly given?: string }[];
	readonly 'container-title'?: string;
	readonly keyword?: string;
	readonly DOI?: string;
	readonly issued?: { readonly 'date-parts': readonly (readonly number[])[] };
}
const { Cite } = load('@citation-js/core') as {
	Cite: new (data: unknown) => { readonly data: readonly Item[]; format: (as: string) => string };
};
load('@citation-js/plugin-ris');

const read = (text: string): ImportedReference[] => {
	const reader = risReader('Skerry', (place) => `own ${place}`);
	return [...reader.push(text), ...reader.end()].flatMap((one) => (one.kind === 'reference' ? [one.reference] : []));
};

const word = fc.stringMatching(/^[A-Za-zÀ-ž]{2,10}$/);
/** At most 54 characters: it breaks longer lines in the middle of words. */
const words = fc.array(word, { minLength: 1, maxLength: 5 }).map((all) => all.join(' '));
const reference = fc.record({
	title: words,
	abstract: words,
	journal: words,
	authors: fc.uniqueArray(
		fc.tuple(word, word).map(([family, given]) => `${family}, ${given}`),
		{ minLength: 1, maxLength: 4 }
	),
	keywords: fc.uniqueArray(word, { minLength: 1, maxLength: 4 }),
	year: fc.integer({ min: 1000, max: 2999 }),
	doi: fc.stringMatching(/^10\.\d{4}\/[a-z0-9]{1,8}$/)
});

describe('references in RIS', () => {
	it('that we write are read alike by another library', () => {
		fc.assert(
			fc.property(fc.array(reference, { minLength: 1, maxLength: 4 }), (all) => {
				const text = all
					.map(({ title, doi, ...rest }, at) =>
						toRis({
							record: { ...blankRecord(`r${at}`), ...rest, titles: [title], identifiers: [doi], types: ['JOUR'] },
							kept: []
						})
					)
					.join('');
				const theirs = new Cite(text).data;
				expect(theirs).toHaveLength(all.length);
				for (const [at, own] of all.entries())
					expect(theirs[at]).toMatchObject({
						title: own.title,
						abstract: own.abstract,
						'container-title': own.journal,
						author: own.authors.map((one) => ({ family: one.split(', ')[0], given: one.split(', ')[1] })),
						keyword: own.keywords.join(),
						issued: { 'date-parts': [[own.year]] },
						DOI: own.doi
					});
			}),
			{ numRuns: 60 }
		);
	});

	it('that another library writes are read as it means them', () => {
		fc.assert(
			fc.property(reference, (own) => {
				const item = {
					id: 'a',
					type: 'article-journal',
					title: own.title,
					abstract: own.abstract,
					'container-title': own.journal,
					author: own.authors.map((one) => ({ family: one.split(', ')[0], given: one.split(', ')[1] })),
					issued: { 'date-parts': [[own.year]] },
					DOI: own.doi
				};
				const [ours, ...others] = read(new Cite([item]).format('ris'));
				expect(others).toEqual([]);
				expect(ours?.record).toMatchObject({
					titles: [own.title],
					abstract: own.abstract,
					journal: own.journal,
					authors: own.authors,
					year: own.year
				});
				expect(ours?.record.identifiers).toContain(own.doi);
			}),
			{ numRuns: 60 }
		);
	});
});

describe('a file in an encoding that iconv writes', () => {
	const text = 'TY  - JOUR\nTI  - Café, naïve and Ärzte – “quoted”\nER  - \n';
	it.each([
		['UTF-8', 'utf-8'],
		['UTF-16LE', 'utf-16le'],
		['UTF-16BE', 'utf-16be'],
		['UTF-16', null],
		['WINDOWS-1252', 'windows-1252']
	])('%s is read as it was', (name, expected) => {
		const bytes = new Uint8Array(execFileSync('iconv', ['-f', 'UTF-8', '-t', name], { input: text }));
		const found = encodingOf(bytes);
		// What is not valid UTF-8 is Windows-1252: the thread that reads a file tries the whole of it.
		const valid = (() => {
			try {
				return new TextDecoder('utf-8', { fatal: true }).decode(bytes) !== '';
			} catch {
				return false;
			}
		})();
		const encoding = found === 'utf-8' && !valid ? 'windows-1252' : found;
		if (expected !== null) expect(encoding).toBe(expected);
		const decoded = decoderOf(encoding ?? 'utf-8')(bytes);
		expect(formatOf(decoded)).toBe('ris');
		expect(read(decoded)[0]?.record.titles).toEqual(['Café, naïve and Ärzte – “quoted”']);
	});
});

describe('references in BibTeX', () => {
	it('that we write are read alike by another library (citation-js, plugin-bibtex, MIT)', () => {
		load('@citation-js/plugin-bibtex');
		fc.assert(
			fc.property(fc.array(reference, { minLength: 1, maxLength: 3 }), (all) => {
				const text = all
					.map(({ title, doi, ...rest }, at) =>
						toBibtex(
							{
								record: { ...blankRecord(`r${at}`), ...rest, titles: [title], identifiers: [doi], types: ['article'] },
								kept: []
							},
							at + 1
						)
					)
					.join('');
				const theirs = new Cite(text).data;
				expect(theirs).toHaveLength(all.length);
				for (const [at, { title, abstract, authors, journal, year, doi }] of all.entries()) {
					const item = theirs[at];
					expect(item?.title).toBe(title);
					expect(item?.abstract).toBe(abstract);
					expect(item?.['container-title']).toBe(journal);
					expect(item?.author?.map(({ family, given }) => `${family ?? ''}, ${given ?? ''}`)).toEqual(authors);
					expect(item?.issued?.['date-parts'][0]?.[0]).toBe(year);
					expect(item?.DOI).toBe(doi);
				}
			}),
			{ numRuns: 40, seed: 20261201 }
		);
	});
	it('that it writes are read alike by us', () => {
		const item = {
			id: 'k1',
			type: 'article-journal',
			title: 'Quiet wards & calm: 50 % less noise',
			author: [
				{ family: 'Müller', given: 'Jérôme' },
				{ family: 'van der Holt', given: 'Piet' }
			],
			'container-title': 'Journal of Quiet Wards',
			issued: { 'date-parts': [[2019, 3]] },
			DOI: '10.99999/a.1',
			volume: '12',
			page: '345-352',
			abstract: 'Größe, naïveté, x_1 and 3 < 5.'
		};
		const text = new Cite(item).format('bibtex');
		const reader = bibtexReader('Skerry', (place) => `own ${place}`);
		const [found] = [...reader.push(text), ...reader.end()].flatMap((one) =>
			one.kind === 'reference' ? [one.reference] : []
		);
		expect(found?.record).toMatchObject({
			titles: [item.title],
			authors: ['Müller, Jérôme', 'van der Holt, Piet'],
			journal: item['container-title'],
			year: 2019,
			identifiers: [item.DOI]
		});
		expect(found?.kept).toEqual(
			expect.arrayContaining([
				{ name: 'volume', value: '12' },
				{ name: 'pages', value: '345-352' }
			])
		);
	});
});
