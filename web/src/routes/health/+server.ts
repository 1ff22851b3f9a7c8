/** For scripts: 200 when the server and its database answer. */
import { json } from '@sveltejs/kit';
import { database } from '$lib/server/database';

export const GET = async () => {
	try {
		await database.raw('select 1');
		return json({ status: 'ok' });
	} catch {
		return json({ status: 'database away' }, { status: 503 });
	}
};
