/** Vocabularies and their editions: as files, loaded by a job, and what changed from one edition to the next. */
import type { HeadingChange, TableShape } from '@wide-lantern/core';
import type { JobView } from './jobs';

export interface EditionEntry {
	readonly number: number;
	readonly edition: string;
	readonly date: string | null;
	readonly headings: number;
	readonly by: string;
	readonly takenOn: string;
	/** Milliseconds, for comparing. */
	readonly takenAt: number;
}

export interface VocabularyEntry {
	readonly id: string;
	readonly name: string;
	readonly edition: string;
	readonly headings: number;
	/** Who loaded it; null for what ships. */
	readonly owner: string | null;
	/** The newest first. */
	readonly editions: readonly EditionEntry[];
}

export interface EnquiryChanges {
	readonly vocabulary: string;
	readonly name: string;
	readonly from: { readonly number: number; readonly edition: string };
	readonly to: { readonly number: number; readonly edition: string; readonly by: string; readonly takenOn: string };
	/** Of headings that the enquiry uses. */
	readonly changes: readonly HeadingChange[];
}

export interface EditionChanges {
	readonly counts: Readonly<Record<string, number>>;
	readonly changes: readonly HeadingChange[];
	readonly all: number;
}

/** What a person decides about a file that was read: what the columns of a table mean, or to store what was read. */
export interface LoadingStep {
	/** `look` again, for another element or class as the heading; `read` by what the columns hold; `load` what was read. */
	readonly do: 'look' | 'read' | 'load';
	readonly element?: string;
	readonly shape?: TableShape;
	/** Where the file does not say it. */
	readonly name?: string;
	readonly edition?: string;
	/** True to load without what is faulty. */
	readonly faulty?: boolean;
}

/** Enquiries would lose something: the same request with `confirm=true` does it nevertheless. */
export interface InUse {
	readonly message: string;
	readonly confirm?: true;
}

export interface VocabulariesApi {
	/** The vocabulary as a file (vocabulary.md). */
	'GET /api/v1/vocabularies/[vocabulary]': {
		query: { readonly as?: 'turtle' | 'n-triples' | 'rdf-xml' | 'json-ld' | 'table' | 'tsv' };
		answers: object;
		files:
			| 'text/turtle'
			| 'application/n-triples'
			| 'application/rdf+xml'
			| 'application/ld+json'
			| 'text/csv'
			| 'text/tab-separated-values';
	};
	/** Remove it with all its editions, by who loaded it or an administrator. */
	'DELETE /api/v1/vocabularies/[vocabulary]': {
		query: { readonly confirm?: true };
		answers: { 200: object; 409: InUse };
	};
	/** What changed between two editions that are kept. */
	'GET /api/v1/vocabularies/[vocabulary]/changes': {
		query: { readonly from: number; readonly to: number };
		answers: { 200: EditionChanges };
	};
	/** A vocabulary’s file (RDF or a table, at most 400 MB), or the address of one. A job reads it, asks, and stores nothing before the answer. 429 where others are being read. */
	'POST /api/v1/intakes': {
		query: { readonly vocabulary: string; readonly name?: string; readonly from?: string };
		upload: true;
		answers: { 202: JobView };
	};
	/** What was decided about a file that was read. */
	'POST /api/v1/intakes/[intake]': { body: LoadingStep; answers: { 200: JobView } };
	/** What newer editions of vocabularies changed in headings that the enquiry uses. */
	'GET /api/v1/enquiries/[enquiry]/vocabularies': { answers: { 200: readonly EnquiryChanges[] } };
}
