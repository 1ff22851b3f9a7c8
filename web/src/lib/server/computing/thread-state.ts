/** What a computing thread keeps between questions, and what a question may use of it. */
import {
	evaluateStrategy,
	PartCache,
	RecordSet,
	SteppedWatch,
	type CollectionIndex,
	type EvaluatedLine,
	type LineToEvaluate,
	type Marks
} from '@wide-lantern/core/computing';
import type { LineReader } from './packed-lines.ts';
import type { MarkNumbers, OfLines, PackedLine } from './questions/shapes.ts';

/** Records and places that one line may look at: a second or two of work. */
const LINE_CEILING = 10_000_000;
/** Bytes of results that are kept for each collection. */
const CACHE_CEILING = 48_000_000;

interface Held {
	readonly index: CollectionIndex;
	readonly cache: PartCache;
	/** Queries given up before. */
	readonly heavy: Set<string>;
	/** A mark is the same set as long as it holds the same records, so that results on it stay known. */
	readonly marks: Map<keyof Marks, { readonly numbers: readonly number[]; readonly records: RecordSet }>;
}

export class ThreadState {
	private readonly collections = new Map<string, Held>();

	constructor(private readonly reader: LineReader) {}

	add(collection: string, index: CollectionIndex): void {
		this.collections.set(collection, {
			index,
			cache: new PartCache(CACHE_CEILING),
			heavy: new Set(),
			marks: new Map()
		});
	}

	remove(collection: string): void {
		this.collections.delete(collection);
	}

	/** @throws Error where the collection is not open in this thread */
	held(collection: string): Held {
		const found = this.collections.get(collection);
		if (!found) throw new Error(`The collection ${collection} is not open here.`);
		return found;
	}

	/** @throws Error for a text that is not a line */
	read(lines: readonly PackedLine[]): LineToEvaluate[] {
		return this.reader.read(lines);
	}

	marksOf({ index, marks: known }: Held, marks: MarkNumbers): Marks {
		const setOf = (name: keyof Marks): RecordSet => {
			const numbers = marks[name];
			const kept = known.get(name);
			if (kept?.numbers.length === numbers.length && kept.numbers.every((number, at) => number === numbers[at]))
				return kept.records;
			const records = RecordSet.of(index.size, numbers);
			known.set(name, { numbers, records });
			return records;
		};
		return { benchmark: setOf('benchmark'), relevant: setOf('relevant'), irrelevant: setOf('irrelevant') };
	}
}

/** A strategy with every line evaluated. */
export interface Evaluated {
	readonly index: CollectionIndex;
	readonly marks: Marks;
	readonly lines: EvaluatedLine[];
}

/** One question under way. */
export class JobContext {
	/** @param throwIfDropped is called now and then; throws when nobody wants the answer any more */
	constructor(
		readonly state: ThreadState,
		private readonly throwIfDropped: () => void
	) {}

	/** Counts the work on one line. */
	watch(): SteppedWatch {
		this.throwIfDropped();
		return new SteppedWatch(LINE_CEILING, this.throwIfDropped);
	}

	/** The lines as they came, with what is needed to evaluate them. */
	strategyOf({ collection, lines, marks }: OfLines) {
		const held = this.state.held(collection);
		const { index, cache, heavy } = held;
		return {
			index,
			marks: this.state.marksOf(held, marks),
			strategy: this.state.read(lines),
			options: { cache, heavy, watch: () => this.watch() }
		};
	}

	evaluate(asked: OfLines): Evaluated {
		const { index, marks, strategy, options } = this.strategyOf(asked);
		return { index, marks, lines: evaluateStrategy(strategy, index, marks, options) };
	}
}
