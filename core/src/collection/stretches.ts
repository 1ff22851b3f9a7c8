/**
 * Tokens as they are read, stretch by stretch, and then sorted by word. Only the number of each
 * token's word is kept at first. Sorting waits until all words are known and have an order: then
 * what is made of every stretch has the same order, and is put together by reading all from front to
 * back. A stretch is sorted in two steps, first into groups of words that stand in a row and
 * have tokens that fit into the processor's cache together, then each group by counting.
 */
import { NumberWriter } from './bytes.ts';
import { inPieces, type Kernel } from './kernel.ts';

/** Places are kept with their field in the upper bits. */
const FIELD_SHIFT = 29;
/** Tokens after which a stretch ends. */
const STRETCH = 5_000_000;
/** Tokens of a group: 2 MB. */
const GROUP = 1 << 18;
/** Groups are told by a byte. */
const GROUPS = 256;

/** A stretch's pairs, word by word. */
export interface StretchPairs {
	readonly starts: Uint32Array;
	readonly records: Uint32Array;
}

/** A stretch's places, word by word; of each pair, how many bytes they take, and the fields as bits. */
export interface StretchPlaces {
	readonly starts: Uint32Array;
	readonly bytes: Uint8Array;
	readonly pairStarts: Uint32Array;
	readonly lengths: Uint8Array;
	readonly fields: Uint8Array;
}

interface Stretch {
	readonly words: Uint32Array;
	readonly tokens: number;
	/** The number of its first record. */
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
	private size: number;
	private base: number;
	private records = new NumberWriter();
	private entryEnds = new NumberWriter();
	private entryPlaces = new NumberWriter();
	private readonly closed: Stretch[] = [];
	/**
	 * @param stretch tokens after which a stretch ends
	 * @param first number of the first record
	 */
	constructor(
		private readonly kernel: Kernel,
		private readonly stretch = STRETCH,
		first = 0
	) {
		this.size = this.base = first;
	}

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
		const stretches = this.closed.splice(0).map((stretch) => this.sorted(stretch, order));
		return { pairs: stretches.map((one) => one.pairs), places: stretches.map((one) => one.places) };
	}

	private sorted(
		stretch: Stretch,
		order: Uint32Array
	): { readonly pairs: StretchPairs; readonly places: StretchPlaces } {
		const { kernel } = this;
		const { does } = kernel;
		const { tokens, base } = stretch;
		const words = order.length;
		const mark = kernel.mark();
		const room = (numbers: number) => kernel.room(numbers * 4);
		const [tokensAt, orderAt] = [kernel.given(stretch.words.subarray(0, tokens)), kernel.given(order)];
		const [next, starts, groups, groupOf] = [room(words), room(words + 1), room(GROUPS * 2), kernel.room(words)];
		kernel.numbers(next, words).fill(0);
		inPieces(tokens, 1 << 16, (from, end) => {
			does.count(tokensAt, from, end, next);
		});
		// Two groups in a row have more than the ceiling, so that there are never too many.
		const ceiling = Math.max(GROUP, Math.ceil(tokens / (GROUPS / 2 - 2)));
		const groupCount = does.plan(orderAt, words, next, starts, groupOf, groups, ceiling);
		const plan = kernel.numbers(groups, groupCount * 2 + 2).slice();
		const [firstWord, firstToken] = [
			(group: number) => plan[group * 2] as number,
			(group: number) => plan[group * 2 + 1] as number
		];
		const nextOfGroup = kernel.given(Uint32Array.from({ length: groupCount }, (_, group) => firstToken(group)));
		const [records, entryEnds, entryPlaces] = [
			kernel.given(stretch.records),
			kernel.given(stretch.entryEnds),
			kernel.given(stretch.entryPlaces)
		];
		const grouped = room(tokens * 3);
		does.beginGrouping();
		inPieces(stretch.records.length - 1, 256, (from, end) => {
			does.group(tokensAt, records, from, end, entryEnds, entryPlaces, groupOf, nextOfGroup, grouped, base);
		});
		const most = does.highestPlace();
		const largest = Array.from({ length: groupCount }, (_, group) => firstToken(group + 1) - firstToken(group)).reduce(
			(a, b) => Math.max(a, b),
			0
		);
		const sorted = room(largest * 2);
		const [pairStarts, placeStarts] = [room(words + 1), room(words + 1)];
		const [recordsOut, fields, lengths] = [room(tokens), kernel.room(tokens), kernel.room(tokens)];
		// Long places begin with their length, and are moved behind the others for a while.
		const places = kernel.room((tokens * (most < 16_384 ? 2 : 5) + Math.ceil(tokens / 50) * 5) * 2);
		does.beginWriting();
		for (let group = 0; group < groupCount; group++) {
			const [from, end] = [firstToken(group), firstToken(group + 1)];
			does.sort(grouped, from, end, next, sorted);
			does.write(
				sorted,
				from,
				starts,
				firstWord(group),
				firstWord(group + 1),
				pairStarts,
				placeStarts,
				recordsOut,
				fields,
				lengths,
				places
			);
		}
		const [pairs, bytes] = [does.pairs(), does.bytes()];
		const out = (at: number) => kernel.numbers(at, words + 1).slice();
		const [pairStartsOut, placeStartsOut] = [out(pairStarts), out(placeStarts)];
		pairStartsOut[words] = pairs;
		placeStartsOut[words] = bytes;
		const made = {
			pairs: { starts: pairStartsOut, records: kernel.numbers(recordsOut, pairs).slice() },
			places: {
				starts: placeStartsOut,
				bytes: kernel.bytes(places, bytes).slice(),
				pairStarts: pairStartsOut,
				lengths: kernel.bytes(lengths, pairs).slice(),
				fields: kernel.bytes(fields, pairs).slice()
			}
		};
		kernel.release(mark);
		return made;
	}
}
