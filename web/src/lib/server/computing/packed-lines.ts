/**
 * Lines on their way to a computing thread: each as JSON. Text is copied in a fraction of the time that a
 * structure takes, it can be made with pauses, and a thread knows a line that it has read by its text.
 */
import type { LineToEvaluate } from '@wide-lantern/core/computing';
import type { PackedLine } from './questions/shapes.ts';

/** @param yieldNow is awaited between the lines, and may let others have the thread */
export async function packLines(
	lines: readonly LineToEvaluate[],
	yieldNow: () => Promise<void>
): Promise<readonly PackedLine[]> {
	const packed: PackedLine[] = [];
	for (const line of lines) {
		packed.push(JSON.stringify(line));
		await yieldNow();
	}
	return packed;
}

/** How many lines a thread remembers, and how many characters of them in all. */
const LINES = 4_000;
const CHARACTERS = 2_000_000;

/** Reads packed lines, and remembers the last ones: at a keystroke all but one are what they were. */
export class LineReader {
	/** The least recently used first. Lines are never changed. */
	private readonly known = new Map<PackedLine, LineToEvaluate>();
	private characters = 0;

	constructor(private readonly isLine: (value: unknown) => value is LineToEvaluate) {}

	/** @throws Error for a text that is no line */
	read(packed: readonly PackedLine[]): LineToEvaluate[] {
		return packed.map((text) => {
			const known = this.known.get(text);
			const line = known ?? this.parsed(text);
			if (known) this.known.delete(text);
			else this.characters += text.length;
			this.known.set(text, line);
			for (const oldest of this.known.keys()) {
				if ((this.known.size <= LINES && this.characters <= CHARACTERS) || oldest === text) break;
				this.known.delete(oldest);
				this.characters -= oldest.length;
			}
			return line;
		});
	}

	private parsed(text: PackedLine): LineToEvaluate {
		const line: unknown = JSON.parse(text);
		if (!this.isLine(line)) throw new Error('A line does not fit.');
		return line;
	}
}
