import { json } from '@sveltejs/kit';
import { findPerson } from '$lib/server/accounts';
import { compileValidator, readBody, type Role, ROLES } from '$lib/server/http';
import { listMembers, setMember } from '$lib/server/enquiries';

const email = { type: 'string', maxLength: 400 } as const;
const checkGiven = compileValidator<{ email: string; role: Role }>({
	type: 'object',
	required: ['email', 'role'],
	additionalProperties: false,
	properties: { email, role: { enum: ROLES } }
});
const checkTaken = compileValidator<{ email: string }>({
	type: 'object',
	required: ['email'],
	additionalProperties: false,
	properties: { email }
});

const NOBODY = 'Nobody here has an account with this e-mail address. They sign up first, then you add them.';

async function set(enquiry: string, address: string, role: Role | null) {
	const person = await findPerson(address);
	if (!person) return json({ message: NOBODY }, { status: 422 });
	const fault = await setMember(enquiry, person.id, role);
	return fault ? json({ message: fault }, { status: 422 }) : json(await listMembers(enquiry));
}

export const GET = async ({ params }) => json(await listMembers(params.enquiry));

export const PUT = async ({ params, request }) => {
	const given = await readBody(request, checkGiven);
	return set(params.enquiry, given.email, given.role);
};

export const DELETE = async ({ params, request }) => {
	const taken = await readBody(request, checkTaken);
	return set(params.enquiry, taken.email, null);
};
