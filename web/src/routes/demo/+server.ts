/** The one-click door of the demo; the guard opens it in demo mode only. */
import { error, redirect } from '@sveltejs/kit';
import { demoPerson } from '$lib/server/installation';
import { startSession } from '$lib/server/accounts';

export const POST = async ({ cookies, url }) => {
	const person = await demoPerson();
	if (!person) error(404, { message: 'The demo is not loaded.' });
	await startSession(cookies, person, url.protocol === 'https:');
	redirect(303, '/desk');
};
