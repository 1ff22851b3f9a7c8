/** The integrity conditions of the SKOS Reference (W3C 2009, sections 5, 8 and 10): S13, S14, S27, S46; and what no vocabulary can be right with. */
import { describe, expect, it } from 'vitest';
import { readSkos, readTurtle } from './index.ts';

const PREFIXES =
	'@prefix skos: <http://www.w3.org/2004/02/skos/core#> . @prefix owl: <http://www.w3.org/2002/07/owl#> . @prefix dct: <http://purl.org/dc/terms/> . @prefix rdfs: <http://www.w3.org/2000/01/rdf-schema#> . @prefix wl: <https://wide-lantern.example/ns#> . @prefix v: <https://vocab.example/v/> . @prefix o: <https://other.example/> .\n';
const concept = (id: string, label: string, more = '') =>
	`v:${id} a skos:Concept ; skos:prefLabel "${label}"@en ${more === '' ? '' : `; ${more}`} .\n`;
const read = (...parts: string[]) => {
	const { vocabulary, faults, notes } = readTurtle(PREFIXES + parts.join(''), 'v');
	return {
		vocabulary,
		notes,
		codes: faults.map((one) => one.code),
		faults,
		heading: (id: string) => vocabulary?.headings.find((one) => one.id === id)
	};
};

describe('conditions of SKOS', () => {
	it('S13: a label is not both preferred and alternative; it stays preferred', () => {
		const { codes, heading, faults } = read(concept('a', 'Lamp', 'skos:altLabel "Lamp"@en, "Light"@en'));
		expect(codes).toEqual(['label-twice']);
		expect(heading('a')?.entryTerms).toEqual(['Light']);
		expect(faults[0]?.place).toBe('https://vocab.example/v/a');
	});
	it('S14: one preferred label a language; the others become other names', () => {
		const { codes, heading } = read(concept('a', 'Lamp', 'skos:prefLabel "Lantern"@en, "Lampe"@de'));
		expect(codes).toEqual(['two-labels']);
		expect(heading('a')).toMatchObject({ label: 'Lamp', entryTerms: ['Lantern'] });
	});
	it('S27: what is above is not related as well, also over several steps', () => {
		const { codes, heading } = read(
			concept('a', 'A'),
			concept('b', 'B', 'skos:broader v:a'),
			concept('c', 'C', 'skos:broader v:b ; skos:related v:a, v:d'),
			concept('d', 'D')
		);
		expect(codes).toEqual(['related-above']);
		expect(heading('c')?.related).toEqual(['d']);
	});
	it('S27: also where the one above says it', () => {
		expect(read(concept('a', 'A', 'skos:related v:b'), concept('b', 'B', 'skos:broader v:a')).codes).toEqual([
			'related-above'
		]);
	});
	it('S46: an exact match is no broad or related one', () => {
		const { codes, heading } = read(
			concept(
				'a',
				'A',
				'skos:exactMatch o:x ; skos:broadMatch o:x ; skos:relatedMatch o:x ; skos:narrowMatch o:y ; skos:closeMatch o:z'
			)
		);
		expect(codes).toEqual(['mapping-contradicts', 'mapping-contradicts']);
		expect(heading('a')?.mappings).toEqual([
			{ kind: 'exact', target: 'https://other.example/x' },
			{ kind: 'close', target: 'https://other.example/z' },
			{ kind: 'narrow', target: 'https://other.example/y' }
		]);
	});
	it('S25: narrower is broader from the other side', () => {
		const { codes, heading } = read(concept('a', 'A', 'skos:narrower v:b'), concept('b', 'B'));
		expect(codes).toEqual([]);
		expect(heading('b')?.broader).toEqual(['a']);
	});
});

describe('what cannot be right', () => {
	it('a circle of any length is opened where it closes, the rest stays', () => {
		const { codes, heading } = read(
			concept('a', 'A', 'skos:broader v:c'),
			concept('b', 'B', 'skos:broader v:a'),
			concept('c', 'C', 'skos:broader v:b')
		);
		expect(codes).toEqual(['circle']);
		expect(['a', 'b', 'c'].filter((id) => heading(id)?.broader.length === 1)).toHaveLength(2);
	});
	it('a heading broader than itself', () => {
		expect(read(concept('a', 'A', 'skos:broader v:a')).codes).toEqual(['circle']);
	});
	it('a chain of 50,000 broader headings is walked without the call stack', () => {
		const chain = Array.from({ length: 50_000 }, (_, number) =>
			concept(
				`n${number}`,
				`Number ${number}`,
				number === 0 ? 'skos:broader v:n49999' : `skos:broader v:n${number - 1}`
			)
		);
		expect(read(...chain).codes).toEqual(['circle']);
	});
	it('two headings of one name are both loaded and told apart', () => {
		const { codes, vocabulary } = read(concept('a', 'Cold'), concept('b', 'cold', 'skos:broader v:a'));
		expect(codes).toEqual(['same-label']);
		expect(vocabulary?.headings.map((one) => [one.id, one.label, one.broader])).toEqual([
			['a', 'Cold', []],
			['b', 'cold (b)', ['a']]
		]);
	});
	it('missing labels, unknown headings and qualifiers, years that are none', () => {
		const { codes, heading } = read(
			concept('a', 'A', 'skos:broader v:gone ; wl:takes v:zz ; wl:since "soon"'),
			'v:b a skos:Concept .\n'
		);
		expect([...codes].sort()).toEqual(['bad-year', 'no-label', 'unknown-qualifier', 'unknown-reference']);
		expect(heading('a')).toMatchObject({ broader: [], qualifiers: [], since: null });
	});
	it('every fault says what is done about it', () => {
		const { faults } = read(concept('a', 'A', 'skos:broader v:gone'), 'v:b a skos:Concept .\n');
		for (const fault of faults) expect(fault.message).toMatch(/left out|kept|loaded|stay/);
	});
});

describe('what is no fault', () => {
	it('withdrawn headings are left, and who took their place keeps their name', () => {
		const { codes, notes, vocabulary } = read(
			concept('a', 'Delirium'),
			concept('b', 'Acute brain syndrome', 'owl:deprecated true ; dct:isReplacedBy v:a'),
			concept('c', 'C', 'skos:broader v:b')
		);
		expect(codes).toEqual([]);
		expect(notes).toEqual(['1 withdrawn heading (owl:deprecated) left out.']);
		expect(vocabulary?.headings[0]?.entryTerms).toEqual(['Acute brain syndrome']);
	});
	it('other languages are counted; English is taken, of whatever country', () => {
		const { heading, notes } = read(concept('a', 'Anaemia', 'skos:altLabel "Anämie"@de, "Anemia"@en-us, "Anémie"@fr'));
		expect(heading('a')?.entryTerms).toEqual(['Anemia']);
		expect(notes[0]).toContain('2 labels in other languages');
	});
	it('a vocabulary in another language is taken in that', () => {
		const { vocabulary } = read('v:a a skos:Concept ; skos:prefLabel "Leuchte"@de ; skos:altLabel "Lampe"@de .\n');
		expect(vocabulary?.headings[0]).toMatchObject({ label: 'Leuchte', entryTerms: ['Lampe'] });
	});
	it('labels as resources of their own (SKOS-XL, appendix B of the Reference)', () => {
		const { vocabulary } = read(
			'@prefix xl: <http://www.w3.org/2008/05/skos-xl#> . v:a a skos:Concept ; xl:prefLabel v:l . v:l xl:literalForm "Lamp"@en .\n'
		);
		expect(vocabulary?.headings[0]?.label).toBe('Lamp');
	});
	it('definitions stand in for a missing scope note, years of changes are read', () => {
		const { heading } = read(
			concept(
				'a',
				'A',
				'skos:definition "What it is."@en ; skos:changeNote "2014: scope widened"@en, "no year here"@en ; rdfs:seeAlso v:b'
			),
			concept('b', 'B')
		);
		expect(heading('a')).toMatchObject({
			scopeNote: 'What it is.',
			seeAlso: ['b'],
			changes: [
				{ year: 2014, text: 'scope widened' },
				{ year: null, text: 'no year here' }
			]
		});
	});
});

describe('files that are no vocabulary, or are meant to hurt', () => {
	const code = async (text: string, syntax: 'turtle' | 'rdf-xml' | 'json-ld') =>
		(await readSkos([text], syntax, 'x')).faults[0]?.code;
	const RDF =
		'xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#" xmlns:skos="http://www.w3.org/2004/02/skos/core#"';
	it.each([
		['RDF that is no SKOS', '<a:b> <a:c> <a:d> .', 'turtle', 'no-headings'],
		['no Turtle, with the line', '@prefix v: <x:/> .\n\nv:a v:b', 'turtle', 'not-rdf'],
		['XML that breaks off', `<rdf:RDF ${RDF}><skos:Concept`, 'rdf-xml', 'not-rdf'],
		['no JSON', '{"@graph": [', 'json-ld', 'not-rdf'],
		['JSON of something else', '"text"', 'json-ld', 'not-rdf'],
		['brackets without end', '['.repeat(100_000), 'json-ld', 'too-deep'],
		['elements without end', `<rdf:RDF ${RDF}>${'<skos:Concept><skos:broader>'.repeat(5_000)}`, 'rdf-xml', 'too-deep'],
		[
			'entities that grow',
			`<!DOCTYPE r [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]><rdf:RDF ${RDF}/>`,
			'rdf-xml',
			'entities'
		],
		['a long entity', `<!DOCTYPE r [<!ENTITY a "${'a'.repeat(5_000)}">]><rdf:RDF ${RDF}/>`, 'rdf-xml', 'entities'],
		[
			'an entity of a file',
			`<!DOCTYPE r [<!ENTITY a SYSTEM "file:///etc/passwd">]><rdf:RDF ${RDF}/>`,
			'rdf-xml',
			'entities'
		],
		[
			'a context that would be fetched',
			'{"@context": "https://vocab.example/context.json", "@id": "x:a"}',
			'json-ld',
			'outside'
		],
		[
			'a text without end',
			`<x:a> <http://www.w3.org/2004/02/skos/core#prefLabel> "${'a'.repeat(300_000)}" .`,
			'turtle',
			'too-long'
		]
	] as const)('%s', async (_, text, syntax, expected) => {
		expect(await code(text, syntax)).toBe(expected);
	});
	it('says the line of a fault in Turtle', async () => {
		expect((await readSkos(['<a:b> <a:c>\n', '\n\n"x" "y" .'], 'turtle', 'x')).faults[0]?.message).toMatch(/line 4/);
	});
	it('names of namespaces as entities are fine', async () => {
		const { vocabulary } = await readSkos(
			[
				`<!DOCTYPE rdf:RDF [<!ENTITY v "https://vocab.example/v/">]><rdf:RDF ${RDF}><skos:Concept rdf:about="&v;a"><skos:prefLabel>A &amp; B</skos:prefLabel></skos:Concept></rdf:RDF>`
			],
			'rdf-xml',
			'x'
		);
		expect(vocabulary).toMatchObject({ base: 'https://vocab.example/v/', headings: [{ id: 'a', label: 'A & B' }] });
	});
	it('stops when nobody wants it any more', async () => {
		const stop = new AbortController();
		function* chunks() {
			for (let number = 0; number < 100; number++) {
				if (number === 50) stop.abort(new Error('cancelled'));
				yield Array.from({ length: 400 }, (_, at) => `<x:a${number}-${at}> <x:b> <x:c> .\n`).join('');
			}
		}
		await expect(readSkos(chunks(), 'turtle', 'x', { signal: stop.signal })).rejects.toThrow('cancelled');
	});
});
