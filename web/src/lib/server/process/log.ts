/** The server log: one JSON object a line on standard output. No names, addresses or texts of people in it. */
import { config } from './config';

const LEVELS = ['info', 'warning', 'error'] as const;
export type Level = (typeof LEVELS)[number];

// A log that cannot be written (a full disk, a closed pipe) must not end the server.
process.stdout.on('error', () => undefined);
process.stderr.on('error', () => undefined);

export function log(
	level: Level,
	event: string,
	facts: Readonly<Record<string, string | number | boolean | null>> = {}
): void {
	if (LEVELS.indexOf(level) < LEVELS.indexOf(config.log)) return;
	process.stdout.write(`${JSON.stringify({ at: new Date().toISOString(), level, event, ...facts })}\n`);
}

/** The kind and place of an error, without what it may quote. */
export function errorFacts(error: unknown): Record<string, string> {
	if (!(error instanceof Error)) return { error: typeof error };
	const code = 'code' in error && typeof error.code === 'string' ? error.code : '';
	const place =
		error.stack
			?.split('\n')
			.find((line) => line.trim().startsWith('at '))
			?.trim() ?? '';
	return { error: error.name, code, place };
}
