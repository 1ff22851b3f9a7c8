/** The proving ground: missed works grouped by what loses them, shares with intervals, and terms that are added. */
import { describe, expect, it } from 'vitest';
import type { ProvedWork, Proving } from '$lib/contract/proving';
import { missedGroups, ProvingGround, sensitivityRows, shareText } from './proving.svelte';
import { concept, documentOf, line } from './testing';

const work = (id: string, found: boolean, passes: readonly boolean[]): ProvedWork => ({
	article: null,
	record: { id, title: id, year: 2020 },
	found,
	passes,
	ways: []
});
const kinds = (name: string | null, benchmark: readonly [number, number, number]) => ({
	concept: name,
	headings: 0,
	words: 0,
	both: 0,
	shared: 0,
	benchmark
});
const proving = (change: Partial<Proving> = {}): Proving => ({
	revision: 1,
	collection: 'Skerry',
	final: 3,
	sides: [
		{ lines: ['a'], out: false },
		{ lines: ['b'], out: false }
	],
	works: [work('one', true, [true, true]), work('two', false, [true, false]), work('three', false, [false, false])],
	absent: [],
	kinds: [kinds(null, [1, 0, 1]), kinds('c', [2, 1, 3])],
	sources: [{ source: 'Quay', held: 2, found: 1 }],
	...change
});
const document = documentOf([line('a', 'light', { concept: 'c' }), line('b', 'delir* AND icu'), line('r', '')], {
	concepts: [concept('c', { name: 'Light' })]
});

describe('missed works', () => {
	it('are grouped by what loses them, the largest group first', () => {
		const works = [
			work('two', false, [true, false]),
			work('four', false, [true, false]),
			work('three', false, [false, false])
		];
		const groups = missedGroups(proving({ works }), document);
		expect(groups.map(({ names, works: missed }) => [names.map(({ name }) => name), missed.length])).toEqual([
			[['line 2'], 2],
			[['Light', 'line 2'], 1]
		]);
	});
});

describe('the share that is retrieved', () => {
	it('is told of the whole, of headings and words alone, of each concept and of each source', () => {
		const rows = sensitivityRows(proving(), () => 'Light');
		expect(rows.map(({ name, found }) => [name, found.part, found.of])).toEqual([
			['The whole result', 1, 3],
			['By headings alone', 1, 3],
			['By text words alone', 0, 3],
			['Light', 3, 3],
			['In Quay', 1, 2]
		]);
	});
	it('has its interval (Newcombe 1998: 81 of 263 is 25.5 to 36.6 %)', () => {
		const [row] = sensitivityRows(
			proving({
				works: Array.from({ length: 263 }, (_, at) => work(String(at), at < 81, [true, true])),
				kinds: [],
				sources: []
			}),
			String
		);
		expect(row && shareText(row.found)).toBe('31 % (26–37 %)');
		expect(shareText({ part: 0, of: 0, value: null, low: 0, high: 1 })).toBe('');
	});
});

describe('a term', () => {
	const edited: unknown[] = [];
	const ground = new ProvingGround({
		id: 'e',
		document,
		edit: (name: string, edits: unknown) => edited.push([name, edits])
	} as never);
	it('is added to its line with OR, in brackets where the line is no OR', () => {
		expect(ground.editsFor({ line: 'a', text: '"bright lamps"' })).toEqual([
			{ do: 'set', at: ['lines', 'a', 'source'], value: 'light OR "bright lamps"' }
		]);
		expect(ground.editsFor({ line: 'b', text: 'ward' })).toEqual([
			{ do: 'set', at: ['lines', 'b', 'source'], value: '(delir* AND icu) OR ward' }
		]);
	});
	it('says what was done, or why not', () => {
		const way = { text: 'ward', kind: 'word', returns: true, gained: 0, known: 0 } as const;
		expect(ground.keep({ ...way, line: 'b' })).toContain('in line 2 now');
		expect(edited).toHaveLength(1);
		expect(ground.keep({ ...way, line: 'deleted' })).toContain('was not added');
		expect(edited).toHaveLength(1);
	});
});
