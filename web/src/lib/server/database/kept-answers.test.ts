/** Answers that are kept: read once, dropped by a change, even one that comes while they are being read, and not kept unheard. */
import { beforeEach, describe, expect, it, vi } from 'vitest';

const heard = {
	changes: [] as ((change: { table: string; key: string }) => void)[],
	gaps: [] as (() => void)[],
	hears: true
};
vi.mock('./notices', () => ({
	hearChanges: (hear: (change: { table: string; key: string }) => void) => heard.changes.push(hear),
	hearOfGaps: (hear: () => void) => heard.gaps.push(hear),
	hearsChanges: () => heard.hears
}));
const { KeptAnswers } = await import('./kept-answers');

const change = (table: string, key: string) => heard.changes.forEach((hear) => hear({ table, key }));
let reads: string[] = [];
let stored = 'first';
const roles = () =>
	new KeptAnswers(
		(key) => {
			reads.push(key);
			return Promise.resolve(stored);
		},
		(table, key) => (table === 'members' ? key : table === 'people' ? 'all' : null),
		(value) => value !== 'nobody'
	);

beforeEach(() => {
	reads = [];
	stored = 'first';
	heard.changes = [];
	heard.gaps = [];
	heard.hears = true;
});

describe('answers that are kept', () => {
	it('are read once, also by two who ask at once', async () => {
		const kept = roles();
		expect(await Promise.all([kept.get('a'), kept.get('a'), kept.get('b')])).toEqual(['first', 'first', 'first']);
		expect(reads).toEqual(['a', 'b']);
	});
	it('are read anew after a change of their row, of all rows, or by this process', async () => {
		const kept = roles();
		await Promise.all([kept.get('a'), kept.get('b')]);
		stored = 'second';
		change('members', 'a');
		change('records', 'b');
		expect([await kept.get('a'), await kept.get('b')]).toEqual(['second', 'first']);
		change('people', 'x');
		expect(await kept.get('b')).toBe('second');
		stored = 'third';
		kept.forget('a');
		expect([await kept.get('a'), await kept.get('b')]).toEqual(['third', 'second']);
	});
	it('are not kept where the change came while they were being read', async () => {
		const kept = roles();
		const before = kept.get('a');
		stored = 'second';
		change('members', 'a');
		expect(await before).toBe('first');
		expect(await kept.get('a')).toBe('second');
	});
	it('are not kept while changes cannot be heard, nor over a gap', async () => {
		const kept = roles();
		await kept.get('a');
		heard.hears = false;
		stored = 'second';
		expect(await kept.get('a')).toBe('second');
		heard.hears = true;
		heard.gaps.forEach((hear) => hear());
		stored = 'third';
		expect(await kept.get('a')).toBe('third');
	});
	it('are not kept where they failed or say nothing', async () => {
		let fails = true;
		const kept = new KeptAnswers(
			() => (fails ? Promise.reject(new Error('The database does not answer.')) : Promise.resolve('nobody')),
			() => null,
			(value) => value !== 'nobody'
		);
		await expect(kept.get('a')).rejects.toThrow('does not answer');
		fails = false;
		expect(await kept.get('a')).toBe('nobody');
		fails = true;
		await expect(kept.get('a')).rejects.toThrow('does not answer');
	});
});
