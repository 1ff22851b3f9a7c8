/** The computing threads of this server. */
import { availableParallelism } from 'node:os';
import { Worker } from 'node:worker_threads';
import { config, log } from '$lib/server/process';
import { compileValidator } from '$lib/server/http';
import { Pool } from './pool';
import { answeredSchema, type Answered } from './protocol';

export { packLines, type PackedLine } from './packed-lines';
export { Dropped, TooHeavy } from './pool';
export { RECORD_ORDERS, type CountedLine, type MarkNumbers, type RecordOrder } from './protocol';

const isAnswer = compileValidator<Answered>(answeredSchema);

let pool: Pool | null = null;

/** Started with the first question; at least three, so that two heavy ones leave one for everybody else. */
export function computing(): Pool {
	pool ??= new Pool({
		threads: Math.max(3, availableParallelism()),
		start: (unwanted) => new Worker(config.worker, { workerData: { unwanted } }),
		isAnswer: (message): message is Answered => isAnswer(message),
		report: (event, facts) => {
			log('error', event, facts);
		}
	});
	return pool;
}

export async function stopComputing(): Promise<void> {
	await pool?.close();
	pool = null;
}
