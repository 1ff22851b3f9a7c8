/** What a route may rely on because the guard has been asked. */
import { error } from '@sveltejs/kit';
import type { Actor } from '$lib/server/http';
import { isDocument } from './document-check';
import { openEnquiry, type OpenEnquiry } from './open-enquiries';
import { openVersion, type Standing } from './versions';

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

/** A version and another one (its identifier, or `now`), with how the enquiry is now. @throws 404 */
export async function twoVersions(
	{ enquiry, version }: { readonly enquiry: string; readonly version: string },
	other: string
): Promise<{ readonly before: Standing; readonly after: Standing; readonly current: OpenEnquiry }> {
	const current = await requireEnquiry(enquiry);
	const [before, after] = await Promise.all([
		openVersion(enquiry, version, isDocument),
		other === 'now' ? current : openVersion(enquiry, other, isDocument)
	]);
	if (!before || !after) error(404, { message: 'There is no such version of this enquiry.' });
	return { before, after, current };
}
