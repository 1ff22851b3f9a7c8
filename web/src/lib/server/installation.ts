/**
 * What belongs to the installation, taken in and taken out by the administrator: vocabularies,
 * collections of records, profiles. Whole or not at all; what is in use is named before it goes.
 */
import { recordSchema, readTurtle, vocabularySchema, type BibliographicRecord, type VocabularyData } from '@wide-lantern/core';
import { listCollections, replaceCollection, type CollectionEntry } from './collections';
import { database } from './database';
import { door, faultOf } from './doors';
import { linesOf } from './incoming';
import { forgetVocabulary, saveVocabulary } from './vocabularies';

const checkVocabulary = door<VocabularyData>(vocabularySchema);
const checkRecord = door<BibliographicRecord>(recordSchema);

/** Identifiers of things of the installation, as they stand in addresses and anchors. */
export const NAME = /^[a-z][a-z0-9-]{0,59}$/;

export type Taken<What> =
	| { readonly ok: true; readonly what: What; readonly faults: readonly string[] }
	| { readonly ok: false; readonly message: string; readonly faults: readonly string[] };

const refused = (message: string, faults: readonly string[] = []) => ({ ok: false, message, faults }) as const;

/** @param faulty true to load a vocabulary without its faulty parts; else any fault refuses it whole */
export async function takeVocabulary(id: string, turtle: string, faulty: boolean): Promise<Taken<{ headings: number }>> {
	const read = readTurtle(turtle, id);
	const faults = read.faults.map((one) => one.message);
	if (!read.vocabulary) return refused('This file holds no vocabulary. Nothing was changed.', faults);
	if (read.faults.some((one) => one.code === 'circle')) return refused('A hierarchy that runs in a circle cannot be loaded. Nothing was changed.', faults);
	if (faults.length > 0 && !faulty) return refused('The file has faults. Nothing was changed; load it without the faulty parts, or mend it first.', faults);
	if (!checkVocabulary(read.vocabulary)) return refused(`The vocabulary does not fit: ${faultOf(checkVocabulary.errors)}. Nothing was changed.`, faults);
	await saveVocabulary(read.vocabulary);
	// Heading words are indexed by label, so what was made from the older vocabulary is out of date (collections.ts, `madeFrom`).
	return { ok: true, what: { headings: read.vocabulary.headings.length }, faults };
}

/** Why it cannot go; or null and it is gone. */
export async function removeVocabulary(id: string): Promise<string | null> {
	const users = (await listCollections()).filter((one) => one.vocabularies.includes(id));
	if (users.length > 0) return `It indexes ${users.map((one) => one.name).join(', ')}. Remove that first.`;
	if ((await database('vocabularies').where({ id }).delete()) === 0) return 'It is not here any more.';
	forgetVocabulary(id);
	return null;
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
	if (missing.length > 0) return refused(`There is no vocabulary ${missing.join(', ')} here. Load it first. Nothing was changed.`);
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
		return size === 0 ? refused('The file holds no record. Nothing was changed.') : { ok: true, what: { records: size }, faults: [] };
	} catch (error) {
		if (error instanceof Faulty) return refused(`${error.message} Nothing was changed.`);
		throw error;
	}
}

/** Enquiries that take their counts from a collection, or are written in a profile. */
export async function enquiriesUsing(what: { readonly collection: string } | { readonly profile: string }): Promise<number> {
	const rows = database('enquiries');
	const used =
		'collection' in what
			? rows.whereRaw(`body->>'collection' = ?`, [what.collection])
			: rows.whereRaw(`body->'renderings' @> ?::jsonb`, [JSON.stringify([{ profile: what.profile }])]);
	const [row] = await used.count<{ count: string }[]>('* as count');
	return Number(row?.count ?? 0);
}

/** The sentence that asks whether something used may go; null where nobody uses it. */
export async function inUse(what: { readonly collection: string } | { readonly profile: string }): Promise<string | null> {
	const count = await enquiriesUsing(what);
	if (count === 0) return null;
	const who = count === 1 ? 'One enquiry uses' : `${count} enquiries use`;
	return 'collection' in what
		? `${who} it. They keep everything, but have no counts until another collection is chosen in the brief.`
		: `${who} it. They keep what was decided there, but cannot be written in it any more.`;
}
