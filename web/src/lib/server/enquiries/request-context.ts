/** What a route may rely on because the guard has been asked. */
import { error } from '@sveltejs/kit';
import type { Actor } from '$lib/server/http';
import { openEnquiry, type OpenEnquiry } from './open-enquiries';

export function requireActor(locals: App.Locals): Actor {
	if (!locals.actor) error(401, { message: 'Please sign in first.' });
	return locals.actor;
}

/** The enquiry of the path; the guard has already checked that it may be seen. */
export async function requireEnquiry(id: string): Promise<OpenEnquiry> {
	const enquiry = await openEnquiry(id);
	if (!enquiry) error(404, { message: 'This enquiry has been deleted.' });
	return enquiry;
}
