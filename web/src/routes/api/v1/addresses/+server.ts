/** The addresses that the installation may reach. */
import { error, json } from '@sveltejs/kit';
import { allowAddress, forbidAddress, originOf } from '$lib/server/sources';
import { compileValidator, readBody } from '$lib/server/http';

const line = { type: 'string', maxLength: 2_000 } as const;
const check = compileValidator<{ address: string; note?: string }>({
	type: 'object',
	required: ['address'],
	additionalProperties: false,
	properties: { address: line, note: line }
});

async function asked(request: Request) {
	const { address, note = '' } = await readBody(request, check);
	const origin = originOf(address);
	if (origin === null)
		error(422, {
			message:
				'That is no web address; it should begin with https:// or http:// and hold no password. Nothing was changed.'
		});
	return { origin, note };
}

export const PUT = async ({ request }) => {
	const { origin, note } = await asked(request);
	await allowAddress(origin, note);
	return json({ origin });
};

export const DELETE = async ({ request }) => {
	const { origin } = await asked(request);
	if (!(await forbidAddress(origin))) error(404, { message: `${origin} is not on the list.` });
	return json({ origin });
};
