/**
 * The records that are measured: invented words, drawn by Zipf's law (rank r as often as 1/r), about
 * 190 tokens each in title, abstract and author keywords. Seeded: the same number gives the same records.
 */
import { blankRecord, type BibliographicRecord } from '@wide-lantern/core';

const WORDS = 200_000;
const SYLLABLES = Array.from('bcdfghjklmnprstvw', (consonant) =>
	Array.from('aeiou', (vowel) => consonant + vowel)
).flat();

/** xorshift32. */
export class Dice {
	constructor(private state: number) {}
	/** From 0, below 1. */
	next(): number {
		let x = this.state;
		x ^= x << 13;
		x ^= x >>> 17;
		x ^= x << 5;
		this.state = x >>> 0;
		return this.state / 4294967296;
	}
	below(end: number): number {
		return Math.floor(this.next() * end);
	}
}

/** The word of a rank: syllables by the digits of the rank, commoner words shorter. No two are the same. */
export function wordOf(rank: number): string {
	let word = '';
	for (let rest = rank; ; rest = Math.floor(rest / SYLLABLES.length) - 1) {
		word += SYLLABLES[rest % SYLLABLES.length] ?? '';
		if (rest < SYLLABLES.length) return word + ENDINGS[rank % ENDINGS.length];
	}
}
const ENDINGS = ['n', 'l', 'r', 'x', 'nt', 'st', 'q'];

/** Ranks drawn so that rank r comes as often as 1/(r + 1): by the inverse of the sum of 1/r, then looked up. */
function zipf(): (dice: Dice) => number {
	const sums = new Float64Array(WORDS);
	let sum = 0;
	for (let rank = 0; rank < WORDS; rank++) sums[rank] = sum += 1 / (rank + 1);
	return (dice) => {
		const wanted = dice.next() * sum;
		let low = 0;
		let high = WORDS - 1;
		while (low < high) {
			const middle = (low + high) >>> 1;
			if ((sums[middle] ?? 0) < wanted) low = middle + 1;
			else high = middle;
		}
		return low;
	};
}

export function* benchRecords(count: number, seed = 20261123): Generator<BibliographicRecord> {
	const dice = new Dice(seed);
	const draw = zipf();
	const words = Array.from({ length: WORDS }, (_, rank) => wordOf(rank));
	const text = (length: number) => Array.from({ length }, () => words[draw(dice)]).join(' ');
	for (let number = 0; number < count; number++)
		yield {
			...blankRecord(`B${number}`),
			titles: [text(8 + dice.below(9))],
			abstract: text(120 + dice.below(100)),
			// One entry: FTS5 would find words near each other across several.
			keywords: [text(4 + dice.below(6))],
			year: 1990 + dice.below(37)
		};
}
