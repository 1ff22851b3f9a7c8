/** Proximity in every form that a profile can give it, and what is said where a platform cannot do it. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parse } from '../query/index.ts';
import type { Profile } from './profile.ts';
import { testProfile as base } from './test-profile.ts';
import { writeStrategy } from './write.ts';
import { WRITTEN_ALONE } from './writing.ts';

type Proximity = Profile['platform']['proximity'];
const near = (change: Partial<Proximity>, fields: Partial<Profile['platform']['fields']> = {}): Profile => ({
	...base,
	platform: {
		...base.platform,
		proximity: { ...base.platform.proximity, largest: 9, ...change },
		fields: { ...base.platform.fields, ...fields }
	}
});
function write(text: string, profile: Profile) {
	const [line] = writeStrategy(
		[{ id: 'a', number: 1, label: '', tree: parse(text).tree, role: 'words', off: false }],
		profile,
		{
			...WRITTEN_ALONE,
			variants: () => ['light', 'lights']
		}
	).lines;
	return { text: line?.text, notes: line?.notes.map(({ kind, cause }) => `${kind}: ${cause}`) };
}

describe('forms of proximity', () => {
	it.each([
		['an operator with a number between', near({}), 'ti:(a WITHIN/3 b)', '(a gap2 b)<T>', ['adjusted: distance']],
		['counted as the notation does', near({ counts: 'position difference' }), 'ti:(a WITHIN/3 b)', '(a gap3 b)<T>', []],
		[
			'a function',
			near({ within: 'near(%{left}, %{right}, %{n})', counts: 'position difference' }),
			'ti:(a WITHIN/3 b)',
			'near(a, b, 3)<T>',
			[]
		],
		[
			'behind quotes',
			near({ within: '"%{words}"~%{n}', counts: 'position difference' }),
			'ti:(a WITHIN/3 b)',
			'"a b"~3<T>',
			[]
		],
		[
			'ordered',
			near({ before: '%{left} then%{n} %{right}', counts: 'position difference' }),
			'ti:(a BEFORE/2 b)',
			'(a then2 b)<T>',
			[]
		],
		[
			'a group on one side',
			near({ counts: 'position difference' }),
			'ti:((a OR b) WITHIN/2 c)',
			'((a either b) gap2 c)<T>',
			[]
		],
		[
			'inside another',
			near({ counts: 'position difference' }),
			'ti:((a WITHIN/2 b) WITHIN/5 c)',
			'((a gap2 b) gap5 c)<T>',
			[]
		]
	] as const)('%s', (_, profile, text, expected, notes) => {
		expect(write(text, profile)).toEqual({ text: expected, notes });
	});

	it('is written out in pairs where no groups are taken, each of them whole', () => {
		const pairs = near({ groups: false, counts: 'position difference' });
		expect(write('ti:((a OR b) WITHIN/2 (c OR d))', pairs)).toEqual({
			text: '((a gap2 c) either (a gap2 d) either (b gap2 c) either (b gap2 d))<T>',
			notes: ['adjusted: pairs']
		});
	});
	it('has its code on each side of the operator, or around what is one piece', () => {
		const perTerm = { pattern: '%{code}.%{text}', per: 'term', several: 'or', joiner: '' } as const;
		expect(write('ti:(a WITHIN/2 b)', near({ counts: 'position difference' }, perTerm)).text).toBe('T.a gap2 T.b');
		expect(write('ti+ab:(a WITHIN/2 b)', near({ counts: 'position difference' }, perTerm)).text).toBe(
			'(T.a gap2 T.b) either (S.a gap2 S.b)'
		);
		expect(
			write(
				'ti:(a WITHIN/2 b)',
				near({ within: 'near(%{left}, %{right}, %{n})', counts: 'position difference' }, perTerm)
			).text
		).toBe('T.near(a, b, 2)');
	});
});

describe('what a platform’s proximity cannot do', () => {
	it.each([
		['none at all', near({ within: null }), 'ti:(a WITHIN/2 b)', '(a both b)<T>', ['widened: no-proximity']],
		[
			'no phrases in it',
			near({ phrases: false }),
			'ti:("a b" WITHIN/2 c)',
			"('a b' both c)<T>",
			['widened: no-proximity']
		],
		[
			'no wildcards in it',
			near({ wildcards: false }),
			'ti:(abcd* WITHIN/2 c)',
			'(abcd% both c)<T>',
			['widened: no-proximity']
		],
		[
			'none inside another',
			near({ groups: false }),
			'ti:((a WITHIN/2 b) WITHIN/4 c)',
			'((a gap1 b) both c)<T>',
			['adjusted: distance', 'widened: no-proximity']
		],
		['no order', near({ counts: 'position difference' }), 'ti:(a BEFORE/2 b)', '(a gap2 b)<T>', ['widened: no-order']],
		[
			'not so far',
			near({ largest: 4, counts: 'position difference' }),
			'ti:(a WITHIN/7 b)',
			'(a gap4 b)<T>',
			['narrowed: largest-distance']
		]
	] as const)('%s', (_, profile, text, expected, notes) => {
		expect(write(text, profile)).toEqual({ text: expected, notes });
	});
	it('more pairs than anybody would paste are joined with AND instead, and that is said', () => {
		const letters = (prefix: string, count: number) =>
			Array.from({ length: count }, (_, at) => `${prefix}${at}`).join(' OR ');
		const { text, notes } = write(`ti:((${letters('x', 20)}) WITHIN/2 (${letters('y', 20)}))`, near({ groups: false }));
		expect(notes).toContain('widened: no-proximity');
		expect(text).toContain(') both (');
	});
	it('right of a NOT the direction turns round', () => {
		expect(write('ti:q NOT ti:(a BEFORE/2 b)', near({ counts: 'position difference' })).notes).toEqual([
			'narrowed: no-order'
		]);
		expect(write('ti:q NOT ti:(a WITHIN/7 b)', near({ largest: 4, counts: 'position difference' })).notes).toEqual([
			'widened: largest-distance'
		]);
	});

	it('distances agree whichever way they are counted: words between is one less (notation.md, section 8)', () => {
		fc.assert(
			fc.property(fc.integer({ min: 1, max: 9 }), (distance) => {
				const between = write(`ti:(a WITHIN/${distance} b)`, near({})).text;
				const difference = write(`ti:(a WITHIN/${distance} b)`, near({ counts: 'position difference' })).text;
				expect(between).toBe(`(a gap${distance - 1} b)<T>`);
				expect(difference).toBe(`(a gap${distance} b)<T>`);
			})
		);
	});
});
