import { formText } from '$lib/server/http';
import { fail, redirect } from '@sveltejs/kit';
import { signUp, startSession } from '$lib/server/accounts';

export const load = ({ locals }) => {
	if (locals.actor) redirect(303, '/desk');
};

export const actions = {
	default: async ({ request, cookies, url, getClientAddress }) => {
		const form = await request.formData();
		const name = formText(form, 'name');
		const email = formText(form, 'email');
		const made = await signUp(name, email, formText(form, 'password'), getClientAddress());
		if (!made.ok) return fail(400, { name, email, message: made.message });
		await startSession(cookies, made.value, url.protocol === 'https:');
		redirect(303, '/desk');
	}
};
