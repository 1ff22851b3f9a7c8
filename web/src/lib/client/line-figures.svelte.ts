/** What the lens shows of a line: what each of its terms brings; and of a concept: records without any heading, by year. */
import { withoutSide } from '@wide-lantern/core/editor';
import { callServer } from '$lib/contract/call-server';
import type { ConceptYears, LineTerms } from '$lib/contract/sheet';
import type { EnquiryClient } from './enquiry.svelte';
import { PanelFigures } from './panel-figures.svelte';

/** Milliseconds of rest in typing before the terms of a line are counted. */
const REST = 250;

export class TermFigures {
	private readonly figures: PanelFigures<string, LineTerms | null>;

	constructor(private readonly enquiry: Pick<EnquiryClient, 'id' | 'document' | 'edit'>) {
		this.figures = new PanelFigures(
			(line, signal) =>
				callServer('GET /api/v1/enquiries/[enquiry]/terms', { path: { enquiry: enquiry.id }, query: { line }, signal }),
			REST
		);
	}
	ask(line: string): () => void {
		return this.figures.ask(line);
	}
	of(line: string): LineTerms | null {
		return this.figures.of(line);
	}
	/** Removes a term that another one covers: the set stays the same, whatever the collection. */
	drop(line: string, nth: number, text: string): void {
		const source = this.enquiry.document.lines.find((one) => one.id === line)?.source;
		const shorter = source === undefined ? null : withoutSide(source, nth);
		if (shorter) this.enquiry.edit(`drop ${text}`, [{ do: 'set', at: ['lines', line, 'source'], value: shorter }]);
	}
}

export class UnindexedYears {
	private readonly figures: PanelFigures<string, ConceptYears>;

	constructor(enquiry: { readonly id: string }) {
		this.figures = new PanelFigures((concept, signal) =>
			callServer('GET /api/v1/enquiries/[enquiry]/unindexed', {
				path: { enquiry: enquiry.id },
				query: { concept },
				signal
			})
		);
	}
	ask(concept: string): () => void {
		return this.figures.ask(concept);
	}
	of(concept: string): ConceptYears | null {
		return this.figures.of(concept);
	}
}

/** `12 %`; empty where there is nothing to share. */
export const percent = (part: number, whole: number): string =>
	whole === 0 ? '' : `${Math.round((100 * part) / whole)} %`;
