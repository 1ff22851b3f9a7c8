/** Hierarchies that are written as codes of places: the beginning of a code is the code of the broader place. */
import type { VocabularyFault } from './integrity.ts';

export interface PlaceCode {
	readonly code: string;
	readonly heading: string;
	/** Row of the table. */
	readonly place: string;
}

/** What separates the steps of a place code. */
const STEP = /[.\-/: ]/;

/**
 * Broader headings by place codes: the beginning of a code is the code of the broader place. Where a fifth of the codes
 * have separators, a code is cut at these only, so that `C1` is not above `C10`; else the longest code that it begins with counts.
 * @returns by heading, those above its places
 */
export function broaderByPlaces(places: readonly PlaceCode[], faults: VocabularyFault[]): Map<string, string[]> {
	const byCode = new Map<string, string>();
	for (const { code, heading, place } of places) {
		const known = byCode.get(code);
		if (known === undefined) byCode.set(code, heading);
		else if (known !== heading)
			faults.push({
				code: 'bad-row',
				place,
				message: `The place code “${code.slice(0, 60)}” belongs to two headings; what is narrower goes below the first`
			});
	}
	const separated = places.filter(({ code }) => STEP.test(code)).length * 5 >= places.length;
	const above = new Map<string, string[]>();
	for (const { code, heading } of places) {
		for (let end = code.length - 1; end > 0; end--) {
			// The letters before the first figure are a step of their own: `C` is above `C10`.
			const isStep =
				!separated ||
				STEP.test(code[end] ?? '') ||
				(/^\p{L}+$/u.test(code.slice(0, end)) && /\d/.test(code[end] ?? ''));
			const found = isStep ? byCode.get(code.slice(0, end)) : undefined;
			if (found === undefined || found === heading) continue;
			const held = above.get(heading);
			if (held) held.push(found);
			else above.set(heading, [found]);
			break;
		}
	}
	return above;
}
