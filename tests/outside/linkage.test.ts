/** Record linkage held against what is known: parameters that data were made with, and the truth of invented exports. */
import {
	BELIEVED,
	estimateWeights,
	FIELDS,
	groupWorks,
	likelihoodOf,
	linkReferences,
	type LinkageWeights
} from '@wide-lantern/core';
import { exportWorld, makeWorld, shippedVocabularies } from '@wide-lantern/standins';
import { describe, expect, it } from 'vitest';

/** xorshift32. */
function dice(state: number): () => number {
	return () => {
		state ^= state << 13;
		state ^= state >>> 17;
		state ^= state << 5;
		return (state >>> 0) / 4294967296;
	};
}
function drawn(next: () => number, shares: readonly number[]): number {
	let left = next();
	for (const [at, share] of shares.entries()) if ((left -= share) < 0) return at + 1;
	return shares.length;
}

describe('expectation and maximisation (Winkler 1988, from memory)', () => {
	it('finds the parameters again that 60,000 pairs were made with, where fields agree independently in each class', () => {
		const truth: LinkageWeights = {
			share: 0.22,
			same: [
				[0.91, 0.09],
				[0.7, 0.12, 0.1, 0.05, 0.03],
				[0.88, 0.07, 0.05],
				[0.8, 0.15, 0.05],
				[0.85, 0.15],
				[0.75, 0.15, 0.1],
				[0.8, 0.12, 0.08],
				[0.2, 0.8]
			],
			different: [
				[0.01, 0.99],
				[0.03, 0.05, 0.02, 0.2, 0.7],
				[0.08, 0.05, 0.87],
				[0.15, 0.2, 0.65],
				[0.2, 0.8],
				[0.01, 0.1, 0.89],
				[0.02, 0.08, 0.9],
				[0.001, 0.999]
			]
		};
		const next = dice(20_261);
		const counts = new Map<string, number>();
		for (let pair = 0; pair < 60_000; pair++) {
			const table = next() < truth.share ? truth.same : truth.different;
			// Now and then a source says nothing.
			const key = table.map((levels) => (next() < 0.1 ? 0 : drawn(next, levels))).join();
			counts.set(key, (counts.get(key) ?? 0) + 1);
		}
		const found = estimateWeights(
			[...counts].map(([key, count]) => ({ agreement: key.split(',').map(Number), count })),
			BELIEVED,
			{ belief: 0, rounds: 500, precision: 1e-9 }
		);
		expect(found.share).toBeCloseTo(truth.share, 2);
		for (const [field, { name }] of FIELDS.entries())
			for (const table of ['same', 'different'] as const)
				for (const [level, share] of (truth[table][field] ?? []).entries())
					expect(
						Math.abs((found[table][field]?.[level] ?? 0) - share),
						`${name}, ${table}, level ${level + 1}`
					).toBeLessThan(0.015);
	});

	it('gives the likelihood that Bayes’ rule gives', () => {
		// Share 0.3; the DOI equal (0.97 against 0.002): 0.3·0.97 / (0.3·0.97 + 0.7·0.002).
		expect(likelihoodOf([1, 0, 0, 0, 0, 0, 0, 0], BELIEVED)).toBeCloseTo(0.291 / (0.291 + 0.0014), 12);
		expect(likelihoodOf([0, 0, 0, 0, 0, 0, 0, 0], BELIEVED)).toBeCloseTo(0.3, 12);
	});
});

describe('the exports of an invented world', () => {
	it('with a seed that no rule was written for: precision, recall and queue as wanted', { timeout: 60_000 }, () => {
		const world = makeWorld(shippedVocabularies(), 2_600, 977);
		const all = exportWorld(world, 978);
		const { pairs } = linkReferences(all.map(({ reference }) => reference));
		const { workOf, queue } = groupWorks(all.length, pairs, []);
		// Pair by pair, the slow way.
		const [found, are] = [new Set<string>(), new Set<string>()];
		const places = (key: (place: number) => string | number) => {
			const groups = new Map<string | number, number[]>();
			for (let place = 0; place < all.length; place++)
				groups.set(key(place), [...(groups.get(key(place)) ?? []), place]);
			return [...groups.values()].filter((one) => one.length > 1);
		};
		const add = (to: Set<string>, groups: readonly (readonly number[])[]) => {
			for (const group of groups) for (const a of group) for (const b of group) if (a < b) to.add(`${a} ${b}`);
		};
		add(
			found,
			places((place) => workOf[place] ?? 0)
		);
		add(
			are,
			places((place) => all[place]?.report ?? '')
		);
		const right = [...found].filter((pair) => are.has(pair)).length;
		expect(are.size).toBeGreaterThan(1_500);
		expect(right / found.size).toBeGreaterThanOrEqual(0.999);
		expect(right / are.size).toBeGreaterThanOrEqual(0.97);
		expect(new Set(queue.flatMap(({ left, right }) => [left, right])).size / all.length).toBeLessThanOrEqual(0.03);
	});
});
