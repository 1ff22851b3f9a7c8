/** One form for what means the same by the laws of the notation (notation.md, sections 2, 3 and 7). */
import { describe, expect, it } from 'vitest';
import { NO_SURROUNDINGS, bind } from './bind.ts';
import { parse } from './parse.ts';
import { canonicalText } from './canonical.ts';

const form = (text: string) => {
	const { tree } = parse(text);
	const { query } = tree
		? bind(tree, { ...NO_SURROUNDINGS, currentYear: 2026, line: (number) => ({ id: `l${number}`, above: true }) })
		: { query: null };
	return query ? canonicalText(query) : 'unread';
};

describe('the same', () => {
	it.each([
		['a OR b OR c', 'c OR (b OR a)'],
		['a AND (b AND c)', '(c AND a) AND b'],
		['ti:(a OR b)', 'ti:a OR ti:b'],
		['ti+ab:(a AND b)', 'ti+ab:a AND ti+ab:b'],
		['ti:a OR ab:a OR kw:a', 'a'],
		['(a OR b) WITHIN/3 c', '(a WITHIN/3 c) OR (b WITHIN/3 c)'],
		['a WITHIN/3 b', 'b WITHIN/3 a'],
		['behavio~r', 'behavior OR behavio?r'],
		['light~~', 'light OR light? OR light??'],
		['x-ray', '"x ray"'],
		['a NOT b', 'a NOT (b OR b)'],
		['(a NOT b) NOT c', 'a NOT (b OR c)'],
		['id:1 OR id:2', 'id:(2 OR 1)'],
		['la:(english OR french)', 'la:french OR la:english'],
		['ANY(#1-#3)', '#3 OR #1 OR #2'],
		['yr:last5', 'yr:2022-2026'],
		['a AND hand:"peer reviewed"', 'a']
	])('%s and %s', (left, right) => {
		expect(form(left)).toBe(form(right));
	});
});

describe('not the same', () => {
	it.each([
		['a OR b', 'a AND b'],
		['ti:a', 'ab:a'],
		['a BEFORE/3 b', 'b BEFORE/3 a'],
		['a WITHIN/3 b', 'a WITHIN/4 b'],
		['a*', 'a?'],
		['a NOT b', 'b NOT a'],
		['"a b"', 'a AND b'],
		['ti:(a AND b) OR ab:(a AND b)', 'ti+ab:(a AND b)']
	])('%s and %s', (left, right) => {
		expect(form(left)).not.toBe(form(right));
	});
});
