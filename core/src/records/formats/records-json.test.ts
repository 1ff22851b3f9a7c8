/** Our own JSON loses nothing: what is written is read again, record and kept fields alike. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { blankRecord } from '../blank.ts';
import { formatOf, readerOf, type ImportedReference, type ReadPiece } from './index.ts';

function read(text: string, size = text.length): ReadPiece[] {
	const reader = readerOf('records-json', 'Skerry', String);
	const pieces: ReadPiece[] = [];
	for (let at = 0; at < text.length; at += size) pieces.push(...reader.push(text.slice(at, at + size)));
	return [...pieces, ...reader.end()];
}
const written = (references: readonly ImportedReference[]) =>
	`[\n${references.map((one) => JSON.stringify(one)).join(',\n')}\n]\n`;

describe('references in our own JSON', () => {
	it('come back whole, in pieces of any size', () => {
		const texts = fc.array(fc.string({ unit: 'grapheme' }), { maxLength: 3 });
		const reference = fc.record({
			record: fc
				.record({
					id: fc.string({ minLength: 1 }),
					titles: texts,
					abstract: fc.string(),
					keywords: texts,
					authors: texts,
					journal: fc.string(),
					year: fc.option(fc.integer({ min: 0, max: 9999 }))
				})
				.map((fields) => ({
					...blankRecord(fields.id),
					...fields,
					source: 'Skerry',
					headings: [{ vocabulary: 'skerry', heading: 'light', main: true, qualifiers: ['use'] }]
				})),
			kept: fc.array(fc.record({ name: fc.string(), value: fc.string() }), { maxLength: 3 })
		});
		fc.assert(
			fc.property(fc.array(reference, { minLength: 1, maxLength: 4 }), fc.integer({ min: 1, max: 80 }), (all, size) => {
				const text = written(all);
				expect(formatOf(text)).toBe('records-json');
				expect(read(text, size)).toEqual(all.map((one) => ({ kind: 'reference', reference: one })));
			})
		);
	});
	it('is told from CSL-JSON, and what is no record is kept with the reason', () => {
		expect(formatOf('[{"id": "a", "type": "book"}]')).toBe('csl-json');
		const pieces = read('[{"record": {"titles": ["Music"]}, "kept": "x"}, {"record": 7}, {"record": {"titl');
		expect(pieces.map((one) => (one.kind === 'unreadable' ? one.reason : 'read'))).toEqual([
			'read',
			'It is not a record as record.json describes them.',
			'The file ends inside this item, or the item is longer than any reference.'
		]);
	});
});
