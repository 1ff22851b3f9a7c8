/** Over-representation against published values, and words of good records that a line does not match. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { logLikelihood, shareRatio, unmatchedWords, type MatchedRecord } from './index.ts';

describe('over-representation', () => {
	// Handbook, section 3, after Dunning 1993: 60 of 200 against 1,000 of 20,000.
	const counts = { held: 60, gathered: 200, heldElsewhere: 1_000, elsewhere: 20_000 };
	it('has the log-likelihood of the handbook', () => {
		expect(logLikelihood(counts)).toBeCloseTo(126.94, 2);
		expect(shareRatio(counts)).toBeCloseTo(6, 10);
	});
	it('is nothing where the shares are the same, and grows with the difference', () => {
		expect(logLikelihood({ held: 10, gathered: 200, heldElsewhere: 1_000, elsewhere: 20_000 })).toBeCloseTo(0, 8);
		const of = (held: number) => logLikelihood({ ...counts, held });
		expect([20, 40, 60, 80].map(of)).toEqual([20, 40, 60, 80].map(of).sort((a, b) => a - b));
	});
	it('is no ratio where the background lacks the term, and no number breaks it', () => {
		expect(shareRatio({ ...counts, heldElsewhere: 0 })).toBeNull();
		fc.assert(
			fc.property(fc.nat(500), fc.nat(500), fc.nat(5_000), fc.nat(5_000), (held, more, elsewhere, rest) => {
				const cells = { held, gathered: held + more, heldElsewhere: elsewhere, elsewhere: elsewhere + rest };
				expect(logLikelihood(cells)).toBeGreaterThanOrEqual(-1e-6);
			})
		);
	});
});

describe('unmatched words', () => {
	const record = (text: string, ...matched: readonly string[]): MatchedRecord => ({
		texts: [
			{ text, matched: matched.map((word) => ({ from: text.indexOf(word), to: text.indexOf(word) + word.length })) }
		]
	});
	const records = [
		record('Bright light for wakefulness at night', 'light'),
		record('Light and wakefulness, 42 of 100', 'Light'),
		record('Evening lamps: wakefulness of nurses', 'lamps'),
		record('Nurses at night')
	];
	const everywhere: Readonly<Record<string, number>> = {
		wakefulness: 9,
		nurses: 500,
		night: 400,
		light: 80,
		bright: 4
	};
	const found = unmatchedWords(records, (word) => everywhere[word] ?? 0, 1_000);

	it('are those that at least two good records hold, without small words, numbers and what is matched', () => {
		expect(found.map(({ word, held, of, all }) => [word, held, of, all])).toEqual([['wakefulness', 3, 4, 9]]);
	});
	it('are as many times commoner as their shares say, the good records taken out of the background', () => {
		expect(found[0]?.times).toBeCloseTo(3 / 4 / (6 / 996), 10);
		expect(found[0]?.likelihood).toBeCloseTo(
			logLikelihood({ held: 3, gathered: 4, heldElsewhere: 6, elsewhere: 996 }),
			10
		);
	});
	it('come with no ratio where nothing else holds them, the clearest first', () => {
		const both = unmatchedWords(records, (word) => (word === 'nurses' ? 2 : (everywhere[word] ?? 0)), 1_000);
		expect(both.map(({ word, times }) => [word, times === null])).toEqual([
			['wakefulness', false],
			['nurses', true]
		]);
	});
	it('of no records are none', () => {
		expect(unmatchedWords([], () => 0, 1_000)).toEqual([]);
	});
});
