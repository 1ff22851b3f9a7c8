/** References imported into an enquiry, file by file. */
import type { ReferenceFormat } from '@wide-lantern/core';
import type { JobView } from './jobs';

/** Why a file was imported. */
export const BATCH_PURPOSES = ['rough search', 'run', 'known articles', 'other method', 'background'] as const;
export type BatchPurpose = (typeof BATCH_PURPOSES)[number];

/** What references are written as. */
export const EXPORT_FORMATS = ['ris', 'bibtex', 'csl-json', 'csv', 'json'] as const;
export type ExportFormat = (typeof EXPORT_FORMATS)[number];

/** What becomes of keywords that are not headings of the vocabulary: searched as keywords, or kept with the record and not searched. */
export const HEADING_RESTS = ['keywords', 'kept'] as const;
export type HeadingRest = (typeof HEADING_RESTS)[number];

/** The keywords of a file, matched against a vocabulary. */
export interface HeadingMatching {
	readonly vocabulary: string;
	readonly otherNames: boolean;
	readonly rest: HeadingRest;
	/** Keywords in all records together, and how many of them are headings. */
	readonly keywords: number;
	readonly matched: number;
}
/** What matching the keywords of a file against a vocabulary would do. */
export interface HeadingPreview {
	/** A mark for main topics, and what stands before qualifiers, as they were found; empty where there is none. */
	readonly style: { readonly mark: string; readonly separator: string };
	/** Keywords in all records together; those that are headings by their label, and by another name. */
	readonly keywords: number;
	readonly byLabel: number;
	readonly byOtherName: number;
	/** The most frequent keywords with what they name. */
	readonly examples: readonly {
		readonly text: string;
		readonly count: number;
		/** Label of the heading; null where it names none. */
		readonly heading: string | null;
		readonly main: boolean;
		readonly qualifiers: readonly string[];
		readonly by: 'label' | 'other-name' | null;
	}[];
}
export interface HeadingRequest {
	/** Null leaves the keywords as they were read. */
	readonly vocabulary: string | null;
	/** True to match entry terms and former names too. */
	readonly otherNames: boolean;
	readonly rest: HeadingRest;
}

export interface ReferenceBatch {
	readonly id: string;
	readonly fileName: string;
	readonly source: string;
	/** Empty where nobody has named it. */
	readonly platform: string;
	readonly purpose: BatchPurpose;
	readonly format: ReferenceFormat | 'recipe';
	/** Name of the recipe that it was read by; null for formats that are built in. */
	readonly recipe: string | null;
	/** Null where its keywords are as they were read. */
	readonly matching: HeadingMatching | null;
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
	/** Collections of chosen files, the newest last. */
	readonly chosen: readonly FileCollection[];
}
/** Some files together, as a collection that counts can be taken from. */
export interface FileCollectionRequest {
	readonly name: string;
	readonly batches: readonly string[];
	/** True for one record of each work, false for all records. */
	readonly merged: boolean;
}
export interface FileCollection extends FileCollectionRequest {
	readonly id: string;
	readonly size: number;
}

/** A record as the list of a batch shows it. */
export interface BatchRecord {
	readonly id: string;
	readonly title: string;
	readonly authors: readonly string[];
	readonly journal: string;
	readonly year: number | null;
	/** The DOI first, where it has one. */
	readonly identifiers: readonly string[];
}
export interface UnreadableReference {
	/** By which it is repaired. */
	readonly number: number;
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
	/** Import a file of references, whole or not at all: RIS, BibTeX, CSL-JSON, MARCXML, MODS, Dublin Core, or a table with a header row in the body; any other format by the `recipe` of that name. `again`: although the same file was imported before. */
	'POST /api/v1/enquiries/[enquiry]/batches': {
		query: {
			readonly name: string;
			readonly source: string;
			readonly platform?: string;
			readonly recipe?: string;
			/** Match its keywords against this vocabulary. */
			readonly vocabulary?: string;
			readonly purpose: BatchPurpose;
			readonly stated?: number;
			readonly again?: true;
		};
		upload: true;
		answers: { 202: JobView };
	};
	/** Change what a file is for, and how many records its source stated. */
	'PUT /api/v1/enquiries/[enquiry]/batches/[batch]': { body: BatchChange; answers: { 200: ReferenceBatches } };
	/** Remove a file with its records, by a job. */
	'DELETE /api/v1/enquiries/[enquiry]/batches/[batch]': { answers: { 202: JobView } };
	/** A page of its records in the order of the file, beginning with the record at `from` (0 is the first); and the first thousand pieces that could not be read. */
	'GET /api/v1/enquiries/[enquiry]/batches/[batch]': {
		query: { readonly from?: number };
		answers: { 200: { readonly records: readonly BatchRecord[]; readonly unreadable: readonly UnreadableReference[] } };
	};
	/** What matching its keywords against a vocabulary would do. */
	'GET /api/v1/enquiries/[enquiry]/batches/[batch]/headings': {
		query: { readonly vocabulary: string };
		answers: { 200: HeadingPreview };
	};
	/** Match its keywords against a vocabulary, so that lines with headings are counted on its records; or leave them as they were read. */
	'POST /api/v1/enquiries/[enquiry]/batches/[batch]/headings': { body: HeadingRequest; answers: { 202: JobView } };
	/** Read a piece again that could not be read, as it was repaired. */
	'POST /api/v1/enquiries/[enquiry]/batches/[batch]/unreadable/[number]': {
		body: { readonly text: string };
		answers: { 200: ReferenceBatches };
	};
	/** Make a collection of some files, by a job. It is put together again whenever one of the files changes. */
	'POST /api/v1/enquiries/[enquiry]/collections': { body: FileCollectionRequest; answers: { 202: JobView } };
	/** Remove a collection of chosen files; the files stay. */
	'PUT /api/v1/enquiries/[enquiry]/collections/[collection]': {
		body: FileCollectionRequest;
		answers: { 202: JobView };
	};
	'DELETE /api/v1/enquiries/[enquiry]/collections/[collection]': { answers: { 200: ReferenceBatches } };
	/** Its records as a file, with every field of the original. */
	'GET /api/v1/enquiries/[enquiry]/batches/[batch]/file': {
		query: { readonly as: ExportFormat };
		answers: object;
		files: 'application/x-research-info-systems';
	};
}
