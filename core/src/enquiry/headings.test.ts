/** Headings as a concept takes them, written in the notation (notation.md, section 4). */
import { describe, expect, it } from 'vitest';
import { parse, print } from '../query/index.ts';
import { headingKey, headingPieces, type TakenAs } from './index.ts';

const labels = new Map([
	['delirium', 'Delirium'],
	['waking', 'Delirium, Waking'],
	['poison', 'Delirium, Poison'],
	['odd', 'Pain; "acute" > severe']
]);
const bare = (_: string, id: string) => (labels.has(id) ? { label: labels.get(id) ?? '', vocabulary: null } : null);
const taken = (more: Partial<TakenAs>): TakenAs => ({
	vocabulary: 'skerry',
	heading: 'delirium',
	reach: 'this',
	main: false,
	...more
});

describe('a taken heading', () => {
	it.each([
		[{}, ['{Delirium}']],
		[{ reach: 'narrower' }, ['{Delirium >}']],
		[{ main: true }, ['{!Delirium}']],
		[{ reach: 'narrower', main: true, qualifiers: ['pv', 'nu'] }, ['{!Delirium > | prevention; nursing}']],
		[{ reach: 'picked', picked: ['waking', 'poison'] }, ['{Delirium}', '{Delirium, Waking}', '{Delirium, Poison}']],
		[{ reach: 'picked', picked: ['delirium'] }, ['{Delirium}']],
		[{ reach: 'picked', picked: ['waking', 'gone'] }, ['{Delirium}', '{Delirium, Waking}']],
		[{ heading: 'gone' }, []],
		// Picks of an earlier choice do not count once the reach is another.
		[{ reach: 'narrower', picked: ['waking'] }, ['{Delirium >}']]
	] as const)('%j is %j', (more, pieces) => {
		const names: Record<string, string> = { pv: 'prevention', nu: 'nursing' };
		expect(headingPieces(taken(more as Partial<TakenAs>), bare, (_, code) => names[code] ?? code)).toEqual(pieces);
	});

	it('names its vocabulary where it must, and is read back as it was written', () => {
		const full = (vocabulary: string, id: string) => ({ label: labels.get(id) ?? '', vocabulary });
		for (const heading of ['delirium', 'waking', 'odd'])
			for (const [piece = ''] of [
				headingPieces(taken({ heading, reach: 'narrower', main: true, qualifiers: ['a; b', 'c'] }), full)
			]) {
				const { tree, faults } = parse(piece);
				expect(faults).toEqual([]);
				expect(tree).toMatchObject({
					kind: 'heading',
					vocabulary: 'skerry',
					label: labels.get(heading),
					narrower: true,
					main: true,
					qualifiers: ['a; b', 'c']
				});
				expect(tree && print(tree)).toBe(piece);
			}
	});

	it('has a key that differs exactly where what it retrieves may differ', () => {
		const all = [
			taken({}),
			taken({ reach: 'narrower' }),
			taken({ main: true }),
			taken({ qualifiers: ['pv'] }),
			taken({ reach: 'picked', picked: ['waking'] }),
			taken({ heading: 'waking' })
		];
		expect(new Set(all.map(headingKey)).size).toBe(all.length);
		expect(headingKey(taken({ picked: ['waking'] }))).toBe(headingKey(taken({})));
		expect(headingKey(taken({ picked: null, qualifiers: [] }))).toBe(headingKey(taken({})));
	});
});
