/** What newer editions of vocabularies changed in headings that an enquiry uses, until somebody has reviewed it. */
import { callServer } from '$lib/contract/call-server';
import type { EnquiryChanges } from '$lib/contract/vocabularies';

export class EditionNews {
	news = $state.raw<readonly EnquiryChanges[]>([]);
	fault = $state('');
	/** The last one that was marked here, which can be undone. */
	last = $state.raw<EnquiryChanges | null>(null);

	constructor(private readonly enquiry: { readonly id: string }) {}

	async ask(): Promise<void> {
		const answer = await callServer('GET /api/v1/enquiries/[enquiry]/vocabularies', {
			path: { enquiry: this.enquiry.id }
		});
		// Otherwise it is asked again with the next visit; nothing here depends on it.
		if (answer.ok) this.news = answer.value;
	}

	/** @param edition up to which the changes have been reviewed: the newer one, or the older one to undo that */
	async review(changes: EnquiryChanges, edition: number): Promise<void> {
		const answer = await callServer('POST /api/v1/enquiries/[enquiry]/sign-offs', {
			path: { enquiry: this.enquiry.id },
			body: { of: 'vocabulary', subject: changes.vocabulary, version: edition }
		});
		this.fault = answer.ok ? '' : answer.fault;
		if (answer.ok) this.last = edition === changes.to.number ? changes : null;
	}
}

/** The heading that a change leads to: itself, or what replaced it; null where nothing did. */
export const changeTarget = (change: EnquiryChanges['changes'][number]): string | null =>
	change.kind === 'merged' ? change.into : change.kind === 'withdrawn' ? null : change.id;
