/**
 * An index whose records are already read: others are added behind those of it that stay. Its words and postings become
 * one more stretch.
 */
import { LEFT_OUT } from './attributes.ts';
import type { CollectionIndex } from './collection-index.ts';
import { LONG } from './postings-writer.ts';
import { firstPair, placesFrom, writeRecords } from './postings.ts';
import type { RecordSet } from './record-set.ts';
import type { StretchPairs, StretchPlaces } from './stretches.ts';
import { textsIn } from './string-table.ts';

/** Those records of an index that stay, with the words that they have. */
export class EarlierRecords {
	/** How many stay. */
	readonly size: number;
	/** In fields of any kind. */
	readonly tokens: number;
	/** By a record's number in the index: the number that it gets, or {@link LEFT_OUT}. */
	readonly numbers: Uint32Array;
	/** Numbers of the words that stay, ascending. */
	private readonly live: Uint32Array;

	/** @param without records that do not stay */
	constructor(
		readonly index: CollectionIndex,
		without: RecordSet | null
	) {
		this.numbers = new Uint32Array(index.size);
		let size = 0;
		for (let record = 0; record < index.size; record++)
			this.numbers[record] = without?.has(record) === true ? LEFT_OUT : size++;
		this.size = size;
		const all = Uint32Array.from({ length: index.words.size }, (_, word) => word);
		[this.live, this.tokens] = size === index.size ? [all, index.tokens] : this.counted(all);
	}

	/** Which words stay, and how many tokens. */
	private counted(words: Uint32Array): [live: Uint32Array, tokens: number] {
		const { sections } = this.index;
		const records = new Uint32Array(this.index.size);
		let tokens = this.index.tokens;
		const live = words.filter((word) => {
			const first = firstPair(sections, word);
			const count = writeRecords(sections, word, records, 0);
			let stays = false;
			for (let at = 0; at < count; at++)
				if (this.numbers[records[at] as number] !== LEFT_OUT) stays = true;
				else tokens -= this.placesOf(first + at);
			return stays;
		});
		return [live, tokens];
	}

	/** How many places a pair has. */
	private placesOf(pair: number): number {
		const { places } = this.index.sections;
		let at = placesFrom(this.index.sections, pair);
		const end = placesFrom(this.index.sections, pair + 1);
		// Long ones begin with their length.
		if (end - at >= LONG) while ((places[at++] as number) > 127);
		let count = 0;
		// The last byte of a number is below 128.
		for (; at < end; at++) if ((places[at] as number) < 128) count++;
		return count;
	}

	/** The words that stay, in the order of the index. */
	words(): readonly string[] {
		const { wordBytes, wordStarts } = this.index.sections;
		// The decoder refuses memory that is shared, so they are copied first.
		const texts = textsIn({ bytes: wordBytes.slice(), starts: wordStarts });
		return this.live.length === texts.length ? texts : Array.from(this.live, (word) => texts[word] as string);
	}

	/** Of a list with a value for each record, those that stay. */
	kept<List extends Uint32Array | Int16Array>(values: List): List {
		return values.filter((_, record) => this.numbers[record] !== LEFT_OUT) as List;
	}

	/** The entries of the records that stay. */
	entries(): { readonly starts: Uint32Array; readonly places: Uint32Array; readonly fields: Uint8Array } {
		const { entryPlaces, sections } = this.index;
		const { entryStarts, entryFields } = sections;
		const starts = new Uint32Array(this.size);
		const [places, fields] = [new Uint32Array(entryPlaces.length), new Uint8Array(entryPlaces.length)];
		let to = 0;
		for (let record = 0; record < this.index.size; record++) {
			const number = this.numbers[record] as number;
			if (number === LEFT_OUT) continue;
			starts[number] = to;
			for (let at = entryStarts[record] as number; at < (entryStarts[record + 1] as number); at++, to++) {
				places[to] = entryPlaces[at] as number;
				fields[to] = entryFields[at] as number;
			}
		}
		return { starts, places: places.subarray(0, to), fields: fields.subarray(0, to) };
	}

	/**
	 * The postings among more words than there were.
	 * @param order the numbers of all words in their order; those of {@link words} are the first numbers, in their order
	 */
	stretch(order: Uint32Array): { readonly pairs: StretchPairs; readonly places: StretchPlaces } {
		const { sections, size } = this.index;
		const { live, numbers } = this;
		const all = firstPair(sections, this.index.words.size);
		const [pairStarts, placeStarts] = [new Uint32Array(order.length + 1), new Uint32Array(order.length + 1)];
		const [records, lengths, fields] = [new Uint32Array(all), new Uint8Array(all), new Uint8Array(all)];
		const bytes = new Uint8Array(sections.places.length);
		const own = new Uint32Array(size);
		let [pair, to] = [0, 0];
		for (let rank = 0; rank < order.length; rank++) {
			pairStarts[rank] = pair;
			placeStarts[rank] = to;
			const number = order[rank] as number;
			if (number >= live.length) continue;
			const word = live[number] as number;
			const count = writeRecords(sections, word, own, 0);
			let earlier = firstPair(sections, word);
			let from = placesFrom(sections, earlier);
			for (let at = 0; at < count; at++) {
				const end = placesFrom(sections, earlier + 1);
				const record = numbers[own[at] as number] as number;
				if (record !== LEFT_OUT) {
					records[pair] = record;
					lengths[pair] = end - from < LONG ? end - from : LONG;
					fields[pair++] = sections.pairFields[earlier] as number;
					for (let place = from; place < end; place++) bytes[to++] = sections.places[place] as number;
				}
				earlier++;
				from = end;
			}
		}
		pairStarts[order.length] = pair;
		placeStarts[order.length] = to;
		return {
			pairs: { starts: pairStarts, records: records.subarray(0, pair) },
			places: {
				starts: placeStarts,
				bytes: bytes.subarray(0, to),
				pairStarts,
				lengths: lengths.subarray(0, pair),
				fields: fields.subarray(0, pair)
			}
		};
	}
}
