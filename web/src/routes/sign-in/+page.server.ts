import { formText } from '$lib/server/http';
import { shippedSize } from '$lib/server/collections';
import { config } from '$lib/server/process';
import { fail, redirect } from '@sveltejs/kit';
import { checkPassword, safeTarget, startSession } from '$lib/server/accounts';

export const load = async ({ locals, url }) => {
	if (locals.actor) redirect(303, safeTarget(url.searchParams.get('to')));
	return { records: config.demo ? await shippedSize() : 0 };
};

export const actions = {
	default: async ({ request, cookies, url, getClientAddress }) => {
		const form = await request.formData();
		const email = formText(form, 'email');
		const checked = await checkPassword(email, formText(form, 'password'), getClientAddress());
		if (!checked.ok) return fail(400, { email, message: checked.message });
		await startSession(cookies, checked.value, url.protocol === 'https:');
		redirect(303, safeTarget(url.searchParams.get('to')));
	}
};
