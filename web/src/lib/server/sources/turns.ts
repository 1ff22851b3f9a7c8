/** Turns at outside sources: the questions of everybody, at whichever process, keep a pause between them. */
import { setTimeout as wait } from 'node:timers/promises';
import { database } from '$lib/server/database';

/** Comes when it is one's turn. @param pause milliseconds until the next turn */
export async function takeTurn(origin: string, pause: number): Promise<void> {
	const step = "? * interval '1 millisecond'";
	const { rows } = await database.raw<{ rows: { wait: number }[] }>(
		`insert into source_turns as turn (origin, free_at) values (?, clock_timestamp() + ${step})
		on conflict (origin) do update set free_at = greatest(turn.free_at, clock_timestamp()) + ${step}
		returning (extract(epoch from free_at - clock_timestamp()) * 1000)::float - ? as wait`,
		[origin, pause, pause, pause]
	);
	const milliseconds = rows[0]?.wait ?? 0;
	if (milliseconds > 0) await wait(milliseconds);
}
