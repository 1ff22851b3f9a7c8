/** What the server and its computing threads say to each other. Every message is checked where it arrives. */
import {
	INDEXED_FIELDS,
	querySchema,
	recordSchema,
	type Admission,
	type Beam,
	type BibliographicRecord,
	type Cells,
	type Contribution,
	type DossierDocument,
	type IndexedField,
	type KindFigures,
	type Light,
	type LineState,
	type LineYield,
	type Profile,
	type SharedTerm,
	type Variant
} from '@wide-lantern/core/computing';
import type { ReadStrategyView } from '../platforms';
import type { RecordSpread } from '../records';

/** A line as JSON (`lineSchema`), packed by computing/packed-lines.ts. */
export type PackedLine = string;

/** A strategy in the syntax of a platform. */
export interface PastedToRead {
	readonly text: string;
	/** Of the profile that it is read by; null where the question is which one that may be. */
	readonly profile: string | null;
	/** True for a list of terms, each on a row of its own. */
	readonly isList: boolean;
	/** All profiles here: where lines cannot be read, another may fit better. */
	readonly profiles: readonly Profile[];
	/** Names of the qualifiers by their codes in small letters. */
	readonly qualifiers: Readonly<Record<string, string>>;
}

/** Record numbers that are marked in the enquiry. */
export interface MarkNumbers {
	readonly benchmark: readonly number[];
	readonly relevant: readonly number[];
	readonly irrelevant: readonly number[];
}

interface OfLines {
	readonly collection: string;
	readonly lines: readonly PackedLine[];
	readonly marks: MarkNumbers;
}

/**
 * Records of one line, without those of another where one is named; where a result is named, only
 * those of the result that are there by this line alone.
 */
interface OfSet {
	readonly line: string;
	readonly minus: string | null;
	readonly aloneIn: string | null;
}

export const RECORD_ORDERS = ['newest', 'relevance'] as const;
export type RecordOrder = (typeof RECORD_ORDERS)[number];

export type Job =
	| { readonly do: 'open'; readonly collection: string; readonly buffer: SharedArrayBuffer; readonly trusted: boolean }
	| { readonly do: 'close'; readonly collection: string }
	| ({ readonly do: 'evaluate' } & OfLines)
	/** Record numbers of a line, without those of another where one is named. */
	| ({ readonly do: 'page'; readonly from: number; readonly count: number; readonly order: RecordOrder } & OfLines &
			OfSet)
	/** How the records of a line spread over years and types; and their numbers, up to a ceiling. */
	| ({ readonly do: 'spread'; readonly most: number } & OfLines & OfSet)
	/** A line beside what is true: of all records, or of those judged in the enquiry. */
	| ({
			readonly do: 'confusionMatrix';
			readonly line: string;
			readonly truth: string;
			readonly judged: boolean;
	  } & OfLines)
	/** Why a record is in the result, or is not. */
	| ({ readonly do: 'explainRecord'; readonly final: string; readonly record: number } & OfLines)
	/** What of a line lit these records. Labels are those of their headings, by `vocabulary:identifier`. */
	| ({
			readonly do: 'highlights';
			readonly line: string;
			readonly records: readonly BibliographicRecord[];
			readonly labels: Readonly<Record<string, string>>;
	  } & OfLines)
	| {
			readonly do: 'variants';
			readonly collection: string;
			readonly pattern: string;
			readonly most: number;
			readonly fields: readonly IndexedField[];
	  }
	| ({ readonly do: 'contributions'; readonly line: string; readonly final: string | null } & OfLines)
	/** Unique yields, the beam, and the counts by headings and by words, of the result and of each concept's lines. */
	| ({
			readonly do: 'margins';
			readonly final: string;
			readonly concepts: readonly (readonly string[])[];
			readonly conceptOf: readonly (string | null)[];
	  } & OfLines)
	/** What other forms of the strategy would find; `result` is the line that is the result, if there is one. */
	| ({
			readonly do: 'trials';
			readonly result: string | null;
			readonly trials: readonly { readonly lines: readonly PackedLine[]; readonly result: string | null }[];
	  } & OfLines)
	/** Records of a line by year, and how many of them have no headings. */
	| ({ readonly do: 'years'; readonly line: string } & OfLines)
	/** The tree and the faults of a long text, which would hold up the server. */
	| { readonly do: 'read'; readonly text: string }
	/** A strategy in a platform's syntax. */
	| ({ readonly do: 'pasted' } & PastedToRead)
	/** The bytes of a document in OOXML. */
	| { readonly do: 'write'; readonly document: DossierDocument };

export interface YearRows {
	readonly years: readonly { readonly year: number; readonly all: number; readonly bare: number }[];
	readonly all: number;
	readonly bare: number;
}

export interface SpreadFigures {
	readonly total: number;
	readonly years: readonly { readonly year: number; readonly count: number }[];
	readonly yearless: number;
	/** A record may have several types, so these may add up to more than there are. */
	readonly types: readonly { readonly value: string; readonly count: number }[];
	readonly values: RecordSpread['values'];
	readonly typeless: number;
	readonly lacking: RecordSpread['lacking'];
	/** Empty where there are more than was asked for. */
	readonly records: readonly number[];
}

export interface MarginFigures {
	/** Per line, the places among its terms of those that no record holds (core, `termsOf`). */
	readonly empty: readonly (readonly number[])[];
	readonly yields: readonly LineYield[];
	readonly beam: Beam | null;
	readonly shared: readonly SharedTerm[];
	/** Of the whole, then of each concept; null where nothing is counted. */
	readonly kinds: readonly (KindFigures | null)[];
}

/** What a strategy in another form finds, beside what it finds as it stands. */
export interface TrialFigures {
	/** The line that is the result; null where nothing is counted. */
	readonly final: string | null;
	readonly count: number | null;
	readonly found: number | null;
	readonly lost: number;
	readonly gained: number;
	/** Numbers of benchmark records that leave the result, and that come in. */
	readonly benchmarkLost: readonly number[];
	readonly benchmarkGained: readonly number[];
	/** Numbers of the first records that leave the result, and that come in. */
	readonly some: { readonly lost: readonly number[]; readonly gained: readonly number[] };
	/** Per line, by identity: its count now, and what it lost and gained against the line of the same identity. */
	readonly lines: readonly {
		readonly id: string;
		readonly count: number | null;
		readonly lost: number;
		readonly gained: number;
	}[];
}

/** One line as counted; `found` are the benchmark's records among its own. */
export interface CountedLine {
	readonly id: string;
	readonly state: LineState;
	readonly count: number | null;
	readonly found: number | null;
	readonly beforeHand: boolean;
}

export interface Answers {
	readonly open: { readonly opened: true } | { readonly opened: false; readonly why: string };
	readonly close: null;
	readonly evaluate: readonly CountedLine[];
	readonly page: { readonly total: number; readonly records: readonly number[] } | null;
	readonly highlights: readonly Light[] | null;
	readonly variants: { readonly words: number; readonly variants: readonly Variant[] };
	readonly contributions: readonly Contribution[] | null;
	readonly years: YearRows | null;
	readonly margins: MarginFigures;
	readonly spread: SpreadFigures | null;
	readonly explainRecord: Admission | null;
	readonly confusionMatrix: Cells | null;
	readonly trials: readonly TrialFigures[];
	/** What `parse` gives, as JSON in parts (text-parts.ts): it comes to the server in half the time that a structure takes. */
	readonly read: readonly string[];
	readonly pasted: ReadStrategyView | null;
	readonly write: Uint8Array;
}

export interface Asked {
	readonly id: number;
	readonly job: Job;
}

export type Answered =
	| { readonly id: number; readonly outcome: 'done'; readonly answer: Answers[keyof Answers] }
	/** Nobody wants it any more; or it took too much work; or it failed. */
	| { readonly id: number; readonly outcome: 'dropped' | 'heavy' }
	| { readonly id: number; readonly outcome: 'failed'; readonly message: string };

const text = { type: 'string' } as const;
const whole = { type: 'integer', minimum: 0 } as const;
const numbers = { type: 'array', items: whole } as const;
const lines = { type: 'array', items: text } as const;
/** What a packed line holds. */
export const lineSchema = {
	type: 'object',
	required: ['id', 'number', 'off', 'empty', 'query'],
	additionalProperties: false,
	properties: {
		id: text,
		number: whole,
		off: { type: 'boolean' },
		empty: { type: 'boolean' },
		query: { anyOf: [{ type: 'null' }, { $ref: querySchema.$id }] },
		passes: { $ref: querySchema.$id }
	}
} as const;
const marks = {
	type: 'object',
	required: ['benchmark', 'relevant', 'irrelevant'],
	additionalProperties: false,
	properties: { benchmark: numbers, relevant: numbers, irrelevant: numbers }
} as const;

const bareJob = (name: keyof Answers, properties: Readonly<Record<string, object>>) => ({
	type: 'object',
	required: ['do', ...Object.keys(properties)],
	additionalProperties: false,
	properties: { do: { const: name }, ...properties }
});
const job = (name: keyof Answers, properties: Readonly<Record<string, object>>) =>
	bareJob(name, { collection: text, ...properties });

/** By the name of the job. */
export const JOB_SCHEMAS: Readonly<Record<keyof Answers, object>> = {
	open: job('open', { buffer: {}, trusted: { type: 'boolean' } }),
	close: job('close', {}),
	evaluate: job('evaluate', { lines, marks }),
	page: job('page', {
		lines,
		marks,
		line: text,
		minus: { type: ['string', 'null'] },
		aloneIn: { type: ['string', 'null'] },
		from: whole,
		count: whole,
		order: { enum: RECORD_ORDERS }
	}),
	spread: job('spread', {
		lines,
		marks,
		line: text,
		minus: { type: ['string', 'null'] },
		aloneIn: { type: ['string', 'null'] },
		most: whole
	}),
	confusionMatrix: job('confusionMatrix', { lines, marks, line: text, truth: text, judged: { type: 'boolean' } }),
	explainRecord: job('explainRecord', { lines, marks, final: text, record: whole }),
	highlights: job('highlights', {
		lines,
		marks,
		line: text,
		records: { type: 'array', items: { $ref: recordSchema.$id } },
		labels: { type: 'object', additionalProperties: text }
	}),
	variants: job('variants', { pattern: text, most: whole, fields: { type: 'array', items: { enum: INDEXED_FIELDS } } }),
	contributions: job('contributions', { lines, marks, line: text, final: { type: ['string', 'null'] } }),
	years: job('years', { lines, marks, line: text }),
	read: bareJob('read', { text }),
	pasted: bareJob('pasted', {
		text,
		profile: { type: ['string', 'null'] },
		isList: { type: 'boolean' },
		profiles: { type: 'array', items: { type: 'object', required: ['id'] } },
		qualifiers: { type: 'object', additionalProperties: text }
	}),
	write: bareJob('write', {
		document: {
			type: 'object',
			required: ['title', 'date', 'blocks'],
			properties: {
				title: text,
				date: text,
				blocks: { type: 'array', items: { type: 'object', required: ['kind'], properties: { kind: text } } }
			}
		}
	}),
	margins: job('margins', {
		lines,
		marks,
		final: text,
		concepts: { type: 'array', items: { type: 'array', items: text } },
		conceptOf: { type: 'array', items: { type: ['string', 'null'] } }
	}),
	trials: job('trials', {
		lines,
		marks,
		result: { type: ['string', 'null'] },
		trials: {
			type: 'array',
			maxItems: 100,
			items: {
				type: 'object',
				required: ['lines', 'result'],
				additionalProperties: false,
				properties: { lines, result: { type: ['string', 'null'] } }
			}
		}
	})
};
export const SHARED_SCHEMAS = [querySchema, recordSchema] as const;

/** The shape of every answer, as far as the server relies on it. */
export const answeredSchema = {
	type: 'object',
	required: ['id', 'outcome'],
	properties: { id: whole, outcome: { enum: ['done', 'dropped', 'heavy', 'failed'] }, message: text, answer: {} }
} as const;
