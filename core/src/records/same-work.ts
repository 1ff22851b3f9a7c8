/** Which records of two sources are of the same work: by an identifier that both give, else by title and year. */
import { tokenTexts } from '../text/index.ts';

/** As much of a record as tells which work it is of. */
export interface WorkEvidence {
	readonly identifiers: readonly string[];
	readonly titles: readonly string[];
	readonly year: number | null;
}

/** `doi:10.99999/A` and `https://…/10.99999/a` are one; numbers that only one source gives are useless here. */
const identifierKey = (text: string) => (/10\.\d{4,}\/\S+/.exec(text)?.[0] ?? text.trim()).toLowerCase();
/** Short titles are no evidence: many works are called “Delirium”. */
const titleKey = (record: WorkEvidence) => {
	const words = tokenTexts(record.titles[0] ?? '');
	return words.length < 5 ? null : words.join(' ');
};

/**
 * Pairs of places in the two lists, each place at most once.
 * Years may differ by one, since some sources count from the day of publication on the web.
 */
export function sameWorks(
	left: readonly WorkEvidence[],
	right: readonly WorkEvidence[]
): (readonly [left: number, right: number])[] {
	const pairs: (readonly [number, number])[] = [];
	for (const _ of pairing(left, right, pairs));
	return pairs;
}

/** The same, bit by bit, so that who else wants the thread gets it in between. */
export async function sameWorksInSteps(
	left: readonly WorkEvidence[],
	right: readonly WorkEvidence[],
	breathe: () => Promise<void>
): Promise<(readonly [left: number, right: number])[]> {
	const pairs: (readonly [number, number])[] = [];
	for (const _ of pairing(left, right, pairs)) await breathe();
	return pairs;
}

/** Records between two breaths. */
const STEP = 500;

function* pairing(
	left: readonly WorkEvidence[],
	right: readonly WorkEvidence[],
	pairs: (readonly [number, number])[]
): Generator<void> {
	const byIdentifier = new Map<string, number>();
	const byTitle = new Map<string, number[]>();
	for (const [at, record] of right.entries()) {
		for (const one of record.identifiers) byIdentifier.set(identifierKey(one), at);
		const key = titleKey(record);
		const titled = key === null ? undefined : byTitle.get(key);
		if (titled) titled.push(at);
		else if (key !== null) byTitle.set(key, [at]);
		if (at % STEP === STEP - 1) yield;
	}
	const taken = new Set<number>();
	for (const [at, record] of left.entries()) {
		if (at % STEP === STEP - 1) yield;
		const named = record.identifiers
			.map((one) => byIdentifier.get(identifierKey(one)))
			.find((one) => one !== undefined && !taken.has(one));
		const titled = (byTitle.get(titleKey(record) ?? '') ?? []).find(
			(one) => !taken.has(one) && Math.abs((right[one]?.year ?? 0) - (record.year ?? 0)) <= 1
		);
		const found = named ?? titled;
		if (found === undefined) continue;
		taken.add(found);
		pairs.push([at, found]);
	}
}
