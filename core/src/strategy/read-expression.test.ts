/** Reading one expression without a strategy, and every fault that can be told, by its example. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { applyRepair, FAULT_EXAMPLES } from '../query/index.ts';
import { blankHeading, Vocabulary, VocabularyLookup } from '../vocabulary/index.ts';
import { readExpression, readStrategy, type OpenVocabulary } from './index.ts';

const heading = (id: string, label: string, more: object = {}) => ({ ...blankHeading(id, label), ...more });
const skerry = new Vocabulary({
	id: 'skerry',
	name: 'S',
	edition: '1',
	qualifiers: [
		{ code: 'pc', name: 'prevention', note: '' },
		{ code: 'nu', name: 'nursing', note: '' }
	],
	headings: [
		heading('d', 'Delirium', { entryTerms: ['Confusion, Acute'], qualifiers: ['pc'] }),
		heading('w', 'Delirium, Waking', { broader: ['d'], qualifiers: ['nu'] }),
		heading('s', 'Sleep Delirium', { broader: ['w', 'n'] }),
		heading('n', 'Night Terrors'),
		heading('y', 'Daylight'),
		heading('l', 'Light')
	]
});
const corran = new Vocabulary({
	id: 'corran',
	name: 'C',
	edition: '1',
	qualifiers: [{ code: 'use', name: 'use', note: '' }],
	headings: [
		heading('l', 'Light'),
		heading('m', 'Lamp'),
		heading('d', 'Sudden Confusion', { entryTerms: ['Delirium'] })
	]
});
const both: OpenVocabulary[] = [skerry, corran].map((vocabulary) => ({
	vocabulary,
	lookup: VocabularyLookup.of(vocabulary)
}));
const own: OpenVocabulary[] = both.map((one, at) => ({ ...one, own: at === 0 }));
const read = (text: string, vocabularies = both) => readExpression(text, vocabularies, 2026);
const codes = (text: string, vocabularies = both) => read(text, vocabularies).faults.map((one) => one.code);
const repaired = (text: string, vocabularies = both) =>
	read(text, vocabularies).faults.flatMap((one) => one.repairs.map((repair) => applyRepair(text, repair)));

describe('one expression', () => {
	it('is read with its headings, evaluable, or with faults', () => {
		const { query, expression, faults } = read('{Delirium >} AND light*');
		expect(faults).toEqual([]);
		expect(expression?.kind).toBe('and');
		expect(query).toMatchObject({
			kind: 'and',
			parts: [{ kind: 'assigned', headings: ['skerry:d', 'skerry:w', 'skerry:s'] }, { kind: 'word' }]
		});
		expect(read('#1').faults.map((one) => one.code)).toEqual(['no-such-line']);
		expect(read('light and').query).toBeNull();
	});

	it('offers the nearest labels in the place that is wrong, and both names of a label in two vocabularies', () => {
		expect(repaired('{Delirum >}')).toContain('{Delirium >}');
		expect(repaired('{Delirium > except Delirium, Wakin | prevention}')).toContain(
			'{Delirium > except Delirium, Waking | prevention}'
		);
		expect(repaired('{!Light > | prevention}')).toEqual([]);
		expect(repaired('{!Light}')).toEqual(['{!skerry:Light}', '{!corran:Light}']);
		expect(repaired('{Lamp}', own)).toEqual(['{corran:Lamp}']);
	});

	it('takes a preferred label before natural word order, and that before an entry term', () => {
		expect(codes('{Delirium}')).toEqual([]);
		expect(codes('{Waking Delirium}')).toEqual([]);
		expect(codes('{Confusion, Acute}')).toEqual(['entry-term']);
		expect(repaired('{Confusion, Acute >}')).toEqual(['{Delirium >}']);
	});

	it('looks for a qualifier of any heading in the vocabulary that is named, and refuses one that is not there', () => {
		expect(read('{corran:* | use}').query).toEqual({
			kind: 'assigned',
			headings: null,
			main: false,
			qualifiers: ['use'],
			vocabulary: 'corran'
		});
		expect(codes('{skerry:* | use}')).toEqual(['qualifier']);
		expect(codes('{nowhere:* | use}')).toEqual(['unknown-vocabulary']);
		expect(read('{* | use}').query).not.toHaveProperty('vocabulary');
	});

	it('allows a qualifier of a narrower heading with narrower ones only', () => {
		expect(codes('{Delirium > | nursing}')).toEqual([]);
		expect(codes('{Delirium | nursing}')).toEqual(['qualifier']);
	});

	it('takes shared narrower headings out, and warns only where nothing is shared', () => {
		const { query, faults } = read('{Delirium > except Night Terrors}');
		expect(faults).toEqual([]);
		expect(query).toMatchObject({ headings: ['skerry:d', 'skerry:w'] });
		expect(codes('{Delirium > except Daylight}')).toEqual(['except-elsewhere']);
		expect(repaired('{Delirium > except Daylight; Night Terrors}')).toEqual(['{Delirium > except Night Terrors}']);
	});

	it('allows a line that is only set by hand beside the outermost AND, and nowhere else', () => {
		const line = (id: string, source: string) => ({
			id,
			source,
			concept: null,
			strand: null,
			role: 'words' as const,
			label: '',
			note: '',
			off: false
		});
		const faults = (text: string) =>
			readStrategy(
				{ concepts: [], lines: [line('1', 'light'), line('2', 'hand:"humans only"'), line('3', text)] },
				both,
				2026
			)[2]?.faults.map((one) => one.code);
		for (const text of ['#1 AND #2', '#2', 'ALL(#1-#2)', 'light AND ALL(#1, #2)'])
			expect(faults(text), text).toEqual([]);
		for (const text of ['#1 OR #2', '(#1 AND #2) OR light', '#1 NOT #2', 'ANY(#1-#2)'])
			expect(faults(text), text).toEqual(['hand-place']);
	});
});

describe('every fault that can be told', () => {
	const line = (id: string, source: string, concept: string | null = null) => ({
		id,
		source,
		concept,
		strand: null,
		role: 'words' as const,
		label: '',
		note: '',
		off: false
	});
	const concept = { id: 'a', name: 'A', note: '', strands: [], headings: [], words: [], parked: [] };
	it.each(FAULT_EXAMPLES.map((one) => [one.code, one] as const))('%s', (code, { example, severity, needs }) => {
		const text =
			code === 'line-too-long'
				? 'light '.repeat(40_000)
				: code === 'too-deep'
					? '('.repeat(600) + 'a' + ')'.repeat(600)
					: example;
		const faults =
			needs === 'lines'
				? readStrategy(
						{
							concepts: [concept],
							lines: [line('1', 'light'), line('2', 'lamp'), line('3', text), line('4', 'dark', 'a')]
						},
						both,
						2026
					)[2]?.faults
				: read(text, code === 'heading-elsewhere' ? own : both).faults;
		expect(faults?.map((one) => one.code)).toEqual([code]);
		expect(faults?.[0]?.severity).toBe(severity);
	});

	it('has an example', () => {
		const folder = join(import.meta.dirname, '../query');
		const sources = readdirSync(folder).filter(
			(name) => /^(parse|sequence|bind)/.test(name) && !name.includes('.test.')
		);
		const told = new Set(
			sources.flatMap((name) => {
				const source = readFileSync(join(folder, name), 'utf8');
				return [
					...source.matchAll(/fault\(\s*'(?:error|warning)',\s*'([a-z-]+)'/g),
					...source.matchAll(/this\.refuse\(\s*'([a-z-]+)'/g),
					...source.matchAll(/\? '([a-z]+-[a-z-]+)' : '([a-z]+-[a-z-]+)'/g)
				].flatMap((match) => match.slice(1).filter((one) => one !== undefined));
			})
		);
		expect([...told].filter((code) => !FAULT_EXAMPLES.some((one) => one.code === code))).toEqual([]);
		expect(new Set(FAULT_EXAMPLES.map((one) => one.code)).size).toBe(FAULT_EXAMPLES.length);
		expect(told.size).toBeGreaterThan(50);
	});
});
