/** Two people change one text: what each did is put together where the changes do not touch. */
import { ChangeSet, Text, type ChangeSpec } from '@codemirror/state';
import { wholePieces } from '@wide-lantern/core';
import { diffArrays } from 'diff';

/** Pieces that differ, beyond which texts are not put together: it would take too long, and nobody would expect it. */
const MOST = 400;

/** What makes one text of another; null where too much differs. */
function changesBetween(before: string, after: string): ChangeSet | null {
	const parts = diffArrays(wholePieces(before), wholePieces(after), { maxEditLength: MOST });
	if (!parts) return null;
	const changes: ChangeSpec[] = [];
	let at = 0;
	for (const part of parts) {
		const text = part.value.join('');
		if (part.added) changes.push({ from: at, insert: text });
		else {
			if (part.removed) changes.push({ from: at, to: at + text.length });
			at += text.length;
		}
	}
	return ChangeSet.of(changes, before.length);
}

/** True where a change of the one begins, ends or lies where one of the other does. */
function touch(left: ChangeSet, right: ChangeSet): boolean {
	let found = false;
	left.iterChangedRanges((from, to) => {
		right.iterChangedRanges((otherFrom, otherTo) => {
			found ||= from <= otherTo && otherFrom <= to;
		});
	});
	return found;
}

/**
 * @param before the text that both began with
 * @returns the text with the changes of both; null where they touch, and somebody must choose
 */
export function mergeText(before: string, theirs: string, mine: string): string | null {
	if (theirs === before || theirs === mine) return mine;
	if (mine === before) return theirs;
	const [their, own] = [changesBetween(before, theirs), changesBetween(before, mine)];
	if (!their || !own || touch(their, own)) return null;
	return own
		.map(their)
		.apply(their.apply(Text.of(before.split('\n'))))
		.toString();
}
