/** Names of a heading as text words for a concept: counted, chosen, added. */
import { withoutCovered, type Concept } from '@wide-lantern/core/editor';
import { callServer } from '$lib/contract/call-server';
import type { NameOffer } from '$lib/contract/headings';
import type { EnquiryClient } from './enquiry.svelte';
import { PanelFigures } from './panel-figures.svelte';
import { wordEdits } from './terms';

interface NamesOf {
	readonly concept: string;
	readonly vocabulary: string;
	readonly heading: string;
}

export class HeadingNames {
	private readonly figures: PanelFigures<NamesOf, { readonly names: readonly NameOffer[]; readonly more: number }>;
	chosen = $state.raw<readonly string[]>([]);

	constructor(private readonly enquiry: Pick<EnquiryClient, 'id' | 'edit'>) {
		this.figures = new PanelFigures((query, signal) =>
			callServer('GET /api/v1/enquiries/[enquiry]/names', { path: { enquiry: enquiry.id }, query, signal })
		);
	}
	ask(of: NamesOf): () => void {
		return this.figures.ask(of);
	}
	get names(): readonly NameOffer[] | null {
		return this.figures.value?.names ?? null;
	}
	/** Names beyond those that are counted. */
	get more(): number {
		return this.figures.value?.more ?? 0;
	}
	get failed(): string {
		return this.figures.failed;
	}
	/** The first form of each name that nothing covers, without those that another of them covers. */
	get open(): readonly string[] {
		return withoutCovered(
			(this.names ?? []).flatMap((name) =>
				name.forms.filter((form, at) => at === 0 && form.coveredBy === null && !form.there).map((form) => form.text)
			)
		);
	}

	toggle(text: string): void {
		this.chosen = this.chosen.includes(text) ? this.chosen.filter((other) => other !== text) : [...this.chosen, text];
	}

	/** Adds those that the concept does not have, in one step. @param label of the heading that they name */
	add(texts: readonly string[], concept: Concept, label: string): void {
		const edits = wordEdits(concept, texts, `name of ${label}`);
		if (edits.length > 0) this.enquiry.edit(`add ${edits.length} names as text words`, edits);
		this.chosen = [];
	}
}
