/** How often something may be tried within a minute, whichever process is asked. */
import { createHash } from 'node:crypto';
import { database } from '$lib/server/database';

/** What was tried longer ago is removed with one try in so many. */
const TIDY = 200;

/** Counts a try; false where there were too many within the last minute. @param key is kept as a digest */
export async function mayTry(key: string, perMinute: number): Promise<boolean> {
	const digest = createHash('sha256').update(key).digest('base64');
	const allowed = await database.transaction(async (transaction) => {
		// Tries of one key are counted one after the other.
		await transaction.raw('select pg_advisory_xact_lock(hashtextextended(?, 0))', [digest]);
		const { rows } = await transaction.raw<{ rows: object[] }>(
			"insert into tries (key) select ? where (select count(*) from tries where key = ? and at > clock_timestamp() - interval '1 minute') < ? returning 1",
			[digest, digest, perMinute]
		);
		return rows.length > 0;
	});
	if (Math.random() * TIDY < 1)
		await database('tries').whereRaw("at < clock_timestamp() - interval '1 minute'").delete();
	return allowed;
}
