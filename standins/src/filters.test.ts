/** The filters that ship: they can be read, they do not ask for their own label, and their variants trade as they say. */
import {
	buildIndex,
	completeSource,
	evaluateStrategy,
	linesToEvaluate,
	namesOf,
	packText,
	performanceOf,
	readStrategy,
	readStrategyText,
	RecordSet,
	Vocabulary,
	VocabularyLookup,
	type OpenVocabulary
} from '@wide-lantern/core';
import { expect, it } from 'vitest';
import { makeWorld, shippedFilters, shippedVocabularies } from './index.ts';

const cut = shippedVocabularies();
const vocabulary = new Vocabulary(cut.vocabularies.skerry);
const open: readonly OpenVocabulary[] = [{ vocabulary, lookup: VocabularyLookup.of(vocabulary), own: true }];
const records = [...makeWorld(cut, 2_000).records.skerry];
const index = buildIndex(records, (_, heading) => vocabulary.get(heading)?.label);
const none = RecordSet.none(index.size);
let next = 0;

function found(text: string): RecordSet {
	const packed = packText(readStrategyText(text), () => `L${++next}`);
	const names = namesOf({ concepts: [], lines: [...packed.lines] }, open);
	const strategy = {
		concepts: [],
		lines: packed.lines.map((line) => ({ ...line, source: completeSource(line.source, names) }))
	};
	const read = readStrategy(strategy, open, 2026);
	expect(
		read.flatMap((line) => line.faults.filter((fault) => fault.severity === 'error').map((fault) => fault.message))
	).toEqual([]);
	const last = evaluateStrategy(linesToEvaluate(read), index, { benchmark: none, relevant: none, irrelevant: none }).at(
		-1
	);
	return last?.records ?? none;
}

it.each(shippedFilters.map((filter) => [filter.name, filter] as const))(
	'%s: from sensitive to specific',
	(_, { truth, variants }) => {
		const good = found(truth);
		expect(good.count()).toBeGreaterThan(30);
		const measured = variants.map(({ text }) => {
			expect(text).not.toContain('pt:');
			const set = found(text);
			const foundTrue = set.countWith(good);
			return performanceOf({
				foundTrue,
				foundFalse: set.count() - foundTrue,
				missedTrue: good.count() - foundTrue,
				missedFalse: index.size - set.count() - good.count() + foundTrue
			});
		});
		const [sensitive, balanced, specific] = measured;
		const of = (one: (typeof measured)[number] | undefined, what: 'sensitivity' | 'specificity') =>
			one?.[what].value ?? -1;
		expect(of(sensitive, 'sensitivity')).toBeGreaterThanOrEqual(of(balanced, 'sensitivity'));
		expect(of(balanced, 'sensitivity')).toBeGreaterThan(of(specific, 'sensitivity'));
		expect(of(specific, 'specificity')).toBeGreaterThanOrEqual(of(balanced, 'specificity'));
		expect(of(balanced, 'specificity')).toBeGreaterThan(of(sensitive, 'specificity'));
		expect(of(sensitive, 'sensitivity')).toBeGreaterThan(0.9);
		expect(of(specific, 'specificity')).toBeGreaterThan(0.9);
	}
);
