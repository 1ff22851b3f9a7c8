/** @wide-lantern/standins: the invented world: vocabularies, works and their records, profiles, and the demo enquiry. */
import { readTurtle, type Profile } from '@wide-lantern/core';
import skerryTurtle from '../vocabularies/skerry.ttl?raw';
import skerryProfile from '../profiles/skerry.json';
import tidewaterProfile from '../profiles/tidewater.json';
import corranProfile from '../profiles/corran.json';
import fairwayProfile from '../profiles/fairway.json';
import wherryProfile from '../profiles/wherry.json';
import { cutVocabularies, type Cut } from './vocabularies/cut.ts';

export { makeWorld, FULL_WORKS, START_UP_WORKS, type World } from './world/generate.ts';
export { exportWorld, type ExportedReference } from './world/exports.ts';
export { SOURCES, type SourceId } from './world/sources.ts';
export { trueMappings, type TrueMapping } from './vocabularies/mapping.ts';
export { cutVocabularies, type Cut } from './vocabularies/cut.ts';
export type { VocabularyId } from './vocabularies/notion.ts';
export { shippedFilters, type ShippedFilter } from './filters.ts';
export { demoEnquiry, DEMO_QUESTION } from './demo/enquiry.ts';
export { demoExports, type DemoExport } from './demo/exports.ts';

/** The three vocabularies: Skerry's core is read from the Turtle that ships, all else is made by rule. */
export function shippedVocabularies(): Cut {
	const { vocabulary, faults } = readTurtle(skerryTurtle, 'skerry');
	if (!vocabulary) throw new Error(`Skerry's vocabulary cannot be read: ${faults[0]?.message ?? ''}`);
	return cutVocabularies(vocabulary);
}

/** The profiles that ship, as data still to be validated at the door. */
export const shippedProfiles: readonly unknown[] = [
	skerryProfile,
	tidewaterProfile,
	corranProfile,
	wherryProfile,
	fairwayProfile
];
export type { Profile };
export { answerSru, readQuery, type Answer, type Holdings } from './sru/service.ts';
export { parseCql, writeCql, type Cql } from './sru/cql.ts';
export { meaningOf, CqlRefused } from './sru/meaning.ts';
export { DIAGNOSTICS } from './sru/diagnostics.ts';
