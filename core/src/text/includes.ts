/** Whether every word that one pattern matches is matched by another, too: inclusion of their languages. */

/** Steps after which the answer is given up as "no", which is always safe to act on. */
const CEILING = 20_000;

/**
 * True only if every word that `narrow` matches is matched by `wide`. Both are folded patterns with
 * `*`, `?` and `~` over any letters and digits. Walks `narrow` place by place beside the set of all
 * places that `wide` can have reached (the subset construction of finite automata, Rabin and Scott 1959).
 */
export function includesPattern(wide: string, narrow: string): boolean {
	if (wide === narrow) return true;
	// Most patterns that are compared have nothing in common; that is seen at their first letters.
	const fixed = wide.search(/[*?~]/);
	if (fixed < 0) return false;
	for (let at = 0; at < fixed; at++) {
		const sign = narrow.charAt(at);
		if (sign !== wide.charAt(at)) {
			if (sign !== '*' && sign !== '?' && sign !== '~') return false;
			break;
		}
	}
	const [outer, inner] = [Array.from(wide), Array.from(narrow)];
	if (outer.length > 30) return false;
	const close = (places: number): number => {
		let reached = places;
		outer.forEach((sign, at) => {
			if ((sign === '*' || sign === '~') && (reached & (1 << at)) !== 0) reached |= 1 << (at + 1);
		});
		return reached;
	};
	/** What `wide` reaches by a letter; null stands for one that no literal of either names. */
	const step = (places: number, letter: string | null): number => {
		let next = 0;
		outer.forEach((sign, at) => {
			if ((places & (1 << at)) === 0) return;
			if (sign === '*') next |= 1 << at;
			else if (sign === '?' || sign === '~' || sign === letter) next |= 1 << (at + 1);
		});
		return close(next);
	};
	const accepts = 1 << outer.length;
	const letters = [null, ...new Set(outer.filter((sign) => !/[*?~]/.test(sign)))];
	const seen = new Set<string>();
	const open: (readonly [place: number, reached: number])[] = [[0, close(1)]];
	for (let state = open.pop(); state; state = open.pop()) {
		const [place, reached] = state;
		const key = `${place} ${reached}`;
		if (seen.has(key)) continue;
		seen.add(key);
		if (seen.size > CEILING) return false;
		const sign = inner[place];
		if (sign === undefined) {
			if ((reached & accepts) === 0) return false;
			continue;
		}
		if (sign === '*' || sign === '~') open.push([place + 1, reached]);
		const taken = sign === '*' || sign === '?' || sign === '~' ? letters : [sign];
		for (const letter of taken) open.push([sign === '*' ? place : place + 1, step(reached, letter)]);
	}
	return true;
}
