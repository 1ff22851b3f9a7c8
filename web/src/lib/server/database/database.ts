/** The connection to PostgreSQL. Every module of this folder asks here; nothing else speaks SQL. */
import { randomUUID } from 'node:crypto';
import knex, { type Knex } from 'knex';
import { config } from '$lib/server/process';
import { migrations } from './migrations';

/** Names this process to the others on the same database. */
export const PROCESS = `wide-lantern ${randomUUID()}`;

export const database: Knex = knex({
	client: 'pg',
	connection: { ...config.database, application_name: PROCESS },
	pool: { min: 0, max: 10, idleTimeoutMillis: 10_000 },
	acquireConnectionTimeout: 5_000
});

/** Brings the tables to the newest form. Safe on live data and when run again. */
export async function migrate(): Promise<void> {
	await database.migrate.latest({
		migrationSource: {
			getMigrations: () => Promise.resolve(migrations),
			getMigrationName: (one) => one.name,
			getMigration: (one) => Promise.resolve(one)
		} satisfies Knex.MigrationSource<(typeof migrations)[number]>
	});
}

/** True where PostgreSQL has no room left: what is saved can be read, and nothing more can be saved. */
export const isDiskFull = (error: unknown): boolean =>
	error instanceof Error && 'code' in error && (error.code === '53100' || error.code === 'ENOSPC');

const AWAY = new Set([
	'ECONNREFUSED',
	'ECONNRESET',
	'ETIMEDOUT',
	'EPIPE',
	'ENOENT',
	'57P01',
	'57P03',
	'08006',
	'08001',
	'08003'
]);

/** True where the database cannot be reached, as against a fault in what was asked. */
export function isDatabaseAway(error: unknown): boolean {
	if (!(error instanceof Error)) return false;
	const code = 'code' in error && typeof error.code === 'string' ? error.code : '';
	return (
		AWAY.has(code) ||
		error.name === 'KnexTimeoutError' ||
		/Connection terminated|connect ECONNREFUSED|Connection ended/.test(error.message)
	);
}
