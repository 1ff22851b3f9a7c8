/**
 * The inmost loops of building an index, in AssemblyScript (TypeScript's syntax with the numbers
 * of the processor, compiled to WebAssembly by `npm run kernel`): taking the words of a text,
 * sorting a stretch of tokens by word, joining stretches. Quick from the first record on, where the same in JavaScript is
 * interpreted, compiled and thrown away several times while it runs. Long work is done in many calls,
 * since the engine puts better code in place from one call to the next only. Who calls it
 * (src/collection/kernel.ts) gives it all memory and sees to it that there is enough.
 */

// ---------------------------------------------------------------- words of texts

/** 16 bytes a slot: the word's first eight bytes, its length (0 where the slot is free), its number. */
let slots: usize = 0;
let mask: u32 = 0;
/** The bytes of all words, one behind the other; where each begins, one more for the end. */
let all: usize = 0;
let starts: usize = 0;
let size: u32 = 0;
/** Keeps the pass that only fetches memory from being left out. */
let fetched: u32 = 0;

/** Sets the bit that makes capitals of ASCII small; small letters and digits have it. */
const SMALL: u64 = 0x2020202020202020;
/** Bytes of a word that stand in its slot; most words are no longer. */
const INLINE: u32 = 8;

export function begin(): void {
	size = 0;
}

/** How many words there are. */
export function words(): u32 {
	return size;
}

export function wasFetched(): u32 {
	return fetched;
}

/** Where the words are kept; what was there has been moved. */
export function keep(bytes: usize, numbers: usize): void {
	all = bytes;
	starts = numbers;
}

/** Mixes by two odd numbers and shifts, so that every bit counts in the lower ones. */
@inline
function mixed(key: u64, seed: u32): u32 {
	let hash: u64 = (key ^ (seed as u64)) * 0x9e3779b97f4a7c15;
	hash ^= hash >> 32;
	hash *= 0xd6e8feb86659fd93;
	return (hash >> 32) as u32;
}

/** Up to eight bytes as one number. @param fold bits set in each */
@inline
function keyAt(at: usize, length: u32, fold: u64): u64 {
	const key = load<u64>(at) | fold;
	return length >= INLINE ? key : key & ((1 << ((length as u64) << 3)) - 1);
}

/** With what lies behind the first eight bytes. */
function mixedOn(hash: u32, at: usize, length: u32, fold: u64): u32 {
	let next = hash;
	for (let from: u32 = INLINE; from < length; from += INLINE) next = mixed(keyAt(at + from, length - from, fold), next);
	return next;
}

@inline
function hashOf(key: u64, at: usize, length: u32, fold: u64): u32 {
	const hash = mixed(key, length);
	return length > INLINE ? mixedOn(hash, at, length, fold) : hash;
}

/** 16 bits: which of 16 bytes of ASCII are letters or digits. */
@inline
function joinsAt(at: usize): u32 {
	const bytes = v128.load(at);
	const letters = i8x16.lt_u(i8x16.sub(v128.or(bytes, i8x16.splat(0x20)), i8x16.splat(0x61)), i8x16.splat(26));
	const digits = i8x16.lt_u(i8x16.sub(bytes, i8x16.splat(0x30)), i8x16.splat(10));
	return i8x16.bitmask(v128.or(letters, digits)) as u32;
}

/**
 * Takes the words of a text that is all ASCII: runs of letters and digits, folded. In passes over all of its words, so that none
 * waits for a letter to decide where to go on, and the memory of many words is fetched at once.
 * @param text `end` bytes, and 64 of 0 behind them
 * @param edges room for the places where words begin and end, `keys` for the first eight bytes, `hashes` for the hash of each
 * @param into the number of each word is written here, in order
 * @returns how many
 */
export function read(text: usize, end: u32, edges: usize, keys: usize, hashes: usize, into: usize): u32 {
	let to = edges;
	let before: u32 = 0;
	for (let base: u32 = 0; base <= end; base += 32) {
		const joins = joinsAt(text + base) | (joinsAt(text + base + 16) << 16);
		let changes = joins ^ ((joins << 1) | before);
		before = joins >> 31;
		while (changes != 0) {
			store<u32>(to, base + ctz(changes));
			to += 4;
			changes &= changes - 1;
		}
	}
	const count = ((to - edges) >> 3) as u32;
	for (let word: u32 = 0; word < count; word++) {
		const start = load<u32>(edges + (word << 3));
		const length = load<u32>(edges + (word << 3), 4) - start;
		const key = keyAt(text + start, length, SMALL);
		store<u64>(keys + (word << 3), key);
		store<u32>(hashes + (word << 2), hashOf(key, text + start, length, SMALL));
	}
	// Looks at the slots without needing what they hold, so that nothing waits for it.
	let seen: u32 = 0;
	for (let word: u32 = 0; word < count; word++) seen ^= load<u32>(slots + ((load<u32>(hashes + (word << 2)) & mask) << 4));
	fetched = seen;
	for (let word: u32 = 0; word < count; word++) {
		const start = load<u32>(edges + (word << 3));
		const length = load<u32>(edges + (word << 3), 4) - start;
		const key = load<u64>(keys + (word << 3));
		const hash = load<u32>(hashes + (word << 2));
		const slot = slots + ((hash & mask) << 4);
		const known = load<u64>(slot) == key && load<u32>(slot, 8) == length && length <= INLINE;
		store<u32>(into + (word << 2), known ? load<u32>(slot, 12) : find(text + start, length, key, hash, SMALL));
	}
	return count;
}

/** The number of one folded word. */
export function single(text: usize, length: u32): u32 {
	const key = keyAt(text, length, 0);
	return find(text, length, key, hashOf(key, text, length, 0), 0);
}

function find(at: usize, length: u32, key: u64, hash: u32, fold: u64): u32 {
	let place = hash & mask;
	for (; ; place = (place + 1) & mask) {
		const slot = slots + (place << 4);
		const own = load<u32>(slot, 8);
		if (own == 0) break;
		if (own != length || load<u64>(slot) != key) continue;
		const known = load<u32>(slot, 12);
		if (length <= INLINE || sameRest(at, all + load<u32>(starts + (known << 2)), length, fold)) return known;
	}
	const number = size++;
	const to = load<u32>(starts + (number << 2));
	for (let byte: u32 = 0; byte < length; byte++) store<u8>(all + to + byte, load<u8>(at + byte) | (fold as u8));
	store<u32>(starts + (number << 2), to + length, 4);
	fill(slots + (place << 4), key, length, number);
	return number;
}

function sameRest(at: usize, other: usize, length: u32, fold: u64): bool {
	for (let byte: u32 = INLINE; byte < length; byte++) if ((load<u8>(at + byte) | (fold as u8)) != load<u8>(other + byte)) return false;
	return true;
}

@inline
function fill(slot: usize, key: u64, length: u32, number: u32): void {
	store<u64>(slot, key);
	store<u32>(slot, length, 8);
	store<u32>(slot, number, 12);
}

/** Other slots, empty ones; the words are placed anew by their hashes, first those that came first. */
export function spread(newSlots: usize, newMask: u32): void {
	memory.fill(newSlots, 0, ((newMask as usize) + 1) << 4);
	for (let word: u32 = 0; word < size; word++) {
		const at = all + load<u32>(starts + (word << 2));
		const length = load<u32>(starts + (word << 2), 4) - load<u32>(starts + (word << 2));
		const key = keyAt(at, length, 0);
		let place = hashOf(key, at, length, 0) & newMask;
		while (load<u32>(newSlots + (place << 4), 8) != 0) place = (place + 1) & newMask;
		fill(newSlots + (place << 4), key, length, word);
	}
	slots = newSlots;
	mask = newMask;
}

// ---------------------------------------------------------------- stretches of tokens

/** Places are kept with their field in the upper bits. */
const FIELD_SHIFT: u32 = 29;
const ORDINAL: u32 = (1 << FIELD_SHIFT) - 1;
/** Places of so many bytes and more begin with their length (postings-writer.ts). */
const LONG: u32 = 255;

/** How often each word comes in some tokens. @param counts added to */
export function count(tokens: usize, from: u32, end: u32, counts: usize): void {
	for (let token = from; token < end; token++) {
		const own = counts + (load<u32>(tokens + (token << 2)) << 2);
		store<u32>(own, load<u32>(own) + 1);
	}
}

/**
 * Groups of words that stand in a row in the order and have tokens that fit into the cache together.
 * @param order the words' numbers in the order that is wanted
 * @param next by word: how many tokens; then, where its first goes
 * @param starts by word in the order: its first token; one more for the end
 * @param groupOf a byte by word: its group
 * @param groups by group: its first word in the order, its first token; one more for the end
 * @returns how many groups
 */
export function plan(order: usize, words: u32, next: usize, starts: usize, groupOf: usize, groups: usize, ceiling: u32): u32 {
	let sum: u32 = 0;
	let group: u32 = 0;
	let first: u32 = 0;
	store<u64>(groups, 0);
	for (let at: u32 = 0; at < words; at++) {
		const word = load<u32>(order + (at << 2));
		const tokens = load<u32>(next + (word << 2));
		if (sum > first && sum - first + tokens > ceiling) {
			group++;
			first = sum;
			store<u32>(groups + (group << 3), at);
			store<u32>(groups + (group << 3), sum, 4);
		}
		store<u8>(groupOf + word, group as u8);
		store<u32>(next + (word << 2), sum);
		store<u32>(starts + (at << 2), sum);
		sum += tokens;
	}
	store<u32>(starts + (words << 2), sum);
	group++;
	store<u32>(groups + (group << 3), words);
	store<u32>(groups + (group << 3), sum, 4);
	return group;
}

/** Where grouping is: the next token; the highest place so far. */
let groupedToken: u32 = 0;
let highest: u32 = 0;

export function beginGrouping(): void {
	groupedToken = 0;
	highest = 0;
}

export function highestPlace(): u32 {
	return highest;
}

/**
 * Puts the tokens of some records, the next ones, into their groups: word, record and place, side by side.
 * @param records by record: its first entry; one more for the end
 * @param entryEnds by entry: the token behind its last @param entryPlaces the place of its first, with the field
 * @param next by group: where its next token goes
 * @param base number of the stretch's first record
 */
export function group(
	tokens: usize,
	records: usize,
	first: u32,
	last: u32,
	entryEnds: usize,
	entryPlaces: usize,
	groupOf: usize,
	next: usize,
	grouped: usize,
	base: u32
): void {
	let token = groupedToken;
	let most = highest;
	for (let record = first; record < last; record++) {
		const stop = load<u32>(records + (record << 2), 4);
		for (let entry = load<u32>(records + (record << 2)); entry < stop; entry++) {
			const end = load<u32>(entryEnds + (entry << 2));
			let place = load<u32>(entryPlaces + (entry << 2));
			for (; token < end; token++, place++) {
				const word = load<u32>(tokens + (token << 2));
				const own = next + ((load<u8>(groupOf + word) as u32) << 2);
				const to = load<u32>(own);
				store<u32>(own, to + 1);
				const at = grouped + (to as usize) * 12;
				store<u32>(at, word);
				store<u32>(at, base + record, 4);
				store<u32>(at, place, 8);
			}
			most = max(most, place & ORDINAL);
		}
	}
	groupedToken = token;
	highest = most;
}

/** Sorts one group, its tokens from `from` on, by word: record and place of each. @param next by word: where its next token goes */
export function sort(grouped: usize, from: u32, end: u32, next: usize, sorted: usize): void {
	let at = grouped + (from as usize) * 12;
	for (let token = from; token < end; token++, at += 12) {
		const own = next + (load<u32>(at) << 2);
		const to = load<u32>(own);
		store<u32>(own, to + 1);
		store<u64>(sorted + ((to - from) << 3), load<u64>(at, 4));
	}
}

/** Where writing is: behind the last pair, behind the last byte of places. */
let pair: u32 = 0;
let byte: u32 = 0;

export function beginWriting(): void {
	pair = 0;
	byte = 0;
}

export function pairs(): u32 {
	return pair;
}

export function bytes(): u32 {
	return byte;
}

/** Writes a number in as few bytes as it needs, seven bits each, low ones first (bytes.ts). @returns the place behind it; a byte there may be written, too */
@inline
function put(at: usize, value: u32): usize {
	if (value < 16_384) {
		// One byte or two comes as by chance, so it is not asked but reckoned.
		const two: u32 = (127 - value) >> 31;
		store<u16>(at, (value & 127) | (two << 7) | ((value >> 7) << 8));
		return at + 1 + two;
	}
	let to = at;
	let rest = value;
	while (rest > 127) {
		store<u8>(to++, (rest & 127) | 128);
		rest >>= 7;
	}
	store<u8>(to++, rest);
	return to;
}

/**
 * Writes the pairs of some words of the order and their places.
 * @param sorted record and place of each token, from token `base` on
 * @param pairStarts by word: its first pair @param placeStarts its first byte of places
 * @param records by pair: its record @param fields as bits @param lengths bytes of its places, or {@link LONG}
 */
export function write(
	sorted: usize,
	base: u32,
	starts: usize,
	first: u32,
	end: u32,
	pairStarts: usize,
	placeStarts: usize,
	records: usize,
	fields: usize,
	lengths: usize,
	places: usize
): void {
	for (let word = first; word < end; word++) {
		store<u32>(pairStarts + (word << 2), pair);
		store<u32>(placeStarts + (word << 2), byte);
		const stop = sorted + ((load<u32>(starts + (word << 2), 4) - base) << 3);
		const from = sorted + ((load<u32>(starts + (word << 2)) - base) << 3);
		let own = pair - 1;
		let to = places + byte;
		let begun = to;
		let last: u32 = 0xffffffff;
		let place: u32 = 0;
		let inFields: u32 = 0;
		let longest: u32 = 0;
		for (let at = from; at < stop; at += 8) {
			const record = load<u32>(at);
			const full = load<u32>(at, 4);
			const ordinal = full & ORDINAL;
			// Whether a token is of the record before comes as by chance, so it is not asked but chosen.
			const fresh = record != last;
			place = fresh ? 0 : place;
			inFields = (fresh ? 0 : inFields) | (1 << (full >> FIELD_SHIFT));
			begun = fresh ? to : begun;
			own += fresh as u32;
			to = put(to, ordinal - place);
			const length = (to - begun) as u32;
			longest = max(longest, length);
			store<u32>(records + (own << 2), record);
			store<u8>(fields + own, inFields);
			store<u8>(lengths + own, min(length, LONG));
			place = ordinal;
			last = record;
		}
		if (longest >= LONG) to = markLong(from, stop, pair, places + byte, to, lengths);
		pair = own + 1;
		byte = (to - places) as u32;
	}
}

/** Writes the places of a word anew, some of which are long and must begin with their length. @returns where they end */
function markLong(from: usize, stop: usize, firstPair: u32, start: usize, end: usize, lengths: usize): usize {
	// Moved behind themselves first, and from there read: writing never overtakes it.
	memory.copy(end, start, end - start);
	let read = end;
	let to = start;
	let own = firstPair;
	for (let at = from; at < stop; own++) {
		const record = load<u32>(at);
		const begun = read;
		for (; at < stop && load<u32>(at) == record; at += 8) {
			while (load<u8>(read) > 127) read++;
			read++;
		}
		const length = (read - begun) as u32;
		if (length >= LONG) to = put(to, length);
		memory.copy(to, begun, length);
		to += length;
		store<u8>(lengths + own, min(length, LONG));
	}
	return to;
}

// ---------------------------------------------------------------- stretches joined

/** Pairs from one signpost to the next, as a power of two; what stands for an offset that does not fit a byte (postings-writer.ts). */
const SIGNPOST: u32 = 5;
const FAR: u32 = 255;
/** Numbers that tell of a stretch. */
const SOURCE: usize = 5 << 2;

/** Where joining is: behind the last pair, behind the last byte of places, behind the last far pair. */
let joinedPair: u32 = 0;
let joinedByte: u32 = 0;
let joinedFar: usize = 0;
let post: u32 = 0;

export function joinedBytes(): u32 {
	return joinedByte;
}

export function joinedFars(): usize {
	return joinedFar;
}

export function beginJoining(far: usize): void {
	joinedPair = 0;
	joinedByte = 0;
	joinedFar = far;
}

/**
 * Puts fields and places of all stretches together, for some words, the next ones.
 * @param sources by stretch: where it has, by word, the first byte of places and the first pair; its places, and by pair their
 * lengths and the fields
 * @param fields by pair @param wordFields by word: all of them @param offsets by pair: its first byte, counted from the signpost;
 * one more for the end @param signposts every thirty-second pair's first byte @param far pairs whose offset does not fit, with their first byte
 */
export function join(
	first: u32,
	end: u32,
	sources: usize,
	sourceCount: u32,
	places: usize,
	fields: usize,
	wordFields: usize,
	offsets: usize,
	signposts: usize
): void {
	const stop = sources + sourceCount * SOURCE;
	for (let word = first; word < end; word++) {
		let inFields: u32 = 0;
		for (let source = sources; source < stop; source += SOURCE) {
			const firstPair = load<u32>(load<u32>(source, 4) + (word << 2));
			const endPair = load<u32>(load<u32>(source, 4) + (word << 2), 4);
			if (firstPair == endPair) continue;
			const starts = load<u32>(source) + (word << 2);
			copy(places + joinedByte, load<u32>(source, 8) + load<u32>(starts), load<u32>(starts, 4) - load<u32>(starts));
			const lengths = load<u32>(source, 12);
			const ownFields = load<u32>(source, 16);
			let pair = joinedPair;
			let byte = joinedByte;
			for (let at = firstPair; at < endPair; at++, pair++) {
				const some = load<u8>(ownFields + at) as u32;
				inFields |= some;
				store<u8>(fields + pair, some);
				tell(pair, byte, offsets, signposts);
				const length = load<u8>(lengths + at) as u32;
				byte += length == LONG ? lengthAt(places + byte) : length;
			}
			joinedPair = pair;
			joinedByte = byte;
		}
		store<u8>(wordFields + word, inFields);
	}
}

/** Tells where a pair behind the last would begin. */
export function endJoining(offsets: usize, signposts: usize): void {
	tell(joinedPair, joinedByte, offsets, signposts);
}

/** Copies bytes; at most 16 behind them may be written, too. */
@inline
function copy(to: usize, from: usize, length: u32): void {
	if (length <= 64) for (let at: u32 = 0; at < length; at += 16) v128.store(to + at, v128.load(from + at));
	else memory.copy(to, from, length);
}

/** Where a pair begins. */
@inline
function tell(pair: u32, byte: u32, offsets: usize, signposts: usize): void {
	if ((pair & ((1 << SIGNPOST) - 1)) == 0) {
		store<u32>(signposts + ((pair >> SIGNPOST) << 2), byte);
		post = byte;
	}
	const offset = byte - post;
	if (offset < FAR) store<u8>(offsets + pair, offset);
	else {
		store<u8>(offsets + pair, FAR);
		store<u32>(joinedFar, pair);
		store<u32>(joinedFar, byte, 4);
		joinedFar += 8;
	}
}

/** Bytes of places that begin with their own length, that number included. */
function lengthAt(at: usize): u32 {
	let to = at;
	let length: u32 = 0;
	for (let shift: u32 = 0; ; shift += 7) {
		const one = load<u8>(to++) as u32;
		length |= (one & 127) << shift;
		if (one < 128) break;
	}
	return ((to - at) as u32) + length;
}

// ---------------------------------------------------------------- words sorted

/** Fewer than so many are sorted by inserting. */
const FEW: u32 = 24;

let sortBytes: usize = 0;
let sortStarts: usize = 0;

/** Signs of four bytes are two UTF-16 units from 0xD800, and so come before those of three bytes that begin with 0xEE and 0xEF. */
@inline
function rankOf(byte: u32): u32 {
	return byte == 0xee || byte == 0xef ? byte + 0x10 : byte;
}

/** Eight bytes of a word from one on, the first uppermost; 0 behind its end. */
function keyFrom(word: u32, from: u32): u64 {
	const start = load<u32>(sortStarts + (word << 2));
	const length = load<u32>(sortStarts + (word << 2), 4) - start;
	let key: u64 = 0;
	for (let at = from; at < from + 8; at++) key = (key << 8) | (at < length ? rankOf(load<u8>(sortBytes + start + at) as u32) as u64 : 0);
	return key;
}

/** True where the first of two different words sorts before the second; they are the same before a byte. */
function before(one: u32, other: u32, from: u32): bool {
	const a = load<u32>(sortStarts + (one << 2));
	const b = load<u32>(sortStarts + (other << 2));
	const left = load<u32>(sortStarts + (one << 2), 4) - a;
	const right = load<u32>(sortStarts + (other << 2), 4) - b;
	const shared = min(left, right);
	for (let at = from; at < shared; at++) {
		const own = load<u8>(sortBytes + a + at) as u32;
		const its = load<u8>(sortBytes + b + at) as u32;
		if (own != its) return rankOf(own) < rankOf(its);
	}
	return left < right;
}

/**
 * Sorts words, all different and without the sign 0, ascending by UTF-16 units.
 * @param order all their numbers, sorted in place @param room 28 bytes a word, and as many as the longest has
 */
export function sortWords(bytes: usize, starts: usize, order: usize, count: u32, room: usize): void {
	sortBytes = bytes;
	sortStarts = starts;
	sortFrom(order, count, 0, room);
}

/** Each word read backwards, sign by sign, to the same place. */
export function turn(bytes: usize, starts: usize, first: u32, end: u32, into: usize): void {
	for (let word = first; word < end; word++) {
		const start = load<u32>(starts + (word << 2));
		const stop = load<u32>(starts + (word << 2), 4);
		let to = into + stop;
		for (let at = start; at < stop;) {
			const lead = load<u8>(bytes + at) as u32;
			const length: u32 = lead < 0x80 ? 1 : lead < 0xe0 ? 2 : lead < 0xf0 ? 3 : 4;
			to -= length;
			for (let one: u32 = 0; one < length; one++) store<u8>(to + one, load<u8>(bytes + at + one));
			at += length;
		}
	}
}

/**
 * By eight bytes as one number, byte by byte from the last (counting), then those that are equal by the eight that follow.
 * @param shared bytes that they have in common
 */
function sortFrom(order: usize, count: u32, shared: u32, room: usize): void {
	let from = shared;
	if (count < FEW) {
		for (let at: u32 = 1; at < count; at++) {
			const word = load<u32>(order + (at << 2));
			let to = at;
			for (; to > 0 && before(word, load<u32>(order + ((to - 1) << 2)), from); to--) store<u32>(order + (to << 2), load<u32>(order + ((to - 1) << 2)));
			store<u32>(order + (to << 2), word);
		}
		return;
	}
	// Twice the keys with their words, 12 bytes each: one is read while the other is written.
	let keys = room;
	let other = room + count * 12;
	let varying: u64 = 0;
	for (; ; from += 8) {
		const first = keyFrom(load<u32>(order), from);
		for (let at: u32 = 0; at < count; at++) {
			const word = load<u32>(order + (at << 2));
			const key = keyFrom(word, from);
			varying |= key ^ first;
			store<u64>(keys + at * 12, key);
			store<u32>(keys + at * 12, word, 8);
		}
		if (varying != 0) break;
	}
	const counts = memory.data(1024);
	for (let shift: u64 = 0; shift < 64; shift += 8) {
		if (((varying >> shift) & 255) == 0) continue;
		memory.fill(counts, 0, 1024);
		for (let at: u32 = 0; at < count; at++) {
			const own = counts + ((((load<u64>(keys + at * 12) >> shift) & 255) as u32) << 2);
			store<u32>(own, load<u32>(own) + 1);
		}
		let sum: u32 = 0;
		for (let digit: u32 = 0; digit < 256; digit++) {
			const own = load<u32>(counts + (digit << 2));
			store<u32>(counts + (digit << 2), sum);
			sum += own;
		}
		for (let at: u32 = 0; at < count; at++) {
			const key = load<u64>(keys + at * 12);
			const own = counts + ((((key >> shift) & 255) as u32) << 2);
			const to = load<u32>(own);
			store<u32>(own, to + 1);
			store<u64>(other + to * 12, key);
			store<u32>(other + to * 12, load<u32>(keys + at * 12, 8), 8);
		}
		const swapped = keys;
		keys = other;
		other = swapped;
	}
	for (let at: u32 = 0; at < count; at++) store<u32>(order + (at << 2), load<u32>(keys + at * 12, 8));
	// Runs of equals are marked before the room is used again: their ends, by their first place.
	let start: u32 = 0;
	let runs: u32 = 0;
	while (start < count) {
		const key = load<u64>(keys + start * 12);
		let end = start + 1;
		while (end < count && load<u64>(keys + end * 12) == key) end++;
		if (end - start > 1) {
			store<u32>(other + (runs << 3), start);
			store<u32>(other + (runs << 3), end, 4);
			runs++;
		}
		start = end;
	}
	memory.copy(room, other, (runs as usize) << 3);
	const rest = room + ((runs as usize) << 3);
	for (let run: u32 = 0; run < runs; run++) {
		const one = load<u32>(room + (run << 3));
		sortFrom(order + (one << 2), load<u32>(room + (run << 3), 4) - one, from + 8, rest);
	}
}
