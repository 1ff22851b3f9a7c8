/** The records that a question about one line is about. */
import { RecordSet, WhatIf } from '@wide-lantern/core/computing';
import type { Evaluated } from '../thread-state.ts';
import type { OfSet } from './shapes.ts';

/** Null where the line is not counted. */
export function chosenRecords({ line, minus, aloneIn }: OfSet, { lines, index, marks }: Evaluated): RecordSet | null {
	const recordsOf = (id: string) => lines.find((one) => one.id === id)?.records ?? null;
	const result = aloneIn === null ? null : recordsOf(aloneIn);
	if (aloneIn !== null && result) {
		const without = new WhatIf(lines, index, marks).finalWith(new Map([[line, RecordSet.none(index.size)]]), aloneIn);
		return without && result.without(without);
	}
	const all = recordsOf(line);
	const less = minus === null ? null : recordsOf(minus);
	return all && less ? all.without(less) : all;
}
