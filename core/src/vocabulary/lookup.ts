/**
 * Looking a word up in a vocabulary as one types, with the reason of every match. The order is:
 * the heading itself, another name for it, words in any order, letters inside words, headings that
 * what was named is related to, words of the scope note, and at last names that are spelt much alike.
 */
import { LRUCache } from 'lru-cache';
import { begunKeys, SMALL_WORDS, spellingKey, tokenTexts } from '../text/index.ts';
import { naturalOrder, type Heading, type Vocabulary } from './vocabulary.ts';
import { editDistance, WordIndex } from './word-index.ts';

export interface LookupMatch {
	readonly heading: Heading;
	readonly reason:
		'heading' | 'entry-term' | 'heading-words' | 'entry-words' | 'fragment' | 'related' | 'scope-note' | 'spelling';
	/** The name that matched; for `related`, the heading that it is related to. */
	readonly name: string;
}

/** `all`: every word, the last perhaps unfinished; `any`: at least one; `exact`: whole words only, all of them. */
export type LookupMode = 'all' | 'any' | 'exact';

/** A part of a phrase, with the heading that it names, or none. */
export interface PhrasePiece {
	readonly text: string;
	readonly match: LookupMatch | null;
}

const RANKS: Record<LookupMatch['reason'], number> = {
	heading: 0,
	'entry-term': 1,
	'heading-words': 2,
	'entry-words': 3,
	fragment: 4,
	related: 5,
	'scope-note': 6,
	spelling: 7
};

interface Name {
	readonly heading: number;
	readonly name: string;
	/** Its words by their spelling keys, one space apart. */
	readonly key: string;
	readonly own: boolean;
}

/** Names looked at for one word, at most: of more, the first are as good as any to a person who goes on typing. */
const MANY = 20_000;

/** A lookup over one vocabulary; make it once, ask it often. */
export class VocabularyLookup {
	private readonly headings: readonly Heading[];
	private readonly names: Name[] = [];
	private readonly words = new WordIndex();
	private readonly notes = new WordIndex();
	/** Names by their whole key, the heading's own first. */
	private readonly whole = new Map<string, number>();

	private readonly numbers: ReadonlyMap<string, number>;

	private constructor(vocabulary: Vocabulary) {
		this.headings = vocabulary.headings;
		this.numbers = new Map(vocabulary.headings.map((heading, number) => [heading.id, number]));
	}

	/** Makes a lookup at once: about 25 microseconds a heading. */
	static of(vocabulary: Vocabulary): VocabularyLookup {
		const lookup = new VocabularyLookup(vocabulary);
		for (const _ of lookup.filling());
		return lookup;
	}

	/** Makes a lookup bit by bit, so that who else wants the thread gets it in between. */
	static async inSteps(vocabulary: Vocabulary, breathe: () => Promise<void>): Promise<VocabularyLookup> {
		const lookup = new VocabularyLookup(vocabulary);
		for (const _ of lookup.filling()) await breathe();
		return lookup;
	}

	private *filling(): Generator<void> {
		for (const [number, heading] of this.headings.entries()) {
			this.add(number, heading.label, true);
			const turned = naturalOrder(heading.label);
			if (turned !== heading.label) this.whole.set(keysOf(turned).join(' '), this.names.length - 1);
			for (const term of heading.entryTerms) this.add(number, term, false);
			// Searchers look up the name that they learnt: a heading is found by what it was called before.
			for (const earlier of heading.before) if (earlier.renamed) this.add(number, earlier.label, false);
			for (const word of keysOf(heading.scopeNote)) this.notes.add(word, number);
			if (number % 400 === 399) yield;
		}
		yield* this.words.finish();
		yield* this.notes.finish();
	}

	private add(heading: number, name: string, own: boolean): void {
		const words = keysOf(name);
		const key = words.join(' ');
		const number = this.names.length;
		this.names.push({ heading, name, key, own });
		for (const word of words) this.words.add(word, number);
		const known = this.whole.get(key);
		if (known === undefined || (own && !this.names[known]?.own)) this.whole.set(key, number);
	}

	/**
	 * Matches in order of usefulness, each heading once.
	 * @param typed one or several words, the last perhaps unfinished
	 * @param most how many at most
	 */
	find(typed: string, most = 30, mode: LookupMode = 'all'): LookupMatch[] {
		const typedWords = tokenTexts(typed);
		const words = typedWords.map(keyOf);
		if (words.length === 0) return [];
		const key = words.join(' ');
		const best = new Map<number, { readonly reason: LookupMatch['reason']; readonly name: string }>();
		const offer = (heading: number, reason: LookupMatch['reason'], name: string) => {
			const known = best.get(heading);
			if (!known || RANKS[reason] < RANKS[known.reason] || (reason === known.reason && name.length < known.name.length))
				best.set(heading, { reason, name });
		};
		// “of” in any name would bury the names that are meant.
		const telling = mode === 'any' ? typedWords.filter((word) => !SMALL_WORDS.has(word)) : typedWords;
		for (const number of this.namesWith(telling.length > 0 ? telling : typedWords, mode)) {
			const one = this.names[number];
			if (one)
				offer(
					one.heading,
					one.key === key ? (one.own ? 'heading' : 'entry-term') : one.own ? 'heading-words' : 'entry-words',
					one.name
				);
		}
		if (mode !== 'exact' && key.length >= 3 && best.size < most)
			for (const number of this.namesWithLetters(words)) {
				const one = this.names[number];
				if (one && one.key.includes(key)) offer(one.heading, 'fragment', one.name);
			}
		// What the words name whole may send to others.
		for (const [number, { reason }] of [...best])
			if (mode !== 'exact' && RANKS[reason] <= RANKS['entry-term'])
				for (const other of this.relatedTo(number)) offer(other, 'related', this.headings[number]?.label ?? '');
		if (best.size < most)
			for (const heading of this.notesWith(words)) offer(heading, 'scope-note', this.headings[heading]?.label ?? '');
		if (best.size === 0 && mode !== 'exact')
			for (const near of this.nearest(typed, 5)) offer(this.numbers.get(near.heading.id) ?? 0, 'spelling', near.name);
		return [...best]
			.sort(
				([, a], [, b]) =>
					RANKS[a.reason] - RANKS[b.reason] ||
					a.name.length - b.name.length ||
					(a.name < b.name ? -1 : a.name > b.name ? 1 : 0)
			)
			.slice(0, most)
			.flatMap(([number, match]) => {
				const heading = this.headings[number];
				return heading ? [{ heading, ...match }] : [];
			});
	}

	/** Names that hold the words, the last one begun at least, in any order. */
	private namesWith(words: readonly string[], mode: LookupMode): Iterable<number> {
		const [first] = words;
		// A letter or two begin too much: only names that begin so themselves are worth showing.
		if (words.length === 1 && first !== undefined && first.length < 3 && mode !== 'exact')
			return this.shortNames(first);
		const sets = words.map((word) => this.holdersOf(word, mode !== 'exact'));
		if (mode === 'any') return new Set(sets.flatMap((one) => [...one]));
		const [fewest = new Set<number>(), ...others] = sets.sort((a, b) => a.size - b.size);
		return [...fewest].filter((number) => others.every((one) => one.has(number)));
	}

	private holdersOf(word: string, begun: boolean): Set<number> {
		const found = new Set<number>();
		const take = (from: number, to: number) => {
			for (let number = from; number < to && found.size < MANY; number++)
				for (const holder of this.words.holdersOf(number)) found.add(holder);
		};
		const exact = begun ? -1 : this.words.find(keyOf(word));
		if (exact >= 0) take(exact, exact + 1);
		if (begun) for (const key of begunKeys(word)) take(...this.words.beginningWith(key));
		return found;
	}

	private shortNames(start: string): number[] {
		const [from, to] = this.words.beginningWith(start);
		const found: number[] = [];
		for (let number = from; number < to && found.length < 500; number++)
			for (const holder of this.words.holdersOf(number))
				if (this.names[holder]?.key.startsWith(start)) found.push(holder);
		return found;
	}

	private *namesWithLetters(words: readonly string[]): Generator<number> {
		// The longest word leaves the fewest names; the whole is tested by who asks.
		const longest = [...words].sort((a, b) => b.length - a.length)[0] ?? '';
		let left = MANY;
		for (const number of this.words.withLetters(longest, 500))
			for (const holder of this.words.holdersOf(number)) {
				if (left-- <= 0) return;
				yield holder;
			}
	}

	private relatedTo(number: number): number[] {
		const heading = this.headings[number];
		return [...(heading?.related ?? []), ...(heading?.seeAlso ?? [])].flatMap((id) => this.numbers.get(id) ?? []);
	}

	private notesWith(words: readonly string[]): number[] {
		const sets = words.map((word) => {
			const number = this.notes.find(word);
			return number < 0 ? new Uint32Array(0) : this.notes.holdersOf(number);
		});
		const [fewest = new Uint32Array(0), ...others] = sets.sort((a, b) => a.length - b.length);
		const rest = others.map((one) => new Set(one));
		return [...fewest.subarray(0, MANY)].filter((heading) => rest.every((one) => one.has(heading)));
	}

	/** Headings whose names differ from the typed one by few letters, the nearest first. */
	nearest(typed: string, most = 4): { heading: Heading; name: string }[] {
		const words = keysOf(typed);
		const key = words.join(' ');
		const ceiling = Math.max(1, Math.floor(key.length / 4));
		const found = new Map<number, { name: string; distance: number }>();
		const offer = (one: Name | undefined) => {
			if (!one || Math.abs(one.key.length - key.length) > ceiling) return;
			const distance = editDistance(one.key, key, ceiling);
			const known = found.get(one.heading);
			if (distance <= ceiling && (!known || distance < known.distance))
				found.set(one.heading, { name: one.name, distance });
		};
		for (const word of words) {
			if (word.length < 3) continue;
			for (const { number } of this.words
				.speltLike(word, Math.max(1, Math.min(ceiling, Math.floor(word.length / 3))))
				.slice(0, 12))
				for (const holder of this.words.holdersOf(number).subarray(0, 2_000)) offer(this.names[holder]);
		}
		return [...found]
			.sort(([, a], [, b]) => a.distance - b.distance || a.name.length - b.name.length)
			.slice(0, most)
			.flatMap(([number, { name }]) => {
				const heading = this.headings[number];
				return heading ? [{ heading, name }] : [];
			});
	}

	/** The heading that a name, whole, belongs to: its own or another name, in either spelling, in singular or plural. */
	named(name: string): LookupMatch | null {
		const words = keysOf(name);
		for (const form of [words, numberTurned(words)]) {
			const found = this.names[this.whole.get(form.join(' ')) ?? -1];
			const heading = found && this.headings[found.heading];
			if (found && heading) return { heading, reason: found.own ? 'heading' : 'entry-term', name: found.name };
		}
		return null;
	}

	/**
	 * A phrase taken to pieces: from the left, always the longest run of words that names a heading. Runs
	 * that name none stay as they are, small words between left out.
	 */
	pieces(phrase: string, small: ReadonlySet<string> = new Set()): PhrasePiece[] {
		const words = tokenTexts(phrase);
		const found: PhrasePiece[] = [];
		let loose: string[] = [];
		const close = () => {
			if (loose.length > 0) found.push({ text: loose.join(' '), match: null });
			loose = [];
		};
		for (let at = 0; at < words.length;) {
			let taken = 0;
			for (let length = Math.min(8, words.length - at); length > 0 && taken === 0; length--) {
				const text = words.slice(at, at + length).join(' ');
				const match = length === 1 && small.has(text) ? null : this.named(text);
				if (!match) continue;
				close();
				found.push({ text, match });
				taken = length;
			}
			if (taken === 0) {
				if (small.has(words[at] ?? '')) close();
				else loose.push(words[at] ?? '');
				taken = 1;
			}
			at += taken;
		}
		close();
		return found;
	}
}

/** Keys of the words met so far: a vocabulary says the same words over and over. */
const keys = new LRUCache<string, string>({ max: 200_000 });

function keyOf(word: string): string {
	let key = keys.get(word);
	if (key === undefined) {
		key = spellingKey(word);
		keys.set(word, key);
	}
	return key;
}

const keysOf = (text: string) => tokenTexts(text).map(keyOf);

/** The last word in the other number, by the commonest endings. */
function numberTurned(words: readonly string[]): string[] {
	const last = words.at(-1) ?? '';
	const turned = last.endsWith('ies')
		? `${last.slice(0, -3)}y`
		: last.endsWith('s')
			? last.slice(0, -1)
			: last.endsWith('y')
				? `${last.slice(0, -1)}ies`
				: `${last}s`;
	return [...words.slice(0, -1), turned];
}
