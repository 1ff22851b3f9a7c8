/** Texts that somebody else has changed meanwhile: edits are made so that they keep what both did, where that can be. */
import { valueAt, type Conflict, type Edit, type Json, type Place } from '@wide-lantern/core';
import type { TextBefore } from '$lib/contract/enquiries';
import { mergeText } from './merge-text';

/** What hangs on the text of a line and is recognised anew when it changes (core, `followingEdits`). */
const FOLLOWING: ReadonlySet<string> = new Set(['role', 'concept', 'strand', 'label', 'pieces']);

const keyOf = (at: Place) => at.join('/');

/**
 * @param conflicts of the edits with what others did
 * @param before texts as they were before one's own edits
 * @param current the document with the edits of the others
 * @returns edits that keep what both did; null where somebody must choose
 */
export function mergedEdits(
	edits: readonly Edit[],
	conflicts: readonly Conflict[],
	before: readonly TextBefore[],
	current: Json
): Edit[] | null {
	const known = new Map(before.map((one) => [keyOf(one.at), one.text]));
	const merged = new Map<string, string>();
	for (const { at, yours } of conflicts) {
		const text = known.get(keyOf(at));
		const theirs = valueAt(current, at);
		if (text === undefined || typeof theirs !== 'string' || typeof yours !== 'string') continue;
		const both = mergeText(text, theirs, yours);
		if (both !== null) merged.set(keyOf(at), both);
	}
	const lines = new Set([...merged.keys()].flatMap((key) => /^lines\/([^/]+)\/source$/.exec(key)?.[1] ?? []));
	const follows = (at: Place) => at[0] === 'lines' && lines.has(at[1] ?? '') && FOLLOWING.has(at[2] ?? '');
	if (conflicts.some(({ at }) => !merged.has(keyOf(at)) && !follows(at))) return null;
	return edits.flatMap((edit): Edit[] => {
		if (edit.do !== 'set') return [edit];
		if (follows(edit.at)) return [];
		const both = merged.get(keyOf(edit.at));
		return [both === undefined ? edit : { ...edit, value: both }];
	});
}
