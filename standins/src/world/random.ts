/** Seeded random choices: the same seed makes the same world on every machine. */
export class Dice {
	private state: number;

	constructor(seed: number) {
		this.state = seed >>> 0;
	}

	/** From 0, below 1 (the mulberry32 generator, public domain). */
	next(): number {
		this.state = (this.state + 0x6d2b79f5) >>> 0;
		let mixed = this.state;
		mixed = Math.imul(mixed ^ (mixed >>> 15), mixed | 1);
		mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
		return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
	}

	/** A whole number, both ends included. */
	between(low: number, high: number): number {
		return low + Math.floor(this.next() * (high - low + 1));
	}

	chance(probability: number): boolean {
		return this.next() < probability;
	}

	pick<Item>(items: readonly Item[]): Item {
		const item = items[Math.floor(this.next() * items.length)];
		if (item === undefined) throw new RangeError('nothing to pick from');
		return item;
	}

	/** Different items, in the order of the list. */
	some<Item>(items: readonly Item[], many: number): Item[] {
		const left = items.map((item, at) => ({ item, at }));
		const chosen: typeof left = [];
		while (chosen.length < many && left.length > 0)
			chosen.push(...left.splice(Math.floor(this.next() * left.length), 1));
		return chosen.sort((a, b) => a.at - b.at).map((one) => one.item);
	}
}
