/** The addresses that the installation may reach. */
import { error } from '@sveltejs/kit';
import { allowAddress, forbidAddress, originOf } from '$lib/server/sources';
import { readBody, reply } from '$lib/server/http';

/** @throws 422 for what is not a web address */
function checkedOrigin(address: string): string {
	const origin = originOf(address);
	if (origin === null)
		error(422, {
			message:
				'That is not a valid web address; it should begin with https:// or http:// and hold no password. Nothing was changed.'
		});
	return origin;
}

export const PUT = async ({ request }) => {
	const { address, note = '' } = await readBody(request, 'PUT /api/v1/addresses');
	const origin = checkedOrigin(address);
	await allowAddress(origin, note);
	return reply('PUT /api/v1/addresses', 200, { origin });
};

export const DELETE = async ({ request }) => {
	const { address } = await readBody(request, 'DELETE /api/v1/addresses');
	const origin = checkedOrigin(address);
	if (!(await forbidAddress(origin))) error(404, { message: `${origin} is not on the list.` });
	return reply('DELETE /api/v1/addresses', 200, { origin });
};
