/**
 * How well and how quickly duplicates are found among what the invented sources export, beside the plain rule “same DOI, or
 * same title and year”. Which references truly are of one report is known of every one.
 */
import { doiIn, foldedKey, groupWorks, linkReferences, type ImportedReference } from '@wide-lantern/core';
import { exportWorld, makeWorld, shippedVocabularies } from '@wide-lantern/standins';

export interface LinkageFigures {
	readonly references: number;
	readonly milliseconds: number;
	readonly precision: number;
	readonly recall: number;
	/** References of which at least one pair waits for a person, as a share of all. */
	readonly queued: number;
	readonly plain: { readonly precision: number; readonly recall: number };
}

/** Works whose exports are some number of references, about. */
const REFERENCES_OF_A_WORK = 2.29;

/** @param seed of world and faults; those below 100 were looked at while the rules were written */
export function measureLinkage(references: number, seed: number): LinkageFigures {
	const all = exported(references, seed);
	const began = performance.now();
	const linkage = linkReferences(parsed(all));
	const works = groupWorks(all.length, linkage.pairs, []);
	const milliseconds = performance.now() - began;
	const waiting = new Set(works.queue.flatMap(({ left, right }) => [left, right]));
	return {
		references: all.length,
		milliseconds,
		...qualityOf(all, (place) => works.workOf[place] ?? 0),
		queued: waiting.size / all.length,
		plain: qualityOf(all, plainRule(all))
	};
}

interface Exported {
	/** As the database gives it: hundreds of thousands of objects beside it would be measured along. */
	readonly text: string;
	readonly report: string;
}
function exported(references: number, seed: number): Exported[] {
	const world = makeWorld(shippedVocabularies(), Math.round(references / REFERENCES_OF_A_WORK), seed);
	return exportWorld(world, seed + 1).map(({ reference, report }) => ({ text: JSON.stringify(reference), report }));
}
function* parsed(all: readonly Exported[]): Generator<ImportedReference> {
	for (const { text } of all) yield JSON.parse(text) as ImportedReference;
}

/** Pairs of references in one group, against pairs of one report: counted by groups, since a group of n has n(n − 1)/2. */
function qualityOf(all: readonly Exported[], groupOf: (place: number) => number | string) {
	const pairs = (sizes: Iterable<number>) => [...sizes].reduce((sum, size) => sum + (size * (size - 1)) / 2, 0);
	const count = (keys: Iterable<string>) => {
		const counts = new Map<string, number>();
		for (const key of keys) counts.set(key, (counts.get(key) ?? 0) + 1);
		return counts.values();
	};
	const found = pairs(count(all.map((_, place) => String(groupOf(place)))));
	const are = pairs(count(all.map(({ report }) => report)));
	const right = pairs(count(all.map(({ report }, place) => `${groupOf(place)} ${report}`)));
	return { precision: right / found, recall: right / are };
}

/** Groups by equal DOI, then by equal title and year. */
function plainRule(all: readonly Exported[]): (place: number) => number {
	const root = all.map((_, place) => place);
	const find = (place: number): number => {
		let at = place;
		while (root[at] !== at) at = root[at] = root[root[at] ?? 0] ?? 0;
		return at;
	};
	const first = new Map<string, number>();
	let place = -1;
	for (const { record } of parsed(all)) {
		place++;
		const { identifiers, titles, year } = record;
		for (const key of [
			...identifiers.flatMap((one) => doiIn(one) ?? []),
			`${foldedKey(titles[0] ?? '')} ${year ?? ''}`
		]) {
			const before = first.get(key);
			if (before === undefined) first.set(key, place);
			else root[find(place)] = find(before);
		}
	}
	return find;
}
