/**
 * Every word of a collection, and how a pattern finds those that it matches without looking at
 * all: by its literal start, by its literal end (a second order, by the words read backwards), or
 * by three letters in a row inside it.
 */
import { compilePattern, WILDCARD, type WordPattern } from '../text/index.ts';
import { ByteReader, ByteWriter, NumberWriter } from './bytes.ts';
import type { StringTable } from './string-table.ts';

/** The parts of a word list as they lie in the file. */
export interface WordListParts {
	readonly words: StringTable;
	/** Numbers of the words, ascending by the words read backwards. */
	readonly backwards: Uint32Array;
	/** Three bytes of a word as one number, ascending. */
	readonly triples: Uint32Array;
	/** The bytes `tripleWords[tripleStarts[i] … tripleStarts[i + 1])` are the words that hold `triples[i]`, ascending, as differences. */
	readonly tripleStarts: Uint32Array;
	readonly tripleWords: Uint8Array;
}

/** Beyond this share of the list, walking it is quicker than gathering from elsewhere. */
const WALK = 0.5;
const encoder = new TextEncoder();
function backwards(text: string): string {
	let turned = '';
	for (const sign of text) turned = sign + turned;
	return turned;
}

export class WordList {
	constructor(private readonly parts: WordListParts) {}

	get size(): number {
		return this.parts.words.size;
	}

	at(word: number): string {
		return this.parts.words.at(word);
	}

	/** The number of a word; -1 where the collection does not have it. */
	find(word: string): number {
		return this.parts.words.find(word);
	}

	/** The number of the first word that does not sort before this text. */
	firstFrom(text: string): number {
		return this.parts.words.firstFrom(text);
	}

	/** The numbers of all words that a folded pattern matches, ascending. */
	matching(pattern: string): number[] {
		const compiled = compilePattern(pattern);
		if (compiled.exact) {
			const only = this.find(pattern);
			return only < 0 ? [] : [only];
		}
		const [first, end] = this.startingWith(compiled.prefix);
		if (pattern === `${compiled.prefix}*`) return Array.from({ length: end - first }, (_, at) => first + at);
		return this.narrowest(pattern, compiled, first, end);
	}

	/** Tests the fewest words that the literal parts of the pattern leave. */
	private narrowest(pattern: string, compiled: WordPattern, first: number, end: number): number[] {
		const runs = pattern.split(WILDCARD);
		const [from, to] = this.endingWith(runs.at(-1) ?? '');
		let best: Uint32Array | null = to - from < end - first ? this.parts.backwards.subarray(from, to) : null;
		let fewest = Math.min(end - first, to - from);
		for (const run of runs) {
			const words = this.holding(run, fewest);
			if (words && words.length < fewest) {
				best = words;
				fewest = words.length;
			}
		}
		const found: number[] = [];
		if (best && fewest < this.size * WALK) {
			for (const word of best) if (compiled.test(this.at(word))) found.push(word);
			return found.sort((a, b) => a - b);
		}
		for (let word = first; word < end; word++) if (compiled.test(this.at(word))) found.push(word);
		return found;
	}

	/** The stretch of words with a literal start. */
	private startingWith(prefix: string): readonly [number, number] {
		const { words } = this.parts;
		if (prefix === '') return [0, words.size];
		return [
			words.firstFrom(prefix),
			firstBy(words.size, (at) => !words.at(at).startsWith(prefix) && words.at(at) > prefix)
		];
	}

	/** The stretch of the backward order with a literal end. */
	private endingWith(suffix: string): readonly [number, number] {
		const { words, backwards: order } = this.parts;
		if (suffix === '') return [0, words.size];
		const wanted = backwards(suffix);
		const at = (place: number) => backwards(words.at(order[place] ?? 0));
		return [
			firstBy(words.size, (place) => at(place) >= wanted),
			firstBy(words.size, (place) => at(place) > wanted && !at(place).startsWith(wanted))
		];
	}

	/** The words that hold three bytes in a row of a literal run, those three that the fewest hold; null where there are not fewer than so many. */
	private holding(run: string, fewer: number): Uint32Array | null {
		const { triples, tripleStarts, tripleWords } = this.parts;
		const bytes = encoder.encode(run);
		let best = -1;
		// A word takes a byte at least, so that bytes tell the fewest well enough.
		let fewest = fewer;
		for (let at = 0; at + 2 < bytes.length; at++) {
			const triple = tripleAt(bytes, at);
			const place = firstBy(triples.length, (one) => (triples[one] ?? 0) >= triple);
			if (triples[place] !== triple) return new Uint32Array(0);
			const length = (tripleStarts[place + 1] ?? 0) - (tripleStarts[place] ?? 0);
			if (length < fewest) {
				best = place;
				fewest = length;
			}
		}
		if (best < 0) return null;
		const words = new NumberWriter();
		const reader = new ByteReader(tripleWords, tripleStarts[best] ?? 0);
		for (let word = 0; reader.at < (tripleStarts[best + 1] ?? 0);) words.push((word += reader.number()));
		return words.written();
	}
}

const tripleAt = (bytes: Uint8Array, at: number) =>
	((bytes[at] as number) << 16) | ((bytes[at + 1] as number) << 8) | (bytes[at + 2] as number);

/** By triple: how many words hold it, and the last that was counted, + 1. Kept between calls; cleared where it was used. */
const counts = new Uint32Array(1 << 24);
const counted = new Uint32Array(1 << 24);

export function triplesOf({
	bytes,
	starts,
	size
}: StringTable): Pick<WordListParts, 'triples' | 'tripleStarts' | 'tripleWords'> {
	const each = (visit: (triple: number, word: number) => void) => {
		for (let word = 0; word < size; word++) {
			const end = (starts[word + 1] as number) - 2;
			for (let at = starts[word] as number; at < end; at++) {
				const triple = tripleAt(bytes, at);
				if (counted[triple] === word + 1) continue;
				counted[triple] = word + 1;
				visit(triple, word);
			}
		}
	};
	const seen = new NumberWriter();
	each((triple) => {
		if (counts[triple] === 0) seen.push(triple);
		counts[triple] = (counts[triple] as number) + 1;
	});
	const triples = seen.written().slice().sort();
	let total = 0;
	const firsts = new Uint32Array(triples.length + 1);
	triples.forEach((triple, at) => {
		firsts[at] = total;
		total += counts[triple] as number;
		counts[triple] = firsts[at] as number;
		counted[triple] = 0;
	});
	firsts[triples.length] = total;
	const holders = new Uint32Array(total);
	each((triple, word) => {
		const to = counts[triple] as number;
		holders[to] = word;
		counts[triple] = to + 1;
	});
	const tripleStarts = new Uint32Array(triples.length + 1);
	const tripleWords = new ByteWriter();
	triples.forEach((triple, at) => {
		counts[triple] = counted[triple] = 0;
		tripleStarts[at] = tripleWords.length;
		let last = 0;
		for (let holder = firsts[at] as number; holder < (firsts[at + 1] as number); holder++) {
			tripleWords.number((holders[holder] as number) - last);
			last = holders[holder] as number;
		}
	});
	tripleStarts[triples.length] = tripleWords.length;
	return { triples, tripleStarts, tripleWords: tripleWords.written() };
}

/** The first place from 0 for which the test holds; it must hold from there on. */
function firstBy(size: number, test: (place: number) => boolean): number {
	let low = 0;
	let high = size;
	while (low < high) {
		const middle = (low + high) >>> 1;
		if (test(middle)) high = middle;
		else low = middle + 1;
	}
	return low;
}
