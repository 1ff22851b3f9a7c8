/** A strategy as plain text (notation.md, section 6), and text that comes from elsewhere. */
import { describe, expect, it } from 'vitest';
import { cleanPasted, readStrategyText, strategyText, type TextLine } from './index.ts';

const A = { letter: 'A', name: 'Delirium' };
const lines: readonly TextLine[] = [
	{ number: 1, text: '{Delirium >}', label: 'Delirium, headings', concept: A },
	{ number: 2, text: 'delir* OR "acute confusion"', label: '', concept: A },
	{ number: 3, text: 'light', label: '', concept: { letter: 'B', name: 'Light' } },
	{ number: 4, text: '@A AND #3', label: 'All', concept: null }
];

describe('a strategy as text', () => {
	it('has a number, a tab, the expression; concepts open with their letter', () => {
		expect(strategyText(lines)).toBe(
			'@A Delirium\n1\t{Delirium >} ;; Delirium, headings\n2\tdelir* OR "acute confusion"\n@B Light\n3\tlight\n@\n4\t@A AND #3 ;; All\n'
		);
	});
	it('is read back as it was', () => {
		expect(readStrategyText(strategyText(lines))).toMatchObject({ lines, numbered: true, missing: [] });
	});
	it('tells which references lead out of what was pasted', () => {
		expect(readStrategyText('3\tlight\n4\t#3 AND #1\n').missing).toEqual([{ line: 4, used: 1 }]);
		expect(readStrategyText('7\tANY(#2-#4)').missing.map((one) => one.used)).toEqual([2, 3, 4]);
	});
});

describe('text from elsewhere', () => {
	it.each([
		['1. light\n2. lamp', ['light', 'lamp'], ['number']],
		['#1 light\n#2 lamp', ['light', 'lamp'], ['number']],
		['1\tlight\n2\t#1 AND day', ['light', '#1 AND day'], ['number']],
		['\u201Cbright light\u201D OR parkinson\u2019s', ['"bright light" OR parkinson\'s'], ['quotes']],
		['x\u2013ray OR x\u2011ray', ['x-ray OR x-ray'], ['dashes']],
		['light\u00A0OR\tlamp  OR day ', ['light OR lamp OR day'], ['spaces']],
		['li\u00ADght\u200B OR \u0007lamp', ['light OR lamp'], ['control characters']]
	])('%j is cleaned', (text, expected, kinds) => {
		const cleaned = cleanPasted(text);
		expect(cleaned.map((one) => one.after)).toEqual(expected);
		expect([...new Set(cleaned.flatMap((one) => one.changes))]).toEqual(kinds);
	});

	it('a number that is searched for stays', () => {
		expect(cleanPasted('25 OR 26\nlight').map((one) => one.after)).toEqual(['25 OR 26', 'light']);
		expect(cleanPasted('#3 AND #1').map((one) => one.after)).toEqual(['#3 AND #1']);
		expect(cleanPasted('5. a\n2. b').map((one) => one.changes)).toEqual([[], []]);
	});

	it('numbers of lines above become references in a numbered strategy, and nowhere else', () => {
		const after = (text: string) => cleanPasted(text).map((one) => one.after);
		expect(after('1. music*\n2. song*\n3. 1 or 2\n4. anxi*\n5. (1 OR 2) and 4')).toEqual([
			'music*',
			'song*',
			'#1 OR #2',
			'anxi*',
			'(#1 OR #2) AND #4'
		]);
		expect(cleanPasted('1. music*\n2. song*\n3. 1 or 2\n')[2]?.changes).toEqual(['number', 'line numbers']);
		// What is below, or words beside it: then it may be what is searched.
		expect(after('1. 2 or 3\n2. song*\n3. 1 or 9\n4. 24 or phase 1')).toEqual([
			'2 or 3',
			'song*',
			'1 or 9',
			'24 or phase 1'
		]);
		expect(after('music*\nsong*\n1 or 2')).toEqual(['music*', 'song*', '1 or 2']);
	});
	it('what is clean already is told to be unchanged', () => {
		expect(cleanPasted('light* OR "bright lamp"').every((one) => one.changes.length === 0)).toBe(true);
	});

	it('empty lines within are left out and told', () => {
		const read = readStrategyText('light\n\nlamp\n\n');
		expect(read.lines.map((line) => line.text)).toEqual(['light', 'lamp']);
		expect(read.cleaned[1]?.changes).toEqual(['empty lines']);
	});
});
