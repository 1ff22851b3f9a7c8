import { config } from '$lib/server/process';

export const load = ({ locals }) => ({
	person: locals.actor && {
		name: locals.actor.name,
		email: locals.actor.email,
		administrator: locals.actor.administrator
	},
	demo: config.demo
});
