/** What an open window is told: edits of others, who is here, facts that were added, and the counts that it has asked for. */
import { openWindow } from '$lib/server/evaluation';
import { join, listen, listenToFacts } from '$lib/server/enquiries';

/** Events of a window, by name; `edits` are those of other windows as they are saved. */
export type WindowEvent = 'edits' | 'people' | 'facts' | 'counts';

/** Begins to tell a window; call the result to end it. Who asks must have been allowed to see the enquiry. */
export function tellWindow(
	enquiry: string,
	client: string,
	person: { readonly id: string; readonly name: string },
	send: (event: WindowEvent, data: unknown) => void
): () => void {
	const stops = [
		listen(enquiry, (news) => {
			send('edits', news);
		}),
		listenToFacts(enquiry, (kind) => {
			send('facts', kind);
		}),
		join(enquiry, client, person, (present) => {
			send('people', present);
		}),
		openWindow(enquiry, client, person.id, (news) => {
			send('counts', news);
		})
	];
	return () => {
		for (const stop of stops.splice(0)) stop();
	};
}
