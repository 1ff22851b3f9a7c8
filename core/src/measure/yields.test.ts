/** Unique yields, the beam and the three counts: against the plainest way to say the same. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { buildIndex, RecordSet } from '../collection/index.ts';
import type { Query } from '../query/index.ts';
import { blankRecord } from '../records/index.ts';
import { evaluateStrategy, type LineToEvaluate } from '../strategy/index.ts';
import { beamOf, kindFigures, yieldsOf } from './index.ts';

const WORDS = ['alder', 'birch', 'cedar', 'elm', 'fir', 'hazel'];
const records = Array.from({ length: 64 }, (_, at) => ({
	...blankRecord(String(at)),
	titles: [WORDS.filter((_, bit) => at & (1 << bit)).join(' ')],
	headings: at % 3 === 0 ? [{ vocabulary: 'v', heading: 'h', main: false, qualifiers: [] }] : []
}));
const index = buildIndex(records, () => 'h');
const of = (numbers: readonly number[]) => RecordSet.of(index.size, numbers);
const marks = { benchmark: of([3, 7, 21, 42, 60]), relevant: of([]), irrelevant: of([]) };

const word = (pattern: string): Query => ({ kind: 'word', fields: ['ti'], pattern });
const line = (id: string): Query => ({ kind: 'line', id });
const heading: Query = { kind: 'assigned', headings: ['v:h'], main: false, qualifiers: [] };
const to = (queries: readonly Query[]): LineToEvaluate[] =>
	queries.map((query, at) => ({ id: `L${at + 1}`, number: at + 1, off: false, empty: false, query }));
const or = (...parts: Query[]): Query => ({ kind: 'or', parts });
const and = (...parts: Query[]): Query => ({ kind: 'and', parts });
const NOTHING: Query = { kind: 'identifier', values: [] };
const finalOf = (queries: readonly Query[], id: string) =>
	evaluateStrategy(to(queries), index, marks).find((one) => one.id === id)?.records ?? of([]);

describe('the unique yield of a line', () => {
	it('is the difference that leaving its records out makes, for any strategy', () => {
		const part = fc.oneof(fc.constantFrom(...WORDS).map(word), fc.constant(heading));
		const strategies = fc.tuple(
			fc.array(part, { minLength: 2, maxLength: 7 }),
			fc.array(fc.tuple(fc.constantFrom('or', 'and', 'not'), fc.nat(30), fc.nat(30), fc.nat(30)), {
				minLength: 1,
				maxLength: 5
			})
		);
		fc.assert(
			fc.property(strategies, ([terms, joins]) => {
				const queries: Query[] = [...terms];
				for (const [kind, ...picks] of joins) {
					const sides = [...new Set(picks.map((pick) => `L${(pick % queries.length) + 1}`))].map(line);
					const [keep, drop] = sides;
					queries.push(
						kind === 'not' && keep && drop
							? { kind: 'not', keep, drop }
							: { kind: kind === 'and' ? 'and' : 'or', parts: sides }
					);
				}
				const final = `L${queries.length}`;
				const whole = finalOf(queries, final);
				const found = yieldsOf(to(queries), final, index, marks);
				for (const { id, lost, gained, benchmark } of found) {
					const without = finalOf(
						queries.map((query, at) => (`L${at + 1}` === id ? NOTHING : query)),
						final
					);
					expect([lost, gained, benchmark]).toEqual([
						whole.without(without).count(),
						without.without(whole).count(),
						whole.without(without).countWith(marks.benchmark)
					]);
				}
				// What is not told of is not behind the result, or joins.
				for (const [at] of terms.entries())
					if (!found.some((one) => one.id === `L${at + 1}`)) {
						const without = finalOf(
							queries.map((query, place) => (place === at ? NOTHING : query)),
							final
						);
						expect([...without]).toEqual([...whole]);
					}
			}),
			{ numRuns: 400 }
		);
	});
});

describe('the beam', () => {
	const queries = [
		word('alder'),
		word('birch'),
		or(line('L1'), line('L2')),
		word('cedar'),
		and(line('L3'), line('L4')),
		{ kind: 'not', keep: line('L5'), drop: word('elm') } satisfies Query
	];

	it('opens the final line through its ANDs and NOTs and dims side by side', () => {
		const beam = beamOf(to(queries), 'L6', index, marks);
		expect(beam?.steps.map(({ lines, out, own, lit }) => ({ lines, out, own, lit }))).toEqual([
			{ lines: ['L3'], out: false, own: 48, lit: 48 },
			{ lines: ['L4'], out: false, own: 32, lit: 24 },
			{ lines: ['L6'], out: true, own: 32, lit: 12 }
		]);
		expect(beam?.from).toBe(64);
		expect(beam?.steps.at(-1)?.lit).toBe(finalOf(queries, 'L6').count());
	});

	it('tells at which side each known record goes dark', () => {
		const beam = beamOf(to(queries), 'L6', index, marks);
		// 3 has alder and birch, 7 cedar besides, 21 alder, cedar, fir, 42 birch, elm, hazel, 60 cedar, elm, fir, hazel.
		expect(beam?.steps.map((one) => one.dropped)).toEqual([[60], [3, 42], []]);
		expect(beam?.found).toEqual([7, 21]);
	});

	it('has nothing to show of a line without records', () => {
		expect(
			beamOf([{ id: 'L1', number: 1, off: true, empty: false, query: word('elm') }], 'L1', index, marks)
		).toBeNull();
	});
});

describe('headings alone, words alone, both', () => {
	it('looks at what each tree holds, through the lines that it uses, and never at a role', () => {
		const block = or(heading, word('alder'), and(heading, word('birch')));
		const [figures] = kindFigures(to([block]), [null], 'L1', index, marks);
		expect(figures).toMatchObject({
			headings: finalOf([heading], 'L1').count(),
			words: finalOf([word('alder')], 'L1').count()
		});
		const since: Query = { kind: 'identifier', values: Array.from({ length: 32 }, (_, at) => String(at)) };
		// A limit beside a term narrows it in either reading, and one line uses another beside its own words.
		const limited = [heading, or(line('L1'), word('elm')), and(line('L2'), since)];
		const [all] = kindFigures(to(limited), [null], 'L3', index, marks);
		expect(all).toMatchObject({
			headings: finalOf([and(heading, since)], 'L1').count(),
			words: finalOf([and(word('elm'), since)], 'L1').count(),
			both: finalOf(limited, 'L3').count()
		});
		expect(all?.headings).toBeGreaterThan(0);
		expect(all?.words).toBeGreaterThan(0);
	});

	it('counts a concept and the whole, and what the two share', () => {
		const queries = [heading, or(word('alder'), heading), word('cedar'), and(or(line('L1'), line('L2')), line('L3'))];
		const [concept, whole] = kindFigures(to(queries), [['L1', 'L2'], null], 'L4', index, marks);
		expect(concept).toMatchObject({ headings: 22, words: 32, both: 43, shared: 11 });
		expect((concept?.headings ?? 0) + (concept?.words ?? 0) - (concept?.shared ?? 0)).toBe(concept?.both);
		// The other concept has no heading: by headings alone nothing is found.
		expect(whole).toMatchObject({ headings: 0, words: 16, both: finalOf(queries, 'L4').count(), shared: 0 });
	});
});
