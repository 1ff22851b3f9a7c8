/** What a source makes of bare words, its own account held against it, and the result kept as a line. */
import { hasErrors, parse, roleOf } from '@wide-lantern/core/editor';
import { callServer } from '$lib/contract/call-server';
import type { WordsView } from '$lib/contract/platforms';
import type { EnquiryClient } from './enquiry.svelte';
import { lookUp } from './headings';
import { newId } from './new-id';
import { shownValue } from './shown-value';

export class BareWords {
	profile = $state('');
	words = $state('');
	/** What the source itself says that it searched, pasted. */
	account = $state('');
	seen = $state.raw<WordsView | null>(null);
	fault = $state('');
	said = $state('');

	constructor(
		private readonly enquiry: Pick<EnquiryClient, 'id' | 'document' | 'edit'>,
		profile: string
	) {
		this.profile = profile;
	}

	async look(): Promise<void> {
		const { profile, words, account } = this;
		const seen = await shownValue(
			callServer('POST /api/v1/enquiries/[enquiry]/renderings/words', {
				path: { enquiry: this.enquiry.id },
				body: { profile, words, account }
			}),
			(fault) => (this.fault = fault)
		);
		if (seen) this.seen = seen;
	}

	/** The heading that words became, for the lens; null, with the reason in `said`, where it cannot be found. */
	async headingCalled(label: string): Promise<{ readonly vocabulary: string; readonly heading: string } | null> {
		const vocabulary = this.seen?.vocabulary;
		if (!vocabulary) return null;
		const found = await lookUp(vocabulary, label, 'exact', new AbortController().signal).catch(() => null);
		const match = found?.matches[0];
		if (!match) this.said = `${label} cannot be looked up at the moment.`;
		return match ? { vocabulary, heading: match.id } : null;
	}

	/** Adds what the source makes of the words as the last line, where everybody sees it. */
	freeze(text: string, source: string, today: string): void {
		const { tree, faults } = parse(text);
		if (hasErrors(faults)) {
			this.said = 'It cannot be written as a line.';
			return;
		}
		const account = this.account.trim();
		const added = this.enquiry.edit('freeze words as a line', [
			{
				do: 'insert',
				in: ['lines'],
				item: {
					id: newId(),
					source: text,
					concept: null,
					strand: null,
					role: roleOf(tree),
					label: `What ${source} makes of: ${this.words.trim()}`.slice(0, 400),
					note:
						account === ''
							? `Read by its habits on ${today}.`
							: `Its own account of ${today}: ${account}`.slice(0, 20_000),
					off: false
				},
				after: this.enquiry.document.lines.at(-1)?.id ?? null
			}
		]);
		if (added) this.said = 'Added as the last line of the strategy: everything that the source does is visible in it.';
	}
}
