/** Lookup as one types, on 120,000 headings: WordNet's nouns, and as many of them again under other names as are wanting. */
import { Vocabulary, VocabularyLookup, type VocabularyData } from '@wide-lantern/core';
import { nounSynsets, wordnetVocabulary } from '../../tests/outside/wordnet.ts';

const HEADINGS = 120_000;

export interface LookupFigures {
	readonly headings: number;
	readonly made: number;
	readonly keys: number;
	/** Milliseconds a key. */
	readonly times: readonly number[];
}

/** WordNet's nouns, and as many of them again under other names as are wanting. */
export function largeVocabulary(): VocabularyData {
	const data = wordnetVocabulary(nounSynsets());
	const more = data.headings.slice(0, HEADINGS - data.headings.length).map((one) => ({
		...one,
		id: `x${one.id}`,
		label: `${one.label} revised`,
		entryTerms: one.entryTerms.map((name) => `${name} revised`)
	}));
	return { ...data, headings: [...data.headings, ...more] };
}

/** Types 150 names letter by letter, every tenth with a slip, and times each answer. */
export function measureLookup(data: VocabularyData): LookupFigures {
	const started = performance.now();
	const lookup = VocabularyLookup.of(new Vocabulary(data));
	const made = performance.now() - started;
	const times: number[] = [];
	for (let turn = 0; turn < 150; turn++) {
		const name = data.headings[(turn * 547) % data.headings.length]?.entryTerms[0] ?? '';
		const typed = turn % 10 === 0 ? `${name.slice(0, 3)}${name.slice(4)}` : name;
		for (let length = 1; length <= typed.length; length++) {
			const asked = performance.now();
			lookup.find(typed.slice(0, length), 25);
			times.push(performance.now() - asked);
		}
	}
	return { headings: data.headings.length, made, keys: times.length, times };
}
