/**
 * Working arrays that are used again: a large fresh one costs more than the work on it. What is
 * taken after `mark` is given back by `release`.
 */
export class Scratch {
	private readonly arrays: Uint32Array[] = [];
	private taken = 0;

	/** An array with at least this room; what stands in it is old. */
	take(length: number): Uint32Array {
		const at = this.taken++;
		let array = this.arrays[at];
		if (!array || array.length < length) this.arrays[at] = array = new Uint32Array(Math.max(length, 1024));
		return array;
	}

	mark(): number {
		return this.taken;
	}

	release(mark: number): void {
		this.taken = mark;
	}
}
