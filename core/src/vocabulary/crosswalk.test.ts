/** Suggestions of what another vocabulary calls a heading: each kind of evidence by itself, then together. */
import { describe, expect, it } from 'vitest';
import {
	blankHeading,
	Crosswalk,
	Vocabulary,
	VocabularyLookup,
	type Heading,
	type SharedWork,
	type VocabularyData
} from './index.ts';

const heading = (id: string, label: string, more: Partial<Heading> = {}): Heading => ({
	...blankHeading(id, label),
	...more
});
const vocabulary = (id: string, headings: Heading[], more: Partial<VocabularyData> = {}) =>
	new Vocabulary({ id, name: id, edition: '', qualifiers: [], headings, ...more });
const first = (from: Heading[], to: Heading[], asked: string, works: SharedWork[] = []) =>
	Crosswalk.of(vocabulary('a', from), vocabulary('b', to), works).suggest(asked);
const filler = Array.from({ length: 20 }, (_, at) =>
	heading(`f${at}`, `Filler ${at}`, { scopeNote: `Unlike all others number ${at}` })
);

describe('evidence', () => {
	it('a name that both have, in either spelling', () => {
		const [best] = first(
			[heading('x', 'Anaemia'), ...filler],
			[heading('y', 'Blood Poverty', { entryTerms: ['Anemia'] }), ...filler],
			'x'
		);
		expect([best?.heading.id, best?.evidence[0]]).toEqual(['y', { kind: 'name', name: 'Anaemia' }]);
	});
	it('words that names share', () => {
		const [best] = first(
			[heading('x', 'Bright Light Treatment'), ...filler],
			[heading('y', 'Treatment by Light'), ...filler],
			'x'
		);
		expect([best?.heading.id, best?.evidence[0]?.kind]).toEqual(['y', 'words']);
	});
	it('words of notes, where names share none', () => {
		const [best] = first(
			[heading('x', 'Sundowning', { scopeNote: 'Restlessness towards evening in dementia' }), ...filler],
			[
				heading('y', 'Evening Unease', { scopeNote: 'Of people with dementia: restlessness late in the day' }),
				...filler
			],
			'x'
		);
		expect([best?.heading.id, best?.evidence.map((one) => one.kind)]).toEqual(['y', ['notes']]);
	});
	it('works that carry both, against those that carry one', () => {
		const works = [
			...Array.from({ length: 8 }, () => ({ from: ['x'], to: ['y'] })),
			{ from: ['x'], to: ['z'] },
			{ from: ['f1'], to: ['z'] },
			{ from: [], to: ['y'] }
		];
		const [best, second] = first(
			[heading('x', 'Lamps'), ...filler],
			[heading('y', 'Torches'), heading('z', 'Beams'), ...filler],
			'x',
			works
		);
		expect(best).toMatchObject({ heading: { id: 'y' }, evidence: [{ kind: 'together', both: 8, from: 9, to: 8 }] });
		expect(second?.heading.id).toBe('z');
		expect(best?.score).toBeGreaterThan(second?.score ?? 1);
	});
	it('narrower headings that match stand for a broader one that nothing else tells', () => {
		const branch = (prefix: string, top: string) => [
			heading(`${prefix}0`, top),
			...['Lamp', 'Torch', 'Candle'].map((name, at) => heading(`${prefix}${at + 1}`, name, { broader: [`${prefix}0`] }))
		];
		const [best] = first(
			[...branch('x', 'Artificial Brightness'), ...filler],
			[...branch('y', 'Sources of Glow'), ...filler],
			'x0'
		);
		expect(best).toMatchObject({ heading: { id: 'y0' }, evidence: [{ kind: 'below', matched: 3, of: 3 }] });
	});
	it('nothing at all is said where nothing points anywhere', () => {
		expect(
			first([heading('x', 'Qwert'), ...filler], [heading('y', 'Zuiop'), ...filler.slice(0, 3)], 'x').filter(
				(one) => one.heading.id === 'y'
			)
		).toEqual([]);
		expect(first([heading('x', 'Lamps')], [heading('y', 'Lamps')], 'gone')).toEqual([]);
	});
});

describe('mappings that stand in a vocabulary’s own file', () => {
	const target = (kind: 'exact' | 'close' | 'broad' | 'narrow' | 'related', iri: string) => ({
		mappings: [{ kind, target: iri }]
	});
	it('go before all else, whichever of the two says it', () => {
		const to = [heading('y', 'Torches'), heading('z', 'Lamps'), ...filler];
		const said = Crosswalk.of(
			vocabulary('a', [heading('x', 'Lamps', target('exact', 'https://b.example/y')), ...filler]),
			vocabulary('b', to, { base: 'https://b.example/' }),
			[]
		);
		expect(said.suggest('x')[0]).toMatchObject({
			heading: { id: 'y' },
			evidence: [{ kind: 'mapping', property: 'exact', saidBy: 'from' }]
		});
		const turned = Crosswalk.of(
			vocabulary('b', [heading('y', 'Torches'), ...filler], { base: 'https://b.example/' }),
			vocabulary('a', [
				heading('x', 'Candles', target('exact', 'https://b.example/y')),
				heading('z', 'Torches'),
				...filler
			]),
			[]
		);
		expect(turned.suggest('y')[0]).toMatchObject({
			heading: { id: 'x' },
			evidence: [{ kind: 'mapping', property: 'exact', saidBy: 'to' }]
		});
	});
	it('wider from one end is narrower from the other', () => {
		const walk = Crosswalk.of(
			vocabulary('b', [heading('y', 'Torches'), ...filler], { base: 'https://b.example/' }),
			vocabulary('a', [heading('x', 'Candles', target('broad', 'https://b.example/y')), ...filler]),
			[]
		);
		expect(walk.suggest('y')[0]?.evidence[0]).toEqual({ kind: 'mapping', property: 'narrow', saidBy: 'to' });
	});
	it('of several, the surest counts; one to another vocabulary is left', () => {
		const own = heading('x', 'Lamps', {
			mappings: [
				{ kind: 'related', target: 'https://wide-lantern.example/b/y' },
				{ kind: 'close', target: 'https://wide-lantern.example/b/y' },
				{ kind: 'exact', target: 'https://elsewhere.example/y' }
			]
		});
		expect(
			Crosswalk.of(
				vocabulary('a', [own, ...filler]),
				vocabulary('b', [heading('y', 'Torches'), ...filler]),
				[]
			).suggest('x')[0]?.evidence
		).toEqual([{ kind: 'mapping', property: 'close', saidBy: 'from' }]);
	});
});

describe('made bit by bit', () => {
	const headings = Array.from({ length: 1_500 }, (_, at) =>
		heading(`h${at}`, `Lamp ${at % 700} number ${at}`, {
			scopeNote: `Note ${at % 13} about lamps`,
			entryTerms: [`Light ${at}`]
		})
	);
	it('a crosswalk says the same, and lets others in between', async () => {
		const [one, other] = [vocabulary('a', headings), vocabulary('b', headings.toReversed())];
		const works = Array.from({ length: 900 }, (_, at) => ({ from: [`h${at}`], to: [`h${(at * 7) % 900}`] }));
		let breaths = 0;
		const slowly = await Crosswalk.inSteps(one, other, works, () => (breaths++, Promise.resolve()));
		const atOnce = Crosswalk.of(one, other, works);
		for (const asked of ['h0', 'h42', 'h1400']) expect(slowly.suggest(asked)).toEqual(atOnce.suggest(asked));
		expect(breaths).toBeGreaterThan(20);
	});
	it('a lookup finds the same, and lets others in between', async () => {
		const one = vocabulary('a', headings);
		let breaths = 0;
		const slowly = await VocabularyLookup.inSteps(one, () => (breaths++, Promise.resolve()));
		const atOnce = VocabularyLookup.of(one);
		for (const typed of ['lamp 12', 'number 1400', 'lihgt 7', 'about lamps', 'la'])
			expect(slowly.find(typed)).toEqual(atOnce.find(typed));
		expect(breaths).toBeGreaterThan(3);
	});
});

describe('what is related', () => {
	const lookup = VocabularyLookup.of(
		vocabulary('a', [
			heading('d', 'Delirium', { entryTerms: ['Acute Confusion'], related: ['s'], seeAlso: ['r'] }),
			heading('s', 'Sundowning'),
			heading('r', 'Restraint'),
			heading('e', 'Delirium Scales')
		])
	);
	const reasons = (typed: string, mode: 'all' | 'exact' = 'all') =>
		lookup.find(typed, 10, mode).map((one) => [one.heading.id, one.reason, one.name]);
	it('is offered where a heading is named whole, with what it is related to', () => {
		expect(reasons('acute confusion')).toEqual([
			['d', 'entry-term', 'Acute Confusion'],
			['s', 'related', 'Delirium'],
			['r', 'related', 'Delirium']
		]);
		expect(reasons('delirium').map(([id, reason]) => [id, reason])).toEqual([
			['d', 'heading'],
			['e', 'heading-words'],
			['s', 'related'],
			['r', 'related']
		]);
	});
	it('is not for a part of a name, nor where whole words are asked for', () => {
		expect(reasons('delir').map(([, reason]) => reason)).not.toContain('related');
		expect(reasons('delirium', 'exact').map(([, reason]) => reason)).not.toContain('related');
	});
});
