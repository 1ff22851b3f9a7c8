import { error } from '@sveltejs/kit';
import type { Member, Role } from '$lib/contract/enquiries';
import { findPerson } from '$lib/server/accounts';
import { readBody, reply } from '$lib/server/http';
import { listMembers, setMember } from '$lib/server/enquiries';

const NOBODY = 'Nobody here has an account with this e-mail address. They sign up first, then you add them.';

/** Gives a person a role, or none; who takes part then. */
async function setRole(enquiry: string, address: string, role: Role | null): Promise<readonly Member[]> {
	const person = await findPerson(address);
	if (!person) error(422, { message: NOBODY });
	const fault = await setMember(enquiry, person.id, role);
	if (fault) error(422, { message: fault });
	return listMembers(enquiry);
}

export const GET = async ({ params }) =>
	reply('GET /api/v1/enquiries/[enquiry]/members', 200, await listMembers(params.enquiry));

export const PUT = async ({ params, request }) => {
	const { email, role } = await readBody(request, 'PUT /api/v1/enquiries/[enquiry]/members');
	return reply('PUT /api/v1/enquiries/[enquiry]/members', 200, await setRole(params.enquiry, email, role));
};

export const DELETE = async ({ params, request }) => {
	const { email } = await readBody(request, 'DELETE /api/v1/enquiries/[enquiry]/members');
	return reply('DELETE /api/v1/enquiries/[enquiry]/members', 200, await setRole(params.enquiry, email, null));
};
