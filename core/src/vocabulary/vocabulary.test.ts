/** Headings: closure, paths, lookup with reasons, SKOS in and out. */
import { Parser } from 'n3';
import { describe, expect, it } from 'vitest';
import {
	editDistance,
	readTurtle,
	naturalOrder,
	Vocabulary,
	VocabularyLookup,
	writeTurtle,
	type LookupMode,
	type VocabularyData
} from './index.ts';

const heading = (id: string, label: string, broader: string[] = [], entryTerms: string[] = [], scopeNote = '') => ({
	id,
	label,
	entryTerms,
	scopeNote,
	broader,
	related: [],
	notation: null,
	since: null,
	before: [],
	qualifiers: ['th']
});
const data: VocabularyData = {
	id: 'small',
	name: 'Small "one"',
	edition: '2026',
	qualifiers: [{ code: 'th', name: 'treatment', note: 'What is done.' }],
	headings: [
		heading('m', 'Mind'),
		heading('n', 'Nerves'),
		{
			...heading(
				'd',
				'Delirium',
				['m', 'n'],
				['Acute Confusion', 'Toxic Confusion'],
				'Sudden disturbance. <b>not markup</b>'
			),
			since: 1972,
			before: [
				{ label: 'Raving', until: 1950, renamed: true },
				{ label: 'Confusion', until: 1971, renamed: false }
			]
		},
		{ ...heading('w', 'Delirium, Waking', ['d'], ['Emergence Delirium']), related: ['x'] },
		heading('p', 'Delirium, Poison', ['d', 'n']),
		heading('x', 'Experience')
	]
};
const vocabulary = new Vocabulary(data);

describe('a vocabulary', () => {
	it('reaches everything narrower over all places, each once (ISO 25964-1; SKOS broaderTransitive)', () => {
		expect([...vocabulary.closure('n')].sort()).toEqual(['d', 'n', 'p', 'w']);
		expect([...vocabulary.closure('w')]).toEqual(['w']);
	});

	it('gives every path upwards', () => {
		expect(vocabulary.paths('p').map((path) => path.map((one) => one.id).join('>'))).toEqual(['m>d>p', 'n>d>p', 'n>p']);
		expect(vocabulary.tops().map((one) => one.id)).toEqual(['m', 'n', 'x']);
	});

	it('ends in a circle where it began', () => {
		const circle = new Vocabulary({ ...data, headings: [heading('a', 'A', ['b']), heading('b', 'B', ['a'])] });
		expect([...circle.closure('a')].sort()).toEqual(['a', 'b']);
		expect(circle.paths('a')).toEqual([]);
	});

	it('finds by label, entry term, natural word order and older name', () => {
		expect(
			['delirium', 'ACUTE CONFUSION', 'waking delirium', 'Raving', 'nothing'].map((label) => vocabulary.find(label)?.by)
		).toEqual(['label', 'entry-term', 'turned', 'entry-term', undefined]);
		expect(naturalOrder('Delirium, Waking')).toBe('Waking Delirium');
	});
});

describe('lookup', () => {
	const lookup = VocabularyLookup.of(vocabulary);
	it.each([
		['delirium', ['d heading', 'p heading-words', 'w heading-words']],
		['acute confusion', ['d entry-term']],
		['confus', ['d entry-words']],
		['eliri', ['d fragment', 'p fragment', 'w fragment']],
		['disturbance', ['d scope-note']],
		['delirum', ['d spelling']],
		['', []]
	])('%s', (typed, expected) => {
		expect(lookup.find(typed).map((match) => `${match.heading.id} ${match.reason}`)).toEqual(expected);
	});

	it('takes words in any order, any of them, or whole ones only', () => {
		const ids = (typed: string, mode: LookupMode) => lookup.find(typed, 30, mode).map((match) => match.heading.id);
		expect(ids('poison delir', 'all')).toEqual(['p']);
		expect(new Set(ids('poison waking', 'any'))).toEqual(new Set(['p', 'w']));
		expect(ids('delir', 'exact')).toEqual([]);
		expect(ids('delirium waking', 'exact')).toEqual(['w']);
	});

	it('reads British and American spelling as one, and either number', () => {
		const small = VocabularyLookup.of(
			new Vocabulary({
				id: 'v',
				name: 'V',
				edition: '1',
				qualifiers: [],
				headings: [
					heading('1', 'Anaesthesia'),
					heading('2', 'Programme'),
					heading('3', 'Colour of Light'),
					heading('4', 'Fibre, Dietary')
				]
			})
		);
		for (const [typed, id] of [
			['anesthesia', '1'],
			['anesth', '1'],
			['programs', '2'],
			['color of light', '3'],
			['dietary fiber', '4'],
			['fibre', '4'],
			// Broken off in the middle of what differs.
			['colou', '3'],
			['programm', '2'],
			['anaes', '1']
		] as const)
			expect(small.find(typed).map((one) => one.heading.id)).toEqual([id]);
		expect(small.named('Programs')?.heading.id).toBe('2');
	});

	it('takes a phrase to pieces and names what fits nothing', () => {
		const pieces = lookup.pieces(
			'prevention of waking delirium, acute confusion and moonshine',
			new Set(['of', 'and'])
		);
		expect(pieces.map((one) => [one.text, one.match?.heading.id ?? null])).toEqual([
			['prevention', null],
			['waking delirium', 'w'],
			['acute confusion', 'd'],
			['moonshine', null]
		]);
	});

	it('counts letters changed, added, left out or swapped', () => {
		expect([
			editDistance('kitten', 'sitting', 9),
			editDistance('light', 'ligth', 9),
			editDistance('abc', 'abc', 1),
			editDistance('abcdef', 'uvwxyz', 2)
		]).toEqual([3, 1, 0, 3]);
	});
});

describe('SKOS as Turtle', () => {
	it('comes back as it went out', () => {
		const { vocabulary: again, faults } = readTurtle(writeTurtle(data), 'small');
		expect(faults).toEqual([]);
		expect(again).toEqual(data);
	});

	it('is what an RDF reader of its own takes for SKOS', () => {
		const quads = new Parser().parse(writeTurtle(data));
		const broader = quads.filter((quad) => quad.predicate.value === 'http://www.w3.org/2004/02/skos/core#broader');
		expect(broader).toHaveLength(5);
		// SKOS Reference, S14: no resource has more than one preferred label per language.
		const labels = quads
			.filter((quad) => quad.predicate.value.endsWith('#prefLabel'))
			.map((quad) => quad.subject.value);
		expect(new Set(labels).size).toBe(labels.length);
	});

	it('names faults and keeps the rest', () => {
		const turtle =
			'@prefix skos: <http://www.w3.org/2004/02/skos/core#> . @prefix v: <x:/> . v:a a skos:Concept ; skos:prefLabel "A" ; skos:broader v:b, v:gone . v:b a skos:Concept ; skos:prefLabel "B" ; skos:broader v:a . v:c a skos:Concept .';
		const { vocabulary: read, faults } = readTurtle(turtle, 'x');
		expect(read?.headings.map((one) => one.label)).toEqual(['A', 'B']);
		expect(faults.map((one) => one.code).sort()).toEqual(['circle', 'no-label', 'unknown-reference']);
		expect(readTurtle('this is not turtle', 'x').faults[0]?.code).toBe('not-rdf');
		expect(readTurtle('', 'x').faults[0]?.code).toBe('no-headings');
	});
});
