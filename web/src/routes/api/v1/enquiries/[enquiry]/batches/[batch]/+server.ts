/** One imported file: read its records, change its purpose, remove it. */
import { error } from '@sveltejs/kit';
import { readBody, reply } from '$lib/server/http';
import { requireActor } from '$lib/server/enquiries';
import { beginRemoval, changeBatch, pageOfBatch } from '$lib/server/references';

const ROUTE = '/api/v1/enquiries/[enquiry]/batches/[batch]' as const;
const missing = (): never => error(404, { message: 'This file has been removed.' });

export const GET = async ({ params, url }) => {
	const from = url.searchParams.get('from') ?? '0';
	if (!/^\d{1,9}$/.test(from)) error(422, { message: 'The place of the first record is a whole number.' });
	const page = await pageOfBatch(params.enquiry, params.batch, Number(from));
	return reply(`GET ${ROUTE}`, 200, page ?? missing());
};

export const PUT = async ({ params, request }) => {
	const change = await readBody(request, `PUT ${ROUTE}`);
	return reply(`PUT ${ROUTE}`, 200, (await changeBatch(params.enquiry, params.batch, change)) ?? missing());
};

export const DELETE = async ({ params, locals }) => {
	const job = await beginRemoval(params.enquiry, params.batch, requireActor(locals));
	return reply(`DELETE ${ROUTE}`, 202, job ?? missing());
};
