/** What an open window is told: edits of others, who is here, facts that were added, and the counts that it has asked for. */
import type { WindowEvent } from '$lib/contract/streams';
import { openWindow } from '$lib/server/evaluation';
import { join, listen, listenToFacts } from '$lib/server/enquiries';

/** Begins to tell a window; call the result to end it. Who asks must have been allowed to see the enquiry. */
export function tellWindow(
	enquiry: string,
	client: string,
	person: { readonly id: string; readonly name: string },
	send: (event: WindowEvent) => void
): () => void {
	const stops = [
		listen(enquiry, (news) => {
			send({ event: 'edits', data: news });
		}),
		listenToFacts(enquiry, (kind) => {
			send({ event: 'facts', data: kind });
		}),
		join(enquiry, client, person, (present) => {
			send({ event: 'people', data: present });
		}),
		openWindow(enquiry, client, person.id, (news) => {
			send({ event: 'counts', data: news });
		})
	];
	return () => {
		for (const stop of stops.splice(0)) stop();
	};
}
