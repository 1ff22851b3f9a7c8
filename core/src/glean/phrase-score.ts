/** Phrase scores by RAKE: rapid automatic keyword extraction. Source: Rose, Engel, Cramer, Cowley, Text Mining 2010. */
import { tokenize } from '../text/index.ts';

/** What may stand between two words of one phrase: space, a hyphen, an apostrophe, a line break. */
const JOINS = /^[\s\-‐‑–'’]*$/;

/** Runs of words between stop words and punctuation, in their order; folded. */
export function phrasesOf(text: string, isStop: (word: string) => boolean): string[][] {
	const phrases: string[][] = [];
	let current: string[] = [];
	let last = 0;
	const close = () => {
		if (current.length > 0) phrases.push(current);
		current = [];
	};
	for (const { text: word, from, to } of tokenize(text)) {
		if (last > 0 && !JOINS.test(text.slice(last, from))) close();
		if (isStop(word)) close();
		else current.push(word);
		last = to;
	}
	close();
	return phrases;
}

/** Frequency and degree of each word over all phrases that are given to it, by the numbers of words. */
export class WordScores {
	private readonly frequency: number[] = [];
	private readonly degree: number[] = [];

	/** @param words of one phrase, or of a part of a list that begins and ends here */
	add(words: ArrayLike<number>, from = 0, to = words.length): void {
		for (let at = from; at < to; at++) {
			const word = words[at] as number;
			this.frequency[word] = (this.frequency[word] ?? 0) + 1;
			// The degree counts the word itself.
			this.degree[word] = (this.degree[word] ?? 0) + to - from;
		}
	}

	/** Degree ÷ frequency; 0 for a word that no phrase holds. */
	of(word: number): number {
		const frequency = this.frequency[word] ?? 0;
		return frequency === 0 ? 0 : (this.degree[word] ?? 0) / frequency;
	}
}

/** The phrases of a text with their scores, the highest first: the sum of its words' degree ÷ frequency. */
export function rakePhrases(
	text: string,
	isStop: (word: string) => boolean
): readonly { readonly phrase: string; readonly score: number }[] {
	const phrases = phrasesOf(text, isStop);
	const numbers = new Map<string, number>();
	const numberOf = (word: string) => {
		const known = numbers.get(word);
		if (known !== undefined) return known;
		numbers.set(word, numbers.size);
		return numbers.size - 1;
	};
	const scores = new WordScores();
	for (const words of phrases) scores.add(words.map(numberOf));
	const byPhrase = new Map(
		phrases.map((words) => [words.join(' '), words.reduce((sum, word) => sum + scores.of(numberOf(word)), 0)])
	);
	return [...byPhrase].map(([phrase, score]) => ({ phrase, score })).sort((a, b) => b.score - a.score);
}
