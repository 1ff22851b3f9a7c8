/** The notation: examples of notation.md, each fault with its repairs, and parse(print(e)) = e. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Expression } from './expression.ts';
import { nodesOf, partsOf, withoutPlaces } from './expression.ts';
import { applyRepair } from './fault.ts';
import { parse } from './parse.ts';
import { print } from './print.ts';

const read = (text: string) => {
	const { tree, faults } = parse(text);
	return { tree: tree && withoutPlaces(tree), codes: faults.map((one) => one.code), faults };
};
const repairs = (text: string) =>
	parse(text).faults.flatMap((one) => one.repairs.map((repair) => applyRepair(text, repair)));

describe('what the notation page gives as right', () => {
	it.each([
		'light',
		'light*',
		'*light',
		'hypo*aemia',
		'wom?n',
		'behavio~r',
		'light~~',
		'"bright light*"',
		'x-ray',
		"parkinson's",
		'a AND b AND c',
		'a NOT b',
		'a WITHIN/3 b',
		'a BEFORE/3 b',
		'ti+ab:(light OR lamp)',
		'ti:"bright light"',
		'yr:2010-2026',
		'yr:2015-',
		'yr:-1999',
		'yr:2020',
		'yr:last5',
		'en:2026-03-01..',
		'en:2026-03-01..2026-06-30',
		'en:2026-03-01',
		'en:..2026-06-30',
		'la:english',
		'la:(english OR french)',
		'pt:"randomised trial"',
		'ag:adult',
		'id:10.9999/abc.1',
		'id:(a1 OR b2)',
		'has:ab',
		'lacks:hd',
		'set:benchmark',
		'hand:"peer reviewed only"',
		'{Delirium}',
		'{Delirium >}',
		'{Delirium > except Waking Delirium; Delirium, Poison}',
		'{!Delirium >}',
		'{Delirium > | prevention; nursing}',
		'{* | harm}',
		'{skerry:Delirium}',
		'{"Odd: label > here"}',
		'{"say ""so"""}',
		'#4',
		'ANY(#1-#4, #7)',
		'ALL(#5, #9)',
		'@A',
		'@AA/2',
		'@A AND @B AND @C',
		'#?',
		'(a OR "b c") WITHIN/4 (d OR e)',
		'ti:(a WITHIN/3 b)',
		'"and"',
		'co₂',
		'/* why */ light OR lamp /* and so on */',
		'"vitamin ?"',
		'(#4 AND yr:2015-) AND hand:"humans only"'
	])('%s', (text) => {
		const { tree, faults } = read(text);
		expect(faults).toEqual([]);
		expect(tree).not.toBeNull();
		expect(print(tree as Expression)).toBe(text);
	});

	it('reads the parts of joined words as a phrase, and curly quotes as quotes', () => {
		expect(read('x-ray').tree).toMatchObject({ kind: 'phrase', patterns: ['x', 'ray'] });
		expect(read('“bright light”').tree).toEqual(read('"bright light"').tree);
		expect(read('TI : light').tree).toEqual(read('ti:light').tree);
	});

	it('keeps quotes inside braces, whichever form they have, and an apostrophe of any kind', () => {
		expect(read('{“Odd: label > here” >}').tree).toEqual(read('{"Odd: label > here" >}').tree);
		expect(read('parkinson\u02BCs').tree).toMatchObject({ kind: 'phrase', patterns: ['parkinson', 's'] });
		expect(read('parkinson\u02BCs').codes).toEqual([]);
		expect(read('½').tree).toMatchObject({ kind: 'phrase', patterns: ['1', '2'] });
		expect(read('light**').tree).toMatchObject({ kind: 'word', pattern: 'light*' });
	});

	it('chains WITHIN from the left, with a warning and all pairings', () => {
		const { tree, faults } = read('a WITHIN/3 b WITHIN/3 c');
		expect(faults.map((one) => [one.code, one.severity])).toEqual([['near-chain', 'warning']]);
		expect(print(tree as Expression)).toBe('(a WITHIN/3 b) WITHIN/3 c');
		expect(repairs('a WITHIN/3 b WITHIN/3 c')[0]).toBe(
			'(((a WITHIN/3 b) WITHIN/3 c) OR ((a WITHIN/3 c) WITHIN/3 b) OR ((b WITHIN/3 c) WITHIN/3 a))'
		);
	});
});

describe('what is refused, with its repairs', () => {
	it.each([
		['light and dark', 'operator-case', ['light AND dark', '"light and dark"']],
		['a within/3 b', 'operator-case', ['a WITHIN/3 b', '"a within/3 b"']],
		['a AND b OR c', 'mixed-operators', ['(a AND b) OR c', 'a AND (b OR c)']],
		['a OR b WITHIN/3 c', 'mixed-operators', ['(a OR b) WITHIN/3 c', 'a OR (b WITHIN/3 c)']],
		['a WITHIN/3 b BEFORE/3 c', 'mixed-operators', ['(a WITHIN/3 b) BEFORE/3 c', 'a WITHIN/3 (b BEFORE/3 c)']],
		['bright light', 'no-operator', ['"bright light"', 'bright AND light', 'bright OR light', 'bright WITHIN/3 light']],
		['light {Delirium}', 'no-operator', ['light AND {Delirium}', 'light OR {Delirium}']],
		['a NOT b NOT c', 'not-three-sides', ['a NOT (b OR c)']],
		['covid*19', 'digit-after-star', ['"covid* 19"', 'covid~19']],
		['a%b', 'sign-in-word', ['"a%b"']],
		['any(#1)', 'operator-case', ['ANY(#1)', '"any" AND (#1)']],
		['yr:2026-2010', 'years-reversed', ['yr:2010-2026']],
		['ANY(#4-#2)', 'lines-reversed', ['ANY(#2-#4)']],
		['a WITHIN/0 b', 'distance', ['a WITHIN/1 b']],
		['ti:(ab:x)', 'not-in-scope', ['ti:(x)']],
		['(a OR b', 'open-bracket', ['(a OR b)']],
		['a) OR b', 'stray-bracket', ['a OR b']],
		['"a b', 'open-quote', ['"a b"']],
		['{Delirium', 'open-heading', ['{Delirium}']],
		['{Delirium except X}', 'except-without-narrower', ['{Delirium > except X}']],
		['ti:light OR lamp', 'half-field', ['ti:(light OR lamp)', '(ti:light) OR lamp']],
		['lamp OR ti:light', 'half-field', ['ti:(lamp OR light)', 'lamp OR (ti:light)']],
		['ti:a OR {X} OR b', 'half-field', ['{X} OR ti:(a OR b)', '(ti:a) OR {X} OR b']],
		['ti:gum WITHIN/3 ileus', 'near-side', ['ti:(gum WITHIN/3 ileus)']],
		['gum BEFORE/2 ab+ti:ileus', 'near-side', ['ti+ab:(gum BEFORE/2 ileus)']],
		['ti:gum WITHIN/3 ab:ileus', 'near-side', []],
		['gum AND NOT child', 'operator-side', ['gum NOT child']],
		['gum OR NOT child', 'operator-side', []],
		['NOT child', 'operator-side', []],
		['gum AND OR child', 'operator-side', ['gum AND child', 'gum OR child']],
		['gum, child', 'stray-sign', ['gum OR  child', 'gum AND  child', '"gum, child"']],
		['gum OR %', 'no-letters', ['gum']],
		['gum AND ()', 'empty-group', ['gum']],
		['a AND b OR (c AND d) WITHIN/3 e', 'mixed-operators', []],
		['any(light)', 'operator-case', ['"any" AND (light)']],
		['ANY #1-#3, #5', 'list-without-bracket', ['ANY(#1-#3, #5)']],
		['ti:{Delirium}', 'not-in-scope', ['{Delirium}']],
		['covid**19', 'digit-after-star', ['"covid* 19"', 'covid~19']],
		['en:2026-06-30..2026-03-01', 'dates-reversed', ['en:2026-03-01..2026-06-30']],
		['a漢*', 'wildcard-beside', ['a漢']],
		['id:x"y', 'identifier-quotes', ['id:xy']],
		['has:kw', 'presence-part', ['has:ab', 'has:hd']]
	])('%s', (text, code, expected) => {
		expect(read(text).codes).toEqual([code]);
		expect(repairs(text)).toEqual(expected);
	});

	it.each([
		['*', 'wildcard-alone'],
		['"a * b"', 'wildcard-alone'],
		['~', 'wildcard-alone'],
		['()', 'empty-group'],
		['""', 'empty-phrase'],
		['ANY light', 'list-without-bracket'],
		['a WITHIN b', 'no-distance'],
		['a WITHIN/03 b', 'distance'],
		['ti:{Delirium}', 'not-in-scope'],
		['ti+yr:light', 'mixed-fields'],
		['(a AND b) WITHIN/3 c', 'near-side'],
		['ti:a WITHIN/3 b', 'near-side'],
		['#4 WITHIN/2 b', 'near-side'],
		['{*}', 'any-heading'],
		['{}', 'empty-heading'],
		['set:mine', 'unknown-set'],
		['yr:20', 'year-form'],
		['yr: 2020', 'space-in-limit'],
		['en:2026-02-30..', 'date-form'],
		['la:(a WITHIN/2 b)', 'near-in-limit'],
		['a OR hand:"x"', 'hand-place'],
		['AND a', 'operator-side'],
		['a OR', 'operator-side'],
		['a OR OR b', 'operator-side'],
		['does bright light lower delirium incidence', 'sentence'],
		['xx:light', 'unknown-field'],
		['light\\', 'nothing-after-backslash'],
		['#0', 'line-number'],
		['@', 'concept-form'],
		['/* open', 'open-comment'],
		['%', 'no-letters'],
		['ti:', 'field-of-nothing']
	])('%s', (text, code) => {
		expect(read(text).codes).toContain(code);
	});

	it('places its faults in the text', () => {
		const { faults } = read('delirium AND light and dark');
		expect(faults.map((one) => 'delirium AND light and dark'.slice(one.from, one.to))).toContain('and');
	});
});

const word = fc
	.constantFrom('light', 'lamp*', 'wom?n', 'behavio~r', 'day-light', '10', 'Délire', '光', "parkinson's", 'and', 'CO₂')
	.map((text): Expression => parse(`"${text}"`).tree as Expression);
const phrase = fc
	.array(fc.constantFrom('bright', 'light*', 'of', 'OR', 'day'), { minLength: 2, maxLength: 4 })
	.map((words): Expression => parse(`"${words.join(' ')}"`).tree as Expression);
const leafOnly = fc.oneof(word, phrase);
const heading = fc
	.record({
		label: fc.constantFrom('Delirium', 'Delirium, Waking', 'Odd: label', 'a "b" c', '!x', 'a except b'),
		main: fc.boolean(),
		except: fc.subarray(['Coma', 'Stupor; deep']),
		qualifiers: fc.subarray(['prevention', 'harm | odd']),
		narrower: fc.boolean()
	})
	.map(({ except, ...rest }): Expression => ({
		kind: 'heading',
		vocabulary: null,
		...rest,
		except: rest.narrower ? except : []
	}));
const other = fc
	.constantFrom(
		'#3',
		'@B',
		'@C/2',
		'ANY(#1-#3, #9)',
		'yr:2010-',
		'la:(english OR french)',
		'id:(a OR "b c")',
		'has:ab',
		'set:relevant'
	)
	.map((text) => parse(text).tree as Expression);
const { near, expression } = fc.letrec<{
	near: Expression;
	side: Expression;
	inField: Expression;
	expression: Expression;
}>((tie) => ({
	side: fc.oneof(
		{ maxDepth: 3 },
		leafOnly,
		tie('near'),
		fc.array(leafOnly, { minLength: 2, maxLength: 3 }).map((items): Expression => ({ kind: 'or', items }))
	),
	near: fc
		.tuple(tie('side'), tie('side'), fc.boolean(), fc.integer({ min: 1, max: 20 }))
		.map(([left, right, ordered, distance]): Expression => ({ kind: 'near', left, right, ordered, distance })),
	inField: fc.oneof(
		{ maxDepth: 3 },
		leafOnly,
		tie('near'),
		fc.array(tie('inField'), { minLength: 2, maxLength: 3 }).map((items): Expression => ({ kind: 'and', items }))
	),
	expression: fc.oneof(
		{ maxDepth: 4 },
		leafOnly,
		heading,
		other,
		tie('near'),
		fc
			.tuple(fc.constantFrom<'and' | 'or'>('and', 'or'), fc.array(tie('expression'), { minLength: 2, maxLength: 4 }))
			.map(([kind, items]): Expression => ({ kind, items })),
		fc.tuple(tie('expression'), tie('expression')).map(([keep, drop]): Expression => ({ kind: 'not', keep, drop })),
		fc
			.tuple(fc.subarray<'ti' | 'ab' | 'kw' | 'hd'>(['ti', 'ab', 'kw', 'hd'], { minLength: 1 }), tie('inField'))
			.map(([fields, of]): Expression => ({ kind: 'field', fields, of }))
	)
}));

/** Texts with one fault, each made from one that has none. */
const clean = fc.oneof(expression, near).map((tree) => print(withoutPlaces(tree)));
const FAULTY: readonly ((text: string, at: number) => string)[] = [
	(text) => `(${text}`,
	(text) => `${text})`,
	(text) => `${text} AND`,
	(text) => `OR ${text}`,
	(text) => `(${text}) AND NOT gum`,
	(text) => `(${text}) and gum`,
	(text) => `(${text}) gum`,
	(text) => `(${text}), gum`,
	(text) => `(${text}) AND ()`,
	(text) => `(${text}) OR *`,
	(text) => `(${text}) OR xx:gum`,
	(text) => `(${text}) AND yr:2026-2010`,
	(text) => `(${text}) AND covid*19`,
	(text) => `(${text}) AND (ti:gum WITHIN/3 ileus)`,
	(text) => `(${text}) AND gum OR ileus`,
	(text) => `(${text}) AND ANY #1`,
	(text) => `(${text}) AND a%b`,
	(text) => `(${text}) AND {Delirium except X}`,
	(text) => `(${text}) AND (gum WITHIN ileus)`,
	(text) => `(${text}) AND ti:`,
	(text) => `(${text}) OR "gum`
];

describe('one cause, one fault', () => {
	it('tells one fault for one cause; every repair removes it and brings no other', () => {
		fc.assert(
			fc.property(clean, fc.constantFrom(...FAULTY), (text, spoil) => {
				const own = read(text).codes;
				const spoilt = spoil(text, 0);
				const { codes, faults } = read(spoilt);
				// A warning of the clean text may stay; the fault that was put in is one.
				expect(codes.filter((code) => !own.includes(code)).length, spoilt).toBeLessThanOrEqual(1);
				expect(codes.length, `${spoilt}: ${codes.join()}`).toBeLessThanOrEqual(own.length + 1);
				for (const fault of faults)
					for (const repair of fault.repairs) {
						const after = read(applyRepair(spoilt, repair)).codes;
						expect(after.filter((code) => code === fault.code).length).toBeLessThan(
							codes.filter((code) => code === fault.code).length
						);
						for (const code of after) expect(codes).toContain(code);
					}
			}),
			{ numRuns: 1500 }
		);
	});
});

describe('printing', () => {
	it('gives back the same tree for every tree', () => {
		fc.assert(
			fc.property(fc.oneof(expression, near), (tree) => {
				const plain = withoutPlaces(tree);
				const again = parse(print(plain));
				expect(again.faults.filter((one) => one.severity === 'error')).toEqual([]);
				expect(withoutPlaces(again.tree as Expression)).toEqual(plain);
			}),
			{ numRuns: 1000 }
		);
	});

	it('answers any text at all with a tree and faults', () => {
		const signs = fc.constantFrom(
			'(',
			')',
			'"',
			'{',
			'}',
			'*',
			'?',
			'~',
			'#',
			'@',
			':',
			'+',
			'|',
			'>',
			'\\',
			'/*',
			'*/',
			' AND ',
			' or ',
			'WITHIN/3',
			'ANY',
			'ti:',
			'yr:',
			'id:',
			'a',
			'light ',
			',',
			'-',
			'\u0000',
			'\uD800'
		);
		fc.assert(
			fc.property(fc.array(fc.oneof(signs, fc.string({ maxLength: 4 })), { maxLength: 30 }), (pieces) => {
				const text = pieces.join('');
				for (const found of parse(text).faults) {
					expect(found.from).toBeGreaterThanOrEqual(0);
					expect(found.to).toBeLessThanOrEqual(text.length);
					expect(found.message.length).toBeGreaterThan(10);
				}
			}),
			{ numRuns: 3000 }
		);
	});

	it('reads 5,000 terms and 500 brackets, and refuses deeper ones with a sentence', () => {
		expect(parse(Array.from({ length: 5000 }, (_, n) => `term${n}`).join(' OR ')).faults).toEqual([]);
		expect(parse('('.repeat(499) + 'a' + ')'.repeat(499)).faults).toEqual([]);
		expect(read('('.repeat(5000) + 'a' + ')'.repeat(5000)).codes).toContain('too-deep');
	});
});

describe('rows as long as a line may be', () => {
	const words = Array.from({ length: 3_500 }, (_, at) => `word${at}`);
	const depthOf = (tree: Expression | null): number => {
		let depth = 0;
		for (let level = tree ? [tree] : []; level.length > 0; level = level.flatMap((one) => [...partsOf(one)])) depth++;
		return depth;
	};
	it.each([
		['a second operator', words.join(' OR ').replace('OR word3000', 'AND word3000'), 'mixed-operators'],
		['an operator that is missing', words.join(' OR ').replace('OR word3000', 'word3000'), 'no-operator'],
		['a small one', words.join(' OR ').replace('OR word3000', 'or word3000'), 'operator-case'],
		['a proximity', words.join(' OR ').replace('OR word3000', 'WITHIN/3 word3000'), 'mixed-operators'],
		[
			'operators in turns',
			words.reduce((row, word, at) => `${row} ${at % 2 ? 'AND' : 'OR'} ${word}`),
			'mixed-operators'
		],
		['proximities only', words.join(' BEFORE/3 ').replaceAll('word', 'w'), 'too-deep'],
		[
			'proximities and one AND',
			words.join(' WITHIN/3 ').replace('WITHIN/3', 'AND').replaceAll('word', 'w'),
			'mixed-operators'
		],
		['NOT and one OR', words.join(' NOT ').replace('NOT', 'OR'), 'mixed-operators'],
		['NOT only', words.join(' NOT '), 'not-three-sides'],
		['nothing but words', words.join(' '), 'sentence']
	])('%s: read with its fault, and no deeper than can be walked', (_, text, code) => {
		const { tree, faults } = parse(text);
		expect(faults.map((one) => one.code)).toContain(code);
		expect(depthOf(tree)).toBeLessThan(1_000);
		expect([...nodesOf(tree as Expression)].filter((node) => node.kind === 'word').length).toBe(3_500);
		expect(print(tree as Expression).length).toBeGreaterThan(25_000);
	});
});
