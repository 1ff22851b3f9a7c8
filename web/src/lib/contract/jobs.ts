/** Work that takes longer than a request, as the screens see it. */
import type { ReadKind, TableLook } from '@wide-lantern/core';
import type { ComparedRendering } from './runs';

/** `asking` waits for a person’s decision. */
export const JOB_STATES = ['waiting', 'running', 'asking', 'done', 'failed', 'cancelled'] as const;
export type JobState = (typeof JOB_STATES)[number];
/** True while it may still come to something. */
export const isUnderWay = (state: JobState): boolean => state === 'waiting' || state === 'running';
export const hasEnded = (state: JobState): boolean => !isUnderWay(state) && state !== 'asking';

export interface JobProgress {
	/** In the terms of its kind. */
	readonly step: string;
	readonly done: number;
	readonly of: number;
}
export const jobProgressSchema = {
	type: ['object', 'null'],
	required: ['step', 'done', 'of'],
	additionalProperties: false,
	properties: {
		step: { type: 'string', maxLength: 100 },
		done: { type: 'number', minimum: 0 },
		of: { type: 'number', minimum: 0 }
	}
} as const;

/** What was read from a vocabulary’s file. */
export interface ReadVocabulary {
	readonly name: string;
	readonly edition: string;
	readonly date: string | null;
	readonly headings: number;
	readonly names: number;
	readonly qualifiers: number;
	readonly notes: readonly string[];
	readonly faultCount: number;
	readonly faults: readonly { readonly code: string; readonly place: string | null; readonly message: string }[];
}

/** What each kind of job comes to. */
export interface JobOutcomes {
	/** A vocabulary is read from a file, and stored when a person says so. */
	readonly vocabulary: {
		readonly kind: ReadKind | null;
		/** The first rows of what does not say itself what it holds, until somebody has said it. */
		readonly look: TableLook | null;
		readonly read: ReadVocabulary | null;
	};
	/** A collection is taken from lines of JSON. */
	readonly collection: { readonly records: number };
	/** A file of references is imported; `same` is the batch of an earlier import of the same file. */
	readonly references: { readonly read: number; readonly unreadable: number; readonly same?: string };
	/** A file of references is removed with its records. */
	readonly removal: { readonly records: number };
	/** The keywords of a file of references are matched against a vocabulary. */
	readonly headings: { readonly keywords: number; readonly matched: number };
	/** References of one work are found among those of an enquiry. */
	readonly duplicates: { readonly works: number };
	/** A collection of chosen files is put together. */
	readonly gathering: { readonly records: number };
	/** Candidates are gleaned from records. */
	readonly gleaning: { readonly records: number; readonly candidates: number };
	/** The index of a collection is built, or added to. */
	readonly index: {
		readonly records: number;
		/** Of these, the ones that the index held before, which were not read again. */
		readonly kept: number;
	};
	/** Works that two collections both hold are found, for the crosswalks between their vocabularies. */
	readonly works: { readonly works: number };
	/** The lines of a rendering are counted at their source. */
	readonly run: {
		readonly lines: readonly { readonly line: string; readonly count: number | null; readonly fault: string }[];
		/** Why not all lines were asked; empty where they were. */
		readonly fault: string;
	};
	/** A rendering is held against the original. */
	readonly comparison: ComparedRendering;
}
export type JobKindName = keyof JobOutcomes;

interface JobOf<Kind extends JobKindName> {
	readonly id: string;
	readonly kind: Kind;
	readonly state: JobState;
	readonly subject: string;
	readonly title: string;
	readonly progress: JobProgress | null;
	/** Null while there is none, and in lists: one job at a time is asked for whole. */
	readonly outcome: JobOutcomes[Kind] | null;
	/** Why it has failed, or what to know. */
	readonly message: string | null;
	/** Name of who wanted it. */
	readonly by: string;
	readonly mine: boolean;
	readonly createdAt: string;
	readonly endedAt: string | null;
}
export type JobView = { readonly [Kind in JobKindName]: JobOf<Kind> }[JobKindName];
export type JobViewOf<Kind extends JobKindName> = Extract<JobView, { readonly kind: Kind }>;

export interface JobsApi {
	/** One’s own work that takes longer than a request, what has not ended first; without what each came to. */
	'GET /api/v1/jobs': { answers: { 200: readonly JobView[] } };
	/** How far a job is and what it came to: an own one, one of an enquiry one is in, any for an administrator. Ask again until its state is asking, done, failed or cancelled. */
	'GET /api/v1/jobs/[job]': { answers: { 200: JobView } };
	/** Cancel it wherever it runs, or start a failed or cancelled run or comparison again. */
	'POST /api/v1/jobs/[job]': { body: { readonly do: 'cancel' | 'repeat' }; answers: { 200: JobView } };
	/** Work on the enquiry that takes longer than a request, what has not ended first; without what each came to. */
	'GET /api/v1/enquiries/[enquiry]/jobs': { answers: { 200: readonly JobView[] } };
}
