/** Further server processes on the database cluster of the one that is tested, and questions to the databases in it. */
import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { join } from 'node:path';
import { cwd, env } from 'node:process';
import { expect } from '@playwright/test';

const DATA = env['LANTERN_TEST_DATA'] ?? '';

/** A port that nothing listens on at the moment. */
const freePort = (): Promise<number> =>
	new Promise((done, failed) => {
		const probe = createServer();
		probe.once('error', failed);
		probe.listen(0, '127.0.0.1', () => {
			const { port } = probe.address() as AddressInfo;
			probe.close(() => {
				done(port);
			});
		});
	});

/** The fourth line of PostgreSQL’s own note is its port. */
const clusterPort = () =>
	readFileSync(join(DATA, 'cluster', 'postmaster.pid'), 'utf8')
		.split('\n')[3]
		?.trim() ?? '';
const secret = () => readFileSync(join(DATA, 'secret'), 'utf8').trim();

/** Runs psql with these arguments; throws with what it prints where a statement fails. */
export const psql = (database: string, ...given: readonly string[]): string =>
	execFileSync(
		'psql',
		['-h', '127.0.0.1', '-p', clusterPort(), '-U', 'lantern', '-d', database, '-v', 'ON_ERROR_STOP=1', '-At', ...given],
		{ env: { ...env, PGPASSWORD: secret() }, encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'] }
	).trim();

export interface RunningServer {
	readonly address: string;
	readonly process: ChildProcess;
	/** What it has written to its log so far. */
	readonly log: () => string;
}

/** Starts a server process on a database of the cluster, and waits until it answers. @param settings of its environment */
export async function startServer(database = 'lantern', demo = true, settings = {}): Promise<RunningServer> {
	const server = await spawnServer(database, demo, settings);
	await answers(server);
	return server;
}

/** Starts it and does not wait. */
export async function spawnServer(
	database: string,
	demo: boolean,
	settings: Readonly<Record<string, string>> = {}
): Promise<RunningServer> {
	const port = await freePort();
	const address = `http://127.0.0.1:${port}`;
	const server = spawn('node', [join(cwd(), 'web/build/index.js')], {
		stdio: ['ignore', 'pipe', 'pipe'],
		env: {
			...env,
			SERVE_HOST: '127.0.0.1',
			SERVE_PORT: String(port),
			SERVE_ORIGIN: address,
			SERVE_SHUTDOWN_TIMEOUT: '2',
			SERVE_KEEP_ALIVE_TIMEOUT: '75',
			LANTERN_PGPORT: clusterPort(),
			LANTERN_PGUSER: 'lantern',
			LANTERN_PGDATABASE: database,
			LANTERN_PGPASSWORD: secret(),
			LANTERN_DEMO: demo ? '1' : '0',
			LANTERN_INDEXES: join(DATA, 'indexes'),
			...settings
		}
	});
	let written = '';
	for (const stream of [server.stdout, server.stderr])
		stream.on('data', (text: Buffer) => {
			written += text.toString();
		});
	return { address, process: server, log: () => written };
}

export const answers = ({ address, process: server, log }: RunningServer): Promise<void> =>
	expect
		.poll(
			() => {
				if (server.exitCode !== null) throw new Error(`The server has ended:\n${log()}`);
				return fetch(`${address}/health`).then(
					(answer) => answer.status,
					() => 0
				);
			},
			{ timeout: 60_000 }
		)
		.toBe(200);
