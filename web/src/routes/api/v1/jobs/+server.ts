/** Work that takes longer than a request: one’s own, what is under way first. */
import { reply } from '$lib/server/http';
import { requireActor } from '$lib/server/enquiries';
import { jobsOfPerson } from '$lib/server/jobs';

export const GET = async ({ locals }) => reply('GET /api/v1/jobs', 200, await jobsOfPerson(requireActor(locals)));
