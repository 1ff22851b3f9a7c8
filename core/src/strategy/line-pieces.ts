/**
 * Pieces of a line: every word, phrase and heading. What hangs on one (origin, note) follows it
 * through edits of the text around it, by comparing the trees before and after (notation.md, section 5).
 */
import type { StrategyLine } from '../enquiry/index.ts';
import { print, type Expression } from '../query/index.ts';
import { partsOf } from '../query/index.ts';
import { openSources } from './opened.ts';

export type LinePiece = NonNullable<StrategyLine['pieces']>[number];

/** Beyond this many comparisons pieces are matched by their text alone. */
const COMPARISONS = 4_000_000;

/** The pieces of a stored line in their order, as text with anchors; null where it cannot be read. */
export function piecesIn(source: string): readonly string[] | null {
	const [opened] = openSources([source]);
	if (!opened || opened.empty) return [];
	if (!opened.tree) return null;
	const found: string[] = [];
	const walk = (node: Expression): void => {
		// The words of a limit are the limit's own.
		if (node.kind === 'limit') return;
		if (node.kind === 'word' || node.kind === 'phrase' || node.kind === 'heading') {
			const { comments, trailing, ...bare } = node;
			void comments;
			void trailing;
			found.push(opened.keyOf(print(bare)));
		}
		for (const part of partsOf(node)) walk(part);
	};
	walk(opened.tree);
	return found;
}

/** For every piece before, its place after; null for one that is gone. */
export function alignPieces(before: readonly string[], after: readonly string[]): (number | null)[] {
	const places: (number | null)[] = before.map(() => null);
	let start = 0;
	while (start < before.length && start < after.length && before[start] === after[start]) {
		places[start] = start;
		start++;
	}
	let end = 0;
	while (
		end < before.length - start &&
		end < after.length - start &&
		before[before.length - 1 - end] === after[after.length - 1 - end]
	) {
		places[before.length - 1 - end] = after.length - 1 - end;
		end++;
	}
	const rows = before.length - end - start;
	const columns = after.length - end - start;
	if (rows * columns <= COMPARISONS) alignMiddle(before, after, start, rows, columns, places);
	// What has moved to another place in the line is still the same piece.
	const taken = new Set(places.filter((one) => one !== null));
	const free = new Map<string, number[]>();
	for (let at = start; at < after.length - end; at++)
		if (!taken.has(at)) free.set(after[at] ?? '', [...(free.get(after[at] ?? '') ?? []), at]);
	for (let at = start; at < before.length - end; at++)
		if (places[at] === null) places[at] = free.get(before[at] ?? '')?.shift() ?? null;
	// What has been typed over stands between the same neighbours.
	const used = new Set(places.filter((one) => one !== null));
	for (let at = start; at < before.length - end; at++) {
		if (places[at] !== null) continue;
		const left = at === 0 ? -1 : places[at - 1];
		const next = left === null || left === undefined ? null : left + 1;
		if (next === null || next >= after.length || used.has(next)) continue;
		if (alike(before[at] ?? '', after[next] ?? '') || (rows === 1 && columns === 1)) {
			places[at] = next;
			used.add(next);
		}
	}
	return places;
}

/** Longest common run of pieces between the parts that are the same at both ends. */
function alignMiddle(
	before: readonly string[],
	after: readonly string[],
	start: number,
	rows: number,
	columns: number,
	places: (number | null)[]
): void {
	const width = columns + 1;
	const longest = new Uint16Array((rows + 1) * width);
	for (let row = rows - 1; row >= 0; row--)
		for (let column = columns - 1; column >= 0; column--)
			longest[row * width + column] =
				before[start + row] === after[start + column]
					? (longest[(row + 1) * width + column + 1] ?? 0) + 1
					: Math.max(longest[(row + 1) * width + column] ?? 0, longest[row * width + column + 1] ?? 0);
	for (let row = 0, column = 0; row < rows && column < columns;) {
		if (before[start + row] === after[start + column]) places[start + row++] = start + column++;
		else if ((longest[(row + 1) * width + column] ?? 0) >= (longest[row * width + column + 1] ?? 0)) row++;
		else column++;
	}
}

/** Two texts of one term as it is typed: one goes on from the other, or they begin alike. */
function alike(one: string, other: string): boolean {
	const [short, long] = one.length < other.length ? [one, other] : [other, one];
	let same = 0;
	while (same < short.length && short[same] === long[same]) same++;
	return same >= Math.min(3, short.length) && same * 2 >= short.length;
}

/**
 * What hangs on the pieces of a line after its text has changed. A piece that is gone keeps what hung
 * on it (`nth` null), and takes its place again when it comes back.
 */
export function piecesAfter(kept: readonly LinePiece[], before: string, after: string): readonly LinePiece[] {
	const now = piecesIn(after);
	if (kept.length === 0 || now === null) return kept;
	const was = piecesIn(before);
	const places = was && alignPieces(was, now);
	const taken = new Set<number>();
	const placed = kept.map((piece): LinePiece => {
		const nth = piece.nth !== null && places && was[piece.nth] === piece.text ? (places[piece.nth] ?? null) : null;
		if (nth === null) return { ...piece, nth: null };
		taken.add(nth);
		return { ...piece, nth, text: now[nth] ?? piece.text };
	});
	return placed.map((piece) => {
		if (piece.nth !== null) return piece;
		const nth = now.findIndex((text, at) => text === piece.text && !taken.has(at));
		if (nth < 0) return piece;
		taken.add(nth);
		return { ...piece, nth };
	});
}
