/** Records for the tests of this room: few words, so that they meet often, and hard ones among them. */
import fc from 'fast-check';
import { blankRecord, type BibliographicRecord } from '../records/index.ts';

export const label = (_: string, id: string) => `Label ${id}`;
export const WORDS = ['light', 'lights', 'lamp', 'day', 'délire', '光療法', 'co₂', 'x-ray', 'a'.repeat(300), 'night'];
export const text = (most: number) =>
	fc.array(fc.constantFrom(...WORDS), { maxLength: most }).map((words) => words.join(' '));
const record: fc.Arbitrary<Partial<BibliographicRecord>> = fc.record({
	titles: fc.array(text(4), { maxLength: 2 }),
	abstract: text(12),
	keywords: fc.array(text(2), { maxLength: 3 }),
	identifiers: fc.subarray(['10.1/a', '10.1/b', 'PX-1']),
	languages: fc.subarray(['English', 'French']),
	year: fc.oneof(fc.constant(null), fc.integer({ min: 1990, max: 2026 })),
	entered: fc.constantFrom(null, '2026-01-01', '2026-06-30'),
	headings: fc.array(
		fc.record({
			vocabulary: fc.constant('v'),
			heading: fc.constantFrom('h1', 'h2', 'h3'),
			main: fc.boolean(),
			qualifiers: fc.subarray(['harm', 'care', 'cost'])
		}),
		{ maxLength: 3 }
	)
});
export const recordsUpTo = (most: number) =>
	fc
		.array(record, { maxLength: most })
		.map((all) => all.map((one, at): BibliographicRecord => ({ ...blankRecord(`R${at}`), ...one })));
