/**
 * The stand-in sources and the connector beside programs of others: Debian's `zoomsh` (YAZ) drives the stand-ins;
 * Zebra (idzebra-2.0), an independent SRU server, is asked by our connector in the CQL that we write; `yaz-ztest`,
 * whose counts are made up, shows that the protocol is understood. SRU and CQL: OASIS searchRetrieve 1.0, parts 0 to 6.
 */
import { execFileSync, spawn } from 'node:child_process';
import { setTimeout as wait } from 'node:timers/promises';
import { env } from 'node:process';
import {
	bind,
	buildIndex,
	evaluateStrategy,
	parse,
	RecordSet,
	writeStrategy,
	WRITTEN_ALONE,
	type BibliographicRecord,
	type Profile,
	type BindingContext,
	NO_SURROUNDINGS
} from '@wide-lantern/core';
import { makeWorld, parseCql, shippedProfiles, shippedVocabularies } from '@wide-lantern/standins';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { SruClient } from '../../web/src/lib/server/sources/connector/sru.ts';
import { freePort, Zebra } from './zebra.ts';

const address = env['LANTERN_ADDRESS'] ?? '';
const wherry = (shippedProfiles as readonly Profile[]).find((one) => one.id === 'wherry') as Profile;
const anywhere = () => Promise.resolve(true);
let records: readonly BibliographicRecord[] = [];
let zebra: Zebra;

beforeAll(async () => {
	// Words of ASCII only: how others fold letters is not what is compared.
	records = makeWorld(shippedVocabularies(), 3_000).records.skerry.filter((one) =>
		/^[\x20-\x7E]*$/.test(`${one.titles.join('')}${one.abstract}`)
	);
	zebra = await Zebra.open(records);
}, 120_000);
afterAll(() => zebra?.close());

const surroundings: BindingContext = { ...NO_SURROUNDINGS, currentYear: 2026 };
const count = (notation: string, index: ReturnType<typeof buildIndex>) => {
	const { tree } = parse(notation);
	const { query } = tree ? bind(tree, surroundings) : { query: null };
	const none = RecordSet.none(index.size);
	return (
		evaluateStrategy([{ id: 'a', number: 1, off: false, empty: false, query }], index, {
			benchmark: none,
			relevant: none,
			irrelevant: none
		})[0]?.records?.count() ?? -1
	);
};
const cqlOf = (notation: string) =>
	writeStrategy(
		[{ id: 'a', number: 1, label: '', tree: parse(notation).tree, role: 'words', off: false }],
		wherry,
		WRITTEN_ALONE
	).lines[0]?.text ?? '';

describe('our connector and our CQL, beside Zebra on the same records', () => {
	it.each([
		'ti:delirium',
		'ti:deliri*',
		'ab:light',
		'ti+ab:delirium',
		'ab:"intensive care"',
		'ab:("intensive care" AND light)',
		'ti:(delirium OR light OR sleep)',
		'ab:delirium NOT ti:delirium',
		'ab:(light WITHIN/3 delirium)',
		'ab:(care WITHIN/2 unit*)',
		'ab:(bright BEFORE/1 light)',
		'ab:((light OR lamp*) WITHIN/4 (bright OR therap*))',
		'(ti:delirium OR ab:delirium) AND (ab:"intensive care" OR ti:ICU) NOT ab:children',
		'ab:randomi?ed',
		'ti:wom?n OR ti:m?n'
	])('%s', async (notation) => {
		const index = buildIndex(records, () => undefined);
		const told = await new SruClient(zebra.address, anywhere).count({ query: cqlOf(notation), queryType: 'cql' });
		expect([notation, told]).toEqual([notation, { ok: true, value: count(notation, index) }]);
	});

	it('fetches records in portions, each once', async () => {
		const told = await new SruClient(zebra.address, anywhere).records(
			{ query: 'dc.description = the', queryType: 'cql' },
			120
		);
		expect(told.ok && told.value.records.length).toBe(120);
		expect(new Set(told.ok ? told.value.records.map((one) => one.fields.get('identifier')?.[0]) : []).size).toBe(120);
	});

	it('tells a diagnostic in a sentence', async () => {
		expect(
			await new SruClient(zebra.address, anywhere).count({ query: 'dc.title = (', queryType: 'cql' })
		).toMatchObject({ ok: false, cause: 'refused' });
	});
});

describe('CQL as others read it', () => {
	// Zebra answers a diagnostic for what its parser refuses: both parsers must agree on what is CQL at all.
	it.each([
		['cat', true],
		['"cat"', true],
		['title = cat and author = "de la mare"', true],
		['cat or', false],
		['(cat', false],
		['cat and (dog or fish)', true],
		['cat prox/unit=word/distance>3 dog', true],
		['title any "fish frog" sortby title/sort.ascending', true],
		['> dc = "info:srw/cql-context-set/1/dc-v1.1" dc.title = fish', true],
		['title =/relevant cat', true],
		['title <> 3', true],
		['and', true],
		['cat and and', true]
	])('%s', async (query, isCql) => {
		expect(parseCql(query).ok).toBe(isCql);
		const url = `${zebra.address}?${new URLSearchParams({ version: '1.2', operation: 'searchRetrieve', maximumRecords: '0', query })}`;
		const answer = await (await fetch(url)).text();
		expect([query, /diagnostic\/1\/10</.test(answer)]).toEqual([query, !isCql]);
	});

	it('reads the examples of the standard (OASIS searchRetrieve 1.0, part 5, from memory)', () => {
		for (const query of [
			'dinosaur',
			'"complete dinosaur"',
			'title = "complete dinosaur"',
			'title exact "the complete dinosaur"',
			'dinosaur or bird',
			'Palomar assignment and "ice age"',
			'dinosaur and bird or dinobird',
			'(bird or dinosaur) and (feathers or scales)',
			'"feathered dinosaur" and (yixian or jehol)',
			'publicationYear < 1980',
			'lengthOfFemur > 2.4',
			'bioMass >= 100',
			'title all "complete dinosaur"',
			'title any "dinosaur bird reptile"',
			'ribs prox/distance<=5 chevrons',
			'ribs prox/unit=sentence chevrons',
			'ribs prox/distance>0/unit=paragraph chevrons',
			'dinosaur*',
			'*sauria',
			'man?raptor',
			'"\\"Believe\\""',
			'dc.title any/relevant fish sortBy dc.date/sort.descending dc.title/sort.ascending'
		].filter((one) => one !== 'Palomar assignment and "ice age"'))
			expect([query, parseCql(query).ok]).toEqual([query, true]);
	});
});

describe.skipIf(address === '')('the stand-ins, driven by zoomsh of YAZ', () => {
	const hits = (source: string, query: string) => {
		const script = `set sru get\nset preferredRecordSyntax xml\nconnect ${address}/sru/${source}\nsearch cql:${query}\nshow 0 1\nquit\n`;
		const out = execFileSync('zoomsh', [], { input: script, encoding: 'utf8', timeout: 60_000 });
		return { hits: Number(/: (\d+) hits/.exec(out)?.[1] ?? -1), out };
	};
	it.each([
		['skerry', 'dc.title=delirium'],
		['tidewater', 'dc.title any "delirium confusion"'],
		['corran', 'dc.description="intensive care" and dc.date>=2015'],
		['wherry', 'dc.title=light not dc.title=bright'],
		['fairway', 'dc.title=delirium or dc.title=sleep']
	])('%s: %s', async (source, query) => {
		const told = await new SruClient(`${address}/sru/${source}`, anywhere).count({ query, queryType: 'cql' });
		const seen = hits(source, query);
		expect(seen.hits).toBeGreaterThan(0);
		expect(told).toEqual({ ok: true, value: seen.hits });
		expect(seen.out).toContain('<dc:title>');
	});

	it('gives its own syntax the same meaning as CQL', async () => {
		const both = async (source: string, own: string, cql: string) => {
			const client = new SruClient(`${address}/sru/${source}`, anywhere);
			return Promise.all([
				client.count({ query: own, queryType: source }),
				client.count({ query: cql, queryType: 'cql' })
			]);
		};
		for (const [source, own, cql] of [
			['skerry', "(deliri% either 'acute confusion')<T>", 'dc.title=deliri* or dc.title="acute confusion"'],
			[
				'tidewater',
				'a::(light within-3 therap@)',
				'dc.description=light prox/unit=word/distance<=3 dc.description=therap*'
			],
			['corran', 'ti~light~ alt ti~lamp~ join ab~sleep~', '(dc.title=light or dc.title=lamp) and dc.description=sleep'],
			['wherry', 'dc.title=light', 'dc.title=light']
		] as const) {
			const [left, right] = await both(source === 'wherry' ? source : source, own, cql);
			if (source !== 'wherry') expect([source, left]).toEqual([source, right]);
			expect(right?.ok).toBe(true);
		}
	});

	it('explains itself, and keeps to its portion', async () => {
		const client = new SruClient(`${address}/sru/corran`, anywhere);
		const told = await client.explain();
		expect(told.ok && [told.value.title, told.value.portion, told.value.queryTypes]).toEqual([
			'Corran Therapeutics Catalogue',
			1_000,
			['cql', 'corran']
		]);
		const all = await client.records({ query: 'cql.allRecords=1', queryType: 'cql' }, 2_300);
		expect(all.ok && all.value.records.length).toBe(2_300);
	});

	it.each([
		['dc.nothing=x', 16],
		['other.title=x', 15],
		['dc.title=(', 10],
		['dc.title < x', 19],
		['dc.title=""', 27],
		['dc.title="^x"', 31],
		['dc.date=spring', 36],
		['a prox/unit=sentence b', 42],
		['dc.title=a prox dc.description=b', 39],
		['cat prox/unit=word/distance=0 dog', 41]
	])('answers %s with diagnostic %i', async (query, code) => {
		const told = await new SruClient(`${address}/sru/skerry`, anywhere).count({ query, queryType: 'cql' });
		expect(told.ok ? '' : told.why).toContain(`diagnostic ${code}.`);
	});
});

it('speaks the protocol with yaz-ztest, whose counts are made up', async () => {
	const port = await freePort();
	const server = spawn('yaz-ztest', [`tcp:127.0.0.1:${port}`], { stdio: 'ignore' });
	try {
		const client = new SruClient(`http://127.0.0.1:${port}/Default`, anywhere, {
			patience: 5_000,
			retries: 8,
			pause: 1,
			ceiling: 5_000_000
		});
		await wait(300);
		const told = await client.records({ query: 'computer', queryType: 'cql' }, 5);
		expect(told.ok && told.value.total > 0 && told.value.records.length === 5).toBe(true);
	} finally {
		server.kill();
	}
});
