/** Strategies as they are pasted: numbers, counts, wrapped rows; counts that cannot be right; the profile that fits. */
import { describe, expect, it } from 'vitest';
import { parse, print } from '../query/index.ts';
import { contradictionsIn, likelySyntax, pastedRows, profilesThatFit, readPlatformStrategy } from './pasted.ts';
import type { Profile } from './profile.ts';
import { testProfile } from './test-profile.ts';

const context = { qualifierName: (code: string) => (code === 'ha' ? 'harm' : null) };
const rows = (text: string) => pastedRows(text, false).rows.map((row) => [row.number, row.text, row.count]);

describe('rows', () => {
	it.each([
		[
			'a column behind',
			'1\tlight\t1,204\n2\tlamp\t88',
			[
				[1, 'light', 1204],
				[2, 'lamp', 88]
			]
		],
		[
			'a column before',
			'1\t1 204\tlight\n2\t88\tlamp',
			[
				[1, 'light', 1204],
				[2, 'lamp', 88]
			]
		],
		[
			'brackets',
			'1. light (1,204)\n2. lamp (88)',
			[
				[1, 'light', 1204],
				[2, 'lamp', 88]
			]
		],
		[
			'newest first',
			'2. lamp  88\n1. light  1204',
			[
				[1, 'light', 1204],
				[2, 'lamp', 88]
			]
		],
		[
			'wrapped rows',
			'1. light or\n   lamp  (12)\n2. sun',
			[
				[1, 'light or lamp', 12],
				[2, 'sun', null]
			]
		],
		[
			'signs before the number',
			'#1 light\n#2 lamp',
			[
				[1, 'light', null],
				[2, 'lamp', null]
			]
		],
		[
			'no numbers',
			'light\nlamp',
			[
				[1, 'light', null],
				[2, 'lamp', null]
			]
		],
		[
			'typographic quotes and joiners',
			'1. \u201Cday\u200B light\u201D\n2. x',
			[
				[1, '"day light"', null],
				[2, 'x', null]
			]
		]
	])('%s', (_, text, expected) => {
		expect(rows(text)).toEqual(expected);
	});

	it('takes a text for a platform of one string as one', () => {
		expect(pastedRows('light or\nlamp (12)', true).rows).toEqual([{ number: 1, text: 'light or lamp', count: 12 }]);
	});
});

describe('reading', () => {
	it('reads an appendix in the syntax of a profile, counts and all', () => {
		const { lines, numbered, errors } = readPlatformStrategy(
			"1.\ts[Delirium; below; facet ha]\t1,000\n2.\t(light% either 'bright lamp')<T+S+W>\t2,500\n3.\tany 1..2\t3,100\n4.\tstep 3 except step 2\t600",
			testProfile,
			context
		);
		expect(numbered).toBe(true);
		expect(errors).toBe(0);
		expect(lines.map((line) => [line.number, line.reading.tree && print(line.reading.tree), line.count])).toEqual([
			[1, '{Delirium > | harm}', 1000],
			[2, 'light* OR "bright lamp"', 2500],
			[3, 'ANY(#1-#2)', 3100],
			[4, '#3 NOT #2', 600]
		]);
	});

	it('keeps what it understands and says where it does not', () => {
		const { lines } = readPlatformStrategy(
			'light<T> both (lamp<T>\nlight<T> either either lamp<T>\nboth\nlight<T> } lamp<T>',
			testProfile,
			context
		);
		expect(lines.map((line) => line.reading.faults.map((one) => one.code))).toEqual(
			[['open-bracket'], ['operator-alone'], ['operator-alone'], ['side-by-side', 'unexpected']].map(
				(codes) => expect.arrayContaining(codes.slice(-1)) as string[]
			)
		);
		expect(lines[0]?.reading.tree && print(lines[0].reading.tree)).toBe('ti:(light AND lamp)');
	});

	it('answers anything at all with a tree or faults, in time', () => {
		for (const text of [
			'('.repeat(5_000),
			')'.repeat(5_000),
			"'".repeat(9_999),
			`${'light<T> either '.repeat(5_000)}lamp<T>`,
			's['.repeat(3_000),
			'any 1..99999',
			'\uFFFF\u0000 \uD800',
			'<T+S+W>',
			'%%%%',
			'issued 2010..'.repeat(999)
		]) {
			const { lines } = readPlatformStrategy(text, testProfile, context);
			expect(
				lines.every((line) => line.reading.tree !== null || line.reading.faults.length > 0 || line.text === '')
			).toBe(true);
		}
	});

	it('is not held up by patterns that could be read in many ways', () => {
		const hostile: Profile = {
			...testProfile,
			platform: {
				...testProfile.platform,
				proximity: {
					...testProfile.platform.proximity,
					within: '(%{left} %{right} %{n})',
					before: '((%{left} %{right} %{n})'
				}
			}
		};
		const started = performance.now();
		readPlatformStrategy('('.repeat(400) + 'light<T>' + ')'.repeat(400), hostile, context);
		expect(performance.now() - started).toBeLessThan(20_000);
	});
});

const other: Profile = {
	...testProfile,
	id: 'other',
	platform: {
		...testProfile.platform,
		operators: { and: 'AND', or: 'OR', not: 'NOT', precedence: 'and-first' },
		fields: { pattern: '%{code}:%{text}', per: 'term', several: 'or', joiner: '' }
	}
};
it('finds the profile that fits a text best', async () => {
	const best = async (text: string) => (await profilesThatFit(text, [testProfile, other], context))[0];
	expect(await best('light<T> both lamp<S>')).toMatchObject({ profile: 'test', errors: 0 });
	expect(await best('T:light AND S:lamp')).toMatchObject({ profile: 'other', errors: 0 });
});

describe('which syntax a text seems to be in', () => {
	const likely = (text: string) => likelySyntax(text, [testProfile, other], context);
	it('is that of the profile that explains most of it', async () => {
		expect(await likely('light<T> both lamp<S>')).toBe('test');
		expect(await likely('1. T:light\n2. S:lamp')).toBe('other');
	});
	it('is found in spite of a fault in it', async () => {
		expect(await likely('light<T> both lamp<S> AND lantern\nnight<T>')).toBe('test');
	});
	it('is none where only a search box reads words in fields of its own', async () => {
		const box: Profile = { ...testProfile, id: 'box', source: { ...testProfile.source, bare: ['ti', 'ab', 'au'] } };
		expect(await likelySyntax('1. light\n• lamp?\nlight AND lamp', [box], context)).toBeNull();
	});
	it('is none for plain words, for the notation, and for what nobody can explain', async () => {
		expect(await likely('light\nlamp\nnight light')).toBeNull();
		expect(await likely('ti:light AND {Lamps >}')).toBeNull();
		expect(await likely('light[[zz\n%%lamp')).toBeNull();
		expect(await likely('')).toBeNull();
	});
});

describe('texts that are made to take long', () => {
	// What a review of security found: each took half a minute or more; the time limit of a test is five seconds.
	it.each([
		['quotes that never fit', '"a '.repeat(20_000)],
		['tabs', `a${'\t'.repeat(40_000)}b`],
		['blanks', `light${' '.repeat(100_000)}both lamp`],
		['brackets', '('.repeat(60_000)],
		['signs of no syntax', '[a/ .ti,"b" %$ '.repeat(4_000)]
	])('%s', (_, text) => {
		expect(readPlatformStrategy(text, testProfile, context).errors).toBeLessThanOrEqual(201);
	});

	it('are read with single blanks', () => {
		expect(readPlatformStrategy('light  both \t lamp', testProfile, context).lines[0]?.text).toBe('light both lamp');
	});
});

describe('was this transcribed right?', () => {
	const said = (lines: readonly (readonly [string, number | null])[]) =>
		contradictionsIn(lines.map(([text, count], at) => ({ number: at + 1, count, tree: parse(text).tree }))).map(
			(one) => one.line
		);
	// handbook.md, section 6 and notation.md, section 7: AND ≤ each side; OR ≥ each side, ≤ their sum; NOT ≤ what is kept.
	it.each([
		[
			[
				['light', 100],
				['lamp', 50],
				['#1 AND #2', 60]
			],
			[3]
		],
		[
			[
				['light', 100],
				['lamp', 50],
				['#1 AND #2', 50]
			],
			[]
		],
		[
			[
				['light', 100],
				['lamp', 50],
				['#1 OR #2', 99]
			],
			[3]
		],
		[
			[
				['light', 100],
				['lamp', 50],
				['#1 OR #2', 151]
			],
			[3]
		],
		[
			[
				['light', 100],
				['lamp', 50],
				['ANY(#1-#2)', 120]
			],
			[]
		],
		[
			[
				['light', 100],
				['lamp', 50],
				['#1 NOT #2', 49]
			],
			[3]
		],
		[
			[
				['light', 100],
				['lamp', 50],
				['#1 NOT #2', 101]
			],
			[3]
		],
		[
			[
				['light', null],
				['lamp', 50],
				['#1 OR #2', 51]
			],
			[]
		],
		[
			[
				['light', 100],
				['#1 AND music', 101]
			],
			[2]
		]
	] as const)('%j', (lines, wrong) => {
		expect(said(lines)).toEqual(wrong);
	});
});
