/** How often something may be tried: a sliding minute per key, in memory, with a ceiling on keys. */
const MINUTE = 60_000;
const KEY_CEILING = 50_000;

export class RateLimit {
	private readonly tries = new Map<string, number[]>();

	constructor(private readonly perMinute: number) {}

	/** Counts a try; false where there were too many within the last minute. */
	allow(key: string, now = Date.now()): boolean {
		const recent = (this.tries.get(key) ?? []).filter((at) => now - at < MINUTE);
		const allowed = recent.length < this.perMinute;
		if (allowed) recent.push(now);
		if (this.tries.size >= KEY_CEILING && !this.tries.has(key)) this.forgetOldest();
		this.tries.set(key, recent);
		return allowed;
	}

	private forgetOldest(): void {
		const [oldest] = this.tries.keys();
		if (oldest !== undefined) this.tries.delete(oldest);
	}
}
