/**
 * Every request of the application with what it takes and answers, by method and route. Handlers
 * (`reply`, `bodyOf`) and pages (`callServer`) are bound to it; docs/formats/openapi.json is made from it.
 */
import type { CollectionsApi } from './collections';
import type { CrosswalksApi } from './crosswalks';
import type { DuplicatesApi } from './duplicates';
import type { EnquiriesApi } from './enquiries';
import type { HeadingsApi } from './headings';
import type { JobsApi } from './jobs';
import type { JudgementsApi } from './judgements';
import type { PlatformsApi } from './platforms';
import type { RecipesApi } from './recipes';
import type { GleaningApi } from './gleaning';
import type { ProvingApi } from './proving';
import type { RecordsApi } from './records';
import type { ReferencesApi } from './references';
import type { RunsApi } from './runs';
import type { SheetApi } from './sheet';
import type { SignOffsApi } from './sign-offs';
import type { StreamsApi } from './streams';
import type { VocabulariesApi } from './vocabularies';

export interface Api
	extends
		EnquiriesApi,
		SheetApi,
		GleaningApi,
		ProvingApi,
		RecordsApi,
		ReferencesApi,
		RecipesApi,
		DuplicatesApi,
		HeadingsApi,
		CrosswalksApi,
		VocabulariesApi,
		CollectionsApi,
		PlatformsApi,
		RunsApi,
		JudgementsApi,
		JobsApi,
		SignOffsApi,
		StreamsApi {}
export type Route = keyof Api;

type Names<Path> = Path extends `${string}[${infer Name}]${infer Rest}` ? Name | Names<Rest> : never;
/** Names of the parts of a route’s path that vary. */
export type PathNames<Of extends Route> = Names<Of>;
export type QueryOf<Of extends Route> = Api[Of] extends { query: infer Query } ? Query : never;
export type BodyOf<Of extends Route> = Api[Of] extends { body: infer Body } ? Body : never;
export type AnswersOf<Of extends Route> = Api[Of]['answers'];
type Good = 200 | 201 | 202 | 204;
/** What comes back where all went well. */
export type AnswerOf<Of extends Route> = AnswersOf<Of>[Good & keyof AnswersOf<Of>];
/** What a refusal brings besides its sentence, where the contract says so. */
export type RefusalOf<Of extends Route> = AnswersOf<Of>[Exclude<keyof AnswersOf<Of>, Good>];
/** Every other refusal. */
export interface Refusal {
	readonly message: string;
}
