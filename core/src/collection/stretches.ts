/**
 * Tokens as they are read, stretch by stretch, and then sorted by word. Only the number of each
 * token's word is kept at first. Sorting waits until all words are known and have an order: then
 * what is made of every stretch has the same order, and is put together by reading all from front to
 * back. A stretch is sorted in two steps, first into groups of words that stand in a row and
 * have tokens that fit into the processor's cache together, then each group by counting.
 */
import { NumberWriter, putNumber } from './bytes.ts';
import type { StretchPairs, StretchPlaces } from './part.ts';
import { LONG } from './postings-writer.ts';

/** Places are kept with their field in the upper bits. */
const FIELD_SHIFT = 29;
const ORDINAL = (1 << FIELD_SHIFT) - 1;
/** Tokens after which a stretch ends. */
const STRETCH = 5_000_000;
/** Tokens of a group: 2 MB. */
const GROUP = 1 << 18;
/** Groups are told by a byte. */
const GROUPS = 255;

interface Stretch {
	readonly words: Uint32Array;
	readonly tokens: number;
	/** The number of its first record, counted from the part's first. */
	readonly base: number;
	/** Per record: its first entry; one more for the end. */
	readonly records: Uint32Array;
	/** Per entry: the token behind its last; the place of its first, with the field in the upper bits. */
	readonly entryEnds: Uint32Array;
	readonly entryPlaces: Uint32Array;
}

export class TokenStretches {
	private words = new Uint32Array(1 << 12);
	/** Behind the last token of the stretch under way. */
	end = 0;
	private size = 0;
	private base = 0;
	private records = new NumberWriter();
	private entryEnds = new NumberWriter();
	private entryPlaces = new NumberWriter();
	private readonly closed: Stretch[] = [];
	/** While stretches are sorted, group by group: word, record and place of each token, side by side, since the writing jumps. */
	private grouped = new Uint32Array(0);
	/** Of one group: record and place of each token, by word. */
	private sorted = new Uint32Array(0);

	/** @param stretch tokens after which a stretch ends */
	constructor(private readonly stretch = STRETCH) {}

	/** Begins the next record. */
	record(): void {
		if (this.end >= this.stretch) this.close();
		this.size++;
		this.records.push(this.entryEnds.length);
	}

	/** Where words are to be written from `end` on, with room for so many. */
	room(words: number): Uint32Array {
		if (this.end + words > this.words.length) {
			const grown = new Uint32Array(Math.max(this.words.length * 2, this.end + words));
			grown.set(this.words.subarray(0, this.end));
			this.words = grown;
		}
		return this.words;
	}

	/** Takes an entry whose words were written. @param end behind its last word @param place of its first */
	entry(end: number, field: number, place: number): void {
		this.end = end;
		this.entryEnds.push(end);
		this.entryPlaces.push(((field << FIELD_SHIFT) | place) >>> 0);
	}

	private close(): void {
		this.records.push(this.entryEnds.length);
		this.closed.push({
			words: this.words,
			tokens: this.end,
			base: this.base,
			records: this.records.written(),
			entryEnds: this.entryEnds.written(),
			entryPlaces: this.entryPlaces.written()
		});
		// As long as the last became, so that it need not grow again.
		this.words = new Uint32Array(this.words.length);
		[this.end, this.base] = [0, this.size];
		this.records = new NumberWriter();
		this.entryEnds = new NumberWriter();
		this.entryPlaces = new NumberWriter();
	}

	/** @param order the numbers of all words, in the order that is wanted; nothing can be added after */
	inOrder(order: Uint32Array): { readonly pairs: readonly StretchPairs[]; readonly places: readonly StretchPlaces[] } {
		if (this.end > 0) this.close();
		const stretches = this.closed.splice(0).map((stretch) => this.sortedStretch(stretch, order));
		this.grouped = this.sorted = new Uint32Array(0);
		return { pairs: stretches.map((one) => one.pairs), places: stretches.map((one) => one.places) };
	}

	private sortedStretch(stretch: Stretch, order: Uint32Array): { readonly pairs: StretchPairs; readonly places: StretchPlaces } {
		const { words, tokens } = stretch;
		const next = new Uint32Array(order.length);
		for (let token = 0; token < tokens; token++) {
			const word = words[token] as number;
			next[word] = (next[word] as number) + 1;
		}
		const ceiling = Math.max(GROUP, Math.ceil(tokens / (GROUPS >>> 1)));
		const groupOf = new Uint8Array(order.length);
		/** By group: its first word in the order, its first token; one more for the end. */
		const firstWords = [0];
		const firstTokens = [0];
		/** By word in the order: its first token. */
		const starts = new Uint32Array(order.length + 1);
		let sum = 0;
		for (let at = 0; at < order.length; at++) {
			const word = order[at] as number;
			const count = next[word] as number;
			const first = firstTokens[firstTokens.length - 1] as number;
			if (sum > first && sum - first + count > ceiling) {
				firstWords.push(at);
				firstTokens.push(sum);
			}
			groupOf[word] = firstTokens.length - 1;
			next[word] = sum;
			starts[at + 1] = sum += count;
		}
		firstWords.push(order.length);
		firstTokens.push(sum);
		const most = this.group(stretch, groupOf, firstTokens);
		const writer = new StretchWriter(order.length, tokens, most);
		for (let group = 0; group + 1 < firstTokens.length; group++) {
			const [from, to] = [firstTokens[group] as number, firstTokens[group + 1] as number];
			this.sortGroup(from, to, next);
			writer.words(this.sorted, starts, firstWords[group] as number, firstWords[group + 1] as number, from);
		}
		return writer.finish();
	}

	/** @returns the highest place */
	private group({ words, tokens, base, records, entryEnds, entryPlaces }: Stretch, groupOf: Uint8Array, firstTokens: readonly number[]): number {
		if (this.grouped.length < tokens * 3) this.grouped = new Uint32Array(tokens * 3);
		const { grouped } = this;
		const next = Uint32Array.from(firstTokens, (first) => first * 3);
		let token = 0;
		let most = 0;
		for (let record = 0; record + 1 < records.length; record++) {
			const stop = records[record + 1] as number;
			for (let entry = records[record] as number; entry < stop; entry++) {
				const end = entryEnds[entry] as number;
				const place = entryPlaces[entry] as number;
				groupEntry(words, token, end, groupOf, next, grouped, base + record, place);
				most = Math.max(most, (place & ORDINAL) + end - token);
				token = end;
			}
		}
		return most;
	}

	private sortGroup(from: number, end: number, next: Uint32Array): void {
		if (this.sorted.length < (end - from) * 2) this.sorted = new Uint32Array((end - from) * 2);
		const { grouped, sorted } = this;
		for (let token = from * 3; token < end * 3; token += 3) {
			const word = grouped[token] as number;
			const place = next[word] as number;
			next[word] = place + 1;
			const to = (place - from) * 2;
			sorted[to] = grouped[token + 1] as number;
			sorted[to + 1] = grouped[token + 2] as number;
		}
	}
}

function groupEntry(
	words: Uint32Array,
	from: number,
	end: number,
	groupOf: Uint8Array,
	next: Uint32Array,
	into: Uint32Array,
	record: number,
	firstPlace: number
): void {
	for (let token = from, place = firstPlace; token < end; token++, place++) {
		const word = words[token] as number;
		const group = groupOf[word] as number;
		const to = next[group] as number;
		next[group] = to + 3;
		into[to] = word;
		into[to + 1] = record;
		into[to + 2] = place;
	}
}

/** Writes the pairs of a stretch and their places, word by word. */
class StretchWriter {
	private readonly pairStarts: Uint32Array;
	private readonly placeStarts: Uint32Array;
	private readonly records: Uint32Array;
	private readonly fields: Uint8Array;
	private readonly lengths: Uint8Array;
	private readonly bytes: Uint8Array;
	private pair = 0;
	private byte = 0;

	/** @param most the highest place */
	constructor(words: number, tokens: number, most: number) {
		this.pairStarts = new Uint32Array(words + 1);
		this.placeStarts = new Uint32Array(words + 1);
		// Memory that is never written costs nothing.
		this.records = new Uint32Array(tokens);
		this.fields = new Uint8Array(tokens);
		this.lengths = new Uint8Array(tokens);
		// Long places begin with their length; numbers are written with a byte to spare.
		this.bytes = new Uint8Array(tokens * (most < 16_384 ? 2 : 5) + Math.ceil(tokens / 50) * 5 + 8);
	}

	/**
	 * @param sorted record and place of each token, from the first token of these words on
	 * @param starts by word: its first token @param base the first token of the first of these words
	 */
	words(sorted: Uint32Array, starts: Uint32Array, first: number, end: number, base: number): void {
		const { pairStarts, placeStarts, records, fields, lengths, bytes } = this;
		let pair = this.pair - 1;
		let byte = this.byte;
		for (let word = first; word < end; word++) {
			pairStarts[word] = pair + 1;
			placeStarts[word] = byte;
			const from = ((starts[word] as number) - base) * 2;
			const stop = ((starts[word + 1] as number) - base) * 2;
			let last = -1;
			let place = 0;
			let inFields = 0;
			let length = 0;
			let longest = 0;
			// Whether a token is of the record before comes as by chance, so it is not asked but reckoned: `same` has no bits or all.
			for (let at = from; at < stop; at += 2) {
				const record = sorted[at] as number;
				const full = sorted[at + 1] as number;
				const other = record ^ last;
				const fresh = (other | -other) >>> 31;
				const same = fresh - 1;
				const ordinal = full & ORDINAL;
				const begun = byte;
				byte = putNumber(bytes, byte, ordinal - (place & same));
				pair += fresh;
				inFields = (inFields & same) | (1 << (full >>> FIELD_SHIFT));
				length = (length & same) + byte - begun;
				longest = length > longest ? length : longest;
				records[pair] = record;
				fields[pair] = inFields;
				lengths[pair] = length;
				place = ordinal;
				last = record;
			}
			if (longest >= LONG) byte = this.markLong(placeStarts[word] as number, byte, sorted, from, stop, pairStarts[word] as number);
		}
		this.pair = pair + 1;
		this.byte = byte;
	}

	/** Writes the places of a word anew, some of which are long and must begin with their length. @returns where they end */
	private markLong(start: number, end: number, sorted: Uint32Array, from: number, stop: number, firstPair: number): number {
		const { bytes, lengths } = this;
		const written = bytes.slice(start, end);
		let [read, to, pair] = [0, start, firstPair];
		for (let at = from; at < stop; pair++) {
			const record = sorted[at];
			const begun = read;
			for (; at < stop && sorted[at] === record; at += 2) {
				while ((written[read] as number) > 127) read++;
				read++;
			}
			const length = read - begun;
			lengths[pair] = Math.min(length, LONG);
			if (length >= LONG) to = putNumber(bytes, to, length);
			bytes.set(written.subarray(begun, read), to);
			to += length;
		}
		return to;
	}

	finish(): { readonly pairs: StretchPairs; readonly places: StretchPlaces } {
		const { pairStarts, placeStarts, records, fields, lengths, bytes, pair, byte } = this;
		pairStarts[pairStarts.length - 1] = pair;
		placeStarts[placeStarts.length - 1] = byte;
		return {
			pairs: { starts: pairStarts, records: records.subarray(0, pair) },
			// The two halves of joining go to two threads, so each has where the pairs begin.
			places: {
				starts: placeStarts,
				bytes: bytes.subarray(0, byte),
				pairStarts: pairStarts.slice(),
				lengths: lengths.subarray(0, pair),
				fields: fields.subarray(0, pair)
			}
		};
	}
}
