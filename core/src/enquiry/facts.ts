/**
 * What happened in an enquiry, as against what people want in it: records judged, renderings run,
 * copied and compared. Facts are kept beside the document, each with who and when, and are never
 * changed: a judgement is replaced by a newer one, a run is withdrawn.
 */
import type { FromSchema } from 'json-schema-to-ts';

const id = { type: 'string', minLength: 1, maxLength: 100 } as const;
const line = { type: 'string', maxLength: 2_000 } as const;
const time = { type: 'string', maxLength: 40 } as const;
const whole = { type: 'integer', minimum: 0 } as const;
const numberOrNull = { type: ['integer', 'null'], minimum: 0 } as const;

/** Most records that are judged in one enquiry. */
export const MOST_JUDGED = 50_000;
/** Most runs and copies of one enquiry in a file. */
export const MOST_RUNS = 20_000;

export const VERDICTS = ['relevant', 'irrelevant'] as const;
export type Verdict = (typeof VERDICTS)[number];

export const judgementSchema = {
	type: 'object',
	required: ['record', 'verdict', 'by', 'on'],
	additionalProperties: false,
	properties: { record: { ...line, minLength: 1 }, verdict: { enum: VERDICTS }, by: line, on: time }
} as const;

export const runLineSchema = {
	type: 'object',
	required: ['id', 'number', 'text', 'count', 'fault'],
	additionalProperties: false,
	properties: {
		/** The line of the strategy. */
		id,
		/** The number of the line as written for the platform; 0 where it is not known. */
		number: whole,
		text: { type: 'string', maxLength: 200_000 },
		/** Records that the source has for it; null where it was not told. */
		count: numberOrNull,
		/** Why there is no count; empty otherwise. */
		fault: line
	}
} as const;

/** A rendering taken to its source: run over a connection, run by hand with its counts pasted back, or copied, its counts not known. */
export const RUN_KINDS = ['connection', 'pasted', 'copied'] as const;
export type RunKind = (typeof RUN_KINDS)[number];

export const runSchema = {
	type: 'object',
	required: ['profile', 'version', 'how', 'by', 'on', 'withdrawn', 'lines'],
	additionalProperties: false,
	properties: {
		profile: line,
		/** Of the profile that it was written with; null where it is not known. */
		version: { type: ['integer', 'null'], minimum: 1 },
		how: { enum: RUN_KINDS },
		by: line,
		on: time,
		/** Somebody has said that its counts are wrong. */
		withdrawn: { type: 'boolean' },
		lines: { type: 'array', maxItems: 2_000, items: runLineSchema }
	}
} as const;

/** A rendering compared with the original on the works that both sources hold; all figures in works. */
export const comparisonSchema = {
	type: 'object',
	required: ['profile', 'by', 'on', 'revision', 'kept', 'lost', 'gained', 'knownLost'],
	additionalProperties: false,
	properties: {
		profile: line,
		by: line,
		on: time,
		/** Of the enquiry that was compared. */
		revision: whole,
		kept: whole,
		lost: whole,
		gained: whole,
		/** Known articles among those that were lost. */
		knownLost: whole
	}
} as const;

/** Somebody has seen what a version brought: of a profile that a rendering is written with, or of a vocabulary in use. */
export const SIGN_OFF_KINDS = ['profile', 'vocabulary'] as const;
export type SignOffKind = (typeof SIGN_OFF_KINDS)[number];

export const signOffSchema = {
	type: 'object',
	required: ['of', 'subject', 'version', 'by', 'on'],
	additionalProperties: false,
	properties: {
		of: { enum: SIGN_OFF_KINDS },
		/** Identity of the profile or vocabulary. */
		subject: line,
		/** Of a vocabulary, the number of its edition. */
		version: { type: 'integer', minimum: 1 },
		by: line,
		on: time
	}
} as const;
const MOST_SIGN_OFFS = 10_000;

export const factsSchema = {
	type: 'object',
	required: ['judgements', 'runs', 'comparisons', 'signOffs'],
	additionalProperties: false,
	properties: {
		/** The verdicts in force, one for a record. */
		judgements: { type: 'array', maxItems: MOST_JUDGED, items: judgementSchema },
		/** The oldest first. */
		runs: { type: 'array', maxItems: MOST_RUNS, items: runSchema },
		comparisons: { type: 'array', maxItems: MOST_RUNS, items: comparisonSchema },
		/** The oldest first; the newest of a subject is in force. */
		signOffs: { type: 'array', maxItems: MOST_SIGN_OFFS, items: signOffSchema }
	}
} as const;

export type EnquiryFacts = FromSchema<typeof factsSchema>;
export type Judgement = FromSchema<typeof judgementSchema>;
export type Run = FromSchema<typeof runSchema>;
export type RunLine = FromSchema<typeof runLineSchema>;
export type Comparison = FromSchema<typeof comparisonSchema>;
export type SignOff = FromSchema<typeof signOffSchema>;

export const NO_FACTS: EnquiryFacts = { judgements: [], runs: [], comparisons: [], signOffs: [] };
