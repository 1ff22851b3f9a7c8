/**
 * What belongs to the installation, taken in and taken out by the administrator: vocabularies,
 * collections of records, profiles. Whole or not at all; what is in use is named before it goes.
 */
import { recordSchema, type BibliographicRecord } from '@wide-lantern/core';
import { type CollectionEntry, listCollections, replaceCollection } from '$lib/server/collections';
import { database } from '$lib/server/database';
import { type Actor, compileValidator, faultOf } from '$lib/server/http';
import { forgetComparisons } from '$lib/server/enquiries';
import { linesOf } from '$lib/server/sources';
import { forgetVocabulary, mayReplace } from '$lib/server/vocabularies';

const checkRecord = compileValidator<BibliographicRecord>(recordSchema);

/** Identifiers of things of the installation, as they stand in addresses and anchors. */
export const NAME = /^[a-z][a-z0-9-]{0,59}$/;

export type Taken<What> =
	| { readonly ok: true; readonly what: What; readonly faults: readonly string[] }
	| { readonly ok: false; readonly message: string; readonly faults: readonly string[] };

const refused = (message: string, faults: readonly string[] = []) => ({ ok: false, message, faults }) as const;

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

/** Takes a collection from lines of JSON, one record each (docs/formats/record.json). */
export async function takeCollection(
	entry: Omit<CollectionEntry, 'size'>,
	file: ReadableStream<Uint8Array>,
	ceiling: number
): Promise<Taken<{ records: number }>> {
	const known = await database('vocabularies')
		.whereIn('id', [...entry.vocabularies])
		.select<{ id: string }[]>('id');
	const missing = entry.vocabularies.filter((id) => !known.some((one) => one.id === id));
	if (missing.length > 0)
		return refused(`There is no vocabulary ${missing.join(', ')} here. Load it first. Nothing was changed.`);
	class Faulty extends Error {}
	async function* records(): AsyncGenerator<BibliographicRecord> {
		for await (const { number, text } of linesOf(file, ceiling)) {
			let value: unknown;
			try {
				value = JSON.parse(text);
			} catch {
				throw new Faulty(`Line ${number} is no JSON.`);
			}
			if (!checkRecord(value)) throw new Faulty(`Line ${number} is no record: ${faultOf(checkRecord.errors)}.`);
			yield value;
		}
	}
	try {
		const size = await replaceCollection(entry, records());
		return size === 0
			? refused('The file holds no record. Nothing was changed.')
			: { ok: true, what: { records: size }, faults: [] };
	} catch (error) {
		if (error instanceof Faulty) return refused(`${error.message} Nothing was changed.`);
		throw error;
	}
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
