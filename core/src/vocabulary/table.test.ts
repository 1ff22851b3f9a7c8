/** Vocabularies as plain tables (CSV as in RFC 4180), their columns guessed or chosen. */
import { describe, expect, it } from 'vitest';
import { kindOfFile, lookAtTable, readTable, writeTable, type TableShape, type VocabularyData } from './index.ts';

const read = (text: string, change: Partial<TableShape> = {}) => {
	const look = lookAtTable(text);
	if (!look) throw new Error('no table');
	return { look, ...readTable(text, { ...look.proposed, ...change }, 'own', 'Own list') };
};

describe('columns', () => {
	it('are guessed from their names, with the signs that part cells and values', () => {
		const { look, vocabulary } = read(
			'Code;Preferred term;UF;BT;SN\n1;Lamp;"Lantern|Light";;"Gives light; not heat"\n2;Oil lamp;Oil lantern;Lamp;\n'
		);
		expect(look.proposed).toEqual({
			delimiter: ';',
			separator: '|',
			columns: { id: 0, label: 1, entryTerms: 2, broader: 3, scopeNote: 4 }
		});
		expect(look.rows[0]).toEqual(['1', 'Lamp', 'Lantern|Light', '', 'Gives light; not heat']);
		expect(vocabulary?.headings[1]).toMatchObject({
			id: '2',
			label: 'Oil lamp',
			entryTerms: ['Oil lantern'],
			broader: ['1']
		});
	});
	it('are chosen where their names say nothing', () => {
		const { look, vocabulary } = read('x\ty\nLamp\t1990\n', { columns: { label: 0, since: 1 } });
		expect(look.proposed.columns).toEqual({});
		expect(vocabulary?.headings[0]).toMatchObject({ id: 'lamp', label: 'Lamp', since: 1990 });
	});
	it('one is needed for the heading', () => {
		expect(read('x,y\n1,2\n').faults[0]).toMatchObject({ code: 'no-headings' });
	});
});

describe('rows', () => {
	it('faults say their row', () => {
		const { faults, vocabulary } = read('id,label,broader,since\n1,Lamp,,1990\n1,Light,,\n2,,,\n3,Beam,Sun,soon\n');
		expect(faults.map((one) => [one.place, one.code])).toEqual([
			['row 5', 'bad-year'],
			['row 3', 'same-identifier'],
			['row 4', 'no-label'],
			['row 5', 'unknown-reference']
		]);
		expect(vocabulary?.headings.map((one) => one.label)).toEqual(['Lamp', 'Beam']);
	});
	it('empty rows, quoted breaks and a byte order mark are nothing special', () => {
		const { vocabulary, faults } = read('\uFEFFid,label,note\n\n1,"Lamp, oil","line one\nline two"\n\n');
		expect(faults).toEqual([]);
		expect(vocabulary?.headings).toMatchObject([{ label: 'Lamp, oil', scopeNote: 'line one\nline two' }]);
	});
	it('a table without a row is said to have none', () => {
		expect(read('id,label\n').vocabulary).toBeNull();
	});
});

describe('out and in again', () => {
	const data: VocabularyData = {
		id: 'own',
		name: 'Own list',
		edition: '',
		qualifiers: [{ code: 'pv', name: 'pv', note: '' }],
		headings: [
			{
				id: 'lamp',
				label: 'Lamp',
				entryTerms: ['Lantern', '=Light', '+Beam'],
				scopeNote: '-not heat, "only" light',
				broader: [],
				related: ['wick'],
				notation: 'A1',
				since: 1990,
				before: [
					{ label: 'Lampe', until: 1999, renamed: true },
					{ label: 'Torch', until: 1989, renamed: false }
				],
				qualifiers: ['pv'],
				seeAlso: ['wick'],
				changes: [{ year: 2001, text: 'narrowed' }]
			},
			{
				id: 'wick',
				label: '@Wick',
				entryTerms: [],
				scopeNote: '',
				broader: ['lamp'],
				related: [],
				notation: null,
				since: null,
				before: [],
				qualifiers: []
			}
		]
	};
	it.each([',', '\t'] as const)('nothing changes with %j', (delimiter) => {
		const unrelated = { ...data, headings: data.headings.map((one) => ({ ...one, related: [] })) };
		const text = [...writeTable(unrelated, delimiter)].join('');
		const again = read(text);
		expect(again.faults).toEqual([]);
		expect(again.vocabulary).toEqual(unrelated);
	});
	it('no cell is a formula for a spreadsheet', () => {
		const text = [
			...writeTable(
				{ ...data, headings: [{ ...data.headings[0]!, label: '=HYPERLINK("x")', entryTerms: ['@SUM(1)'] }] },
				','
			)
		].join('');
		const cells = text.split('\r\n')[1]?.split(',') ?? [];
		expect(cells.filter((cell) => /^"?[=+\-@]/.test(cell))).toEqual([]);
	});
});

describe('the kind of a file is seen from how it begins', () => {
	it.each([
		['@prefix skos: <x> .', 'turtle'],
		['# a remark\nPREFIX skos: <x>', 'turtle'],
		['<https://v.example/a> a <x:b> .', 'turtle'],
		['v:a a skos:Concept ;', 'turtle'],
		['<https://v.example/a> <x:b> "c" .\n', 'n-triples'],
		['<x:a> <x:b> "c" .\n', 'n-triples'],
		['<x:list><x:entry>Lamps</x:entry></x:list>', 'xml'],
		['<list>\n<entry>', 'xml'],
		['_:b0 <x:b> "c" .\n', 'n-triples'],
		['<?xml version="1.0"?><rdf:RDF', 'rdf-xml'],
		['\uFEFF<rdf:RDF xmlns', 'rdf-xml'],
		['<skos:Concept xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#" rdf:about="x:a">', 'rdf-xml'],
		['<?xml version="1.0"?><!-- a <list> --><list><entry/></list>', 'xml'],
		['{ "@context": {}', 'json-ld'],
		['[{"@id": "x:a"}]', 'json-ld'],
		['id,label\n1,Lamp', 'table'],
		['id\tlabel\n1\tLamp', 'table'],
		['Just a sentence', null],
		['\u0000\u0001PK', null],
		['', null]
	] as const)('%j is %s', (start, kind) => {
		expect(kindOfFile(start)).toBe(kind);
	});
});

describe('a hierarchy in place codes', () => {
	const above = (text: string) =>
		Object.fromEntries((read(text).vocabulary?.headings ?? []).map(({ label, broader }) => [label, broader]));
	it('puts a heading below that of the beginning of its code, in each of its places', () => {
		expect(
			above(
				'term;place codes\nCare;N\nNursing;N02\nNight nursing;N02.421|P10.7\nPeople;P10\nPatients;P10.7.3\nLamps;Q99.1\n'
			)
		).toEqual({
			Care: [],
			Nursing: ['care'],
			'Night nursing': ['nursing', 'people'],
			People: [],
			Patients: ['night-nursing'],
			// Nothing stands above it: it is a topmost heading.
			Lamps: []
		});
	});
	it('cuts codes at separators only, so that C1 is not above C10', () => {
		expect(above('term;places\nA;C1\nB;C10\nC;C10.2\nD;C1.2\nE;C\n')).toEqual({
			A: ['e'],
			B: ['e'],
			C: ['b'],
			D: ['a'],
			E: []
		});
	});
	it('without separators goes by the longest beginning, across levels that have no heading', () => {
		expect(above('term;places\nA;AA\nB;AAAB\nC;AAABAC\nD;AAADAE\n')).toEqual({ A: [], B: ['a'], C: ['b'], D: ['a'] });
	});
	it('says where two headings have one code', () => {
		const { faults } = read('term;places\nA;1\nB;1\nC;1.2\n');
		expect(faults).toMatchObject([{ code: 'bad-row', place: 'row 3' }]);
	});
});
