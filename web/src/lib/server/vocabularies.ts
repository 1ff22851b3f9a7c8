/** Vocabularies of the installation: kept in the database, opened once and held in memory. */
import { Vocabulary, VocabularyLookup, vocabularySchema, type OpenVocabulary, type VocabularyData } from '@wide-lantern/core';
import { database } from './database';
import { door, faultOf } from './doors';

const check = door<VocabularyData>(vocabularySchema);
const open = new Map<string, Promise<OpenVocabulary>>();

export async function saveVocabulary(data: VocabularyData): Promise<void> {
	await database('vocabularies')
		.insert({ id: data.id, data: JSON.stringify(data), loaded_at: new Date() })
		.onConflict('id')
		.merge();
	open.delete(data.id);
}

/** After it has been removed. */
export function forgetVocabulary(id: string): void {
	open.delete(id);
}

export async function listVocabularies(): Promise<{ id: string; name: string; edition: string; headings: number }[]> {
	const ids = await database('vocabularies').orderBy(['loaded_at', 'id']).select<{ id: string }[]>('id');
	const all = await Promise.all(ids.map(({ id }) => openVocabulary(id)));
	return all
		.filter((one) => one !== null)
		.map(({ vocabulary }) => ({ id: vocabulary.id, name: vocabulary.name, edition: vocabulary.edition, headings: vocabulary.headings.length }));
}

export async function openVocabulary(id: string): Promise<OpenVocabulary | null> {
	const known = open.get(id);
	if (known) return known;
	const row = await database('vocabularies').where({ id }).first<{ data: unknown } | undefined>('data');
	if (!row) return null;
	if (!check(row.data)) throw new Error(`The vocabulary ${id} is damaged in the database: ${faultOf(check.errors)}`);
	const vocabulary = new Vocabulary(row.data);
	const opened = Promise.resolve({ vocabulary, lookup: new VocabularyLookup(vocabulary) });
	open.set(id, opened);
	return opened;
}

export async function openAllVocabularies(): Promise<OpenVocabulary[]> {
	const ids = await database('vocabularies').orderBy(['loaded_at', 'id']).select<{ id: string }[]>('id');
	return (await Promise.all(ids.map(({ id }) => openVocabulary(id)))).filter((one) => one !== null);
}

/** All vocabularies as a strategy sees them that is counted on a collection: those of the collection are its own. */
export async function vocabulariesFor(collection: string | null): Promise<OpenVocabulary[]> {
	const [all, row] = await Promise.all([
		openAllVocabularies(),
		collection === null ? undefined : database('collections').where({ id: collection }).first<{ vocabularies: string[] } | undefined>('vocabularies')
	]);
	return all.map((one) => ({ ...one, own: row?.vocabularies.includes(one.vocabulary.id) ?? false }));
}
