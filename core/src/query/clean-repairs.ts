/** Repairs that really repair: each is tried, and offered only if its fault goes and no other comes. */
import { applyRepair, type Fault, type Repair } from './fault.ts';

/** Characters that are read again, over all repairs of one text: a long line with many faults must not hold up the next key. */
const READ_AGAIN = 40_000;
/** Repairs that are tried whatever the length of the text. */
const ALWAYS = 2;

/** How much may be read again. */
export interface ReadingAgain {
	/** Characters, over all repairs. */
	readonly characters: number;
	/** How many repairs are tried even when no characters are left. */
	readonly always: number;
}
/** Faults of one text beyond which no repairs are offered. */
const MANY = 60;

/** A repair that only removes something, and what is tried in its place: the operator beside it goes, too. */
function widened(text: string, repair: Repair): readonly Repair[] {
	const [edit] = repair.edits;
	if (!edit || repair.edits.length > 1 || edit.insert !== '' || edit.from === edit.to) return [];
	const operator = '(?:AND|OR|WITHIN/\\d+|BEFORE/\\d+)';
	const before = new RegExp(`\\s*\\b${operator}\\s*$`).exec(text.slice(Math.max(0, edit.from - 40), edit.from));
	const after = new RegExp(`^\\s*${operator}\\b\\s*`).exec(text.slice(edit.to, edit.to + 40));
	const made = [
		...(before ? [{ ...edit, from: edit.from - before[0].length }] : []),
		...(after ? [{ ...edit, to: edit.to + after[0].length }] : [])
	];
	return made.map((one) => ({ label: repair.label, edits: [one] }));
}

const tally = (faults: readonly Fault[]): Map<string, number> => {
	const counts = new Map<string, number>();
	for (const { code } of faults) counts.set(code, (counts.get(code) ?? 0) + 1);
	return counts;
};

/**
 * The same faults, each with only those repairs that remove it and bring no new one (notation.md, section 6).
 * @param faultsOf reads a repaired text; its faults come without tried repairs
 */
export function withCleanRepairs(
	text: string,
	faults: readonly Fault[],
	faultsOf: (text: string) => readonly Fault[],
	{ characters, always }: ReadingAgain = { characters: READ_AGAIN, always: ALWAYS }
): readonly Fault[] {
	if (faults.every((one) => one.repairs.length === 0)) return faults;
	const before = tally(faults);
	// What is wrong in so many places is not mended one by one.
	if (faults.length > MANY) return faults.map((fault) => ({ ...fault, repairs: [] }));
	let left = characters;
	let tried = 0;
	const repaired = new Map<string, ReadonlyMap<string, number> | null>();
	const after = (repair: Repair): ReadonlyMap<string, number> | null => {
		const fixed = applyRepair(text, repair);
		let counts = repaired.get(fixed);
		if (counts === undefined) {
			left -= fixed.length;
			counts = (left < 0 && ++tried > always) || fixed.trim() === '' ? null : tally(faultsOf(fixed));
			repaired.set(fixed, counts);
		}
		return counts;
	};
	return faults.map((fault) => {
		const isClean = (repair: Repair): boolean => {
			const counts = after(repair);
			if (!counts || (counts.get(fault.code) ?? 0) >= (before.get(fault.code) ?? 0)) return false;
			return [...counts].every(([code, count]) => count <= (before.get(code) ?? 0));
		};
		const repairs = fault.repairs.flatMap((repair) => {
			const clean = [repair, ...widened(text, repair)].find(isClean);
			return clean ? [clean] : [];
		});
		// Two ways to the same text are one.
		const texts = new Set<string>();
		const distinct = repairs.filter((repair) => {
			const fixed = applyRepair(text, repair);
			return !texts.has(fixed) && texts.add(fixed);
		});
		return { ...fault, repairs: distinct };
	});
}
