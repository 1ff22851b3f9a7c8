/**
 * The words of many names, each with the names that hold it: found by their beginning, by letters
 * inside, or by being spelt alike. Words are compared by their spelling key, so that British and
 * American forms are one word.
 */
export class WordIndex {
	/** Ascending. */
	private words: string[] = [];
	private starts = new Uint32Array(0);
	private holders = new Uint32Array(0);
	/** All words in one text, a line break before and behind each: letters inside are sought here. */
	private text = '';
	private textStarts = new Uint32Array(0);
	private readonly gathering = new Map<string, number[]>();
	/** Words by their first letter, and by their last three. */
	private readonly alike = new Map<string, number[]>();

	/** Adds a word of a holder; holders come in ascending order. */
	add(word: string, holder: number): void {
		const known = this.gathering.get(word);
		if (!known) this.gathering.set(word, [holder]);
		else if (known.at(-1) !== holder) known.push(holder);
	}

	/** To be walked to its end once, when all words are in; stops now and then to let others work. */
	*finish(): Generator<void> {
		this.words = [...this.gathering.keys()].sort();
		yield;
		this.starts = new Uint32Array(this.words.length + 1);
		this.textStarts = new Uint32Array(this.words.length);
		let end = 0;
		let at = 1;
		for (const [number, word] of this.words.entries()) {
			this.starts[number] = end;
			this.textStarts[number] = at;
			end += this.gathering.get(word)?.length ?? 0;
			at += word.length + 1;
			for (const key of [word.slice(0, 1), `…${word.slice(-3)}`]) {
				const row = this.alike.get(key);
				if (row) row.push(number);
				else this.alike.set(key, [number]);
			}
			if (number % 5_000 === 4_999) yield;
		}
		this.starts[this.words.length] = end;
		this.holders = new Uint32Array(end);
		for (const [number, word] of this.words.entries()) {
			this.holders.set(this.gathering.get(word) ?? [], this.starts[number]);
			if (number % 20_000 === 19_999) yield;
		}
		this.text = `\n${this.words.join('\n')}\n`;
		this.gathering.clear();
	}

	word(number: number): string {
		return this.words[number] ?? '';
	}

	/** Who holds a word, ascending. */
	holdersOf(number: number): Uint32Array {
		return this.holders.subarray(this.starts[number] ?? 0, this.starts[number + 1] ?? 0);
	}

	/** The words that begin so, as a stretch of numbers. */
	beginningWith(prefix: string): readonly [from: number, to: number] {
		return [this.firstFrom(prefix), this.firstFrom(`${prefix}\uffff`)];
	}

	/** The number of a word; -1 where there is none. */
	find(word: string): number {
		const at = this.firstFrom(word);
		return this.words[at] === word ? at : -1;
	}

	private firstFrom(text: string): number {
		let low = 0;
		let high = this.words.length;
		while (low < high) {
			const middle = (low + high) >>> 1;
			if ((this.words[middle] ?? '') < text) low = middle + 1;
			else high = middle;
		}
		return low;
	}

	/** Words that have these letters anywhere, ascending; at most so many. */
	withLetters(letters: string, most: number): number[] {
		const found: number[] = [];
		for (let at = this.text.indexOf(letters); at >= 0 && found.length < most; at = this.text.indexOf(letters, at + 1)) {
			let low = 0;
			let high = this.textStarts.length;
			while (low < high) {
				const middle = (low + high) >>> 1;
				if ((this.textStarts[middle] ?? 0) <= at) low = middle + 1;
				else high = middle;
			}
			if (found.at(-1) !== low - 1) found.push(low - 1);
		}
		return found;
	}

	/** Words that differ by few letters, the nearest first: they begin with the same letter or end with the same three. */
	speltLike(word: string, ceiling: number): { readonly number: number; readonly distance: number }[] {
		const found = new Map<number, number>();
		const rows = rowsFor(word);
		for (const key of [word.slice(0, 1), `…${word.slice(-3)}`])
			for (const number of this.alike.get(key) ?? []) {
				const other = this.words[number] ?? '';
				if (Math.abs(other.length - word.length) > ceiling || found.has(number)) continue;
				const distance = editDistance(other, word, ceiling, rows);
				if (distance <= ceiling) found.set(number, distance);
			}
		return [...found]
			.map(([number, distance]) => ({ number, distance }))
			.sort((a, b) => a.distance - b.distance || a.number - b.number);
	}
}

type Rows = [Uint16Array, Uint16Array, Uint16Array];
/** Working rows for distances to a word. */
const rowsFor = (word: string): Rows => [0, 0, 0].map(() => new Uint16Array(word.length + 1)) as Rows;

/**
 * Optimal string alignment distance (one letter changed, added, left out, or two swapped); above `ceiling` it stops.
 * @param rows for many distances to the same `b`; what they hold is written over
 */
export function editDistance(a: string, b: string, ceiling: number, rows = rowsFor(b)): number {
	let [older, previous, current] = rows;
	for (let column = 0; column <= b.length; column++) previous[column] = column;
	for (let row = 1; row <= a.length; row++) {
		current[0] = row;
		let least = row;
		for (let column = 1; column <= b.length; column++) {
			const same = a.charCodeAt(row - 1) === b.charCodeAt(column - 1);
			let cost = Math.min(
				(previous[column] as number) + 1,
				(current[column - 1] as number) + 1,
				(previous[column - 1] as number) + (same ? 0 : 1)
			);
			if (
				row > 1 &&
				column > 1 &&
				a.charCodeAt(row - 1) === b.charCodeAt(column - 2) &&
				a.charCodeAt(row - 2) === b.charCodeAt(column - 1)
			)
				cost = Math.min(cost, (older[column - 2] as number) + 1);
			current[column] = cost;
			if (cost < least) least = cost;
		}
		if (least > ceiling) return ceiling + 1;
		[older, previous, current] = [previous, current, older];
	}
	return previous[b.length] as number;
}
