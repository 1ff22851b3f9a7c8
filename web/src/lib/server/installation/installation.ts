/** What belongs to the installation, and its removal: what is in use is named before it goes. */
import { listCollections } from '$lib/server/collections';
import { database } from '$lib/server/database';
import type { Actor } from '$lib/server/http';
import { forgetComparisons } from '$lib/server/enquiries';
import { forgetVocabulary, mayReplace } from '$lib/server/vocabularies';

/** Identifiers of things of the installation, as they stand in addresses and anchors. */
export const NAME = /^[a-z][a-z0-9-]{0,59}$/;

export type Removed =
	| { readonly outcome: 'gone' }
	| { readonly outcome: 'refused' | 'unknown' | 'forbidden' | 'asked'; readonly message: string };

/**
 * Removes a vocabulary with all its editions, unless it indexes a collection.
 * @param confirmed true when the person knows that enquiries use it
 */
export async function removeVocabulary(id: string, actor: Actor, confirmed: boolean): Promise<Removed> {
	const forbidden = await mayReplace(id, actor);
	if (forbidden !== null)
		return { outcome: 'forbidden', message: 'Only who loaded this vocabulary, or an administrator, may remove it.' };
	const users = (await listCollections()).filter((one) => one.vocabularies.includes(id));
	if (users.length > 0)
		return { outcome: 'refused', message: `It indexes ${users.map((one) => one.name).join(', ')}. Remove that first.` };
	const used = confirmed ? null : await usageWarning({ vocabulary: id });
	if (used !== null) return { outcome: 'asked', message: used };
	if ((await database('vocabularies').where({ id }).delete()) === 0)
		return { outcome: 'unknown', message: 'It is not here any more.' };
	forgetVocabulary(id);
	forgetComparisons(id);
	return { outcome: 'gone' };
}

/** Something that enquiries use. */
export type Usable = { readonly collection: string } | { readonly profile: string } | { readonly vocabulary: string };

/** Enquiries that take their counts from a collection, are written in a profile, or name headings of a vocabulary. */
export async function enquiriesUsing(what: Usable): Promise<number> {
	const rows = database('enquiries');
	const used =
		'collection' in what
			? rows.whereRaw(`body->>'collection' = ?`, [what.collection])
			: 'profile' in what
				? rows.whereRaw(`body->'renderings' @> ?::jsonb`, [JSON.stringify([{ profile: what.profile }])])
				: rows.whereRaw(
						`body->'concepts' @> ?::jsonb or exists (select from jsonb_array_elements(body->'lines') line where position(? in line->>'source') > 0)`,
						[JSON.stringify([{ headings: [{ vocabulary: what.vocabulary }] }]), `"key":"${what.vocabulary}:`]
					);
	const [row] = await used.count<{ count: string }[]>('* as count');
	return Number(row?.count ?? 0);
}

const CONSEQUENCES = {
	collection: 'They keep everything, but have no counts until another collection is chosen in the brief.',
	profile: 'They keep what was decided there, but cannot be written in it any more.',
	vocabulary: 'They keep its headings by name, but lines with them are faulty until it is loaded again.'
} as const;

/** The sentence that asks whether something used may go; null where nobody uses it. */
export async function usageWarning(what: Usable): Promise<string | null> {
	const count = await enquiriesUsing(what);
	if (count === 0) return null;
	const kind = 'collection' in what ? 'collection' : 'profile' in what ? 'profile' : 'vocabulary';
	return `${count === 1 ? 'One enquiry uses' : `${count} enquiries use`} it. ${CONSEQUENCES[kind]}`;
}
