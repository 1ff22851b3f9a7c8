/** References imported into an enquiry, file by file. */
import type { ReferenceFormat } from '@wide-lantern/core';
import type { JobView } from './jobs';

/** Why a file was imported. */
export const BATCH_PURPOSES = ['rough search', 'run', 'known articles', 'other method', 'background'] as const;
export type BatchPurpose = (typeof BATCH_PURPOSES)[number];

export interface ReferenceBatch {
	readonly id: string;
	readonly fileName: string;
	readonly source: string;
	readonly purpose: BatchPurpose;
	readonly format: ReferenceFormat;
	/** As `TextDecoder` calls it. */
	readonly encoding: string;
	/** Records that the source said it exported; null where nobody has noted it. */
	readonly stated: number | null;
	readonly read: number;
	readonly unreadable: number;
	readonly by: string;
	/** ISO time. */
	readonly at: string;
}
export interface ReferenceBatches {
	/** The newest first. */
	readonly batches: readonly ReferenceBatch[];
	/** What the records of all batches together are called as a collection; null while there is none. */
	readonly collection: string | null;
}

/** A record as the list of a batch shows it. */
export interface BatchRecord {
	readonly id: string;
	readonly title: string;
	readonly authors: readonly string[];
	readonly journal: string;
	readonly year: number | null;
}
export interface UnreadableReference {
	/** Line of the file, from 1; 0 where it is not known. */
	readonly line: number;
	readonly reason: string;
	readonly raw: string;
}
export interface BatchChange {
	readonly purpose: BatchPurpose;
	readonly stated: number | null;
}

export interface ReferencesApi {
	/** The imported files of references, the newest first. */
	'GET /api/v1/enquiries/[enquiry]/batches': { answers: { 200: ReferenceBatches } };
	/** Import a file of references, whole or not at all: RIS or CSL-JSON in the body. `again`: although the same file was imported before. */
	'POST /api/v1/enquiries/[enquiry]/batches': {
		query: {
			readonly name: string;
			readonly source: string;
			readonly purpose: BatchPurpose;
			readonly stated?: number;
			readonly again?: true;
		};
		upload: true;
		answers: { 202: JobView };
	};
	/** Change what a file is for, and how many records its source stated. */
	'PUT /api/v1/enquiries/[enquiry]/batches/[batch]': { body: BatchChange; answers: { 200: ReferenceBatches } };
	/** Remove a file with its records. */
	'DELETE /api/v1/enquiries/[enquiry]/batches/[batch]': { answers: { 200: ReferenceBatches } };
	/** A page of its records in the order of the file, beginning with the record at `from` (0 is the first); and the first thousand pieces that could not be read. */
	'GET /api/v1/enquiries/[enquiry]/batches/[batch]': {
		query: { readonly from?: number };
		answers: { 200: { readonly records: readonly BatchRecord[]; readonly unreadable: readonly UnreadableReference[] } };
	};
	/** Its records as a file, with every field of the original. */
	'GET /api/v1/enquiries/[enquiry]/batches/[batch]/file': {
		query: { readonly as: ReferenceFormat };
		answers: object;
		files: 'application/x-research-info-systems';
	};
}
