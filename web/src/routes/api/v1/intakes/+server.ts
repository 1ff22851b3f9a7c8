/** A vocabulary’s file comes in; a job reads it at once, and stores what it holds when the person says so. */
import { reply } from '$lib/server/http';
import { error } from '@sveltejs/kit';
import { uploadedFile } from '$lib/server/sources';
import { NAME } from '$lib/server/installation';
import { beginLoading } from '$lib/server/vocabularies';

export const POST = async ({ request, url, locals }) => {
	if (!locals.actor) error(401, { message: 'Please sign in first.' });
	const vocabulary = url.searchParams.get('vocabulary') ?? '';
	if (!NAME.test(vocabulary))
		error(422, {
			message: 'A vocabulary’s short name is lower-case letters, digits and hyphens, beginning with a letter.'
		});
	// Files from elsewhere are fetched for administrators only: they keep the list of addresses.
	if (url.searchParams.has('from') && !locals.actor.administrator)
		error(403, {
			message: 'Only an administrator may load from an address. Save the file and load it from this computer.'
		});
	const begun = await beginLoading(
		vocabulary,
		(url.searchParams.get('name') ?? '').slice(0, 200),
		await uploadedFile(request, url),
		locals.actor
	);
	if (!begun.ok) error(begun.status, { message: begun.message });
	return reply('POST /api/v1/intakes', 202, begun.job);
};
