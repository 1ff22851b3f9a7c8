/** The stand-ins' service: what is answered to what, in both versions of SRU; CQL as a tree. */
import { print, type BibliographicRecord, type Expression, type Profile } from '@wide-lantern/core';
import { describe, expect, it } from 'vitest';
import { shippedProfiles } from '../index.ts';
import { parseCql, writeCql } from './cql.ts';
import { meaningOf } from './meaning.ts';
import { answerSru, type Holdings } from './service.ts';
import { escapeXml, recordXml } from './xml.ts';

const profile = (id: string) => (shippedProfiles as readonly Profile[]).find((one) => one.id === id) as Profile;
const record: BibliographicRecord = {
	id: 'SK1',
	source: 's',
	titles: ['Light & <dark>'],
	abstract: 'a\u0001b',
	keywords: ['lamp'],
	headings: [],
	authors: ['Ostwick, M'],
	journal: 'J',
	affiliations: [],
	identifiers: ['10.1/x'],
	year: 2020,
	entered: null,
	languages: ['English'],
	types: ['trial'],
	ages: []
};
const asked: { expression: Expression; from: number; count: number }[] = [];
const holdings: Holdings = {
	search: (expression, from, count) => {
		asked.push({ expression, from, count });
		return Promise.resolve({ total: 1_500, records: Array.from({ length: Math.min(count, 2) }, () => record) });
	},
	words: (from, before, count) => [{ word: `${from}-${before}-${count}`, records: 4 }],
	qualifierName: () => null,
	heading: (words) =>
		words === 'acute confusion' ? { label: 'Acute confusion', by: null, narrower: ['Night confusion'] } : null
};
const ask = (query: Readonly<Record<string, string>>, source = 'skerry') =>
	answerSru(new URLSearchParams(query), profile(source), holdings);

describe('searchRetrieve', () => {
	it('answers 1.2 and 2.0 in their own namespaces', async () => {
		const old = await ask({ version: '1.2', operation: 'searchRetrieve', query: 'light', maximumRecords: '1' });
		expect(old.xml).toContain('xmlns="http://www.loc.gov/zing/srw/"');
		expect(old.xml).toContain('<numberOfRecords>1500</numberOfRecords>');
		expect(old.xml).toContain('<recordPacking>xml</recordPacking>');
		const fresh = await ask({ query: 'light<T>', queryType: 'skerry', maximumRecords: '1' });
		expect(fresh.xml).toContain('xmlns="http://docs.oasis-open.org/ns/search-ws/sruResponse"');
		expect(asked.at(-1)?.expression && print(asked.at(-1)?.expression as Expression)).toBe('ti:light');
	});

	it('keeps to the portion of its profile and says where the next one begins', async () => {
		const { xml } = await ask({ query: 'light', maximumRecords: '5000', startRecord: '11' });
		expect(asked.at(-1)).toMatchObject({ from: 10, count: 1_000 });
		expect(xml).toContain('<nextRecordPosition>13</nextRecordPosition>');
	});

	it.each([
		[{ version: '3.7', query: 'x' }, 5],
		[{ operation: 'dance', version: '1.2' }, 4],
		[{ operation: 'searchRetrieve', version: '1.2' }, 7],
		[{ query: 'x', maximumRecords: '-1' }, 6],
		[{ query: 'x', startRecord: 'two' }, 6],
		[{ query: 'x', startRecord: '9999' }, 61],
		[{ query: 'x', recordSchema: 'marc' }, 66],
		[{ query: 'x', recordXMLEscaping: 'odd' }, 71],
		[{ query: 'x', queryType: 'corran' }, 6],
		[{ query: `${'x or '.repeat(9_000)}x` }, 12],
		[{ query: 'light<T> both', queryType: 'skerry' }, 10],
		[{ operation: 'scan', scanClause: 'a and b', version: '1.2' }, 10],
		[{ operation: 'scan', scanClause: 'dc.date=2', version: '1.2' }, 16]
	])('%j is answered with diagnostic %i', async (query, code) => {
		expect((await ask(query as unknown as Record<string, string>)).xml).toContain(`info:srw/diagnostic/1/${code}<`);
	});

	it('lets nothing of a record out of its element, and drops what XML cannot hold', () => {
		expect(recordXml(record)).toContain('<dc:title>Light &amp; &lt;dark&gt;</dc:title>');
		expect(recordXml(record)).toContain('<dc:description>ab</dc:description>');
		expect(escapeXml('\uD800x\uFFFE"')).toBe('x&quot;');
	});
});

it('reads bare words by the habits of the source, and nothing else so', async () => {
	const read = async (query: string, source: string) => {
		await ask({ query, queryType: source }, source);
		return print(asked.at(-1)?.expression as Expression);
	};
	expect(await read('acute confusion of lamp', 'tidewater')).toBe(
		'({Acute confusion >} OR (acute AND confusion)) AND (lamp OR lamps)'
	);
	expect(await read('t::lamp and t::light', 'tidewater')).toBe('ti:(lamp AND light)');
	expect(await read('light in wards', 'fairway')).toBe('(light OR lights) AND (wards OR ward)');
	expect(await read('light AND wards', 'fairway')).not.toContain('lights');
});

it('scans and explains', async () => {
	expect(
		(await ask({ operation: 'scan', scanClause: 'light', maximumTerms: '7', responsePosition: '3', version: '1.2' }))
			.xml
	).toContain('<value>light-2-7</value>');
	const { xml } = await ask({});
	expect(xml).toContain('<title>Skerry Health Abstracts</title>');
	expect(xml).toContain('<supports type="queryType">skerry</supports>');
});

describe('CQL', () => {
	const tree = (text: string) => {
		const parsed = parseCql(text);
		return parsed.ok ? writeCql(parsed.tree) : `${parsed.at}: ${parsed.message}`;
	};
	// Booleans are of one precedence and read from the left (OASIS searchRetrieve 1.0, part 5).
	it.each([
		['a and b or c', '((cql.serverchoice = "a" and cql.serverchoice = "b") or cql.serverchoice = "c")'],
		['a and (b or c)', '(cql.serverchoice = "a" and (cql.serverchoice = "b" or cql.serverchoice = "c"))'],
		['TITLE ANY "a b"', 'TITLE any "a b"'],
		['a PROX/unit=word/distance<=3 b', '(cql.serverchoice = "a" prox/unit=word/distance<=3 cql.serverchoice = "b")'],
		['"a \\" b"', 'cql.serverchoice = "a \\" b"'],
		['and', 'cql.serverchoice = "and"'],
		['a and', '5: The query ends where a term is expected.'],
		['a = ', '4: A relation needs a term.'],
		['"open', '0: A quote is never closed.'],
		['(a', '2: A bracket is never closed.'],
		['a b c', 'a b "c"']
	])('%s', (text, expected) => {
		expect(tree(text)).toBe(expected);
	});

	it('is answered whatever it is, however deep', () => {
		for (const text of [
			'('.repeat(9_999),
			'>'.repeat(999),
			'/'.repeat(999),
			'"',
			'a '.repeat(5_000),
			'= = =',
			'a/b/c/d'
		])
			expect(typeof parseCql(text).ok).toBe('boolean');
	});

	const meaning = (text: string, headings = true) => {
		const parsed = parseCql(text);
		return parsed.ok ? print(meaningOf(parsed.tree, headings)) : '';
	};
	it.each([
		['light', 'ti+ab+kw:light'],
		['dc.title="bright light*"', 'ti:"bright light*"'],
		['title any "a b"', 'ti:(a OR b)'],
		['title all "a b"', 'ti:(a AND b)'],
		['dc.subject=x', 'kw+hd:x'],
		['dc.date within "2010 2012"', 'yr:2010-2012'],
		['dc.date > 2010', 'yr:2011-'],
		['dc.date < 2010', 'yr:-2009'],
		['dc.title=a prox/distance<4 dc.title=b', 'ti:(a WITHIN/3 b)'],
		['dc.title=a prox/ordered dc.title=b', 'ti:(a BEFORE/1 b)'],
		['dc.identifier="10.1/x"', 'id:10.1/x'],
		['a not b', '(ti+ab+kw:a) NOT (ti+ab+kw:b)']
	])('%s means %s', (text, expected) => {
		expect(meaning(text).replace(/[()]/g, '')).toBe(expected.replace(/[()]/g, ''));
	});
});
