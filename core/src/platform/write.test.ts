/** Writing in a platform's syntax: forms, notes and their direction, gaps (notation.md, section 8). */
import { describe, expect, it } from 'vitest';
import { parse } from '../query/index.ts';
import type { Decision } from './notes.ts';
import type { Profile } from './profile.ts';
import { testProfile as base } from './test-profile.ts';
import { writeStrategy, writeStrategyInSteps } from './write.ts';
import { WRITTEN_ALONE, type WritingContext } from './writing.ts';

const platform = (change: Partial<Profile['platform']>): Profile => ({
	...base,
	platform: { ...base.platform, ...change }
});
const cql = platform({
	fields: { pattern: '%{code} = %{text}', per: 'term', several: 'or', joiner: '' },
	headings: null,
	lines: { reference: null, anyRun: null, allRun: null, comment: null }
});

function write(
	texts: readonly string[],
	profile = base,
	decisions: readonly Decision[] = [],
	variants: readonly string[] = [],
	around: Partial<WritingContext> = {}
) {
	return writeStrategy(
		texts.map((text, at) => ({
			id: String(at),
			number: at + 1,
			label: '',
			tree: parse(text).tree,
			role: /set:/.test(text) ? 'check' : 'words',
			off: text.startsWith('/* off */')
		})),
		profile,
		{
			...WRITTEN_ALONE,
			heading: (piece) =>
				piece.label === 'Unknown'
					? null
					: {
							vocabulary: piece.vocabulary ?? 'skerry',
							heading: `h-${piece.label ?? ''}`,
							label: piece.label ?? '',
							closure: [piece.label ?? '', 'Below'],
							qualifierCodes: new Map([['harm', 'ha']]),
							hasNarrower: true
						},
			concept: (letter) => (letter === 'A' ? [1, 2] : null),
			variants: () => variants,
			currentYear: 2026,
			decisions,
			read: (text) => parse(text).tree,
			...around
		}
	);
}
const one = (text: string, profile = base, variants: readonly string[] = []) => {
	const [line] = write([text], profile, [], variants).lines;
	return { text: line?.text, notes: line?.notes.map((note) => note.kind), gap: line?.gap };
};

describe('forms', () => {
	it.each([
		['light', 'light<T+S+W>', []],
		['both', "'both'<T+S+W>", []],
		['ti:"bright light"', "'bright light'<T>", []],
		['light OR lamp OR {Delirium >}', '(light either lamp)<T+S+W> either s[Delirium; below]', []],
		['{!Delirium > | harm}', 's[Delirium; below; chief; facet ha]', []],
		['{Delirium}', 's[Delirium]', []],
		['{Delirium > except Coma}', 's[Delirium] either s[Below]', ['adjusted']],
		['(a OR b) AND c', '(a either b)<T+S+W> both c<T+S+W>', []],
		['a NOT (b OR c)', 'a<T+S+W> except (b either c)<T+S+W>', []],
		['yr:2010-2012', 'issued 2010..2012', []],
		['yr:last5', 'issued 2022..2026', ['adjusted']],
		['la:english', 'tongue english', []],
		['wom?n', 'wom_n<T+S+W>', []],
		['behavio~r', '(behavior either behavio_r)<T+S+W>', ['adjusted']]
	])('%s', (text, expected, notes) => {
		expect(one(text)).toEqual({ text: expected, notes, gap: false });
	});

	it('converts distances: a platform that counts words between writes WITHIN/3 with 2 (notation.md, section 8)', () => {
		expect(one('a WITHIN/3 b')).toEqual({ text: '(a gap2 b)<T+S+W>', notes: ['adjusted'], gap: false });
		const difference = platform({ proximity: { ...base.platform.proximity, counts: 'position difference' } });
		expect(one('a WITHIN/3 b', difference)).toEqual({ text: '(a gap3 b)<T+S+W>', notes: [], gap: false });
	});

	it('numbers over the lines written, leaves checks and lines that are off out, draws runs together', () => {
		const { lines, whole } = write([
			'light',
			'/* off */ x',
			'lamp',
			'set:benchmark',
			'dark',
			'ANY(#1, #3, #5)',
			'#1 AND #3',
			'@A'
		]);
		expect(lines.map((line) => line.written)).toEqual([1, null, 2, null, 3, 4, 5, 6]);
		expect(whole.split('\n').slice(3)).toEqual(['4\tany 1..3', '5\tstep 1 both step 2', '6\tstep 1']);
	});

	it('writes one string with the lines in it, each field apart, where there are no line references', () => {
		const { whole } = write(['light OR "bright lamp"', 'ti:a WITHIN/2 b', 'ti:(c WITHIN/2 d)', '#1 AND #3'], cql);
		expect(whole).toBe(
			"(T = light either S = light either W = light either T = 'bright lamp' either S = 'bright lamp' either W = 'bright lamp') both (T = c gap1 T = d)"
		);
	});
});

describe('lines that use lines, in one string', () => {
	it('are gaps where a line uses itself, directly or in a circle', () => {
		const { lines, gaps } = write(['light', '#1 AND #2', '#4 OR dark', '#3 AND lamp', '#1 OR dim'], cql);
		expect(lines.map((line) => line.notes.map((note) => note.cause))).toEqual([[], ['circle'], [], [], []]);
		expect(lines.map((line) => line.gap)).toEqual([false, true, true, true, false]);
		expect(gaps).toBe(3);
		expect(lines[4]?.text).toContain('dim');
	});
	it('are gaps where they would grow beyond what can be run, and are written in no time', () => {
		const doubling = Array.from({ length: 60 }, (_, at) =>
			at === 0 ? 'light OR lamp' : `#${at} AND (#${at} OR dark)`
		);
		const { lines } = write(doubling, cql);
		expect(lines.findIndex((line) => line.gap)).toBeGreaterThan(8);
		expect(Math.max(...lines.map((line) => line.text.length))).toBeLessThan(410_000);
		expect(lines.slice(30).every((line) => line.gap)).toBe(true);
	});
});

describe('changes of meaning are never silent', () => {
	it('says widened where order or proximity is lost, narrowed where the ceiling is lower', () => {
		expect(one('a BEFORE/2 b').notes).toEqual(['widened', 'adjusted']);
		expect(one('a WITHIN/9 b')).toEqual({ text: '(a gap4 b)<T+S+W>', notes: ['narrowed'], gap: false });
		const none = platform({ proximity: { ...base.platform.proximity, within: null } });
		expect(one('a WITHIN/2 b', none)).toEqual({ text: '(a both b)<T+S+W>', notes: ['widened'], gap: false });
	});

	it('turns the direction round right of a NOT', () => {
		expect(one('x NOT (a BEFORE/5 b)').notes).toEqual(['narrowed', 'adjusted']);
		expect(one('x NOT (a WITHIN/9 b)').notes).toEqual(['widened']);
	});

	it('writes wildcards that do not exist out as the words known, and says narrowed', () => {
		expect(one('*light', base, ['daylight', 'light'])).toEqual({
			text: '(daylight either light)<T+S+W>',
			notes: ['narrowed'],
			gap: false
		});
		expect(one('li*', base, ['lid', 'lip'])).toEqual({
			text: '(li either lid either lip)<T+S+W>',
			notes: ['narrowed'],
			gap: false
		});
		expect(one('"bright light*"', base, ['light', 'lights'])).toEqual({
			text: "('bright light' either 'bright lights')<T+S+W>",
			notes: ['narrowed'],
			gap: false
		});
		expect(one('*light').gap).toBe(true);
		expect(write(['*light'], base, [], ['daylight', 'light']).lines[0]?.notes[0]?.candidates).toEqual([
			'daylight',
			'light'
		]);
	});

	it('leaves a visible gap for what cannot be written, and keeps the decision to leave it out', () => {
		expect(one('light OR {corran:Delirium}')).toEqual({
			text: 'light<T+S+W> either ⟪{corran:Delirium}⟫',
			notes: ['to decide'],
			gap: true
		});
		expect(one('hd:light').gap).toBe(true);
		const decided = write(['{Delirium} OR light', '{Coma}'], cql, [
			{
				piece: '{*}',
				cause: 'no-headings',
				take: 'leave out',
				text: '',
				why: 'words carry it',
				by: 'Ines',
				on: '2026-11-28'
			}
		]);
		expect(decided.lines.map((line) => [line.written, line.gap, line.notes.map((note) => note.kind)])).toEqual([
			[1, false, ['decided']],
			[null, false, ['decided']]
		]);
	});

	it('says by hand what is set on the platform, and to decide what is beyond a ceiling', () => {
		expect(one('ag:adult')).toEqual({ text: '', notes: ['by hand'], gap: false });
		expect(one('light AND hand:"peer reviewed only"').notes).toEqual(['by hand']);
		expect(one('(a AND b AND c AND d AND e AND f AND g)').notes).toEqual(['to decide']);
	});

	it('writes a block beyond a ceiling in numbered parts that its own line joins', () => {
		const { lines, whole } = write(['a OR b OR c OR d OR e OR f OR g OR h', '#1 AND x']);
		expect(lines[0]).toMatchObject({
			parts: [{ written: 1, text: '(a either b either c either d either e either f)<T+S+W>' }, { written: 2 }],
			written: 3,
			text: 'step 1 either step 2'
		});
		expect(lines[0]?.notes.map((note) => [note.kind, note.cause])).toEqual([['adjusted', 'parts']]);
		expect(whole.split('\n').at(-1)).toBe('4\tstep 3 both x<T+S+W>');
	});
});

describe('headings of another vocabulary', () => {
	const other = { ...base, source: { ...base.source, name: 'Harbour', vocabulary: 'harbour' } };
	const may = (
		labels: readonly string[],
		decided: { by: string; on: string } | null = null,
		relation: 'exact' | 'broad' | 'narrow' = 'exact'
	) => ({
		counterparts: () => labels.map((label) => ({ heading: `id-${label}`, label, relation, decided, hasNarrower: true }))
	});
	const line = (text: string, around: Partial<WritingContext>) => write([text], other, [], [], around).lines[0];

	it('wait for a decision, with what may stand for them and where it could be kept', () => {
		expect(line('{skerry:Delirium >}', may(['Clouding', 'Stupor']))).toMatchObject({
			gap: true,
			notes: [
				{
					kind: 'to decide',
					candidates: ['{harbour:Clouding >}', '{harbour:Stupor >}'],
					mapping: {
						vocabulary: 'skerry',
						heading: 'h-Delirium',
						to: 'harbour',
						candidates: ['id-Clouding', 'id-Stupor']
					}
				}
			]
		});
	});
	it('are told once it was decided that nothing fits, and no longer offered', () => {
		const nothingFits = () => ({ why: 'It knows only diseases', by: 'Mara', on: '2026-03-01' });
		const [note] = line('{skerry:Delirium >}', { ...may(['Clouding']), nothingFits })?.notes ?? [];
		expect(note).toMatchObject({
			kind: 'to decide',
			candidates: [],
			message: 'It was decided that no heading of Harbour fits: It knows only diseases (Mara, 2026-03-01).'
		});
		expect(note?.mapping).toBeUndefined();
	});
	it('are what was decided for every enquiry, with what that changes', () => {
		const decided = { by: 'Mara', on: '2026-03-01' };
		expect(
			line('{skerry:Delirium >}', {
				...may(['Clouding'], decided, 'broad'),
				heading: (piece) => ({
					vocabulary: piece.vocabulary ?? 'skerry',
					heading: 'x',
					label: piece.label ?? '',
					closure: [piece.label ?? ''],
					qualifierCodes: new Map(),
					hasNarrower: true
				})
			})
		).toMatchObject({
			text: 's[Clouding; below]',
			gap: false,
			notes: [{ kind: 'widened', cause: 'counterpart' }]
		});
	});
});

describe('writing with pauses', () => {
	it('gives the same, and lets others go on after every line', async () => {
		const lines = ['light OR lamp', 'ti:night', '#1 AND #2', '/* off */ dusk'].map((text, at) => ({
			id: String(at),
			number: at + 1,
			label: '',
			tree: parse(text).tree,
			role: 'words',
			off: text.startsWith('/*')
		}));
		let pauses = 0;
		const paused = await writeStrategyInSteps(lines, base, WRITTEN_ALONE, () => {
			pauses++;
			return Promise.resolve();
		});
		expect(paused).toEqual(writeStrategy(lines, base, WRITTEN_ALONE));
		expect(pauses).toBe(4);
	});
});

describe('a wildcard that cannot be written', () => {
	const without = platform({
		wildcards: { any: null, one: null, optional: null, smallestStem: 3, front: false, inside: false, inPhrases: false }
	});
	const told = (text: string, variants: readonly string[]) => write([text], without, [], variants).lines[0]?.notes[0];

	it('says whether there is no word for it or too many', () => {
		expect(told('song*', [])).toMatchObject({
			kind: 'to decide',
			piece: 'song*',
			message:
				'“song*” cannot be written: this platform has no wildcard for “any ending”, and no word of the collection matches it.'
		});
		expect(
			told(
				'song*',
				Array.from({ length: 41 }, (_, at) => `song${at}`)
			)?.message
		).toContain('it matches 41 words here, more than can be written out');
	});
	it('says so inside proximity, too, and of the right term', () => {
		expect(told('song* WITHIN/3 night', [])).toMatchObject({
			piece: 'song* WITHIN/3 night',
			message: expect.stringContaining('“song*” cannot be written') as string
		});
		expect(write(['ti:(song* OR lamp)', 'ti:lamp'], without).lines.map((line) => line.notes.length)).toEqual([1, 0]);
	});
});
