/** Lines, references and switching off: notation.md, section 5. */
import { describe, expect, it } from 'vitest';
import { buildIndex, RecordSet, SteppedWatch } from '../collection/index.ts';
import { conceptLetter, readTermText, type StrategyLine } from '../enquiry/index.ts';
import { parse } from '../query/index.ts';
import { blankRecord } from '../records/index.ts';
import { blankHeading, Vocabulary, VocabularyLookup } from '../vocabulary/index.ts';
import {
	assemble,
	completeSource,
	evaluateStrategy,
	linesToEvaluate,
	moveFault,
	namesOf,
	readStrategy,
	roleOf,
	toSource,
	toText
} from './index.ts';

const heading = (id: string, label: string, entryTerms: string[] = []) => ({ ...blankHeading(id, label), entryTerms });
const vocabulary = new Vocabulary({
	id: 'skerry',
	name: 'S',
	edition: '1',
	qualifiers: [],
	headings: [heading('d', 'Delirium, Waking', ['Emergence Delirium']), heading('l', 'Light')]
});
const other = new Vocabulary({
	id: 'corran',
	name: 'C',
	edition: '1',
	qualifiers: [],
	headings: [heading('x', 'Light'), heading('y', 'Lamp', ['Delirium, Waking'])]
});
const open = [vocabulary, other].map((one) => ({ vocabulary: one, lookup: VocabularyLookup.of(one) }));
const concept = (id: string, name = id) => ({
	id,
	name,
	note: '',
	strands: [{ id: `${id}s`, name: 'strand' }],
	headings: [],
	words: [],
	parked: []
});

interface Spec {
	readonly text: string;
	readonly concept?: string;
	readonly strand?: string;
	readonly off?: boolean;
}
function strategy(specs: readonly Spec[]) {
	const concepts = [concept('a'), concept('b')];
	const lines: StrategyLine[] = specs.map((one, at) => ({
		id: `L${at + 1}`,
		source: '',
		concept: one.concept ?? null,
		strand: one.strand ?? null,
		role: roleOf(parse(one.text).tree),
		label: '',
		note: '',
		off: one.off ?? false
	}));
	const names = namesOf({ concepts, lines }, open);
	return { concepts, lines: lines.map((line, at) => ({ ...line, source: toSource(specs[at]?.text ?? '', names) })) };
}
const texts = (of: ReturnType<typeof strategy>) => readStrategy(of, open, 2026).map((line) => line.text);
const titles = ['light', 'lamp', 'light lamp', 'dark'];
const index = buildIndex(
	titles.map((title, at) => ({ ...blankRecord(String(at)), titles: [title] })),
	() => undefined
);
function counts(of: ReturnType<typeof strategy>) {
	const none = RecordSet.none(index.size);
	return evaluateStrategy(linesToEvaluate(readStrategy(of, open, 2026)), index, {
		benchmark: none,
		relevant: none,
		irrelevant: none
	}).map((one) => one.records?.count() ?? one.state);
}

describe('references are held by identity', () => {
	const before = strategy([
		{ text: 'light' },
		{ text: 'lamp' },
		{ text: 'dark' },
		{ text: 'ANY(#1-#3)' },
		{ text: '#4 NOT #3' }
	]);

	it('inserting and moving renumber them and change no meaning', () => {
		const fresh: StrategyLine = { ...(before.lines[0] as StrategyLine), id: 'new', source: 'day' };
		const inserted = { ...before, lines: [before.lines[0], fresh, ...before.lines.slice(1)] as StrategyLine[] };
		expect(texts(inserted)).toEqual(['light', 'day', 'lamp', 'dark', 'ANY(#1, #3-#4)', '#5 NOT #4']);
		expect(counts(inserted).slice(4)).toEqual(counts(before).slice(3));
	});

	it('deleting leaves them visible as broken; what uses a broken line is broken in turn; the line back mends them', () => {
		const without = { ...before, lines: before.lines.filter((line) => line.id !== 'L3') };
		expect(texts(without)).toEqual(['light', 'lamp', 'ANY(#1-#2, #?)', '#3 NOT #?']);
		expect(counts(without)).toEqual([2, 2, 'broken', 'broken']);
		const names = namesOf(without, open);
		const kept = completeSource(without.lines[3]?.source ?? '', names);
		expect(toText(kept, namesOf(before, open))).toBe('#4 NOT #3');
	});

	it('a line may use only lines above it, and a move that would break that is refused with the reason', () => {
		const moved = {
			...before,
			lines: [...before.lines.slice(3, 4), ...before.lines.slice(0, 3), ...before.lines.slice(4)]
		};
		expect(moveFault(before, moved)).toBe('Line 4 uses line 1, which must be above it. Nothing was moved.');
		const fine = { ...before, lines: [before.lines[1], before.lines[0], ...before.lines.slice(2)] as StrategyLine[] };
		expect(moveFault(before, fine)).toBeNull();
		expect(readStrategy(strategy([{ text: '#2' }, { text: 'light' }]), open, 2026)[0]?.faults[0]?.code).toBe(
			'line-below'
		);
	});

	it('headings are held by identifier: renamed ones follow, entry terms become their heading', () => {
		const typed = strategy([
			{ text: '{Emergence Delirium >}' },
			{ text: '{skerry:Light}' },
			{ text: '{Light}' },
			{ text: '{waking delirium}' }
		]);
		expect(texts(typed)).toEqual(['{Delirium, Waking >}', '{skerry:Light}', '{Light}', '{Delirium, Waking}']);
		expect(readStrategy(typed, open, 2026).map((line) => line.faults.map((one) => one.code))).toEqual([
			[],
			[],
			['heading-in-several'],
			[]
		]);
		const renamed = [
			new Vocabulary({
				id: 'skerry',
				name: 'S',
				edition: '2',
				qualifiers: [],
				headings: [heading('d', 'Waking Confusion'), heading('l', 'Light')]
			})
		].map((one) => ({ vocabulary: one, lookup: VocabularyLookup.of(one) }));
		expect(readStrategy(typed, renamed, 2026)[0]?.text).toBe('{Waking Confusion >}');
	});
});

describe('off, empty and living joinings', () => {
	it('leaves out what is off or empty; of NOT the other side stays; nothing left is broken', () => {
		const of = strategy([
			{ text: 'light' },
			{ text: 'lamp', off: true },
			{ text: '' },
			{ text: 'ANY(#1-#3)' },
			{ text: '#1 NOT #2' },
			{ text: '#2 NOT #1' },
			{ text: '#1 AND (#2 OR #3)' }
		]);
		expect(counts(of)).toEqual([2, 'off', 'empty', 2, 2, 'broken', 2]);
	});

	it('@A joins the lines of headings and words of A and of its strand, above it only', () => {
		const of = strategy([
			{ text: 'light', concept: 'a' },
			{ text: 'lamp', concept: 'a', strand: 'as' },
			{ text: '#1 AND yr:2000-', concept: 'a' },
			{ text: '@A' },
			{ text: '@A/1' }
		]);
		expect(counts(of)).toEqual([2, 2, 0, 3, 2]);
		const below = strategy([{ text: 'light', concept: 'a' }, { text: '@A AND @B' }, { text: 'lamp', concept: 'a' }]);
		expect(
			readStrategy(below, open, 2026)[1]
				?.faults.map((one) => one.message)
				.join()
		).toMatch(/Line 3 belongs to concept A and is below/);
	});

	it('recognises the role of a line', () => {
		expect(
			[
				'{Light}',
				'light',
				'light OR {Light}',
				'#1 OR #2',
				'@A',
				'#1 AND yr:2000-',
				'la:english',
				'#1 AND set:benchmark',
				'ti:(a WITHIN/2 b)'
			].map((text) => roleOf(parse(text).tree))
		).toEqual(['headings', 'words', 'mixed', 'joining', 'joining', 'limit', 'limit', 'check', 'words']);
	});
});

describe('from concepts to lines', () => {
	it('assembles headings, words and the living joining, strand by strand', () => {
		const full = {
			...concept('a', 'Light'),
			headings: [
				{ id: 'h', vocabulary: 'skerry', heading: 'l', reach: 'narrower' as const, main: false, strand: null, note: '' }
			],
			words: [
				{ id: 'w', text: 'lamp*', strand: null, origin: '' },
				{ id: 'v', text: 'a WITHIN/3 b', strand: 'as', origin: '' }
			]
		};
		const lines = assemble(
			[full, concept('b'), { ...concept('c', 'C'), words: [{ id: 'u', text: 'x', strand: null, origin: '' }] }],
			(_, id) => ({
				label: vocabulary.get(id)?.label ?? '',
				vocabulary: null
			})
		);
		expect(lines.map((line) => line.text)).toEqual(['{Light >}', 'lamp*', '(a WITHIN/3 b)', 'x', '@A AND @C']);
	});

	it('reads terms as people type them and catches sentences', () => {
		expect(readTermText('bright  light')).toEqual({ kind: 'term', expression: '"bright light"' });
		expect(readTermText('delir*')).toEqual({ kind: 'term', expression: 'delir*' });
		expect(readTermText('light AND dark').kind).toBe('refused');
		expect(readTermText('does bright light lower the incidence of delirium?')).toEqual({
			kind: 'sentence',
			pieces: ['bright light lower', 'incidence', 'delirium']
		});
	});

	it('letters concepts A to Z, AA and on', () => {
		expect([0, 1, 25, 26, 27, 51, 52, 701, 702].map(conceptLetter)).toEqual([
			'A',
			'B',
			'Z',
			'AA',
			'AB',
			'AZ',
			'BA',
			'ZZ',
			'AAA'
		]);
	});
});

describe('lines that take too much', () => {
	it('are given up, remembered, and not tried again; lines that use them are broken', () => {
		const two = strategy([{ text: 'light' }, { text: '#1 OR lamp' }]);
		const read = linesToEvaluate(readStrategy(two, open, 2026));
		const none = RecordSet.none(index.size);
		const marks = { benchmark: none, relevant: none, irrelevant: none };
		const heavy = new Set<string>();
		let tried = 0;
		const states = () =>
			evaluateStrategy(read, index, marks, {
				heavy,
				watch: () => {
					tried++;
					return new SteppedWatch(-1);
				}
			}).map((one) => one.state);
		expect([states(), tried]).toEqual([['heavy', 'broken'], 1]);
		expect([states(), heavy.size]).toEqual([['heavy', 'broken'], 1]);
		expect(evaluateStrategy(read, index, marks).map((one) => one.state)).toEqual(['counted', 'counted']);
	});
});
