/**
 * Two threads build one index: each reads a half of the records, then one joins words, fields and
 * places while the other joins records and everything else, and both put what they have made into the
 * memory of the index. What is handed over changes hands whole, nothing is copied but the words. How
 * messages travel is the caller's matter.
 */
import { CollectionIndex } from './collection-index.ts';
import { joinedPlaces, joinedWords, RecordJoiner } from './joining.ts';
import { Kernel } from './kernel.ts';
import { bytesOfSections, putSections, Sealing, type SectionBytes } from './layout.ts';
import {
	memoryOf,
	type IndexPart,
	type PartRecords,
	type PlainWords,
	type StretchPairs,
	type StretchPlaces
} from './part.ts';
import { wordSections } from './sealing.ts';
import { StringTable } from './string-table.ts';
import { triplesOf } from './word-list.ts';

/** In the order in which they are sent. */
export type HandMessage =
	/** First to second, and second to first: what the other joins. */
	| { readonly kind: 'words'; readonly words: PlainWords; readonly places: readonly StretchPlaces[] }
	| { readonly kind: 'pairs'; readonly pairs: readonly StretchPairs[]; readonly records: PartRecords }
	/** Second to first: all words; then how much room the second needs. */
	| { readonly kind: 'table'; readonly table: PlainWords; readonly owns: readonly Int32Array[] }
	| { readonly kind: 'sizes'; readonly bytes: SectionBytes }
	/** First to second: the memory of the index, and where the second's sections begin. */
	| { readonly kind: 'room'; readonly buffer: SharedArrayBuffer; readonly places: SectionBytes }
	/** Second to first: they are there. */
	| { readonly kind: 'put'; readonly sums: SectionBytes };
type Kind = HandMessage['kind'];

export const handMessageSchema = {
	type: 'object',
	required: ['kind'],
	properties: { kind: { enum: ['words', 'pairs', 'table', 'sizes', 'room', 'put'] } }
} as const;

/** The way to the other hand. */
export interface HandPort {
	/** @param memory goes over and cannot be used here any more */
	post(message: HandMessage, memory: ArrayBuffer[]): void;
	/** The next message, in the order in which they were sent. */
	next(): Promise<HandMessage>;
}

async function expected<Wanted extends Kind>(
	port: HandPort,
	kind: Wanted
): Promise<Extract<HandMessage, { readonly kind: Wanted }>> {
	const message = await port.next();
	if (message.kind !== kind) throw new Error(`The other thread sent ${message.kind} where ${kind} was due.`);
	return message as Extract<HandMessage, { readonly kind: Wanted }>;
}

/** @param part the first records of the collection */
export async function firstHand(part: IndexPart, port: HandPort, madeFrom: string): Promise<CollectionIndex> {
	const { words, places, pairs, records } = part;
	port.post({ kind: 'words', words, places }, memoryOf([words, places]));
	const other = await expected(port, 'pairs');
	const joiner = new RecordJoiner([{ pairs, records }, other], madeFrom);
	const { table, owns } = await expected(port, 'table');
	const own = joiner.join({ table: new StringTable(table.bytes, table.starts), owns });
	const { bytes } = await expected(port, 'sizes');
	const sealing = new Sealing({ ...bytes, ...bytesOfSections(own) });
	port.post({ kind: 'room', buffer: sealing.buffer, places: sealing.placesOf(bytes) }, []);
	sealing.put(own);
	const { sums } = await expected(port, 'put');
	sealing.taken(sums);
	return CollectionIndex.sealed(sealing.finish());
}

/** @param part the records behind those of the first hand */
export async function secondHand(part: IndexPart, port: HandPort): Promise<void> {
	const { words, places, pairs, records } = part;
	port.post({ kind: 'pairs', pairs, records }, memoryOf([pairs, records]));
	const other = await expected(port, 'words');
	const joined = joinedWords([other.words, words]);
	const { table, owns } = joined;
	port.post({ kind: 'table', table: { bytes: table.bytes, starts: table.starts }, owns }, []);
	const kernel = Kernel.take();
	// Places last, since the kernel holds them.
	const own = {
		...wordSections(table, kernel),
		...triplesOf(table),
		...joinedPlaces([other.places, places], joined, kernel)
	};
	port.post({ kind: 'sizes', bytes: bytesOfSections(own) }, []);
	const room = await expected(port, 'room');
	port.post({ kind: 'put', sums: putSections(room.buffer, room.places, own) }, []);
	kernel.free();
}
