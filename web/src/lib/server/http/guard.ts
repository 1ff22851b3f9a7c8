/**
 * Who may do what: one table of every route and method, asked in one place (hooks.server.ts). A
 * route that is not in the table is refused; tests/end-to-end/doors.spec.ts walks all of them.
 */
import { ROLES, type Role } from '$lib/contract/enquiries';

export interface Actor {
	readonly id: string;
	readonly name: string;
	readonly email: string;
	readonly administrator: boolean;
}

/** `demo`: anyone, in demo mode only. A role: that one or a higher one, in the enquiry of the path. */
export type Need = 'anyone' | 'demo' | 'signed-in' | 'administrator' | Role;

const ENQUIRY = '/enquiries/[enquiry]';
const API = '/api/v1/enquiries/[enquiry]';

/** Keys are `METHOD route`; `POST` of a page route stands for its form actions. */
export const NEEDS: Readonly<Record<string, Need>> = {
	'GET /': 'anyone',
	'GET /health': 'anyone',
	// The stand-in sources: invented records that anybody on this machine may ask for.
	'GET /sru/[source]': 'anyone',
	'GET /sign-in': 'anyone',
	'POST /sign-in': 'anyone',
	'GET /sign-up': 'anyone',
	'POST /sign-up': 'anyone',
	'POST /sign-out': 'anyone',
	'POST /demo': 'demo',
	'GET /desk': 'signed-in',
	'GET /account': 'signed-in',
	'POST /account': 'signed-in',
	'GET /administration': 'administrator',
	'POST /administration': 'administrator',
	[`GET ${ENQUIRY}`]: 'reader',
	[`GET ${ENQUIRY}/brief`]: 'reader',
	[`GET ${ENQUIRY}/concepts`]: 'reader',
	[`GET ${ENQUIRY}/headings`]: 'reader',
	[`GET ${ENQUIRY}/records`]: 'reader',
	[`GET ${ENQUIRY}/strategy`]: 'reader',
	[`GET ${ENQUIRY}/glean`]: 'reader',
	[`GET ${ENQUIRY}/proving`]: 'reader',
	[`GET ${ENQUIRY}/renderings`]: 'reader',
	[`GET ${ENQUIRY}/dossier`]: 'reader',
	[`GET ${ENQUIRY}/people`]: 'reader',
	'GET /api/v1/enquiries': 'signed-in',
	'POST /api/v1/enquiries': 'signed-in',
	'POST /api/v1/enquiries/import': 'signed-in',
	'GET /api/v1/stream': 'signed-in',
	'PUT /api/v1/stream': 'signed-in',
	[`GET ${API}`]: 'reader',
	[`DELETE ${API}`]: 'owner',
	[`POST ${API}/edits`]: 'editor',
	[`GET ${API}/stream`]: 'reader',
	[`POST ${API}/look`]: 'reader',
	[`GET ${API}/counts`]: 'reader',
	[`GET ${API}/counts/concepts`]: 'reader',
	[`GET ${API}/counts/sources`]: 'reader',
	[`GET ${API}/gleaning`]: 'reader',
	[`POST ${API}/gleaning`]: 'editor',
	[`GET ${API}/gleaning/figures`]: 'reader',
	[`GET ${API}/gleaning/examples`]: 'reader',
	[`POST ${API}/gleaning/curve`]: 'reader',
	[`PUT ${API}/gleaning/decisions`]: 'editor',
	[`GET ${API}/proving`]: 'reader',
	[`POST ${API}/indexing`]: 'editor',
	[`GET ${API}/jobs`]: 'reader',
	[`POST ${API}/trials`]: 'reader',
	[`PUT ${API}/presence`]: 'reader',
	[`GET ${API}/steps`]: 'reader',
	[`GET ${API}/versions`]: 'reader',
	[`POST ${API}/versions`]: 'editor',
	[`GET ${API}/versions/[version]`]: 'reader',
	[`GET ${API}/versions/[version]/comparison`]: 'reader',
	[`GET ${API}/versions/[version]/records`]: 'reader',
	[`GET ${API}/records`]: 'reader',
	[`GET ${API}/records/file`]: 'reader',
	[`GET ${API}/batches`]: 'reader',
	[`POST ${API}/batches`]: 'editor',
	[`GET ${API}/batches/[batch]`]: 'reader',
	[`PUT ${API}/batches/[batch]`]: 'editor',
	[`DELETE ${API}/batches/[batch]`]: 'editor',
	[`POST ${API}/collections`]: 'editor',
	[`PUT ${API}/collections/[collection]`]: 'editor',
	[`DELETE ${API}/collections/[collection]`]: 'editor',
	[`GET ${API}/batches/[batch]/file`]: 'reader',
	[`GET ${API}/batches/[batch]/headings`]: 'reader',
	[`POST ${API}/batches/[batch]/headings`]: 'editor',
	[`POST ${API}/batches/[batch]/unreadable/[number]`]: 'editor',
	[`GET ${API}/duplicates`]: 'reader',
	[`POST ${API}/duplicates`]: 'editor',
	[`GET ${API}/duplicates/file`]: 'reader',
	[`GET ${API}/duplicates/pairs`]: 'reader',
	[`GET ${API}/duplicates/works`]: 'reader',
	[`POST ${API}/duplicates/decisions`]: 'editor',
	[`DELETE ${API}/duplicates/decisions/[act]`]: 'editor',
	[`GET ${API}/spread`]: 'reader',
	[`GET ${API}/why`]: 'reader',
	[`GET ${API}/articles`]: 'reader',
	[`GET ${API}/variants`]: 'reader',
	[`GET ${API}/terms`]: 'reader',
	[`GET ${API}/concept-map`]: 'reader',
	[`GET ${API}/names`]: 'reader',
	[`GET ${API}/unindexed`]: 'reader',
	[`GET ${API}/vocabularies`]: 'reader',
	[`GET ${API}/renderings`]: 'reader',
	[`GET ${API}/renderings/string`]: 'reader',
	[`POST ${API}/renderings/count`]: 'reader',
	[`POST ${API}/renderings/try`]: 'reader',
	[`POST ${API}/renderings/read`]: 'reader',
	[`POST ${API}/renderings/words`]: 'reader',
	[`GET ${API}/runs`]: 'reader',
	[`POST ${API}/runs`]: 'editor',
	[`PUT ${API}/runs/[run]`]: 'editor',
	[`GET ${API}/judgements`]: 'reader',
	[`POST ${API}/judgements`]: 'editor',
	[`POST ${API}/sign-offs`]: 'editor',
	[`GET ${API}/dossier`]: 'reader',
	[`GET ${API}/export`]: 'reader',
	[`GET ${API}/members`]: 'reader',
	[`PUT ${API}/members`]: 'owner',
	[`DELETE ${API}/members`]: 'owner',
	[`PUT ${API}/archived`]: 'reader',
	[`POST ${API}/measure`]: 'reader',
	'GET /api/v1/parts': 'signed-in',
	'POST /api/v1/parts': 'signed-in',
	// Only who keeps a part can remove it: parts.ts asks.
	'DELETE /api/v1/parts/[part]': 'signed-in',
	'PUT /api/v1/addresses': 'administrator',
	'DELETE /api/v1/addresses': 'administrator',
	'GET /api/v1/collections/[collection]': 'signed-in',
	'PUT /api/v1/collections/[collection]': 'administrator',
	'DELETE /api/v1/collections/[collection]': 'administrator',
	'GET /api/v1/profiles/[profile]': 'signed-in',
	'GET /api/v1/profiles/[profile]/connection': 'signed-in',
	// Only who taught a profile, and administrators, change and remove it: profiles.ts asks.
	'GET /profiles': 'signed-in',
	'GET /profiles/teach': 'signed-in',
	'PUT /api/v1/profiles/[profile]': 'signed-in',
	'DELETE /api/v1/profiles/[profile]': 'signed-in',
	'GET /api/v1/recipes': 'signed-in',
	// Only who taught a format, and administrators, change and remove it: recipes.ts asks.
	'PUT /api/v1/recipes/[recipe]': 'signed-in',
	'DELETE /api/v1/recipes/[recipe]': 'signed-in',
	'GET /api/v1/vocabularies/[vocabulary]': 'signed-in',
	'GET /vocabularies': 'signed-in',
	'GET /kit': 'signed-in',
	'GET /vocabularies/[vocabulary]': 'signed-in',
	// Who loaded a vocabulary, and administrators, replace and remove it: loading.ts and installation.ts ask.
	'POST /api/v1/intakes': 'signed-in',
	'POST /api/v1/intakes/[intake]': 'signed-in',
	'GET /api/v1/jobs': 'signed-in',
	// Only whose it is, who is in its enquiry, and administrators see a job: enquiries/job-access.ts asks.
	'GET /api/v1/jobs/[job]': 'signed-in',
	'POST /api/v1/jobs/[job]': 'signed-in',
	'DELETE /api/v1/vocabularies/[vocabulary]': 'signed-in',
	'GET /api/v1/vocabularies/[vocabulary]/changes': 'signed-in',
	'GET /api/v1/vocabularies/[vocabulary]/lookup': 'signed-in',
	'GET /api/v1/vocabularies/[vocabulary]/headings/[heading]': 'signed-in',
	'GET /api/v1/headings': 'signed-in',
	'GET /api/v1/vocabularies/[vocabulary]/headings/[heading]/figures': 'signed-in',
	'GET /api/v1/vocabularies/[vocabulary]/headings/[heading]/history': 'signed-in',
	'GET /api/v1/vocabularies/[vocabulary]/headings/[heading]/counterparts': 'signed-in',
	'PUT /api/v1/vocabularies/[vocabulary]/headings/[heading]/counterparts': 'signed-in',
	'GET /api/v1/vocabularies/[vocabulary]/mappings': 'signed-in'
};

export type Access = 'allowed' | 'sign-in' | 'forbidden' | 'unknown';

/** True for that role and every higher one. */
export const holdsRole = (role: Role | null, least: Role): boolean =>
	role !== null && ROLES.indexOf(role) >= ROLES.indexOf(least);

/**
 * @param role the actor's role in the enquiry of the path; null for none
 * @returns `unknown` hides what an outsider must not even know to exist
 */
export function judge(need: Need | undefined, actor: Actor | null, role: Role | null, demo: boolean): Access {
	if (need === undefined) return 'unknown';
	if (need === 'anyone') return 'allowed';
	if (need === 'demo') return demo ? 'allowed' : 'unknown';
	if (!actor) return 'sign-in';
	if (need === 'signed-in') return 'allowed';
	if (need === 'administrator') return actor.administrator ? 'allowed' : 'forbidden';
	if (role === null) return 'unknown';
	return holdsRole(role, need) ? 'allowed' : 'forbidden';
}
