/** What stands between pieces, by each platform's order; proximity binds first everywhere (common practice). */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parse, print, type Expression } from '../query/index.ts';
import { assemble, isMixed, isText, type Joint } from './read-joints.ts';

const word = (text: string): Expression => ({ kind: 'word', text, pattern: text });
const items = 'abcdef'.split('').map(word);
type Sign = 'and' | 'or' | 'not' | 'near';
const joint = (sign: Sign): Joint => (sign === 'near' ? { kind: 'near', ordered: false, distance: 3 } : { kind: sign });
const read = (signs: readonly Sign[], precedence: 'left-to-right' | 'and-first' | 'brackets-demanded') => {
	const tree = assemble(items.slice(0, signs.length + 1), signs.map(joint), precedence);
	return tree ? print(tree) : null;
};
const same = (text: string) => print(parse(text).tree as Expression);

describe('the order of operators', () => {
	it.each([
		[['or', 'and'], '(a OR b) AND c', 'a OR (b AND c)'],
		[['and', 'or'], '(a AND b) OR c', '(a AND b) OR c'],
		[['or', 'and', 'or'], '((a OR b) AND c) OR d', 'a OR (b AND c) OR d'],
		[['or', 'not'], '(a OR b) NOT c', 'a OR (b NOT c)'],
		[['and', 'not', 'or'], '((a AND b) NOT c) OR d', '((a AND b) NOT c) OR d'],
		[['or', 'or', 'or'], 'a OR b OR c OR d', 'a OR b OR c OR d']
	] as const)('%j', (signs, left, andFirst) => {
		expect(read(signs, 'left-to-right')).toBe(same(left));
		expect(read(signs, 'brackets-demanded')).toBe(same(left));
		expect(read(signs, 'and-first')).toBe(same(andFirst));
	});
	it.each([
		[['or', 'near'], 'a OR (b WITHIN/3 c)'],
		[['near', 'and'], '(a WITHIN/3 b) AND c'],
		[['near', 'near'], '(a WITHIN/3 b) WITHIN/3 c'],
		[['and', 'near', 'or', 'near'], '(a AND (b WITHIN/3 c)) OR (d WITHIN/3 e)']
	] as const)('proximity binds first: %j', (signs, expected) => {
		for (const precedence of ['left-to-right', 'brackets-demanded'] as const)
			expect(read(signs, precedence)).toBe(same(expected));
	});
	it('nothing is nothing, one piece is itself', () => {
		expect([assemble([], [], 'and-first'), read([], 'and-first')]).toEqual([null, 'a']);
	});
	it('knows what is mixed: proximity is not', () => {
		expect((['or', 'near'] as const).map(joint).length).toBe(2);
		expect([
			isMixed([]),
			isMixed([joint('or'), joint('or')]),
			isMixed([joint('or'), joint('near')]),
			isMixed([joint('or'), joint('and')])
		]).toEqual([false, false, false, true]);
	});

	/** The value of a reading where each piece is true or false. */
	function valueOf(tree: Expression, truth: Readonly<Record<string, boolean>>): boolean {
		switch (tree.kind) {
			case 'word':
				return truth[tree.text] ?? false;
			case 'and':
				return tree.items.every((one) => valueOf(one, truth));
			case 'or':
				return tree.items.some((one) => valueOf(one, truth));
			case 'not':
				return valueOf(tree.keep, truth) && !valueOf(tree.drop, truth);
			default:
				throw new Error(tree.kind);
		}
	}
	it('means what working from the left means, or AND before OR, for any signs and any truth', () => {
		const signs = fc.array(fc.constantFrom('and', 'or', 'not'), { minLength: 1, maxLength: 5 }) as fc.Arbitrary<
			('and' | 'or' | 'not')[]
		>;
		fc.assert(
			fc.property(signs, fc.array(fc.boolean(), { minLength: 6, maxLength: 6 }), (some, values) => {
				const truth = Object.fromEntries('abcdef'.split('').map((name, at) => [name, values[at] ?? false]));
				const step = (left: boolean, sign: string, right: boolean) =>
					sign === 'and' ? left && right : sign === 'or' ? left || right : left && !right;
				const fromLeft = some.reduce(
					(value, sign, at) => step(value, sign, values[at + 1] ?? false),
					values[0] ?? false
				);
				const pieces = items.slice(0, some.length + 1);
				const left = assemble(pieces, some.map(joint), 'left-to-right') as Expression;
				expect(valueOf(left, truth)).toBe(fromLeft);
				// AND and NOT in one go from the left, ORs between what they gave.
				const groups: boolean[] = [values[0] ?? false];
				some.forEach((sign, at) => {
					const value = values[at + 1] ?? false;
					if (sign === 'or') groups.push(value);
					else groups.push(step(groups.pop() ?? false, sign, value));
				});
				expect(valueOf(assemble(pieces, some.map(joint), 'and-first') as Expression, truth)).toBe(groups.some(Boolean));
			})
		);
	});
});

describe('what a field can stand on', () => {
	it.each([
		['light', true],
		['"bright light" OR lamp', true],
		['(a WITHIN/3 b) NOT c', true],
		['{Delirium >}', false],
		['light AND yr:2010-2012', false],
		['#1', false]
	])('%s: %s', (text, expected) => {
		expect(isText(parse(text).tree as Expression)).toBe(expected);
	});
});
