/**
 * A notion is what a work can be about, whatever a vocabulary calls it. The three vocabularies are
 * three ways of cutting and naming the same notions; what they have in common is known exactly, and
 * is the measure of every suggestion.
 */
export interface Notion {
	readonly id: string;
	readonly kind:
		| 'branch'
		| 'system'
		| 'organ'
		| 'state'
		| 'act'
		| 'medicine'
		| 'group'
		| 'nursing'
		| 'method'
		| 'person'
		| 'place'
		| 'thing';
	/** Notions that stand above it. */
	readonly under: readonly string[];
	/** Where some vocabularies see it a second time. */
	readonly also?: string;
	/** Names from Greek and Latin, the likeliest first. */
	readonly learned: readonly string[];
	/** Names in plain words, the likeliest first. */
	readonly plain: readonly string[];
	/** Invented trade names of a medicine. */
	readonly trade?: readonly string[];
	/** What Tidewater does with it: a heading of its own, one of its system, none, or some of them. */
	readonly tidewater: 'own' | 'coarse' | 'none' | 'some';
}

export type VocabularyId = 'skerry' | 'tidewater' | 'corran';

/** A whole number from a text, the same on every machine (FNV-1a). */
export function hashOf(text: string): number {
	let hash = 0x811c9dc5;
	for (let at = 0; at < text.length; at++) hash = Math.imul(hash ^ text.charCodeAt(at), 0x01000193);
	hash ^= hash >>> 15;
	hash = Math.imul(hash, 0x2c1b3c6d);
	return (hash ^ (hash >>> 13)) >>> 0;
}
