/**
 * SKOS out and in, judged by RDF engines that are not ours: what we write is read by oxigraph
 * (Rust), and the graphs of all four syntaxes are the same, statement for statement (there are no
 * blank nodes, so that equal sets are RDF 1.1's graph isomorphism); what oxigraph writes of it is read by us as the same vocabulary.
 */
import { shippedVocabularies } from '@wide-lantern/standins';
import { RDF_SYNTAXES, readSkos, writeSkos, type RdfSyntax, type VocabularyData } from '@wide-lantern/core';
import { defaultGraph, Store } from 'oxigraph';
import { describe, expect, it } from 'vitest';

const MEDIA: Record<RdfSyntax, string> = {
	turtle: 'text/turtle',
	'n-triples': 'application/n-triples',
	'rdf-xml': 'application/rdf+xml',
	'json-ld': 'application/ld+json'
};

const hard: VocabularyData = {
	id: 'hard',
	name: 'Hard “names” & <signs>',
	edition: '2026',
	date: '2026-01-15',
	base: 'https://vocab.example/list#',
	qualifiers: [{ code: 'pv', name: 'prevention & control', note: 'With "quotes" and \\backslashes\\.' }],
	headings: [
		{
			id: 'a',
			label: 'β-Blockers, <oral> & "other"',
			entryTerms: ['ß', '日本語', 'a\\b', 'emoji 🕯'],
			scopeNote: 'Line one.\nLine two: ]]> &amp; <b>not markup</b> \u00A0 – “quoted”',
			broader: [],
			related: ['c'],
			notation: 'A 1.2',
			since: 1999,
			before: [
				{ label: 'Old', until: null, renamed: true },
				{ label: 'Blockers until dawn', until: 1998, renamed: false }
			],
			qualifiers: ['pv'],
			seeAlso: ['b'],
			changes: [
				{ year: 2003, text: 'scope narrowed; “x”' },
				{ year: null, text: 'undated' }
			],
			mappings: [
				{ kind: 'exact', target: 'https://other.example/x?y=1&z=2' },
				{ kind: 'narrow', target: 'https://other.example/y' }
			]
		},
		{
			id: 'b',
			label: 'Narrower',
			entryTerms: [],
			scopeNote: '',
			broader: ['a'],
			related: [],
			notation: null,
			since: null,
			before: [],
			qualifiers: []
		},
		{
			id: 'c',
			label: 'Related',
			entryTerms: [],
			scopeNote: '',
			broader: [],
			related: ['a'],
			notation: null,
			since: null,
			before: [],
			qualifiers: []
		}
	]
};
const cut = shippedVocabularies();
const samples: [string, VocabularyData][] = [
	['hard signs', hard],
	...Object.entries(cut.vocabularies).map(([id, data]): [string, VocabularyData] => [id, data])
];

const write = (data: VocabularyData, syntax: RdfSyntax) => [...writeSkos(data, syntax)].join('');
/** The statements as oxigraph reads them, in its own N-Triples. */
function asOxigraphReads(text: string, syntax: RdfSyntax): { store: Store; statements: string[] } {
	const store = new Store();
	store.load(text, { format: MEDIA[syntax] });
	const statements = store
		.dump({ format: 'application/n-triples', from_graph_name: defaultGraph() })
		.trimEnd()
		.split('\n')
		.sort();
	return { store, statements };
}
const sorted = (data: VocabularyData | null) =>
	data && {
		...data,
		qualifiers: [...data.qualifiers].sort((a, b) => (a.code < b.code ? -1 : 1)),
		headings: data.headings
			.map((one) => ({
				...one,
				entryTerms: [...one.entryTerms].sort(),
				broader: [...one.broader].sort(),
				related: [...one.related].sort(),
				qualifiers: [...one.qualifiers].sort(),
				before: [...one.before].sort((a, b) => (a.label < b.label ? -1 : 1)),
				...(one.changes ? { changes: [...one.changes].sort((a, b) => (a.text < b.text ? -1 : 1)) } : {})
			}))
			.sort((a, b) => (a.id < b.id ? -1 : 1))
	};

describe.each(samples)('%s', (_, data) => {
	it.each(RDF_SYNTAXES)('comes back from %s as it went out', async (syntax) => {
		const { vocabulary, faults, notes } = await readSkos(writeSkos(data, syntax), syntax, data.id);
		expect(faults).toEqual([]);
		expect(notes).toEqual([]);
		// JSON-LD keeps no order.
		if (syntax === 'json-ld') expect(sorted(vocabulary)).toEqual(sorted(data));
		else expect(vocabulary).toEqual(data);
	});

	it('is one graph in all four syntaxes for an engine that is not ours', () => {
		const [first, ...others] = RDF_SYNTAXES.map((syntax) => asOxigraphReads(write(data, syntax), syntax).statements);
		expect(first?.length).toBeGreaterThan(data.headings.length * 3);
		expect(first?.some((one) => one.includes('_:'))).toBe(false);
		for (const other of others) expect(other).toEqual(first);
	});

	it.each(['turtle', 'n-triples', 'rdf-xml'] as const)(
		'written by that engine as %s, it is the same vocabulary for us',
		async (syntax) => {
			const { store } = asOxigraphReads(write(data, 'turtle'), 'turtle');
			const theirs = store.dump({ format: MEDIA[syntax], from_graph_name: defaultGraph() });
			const { vocabulary, faults } = await readSkos([theirs], syntax, data.id);
			expect(faults).toEqual([]);
			expect(sorted(vocabulary)).toEqual(sorted(data));
		}
	);

	it('holds the conditions of SKOS when asked in SPARQL', () => {
		const { store } = asOxigraphReads(write(data, 'rdf-xml'), 'rdf-xml');
		const asks = (what: string) => store.query(`PREFIX skos: <http://www.w3.org/2004/02/skos/core#> ASK { ${what} }`);
		// SKOS Reference, S14, S13, S27, S46 and circles.
		expect(asks('?x skos:prefLabel ?a, ?b FILTER(?a != ?b && lang(?a) = lang(?b))')).toBe(false);
		expect(asks('?x skos:prefLabel ?a ; skos:altLabel ?a')).toBe(false);
		expect(asks('?x skos:related ?y . ?x skos:broader+ ?y')).toBe(false);
		expect(asks('?x skos:exactMatch ?y . { ?x skos:broadMatch ?y } UNION { ?x skos:relatedMatch ?y }')).toBe(false);
		expect(asks('?x skos:broader+ ?x')).toBe(false);
	});
});

describe('JSON-LD as others write it', () => {
	it('with a context of its own names, in slices, and with nested nodes', async () => {
		const nodes = Array.from({ length: 4_500 }, (_, number) => ({
			uri: `v:h${number}`,
			type: 'Concept',
			prefLabel: { en: `Heading ${number}`, de: `Begriff ${number}` },
			...(number > 0 ? { broader: { uri: `v:h${number - 1}` } } : {})
		}));
		const file = {
			'@context': {
				skos: 'http://www.w3.org/2004/02/skos/core#',
				v: 'https://vocab.example/v/',
				uri: '@id',
				type: '@type',
				Concept: 'skos:Concept',
				prefLabel: { '@id': 'skos:prefLabel', '@container': '@language' },
				broader: { '@id': 'skos:broader' }
			},
			'@graph': nodes
		};
		const { vocabulary, notes } = await readSkos([JSON.stringify(file)], 'json-ld', 'v');
		expect(vocabulary?.headings).toHaveLength(4_500);
		expect(vocabulary?.headings[4_499]).toMatchObject({ label: 'Heading 4499', broader: ['h4498'] });
		expect(notes[0]).toContain('4,500 labels in other languages');
	});
	it('nodes without names keep apart', async () => {
		const file = [
			{
				'@id': '_:a',
				'@type': ['http://www.w3.org/2004/02/skos/core#Concept'],
				'http://www.w3.org/2004/02/skos/core#prefLabel': [{ '@value': 'A' }]
			},
			{
				'@id': 'https://vocab.example/b',
				'@type': ['http://www.w3.org/2004/02/skos/core#Concept'],
				'http://www.w3.org/2004/02/skos/core#prefLabel': [{ '@value': 'B' }],
				'http://www.w3.org/2004/02/skos/core#broader': [{ '@id': '_:a' }]
			}
		];
		const { vocabulary } = await readSkos([JSON.stringify(file)], 'json-ld', 'v');
		const [a, b] = vocabulary?.headings ?? [];
		expect(b?.broader).toEqual([a?.id]);
	});
});
