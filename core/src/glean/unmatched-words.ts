/** Words that good records share and that no term of a line matches: candidates for the strategy. */
import { SMALL_WORDS, tokenTexts } from '../text/index.ts';
import { logLikelihood, shareRatio, type TermCounts } from './over-representation.ts';

/** A record whose texts are known, with the stretches of them that a line matches. */
export interface MatchedRecord {
	readonly texts: readonly { readonly text: string; readonly matched: readonly { from: number; to: number }[] }[];
}

export interface UnmatchedWord {
	/** Folded. */
	readonly word: string;
	/** Good records that hold it, of how many. */
	readonly held: number;
	readonly of: number;
	/** Records of the whole collection that hold it. */
	readonly all: number;
	/** How many times commoner it is among the good records than in the rest; null where the rest does not hold it. */
	readonly times: number | null;
	/** Log-likelihood G². */
	readonly likelihood: number;
}

/** Good records that must hold a word, and how many times commoner it must be there. */
const FEWEST = 2;
const COMMONER = 1.5;

/**
 * The words by how clearly they belong to the good records (G²), the clearest first. Words of one or two letters, numbers
 * and small words are left out, and so is what a term matches anywhere in the same record.
 *
 * @param records the good ones
 * @param recordsWith how many records of the collection hold a word; the good ones are among them
 * @param size records of the collection
 */
export function unmatchedWords(
	records: readonly MatchedRecord[],
	recordsWith: (word: string) => number,
	size: number
): UnmatchedWord[] {
	const holding = new Map<string, number>();
	for (const { texts } of records) {
		const matched = new Set(
			texts.flatMap(({ text, matched: spans }) => spans.flatMap(({ from, to }) => tokenTexts(text.slice(from, to))))
		);
		for (const word of new Set(texts.flatMap(({ text }) => tokenTexts(text))))
			if (!matched.has(word) && isContentWord(word)) holding.set(word, (holding.get(word) ?? 0) + 1);
	}
	return [...holding]
		.filter(([, held]) => held >= FEWEST)
		.flatMap(([word, held]): UnmatchedWord[] => {
			const all = Math.max(held, recordsWith(word));
			const counts: TermCounts = {
				held,
				gathered: records.length,
				heldElsewhere: all - held,
				elsewhere: Math.max(0, size - records.length)
			};
			const times = shareRatio(counts);
			if (times !== null && times <= COMMONER) return [];
			return [{ word, held, of: records.length, all, times, likelihood: logLikelihood(counts) }];
		})
		.sort((a, b) => b.likelihood - a.likelihood || (a.word < b.word ? -1 : 1));
}

const isContentWord = (word: string): boolean => word.length > 2 && !SMALL_WORDS.has(word) && !/^\d+$/.test(word);
