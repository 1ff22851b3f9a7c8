/** Years searched against the years of a heading: what an earlier heading means for this strategy. */
import type { EnquiryDocument } from '@wide-lantern/core/editor';

/** The first year that the strategy searches, by its limits; null where it searches all years. The widest limit counts. */
export function searchedFrom(document: Pick<EnquiryDocument, 'lines'>): number | null {
	const firsts = document.lines
		.filter((line) => !line.off)
		.flatMap((line) => [...line.source.matchAll(/\byr:(\d{4})(?:-|\b)/g)].map((match) => Number(match[1])));
	return firsts.length === 0 ? null : Math.min(...firsts);
}

interface Earlier {
	readonly label: string;
	readonly until: number | null;
	readonly renamed: boolean;
	readonly id: string | null;
}

/** What to do about an earlier name or heading, given the first year searched (null for all years). */
export function earlierAdvice(old: Earlier, from: number | null): { readonly needed: boolean; readonly text: string } {
	const until = old.until === null ? '' : ` until ${old.until}`;
	if (old.renamed)
		return {
			needed: false,
			text: `Called ${old.label}${until}: a mere renaming. Older records carry the new name; nothing needs adding.`
		};
	if (from !== null && old.until !== null && from > old.until)
		return {
			needed: false,
			text: `${old.label} stood for it${until}. Your strategy searches from ${from}, so it is not needed.`
		};
	const years = old.until === null ? 'the earlier years' : `the years up to ${old.until}`;
	return {
		needed: true,
		text:
			old.id === null
				? `Records of ${years} carry ${old.label}, which is no longer a heading; search it as text words.`
				: `For ${years} it was ${old.label}. You search those years${from === null ? ' (no limit on years)' : ''}.`
	};
}
