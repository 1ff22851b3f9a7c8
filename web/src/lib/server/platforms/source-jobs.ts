/** Jobs that ask a source over its connection: the lines of a rendering counted one by one, and a rendering held against the original. */
import type { RenderedLine, RunLine } from '@wide-lantern/core';
import { isUnderWay, type JobOutcomes, type JobView } from '$lib/contract/jobs';
import { openEnquiry, type OpenEnquiry } from '$lib/server/enquiries';
import { evaluateEnquiry, resultOf, type EvaluatedEnquiry } from '$lib/server/evaluation';
import { compileValidator, type Actor } from '$lib/server/http';
import {
	defineJob,
	JobRefused,
	newestJob,
	beginJob,
	viewOf,
	type JobKind,
	type JobResult,
	type RunningJob
} from '$lib/server/jobs';
import { keepComparison, keepRun } from '$lib/server/runs';
import { compareWithSource, connectionTo, queryTypeOf, renderLines, renderWhole } from './connections';
import { profileOf } from './profiles';

interface SourceRequest {
	readonly profile: string;
	/** The address of this installation, where the stand-ins answer. */
	readonly own: string;
	/** True where what is found is added to the enquiry: who asks may edit it. */
	readonly keep: boolean;
}
const isRequest = compileValidator<SourceRequest>({
	type: 'object',
	required: ['profile', 'own', 'keep'],
	additionalProperties: false,
	properties: { profile: { type: 'string' }, own: { type: 'string' }, keep: { type: 'boolean' } }
});
const common = { isRequest, atOnce: 4, longest: 3_600, repeatable: true } as const;

const runJob = defineJob<'run', SourceRequest>({ ...common, name: 'run', run: runLines });
const comparisonJob = defineJob<'comparison', SourceRequest>({ ...common, name: 'comparison', run: compare });
const KINDS = { run: runJob, comparison: comparisonJob } as const;
type Asking = keyof typeof KINDS;

export type Asked =
	| { readonly ok: true; readonly job: JobView }
	| { readonly ok: false; readonly status: 404 | 409; readonly message: string };

/** Starts a run or a comparison; one that is under way for the same rendering goes on, whoever wanted it. */
export async function askSource(
	what: Asking,
	{ id: enquiry, document }: OpenEnquiry,
	request: SourceRequest,
	actor: Actor
): Promise<Asked> {
	const profile = await profileOf(request.profile);
	if (!profile) return { ok: false, status: 404, message: 'There is no such profile here.' };
	const { name } = profile.source;
	if (!connectionTo(profile, request.own))
		return {
			ok: false,
			status: 409,
			message: `${name} has no connection${what === 'run' ? '; paste its counts instead' : ', so nothing can be compared'}.`
		};
	if (!document.renderings.some((one) => one.profile === profile.id))
		return { ok: false, status: 404, message: 'The strategy is not written for this platform.' };
	const subject = `${enquiry} ${profile.id}`;
	const newest = await newestJob(what, subject);
	if (newest && isUnderWay(newest.state)) return { ok: true, job: viewOf(newest, actor) };
	const kind: JobKind<Asking, SourceRequest> = KINDS[what];
	const job = await beginJob(kind, { request, subject, title: name, by: actor, enquiry });
	return { ok: true, job };
}

/** @throws {JobRefused} where the enquiry is gone */
async function evaluatedFor({
	enquiry,
	by
}: Pick<RunningJob<SourceRequest>, 'enquiry' | 'by'>): Promise<EvaluatedEnquiry> {
	const opened = enquiry === null ? null : await openEnquiry(enquiry);
	if (!opened) throw new JobRefused('This enquiry has been deleted.');
	return evaluateEnquiry(opened, { owner: by.id, batch: true });
}

/** Causes for which the next line is not likely to fare better. */
const NO_ANSWER: ReadonlySet<string> = new Set(['away', 'late', 'elsewhere']);
/** A source that does not answer is not asked three hundred times. */
const UNANSWERED = 3;

async function runLines(job: RunningJob<SourceRequest, JobOutcomes['run']>): Promise<JobResult<JobOutcomes['run']>> {
	const { request, signal } = job;
	const evaluated = await evaluatedFor(job);
	const profile = await profileOf(request.profile);
	const rendering = profile && (await renderWhole(evaluated, profile));
	if (!rendering) throw new JobRefused('The strategy is not written for this platform.');
	const connection = connectionTo(profile, request.own);
	if (!connection) throw new JobRefused(`${profile.source.name} has no connection any more; paste its counts instead.`);
	const written = rendering.lines.filter((line) => line.written !== null && line.text !== '');
	const lines: JobOutcomes['run']['lines'][number][] = [];
	let unanswered = 0;
	let stopped = '';
	for (const line of written) {
		signal.throwIfAborted();
		job.progress('counting', lines.length, written.length);
		const answer = line.gap
			? null
			: await connection.count({ query: line.text, queryType: queryTypeOf(profile) }, signal);
		const fault = !answer ? 'It has a gap that must be decided on first.' : answer.ok ? '' : answer.why;
		lines.push({ line: line.id, count: answer?.ok ? answer.value : null, fault: fault.slice(0, 2_000) });
		if (!answer) continue;
		unanswered = answer.ok || !NO_ANSWER.has(answer.cause) ? 0 : unanswered + 1;
		if (unanswered < UNANSWERED) continue;
		stopped = `${fault} The lines after these were not asked.`;
		break;
	}
	signal.throwIfAborted();
	if (!lines.some((one) => one.count !== null)) {
		const why = stopped || lines.find((one) => one.fault !== '')?.fault || 'Nothing was answered.';
		throw new JobRefused(`${why} The earlier counts were kept.`, { lines, fault: why } satisfies JobOutcomes['run']);
	}
	const outcome = { lines, fault: stopped };
	if (request.keep) {
		// The lines are kept as the platform takes them, with their references: that is what is shown, and compared later.
		const shown = new Map((await renderLines(evaluated, profile))?.lines.map((line) => [line.id, line]));
		const kept = runLinesOf(written, shown, new Map(lines.map((one) => [one.line, one])));
		await keepRun(
			evaluated.enquiry.id,
			job.by,
			{ profile: profile.id, version: profile.version, how: 'connection', lines: kept },
			(transaction) => job.confirm(transaction, outcome)
		);
	}
	return { state: 'done', outcome };
}

const runLinesOf = (
	written: readonly RenderedLine[],
	shown: ReadonlyMap<string, RenderedLine>,
	counted: ReadonlyMap<string, JobOutcomes['run']['lines'][number]>
): RunLine[] =>
	written.map((line) => ({
		id: line.id,
		number: shown.get(line.id)?.written ?? line.written ?? 0,
		text: shown.get(line.id)?.text ?? line.text,
		count: counted.get(line.id)?.count ?? null,
		fault: counted.get(line.id)?.fault ?? ''
	}));

async function compare(
	job: RunningJob<SourceRequest, JobOutcomes['comparison']>
): Promise<JobResult<JobOutcomes['comparison']>> {
	const { request } = job;
	const evaluated = await evaluatedFor(job);
	const profile = await profileOf(request.profile);
	if (!profile) throw new JobRefused('There is no such profile here.');
	const final = resultOf(evaluated);
	if (!final) throw new JobRefused('The strategy has no result yet, so there is nothing to compare.');
	const compared = await compareWithSource(evaluated, profile, request.own, final.id, job.signal, (step, done, of) => {
		job.progress(step, done, of);
	});
	job.signal.throwIfAborted();
	if (!compared.ok) throw new JobRefused(`${compared.why} Nothing was changed.`);
	if (request.keep) {
		const { kept, lost, gained, benchmark, revision } = compared.value;
		await keepComparison(
			evaluated.enquiry.id,
			job.by,
			{ profile: profile.id, revision, kept, lost: lost.length, gained: gained.count, knownLost: benchmark.lost },
			(transaction) => job.confirm(transaction, compared.value)
		);
	}
	return { state: 'done', outcome: compared.value };
}
