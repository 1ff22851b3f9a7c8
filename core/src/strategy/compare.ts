/**
 * Two versions of a strategy, line by line and by identity: a line that has moved is a move and not
 * a deletion with an insertion, and a number that changed because of lines above is no change.
 */
import type { Edit, Json } from '../document/index.ts';
import type { EnquiryDocument, StrategyLine } from '../enquiry/index.ts';

export interface LineWithText {
	readonly line: StrategyLine;
	/** As it read then. */
	readonly text: string;
}

export interface LineChange {
	readonly id: string;
	/** Numbers before and after; null where the line was not there. */
	readonly before: number | null;
	readonly after: number | null;
	readonly change: 'same' | 'changed' | 'moved' | 'new' | 'gone';
	/** What of the line is different, besides its place. */
	readonly what: readonly ('text' | 'label' | 'note' | 'concept' | 'role' | 'switch')[];
	readonly moved: boolean;
	readonly textBefore: string;
	readonly textAfter: string;
}

/** In the order of the newer version; lines that are gone stand where they stood. */
export function compareLines(before: readonly LineWithText[], after: readonly LineWithText[]): LineChange[] {
	const old = new Map(before.map((one, at) => [one.line.id, { ...one, number: at + 1 }]));
	const now = new Set(after.map((one) => one.line.id));
	const stayed = stayingPut(
		before.map((one) => one.line.id).filter((id) => now.has(id)),
		after.map((one) => one.line.id).filter((id) => old.has(id))
	);
	const changes = after.map(({ line, text }, at): LineChange => {
		const was = old.get(line.id);
		const common = { id: line.id, after: at + 1, textAfter: text };
		if (!was) return { ...common, before: null, change: 'new', what: [], moved: false, textBefore: '' };
		const what = differences(was.line, line);
		const moved = !stayed.has(line.id);
		return {
			...common,
			before: was.number,
			change: what.length > 0 ? 'changed' : moved ? 'moved' : 'same',
			what,
			moved,
			textBefore: was.text
		};
	});
	// A line that is gone is shown behind the one that it stood behind.
	before.forEach(({ line, text }, at) => {
		if (now.has(line.id)) return;
		const above = before.slice(0, at).findLast((one) => changes.some((change) => change.id === one.line.id));
		const place = above ? changes.findIndex((change) => change.id === above.line.id) + 1 : 0;
		changes.splice(place, 0, {
			id: line.id,
			before: at + 1,
			after: null,
			change: 'gone',
			what: [],
			moved: false,
			textBefore: text,
			textAfter: ''
		});
	});
	return changes;
}

function differences(before: StrategyLine, after: StrategyLine): LineChange['what'] {
	const what: LineChange['what'][number][] = [];
	if (before.source !== after.source) what.push('text');
	if (before.label !== after.label) what.push('label');
	if (before.note !== after.note) what.push('note');
	if (before.concept !== after.concept || before.strand !== after.strand) what.push('concept');
	if (before.role !== after.role) what.push('role');
	if (before.off !== after.off) what.push('switch');
	return what;
}

/** The most items that keep their order from one list to another with the same items. */
function stayingPut(before: readonly string[], after: readonly string[]): ReadonlySet<string> {
	const places = new Map(before.map((id, at) => [id, at]));
	const rows = after.map((id) => ({ id, place: places.get(id) ?? 0 }));
	// Longest increasing run: for each length, the row that ends the run with the smallest place.
	const ends: number[] = [];
	const previous: number[] = [];
	rows.forEach(({ place }, at) => {
		let low = 0;
		let high = ends.length;
		while (low < high) {
			const middle = (low + high) >>> 1;
			if ((rows[ends[middle] ?? 0]?.place ?? 0) < place) low = middle + 1;
			else high = middle;
		}
		previous[at] = low > 0 ? (ends[low - 1] ?? -1) : -1;
		ends[low] = at;
	});
	const stayed = new Set<string>();
	for (let at = ends.at(-1) ?? -1; at >= 0; at = previous[at] ?? -1) stayed.add(rows[at]?.id ?? '');
	return stayed;
}

type Kept = Pick<EnquiryDocument, 'concepts' | 'lines'>;
type Item = { readonly id: string };

/** Edits that bring lines and concepts back to how they stood; all else of the enquiry stays as it is. */
export function restoringEdits(now: Kept, then: Kept): Edit[] {
	return [...listEdits('concepts', now.concepts, then.concepts), ...listEdits('lines', now.lines, then.lines)];
}

function listEdits(list: 'concepts' | 'lines', now: readonly Item[], then: readonly Item[]): Edit[] {
	const edits: Edit[] = [];
	const wanted = new Map(then.map((one) => [one.id, one]));
	const present = new Map(now.map((one) => [one.id, one]));
	for (const { id } of now) if (!wanted.has(id)) edits.push({ do: 'remove', at: [list, id] });
	const order = now.map((one) => one.id).filter((id) => wanted.has(id));
	then.forEach((one, at) => {
		const after = then[at - 1]?.id ?? null;
		const own = present.get(one.id);
		if (!own) {
			edits.push({ do: 'insert', in: [list], item: one as unknown as Json, after });
			order.splice(at, 0, one.id);
			return;
		}
		if (order[at] !== one.id) {
			edits.push({ do: 'move', at: [list, one.id], after });
			order.splice(order.indexOf(one.id), 1);
			order.splice(at, 0, one.id);
		}
		const [from, to] = [own as unknown as Record<string, Json>, one as unknown as Record<string, Json>];
		for (const key of new Set([...Object.keys(from), ...Object.keys(to)]))
			if (key !== 'id' && JSON.stringify(from[key]) !== JSON.stringify(to[key]))
				edits.push({ do: 'set', at: [list, one.id, key], value: to[key] ?? [] });
	});
	return edits;
}
