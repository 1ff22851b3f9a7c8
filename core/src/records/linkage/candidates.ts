/**
 * Which pairs are compared at all: those that share a key. Several kinds of keys, so that a wrong identifier, a cut title
 * or a misspelt name loses no pair. A key that many share is no evidence; its references are put in order and each is
 * compared with the next few (sorted neighbourhood: Hernández & Stolfo, SIGMOD 1995, from memory), so that time grows with
 * the number of references, not with its square.
 */
import { hashText, mix, type ReferenceEvidence } from './evidence.ts';

/** A pair is one number: the lower place times this, and the higher. */
export const PLACES = 2 ** 26;
/** References that may share a key and be compared each with each. */
const FEW = 12;
/** With how many that come next each is compared where more share a key. */
const NEIGHBOURS = 4;
/** Words of a title, and runs of an abstract, that make keys: the rarest. */
const RARE = 3;
/** Cells in which occurrences are counted; a power of two. Two that share one are taken for commoner than they are. */
const CELLS = 1 << 22;

/** How often each hash occurs among the references, as nearly as the cells tell. */
class Occurrences {
	private readonly counts = new Uint16Array(CELLS);
	add(hash: number): void {
		const at = hash & (CELLS - 1);
		if ((this.counts[at] ?? 0) < 65_535) this.counts[at] = (this.counts[at] ?? 0) + 1;
	}
	/** The rarest of some hashes; those that occur once lead nowhere. */
	rarest(hashes: Iterable<number>): number[] {
		const found: number[] = [];
		const counts: number[] = [];
		for (const hash of hashes) {
			const count = this.counts[hash & (CELLS - 1)] ?? 0;
			if (count < 2) continue;
			let at = found.length;
			while (at > 0 && (count < (counts[at - 1] ?? 0) || (count === counts[at - 1] && hash < (found[at - 1] ?? 0))))
				at--;
			if (at >= RARE) continue;
			found.splice(at, 0, hash);
			counts.splice(at, 0, count);
			found.length = counts.length = Math.min(RARE, found.length);
		}
		return found;
	}
}

/** @returns pairs of places, each once, in order */
export function candidatePairs(all: readonly ReferenceEvidence[]): Float64Array {
	const words = new Occurrences();
	const runs = new Occurrences();
	for (const one of all) {
		for (const word of one.wordHashes) words.add(word);
		for (const run of one.runs) runs.add(run);
	}
	// One key and one place in each number: the key above, the place below.
	const keyed = new GrowingNumbers();
	for (const [place, one] of all.entries())
		for (const key of keysOf(one, words, runs)) keyed.push(key * 2 ** 21 + place);
	const sorted = keyed.values().sort();
	const pairs = new GrowingNumbers();
	for (let from = 0; from < sorted.length;) {
		const key = Math.floor((sorted[from] ?? 0) / 2 ** 21);
		let to = from + 1;
		while (to < sorted.length && Math.floor((sorted[to] ?? 0) / 2 ** 21) === key) to++;
		if (to - from > 1)
			pairUp(
				Array.from(sorted.subarray(from, to), (one) => one % 2 ** 21),
				all,
				pairs
			);
		from = to;
	}
	const found = pairs.values().sort();
	let kept = 0;
	for (let at = 0; at < found.length; at++) if (at === 0 || found[at] !== found[at - 1]) found[kept++] = found[at] ?? 0;
	return found.subarray(0, kept);
}

/** References that can be told apart by place in one key. */
export const MOST_REFERENCES = 2 ** 21;

function* keysOf(one: ReferenceEvidence, words: Occurrences, runs: Occurrences): Generator<number> {
	for (const doi of one.dois) yield hashText(`doi ${doi}`);
	for (const number of one.numbers) yield hashText(`number ${number}`);
	if (one.title !== '') yield hashText(`title ${one.title.replaceAll(' ', '')}`);
	if (one.mainTitle !== '' && one.mainTitle !== one.title) yield hashText(`title ${one.mainTitle.replaceAll(' ', '')}`);
	const rare = words.rarest(one.wordHashes);
	for (let at = 0; at < rare.length; at++) {
		for (let other = at + 1; other < rare.length; other++) yield mix((rare[at] ?? 0) ^ mix(rare[other] ?? 0));
		if (one.family !== '') yield mix((rare[at] ?? 0) ^ hashText(`family ${one.family}`));
	}
	if (one.page !== '' && one.family !== '') yield hashText(`page ${one.page} ${one.family}`);
	if (one.page !== '' && one.volume !== '' && one.journal.length > 0)
		yield hashText(`page ${one.page} ${one.volume} ${one.journal[0]?.charAt(0) ?? ''}`);
	for (const run of runs.rarest(one.runs)) yield mix(run ^ 0x5bd1e995);
}

function pairUp(places: readonly number[], all: readonly ReferenceEvidence[], pairs: GrowingNumbers): void {
	const pair = (left: number, right: number) => pairs.push(Math.min(left, right) * PLACES + Math.max(left, right));
	if (places.length <= FEW) {
		for (let at = 0; at < places.length; at++)
			for (let other = at + 1; other < places.length; other++) pair(places[at] ?? 0, places[other] ?? 0);
		return;
	}
	const order = (one: number) => {
		const { title, family, year } = all[one] as ReferenceEvidence;
		return `${title} ${family} ${year ?? ''}`;
	};
	const sorted = places
		.map((place) => ({ place, by: order(place) }))
		.sort((a, b) => (a.by < b.by ? -1 : a.by > b.by ? 1 : a.place - b.place));
	for (let at = 0; at < sorted.length; at++)
		for (let next = 1; next <= NEIGHBOURS && at + next < sorted.length; next++)
			pair(sorted[at]?.place ?? 0, sorted[at + next]?.place ?? 0);
}

/** A list of numbers that grows without being copied at every step. */
class GrowingNumbers {
	private numbers = new Float64Array(1 << 16);
	private length = 0;
	push(value: number): void {
		if (this.length === this.numbers.length) {
			const larger = new Float64Array(this.length * 2);
			larger.set(this.numbers);
			this.numbers = larger;
		}
		this.numbers[this.length++] = value;
	}
	values(): Float64Array {
		return this.numbers.subarray(0, this.length);
	}
}
