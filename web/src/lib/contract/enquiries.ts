/** Enquiries: the document and its edits, versions, people, parts, known articles, and what happens in other windows. */
import type {
	Conflict,
	Edit,
	EnquiryDocument,
	EnquiryFile,
	FrameworkName,
	LineChange,
	Place,
	StrategyPartFile
} from '@wide-lantern/core/editor';
import type { DossierDocument } from '@wide-lantern/core';
import type { RecordDifference, RecordPage } from './records';

export interface VersionEntry {
	readonly id: string;
	readonly revision: number;
	/** Empty for one that was kept by itself. */
	readonly name: string;
	readonly by: string;
	readonly at: string;
	readonly lines: number;
}

export interface ComparedVersions {
	readonly lines: readonly LineChange[];
	/** Null where there is no collection to count on. */
	readonly records: ({ readonly before: number } & RecordDifference) | null;
}

/** Who else has the enquiry open, and the line that their cursor is on. */
export interface Presence {
	/** Identity of the window. */
	readonly client: string;
	readonly name: string;
	readonly line: string | null;
}

/** `aside`: an edit that undo passes over. */
export type StepKind = 'do' | 'undo' | 'redo' | 'aside';

/** A command of the past, as the server tells it. */
export interface PastStep {
	readonly mine: boolean;
	readonly name: string;
	readonly kind: StepKind;
	/** Commands of one step are taken back together. */
	readonly step: string;
	readonly edits: readonly Edit[];
	readonly inverse: readonly Edit[];
}

export interface PartEntry {
	readonly id: string;
	/** False for what ships. */
	readonly mine: boolean;
	readonly made: string;
	readonly part: StrategyPartFile;
}

export interface FoundRecord {
	readonly id: string;
	readonly title: string;
	readonly year: number | null;
}

/**
 * `held`: its identifier is that of a record. `likely`: it has no identifier, or one that no record has, and these
 * records have its title. `missing`: no record has its identifier or title. `empty`: nothing is typed.
 */
export type ArticleState =
	| { readonly article: string; readonly state: 'held'; readonly record: FoundRecord }
	| { readonly article: string; readonly state: 'likely'; readonly records: readonly FoundRecord[] }
	| { readonly article: string; readonly state: 'missing' | 'empty' };

export interface ArticlesView {
	readonly revision: number;
	/** The collection that was looked in; null where none is chosen, or it is not ready. */
	readonly collection: string | null;
	readonly articles: readonly ArticleState[];
}

export const ROLES = ['reader', 'reviewer', 'editor', 'owner'] as const;
export type Role = (typeof ROLES)[number];

export interface Member {
	readonly id: string;
	readonly name: string;
	readonly email: string;
	readonly role: Role;
}

export interface EnquiryEntry {
	readonly id: string;
	readonly role: Role;
	/** Empty for one that is damaged. */
	readonly title: string;
	readonly updated: string;
}

export interface EnquiryView {
	readonly id: string;
	readonly revision: number;
	readonly document: EnquiryDocument;
}

/** A text as it was before edits changed it. */
export interface TextBefore {
	readonly at: Place;
	readonly text: string;
}

export interface EditsRequest {
	/** The revision that was shown when the edits were made. */
	readonly revision: number;
	/** The newest revision that the window has; the answer brings what came after it. */
	readonly known?: number;
	/** The page that the edits were made in: another one after every reload. */
	readonly client: string;
	/** Counts the commands of that page: one that is sent again, because its answer was lost, is not carried out again. */
	readonly number?: number;
	readonly name: string;
	/** Whether this undoes something of one’s own, or redoes it; `aside` is passed over by undo. */
	readonly kind?: StepKind;
	/** Commands of one step are undone together. */
	readonly step?: string;
	/** Of each earlier page of this window the newest command that the edits were made on top of. */
	readonly behind?: readonly { readonly client: string; readonly number: number }[];
	/** Texts as they were before they were changed: changes of others that do not touch are merged with one’s own. */
	readonly before?: readonly TextBefore[];
	readonly edits: readonly Edit[];
}
export interface SavedEdits {
	readonly outcome: 'saved';
	readonly revision: number;
	/** Edits of other windows that the window did not have. */
	readonly others: readonly Edit[];
	/** All edits that it did not have, its own among them, in the order in which they were carried out. */
	readonly all: readonly Edit[];
}
/** Somebody else changed the same place: nothing was saved, and both texts come back. */
export interface ConflictingEdits {
	readonly outcome: 'conflict';
	readonly revision: number;
	readonly document: EnquiryDocument;
	readonly conflicts: readonly Conflict[];
}
export interface RefusedEdits {
	readonly outcome: 'refused';
	readonly message: string;
}

/** What another window saved. */
export interface SavedByOthers {
	readonly revision: number;
	readonly client: string;
	readonly by: string;
	readonly edits: readonly Edit[];
}

interface Created {
	readonly id: string;
}

export interface EnquiriesApi {
	/** Your enquiries. */
	'GET /api/v1/enquiries': { answers: { 200: readonly EnquiryEntry[] } };
	/** Begin an enquiry. */
	'POST /api/v1/enquiries': {
		body: { readonly question: string; readonly framework: FrameworkName };
		answers: { 201: Created };
	};
	/** Add an enquiry from its file (enquiry.json); files of older versions are brought to today’s form. */
	'POST /api/v1/enquiries/import': { body: EnquiryFile; answers: { 201: Created } };
	/** The document with its revision. */
	'GET /api/v1/enquiries/[enquiry]': { answers: { 200: EnquiryView } };
	/** Delete it for everybody. */
	'DELETE /api/v1/enquiries/[enquiry]': { answers: { 200: { readonly deleted: true } } };
	/** Save edits made on a revision; all of them happen, or none. 503 where it must be tried again. */
	'POST /api/v1/enquiries/[enquiry]/edits': {
		body: EditsRequest;
		answers: { 200: SavedEdits; 409: ConflictingEdits; 422: RefusedEdits };
	};
	/** What was done lately, the oldest first, so that one’s own steps can be undone in a window that has just been opened. */
	'GET /api/v1/enquiries/[enquiry]/steps': { answers: { 200: { readonly steps: readonly PastStep[] } } };
	/** Tell the others which line the cursor of this window is on. */
	'PUT /api/v1/enquiries/[enquiry]/presence': {
		body: { readonly client: string; readonly line: string | null };
		answers: { 204: null };
	};
	/** The versions, the newest first. */
	'GET /api/v1/enquiries/[enquiry]/versions': { answers: { 200: { readonly versions: readonly VersionEntry[] } } };
	/** Save how the enquiry is now as a version with a name. */
	'POST /api/v1/enquiries/[enquiry]/versions': {
		body: { readonly name: string; readonly revision: number };
		answers: { 201: Created };
	};
	/** One version as it was. */
	'GET /api/v1/enquiries/[enquiry]/versions/[version]': { answers: { 200: Omit<EnquiryView, 'id'> } };
	/** A version beside another, or beside how the enquiry is `now`: line by line, and in records. */
	'GET /api/v1/enquiries/[enquiry]/versions/[version]/comparison': {
		query: { readonly with?: string };
		answers: { 200: ComparedVersions };
	};
	/** Twenty records that the other version retrieves and this one does not, or the reverse. */
	'GET /api/v1/enquiries/[enquiry]/versions/[version]/records': {
		query: { readonly with?: string; readonly side: 'gained' | 'lost'; readonly from?: number };
		answers: { 200: RecordPage };
	};
	/** Which records of the collection the known articles are, or may be. */
	'GET /api/v1/enquiries/[enquiry]/articles': { answers: { 200: ArticlesView } };
	/** The document to be handed over: its blocks, or a file. */
	'GET /api/v1/enquiries/[enquiry]/dossier': {
		query: { readonly as?: 'docx' | 'md' | 'json' };
		answers: { 200: DossierDocument };
		files: 'application/vnd.openxmlformats-officedocument.wordprocessingml.document' | 'text/markdown';
	};
	/** The enquiry as one file (enquiry.json). */
	'GET /api/v1/enquiries/[enquiry]/export': { answers: { 200: EnquiryFile } };
	/** Who takes part. */
	'GET /api/v1/enquiries/[enquiry]/members': { answers: { 200: readonly Member[] } };
	/** Give somebody a role. */
	'PUT /api/v1/enquiries/[enquiry]/members': {
		body: { readonly email: string; readonly role: Role };
		answers: { 200: readonly Member[] };
	};
	/** Remove somebody from the enquiry. */
	'DELETE /api/v1/enquiries/[enquiry]/members': {
		body: { readonly email: string };
		answers: { 200: readonly Member[] };
	};
	/** Archive it on one's own desk, or bring it back; others keep it on theirs. */
	'PUT /api/v1/enquiries/[enquiry]/archived': {
		body: { readonly archived: boolean };
		answers: { 204: null };
	};
	/** Parts of strategies that one keeps, and those that ship. */
	'GET /api/v1/parts': { answers: { 200: { readonly parts: readonly PartEntry[] } } };
	/** Keep a part (part.json); one of the same name becomes its next version. */
	'POST /api/v1/parts': {
		body: StrategyPartFile;
		answers: { 201: { readonly id: string; readonly version: number } };
	};
	/** Remove a part that one keeps. */
	'DELETE /api/v1/parts/[part]': { answers: { 204: null } };
}
