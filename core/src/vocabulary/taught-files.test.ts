/** Vocabularies from RDF that is not SKOS and from XML of any shape: columns, guesses, and what is read. */
import { Parser } from 'n3';
import { Store } from 'oxigraph';
import { describe, expect, it } from 'vitest';
import { lookAtRdf, lookAtXml, readRdfHeadings, readSkos, readXmlHeadings, type TableLook } from './index.ts';

const TURTLE = `
@prefix h: <https://harbour.example/terms/> .
@prefix p: <https://harbour.example/properties#> .
h:scheme a p:List ; p:name "Harbour terms" .
h:1 a p:Term ; p:preferredTerm h:1-en, h:1-nl ; p:parent h:3 ; p:yearIntroduced "1998" .
h:1-en p:text "Night light"@en . h:1-nl p:text "Nachtlicht"@nl .
h:2 a p:Term ; p:preferredTerm h:2-en ; p:parent h:3 ; p:synonym "Bright lamps", "Strong lamps" ; p:comment "Lamps of 2,500 lux." .
h:2-en p:text "Daylight lamps"@en .
h:3 a p:Term ; p:preferredTerm h:3-en ; p:yearIntroduced "before the war" .
h:3-en p:text "Light"@en .
`;
const looked = async (turtle: string, element?: string): Promise<TableLook> => {
	const look = await lookAtRdf([turtle], 'turtle', element);
	if (!('header' in look)) throw new Error(look.faults[0]?.message);
	return look;
};
const column = (look: TableLook, end: string) => look.header.findIndex((name) => name.endsWith(end));

describe('RDF that is not SKOS', () => {
	it('is not taken for SKOS', async () => {
		const { vocabulary, faults } = await readSkos([TURTLE], 'turtle', 'harbour');
		expect(vocabulary).toBeNull();
		expect(faults[0]?.code).toBe('no-headings');
	});
	it('shows each property of the commonest class as a column, also those of nodes that it leads to', async () => {
		const look = await looked(TURTLE);
		expect(look).toMatchObject({ of: 'rdf', proposed: { element: 'https://harbour.example/properties#Term' } });
		expect(look.elements.map(({ count }) => count)).toEqual([3, 1]);
		expect(column(look, 'preferredTerm › https://harbour.example/properties#text')).toBeGreaterThan(0);
		expect(look.rows[1]?.[column(look, '#synonym')]).toBe('Bright lamps\nStrong lamps');
		expect(look.rows[0]?.[0]).toBe('1');
	});
	it('has its columns guessed by the names of the properties', async () => {
		const look = await looked(TURTLE);
		expect(look.proposed.columns).toMatchObject({
			id: 0,
			label: column(look, 'preferredTerm › https://harbour.example/properties#text'),
			broader: column(look, '#parent'),
			entryTerms: column(look, '#synonym'),
			scopeNote: column(look, '#comment'),
			since: look.header.indexOf('https://harbour.example/properties#yearIntroduced')
		});
	});
	it('is read by what was said of its properties, in one language, with its faults', async () => {
		const look = await looked(TURTLE);
		const shape = {
			...look.proposed,
			columns: {
				...look.proposed.columns,
				label: column(look, 'preferredTerm › https://harbour.example/properties#text')
			}
		};
		const { vocabulary, faults } = await readRdfHeadings([TURTLE], 'turtle', shape, 'harbour', 'Harbour');
		expect(vocabulary?.headings).toMatchObject([
			{ id: '1', label: 'Night light', broader: ['3'], since: 1998 },
			{
				id: '2',
				label: 'Daylight lamps',
				broader: ['3'],
				entryTerms: ['Bright lamps', 'Strong lamps'],
				scopeNote: 'Lamps of 2,500 lux.'
			},
			{ id: '3', label: 'Light', broader: [], since: null }
		]);
		expect(vocabulary?.base).toBe('https://harbour.example/terms/');
		expect(faults).toMatchObject([{ code: 'bad-year', place: 'https://harbour.example/terms/3' }]);
	});
	it('has another class as its headings where that is chosen, and everything with a label where nothing has a class', async () => {
		const lists = await looked(TURTLE, 'https://harbour.example/properties#List');
		expect(lists.rows).toHaveLength(1);
		const bare = await looked('<x:a> <x:label> "A" ; <x:narrower> <x:b> . <x:b> <x:label> "B" .');
		const { vocabulary } = await readRdfHeadings(
			['<x:a> <x:label> "A" ; <x:narrower> <x:b> . <x:b> <x:label> "B" .'],
			'turtle',
			bare.proposed,
			'bare',
			'Bare'
		);
		expect(vocabulary?.headings.map(({ label, broader }) => [label, broader.length])).toEqual([
			['A', 0],
			['B', 1]
		]);
	});
	it('has the labels and broader headings that an independent RDF store finds (oxigraph, SPARQL)', async () => {
		const properties = 'https://harbour.example/properties#';
		const lines = Array.from(
			{ length: 400 },
			(_, at) => `h:${at} a p:Term ; p:label "Term ${at}"@en ${at === 0 ? '' : `; p:parent h:${Math.floor(at / 3)}`} .`
		);
		const turtle = `@prefix h: <https://h.example/> . @prefix p: <${properties}> .\n${lines.join('\n')}`;
		const store = new Store();
		store.load(turtle, { format: 'text/turtle' });
		const rows = store.query(
			`select ?label ?above { ?term <${properties}label> ?label optional { ?term <${properties}parent> ?parent . ?parent <${properties}label> ?above } }`
		) as unknown as { get(name: string): { value: string } | undefined }[];
		const expected = [...rows]
			.map((row) => `${row.get('label')?.value ?? ''} < ${row.get('above')?.value ?? ''}`)
			.sort();
		const look = await looked(turtle);
		const { vocabulary } = await readRdfHeadings([turtle], 'turtle', look.proposed, 'h', 'H');
		const labels = new Map(vocabulary?.headings.map(({ id, label }) => [id, label]));
		const found = (vocabulary?.headings ?? []).map(
			({ label, broader }) => `${label} < ${labels.get(broader[0] ?? '') ?? ''}`
		);
		expect(found.sort()).toEqual(expected);
		expect(new Parser().parse(turtle).length).toBe(1_199);
	});
	it('that cannot be parsed, or says nothing, is refused with the reason', async () => {
		expect(await lookAtRdf(['<a> <b>'], 'turtle')).toMatchObject({ faults: [{ code: 'not-rdf' }] });
		expect(await lookAtRdf(['# nothing'], 'turtle')).toMatchObject({ faults: [{ code: 'no-headings' }] });
	});
});

const XML = `<?xml version="1.0"?>
<list version="7">
  <entry code="Q1"><name kind="main">Light</name><place>C10</place></entry>
  <entry code="Q2"><name kind="main">Night light</name><name kind="other">Dim lamps</name><name kind="other">Glow &amp; gleam</name>
    <place>C10.20</place><remark>At <i>low</i> levels.</remark></entry>
  <entry code="Q3"><name kind="main">Daylight lamps</name><place>C10.30</place><place>E4.5</place><near ref="Q2"/></entry>
  <entry code="Q4"><name kind="main">Equipment</name><place>E4</place></entry>
</list>`;

describe('XML in which an element repeats', () => {
	const look = lookAtXml(XML);
	it('shows its paths as columns, elements of one name told apart by their attribute', () => {
		expect(look?.of).toBe('xml');
		expect(look?.proposed.element).toBe('entry');
		expect(look?.header).toEqual(['@code', 'name[kind=main]', 'place', 'name[kind=other]', 'remark', 'near/@ref']);
		expect(look?.rows[1]?.[3]).toBe('Dim lamps\nGlow & gleam');
		expect(look?.proposed.columns).toMatchObject({ id: 0, places: 2 });
	});
	it('is read by what was said of its paths, in pieces of any size', async () => {
		if (!look) throw new Error('It has no shape.');
		const shape = {
			...look.proposed,
			columns: { id: 0, label: 1, places: 2, entryTerms: 3, scopeNote: 4, related: 5 }
		};
		const pieces = [...XML].map((_, at) => XML.slice(at * 7, at * 7 + 7)).filter((piece) => piece !== '');
		const { vocabulary, faults } = await readXmlHeadings(pieces, XML, shape, 'list', 'List');
		expect(faults).toEqual([]);
		expect(vocabulary?.headings).toMatchObject([
			{ id: 'Q1', label: 'Light', broader: [] },
			{
				id: 'Q2',
				label: 'Night light',
				broader: ['Q1'],
				entryTerms: ['Dim lamps', 'Glow & gleam'],
				scopeNote: 'At low levels.'
			},
			{ id: 'Q3', label: 'Daylight lamps', broader: ['Q1', 'Q4'], related: ['Q2'] },
			{ id: 'Q4', label: 'Equipment', broader: [] }
		]);
	});
	it('that breaks off keeps what was read, with the line', async () => {
		const cut = XML.slice(0, XML.indexOf('<near'));
		const { vocabulary, faults } = await readXmlHeadings(
			[cut],
			cut,
			{ delimiter: ',', separator: '\n', columns: { id: 0, label: 1 }, element: 'entry' },
			'list',
			'List'
		);
		expect(vocabulary?.headings.map(({ id }) => id)).toEqual(['Q1', 'Q2']);
		expect(faults[0]).toMatchObject({ code: 'bad-row', place: 'line 6' });
	});
	it('without one is nothing that could be taught', () => {
		expect(lookAtXml('<list></list>')).toBeNull();
		expect(lookAtXml('not XML at all')).toBeNull();
	});
});
