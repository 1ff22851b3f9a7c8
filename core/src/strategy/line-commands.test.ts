/** Lines joined, spread, gathered, moved: meaning stays, references follow (notation.md, section 5). */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { buildIndex, RecordSet } from '../collection/index.ts';
import { applyEdits, type Json } from '../document/index.ts';
import type { StrategyLine } from '../enquiry/index.ts';
import { parse } from '../query/index.ts';
import { blankRecord } from '../records/index.ts';
import {
	evaluateStrategy,
	gatherLines,
	joinLines,
	linesToEvaluate,
	moveFault,
	namesOf,
	readStrategy,
	roleOf,
	spreadLine,
	toSource,
	withoutSide,
	type LineCommand,
	type StrategyPart
} from './index.ts';

const WORDS = ['alder', 'birch', 'cedar', 'elm', 'fir', 'hazel'];
/** Every record holds one combination of the words, so that any two different meanings differ in a count. */
const records = Array.from({ length: 2 ** WORDS.length }, (_, at) => ({
	...blankRecord(String(at)),
	titles: [WORDS.filter((_, bit) => at & (1 << bit)).join(' ')]
}));
const index = buildIndex(records, () => undefined);
const none = RecordSet.none(index.size);
const concept = (id: string) => ({
	id,
	name: id.toUpperCase(),
	note: '',
	strands: [],
	headings: [],
	words: [],
	parked: []
});

function strategy(specs: readonly (readonly [text: string, concept?: string | null, off?: boolean])[]): StrategyPart {
	const concepts = [concept('a'), concept('b')];
	const lines = specs.map(([text, of = null, off = false], at): StrategyLine => ({
		id: `L${at + 1}`,
		source: '',
		concept: of,
		strand: null,
		role: roleOf(parse(text).tree),
		label: '',
		note: '',
		off
	}));
	const names = namesOf({ concepts, lines }, []);
	return { concepts, lines: lines.map((line, at) => ({ ...line, source: toSource(specs[at]?.[0] ?? '', names) })) };
}
function applied(before: StrategyPart, command: LineCommand): StrategyPart {
	if ('refused' in command) throw new Error(command.refused);
	const after = applyEdits(before as unknown as Json, command.edits);
	if ('refused' in after) throw new Error(after.refused);
	return after.document as unknown as StrategyPart;
}
const texts = (of: StrategyPart) => readStrategy(of, [], 2026).map((line) => line.text);
/** The records of every line that has any, by identity. */
const meaning = (of: StrategyPart) =>
	new Map(
		evaluateStrategy(linesToEvaluate(readStrategy(of, [], 2026)), index, {
			benchmark: none,
			relevant: none,
			irrelevant: none
		}).map((one) => [one.id, one.records ? [...one.records].join() : one.state])
	);
let fresh = 0;
const newId = () => `N${++fresh}`;

describe('joining', () => {
	it('puts a labelled line below the last chosen one; references below it are renumbered', () => {
		const before = strategy([['alder', 'a'], ['birch', 'a'], ['cedar', 'b'], ['#1 AND #3']]);
		const after = applied(before, joinLines(before, ['L1', 'L2'], 'OR', newId));
		expect(texts(after)).toEqual(['alder', 'birch', '#1 OR #2', 'cedar', '#1 AND #4']);
		expect(after.lines[2]).toMatchObject({ role: 'joining', concept: 'a', label: 'A: all together' });
	});

	it('writes many lines as one list', () => {
		const before = strategy(Array.from({ length: 9 }, (_, at) => [WORDS[at % 6] ?? '', 'a'] as const));
		expect(
			texts(
				applied(
					before,
					joinLines(
						before,
						before.lines.map((line) => line.id),
						'OR',
						newId
					)
				)
			).at(-1)
		).toBe('ANY(#1-#9)');
	});
});

describe('spreading a block', () => {
	it('makes a line of every term above it, under its concept, and the block joins them', () => {
		const before = strategy([['alder OR "birch cedar" OR (elm WITHIN/3 fir)', 'a'], ['hazel', 'b'], ['@A AND @B']]);
		const after = applied(before, spreadLine(before, 'L1', newId));
		expect(texts(after)).toEqual([
			'alder',
			'"birch cedar"',
			'elm WITHIN/3 fir',
			'#1 OR #2 OR #3',
			'hazel',
			'@A AND @B'
		]);
		expect(after.lines.map((line) => [line.role, line.concept])).toEqual([
			['words', 'a'],
			['words', 'a'],
			['words', 'a'],
			['joining', 'a'],
			['words', 'b'],
			['joining', null]
		]);
		expect(meaning(after).get('L3')).toBe(meaning(before).get('L3'));
	});

	it('gives every term the field of the block, and takes it out again when they are gathered', () => {
		const before = strategy([['ti:(alder OR birch)', 'a']]);
		const spread = applied(before, spreadLine(before, 'L1', newId));
		expect(texts(spread)).toEqual(['ti:alder', 'ti:birch', '#1 OR #2']);
		const ids = spread.lines.slice(0, 2).map((line) => line.id);
		const gathered = applied(spread, gatherLines(spread, ids));
		expect(texts(gathered)).toEqual(['ti:(alder OR birch)']);
		expect(gathered.lines[0]).toMatchObject({ id: 'L1', role: 'words', concept: 'a' });
	});

	it('leaves a proximity whole, and writes out one that is all there is', () => {
		const before = strategy([
			['elm OR ((alder OR birch) WITHIN/3 fir)', 'a'],
			['(alder OR birch) WITHIN/3 fir', 'a']
		]);
		expect(texts(applied(before, spreadLine(before, 'L1', newId))).slice(0, 3)).toEqual([
			'elm',
			'(alder OR birch) WITHIN/3 fir',
			'#1 OR #2'
		]);
		expect(texts(applied(before, spreadLine(before, 'L2', newId))).slice(1)).toEqual([
			'alder WITHIN/3 fir',
			'birch WITHIN/3 fir',
			'#2 OR #3'
		]);
	});

	it('keeps comments, the switch, and what hangs on the terms', () => {
		const before = strategy([['alder OR /* as in Elgby */ birch', 'a', true]]);
		const [line] = before.lines;
		const held = {
			...before,
			lines: [
				{
					...(line as StrategyLine),
					pieces: [{ id: 'p', text: 'birch', nth: 1, origin: 'record', note: 'seen twice' }]
				}
			]
		};
		const after = applied(held, spreadLine(held, 'L1', newId));
		expect(texts(after)).toEqual(['alder', '/* as in Elgby */ birch', '#1 OR #2']);
		expect(after.lines.map((one) => one.off)).toEqual([true, true, true]);
		expect(after.lines[1]?.pieces).toEqual([{ id: 'p', text: 'birch', nth: 0, origin: 'record', note: 'seen twice' }]);
		const ids = after.lines.slice(0, 2).map((one) => one.id);
		// A joining that is off takes nothing in: the last of the lines becomes the block.
		const back = applied(after, gatherLines(after, ids));
		expect(back.lines.find((one) => (one.pieces ?? []).length > 0)?.pieces?.[0]).toMatchObject({
			id: 'p',
			nth: 1,
			note: 'seen twice'
		});
	});

	it.each([
		['alder AND birch', 'not a list of terms'],
		['alder OR', 'cannot be read'],
		['#1 OR #2', 'combines lines']
	])('of %s is refused: %s', (text, why) => {
		const before = strategy([['elm'], ['fir'], [text]]);
		expect(spreadLine(before, 'L3', newId)).toMatchObject({ refused: expect.stringContaining(why) as string });
	});
});

describe('gathering lines', () => {
	it('goes into the line that joins exactly these, and every user keeps its meaning', () => {
		const before = strategy([['alder', 'a'], ['birch', 'a'], ['#1 OR #2', 'a'], ['cedar', 'b'], ['#3 AND #4']]);
		const after = applied(before, gatherLines(before, ['L1', 'L2']));
		expect(texts(after)).toEqual(['alder OR birch', 'cedar', '#1 AND #2']);
		expect(meaning(after).get('L5')).toBe(meaning(before).get('L5'));
	});

	it('goes into the last of them where others join more; their references become one', () => {
		const before = strategy([['alder', 'a'], ['birch', 'a'], ['cedar', 'a'], ['(#1 OR #2 OR #3) AND elm']]);
		const after = applied(before, gatherLines(before, ['L1', 'L2']));
		expect(texts(after)).toEqual(['alder OR birch', 'cedar', '(#1 OR #2) AND elm']);
		expect(meaning(after).get('L4')).toBe(meaning(before).get('L4'));
	});

	it.each([
		[[['alder', 'a'], ['birch', 'a'], ['#1 AND #2']] as const, 'Line 3 uses some of these lines without the others'],
		[
			[
				['alder', 'a'],
				['birch', 'b']
			] as const,
			'different concepts'
		],
		[
			[
				['alder', 'a'],
				['birch', 'a', true]
			] as const,
			'is on and line 2 is off'
		],
		[
			[
				['alder', 'a'],
				['birch OR', 'a']
			] as const,
			'Line 2 cannot be read'
		],
		[[['alder'], ['yr:2010-2020']] as const, 'roles that do not go together'],
		[
			[
				['alder', 'a'],
				['#1 OR birch', 'a']
			] as const,
			'do'
		]
	])('is refused where the meaning would change (%#)', (specs, why) => {
		const before = strategy(specs);
		expect(gatherLines(before, ['L1', 'L2'])).toMatchObject({ refused: expect.stringContaining(why) as string });
	});
});

/** A naive strategy: lines hold each other as objects, and are evaluated by looking at every record. */
interface NaiveLine {
	readonly id: string;
	concept: string | null;
	off: boolean;
	says: { word: string } | { any: NaiveLine[] } | { all: NaiveLine[] } | { concept: string };
}
class Naive {
	lines: NaiveLine[] = [];
	holds(line: NaiveLine, text: string): boolean | 'absent' | 'broken' {
		if (!this.lines.includes(line)) return 'broken';
		if (line.off) return 'absent';
		const { says } = line;
		if ('word' in says) return text.split(' ').includes(says.word);
		const sides =
			'concept' in says
				? this.lines.filter((one) => one.concept === says.concept && 'word' in one.says)
				: 'any' in says
					? says.any
					: says.all;
		const values = sides.map((side) => this.holds(side, text)).filter((one) => one !== 'absent');
		if (values.includes('broken') || values.length === 0) return 'broken';
		return 'all' in says ? values.every((one) => one === true) : values.includes(true);
	}
	meaning(): Map<string, string> {
		return new Map(
			this.lines.map((line) => {
				const states = records.map((record) => this.holds(line, record.titles[0] ?? ''));
				const [first] = states;
				return [
					line.id,
					first === 'broken'
						? 'broken'
						: first === 'absent'
							? 'off'
							: states.flatMap((one, at) => (one === true ? [at] : [])).join()
				];
			})
		);
	}
}

const command = fc.record({
	what: fc.constantFrom('insert', 'insert', 'insert', 'join', 'delete', 'move', 'off', 'spread', 'gather'),
	at: fc.nat(20),
	other: fc.nat(20),
	bit: fc.nat(5),
	concept: fc.constantFrom('a', 'b', null)
});

it('a side of which nothing is left is spread to a line that is off, so that the result stays what it was', () => {
	const before = strategy([['alder'], ['birch'], ['alder'], ['(#1 AND #2) OR (#2 AND #3)']]);
	const off = { ...before, lines: before.lines.map((line, at) => ({ ...line, off: at < 2 })) };
	const block = off.lines[3]?.id ?? '';
	const found = meaning(off).get(block);
	expect(found).not.toBe('broken');
	expect(meaning(applied(off, spreadLine(off, block, newId))).get(block)).toBe(found);
});

it('a side that uses a deleted line is not switched off when it is spread: the block stays broken until somebody looks', () => {
	const before = strategy([['alder'], ['birch'], ['cedar'], ['(#1 AND #2) OR (#2 AND #3)']]);
	const lines = before.lines.filter((_, at) => at !== 0).map((line, at) => ({ ...line, off: at === 0 }));
	const block = lines.at(-1)?.id ?? '';
	const deleted = { ...before, lines };
	expect(meaning(deleted).get(block)).toBe('broken');
	expect(meaning(applied(deleted, spreadLine(deleted, block, newId))).get(block)).toBe('broken');
});

it('after any sequence of commands every line finds what a model that keeps lines as objects finds', () => {
	fc.assert(
		fc.property(fc.array(command, { minLength: 5, maxLength: 40 }), (commands) => {
			const naive = new Naive();
			let now = strategy([]);
			for (const { what, at, other, bit, concept: of } of commands) {
				const line = now.lines[at % Math.max(1, now.lines.length)];
				const second = now.lines[other % Math.max(1, now.lines.length)];
				const naiveOf = (id: string) => naive.lines.find((one) => one.id === id) as NaiveLine;
				const replace = (edits: Parameters<typeof applyEdits>[1]) => {
					now = applied(now, { edits, line: '' });
				};
				if (what === 'insert') {
					const id = newId();
					const word = WORDS[bit] ?? '';
					replace([
						{
							do: 'insert',
							in: ['lines'],
							item: { id, source: word, concept: of, strand: null, role: 'words', label: '', note: '', off: false },
							after: line?.id ?? null
						}
					]);
					naive.lines.splice(line ? now.lines.findIndex((one) => one.id === id) : 0, 0, {
						id,
						concept: of,
						off: false,
						says: { word }
					});
				} else if (what === 'join' && line && second && line !== second) {
					const joined = joinLines(now, [line.id, second.id], bit % 2 ? 'OR' : 'AND', newId);
					if ('refused' in joined) continue;
					now = applied(now, joined);
					const chosen = [naiveOf(line.id), naiveOf(second.id)];
					const where = now.lines.findIndex((one) => one.id === joined.line);
					naive.lines.splice(where, 0, {
						id: joined.line,
						concept: now.lines[where]?.concept ?? null,
						off: false,
						says: bit % 2 ? { any: chosen } : { all: chosen }
					});
				} else if (what === 'delete' && line) {
					replace([{ do: 'remove', at: ['lines', line.id] }]);
					naive.lines = naive.lines.filter((one) => one.id !== line.id);
				} else if (what === 'off' && line) {
					replace([{ do: 'set', at: ['lines', line.id, 'off'], value: !line.off }]);
					naiveOf(line.id).off = !line.off;
				} else if (what === 'move' && line && second && line !== second) {
					const moved = applied(now, { edits: [{ do: 'move', at: ['lines', line.id], after: second.id }], line: '' });
					if (moveFault(now, moved) !== null) continue;
					now = moved;
					const own = naiveOf(line.id);
					naive.lines = naive.lines.filter((one) => one !== own);
					naive.lines.splice(
						now.lines.findIndex((one) => one.id === line.id),
						0,
						own
					);
				} else if ((what === 'spread' || what === 'gather') && line && second) {
					const before = meaning(now);
					const done = what === 'spread' ? spreadLine(now, line.id, newId) : gatherLines(now, [line.id, second.id]);
					if ('refused' in done) continue;
					const after = applied(now, done);
					// The model knows no blocks: what is gathered must be spread again to the same meaning.
					for (const [id, found] of meaning(after))
						if (before.has(id) && id !== done.line) expect(found).toBe(before.get(id));
					const back = what === 'gather' ? spreadLine(after, done.line, newId) : null;
					if (back && !('refused' in back)) {
						const again = meaning(applied(after, back));
						for (const [id, found] of meaning(after)) expect(again.get(id)).toBe(found);
					}
				}
				expect(meaning(now)).toEqual(naive.meaning());
			}
		}),
		{ numRuns: 300 }
	);
});

describe('dropping a term', () => {
	it.each([
		['alder OR birch OR cedar', 1, 'alder OR cedar'],
		['ti:(alder OR birch)', 0, 'ti:birch'],
		['alder OR birch', 5, null],
		['alder AND birch', 0, null]
	])('%s without its side %i is %s', (text, nth, expected) => {
		expect(withoutSide(text, nth)).toBe(expected);
	});
});
