/** @wide-lantern/standins: the invented world: vocabulary, records, profiles, and the demo enquiry. */
import { readTurtle, type Profile, type VocabularyData } from '@wide-lantern/core';
import skerryTurtle from '../vocabularies/skerry.ttl?raw';
import skerryProfile from '../profiles/skerry.json';
import wherryProfile from '../profiles/wherry.json';

export { makeWorld, type World } from './world/generate.ts';
export { demoEnquiry, DEMO_QUESTION } from './demo/enquiry.ts';

/** Skerry's own headings, read from the Turtle that ships. */
export function skerryVocabulary(): VocabularyData {
	const { vocabulary, faults } = readTurtle(skerryTurtle, 'skerry');
	if (!vocabulary) throw new Error(`Skerry's vocabulary cannot be read: ${faults[0]?.message ?? ''}`);
	return vocabulary;
}

/** The profiles that ship, as data still to be validated at the door. */
export const shippedProfiles: readonly unknown[] = [skerryProfile, wherryProfile];
export type { Profile };
