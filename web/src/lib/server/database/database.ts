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

/** Of the advisory lock that is held while tables are changed: any number that nothing else uses. */
const MIGRATING = 7_240_412;
const migrationConfig = {
	migrationSource: {
		getMigrations: () => Promise.resolve(migrations),
		getMigrationName: (migration) => migration.name,
		getMigration: (migration) => Promise.resolve(migration)
	} satisfies Knex.MigrationSource<(typeof migrations)[number]>
};

/** Brings the tables to the newest form. Safe on live data, when run again, when stopped in the middle, and by two processes at once. */
export async function migrate(): Promise<void> {
	await database.transaction(async (transaction) => {
		// PostgreSQL frees this lock with its process. Knex's own lock outlives a process that was killed, so it is freed first.
		await transaction.raw('select pg_advisory_xact_lock(?)', [MIGRATING]);
		await database.migrate.forceFreeMigrationsLock(migrationConfig);
		await database.migrate.latest(migrationConfig);
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
