/** Texts that are read once and kept, up to a limit. */
import { describe, expect, it } from 'vitest';
import { parse } from '../query/index.ts';
import { newEnquiry, type EnquiryDocument } from '../enquiry/index.ts';
import { namesOf } from './read.ts';
import { toSource, toText } from './anchors.ts';
import { openedText, openSources } from './opened.ts';
import { isParseCached, cacheParsed, parseCached } from './trees.ts';

describe('texts that are read again and again', () => {
	it('are read once', () => {
		expect(isParseCached('lamp* OR lantern')).toBe(false);
		const first = parseCached('lamp* OR lantern');
		expect(parseCached('lamp* OR lantern')).toBe(first);
		expect(first).toEqual(parse('lamp* OR lantern'));
	});

	it('may have been read elsewhere', () => {
		const elsewhere = structuredClone(parse('wick AND oil'));
		cacheParsed('wick AND oil', elsewhere);
		expect(parseCached('wick AND oil')).toBe(elsewhere);
	});

	it('are dropped when there are too many characters, the least recently used first', () => {
		const empty = parse('x');
		const long = (name: string) => name.repeat(500_000);
		for (const name of ['a', 'b', 'c']) cacheParsed(long(name), empty);
		parseCached(long('a'));
		for (const name of ['d', 'e']) cacheParsed(long(name), empty);
		expect(['a', 'b', 'c', 'd', 'e'].map((name) => isParseCached(long(name)))).toEqual([true, false, true, true, true]);
		// One that is longer than all of them together drives none of them out, and is read all the same.
		expect(cacheParsed('f'.repeat(3_000_000), empty)).toBe(empty);
		expect([isParseCached('f'.repeat(3_000_000)), isParseCached(long('e'))]).toEqual([false, true]);
	});
});

describe('the texts in which a stored line is read', () => {
	it('are known before it is opened', () => {
		const document: EnquiryDocument = newEnquiry('Does light help?', 'PICO', () => 'c');
		const line = { concept: null, strand: null, role: 'words' as const, label: '', note: '', off: false };
		const strategy = {
			...document,
			lines: [
				{ ...line, id: 'one', source: 'light*' },
				{ ...line, id: 'two', source: 'lamp*' }
			]
		};
		const names = namesOf(strategy, []);
		const source = toSource('#1 OR #2 OR (unusual WITHIN/4 phrase)', names);
		expect(source).not.toContain('#1');
		expect(isParseCached(openedText(source))).toBe(false);
		openSources([source]);
		expect(isParseCached(openedText(source))).toBe(true);
		expect(isParseCached(toText(source, names))).toBe(true);
	});
});
