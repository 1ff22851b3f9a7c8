/**
 * Suggestions measured on the stand-ins' true mapping, which they never see: they are made from the names, notes and
 * trees of two vocabularies, and from records of works that two sources both hold, matched without being told.
 */
import { Crosswalk, sameWorks, Vocabulary, type SharedWork } from '@wide-lantern/core';
import { makeWorld, shippedVocabularies, trueMappings, type VocabularyId } from '@wide-lantern/standins';
import { describe, expect, it } from 'vitest';

const cut = shippedVocabularies();
const world = makeWorld(cut, 12_000);

function shared(from: VocabularyId, to: VocabularyId): { works: SharedWork[]; wrong: number } {
	const [left, right] = [world.records[from], world.records[to]];
	const pairs = sameWorks(left, right);
	return {
		works: pairs.map(([a, b]) => ({
			from: left[a]?.headings.map((one) => one.heading) ?? [],
			to: right[b]?.headings.map((one) => one.heading) ?? []
		})),
		wrong: pairs.filter(
			([a, b]) => world.workOf[from].get(left[a]?.id ?? '') !== world.workOf[to].get(right[b]?.id ?? '')
		).length
	};
}

function measured(from: VocabularyId, to: VocabularyId) {
	const [own, other] = [new Vocabulary(cut.vocabularies[from]), new Vocabulary(cut.vocabularies[to])];
	const { works, wrong } = shared(from, to);
	const crosswalk = Crosswalk.of(own, other, works);
	const figures = {
		pairs: 0,
		first: 0,
		three: 0,
		twos: 0,
		bothFound: 0,
		nones: 0,
		silent: 0,
		shared: works.length,
		wrong,
		missed: [] as string[]
	};
	for (const { heading, targets, kind } of trueMappings(cut, from, to)) {
		const found = crosswalk.suggest(heading, 5);
		const rank = found.findIndex((one) => one.heading.id === targets[0]);
		switch (kind) {
			case 'two':
				figures.twos++;
				if (targets.every((target) => found.slice(0, 3).some((one) => one.heading.id === target))) figures.bothFound++;
				break;
			case 'none':
				figures.nones++;
				if ((found[0]?.score ?? 0) < 0.5) figures.silent++;
				break;
			default:
				figures.pairs++;
				if (rank === 0) figures.first++;
				if (rank >= 0 && rank < 3) figures.three++;
				else
					figures.missed.push(
						`${own.get(heading)?.label ?? ''} → ${other.get(targets[0] ?? '')?.label ?? ''}, not ${found[0]?.heading.label ?? 'nothing'}`
					);
		}
	}
	return figures;
}

describe.each([
	['skerry', 'corran'],
	['skerry', 'tidewater'],
	['corran', 'skerry']
] as const)('suggestions from %s to %s', (from, to) => {
	it('have the right heading first, or among the first three', () => {
		const { pairs, first, three, twos, bothFound, nones, silent, shared: works, wrong, missed } = measured(from, to);
		const figures = `${from} to ${to}: ${pairs} pairs, first ${((100 * first) / pairs).toFixed(1)} %, among three ${((100 * three) / pairs).toFixed(1)} %; two: ${bothFound} of ${twos}; none: ${silent} of ${nones} left alone; ${works} works, ${wrong} matched wrongly`;
		process.stdout.write(`${figures}\n${missed.slice(0, 6).join('\n')}\n`);
		expect(wrong / works).toBeLessThan(0.01);
		expect(first / pairs, figures).toBeGreaterThanOrEqual(0.85);
		expect(three / pairs, figures).toBeGreaterThanOrEqual(0.95);
	});
});
