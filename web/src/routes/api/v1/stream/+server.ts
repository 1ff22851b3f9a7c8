/** One stream for all windows of a browser: opened once, and told which windows there are. */
import { error } from '@sveltejs/kit';
import { requireActor } from '$lib/server/enquiries';
import { checkRoles, openBrowser, setWindows } from '$lib/server/windows';
import { eventStream, readBody, reply } from '$lib/server/http';

export const GET = ({ locals, url }) => {
	const browser = (url.searchParams.get('browser') ?? '').slice(0, 100);
	if (browser === '') error(400, { message: 'The stream of a browser needs its name.' });
	const person = requireActor(locals);
	return eventStream(
		(send, close) =>
			openBrowser(
				browser,
				person,
				(event) => {
					send('window', event);
				},
				close
			),
		async () => {
			await checkRoles(browser);
			return true;
		}
	);
};

export const PUT = async ({ request, locals }) => {
	const { browser, windows } = await readBody(request, 'PUT /api/v1/stream');
	const following = await setWindows(browser, requireActor(locals).id, windows);
	if (!following) error(409, { message: 'This browser has no stream open.' });
	return reply('PUT /api/v1/stream', 200, { windows: following });
};
