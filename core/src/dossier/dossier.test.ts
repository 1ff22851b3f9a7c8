/** The document: escaping, tables, and OOXML read back by an independent reader (mammoth). */
import mammoth from 'mammoth';
import { describe, expect, it } from 'vitest';
import { countCell, escapeMarkdown, toMarkdown, type DossierDocument } from './index.ts';
import { toOoxml } from './ooxml.ts';

const document: DossierDocument = {
	title: 'A | title',
	date: '2026-11-23',
	blocks: [
		{ kind: 'heading', level: 1, text: '<script>alert(1)</script> & more' },
		{ kind: 'paragraph', text: 'First.\n\nSecond *not emphasised* [not](a link).' },
		{ kind: 'missing', text: 'Missing: counts.' },
		{ kind: 'list', items: ['one', '# two'] },
		{ kind: 'verbatim', text: 'a ``` b' },
		{
			kind: 'table',
			caption: 'Lines',
			columns: [
				{ title: 'Line', width: 1, number: true },
				{ title: 'Search', width: 5, code: true }
			],
			rows: [
				['1', 'light | lamp `x`'],
				['2', '=1+1\u0001']
			]
		}
	]
};

describe('Markdown', () => {
	it('lets no text become markup', () => {
		const text = toMarkdown(document);
		expect(text).toContain('# \\<script\\>alert(1)\\</script\\> & more');
		expect(text).toContain('Second \\*not emphasised\\* \\[not\\](a link).');
		expect(text).toContain('- \\# two');
		expect(text).toContain('| 1 | `` light \\| lamp `x` `` |');
		expect(text).toContain('````\na ``` b\n````');
		expect(escapeMarkdown('a\nb')).toBe('a b');
	});
});

describe('OOXML', () => {
	it('has real headings and a table with a header row, text as it was', async () => {
		const bytes = await toOoxml(document);
		const { value } = await mammoth.convertToHtml({ buffer: Buffer.from(bytes) });
		expect(value).toContain('<h1>&lt;script&gt;alert(1)&lt;/script&gt; &amp; more</h1>');
		expect(value).toMatch(/<thead><tr><th>.*Line.*<\/th>/);
		expect(value).toContain('light | lamp `x`');
		expect(value).toContain('=1+1');
	});
});

describe('a count', () => {
	it('says why there is none, and what is still to be set by hand', () => {
		expect(countCell({ state: 'counted', count: 12_345, beforeHand: false })).toBe('12\u202F345');
		expect(countCell({ state: 'counted', count: 7, beforeHand: true })).toBe('7 (before hand-set limits)');
		expect(countCell({ state: 'off', count: null, beforeHand: false })).toBe('switched off');
		expect(countCell({ state: 'uncounted', count: null, beforeHand: false })).toBe('not counted');
	});
});
