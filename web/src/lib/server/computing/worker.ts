/**
 * A computing thread: holds views on the shared indexes and its own results, answers one question after
 * the other, and looks now and then whether the one under way is still wanted.
 */
import { setPriority } from 'node:os';
import { parentPort, workerData } from 'node:worker_threads';
import { querySchema, recordSchema, WorkCeiling, type LineToEvaluate } from '@wide-lantern/core/computing';
import { Ajv, type ValidateFunction } from 'ajv';
import type { Answered, Asked } from './messages.ts';
import { LineReader } from './packed-lines.ts';
import { Dropped } from './pool.ts';
import { BATCH_PRIORITY } from './priority.ts';
import { QUESTIONS, type Job } from './questions/index.ts';
import type { Question } from './questions/question.ts';
import { lineSchema } from './questions/shapes.ts';
import { JobContext, ThreadState } from './thread-state.ts';

const { unwanted, batch } = workerData as { unwanted: Int32Array; batch: boolean };
if (batch) setPriority(BATCH_PRIORITY);
const port = parentPort;
if (!port) throw new Error('This runs in a thread of the server.');

const ajv = new Ajv({ strictTypes: false, schemas: [querySchema, recordSchema] });
const state = new ThreadState(new LineReader(ajv.compile<LineToEvaluate>(lineSchema)));
const checks = new Map<string, ValidateFunction>();

/** @throws Error that says what does not fit */
function check(job: Job): void {
	const name = job.do;
	if (!Object.hasOwn(QUESTIONS, name)) throw new Error(`There is no question “${name}”.`);
	const { properties } = QUESTIONS[name];
	let validate = checks.get(name);
	if (!validate) {
		validate = ajv.compile({
			type: 'object',
			required: ['do', ...Object.keys(properties)],
			additionalProperties: false,
			properties: { do: { const: name }, ...properties }
		});
		checks.set(name, validate);
	}
	if (validate(job)) return;
	const [error] = validate.errors ?? [];
	throw new Error(`The question ${name} does not fit: ${error?.instancePath ?? ''} ${error?.message ?? ''}`);
}

async function answer({ id, job }: Asked): Promise<Answered> {
	// The server writes the number of a question into shared memory when it is not wanted any more.
	const context = new JobContext(state, () => {
		if (Atomics.load(unwanted, 0) === id) throw new Dropped();
	});
	try {
		check(job);
		// Its schema has been checked, which says that the question and what comes with it belong together.
		const { answer: answerTo } = QUESTIONS[job.do] as Question<Job, unknown>;
		return { id, outcome: 'done', answer: (await answerTo(job, context)) as never };
	} catch (error) {
		if (error instanceof Dropped) return { id, outcome: 'dropped' };
		if (error instanceof WorkCeiling) return { id, outcome: 'heavy' };
		return { id, outcome: 'failed', message: error instanceof Error ? error.message : String(error) };
	}
}

port.on('message', (asked: Asked) => {
	void answer(asked).then((answered) => {
		port.postMessage(answered);
	});
});
