/** A heading over the years of a collection, and what an earlier heading means for the years searched. */
import type { EnquiryDocument } from '@wide-lantern/core/editor';
import { callServer } from '$lib/contract/call-server';
import type { HeadingYears } from '$lib/contract/headings';
import type { HeadingOnCollection } from './heading-figures.svelte';
import { PanelFigures } from './panel-figures.svelte';

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
			text: `Called ${old.label}${until}: renamed only. Older records already carry the new name; nothing needs adding.`
		};
	if (from !== null && old.until !== null && from > old.until)
		return {
			needed: false,
			text: `It was indexed as ${old.label}${until}. Your strategy searches from ${from}, so it is not needed.`
		};
	const years = old.until === null ? 'the earlier years' : `the years up to ${old.until}`;
	return {
		needed: true,
		text:
			old.id === null
				? `Records of ${years} carry ${old.label}, which is no longer a heading; search it as text words.`
				: `For ${years} it was indexed as ${old.label}. You search those years${from === null ? ' (no limit on years)' : ''}.`
	};
}

/** Records of all years together. */
export const sumOfYears = ({ years }: HeadingYears, of: 'records' | 'earlier' | 'bare' | 'all'): number =>
	years.reduce((sum, year) => sum + year[of], 0);

export class HeadingHistory {
	private readonly figures = new PanelFigures<HeadingOnCollection, HeadingYears>(
		({ vocabulary, heading, collection }, signal) =>
			callServer('GET /api/v1/vocabularies/[vocabulary]/headings/[heading]/history', {
				path: { vocabulary, heading },
				query: { collection },
				signal
			})
	);

	constructor(private readonly enquiry: { readonly document: EnquiryDocument }) {}

	ask(of: HeadingOnCollection): () => void {
		return this.figures.ask(of);
	}
	of(of: HeadingOnCollection): HeadingYears | null {
		return this.figures.of(of);
	}
	get failed(): string {
		return this.figures.failed;
	}
	get searchedFrom(): number | null {
		return searchedFrom(this.enquiry.document);
	}
	/** True where a concept has the heading. */
	isAdded(vocabulary: string, heading: string): boolean {
		return this.enquiry.document.concepts.some((concept) =>
			concept.headings.some((one) => one.vocabulary === vocabulary && one.heading === heading)
		);
	}
}
