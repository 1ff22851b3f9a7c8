/** Groups references into works, by pairs that are the same and by what people decided. */
import type { LinkedPair } from './link.ts';
import { levelOf } from './relations.ts';

/** What a person decided about two references. */
export interface PairDecision {
	readonly left: number;
	readonly right: number;
	readonly same: boolean;
}
export interface GroupedWorks {
	/** For each reference, the lowest place among those of its work. */
	readonly workOf: Int32Array;
	/** Pairs that a person is to look at, the likeliest first: those in between, and those that others speak against. */
	readonly queue: readonly LinkedPair[];
	/** Pairs of related works. */
	readonly linked: readonly LinkedPair[];
}

/**
 * The likeliest pairs are joined first. Two groups are not joined where any reference of the one is known to be another
 * work than one of the other: through a chain of likely pairs a protocol would become its results.
 */
export function groupWorks(
	count: number,
	pairs: readonly LinkedPair[],
	decisions: readonly PairDecision[]
): GroupedWorks {
	const groups = new Groups(count);
	const keyOf = (left: number, right: number) => Math.min(left, right) * count + Math.max(left, right);
	const decided = new Map(decisions.map((one) => [keyOf(one.left, one.right), one.same]));
	// What people decide comes first, and is never overruled by an estimate.
	for (const one of decisions) if (!one.same) groups.keepApart(one.left, one.right);
	for (const one of decisions) if (one.same) groups.join(one.left, one.right);
	const open = pairs.filter((one) => !decided.has(keyOf(one.left, one.right)));
	for (const one of open) if (speaksAgainst(one)) groups.keepApart(one.left, one.right);
	const same = open.filter((one) => one.kind === 'same').sort((a, b) => b.likelihood - a.likelihood || a.left - b.left);
	const refused = same.filter((one) => !groups.join(one.left, one.right));
	const queue = [...open.filter((one) => one.kind === 'review'), ...refused]
		.filter((one) => !groups.areJoined(one.left, one.right))
		.sort((a, b) => b.likelihood - a.likelihood || a.left - b.left);
	return {
		workOf: groups.works(),
		queue,
		linked: open.filter((one) => one.kind === 'linked' && !groups.areJoined(one.left, one.right))
	};
}

const speaksAgainst = (pair: LinkedPair) =>
	pair.kind === 'linked' || (pair.kind === 'review' && levelOf(pair.agreement, 'doi') === 2);

class Groups {
	private readonly root: Int32Array;
	private readonly members = new Map<number, number[]>();
	private readonly apart = new Map<number, Set<number>>();

	constructor(count: number) {
		this.root = Int32Array.from({ length: count }, (_, at) => at);
	}
	private of(one: number): number {
		return this.root[one] ?? one;
	}
	private membersOf(root: number): readonly number[] {
		return this.members.get(root) ?? [root];
	}
	keepApart(left: number, right: number): void {
		for (const [one, other] of [
			[left, right],
			[right, left]
		] as const)
			this.apart.set(one, (this.apart.get(one) ?? new Set()).add(other));
	}
	areJoined(left: number, right: number): boolean {
		return this.of(left) === this.of(right);
	}
	/** @returns whether they are of one work afterwards */
	join(left: number, right: number): boolean {
		const [low, high] = [this.of(left), this.of(right)].sort((a, b) => a - b) as [number, number];
		if (low === high) return true;
		if (this.areKeptApart(low, high)) return false;
		const all = [...this.membersOf(low), ...this.membersOf(high)];
		for (const one of this.membersOf(high)) this.root[one] = low;
		this.members.delete(high);
		this.members.set(low, all);
		return true;
	}
	/** Whether the groups of two references are kept apart. */
	areKeptApart(left: number, right: number): boolean {
		const [one, other] = [this.of(left), this.of(right)];
		return this.membersOf(one).some((member) => {
			const against = this.apart.get(member);
			return against !== undefined && [...against].some((each) => this.of(each) === other);
		});
	}
	works(): Int32Array {
		return this.root;
	}
}
