/**
 * MARCXML and Dublin Core beside Debian's YAZ and Zebra: their sample records (package idzebra-2.0-examples), turned into
 * MARCXML by `yaz-marcdump` and printed by it line by line, which is held against what we read.
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { formatOf, foldedKey, readerOf, type ImportedReference, type ReferenceFormat } from '@wide-lantern/core';
import { describe, expect, it } from 'vitest';

const EXAMPLES = '/usr/share/doc/idzebra-2.0/examples';
const sample = (path: string) => gunzipSync(readFileSync(`${EXAMPLES}/${path}`));

function read(format: ReferenceFormat, text: string): ImportedReference[] {
	const reader = readerOf(format, 'a sample', (place) => `own ${place}`);
	return [...reader.push(text), ...reader.end()].flatMap((one) => (one.kind === 'reference' ? [one.reference] : []));
}

describe('sample records of Debian', () => {
	/** `yaz-marcdump` reads files only. */
	function dump(...options: string[]): string {
		const folder = mkdtempSync(join(tmpdir(), 'lantern-marc-'));
		try {
			const path = join(folder, 'sample.marc');
			writeFileSync(path, sample('marc21/sample-marc.gz'));
			return execFileSync('yaz-marcdump', [...options, path], { maxBuffer: 1 << 28 }).toString('utf8');
		} finally {
			rmSync(folder, { recursive: true });
		}
	}

	it('MARCXML that YAZ wrote: number, title, year and first author of every record', () => {
		const xml = dump('-i', 'marc', '-o', 'marcxml', '-f', 'marc-8', '-t', 'utf-8');
		expect(formatOf(xml.slice(0, 100_000))).toBe('marcxml');
		const ours = read('marcxml', xml);
		// Records are printed with an empty line between, a field on each line: `245 10 $a Title : $b rest`.
		const theirs = dump('-i', 'marc', '-o', 'line', '-f', 'marc-8', '-t', 'utf-8')
			.split(/\n\s*\n/)
			.filter((one) => /^245 /m.test(one));
		expect(theirs.length).toBeGreaterThan(10);
		expect(ours).toHaveLength(theirs.length);
		for (const [at, printed] of theirs.entries()) {
			const field = (tag: string) => new RegExp(`^${tag} (.*)$`, 'm').exec(printed)?.[1] ?? '';
			const part = (text: string, code: string) => new RegExp(`\\$${code} ([^$]*)`).exec(text)?.[1] ?? '';
			const record = ours[at]?.record;
			// One of them has its number in a subfield, which no control field has.
			if (!field('001').includes('$')) expect(record?.id).toBe(field('001').trim());
			expect(foldedKey(record?.titles[0] ?? '')).toContain(foldedKey(part(field('245'), 'a')));
			if (field('100') !== '')
				expect(foldedKey(record?.authors[0] ?? '')).toContain(foldedKey(part(field('100'), 'a')));
			const year = /\d{4}/.exec(part(field('260'), 'c'))?.[0];
			if (year !== undefined) expect(record?.year).toBe(Number(year));
		}
	});

	it('Dublin Core of an OAI harvest: every title, and as many authors as it has creators', () => {
		const xml = sample('oai-pmh/data/oai-caltech.xml.gz').toString('utf8');
		expect(formatOf(xml.slice(0, 100_000))).toBe('dublin-core');
		const ours = read('dublin-core', xml);
		const texts = (name: string, within: string) =>
			[...within.matchAll(new RegExp(`<dc:${name}>([^<]*)</dc:${name}>`, 'g'))].map((one) => one[1] ?? '');
		const theirs = xml.split('<oai_dc:dc ').slice(1);
		expect(theirs.length).toBe(100);
		expect(ours).toHaveLength(theirs.length);
		for (const [at, one] of theirs.entries()) {
			const plain = (text: string) => foldedKey(text.replaceAll(/&\w+;|&#\d+;/g, ' '));
			expect(plain(ours[at]?.record.titles[0] ?? '').slice(0, 30)).toBe(
				plain(texts('title', one)[0] ?? '').slice(0, 30)
			);
			expect(ours[at]?.record.authors).toHaveLength(new Set(texts('creator', one).map((name) => name.trim())).size);
		}
	});
});
