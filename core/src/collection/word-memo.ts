/** The words of each pattern, looked up once in an evaluation. */
import type { CollectionIndex } from './collection-index.ts';

export class WordMemo {
	private readonly known = new Map<string, number[]>();
	constructor(readonly index: CollectionIndex) {}

	matching(pattern: string): number[] {
		let words = this.known.get(pattern);
		if (!words) this.known.set(pattern, (words = this.index.words.matching(pattern)));
		return words;
	}
}
