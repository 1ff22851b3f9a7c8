/**
 * Writing and reading back (notation.md, section 8): what is written without `widened`, `narrowed` or `to decide`
 * reads back as the same tree; noted `widened` alone it never loses a record, `narrowed` alone it never gains one.
 */
import {
	bind,
	blankHeading,
	findHeading,
	parse,
	print,
	readPlatformLine,
	canonicalText,
	Vocabulary,
	VocabularyLookup,
	WRITTEN_ALONE,
	writeStrategy,
	type Expression,
	type Profile,
	type Query,
	type BindingContext
} from '@wide-lantern/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isMet, type PlainRecord } from './brute-force.ts';
import { shippedProfiles } from '@wide-lantern/standins';
import { PROFILES } from './profiles.ts';

const heading = (id: string, label: string, broader: string[]) => ({
	...blankHeading(id, label),
	broader,
	qualifiers: ['c', 'h']
});
const vocabulary = new Vocabulary({
	id: 'small',
	name: 'Small',
	edition: '1',
	qualifiers: [
		{ code: 'c', name: 'care', note: '' },
		{ code: 'h', name: 'harm', note: '' }
	],
	headings: [
		heading('1', 'One', []),
		heading('2', 'Two, Turned', ['1']),
		heading('3', 'Both', ['1', '2']),
		heading('4', 'Deep', ['3']),
		heading('5', 'Apart', [])
	]
});
const open = [{ vocabulary, lookup: VocabularyLookup.of(vocabulary) }];
const surroundings: BindingContext = {
	heading: (label, name) => findHeading(open, label, name),
	closure: (key) => [...vocabulary.closure(key.slice('small:'.length))].map((id) => `small:${id}`),
	qualifier: (_, name) => ({ allowed: ['care', 'harm'].includes(name), name, offered: [] }),
	line: (number) => ({ id: `l${number}`, above: true }),
	concept: (letter) => (letter === 'A' ? { lines: ['l1', 'l2', 'l3'] } : { refused: 'none' }),
	currentYear: 2026
};
const meaning = (tree: Expression): Query => {
	const { query, faults } = bind(tree, surroundings);
	if (!query) throw new Error(`${print(tree)}: ${faults.map((one) => one.message).join(' ')}`);
	return query;
};
const codes: ReadonlyMap<string, string> = new Map([
	['care', 'c'],
	['harm', 'h']
]);
const VARIANTS = ['light', 'lights', 'lamp', 'lump', 'daylight', 'color', 'colour', 'day', 'days'];

/** Writes one line; the lines before it are the numbers 1 to 4. */
function written(tree: Expression, profile: Profile) {
	const before = [1, 2, 3, 4].map((number) => ({
		id: `l${number}`,
		number,
		label: '',
		tree: parse(`word${number}`).tree,
		role: 'words',
		off: false
	}));
	const { lines, general } = writeStrategy(
		[...before, { id: 'x', number: 5, label: '', tree, role: 'words', off: false }],
		profile,
		{
			...WRITTEN_ALONE,
			heading(piece) {
				const match = piece.label === null ? null : findHeading(open, piece.label, piece.vocabulary);
				if (match?.found !== 'heading') return null;
				const id = match.key.slice('small:'.length);
				const out = new Set(
					piece.except.flatMap((label) => [...vocabulary.closure(vocabulary.find(label)?.heading.id ?? '')])
				);
				return {
					vocabulary: 'small',
					heading: id,
					label: match.label,
					closure: [...vocabulary.closure(id)]
						.filter((one) => !out.has(one))
						.map((one) => vocabulary.get(one)?.label ?? ''),
					qualifierCodes: codes,
					hasNarrower: vocabulary.narrower(id).length > 0
				};
			},
			concept: () => [1, 2, 3],
			variants: (pattern) =>
				VARIANTS.filter((one) =>
					new RegExp(`^${pattern.replaceAll('*', '.*').replaceAll('?', '.').replaceAll('~', '.?')}$`).test(one)
				),
			currentYear: 2026,
			read: (text) => parse(text).tree
		}
	);
	const line = lines.at(-1);
	return {
		text: line?.text ?? '',
		gap: line?.gap ?? true,
		kinds: new Set([
			...(line?.notes ?? []).map((note) => note.kind),
			...general.filter((one) => one.lines.includes(5)).map((one) => one.kind)
		])
	};
}
const readBack = (text: string, profile: Profile) =>
	readPlatformLine(text, profile, { qualifierName: (code) => [...codes].find(([, one]) => one === code)?.[0] ?? null });

// Words that some of the platforms take for something else are among them.
const WORDS = [
	'light',
	'light*',
	'l?mp',
	'colo~r',
	'day~~',
	'*light',
	'd*y',
	'both',
	'either',
	'step',
	'4',
	'L2',
	'or',
	'minus',
	'close',
	'x-ray',
	'deep',
	'in',
	'find',
	'T',
	'und'
];
const word = fc
	.constantFrom(...WORDS)
	.map((typed) => parse(/^or$/.test(typed) ? `"${typed}"` : typed).tree as Expression);
const phrase = fc
	.array(fc.constantFrom('bright', 'light*', 'and', 'l?mp', 'day', '7'), { minLength: 2, maxLength: 3 })
	.map((parts) => parse(`"${parts.join(' ')}"`).tree as Expression);
const qualifiers = fc.subarray(['care', 'harm']).map((some) => (some.length > 0 ? ` | ${some.join('; ')}` : ''));
const assigned = fc
	.tuple(
		fc.constantFrom('', '!'),
		fc.constantFrom('One', 'Two, Turned', 'Both', 'Deep', 'Apart'),
		fc.constantFrom('', ' >', ' > except Both'),
		qualifiers
	)
	.map(([main, label, reach, qualified]) => parse(`{${main}${label}${reach}${qualified}}`).tree as Expression);
const limit = fc
	.constantFrom(
		'yr:2010-2012',
		'yr:2010-',
		'yr:-1999',
		'yr:2020',
		'yr:last5',
		'la:english',
		'la:(english OR "old french")',
		'has:ab'
	)
	.map((text) => parse(text).tree as Expression);
const reference = fc
	.constantFrom('#1', '#3', 'ANY(#1-#4)', 'ALL(#1-#3)', 'ANY(#1, #3)', '@A')
	.map((text) => parse(text).tree as Expression);
const several = (one: fc.Arbitrary<Expression>) => fc.array(one, { minLength: 2, maxLength: 3 });
const { text, whole } = fc.letrec<{ side: Expression; near: Expression; text: Expression; whole: Expression }>(
	(tie) => ({
		side: fc.oneof(
			{ maxDepth: 2 },
			word,
			phrase,
			tie('near'),
			several(word).map((items): Expression => ({ kind: 'or', items }))
		),
		near: fc.record({
			kind: fc.constant('near' as const),
			ordered: fc.boolean(),
			distance: fc.integer({ min: 1, max: 4 }),
			left: tie('side'),
			right: tie('side')
		}),
		text: fc.oneof(
			{ maxDepth: 2 },
			word,
			phrase,
			tie('near'),
			fc.record({ kind: fc.constantFrom('and' as const, 'or' as const), items: several(tie('text')) }),
			fc.record({ kind: fc.constant('not' as const), keep: tie('text'), drop: tie('text') })
		),
		whole: fc.oneof(
			{ maxDepth: 3 },
			tie('text'),
			assigned,
			limit,
			reference,
			fc.record({
				kind: fc.constant('field' as const),
				fields: fc.constantFrom(
					['ti'] as const,
					['ti', 'ab'] as const,
					['hd'] as const,
					['ti', 'kw'] as const,
					['all'] as const
				),
				of: tie('text')
			}),
			fc.record({ kind: fc.constantFrom('and' as const, 'or' as const), items: several(tie('whole')) }),
			fc.record({ kind: fc.constant('not' as const), keep: tie('whole'), drop: tie('whole') })
		)
	})
);
const met = (tree: Expression, one: PlainRecord) => isMet(one, tree as never, () => []);
/** As the notation itself holds it: the generator does not know every rule of it. */
const asHeld = (tree: Expression): Expression | null => {
	const { tree: held, faults } = parse(print(tree));
	return faults.some((one) => one.severity === 'error') ? null : held;
};
const CHANGES = ['widened', 'narrowed', 'to decide', 'by hand'] as const;

/** The stand-ins’ platforms, on the small vocabulary of this test. */
const SHIPPED = (shippedProfiles as readonly Profile[]).map((one): Profile => ({
	...one,
	source: { ...one.source, vocabulary: one.source.vocabulary && 'small' }
}));

describe.each([...PROFILES, ...SHIPPED].map((profile) => [profile.name, profile] as const))('%s', (_, profile) => {
	it('reads back what it wrote without a change of meaning as the same tree', () => {
		let same = 0;
		fc.assert(
			fc.property(whole, (tree) => {
				const held = asHeld(tree);
				fc.pre(held !== null);
				const out = written(held, profile);
				// For platforms of one string line references are written in, so that they are none any more.
				if (out.gap || out.text === '' || CHANGES.some((kind) => out.kinds.has(kind))) return;
				const oneString = profile.platform.lines.reference === null;
				if (oneString && /#|@/.test(print(held))) return;
				const reading = readBack(out.text, profile);
				expect({
					tree: print(held),
					text: out.text,
					faults: reading.faults.filter((one) => one.severity === 'error')
				}).toEqual({
					tree: print(held),
					text: out.text,
					faults: []
				});
				expect([print(held), out.text, canonicalText(meaning(reading.tree as Expression))]).toEqual([
					print(held),
					out.text,
					canonicalText(meaning(held))
				]);
				same++;
			}),
			{ numRuns: 500, seed: 20261128 }
		);
		// A register that searches other fields than the usual ones writes little without a note.
		expect(same).toBeGreaterThan(profile.id === 'fairway' ? -1 : 10);
	});

	it('never loses a record where it only says widened, and never gains one where it only says narrowed', () => {
		fc.assert(
			fc.property(text, fc.array(record, { minLength: 1, maxLength: 6 }), (tree, records) => {
				const held = asHeld(tree);
				fc.pre(held !== null);
				const out = written(held, profile);
				if (
					out.gap ||
					out.text === '' ||
					out.kinds.has('to decide') ||
					(out.kinds.has('widened') && out.kinds.has('narrowed'))
				)
					return;
				const back = readBack(out.text, profile).tree;
				expect(back).not.toBeNull();
				for (const one of records) {
					const [before, after] = [met(held, one), met(back as Expression, one)];
					if (!out.kinds.has('widened'))
						expect([print(held), out.text, after && !before]).toEqual([print(held), out.text, false]);
					if (!out.kinds.has('narrowed'))
						expect([print(held), out.text, before && !after]).toEqual([print(held), out.text, false]);
				}
			}),
			{ numRuns: 250, seed: 20261128 }
		);
	});
});

const TEXT = [
	'light',
	'lights',
	'lamp',
	'lump',
	'daylight',
	'color',
	'colour',
	'day',
	'bright',
	'and',
	'7',
	'both',
	'x',
	'ray',
	'or',
	'4'
];
const words = (most: number) => fc.array(fc.constantFrom(...TEXT), { maxLength: most }).map((some) => some.join(' '));
const record: fc.Arbitrary<PlainRecord> = fc.record({
	titles: words(6).map((one) => [one]),
	abstract: words(10),
	keywords: fc.array(words(2), { maxLength: 2 }),
	headings: fc.constant([]),
	year: fc.constant(null),
	languages: fc.constant([])
});
