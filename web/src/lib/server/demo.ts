/** The demo: its vocabulary, records, profiles and enquiry, loaded once; and the one-click door's person. */
import { randomUUID } from 'node:crypto';
import { Vocabulary } from '@wide-lantern/core';
import { demoEnquiry, makeWorld, shippedProfiles, skerryVocabulary } from '@wide-lantern/standins';
import { listCollections, saveCollection } from './collections';
import { config } from './config';
import { database } from './database';
import { addEnquiry } from './enquiries';
import { log } from './log';
import { saveProfile } from './profiles';
import { saveVocabulary } from './vocabularies';

const SEARCHER = { email: 'ines@demo.example', name: 'Ines Halcroft' } as const;

/** Loads what ships: the stand-in source always, the demo's person and enquiry in demo mode. */
export async function loadShipped(): Promise<void> {
	const loaded = await listCollections();
	if (loaded.some((one) => one.id === 'skerry') && (!config.demo || (await demoPerson()))) return;
	const started = performance.now();
	const data = skerryVocabulary();
	const vocabulary = new Vocabulary(data);
	const world = makeWorld(vocabulary);
	await saveVocabulary(data);
	for (const profile of shippedProfiles) await saveProfile(profile);
	if (!loaded.some((one) => one.id === 'skerry'))
		await saveCollection({ id: 'skerry', name: 'Skerry Health Abstracts, sample', takenOn: '2026-11-20', vocabularies: ['skerry'] }, world.records);
	if (config.demo && !(await demoPerson())) {
		const id = randomUUID();
		await database('people').insert({ id, ...SEARCHER, password_hash: null, administrator: false });
		await addEnquiry(demoEnquiry(vocabulary, world), id);
	}
	log('info', 'shipped-data-loaded', { records: world.records.length, milliseconds: Math.round(performance.now() - started) });
}

/** The searcher of the demo, or null where the demo is not loaded. */
export async function demoPerson(): Promise<string | null> {
	const row = await database('people').where({ email: SEARCHER.email }).whereNull('password_hash').first<{ id: string } | undefined>('id');
	return row?.id ?? null;
}
