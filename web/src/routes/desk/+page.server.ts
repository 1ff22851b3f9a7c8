import { listEnquiries } from '$lib/server/enquiries';

export const load = async ({ locals }) => ({ enquiries: locals.actor ? await listEnquiries(locals.actor) : [] });
