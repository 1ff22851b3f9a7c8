/** One number for the records of a collection, whichever way their JSON was written. */
import { createHash } from 'node:crypto';

/** Takes records one by one; the same records in the same order give the same digest. */
export class RecordDigest {
	private readonly hash = createHash('sha256');

	add(record: unknown): void {
		this.hash.update(sorted(record)).update('\n');
	}

	/** Hexadecimal; nothing can be added after. */
	value(): string {
		return this.hash.digest('hex');
	}
}

/** JSON with the members of every object in the order of their names: the database keeps no order of its own. */
function sorted(value: unknown): string {
	return JSON.stringify(value, (_, inner: unknown) =>
		typeof inner === 'object' && inner !== null && !Array.isArray(inner)
			? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0)))
			: inner
	);
}
