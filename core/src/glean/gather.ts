/**
 * Candidates from the texts of records: phrases of one to five words, author keywords, headings. Records are added one by
 * one and kept as numbers of words. Phrases grow word by word: one of n words is only counted where both of its parts of
 * n − 1 words are in enough records (Agrawal & Srikant 1994), so that 50,000 abstracts fit into memory.
 */
import type { BibliographicRecord } from '../records/index.ts';
import { tokenTexts } from '../text/index.ts';
import { familyKey } from './family.ts';
import { phrasesOf, WordScores } from './phrase-score.ts';
import { STOP_WORDS } from './stop-words.ts';

/** Words of the longest phrase. */
const LONGEST = 5;

export interface GatherOptions {
	/** Records that must hold a candidate. */
	readonly fewest: number;
	/** Words that are no candidates by themselves, and at whose edge no phrase begins or ends; folded. */
	readonly hidden: ReadonlySet<string>;
	/** Candidates beyond this number are left out: those in the fewest records. */
	readonly most: number;
}

export interface GatheredTerm {
	/** The same in every gleaning: `word …` for a family of phrases, `heading vocabulary:identifier`. */
	readonly key: string;
	/** `vocabulary:identifier`; null for text words. */
	readonly heading: string | null;
	/** As they are written, folded, the commonest first; empty for headings. */
	readonly variants: readonly { readonly text: string; readonly records: number }[];
	/** Gathered records that hold it. */
	readonly records: number;
	/** Of these, in the title, and as an author keyword. */
	readonly titles: number;
	readonly keywords: number;
	/** RAKE's score of the best variant; 0 for headings. */
	readonly score: number;
	/** Sum of the weights of its edges in the network of candidates, an edge's weight being the records that hold both. Source: Barrat et al., PNAS 2004. */
	readonly strength: number;
	readonly firstYear: number | null;
	/** Share of the later half of the years (by records) in its records, less the share of the earlier half; 0 where years are unknown. */
	readonly trend: number;
}

/** Fields of a text: they are counted apart. */
const [TITLE, ABSTRACT, KEYWORD] = [1, 2, 4];

/** A field of a record: where its words begin, which it is, and the number of the record. */
interface Field {
	readonly from: number;
	readonly kind: number;
	readonly record: number;
}

/** Phrases that are variants of each other; the records that hold any of them, in any field, a title, an author keyword. */
interface Family {
	readonly grams: Gram[];
	readonly records: number[];
	readonly titles: number[];
	readonly keywords: number[];
}

/** A phrase while it is counted. */
interface Gram {
	readonly words: readonly number[];
	records: number;
	titles: number;
	keywords: number;
	abstracts: number;
	score: number;
}

/** Takes records one by one; {@link finish} gives the candidates. */
export class Gleaner {
	private readonly numbers = new Map<string, number>();
	private readonly words: string[] = [];
	/** Words of all texts one behind the other; -1 where a phrase ends. */
	private texts = new Int32Array(1 << 16);
	private length = 0;
	/** Where each field of each record begins in the texts, with its kind and its record. */
	private readonly fields: Field[] = [];
	private readonly years: (number | null)[] = [];
	private readonly abstracts: boolean[] = [];
	private readonly headings = new Map<string, number[]>();
	private readonly scores = new WordScores();
	private readonly seen = new Set<string>();

	constructor(private readonly options: GatherOptions) {}

	/** Records that were added; those that are the same by their texts count once. */
	get size(): number {
		return this.years.length;
	}

	/** @returns false where an earlier record says the same: it is not counted again */
	add(record: Pick<BibliographicRecord, 'titles' | 'abstract' | 'keywords' | 'headings' | 'year'>): boolean {
		const same = JSON.stringify([record.titles, record.abstract.slice(0, 400), record.keywords]);
		if (this.seen.has(same)) return false;
		this.seen.add(same);
		const number = this.years.length;
		this.years.push(record.year);
		this.abstracts.push(record.abstract.trim() !== '');
		for (const title of record.titles) this.field(title, TITLE, number);
		this.field(record.abstract, ABSTRACT, number);
		for (const keyword of record.keywords) this.field(keyword, KEYWORD, number);
		for (const key of new Set(record.headings.map(({ vocabulary, heading }) => `${vocabulary}:${heading}`))) {
			const held = this.headings.get(key);
			if (held) held.push(number);
			else this.headings.set(key, [number]);
		}
		return true;
	}

	private field(text: string, kind: number, record: number): void {
		this.fields.push({ from: this.length, kind, record });
		for (const phrase of phrasesOf(text, isStop)) {
			const from = this.length;
			for (const word of phrase) this.push(this.numberOf(word));
			this.scores.add(this.texts, from, this.length);
			this.push(-1);
		}
	}

	private push(value: number): void {
		if (this.length === this.texts.length) {
			const grown = new Int32Array(this.texts.length * 2);
			grown.set(this.texts);
			this.texts = grown;
		}
		this.texts[this.length++] = value;
	}

	private numberOf(word: string): number {
		let number = this.numbers.get(word);
		if (number === undefined) {
			number = this.words.push(word) - 1;
			this.numbers.set(word, number);
		}
		return number;
	}

	/** @param progress from 0 to 1 */
	finish(progress: (share: number) => void = () => undefined): readonly GatheredTerm[] {
		const families = new Map<string, Family>();
		let hidden: ReadonlySet<number> = new Set();
		let at: Int32Array | null = null;
		for (let length = 1; length <= LONGEST; length++) {
			const level = this.grow(at, length);
			if (length === 1) hidden = this.boilerplate(level.grams);
			at = level.at;
			const familyOf = level.grams.map((gram) => {
				if (!this.isCandidate(gram, hidden)) return null;
				const key = familyKey(gram.words.map((word) => this.words[word] ?? ''));
				const family = families.get(key) ?? { grams: [], records: [], titles: [], keywords: [] };
				families.set(key, family);
				family.grams.push(gram);
				return family;
			});
			// Records ascend, so a family has seen the record already where it is its last one; other lengths are put in order below.
			this.eachPlace((place, _, { kind, record }) => {
				const family = familyOf[level.at[place] as number];
				if (!family) return;
				if (family.records.at(-1) !== record) family.records.push(record);
				const own = kind === TITLE ? family.titles : kind === KEYWORD ? family.keywords : null;
				if (own && own.at(-1) !== record) own.push(record);
			});
			progress((0.9 * length) / LONGEST);
			if (level.grams.length === 0) break;
		}
		const terms = [...families].flatMap(([key, family]) => {
			const records = ascending(family.records);
			return records.length < this.options.fewest ? [] : [this.term(`word ${key}`, null, { ...family, records })];
		});
		const whole = withoutParts(terms);
		const named = [...this.headings]
			.filter(([, records]) => records.length >= this.options.fewest)
			.map(([key, records]) => this.term(`heading ${key}`, key, { grams: [], records, titles: [], keywords: [] }));
		const kept = [...whole, ...named]
			.sort((a, b) => b.records.length - a.records.length || (a.key < b.key ? -1 : 1))
			.slice(0, this.options.most);
		progress(1);
		return this.withStrength(kept);
	}

	/** Phrases of one word more than before, in enough records. @param before the phrase that begins at each place; null for single words */
	private grow(before: Int32Array | null, length: number): { readonly grams: Gram[]; readonly at: Int32Array } {
		const { texts } = this;
		const base = before ? before.reduce((most, one) => Math.max(most, one), 0) + 1 : 0;
		// A variant may be in fewer records than its family.
		const fewest = Math.ceil(this.options.fewest / 2);
		/** The phrase that begins at a place, as a number; -1 where none does. */
		const keyAt = (place: number, end: number): number => {
			if (!before) return texts[place] as number;
			if (place + 1 >= end) return -1;
			const [first, second] = [before[place] as number, before[place + 1] as number];
			return first < 0 || second < 0 ? -1 : first * base + second;
		};
		const often = fewest > 1 ? this.inSeveralRecords(keyAt) : null;
		const at = new Int32Array(this.length).fill(-1);
		const numbers = new Map<number, number>();
		const grams: Gram[] = [];
		const last: number[] = [];
		const lastIn: number[] = [];
		this.eachPlace((place, end, { kind, record }) => {
			const key = keyAt(place, end);
			if (key < 0 || often?.(key) === false) return;
			let gram = numbers.get(key);
			if (gram === undefined) {
				gram = grams.push(emptyGram(Array.from(texts.subarray(place, place + length)))) - 1;
				numbers.set(key, gram);
			}
			at[place] = gram;
			const counted = grams[gram] as Gram;
			if (last[gram] !== record) {
				counted.records++;
				last[gram] = record;
				lastIn[gram] = 0;
			}
			if (((lastIn[gram] ?? 0) & kind) !== 0) return;
			lastIn[gram] = (lastIn[gram] ?? 0) | kind;
			if (kind === TITLE) counted.titles++;
			else if (kind === KEYWORD) counted.keywords++;
			else counted.abstracts++;
		});
		const kept: Gram[] = [];
		const numberOf = grams.map((gram) => {
			if (gram.records < fewest) return -1;
			gram.score = gram.words.reduce((sum, word) => sum + this.scores.of(word), 0);
			return kept.push(gram) - 1;
		});
		for (let place = 0; place < at.length; place++)
			if ((at[place] as number) >= 0) at[place] = numberOf[at[place] as number] ?? -1;
		return { grams: kept, at };
	}

	/**
	 * Phrases that may be in several records: a table by hash remembers the record that came there first, so that those in
	 * one record alone, which are most, need no number (Park, Chen & Yu 1995). It may say yes too often, never no.
	 */
	private inSeveralRecords(keyAt: (place: number, end: number) => number): (key: number) => boolean {
		const first = new Int32Array(TABLE);
		this.eachPlace((place, end, { record }) => {
			const key = keyAt(place, end);
			if (key < 0) return;
			const slot = slotOf(key);
			if (first[slot] === 0) first[slot] = record + 1;
			else if (first[slot] !== record + 1) first[slot] = SEVERAL;
		});
		return (key) => first[slotOf(key)] === SEVERAL;
	}

	private eachPlace(take: (place: number, end: number, field: Field) => void): void {
		for (let field = 0; field < this.fields.length; field++) {
			const own = this.fields[field] as Field;
			const end = this.fields[field + 1]?.from ?? this.length;
			for (let place = own.from; place < end; place++) if ((this.texts[place] as number) >= 0) take(place, end, own);
		}
	}

	/** Hidden words, and those that behave like the structure of abstracts: in a quarter of them, in next to no title. */
	private boilerplate(words: readonly Gram[]): ReadonlySet<number> {
		const hidden = new Set<number>();
		for (const word of this.options.hidden) {
			const number = this.numbers.get(word);
			if (number !== undefined) hidden.add(number);
		}
		const abstracts = this.abstracts.filter(Boolean).length;
		if (abstracts >= MANY)
			for (const { words: own, abstracts: held, titles, keywords } of words)
				if (held >= abstracts * IN_ABSTRACTS && (titles + keywords) * TIMES < held) hidden.add(own[0] as number);
		return hidden;
	}

	/** Phrases do not begin or end with a hidden word; words of one or two letters and numbers are none by themselves. */
	private isCandidate({ words }: Gram, hidden: ReadonlySet<number>): boolean {
		const [first, last] = [words[0] as number, words.at(-1) as number];
		if (hidden.has(first) || hidden.has(last)) return false;
		if (words.length > 1) return words.some((word) => !isNumber(this.words[word] ?? ''));
		const text = this.words[first] ?? '';
		return (text.length > 2 || /[^\x00-\x7f]/.test(text)) && !isNumber(text);
	}

	private term(key: string, heading: string | null, { grams, records, titles, keywords }: Readonly<Family>): Counted {
		const years = records.flatMap((record) => this.years[record] ?? []);
		return {
			key,
			heading,
			variants: [...grams]
				.sort((a, b) => b.records - a.records)
				.map(({ words, records: held }) => ({
					text: words.map((word) => this.words[word] ?? '').join(' '),
					records: held
				})),
			records,
			titles: new Set(titles).size,
			keywords: new Set(keywords).size,
			score: grams.reduce((most, { score }) => Math.max(most, score), 0),
			firstYear: years.reduce<number | null>((least, year) => (least === null || year < least ? year : least), null),
			trend: this.trendOf(years)
		};
	}

	private middle: number | null = null;
	private trendOf(years: readonly number[]): number {
		if (years.length === 0) return 0;
		if (this.middle === null) {
			const all = this.years.filter((year) => year !== null).sort((a, b) => a - b);
			this.middle = all[all.length >>> 1] ?? 0;
		}
		const { middle } = this;
		const later = years.filter((year) => year >= middle).length;
		return (2 * later - years.length) / years.length;
	}

	/** Each record adds to each of its candidates the number of its others: the sum over records is the sum of the weights of the edges. */
	private withStrength(terms: readonly Counted[]): readonly GatheredTerm[] {
		const held = new Uint32Array(this.size);
		for (const { records } of terms) for (const record of records) held[record] = (held[record] ?? 0) + 1;
		return terms.map(({ records, ...term }) => ({
			...term,
			records: records.length,
			strength: records.reduce((sum, record) => sum + (held[record] ?? 1) - 1, 0)
		}));
	}
}

/** Slots of the table by hash, and what one holds that several records came to. */
const TABLE = 1 << 24;
const SEVERAL = -1;
/** Multiplication by a fraction of the golden ratio spreads numbers over the table (Knuth, volume 3). */
const slotOf = (key: number): number =>
	(Math.imul(key % 0x7fffffff, 0x9e3779b1) ^ Math.imul(Math.floor(key / 0x7fffffff), 0x85ebca6b)) >>> 8;

type Counted = Omit<GatheredTerm, 'records' | 'strength'> & { readonly records: readonly number[] };

/** Abstracts from which on behaviour tells; the share of them, and how many times rarer titles and keywords must be. */
const MANY = 40;
const IN_ABSTRACTS = 0.25;
const TIMES = 12;

const isStop = (word: string): boolean => STOP_WORDS.has(word);
const isNumber = (word: string): boolean => /^\d+$/.test(word);
const ascending = (records: readonly number[]): number[] => [...new Set(records)].sort((a, b) => a - b);
const emptyGram = (words: readonly number[]): Gram => ({
	words,
	records: 0,
	titles: 0,
	keywords: 0,
	abstracts: 0,
	score: 0
});

/** Without phrases of two words and more that only stand within a longer one: the longer says the same and more. */
function withoutParts(terms: readonly Counted[]): readonly Counted[] {
	const longest = new Map<string, number>();
	for (const { variants, records } of terms)
		for (const { text } of variants) {
			const words = text.split(' ');
			for (let from = 0; from < words.length; from++)
				for (let to = from + 2; to <= words.length; to++) {
					if (to - from === words.length) continue;
					const part = words.slice(from, to).join(' ');
					longest.set(part, Math.max(longest.get(part) ?? 0, records.length));
				}
		}
	return terms.filter(
		({ variants, records }) =>
			!variants.some(({ text }) => text.includes(' ')) ||
			variants.every(({ text }) => (longest.get(text) ?? 0) < records.length)
	);
}

/** The words of a list that a person typed: one or more a line, or separated by commas. */
export const wordsOfList = (text: string): readonly string[] => [...new Set(tokenTexts(text))];
