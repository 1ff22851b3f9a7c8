/** Why a record is in the result, or what keeps it out, in words. */
import { conceptLetter, type EnquiryDocument } from '@wide-lantern/core/editor';
import { callServer } from '$lib/contract/call-server';
import type { RecordWhy } from '$lib/contract/records';
import { formatCount } from './fresh.svelte';
import { PanelFigures } from './panel-figures.svelte';

export interface SideName {
	/** Null where the lines are not of one concept. */
	readonly letter: string | null;
	readonly hue: number;
	readonly name: string;
}

/** What one side of the AND is called: its concept, or its first line. */
export function sideName({ lines, concepts }: EnquiryDocument, side: readonly string[]): SideName {
	const own = lines.filter((line) => side.includes(line.id));
	const [first] = own;
	const at = concepts.findIndex((concept) => concept.id === first?.concept);
	if (at >= 0 && own.every((line) => line.concept === first?.concept))
		return { letter: conceptLetter(at), hue: at, name: concepts[at]?.name ?? '' };
	const name = first ? `line ${lines.indexOf(first) + 1}${first.label ? `, ${first.label}` : ''}` : '';
	return { letter: null, hue: -1, name };
}

/** What removing a term would change, for this record and for the result, whose line has the number `final`. */
export function withoutTerm(term: RecordWhy['sides'][number]['terms'][number], final: number): string {
	const parts = [
		term.losesThis ? 'without it this record is lost' : 'without it this record is still retrieved',
		term.lost > 0 ? `line ${final} loses ${formatCount(term.lost)}` : 'nothing is lost'
	];
	if (term.gained > 0) parts.push(`${formatCount(term.gained)} are gained`);
	if (term.inTitles !== null && term.inTitles > 0)
		parts.push(`searched in titles only, ${formatCount(term.inTitles)} are lost`);
	return parts.join('; ');
}

export class RecordReason {
	private readonly figures: PanelFigures<string, RecordWhy>;

	constructor(enquiry: { readonly id: string }) {
		this.figures = new PanelFigures((record, signal) =>
			callServer('GET /api/v1/enquiries/[enquiry]/why', { path: { enquiry: enquiry.id }, query: { record }, signal })
		);
	}
	ask(record: string): () => void {
		return this.figures.ask(record);
	}
	of(record: string): RecordWhy | null {
		return this.figures.of(record);
	}
}
