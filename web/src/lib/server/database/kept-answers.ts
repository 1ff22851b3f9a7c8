/**
 * Answers of the database that almost every request needs, kept until the database reports that a row
 * behind them has changed (notices.ts). While its notices cannot be received, nothing is kept.
 */
import { LRUCache } from 'lru-cache';
import { hearChanges, hearOfGaps, hearsChanges } from './notices';

/** Answers that are kept of one kind. */
const MOST = 5_000;
/** Milliseconds after which an answer is read anew, whatever was heard. */
const LONGEST = 60_000;

export class KeptAnswers<Value> {
	/** Reads in progress are kept, too: others wait for the same one, and a change during the read drops it. */
	private readonly kept = new LRUCache<string, Promise<Value>>({ max: MOST, ttl: LONGEST });

	/**
	 * @param read asks the database
	 * @param keep whether an answer may be kept
	 * @param changed what a change of a row drops: the answer of a key, all of them, or nothing
	 */
	constructor(
		private readonly read: (key: string) => Promise<Value>,
		changed: (table: string, key: string) => string | 'all' | null,
		private readonly keep: (value: Value) => boolean = () => true
	) {
		hearChanges(({ table, key }) => {
			const dropped = changed(table, key);
			if (dropped === 'all') this.kept.clear();
			else if (dropped !== null) this.kept.delete(dropped);
		});
		hearOfGaps(() => {
			this.kept.clear();
		});
	}

	get(key: string): Promise<Value> {
		if (!hearsChanges()) return this.read(key);
		const known = this.kept.get(key);
		if (known) return known;
		const reading = this.read(key);
		this.kept.set(key, reading);
		reading.then(
			(value) => {
				if (!this.keep(value)) this.drop(key, reading);
			},
			() => {
				this.drop(key, reading);
			}
		);
		return reading;
	}

	/** For the process that changes something itself, once it is saved: it need not wait for the notice. */
	forget(key: string): void {
		this.kept.delete(key);
	}

	forgetAll(): void {
		this.kept.clear();
	}

	private drop(key: string, reading: Promise<Value>): void {
		if (this.kept.get(key) === reading) this.kept.delete(key);
	}
}
