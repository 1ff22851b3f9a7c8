/**
 * The line-by-line form of a published handbook: Cochrane Handbook for Systematic Reviews of
 * Interventions, version 5.1 (2011), box 6.4.d: a demonstration strategy of eleven lines (a heading
 * with all narrower ones, five proximities in two spellings, their OR, a heading, a word, their OR,
 * and the AND of both). Its form is from memory; the terms here are our own.
 */
import {
	adviceOn,
	editsOf,
	applyEdits,
	blankHeading,
	gatherLines,
	joinLines,
	namesOf,
	readStrategy,
	roleOf,
	parse,
	spreadLine,
	toSource,
	Vocabulary,
	VocabularyLookup,
	type Json,
	type LineCommand,
	type StrategyLine,
	type StrategyPart
} from '@wide-lantern/core';
import { describe, expect, it } from 'vitest';

const vocabulary = new Vocabulary({
	id: 'v',
	name: 'V',
	edition: '1',
	qualifiers: [],
	headings: [blankHeading('d', 'Delirium'), blankHeading('l', 'Light Therapy')]
});
const open = [{ vocabulary, lookup: VocabularyLookup.of(vocabulary), own: true }];
const TERMS = [
	['{Delirium >}', 'a'],
	['acute WITHIN/6 confusion*', 'a'],
	['acute WITHIN/6 delirium*', 'a'],
	['acute WITHIN/6 agitation*', 'a'],
	['acute WITHIN/6 behaviour*', 'a'],
	['acute WITHIN/6 behavior*', 'a'],
	['{Light Therapy >}', 'b'],
	['phototherapy', 'b']
] as const;
let next = 0;
const newId = () => `N${++next}`;
const texts = (of: StrategyPart) => readStrategy(of, open, 2026).map((line) => line.text);
function applied(before: StrategyPart, command: LineCommand): StrategyPart {
	if ('refused' in command) throw new Error(command.refused);
	const after = applyEdits(before as unknown as Json, command.edits);
	if ('refused' in after) throw new Error(after.refused);
	return after.document as unknown as StrategyPart;
}
const concepts = ['a', 'b'].map((id) => ({ id, name: id, note: '', strands: [], headings: [], words: [], parked: [] }));

function built(): { strategy: StrategyPart; terms: readonly string[]; first: string; second: string; last: string } {
	const lines = TERMS.map(([text, concept], at): StrategyLine => ({
		id: `L${at + 1}`,
		source: '',
		concept,
		strand: null,
		role: roleOf(parse(text).tree),
		label: '',
		note: '',
		off: false
	}));
	const names = namesOf({ concepts, lines }, open);
	let strategy: StrategyPart = {
		concepts,
		lines: lines.map((line, at) => ({ ...line, source: toSource(TERMS[at]?.[0] ?? '', names) }))
	};
	const terms = lines.map((line) => line.id);
	const join = (ids: readonly string[], operator: 'OR' | 'AND') => {
		const command = joinLines(strategy, ids, operator, newId);
		strategy = applied(strategy, command);
		return 'refused' in command ? '' : command.line;
	};
	const first = join(terms.slice(0, 6), 'OR');
	const second = join(terms.slice(6), 'OR');
	const last = join([first, second], 'AND');
	return { strategy, terms, first, second, last };
}

describe('the eleven lines', () => {
	it('are assembled as the handbook prints them', () => {
		expect(texts(built().strategy)).toEqual([
			...TERMS.slice(0, 6).map(([text]) => text),
			'#1 OR #2 OR #3 OR #4 OR #5 OR #6',
			'{Light Therapy >}',
			'phototherapy',
			'#8 OR #9',
			'#7 AND #10'
		]);
	});

	it('a synonym in the middle renumbers all below; the joining says that it is missing, and takes it in', () => {
		const { strategy, terms, first } = built();
		const item = { ...(strategy.lines[2] as StrategyLine), id: 'late', source: '"brain failure"' };
		const inserted = applied(strategy, {
			edits: [{ do: 'insert', in: ['lines'], item: item as unknown as Json, after: terms[2] ?? null }],
			line: 'late'
		});
		expect(texts(inserted).slice(7)).toEqual([
			'#1 OR #2 OR #3 OR #5 OR #6 OR #7',
			'{Light Therapy >}',
			'phototherapy',
			'#9 OR #10',
			'#8 AND #11'
		]);
		const [advice] = adviceOn(inserted, null).filter((one) => one.rule === 'not-taken-in');
		expect(advice).toMatchObject({
			place: { kind: 'line', line: first, span: null },
			message: 'Line 4 is among the lines that this combines, and not in it.'
		});
		const mended = applied(inserted, { edits: editsOf(advice?.repairs[0]), line: first });
		expect(texts(mended)[7]).toBe('ANY(#1-#7)');
		expect(texts(mended).at(-1)).toBe('#8 AND #11');
	});

	it('gathered it is the block form that others write, and spread it is the lines again', () => {
		const { strategy, terms } = built();
		const block = applied(strategy, gatherLines(strategy, terms.slice(0, 6)));
		expect(texts(block)).toEqual([
			'{Delirium >} OR (acute WITHIN/6 confusion*) OR (acute WITHIN/6 delirium*) OR (acute WITHIN/6 agitation*) OR (acute WITHIN/6 behaviour*) OR (acute WITHIN/6 behavior*)',
			'{Light Therapy >}',
			'phototherapy',
			'#2 OR #3',
			'#1 AND #4'
		]);
		expect(texts(applied(block, spreadLine(block, block.lines[0]?.id ?? '', newId)))).toEqual(texts(strategy));
	});
});
