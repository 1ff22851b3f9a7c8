/** The true mapping between the vocabularies: known because all are cut from the same notions. Kept apart, as a measure. */
import type { Cut } from './cut.ts';
import type { VocabularyId } from './notion.ts';

/** Which headings of the other vocabulary stand for a heading. */
export interface TrueMapping {
	readonly heading: string;
	readonly targets: readonly string[];
	/** `two`: the other keeps kinds apart that this one joins, so that all are needed, with OR; `none`: text words only. */
	readonly kind: 'exact' | 'broader' | 'two' | 'none';
}

export function trueMappings({ vocabularies, places }: Cut, from: VocabularyId, to: VocabularyId): TrueMapping[] {
	const inverse = (vocabulary: VocabularyId) => {
		const notions = new Map<string, string[]>();
		for (const [notion, { headings }] of places[vocabulary])
			for (const heading of headings) notions.set(heading, [...(notions.get(heading) ?? []), notion]);
		return notions;
	};
	const [own, other] = [inverse(from), inverse(to)];
	return vocabularies[from].headings.map(({ id }): TrueMapping => {
		const notions = own.get(id) ?? [];
		const targets = [...new Set(notions.flatMap((notion) => places[to].get(notion)?.headings ?? []))];
		const [only] = targets;
		if (only === undefined) return { heading: id, targets: [], kind: 'none' };
		if (targets.length > 1) return { heading: id, targets, kind: 'two' };
		return {
			heading: id,
			targets,
			kind: (other.get(only) ?? []).every((notion) => notions.includes(notion)) ? 'exact' : 'broader'
		};
	});
}
