/** What the start command hands over, read once from the environment. */
import { dirname, join } from 'node:path';
import { argv, env } from 'node:process';

export const config = {
	/** PostgreSQL on loopback, with the password that the start command made. */
	database: {
		host: env['LANTERN_PGHOST'] ?? '127.0.0.1',
		port: Number(env['LANTERN_PGPORT'] ?? 5432),
		user: env['LANTERN_PGUSER'] ?? 'lantern',
		password: env['LANTERN_PGPASSWORD'] ?? '',
		database: env['LANTERN_PGDATABASE'] ?? 'lantern'
	},
	/** True where the demo is loaded and its one-click door is open. */
	demo: env['LANTERN_DEMO'] === '1',
	/** Works of the invented world that is loaded the first time: 6,000, or 60,000 for the full one. */
	works: Number(env['LANTERN_WORKS'] ?? 6_000),
	/** The threads' programs, made by the build beside the server. */
	worker: env['LANTERN_WORKER'] ?? join(dirname(argv[1] ?? '.'), 'computing', 'worker.js'),
	builder: env['LANTERN_BUILDER'] ?? join(dirname(argv[1] ?? '.'), 'computing', 'builder.js'),
	reader: env['LANTERN_READER'] ?? join(dirname(argv[1] ?? '.'), 'computing', 'reader.js'),
	recordReader: env['LANTERN_RECORD_READER'] ?? join(dirname(argv[1] ?? '.'), 'computing', 'record-reader.js'),
	referenceReader: env['LANTERN_REFERENCE_READER'] ?? join(dirname(argv[1] ?? '.'), 'computing', 'reference-reader.js'),
	gleaner: env['LANTERN_GLEANER'] ?? join(dirname(argv[1] ?? '.'), 'computing', 'gleaner.js'),
	linker: env['LANTERN_LINKER'] ?? join(dirname(argv[1] ?? '.'), 'computing', 'linker.js'),
	/** Where indexes are kept as files; null keeps none. */
	indexes: env['LANTERN_INDEXES'] ?? null,
	/** Bytes that open indexes may take together. */
	indexMemory: Number(env['LANTERN_INDEX_MEMORY'] ?? 2_000_000_000),
	/** True where developers see the page of all pieces, /kit; it is always there while developing. */
	kit: env['LANTERN_KIT'] === '1',
	/** The least that is written to the log: `info` writes every request. */
	log: env['LANTERN_LOG'] === 'info' ? 'info' : env['LANTERN_LOG'] === 'error' ? 'error' : 'warning',
	/** Requests per minute and account on sign-in; the tests of the limit lower it. */
	signInsPerMinute: Number(env['LANTERN_SIGN_INS_PER_MINUTE'] ?? 10)
} as const;
