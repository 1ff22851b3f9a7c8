/**
 * Two editions of a vocabulary compared by the identifiers of headings: what is new, renamed, moved,
 * merged into another, withdrawn, or says something else today. A strategy is told only what
 * concerns it.
 */
import { foldedKey } from '../text/index.ts';
import type { Heading } from './vocabulary.ts';

export type HeadingChange =
	| { readonly kind: 'new'; readonly id: string; readonly label: string }
	| { readonly kind: 'renamed'; readonly id: string; readonly label: string; readonly from: string }
	| {
			readonly kind: 'moved';
			readonly id: string;
			readonly label: string;
			readonly from: readonly string[];
			readonly to: readonly string[];
	  }
	/** Its name lives on as another name of a heading that stays. */
	| {
			readonly kind: 'merged';
			readonly id: string;
			readonly label: string;
			readonly into: string;
			readonly intoLabel: string;
	  }
	| { readonly kind: 'withdrawn'; readonly id: string; readonly label: string }
	| { readonly kind: 'note'; readonly id: string; readonly label: string; readonly from: string; readonly to: string }
	| {
			readonly kind: 'names';
			readonly id: string;
			readonly label: string;
			readonly gained: readonly string[];
			readonly lost: readonly string[];
	  };

export const CHANGE_KINDS = ['new', 'renamed', 'moved', 'merged', 'withdrawn', 'note', 'names'] as const;

/** All changes, in the order of the newer edition, then what is gone. One heading may have several. */
export function compareEditions(older: readonly Heading[], newer: readonly Heading[]): HeadingChange[] {
	const before = new Map(older.map((heading) => [heading.id, heading]));
	const after = new Map(newer.map((heading) => [heading.id, heading]));
	const changes: HeadingChange[] = [];
	const names = new Map<string, Heading>();
	for (const heading of newer)
		for (const name of [heading.label, ...heading.entryTerms, ...heading.before.map((one) => one.label)]) {
			const key = foldedKey(name);
			if (!names.has(key)) names.set(key, heading);
		}
	const labels = (ids: readonly string[], of: ReadonlyMap<string, Heading>) => ids.map((id) => of.get(id)?.label ?? id);
	for (const heading of newer) {
		const was = before.get(heading.id);
		const { id, label } = heading;
		if (!was) {
			changes.push({ kind: 'new', id, label });
			continue;
		}
		if (was.label !== label) changes.push({ kind: 'renamed', id, label, from: was.label });
		if (!sameSet(was.broader, heading.broader))
			changes.push({ kind: 'moved', id, label, from: labels(was.broader, before), to: labels(heading.broader, after) });
		if (was.scopeNote !== heading.scopeNote)
			changes.push({ kind: 'note', id, label, from: was.scopeNote, to: heading.scopeNote });
		const gained = heading.entryTerms.filter((one) => !was.entryTerms.includes(one) && one !== was.label);
		const lost = was.entryTerms.filter((one) => !heading.entryTerms.includes(one) && one !== label);
		if (gained.length + lost.length > 0) changes.push({ kind: 'names', id, label, gained, lost });
	}
	for (const { id, label } of older) {
		if (after.has(id)) continue;
		const heir = names.get(foldedKey(label));
		changes.push(
			heir ? { kind: 'merged', id, label, into: heir.id, intoLabel: heir.label } : { kind: 'withdrawn', id, label }
		);
	}
	return changes;
}

const sameSet = (a: readonly string[], b: readonly string[]) =>
	a.length === b.length && a.every((one) => b.includes(one));
