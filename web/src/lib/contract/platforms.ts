/** Profiles, and the strategy in the syntax of platforms. */
import type { Profile, Rendering } from '@wide-lantern/core/editor';
import type { JobView } from './jobs';
import type { InUse } from './vocabularies';

export interface RenderingProfile {
	readonly id: string;
	readonly name: string;
	readonly version: number;
	readonly source: string;
	readonly platform: string;
	readonly oneString: boolean;
	readonly connected: boolean;
	readonly mapsWords: boolean;
	readonly knows: readonly string[];
}

export interface ShownRendering {
	readonly profile: RenderingProfile;
	readonly rendering: Rendering;
	/** The version of the profile that somebody has reviewed it with last; null where nobody has. */
	readonly reviewed: { readonly version: number; readonly by: string; readonly on: string } | null;
}

export interface RenderingsView {
	readonly revision: number;
	/** The line whose records are the result. */
	readonly final: string | null;
	readonly lines: readonly {
		readonly id: string;
		readonly number: number;
		readonly text: string;
		readonly count: number | null;
	}[];
	readonly renderings: readonly ShownRendering[];
}

export interface ReadStrategyLine {
	readonly number: number;
	readonly text: string;
	readonly count: number | null;
	/** In the notation; empty where nothing was understood. */
	readonly notation: string;
	readonly comment: string;
	readonly faults: readonly {
		readonly severity: string;
		readonly from: number;
		readonly to: number;
		readonly message: string;
	}[];
}

export interface ReadStrategyView {
	/** The profile that it was read by. */
	readonly profile: string;
	readonly lines: readonly ReadStrategyLine[];
	readonly numbered: boolean;
	readonly errors: number;
	readonly contradictions: readonly { readonly line: number; readonly message: string }[];
	/** Profiles by how few faults they find, where another one fits better. */
	readonly better: readonly { readonly profile: string; readonly name: string; readonly errors: number }[];
	readonly habit: string | null;
}

export interface WordsView {
	readonly parts: readonly (
		| { readonly kind: 'ignored'; readonly words: string }
		| { readonly kind: 'words'; readonly words: string; readonly forms: readonly string[] }
		| {
				readonly kind: 'heading';
				readonly words: string;
				readonly label: string;
				readonly by: string | null;
				readonly narrower: readonly string[];
				readonly addsNarrower: boolean;
				readonly shown: boolean;
				readonly forms: readonly string[];
		  }
	)[];
	readonly frozen: string;
	readonly added: number;
	readonly plain: boolean;
	readonly source: string;
	readonly vocabulary: string | null;
	/** Of an account that was pasted: its pieces, and whether they were meant. */
	readonly account: {
		readonly text: string;
		readonly pieces: readonly { readonly text: string; readonly meant: boolean }[];
		readonly faults: readonly string[];
	} | null;
}

/** What a source says of itself, or why it cannot be asked. */
export type ConnectionView =
	| { readonly fault: string }
	| {
			readonly title: string;
			readonly indexes: readonly string[];
			readonly queryTypes: readonly string[];
			/** Most records of one answer; null where it does not say. */
			readonly portion: number | null;
			/** The language in which the profile asks. */
			readonly asked: string;
			readonly contradictions: readonly string[];
	  };

export interface ReadStrategyRequest {
	/** Null for the profile whose syntax it seems to be. */
	readonly profile: string | null;
	readonly text: string;
	/** True for a list of terms. */
	readonly isList?: boolean;
}

export interface PlatformsApi {
	/** The strategy in every chosen profile with its notes. */
	'GET /api/v1/enquiries/[enquiry]/renderings': { answers: { 200: RenderingsView } };
	/** The strategy in the syntax of one profile as a single string. */
	'GET /api/v1/enquiries/[enquiry]/renderings/string': {
		query: { readonly profile: string };
		answers: { 200: { readonly text: string } };
	};
	/** Begin a run (records that a source has for the lines of a rendering, asked by connection); an editor’s is kept. */
	'POST /api/v1/enquiries/[enquiry]/renderings/count': {
		body: { readonly profile: string };
		answers: { 202: JobView };
	};
	/** Begin a comparison (original and rendering on the works that both sources hold); an editor’s is kept. */
	'POST /api/v1/enquiries/[enquiry]/renderings/try': {
		body: { readonly profile: string };
		answers: { 202: JobView };
	};
	/** A pasted strategy read by a profile; null where none is named and none explains it better than the notation. Nothing is saved. */
	'POST /api/v1/enquiries/[enquiry]/renderings/read': {
		body: ReadStrategyRequest;
		answers: { 200: ReadStrategyView | null };
	};
	/** What a source makes of bare words, and its own account of a query held against what was typed. */
	'POST /api/v1/enquiries/[enquiry]/renderings/words': {
		body: { readonly profile: string; readonly words: string; readonly account: string };
		answers: { 200: WordsView };
	};
	/** The profile as in profile.json, or an earlier version of it. */
	'GET /api/v1/profiles/[profile]': { query: { readonly version?: number }; answers: { 200: Profile } };
	/** Add a profile or a new version of one; its file, or the address of one. */
	'PUT /api/v1/profiles/[profile]': { query: { readonly from?: string }; upload: true; answers: { 200: object } };
	/** Remove it. */
	'DELETE /api/v1/profiles/[profile]': { query: { readonly confirm?: true }; answers: { 200: object; 409: InUse } };
	/** What the profile’s source says of itself, asked now. */
	'GET /api/v1/profiles/[profile]/connection': { answers: { 200: ConnectionView } };
}
