/** The desk: which of a person's enquiries are shown, and those archived. */
import { callServer } from '$lib/contract/call-server';

interface Entry {
	readonly id: string;
	readonly archived: boolean;
	/** Of those that can be opened. */
	readonly title?: string;
	readonly question?: string;
	readonly concepts?: readonly string[];
	readonly due?: { readonly due: string } | null;
}
export const DESK_VIEWS = ['current', 'due', 'archived'] as const;
export type DeskView = (typeof DESK_VIEWS)[number];

/** True where every word that was typed occurs in the title, the question or a concept. */
function matches({ title = '', question = '', concepts = [] }: Entry, typed: string): boolean {
	const text = [title, question, ...concepts].join('\n').toLocaleLowerCase('en');
	return typed
		.toLocaleLowerCase('en')
		.split(/\s+/)
		.every((word) => text.includes(word));
}

export class Desk<Of extends Entry> {
	view = $state<DeskView>('current');
	typed = $state('');
	fault = $state('');
	/** The one that was archived last here, which can be undone. */
	last = $state.raw<Of | null>(null);

	/** @param changed is called when the list must be read anew */
	constructor(
		private readonly entries: () => readonly Of[],
		private readonly changed: () => Promise<void>
	) {}

	private in(view: DeskView): readonly Of[] {
		const entries = this.entries();
		switch (view) {
			case 'archived':
				return entries.filter((entry) => entry.archived);
			case 'current':
				return entries.filter((entry) => !entry.archived);
			case 'due':
				return entries
					.filter((entry) => !entry.archived && entry.due)
					.sort((a, b) => (a.due?.due ?? '').localeCompare(b.due?.due ?? ''));
		}
	}
	count(view: DeskView): number {
		return this.in(view).length;
	}
	get shown(): readonly Of[] {
		return this.in(this.view).filter((entry) => matches(entry, this.typed.trim()));
	}

	async archive(entry: Of, archived: boolean): Promise<void> {
		const answer = await callServer('PUT /api/v1/enquiries/[enquiry]/archived', {
			path: { enquiry: entry.id },
			body: { archived }
		});
		this.fault = answer.ok ? '' : answer.fault;
		if (!answer.ok) return;
		this.last = archived ? entry : null;
		await this.changed();
	}
}
