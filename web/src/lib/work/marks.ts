/** Marking records of an enquiry as relevant or not. */
import type { Edit, Mark } from '@wide-lantern/core/editor';

/** The edits that give a record a verdict, change it, or, where it has it already, take it away. */
export function markEdits(
	marks: readonly Mark[],
	record: string,
	verdict: Mark['verdict'],
	newId: () => string
): readonly Edit[] {
	const known = marks.find((one) => one.record === record);
	if (!known)
		return [{ do: 'insert', in: ['marks'], item: { id: newId(), record, verdict }, after: marks.at(-1)?.id ?? null }];
	return known.verdict === verdict
		? [{ do: 'remove', at: ['marks', known.id] }]
		: [{ do: 'set', at: ['marks', known.id, 'verdict'], value: verdict }];
}
