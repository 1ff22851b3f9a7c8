import { listMembers } from '$lib/server/enquiries';

export const load = async ({ params }) => ({ members: await listMembers(params.enquiry) });
