/** Work that takes longer than a request: one’s own, what is under way first. */
import { json } from '@sveltejs/kit';
import { requireActor } from '$lib/server/enquiries';
import { jobsOfPerson } from '$lib/server/jobs';

export const GET = async ({ locals }) => json(await jobsOfPerson(requireActor(locals)));
