/**
 * Which strategy line each line of the text is. Text editing knows only letters; this keeps the
 * identity of lines through typing, splitting, joining, pasting and cutting.
 */

import { StateEffect, StateField } from '@codemirror/state';
import { newId } from '$lib/client/new-id';

/** One stretch of lines before and after a change; lines count from 0, `oldTo` and `newTo` not included. */
export interface ChangedLines {
	readonly oldFrom: number;
	readonly oldTo: number;
	readonly newFrom: number;
	readonly newTo: number;
}

/**
 * Identities after a change. Within a stretch a line whose text is unchanged keeps its identity;
 * the others take the identities left over, in order; what is more is new.
 */
export function reassign(
	ids: readonly string[],
	oldTexts: readonly string[],
	newTexts: readonly string[],
	changed: readonly ChangedLines[],
	fresh: () => string
): string[] {
	const result: string[] = [];
	let at = 0;
	for (const { oldFrom, oldTo, newFrom, newTo } of changed) {
		result.push(...ids.slice(at, oldFrom));
		const free = ids.slice(oldFrom, oldTo).map((id, index) => ({ id, text: oldTexts[oldFrom + index] ?? '' }));
		const texts = newTexts.slice(newFrom, newTo);
		const given: (string | null)[] = texts.map(() => null);
		// From the end: what is typed before a line pushes it down unchanged.
		if (free.length !== texts.length)
			for (let line = texts.length - 1; line >= 0; line--) {
				const text = texts[line] ?? '';
				const match = text === '' ? -1 : free.findLastIndex((one) => one.text === text);
				if (match >= 0) given[line] = free.splice(match, 1)[0]?.id ?? null;
			}
		for (let line = 0; line < texts.length; line++) given[line] ??= free.shift()?.id ?? fresh();
		result.push(...given.map((id) => id ?? fresh()));
		at = oldTo;
	}
	result.push(...ids.slice(at));
	return result;
}

/** The smallest replacement that turns one text into another; null where they are the same. */
export function difference(from: string, to: string): { from: number; to: number; insert: string } | null {
	if (from === to) return null;
	let start = 0;
	while (start < from.length && start < to.length && from[start] === to[start]) start++;
	let end = 0;
	while (
		end < from.length - start &&
		end < to.length - start &&
		from[from.length - 1 - end] === to[to.length - 1 - end]
	)
		end++;
	return { from: start, to: from.length - end, insert: to.slice(start, to.length - end) };
}

export const setLineIds = StateEffect.define<readonly string[]>();
/** The identity of every line of the text. */
export const lineIds = StateField.define<readonly string[]>({
	create: () => [],
	update(value, transaction) {
		for (const effect of transaction.effects) if (effect.is(setLineIds)) return effect.value;
		if (!transaction.docChanged) return value;
		const before = transaction.startState.doc;
		const after = transaction.newDoc;
		// Typing inside lines changes none of them into another.
		let inside = before.lines === after.lines;
		transaction.changes.iterChangedRanges((fromA, toA, fromB, toB) => {
			inside &&=
				before.lineAt(fromA).number === before.lineAt(toA).number &&
				after.lineAt(fromB).number === after.lineAt(toB).number;
		});
		if (inside) return value;
		const changed: ChangedLines[] = [];
		transaction.changes.iterChangedRanges((fromA, toA, fromB, toB) => {
			const next = {
				oldFrom: before.lineAt(fromA).number - 1,
				oldTo: before.lineAt(toA).number,
				newFrom: after.lineAt(fromB).number - 1,
				newTo: after.lineAt(toB).number
			};
			const last = changed.at(-1);
			// Two changes in one line are one stretch.
			if (last && next.oldFrom < last.oldTo)
				changed[changed.length - 1] = {
					...last,
					oldTo: Math.max(next.oldTo, last.oldTo),
					newTo: Math.max(next.newTo, last.newTo)
				};
			else changed.push(next);
		});
		return reassign(value, before.toString().split('\n'), after.toString().split('\n'), changed, newId);
	}
});
