/** Kinds of jobs: each room that has long work says here what it is and how it is done. */
import type { Knex } from 'knex';
import type { JobKindName, JobOutcomes } from '$lib/contract/jobs';
import type { Actor } from '$lib/server/http';

/** What a job may do while it runs. */
export interface RunningJob<Request, Outcome = unknown> {
	readonly id: string;
	readonly request: Request;
	readonly by: Pick<Actor, 'id' | 'name'>;
	readonly enquiry: string | null;
	readonly subject: string;
	/** Aborts when nobody wants it any more, when it takes too long, or when the server ends. */
	readonly signal: AbortSignal;
	/** Says how far it is; as often as it likes. */
	progress(step: string, done: number, of: number): void;
	/**
	 * Ends the job as done inside the transaction that stores what was made, so that it is stored once, whatever becomes
	 * of the process.
	 * @throws where the job was cancelled meanwhile, or another process has taken it over
	 */
	confirm(transaction: Knex.Transaction, outcome: Outcome): Promise<void>;
}

/** It is done, or a person must decide how it goes on. */
export interface JobResult<Outcome> {
	readonly state: 'done' | 'asking';
	readonly outcome: Outcome;
	readonly message?: string;
}

/** Ends a job as failed, with a sentence for people; what else it threw is tried again. */
export class JobRefused extends Error {
	constructor(
		message: string,
		readonly outcome: unknown = null
	) {
		super(message);
	}
}

export interface JobKind<Name extends JobKindName, Request> {
	readonly name: Name;
	/** Checks what is stored in the database before it is run. */
	readonly isRequest: (value: unknown) => value is Request;
	/** How many one server process runs at once. */
	readonly atOnce: number;
	/** After so many seconds it is ended as failed. */
	readonly longest: number;
	/** True where a person may start it again from the same request once it has failed or was cancelled. */
	readonly repeatable: boolean;
	/** Runs it, from its beginning: after a server was killed it is run anew. */
	run(job: RunningJob<Request, JobOutcomes[Name]>): Promise<JobResult<JobOutcomes[Name]>>;
	/** Called when it has ended, however: what it kept on the disk goes. */
	release?(request: Request): Promise<void>;
}

const kinds = new Map<string, JobKind<JobKindName, unknown>>();

/** Makes a kind known; called once, when its room is loaded. */
export function defineJob<Name extends JobKindName, Request>(kind: JobKind<Name, Request>): JobKind<Name, Request> {
	kinds.set(kind.name, kind as unknown as JobKind<JobKindName, unknown>);
	return kind;
}

export const allKinds = (): readonly JobKind<JobKindName, unknown>[] => [...kinds.values()];
export const kindOf = (name: string): JobKind<JobKindName, unknown> | undefined => kinds.get(name);
