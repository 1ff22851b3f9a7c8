/**
 * The kernel in WebAssembly with its memory (kernel/kernel.ts). One builder has it at a time; memory
 * is given out from front to back.
 */
import { KERNEL_CODE } from './kernel-code.ts';

/** What is used of WebAssembly; core knows neither the browser's types nor the server's. */
interface Compiled {
	readonly WebAssembly: {
		readonly Module: new (code: Uint8Array) => object;
		readonly Instance: new (module: object, imports: object) => { readonly exports: object };
	};
}
interface KernelExports {
	readonly memory: { readonly buffer: ArrayBuffer; grow(pages: number): number };
	begin(): void;
	words(): number;
	keep(bytes: number, numbers: number): void;
	read(text: number, end: number, edges: number, keys: number, hashes: number, into: number): number;
	single(text: number, length: number): number;
	spread(slots: number, mask: number): void;
	count(tokens: number, from: number, end: number, counts: number): void;
	beginGrouping(): void;
	highestPlace(): number;
	plan(
		order: number,
		words: number,
		next: number,
		starts: number,
		groupOf: number,
		groups: number,
		ceiling: number
	): number;
	group(
		tokens: number,
		records: number,
		first: number,
		last: number,
		entryEnds: number,
		entryPlaces: number,
		groupOf: number,
		next: number,
		grouped: number,
		base: number
	): void;
	sort(grouped: number, from: number, end: number, next: number, sorted: number): void;
	beginWriting(): void;
	pairs(): number;
	bytes(): number;
	write(
		sorted: number,
		base: number,
		starts: number,
		first: number,
		end: number,
		pairStarts: number,
		placeStarts: number,
		records: number,
		fields: number,
		lengths: number,
		places: number
	): void;
	beginJoining(far: number): void;
	endJoining(offsets: number, signposts: number): void;
	join(
		first: number,
		end: number,
		sources: number,
		sourceCount: number,
		places: number,
		fields: number,
		wordFields: number,
		offsets: number,
		signposts: number
	): void;
	sortWords(bytes: number, starts: number, order: number, count: number, room: number): void;
	turn(bytes: number, starts: number, first: number, end: number, into: number): void;
	joinedBytes(): number;
	joinedFars(): number;
}

const PAGE = 65_536;
/** Bytes behind everything, which the kernel may read or write with it. */
const BEHIND = 64;

/** Work from 0 to the end, in pieces: see kernel/kernel.ts. */
export function inPieces(end: number, piece: number, act: (from: number, to: number) => void): void {
	for (let from = 0; from < end; from += piece) act(from, Math.min(end, from + piece));
}

/** The module is compiled once in a thread. */
let compiled: object | null = null;
const { WebAssembly: engine } = globalThis as unknown as Compiled;
/** One that nobody has at the moment is kept with its memory: threads that build do nothing else, and end. */
const free: Kernel[] = [];

export class Kernel {
	readonly does: KernelExports;
	/** Behind what has been given out. */
	private end: number;

	private constructor() {
		compiled ??= new engine.Module(Uint8Array.from(atob(KERNEL_CODE), (sign) => sign.charCodeAt(0)));
		const abort = () => {
			throw new Error('The kernel stopped.');
		};
		this.does = new engine.Instance(compiled, { env: { abort } }).exports as KernelExports;
		this.end = PAGE;
	}

	/** One that nobody has. */
	static take(): Kernel {
		return free.pop() ?? new Kernel();
	}

	/** Gives it back; nothing in its memory may be used any more. */
	free(): void {
		this.end = PAGE;
		if (free.length === 0) free.push(this);
	}

	/**
	 * Where so many bytes are, with room behind them for reading on; they may hold anything. Views of the memory may be void after.
	 * @throws RangeError where no memory is left
	 */
	room(bytes: number): number {
		const at = this.end;
		const end = Math.ceil((at + bytes + BEHIND) / 64) * 64;
		// The kernel's own numbers have 32 bits, one of them for the sign.
		if (end > 2 ** 31 - PAGE) throw new RangeError('A collection with so many words cannot be indexed in one piece.');
		const missing = end - this.does.memory.buffer.byteLength;
		if (missing > 0) this.does.memory.grow(Math.ceil(missing / PAGE));
		this.end = end;
		return at;
	}

	/** Room that holds these numbers. */
	given(values: Uint32Array | Int32Array): number {
		const at = this.room(values.byteLength);
		new Uint32Array(this.does.memory.buffer, at, values.length).set(values);
		return at;
	}

	givenBytes(values: Uint8Array): number {
		const at = this.room(values.length);
		this.bytes(at, values.length).set(values);
		return at;
	}

	/** What is given out from here on can be taken back. */
	mark(): number {
		return this.end;
	}

	/** @param mark of before */
	release(mark: number): void {
		this.end = mark;
	}

	numbers(at: number, count: number): Uint32Array {
		return new Uint32Array(this.does.memory.buffer, at, count);
	}

	bytes(at: number, count: number): Uint8Array {
		return new Uint8Array(this.does.memory.buffer, at, count);
	}
}
