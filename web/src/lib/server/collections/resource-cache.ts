/** Open things of known size within a ceiling: the least used are let go when another comes, the one just opened always stays. */
interface Entry<Thing> {
	readonly stamp: string;
	readonly opening: Promise<Thing>;
	readonly stop: AbortController;
	size: number;
}

export interface ShelfOptions<Thing> {
	/** What all open things may take together. */
	readonly ceiling: () => number;
	readonly sizeOf: (thing: Thing) => number;
	/** Called once for everything that was open and is not any more. */
	readonly close: (thing: Thing) => void;
	/** Told of each that is let go for others. */
	readonly report: (name: string, size: number) => void;
}

export class ResourceCache<Thing> {
	/** The last used last. */
	private readonly entries = new Map<string, Entry<Thing>>();

	constructor(private readonly options: ShelfOptions<Thing>) {}

	/**
	 * The open thing of that name, or one that is opened now.
	 * @param stamp changes when what it is made from does; then the old one is closed
	 * @param load is stopped by its signal when the thing is closed before it is open
	 */
	open(name: string, stamp: string, load: (signal: AbortSignal) => Promise<Thing>): Promise<Thing> {
		const known = this.entries.get(name);
		if (known?.stamp === stamp) {
			this.entries.delete(name);
			this.entries.set(name, known);
			return known.opening;
		}
		if (known) this.close(name);
		const stop = new AbortController();
		const entry: Entry<Thing> = { stamp, opening: load(stop.signal), stop, size: 0 };
		this.entries.set(name, entry);
		entry.opening.then(
			(thing) => {
				entry.size = this.options.sizeOf(thing);
				if (this.entries.get(name) === entry) this.evict(name);
			},
			// What failed is tried again with the next question.
			() => this.entries.get(name) === entry && this.entries.delete(name)
		);
		return entry.opening;
	}

	/** Lets one go, or stops its opening. */
	close(name: string): void {
		const entry = this.entries.get(name);
		if (!entry) return;
		this.entries.delete(name);
		entry.stop.abort();
		entry.opening.then(this.options.close, () => undefined);
	}

	/** Names of what is open or being opened, the last used last. */
	names(): readonly string[] {
		return [...this.entries.keys()];
	}

	private evict(opened: string): void {
		let held = [...this.entries.values()].reduce((sum, one) => sum + one.size, 0);
		for (const [name, { size }] of this.entries) {
			if (held <= this.options.ceiling()) return;
			// One that is being opened has no size yet, and is wanted.
			if (name === opened || size === 0) continue;
			held -= size;
			this.close(name);
			this.options.report(name, size);
		}
	}
}
