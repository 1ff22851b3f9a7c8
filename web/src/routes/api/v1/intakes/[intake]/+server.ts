/** One file on its way in: how far it is, its next step, or leaving it. */
import { error, json } from '@sveltejs/kit';
import { readBody } from '$lib/server/http';
import { checkStep, intakeOf, leaveIntake, step } from '$lib/server/vocabularies';

const GONE = 'This upload has expired. Upload the file again.';

export const GET = ({ params, locals }) => {
	const view = locals.actor && intakeOf(params.intake, locals.actor);
	return view ? json(view) : error(404, { message: GONE });
};

export const POST = async ({ params, request, locals }) => {
	const next = await readBody(request, checkStep);
	const view = locals.actor && step(params.intake, next, locals.actor);
	return view ? json(view) : error(404, { message: GONE });
};

export const DELETE = async ({ params, locals }) => {
	if (!locals.actor || !(await leaveIntake(params.intake, locals.actor))) error(404, { message: GONE });
	return json({});
};
