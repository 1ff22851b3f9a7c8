/**
 * Vocabularies of the installation: every edition is kept in the database, in parts; the newest is
 * opened once and held in memory. Its lookup is made bit by bit behind, so that a large vocabulary
 * stops nobody.
 */
import {
	headingSchema,
	Vocabulary,
	VocabularyLookup,
	vocabularySchema,
	type Heading,
	type OpenVocabulary,
	type VocabularyData
} from '@wide-lantern/core';
import type { Knex } from 'knex';
import type { VocabularyEntry } from '$lib/contract/vocabularies';
import { PART } from '$lib/contract/threads/vocabulary-reading';
import { createYielder } from '$lib/server/process';
import { catalogue, database, forgetCatalogue, hearNotices, hearOfGaps } from '$lib/server/database';
import { compileValidator, faultOf } from '$lib/server/http';

/** A vocabulary without its headings. */
export type VocabularyHead = Omit<VocabularyData, 'headings'>;

const { headings: _, ...headProperties } = vocabularySchema.properties;
const isHead = compileValidator<VocabularyHead>({
	type: 'object',
	required: ['id', 'name', 'edition', 'qualifiers'],
	additionalProperties: false,
	properties: headProperties
});
const areHeadings = compileValidator<Heading[]>({ type: 'array', items: headingSchema });

/** Editions of one vocabulary that are kept; the oldest go. */
const KEPT = 6;

interface Opened extends OpenVocabulary {
	/** Waits until everything can be looked up. */
	readonly looking: Promise<VocabularyLookup>;
}
const open = new Map<string, Promise<Opened>>();

/**
 * Saves an edition, whole or not at all; its number follows on the newest.
 * @param parts at most `PART` headings each, as JSON
 * @param confirm asked before it is committed; what it throws takes everything back
 */
export async function saveEdition(
	head: VocabularyHead,
	parts: Iterable<string> | AsyncIterable<string>,
	by: { readonly id: string | null; readonly name: string },
	confirm: (transaction: Knex.Transaction) => Promise<void> = () => Promise.resolve()
): Promise<number> {
	if (!isHead(head)) throw new Error(`This is not a vocabulary: ${faultOf(isHead.errors)}`);
	const { id } = head;
	const number = await database.transaction(async (transaction) => {
		await transaction('vocabularies')
			.insert({ id, edition: 0, person_id: by.id, loaded_at: new Date() })
			.onConflict('id')
			.ignore();
		// One edition at a time.
		const row = await transaction('vocabularies').where({ id }).forUpdate().first<{ edition: number }>('edition');
		const number = row.edition + 1;
		await transaction('vocabulary_editions').insert({
			vocabulary_id: id,
			number,
			head: JSON.stringify(head),
			headings: 0,
			person_name: by.name
		});
		let part = 0;
		for await (const headings of parts)
			await transaction('vocabulary_parts').insert({ vocabulary_id: id, number, part: part++, headings });
		const counted = await transaction('vocabulary_parts')
			.where({ vocabulary_id: id, number })
			.first<{ headings: string }>(transaction.raw('coalesce(sum(jsonb_array_length(headings)), 0) as headings'));
		await transaction('vocabulary_editions')
			.where({ vocabulary_id: id, number })
			.update({ headings: Number(counted.headings) });
		await transaction('vocabulary_editions')
			.where({ vocabulary_id: id })
			.where('number', '<=', number - KEPT)
			.delete();
		await transaction('vocabularies').where({ id }).update({ edition: number, loaded_at: new Date() });
		await confirm(transaction);
		return number;
	});
	forgetVocabulary(id);
	return number;
}

export function saveVocabulary({ headings, ...head }: VocabularyData): Promise<number> {
	function* parts() {
		for (let from = 0; from < headings.length; from += PART) yield JSON.stringify(headings.slice(from, from + PART));
	}
	return saveEdition(head, parts(), { id: null, name: '' });
}

/** After it has been changed or removed. */
export function forgetVocabulary(id: string): void {
	open.delete(id);
	forgetCatalogue();
}
// Another process has loaded an edition, or removed the vocabulary.
hearNotices((notice) => {
	if (notice.kind === 'vocabulary') open.delete(notice.vocabulary);
});
hearOfGaps(() => {
	open.clear();
});

interface EditionRow {
	vocabulary_id: string;
	number: number;
	head: VocabularyHead;
	headings: number;
	person_name: string;
	taken_at: Date;
}

export async function listVocabularies(): Promise<VocabularyEntry[]> {
	const [rows, editions] = await Promise.all([
		database('vocabularies')
			.orderBy(['loaded_at', 'id'])
			.select<{ id: string; person_id: string | null }[]>('id', 'person_id'),
		database('vocabulary_editions').orderBy('number', 'desc').select<EditionRow[]>()
	]);
	return rows.flatMap(({ id, person_id }) => {
		const own = editions.filter((one) => one.vocabulary_id === id);
		const [newest] = own;
		if (!newest) return [];
		return [
			{
				id,
				name: newest.head.name,
				edition: newest.head.edition,
				headings: newest.headings,
				owner: person_id,
				editions: own.map((one) => ({
					number: one.number,
					edition: one.head.edition,
					date: one.head.date ?? null,
					headings: one.headings,
					by: one.person_name,
					takenOn: one.taken_at.toISOString().slice(0, 10),
					takenAt: one.taken_at.getTime()
				}))
			}
		];
	});
}

/** The headings of an edition, checked; null where it is not kept. */
export async function editionOf(
	id: string,
	number: number
): Promise<{ readonly head: VocabularyHead; readonly headings: readonly Heading[] } | null> {
	const row = await database('vocabulary_editions')
		.where({ vocabulary_id: id, number })
		.first<{ head: unknown } | undefined>('head');
	if (!row) return null;
	if (!isHead(row.head)) throw new Error(`The vocabulary ${id} is damaged in the database: ${faultOf(isHead.errors)}`);
	const headings: Heading[] = [];
	for (let part = 0; ; part++) {
		const next = await database('vocabulary_parts')
			.where({ vocabulary_id: id, number, part })
			.first<{ headings: unknown } | undefined>('headings');
		if (!next) return { head: row.head, headings };
		if (!areHeadings(next.headings))
			throw new Error(`The vocabulary ${id} is damaged in the database: part ${part}${faultOf(areHeadings.errors)}`);
		for (const heading of next.headings) headings.push(heading);
	}
}

export async function openVocabulary(id: string): Promise<OpenVocabulary | null> {
	return opened(id);
}

/** The vocabulary with its lookup, which may take seconds where it is large and was just loaded. */
export async function lookupOf(
	id: string
): Promise<{ readonly vocabulary: Vocabulary; readonly lookup: VocabularyLookup } | null> {
	const known = await opened(id);
	return known && { vocabulary: known.vocabulary, lookup: await known.looking };
}

async function opened(id: string): Promise<Opened | null> {
	const known = open.get(id);
	if (known) return known;
	const entry = (await catalogue()).vocabularies.find((one) => one.id === id);
	if (!entry) return null;
	// Somebody else may have begun meanwhile.
	const meanwhile = open.get(id);
	if (meanwhile) return meanwhile;
	const opening = load(id, entry.edition);
	open.set(id, opening);
	opening.catch(() => open.get(id) === opening && open.delete(id));
	return opening;
}

async function load(id: string, number: number): Promise<Opened> {
	const edition = await editionOf(id, number);
	if (!edition) throw new Error(`The vocabulary ${id} is damaged in the database: it has no edition ${number}.`);
	const vocabulary = new Vocabulary({ ...edition.head, headings: [...edition.headings] });
	let ready: VocabularyLookup | null = null;
	const looking = VocabularyLookup.inSteps(vocabulary, createYielder()).then((lookup) => (ready = lookup));
	looking.catch(() => undefined);
	// A small one is ready before anybody asks.
	if (vocabulary.headings.length <= 5_000) await looking;
	return { vocabulary, looking, lookup: { nearest: (typed, most) => ready?.nearest(typed, most) ?? [] } };
}

export async function openAllVocabularies(): Promise<OpenVocabulary[]> {
	const { vocabularies } = await catalogue();
	return (await Promise.all(vocabularies.map(({ id }) => openVocabulary(id)))).filter((one) => one !== null);
}

/** All vocabularies as a strategy sees them that is counted on a collection: those of the collection are its own. */
export async function vocabulariesFor(collection: string | null): Promise<OpenVocabulary[]> {
	const [all, { collections }] = await Promise.all([openAllVocabularies(), catalogue()]);
	const own = collections.find((one) => one.id === collection)?.vocabularies ?? [];
	return all.map((one) => ({ ...one, own: own.includes(one.vocabulary.id) }));
}
