/**
 * The index as one stretch of memory, which is also its file: a head, a table of sections, the
 * sections. It is made whole, shared between threads as it is, and never changed afterwards.
 */
const MAGIC = 0x494c5731;
/** Goes up with every change of the layout: older files are built anew. */
export const INDEX_VERSION = 5;

interface Views {
	readonly bytes: Uint8Array;
	readonly numbers: Uint32Array;
	readonly halves: Uint16Array;
	readonly small: Int16Array;
}
type TypeName = keyof Views;
type View = Views[TypeName];
const WIDTHS: Readonly<Record<TypeName, number>> = { bytes: 1, numbers: 4, halves: 2, small: 2 };
const VIEWS: Readonly<Record<TypeName, (buffer: ArrayBufferLike, at: number, length: number) => View>> = {
	bytes: (buffer, at, length) => new Uint8Array(buffer, at, length),
	numbers: (buffer, at, length) => new Uint32Array(buffer, at, length),
	halves: (buffer, at, length) => new Uint16Array(buffer, at, length),
	small: (buffer, at, length) => new Int16Array(buffer, at, length)
};

/** Every section with the type of its numbers, in the order of the file. */
export const SECTIONS = {
	/** JSON: see {@link IndexFacts}. */
	facts: 'bytes',
	wordBytes: 'bytes',
	wordStarts: 'numbers',
	wordsBackwards: 'numbers',
	triples: 'numbers',
	tripleStarts: 'numbers',
	tripleWords: 'bytes',
	/** What follows up to `places`: see postings.ts. */
	wordContainers: 'numbers',
	containers: 'numbers',
	lowHalves: 'halves',
	bitmaps: 'numbers',
	ranks: 'halves',
	wordFields: 'bytes',
	pairFields: 'bytes',
	pairOffsets: 'bytes',
	signposts: 'numbers',
	farPairs: 'numbers',
	places: 'bytes',
	/** Where each record's entries begin in the two sections that follow; one more for the end. */
	entryStarts: 'numbers',
	/** The place of an entry's first token. */
	entryPlaces: 'bytes',
	/** Its field, by number. */
	entryFields: 'bytes',
	headingBytes: 'bytes',
	headingNames: 'numbers',
	headingStarts: 'numbers',
	headingRows: 'bytes',
	valueBytes: 'bytes',
	valueNames: 'numbers',
	valueStarts: 'numbers',
	valueRows: 'bytes',
	identifierBytes: 'bytes',
	identifierNames: 'numbers',
	identifierStarts: 'numbers',
	identifierRows: 'bytes',
	/** Year of each record, or -1. */
	years: 'small',
	/** Tokens of each record in title, abstract and author keywords. */
	lengths: 'numbers',
	/** Day of entry as the number YYYYMMDD, or 0. */
	entered: 'numbers',
	withAbstract: 'numbers',
	withHeadings: 'numbers'
} as const satisfies Record<string, TypeName>;

export type SectionName = keyof typeof SECTIONS;
export type Sections = { readonly [Name in SectionName]: Views[(typeof SECTIONS)[Name]] };

/** Facts about the whole, beside the sections. */
export interface IndexFacts {
	readonly size: number;
	readonly tokens: number;
	/** Names of qualifiers, folded; assignments hold their numbers. */
	readonly qualifiers: readonly string[];
	/** 2 or 4: bytes of each number in `entryPlaces`. */
	readonly placeWidth: number;
	/** What the index was built from, as its owner names it; another one means that it is out of date. */
	readonly madeFrom: string;
}

const NAMES = Object.keys(SECTIONS) as SectionName[];
const HEAD = 16;
const aligned = (bytes: number) => (bytes + 7) & ~7;

const TABLE = HEAD + NAMES.length * 8;

/** Puts the sections into one stretch of memory that threads can share. */
export function seal(sections: Sections): SharedArrayBuffer {
	let end = TABLE;
	const table = NAMES.flatMap((name) => {
		const at = end;
		end += aligned(sections[name].byteLength);
		return [at, sections[name].byteLength];
	});
	const buffer = new SharedArrayBuffer(end);
	const head = new Uint32Array(buffer, 0, TABLE / 4);
	head.set(table, HEAD / 4);
	head.set([MAGIC, INDEX_VERSION, end]);
	const sums = NAMES.map((name, number) => {
		const section: View = sections[name];
		const at = table[number * 2] ?? 0;
		new Uint8Array(buffer, at, section.byteLength).set(
			new Uint8Array(section.buffer, section.byteOffset, section.byteLength)
		);
		return sumOf(buffer, at, section.byteLength);
	});
	head[3] = checksum(head, sums);
	return buffer;
}

export type Unsealed =
	| { readonly ok: true; readonly sections: Sections }
	| { readonly ok: false; readonly code: 'no-index' | 'other-version' | 'damaged' };

/** Opens what {@link seal} made. Anything else, or anything changed on the way, is told and not opened. */
export function unseal(buffer: ArrayBufferLike, trusted = false): Unsealed {
	if (buffer.byteLength < TABLE) return { ok: false, code: 'no-index' };
	const head = new Uint32Array(buffer, 0, TABLE / 4);
	if (head[0] !== MAGIC) return { ok: false, code: 'no-index' };
	if (head[1] !== INDEX_VERSION) return { ok: false, code: 'other-version' };
	const views: Partial<Record<SectionName, View>> = {};
	const sums: number[] = [];
	let end = TABLE;
	for (const [number, name] of NAMES.entries()) {
		const at = head[HEAD / 4 + number * 2] ?? 0;
		const length = head[HEAD / 4 + number * 2 + 1] ?? 0;
		const type = SECTIONS[name];
		const width = WIDTHS[type];
		if (at !== end || at + aligned(length) > buffer.byteLength || length % width !== 0)
			return { ok: false, code: 'damaged' };
		end += aligned(length);
		views[name] = VIEWS[type](buffer, at, length / width);
		if (!trusted) sums.push(sumOf(buffer, at, length));
	}
	if (end !== buffer.byteLength || head[2] !== end) return { ok: false, code: 'damaged' };
	if (!trusted && head[3] !== checksum(head, sums)) return { ok: false, code: 'damaged' };
	return { ok: true, sections: views as Sections };
}

/** Of what the table says of the sections, and of their sums. */
function checksum(head: Uint32Array, sums: readonly number[]): number {
	let all = sums.length;
	for (const one of [...head.subarray(HEAD / 4), ...sums]) all = mixed(all, one);
	return all >>> 0;
}

function mixed(all: number, one: number): number {
	const next = Math.imul(all ^ one, 0x9e3779b1);
	return next ^ (next >>> 15);
}

/**
 * Of a section with what fills it up: sums, and sums of the sums, so that order counts, in two lanes of
 * four bytes (Fletcher 1982, in words of 32 bits).
 */
function sumOf(buffer: ArrayBufferLike, at: number, bytes: number): number {
	const words = new Int32Array(buffer, at, aligned(bytes) >>> 2);
	const lanes = new Int32Array([1, 0, 2, 0]);
	// In stretches, so that the engine has the loop compiled before most of it is run.
	for (let from = 0; from < words.length; from += STRETCH)
		addStretch(words, from, Math.min(words.length, from + STRETCH), lanes);
	return lanes.reduce(mixed, words.length) >>> 0;
}

const STRETCH = 1 << 14;

function addStretch(words: Int32Array, from: number, to: number, lanes: Int32Array): void {
	let [a, b, c, d] = lanes as unknown as [number, number, number, number];
	for (let at = from; at < to; at += 2) {
		a = (a + (words[at] as number)) | 0;
		b = (b + a) | 0;
		c = (c + (words[at + 1] as number)) | 0;
		d = (d + c) | 0;
	}
	lanes.set([a, b, c, d]);
}
