/**
 * Two threads build one index: each reads a half of the records, then one joins words and places
 * while the other joins pairs and everything else. Memory changes hands whole, nothing is copied but
 * the words. How messages travel is the caller's matter.
 */
import type { CollectionIndex } from './collection-index.ts';
import { joinedPlaces, joinedWords, PairJoiner } from './joining.ts';
import type { PlaceSections } from './postings-writer.ts';
import { memoryOf, type IndexPart, type PartRecords, type PlainWords, type StretchPairs, type StretchPlaces } from './part.ts';
import { StringTable } from './string-table.ts';
import { WordList, type WordListParts } from './word-list.ts';

/** In the order in which they are sent: one to the second hand, then four to the first. */
export type HandMessage =
	| { readonly kind: 'words'; readonly words: PlainWords; readonly places: readonly StretchPlaces[] }
	| { readonly kind: 'pairs'; readonly pairs: readonly StretchPairs[]; readonly records: PartRecords }
	| { readonly kind: 'table'; readonly table: PlainWords; readonly owns: readonly Int32Array[] }
	| { readonly kind: 'places'; readonly places: PlaceSections }
	| { readonly kind: 'list'; readonly list: Omit<WordListParts, 'words'> };
type Kind = HandMessage['kind'];

export const handMessageSchema = {
	type: 'object',
	required: ['kind'],
	properties: { kind: { enum: ['words', 'pairs', 'table', 'places', 'list'] } }
} as const;

/** The way to the other hand. */
export interface HandPort {
	/** @param memory goes over and cannot be used here any more */
	post(message: HandMessage, memory: ArrayBuffer[]): void;
	/** The next message, in the order in which they were sent. */
	next(): Promise<HandMessage>;
}

async function expected<Wanted extends Kind>(port: HandPort, kind: Wanted): Promise<Extract<HandMessage, { readonly kind: Wanted }>> {
	const message = await port.next();
	if (message.kind !== kind) throw new Error(`The other thread sent ${message.kind} where ${kind} was due.`);
	return message as Extract<HandMessage, { readonly kind: Wanted }>;
}

/** @param part the first records of the collection */
export async function firstHand(part: IndexPart, port: HandPort, madeFrom: string): Promise<CollectionIndex> {
	const { words, places, pairs, records } = part;
	port.post({ kind: 'words', words, places }, memoryOf([words, places]));
	const other = await expected(port, 'pairs');
	const joiner = new PairJoiner([{ pairs, records }, other]);
	const { table, owns } = await expected(port, 'table');
	const all = new StringTable(table.bytes, table.starts);
	const whole = joiner.join({ table: all, owns });
	const { places: allPlaces } = await expected(port, 'places');
	const { list } = await expected(port, 'list');
	return whole(allPlaces, { words: all, ...list }, madeFrom);
}

/** @param part the records behind those of the first hand */
export async function secondHand(part: IndexPart, port: HandPort): Promise<void> {
	const { words, places, pairs, records } = part;
	port.post({ kind: 'pairs', pairs, records }, memoryOf([pairs, records]));
	const other = await expected(port, 'words');
	const joined = joinedWords([other.words, words]);
	const { table, owns } = joined;
	port.post({ kind: 'table', table: { bytes: table.bytes, starts: table.starts }, owns }, []);
	const allPlaces = joinedPlaces([other.places, places], joined);
	port.post({ kind: 'places', places: allPlaces }, memoryOf(allPlaces));
	const { backwards, triples, tripleStarts, tripleWords } = WordList.parts(table);
	const list = { backwards, triples, tripleStarts, tripleWords };
	port.post({ kind: 'list', list }, memoryOf(list));
}
