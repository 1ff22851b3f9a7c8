/** PostgreSQL's text search: a stored tsvector of our own tokens and places, with a GIN index. */
import { execFileSync } from 'node:child_process';
import { env } from 'node:process';
import pg from 'pg';

export class Postgres {
	private constructor(private readonly client: pg.Client) {}

	static async open(): Promise<Postgres> {
		const client = new pg.Client({
			host: env['LANTERN_PGHOST'] ?? '127.0.0.1',
			port: Number(env['LANTERN_PGPORT']),
			user: 'lantern',
			password: env['LANTERN_PGPASSWORD'] ?? '',
			database: env['LANTERN_PGDATABASE'] ?? 'lantern'
		});
		await client.connect();
		await client.query("SET jit = off; SET work_mem = '512MB'; SET max_parallel_workers_per_gather = 0");
		return new Postgres(client);
	}

	async version(): Promise<string> {
		return (await this.client.query<{ server_version: string }>('SHOW server_version')).rows[0]?.server_version ?? '';
	}

	/** @param tsv lines of number and tsvector; @returns milliseconds of loading and indexing */
	async build(tsv: string): Promise<number> {
		const started = performance.now();
		await this.client.query('DROP TABLE IF EXISTS f; CREATE UNLOGGED TABLE f (number integer, text tsvector)');
		const psql = `${env['LANTERN_PGBIN'] ?? '/usr/bin'}/psql`;
		const where = [
			'-h',
			env['LANTERN_PGHOST'] ?? '127.0.0.1',
			'-p',
			env['LANTERN_PGPORT'] ?? '',
			'-U',
			'lantern',
			'-d',
			env['LANTERN_PGDATABASE'] ?? 'lantern'
		];
		execFileSync(psql, [...where, '-qc', `\\copy f FROM '${tsv}'`], {
			env: { ...env, PGPASSWORD: env['LANTERN_PGPASSWORD'] ?? '' }
		});
		await this.client.query("SET maintenance_work_mem = '1GB'; CREATE INDEX ON f USING gin (text); ANALYZE f");
		return performance.now() - started;
	}

	/** Counts each query three times; the quickest time counts. */
	async count(queries: readonly string[]): Promise<{ readonly counts: number[]; readonly milliseconds: number[] }> {
		const counts: number[] = [];
		const milliseconds: number[] = [];
		for (const query of queries) {
			let quickest = Infinity;
			let count = -1;
			for (let turn = 0; turn < 3; turn++) {
				const started = performance.now();
				const { rows } = await this.client.query<{ count: string }>(
					'SELECT count(*) FROM f WHERE text @@ $1::tsquery',
					[query]
				);
				quickest = Math.min(quickest, performance.now() - started);
				count = Number(rows[0]?.count);
			}
			counts.push(count);
			milliseconds.push(quickest);
		}
		return { counts, milliseconds };
	}

	/** The rows of a query, by their numbers from 0. */
	async rows(query: string): Promise<number[]> {
		const { rows } = await this.client.query<{ number: number }>(
			'SELECT number FROM f WHERE text @@ $1::tsquery ORDER BY number',
			[query]
		);
		return rows.map((one) => one.number);
	}

	async close(): Promise<void> {
		await this.client.end();
	}
}
