/** Server-sent events of one window, for a browser whose windows cannot share a stream. */
import { requireActor, roleIn } from '$lib/server/enquiries';
import { eventStream } from '$lib/server/http';
import { tellWindow } from '$lib/server/windows';

export const GET = ({ params, locals, url }) => {
	const client = (url.searchParams.get('client') ?? '').slice(0, 100);
	const person = requireActor(locals);
	return eventStream(
		(send) =>
			client === ''
				? () => undefined
				: tellWindow(params.enquiry, client, person, ({ event, data }) => {
						send(event, data);
					}),
		async () => (await roleIn(params.enquiry, person.id)) !== null
	);
};
