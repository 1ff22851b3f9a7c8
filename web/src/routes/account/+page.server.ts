import { formText } from '$lib/server/http';
import { fail } from '@sveltejs/kit';
import { changePassword, SESSION_COOKIE } from '$lib/server/accounts';

export const actions = {
	default: async ({ request, locals, cookies }) => {
		if (!locals.actor) return fail(401, { message: 'Please sign in first.', done: false });
		const form = await request.formData();
		const changed = await changePassword(
			locals.actor,
			formText(form, 'old'),
			formText(form, 'fresh'),
			cookies.get(SESSION_COOKIE) ?? ''
		);
		if (!changed.ok) return fail(400, { message: changed.message, done: false });
		return { message: 'The password is changed. Other windows are signed out.', done: true };
	}
};
