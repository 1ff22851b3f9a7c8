import { error } from '@sveltejs/kit';
import { listCollections } from '$lib/server/collections';
import { openEnquiry } from '$lib/server/enquiries';
import { judgementsOf } from '$lib/server/judgements';
import { listProfiles, profileFacts } from '$lib/server/platforms';
import { listVocabularies } from '$lib/server/vocabularies';

export const load = async ({ params, locals }) => {
	const readAt = Date.now();
	const enquiry = await openEnquiry(params.enquiry);
	if (!enquiry) error(404, { message: 'This enquiry has been deleted.', next: 'Your enquiries are on the desk.' });
	const { newest, relevant, irrelevant } = await judgementsOf(params.enquiry);
	return {
		enquiry,
		/** By the clock of the server, in milliseconds. */
		readAt,
		judged: { newest, relevant: relevant.length, irrelevant: irrelevant.length },
		role: locals.role,
		collections: await listCollections(params.enquiry),
		vocabularies: await listVocabularies(),
		profiles: (await listProfiles()).map(profileFacts)
	};
};
