import { redirect } from '@sveltejs/kit';

export const load = ({ locals }) => redirect(303, locals.actor ? '/desk' : '/sign-in');
