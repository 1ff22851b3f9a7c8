import { error } from '@sveltejs/kit';
import { dev } from '$app/environment';
import { config } from '$lib/server/process';

export const load = () => {
	if (!dev && !config.kit) error(404, { message: 'There is no such page.' });
};
