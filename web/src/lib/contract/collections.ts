/** Collections of records, and the addresses that the installation may reach. */
import type { JobView } from './jobs';
import type { InUse } from './vocabularies';

export interface CollectionsApi {
	/** All records as lines of JSON, each as in record.json. */
	'GET /api/v1/collections/[collection]': { answers: object; files: 'application/x-ndjson' };
	/** Add a collection, whole or not at all: lines of JSON in the body, or at the address in `from`. `vocabularies` are short names with commas between. */
	'PUT /api/v1/collections/[collection]': {
		query: {
			readonly name?: string;
			/** A date: 2026-11-20. */
			readonly taken?: string;
			readonly vocabularies?: string;
			readonly from?: string;
		};
		upload: true;
		answers: { 202: JobView };
	};
	/** Remove it. */
	'DELETE /api/v1/collections/[collection]': {
		query: { readonly confirm?: true };
		answers: { 200: object; 409: InUse };
	};
	/** Allow an address outside to be reached. */
	'PUT /api/v1/addresses': {
		body: { readonly address: string; readonly note?: string };
		answers: { 200: { readonly origin: string } };
	};
	/** Remove an address from the list. */
	'DELETE /api/v1/addresses': {
		body: { readonly address: string; readonly note?: string };
		answers: { 200: { readonly origin: string } };
	};
}
