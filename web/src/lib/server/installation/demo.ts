/** The demo: its vocabulary, records, profiles and enquiry, loaded once; and the one-click door's person. */
import { randomUUID } from 'node:crypto';
import { Vocabulary } from '@wide-lantern/core';
import {
	demoEnquiry,
	demoExports,
	makeWorld,
	shippedProfiles,
	shippedVocabularies,
	SOURCES
} from '@wide-lantern/standins';
import { digestCollection, storeCollection, shipsAs } from '$lib/server/collections';
import { config, log } from '$lib/server/process';
import { database } from '$lib/server/database';
import { addEnquiry, loadShippedParts } from '$lib/server/enquiries';
import { loadShippedProfiles } from '$lib/server/platforms';
import { beginImport, saveRecipe } from '$lib/server/references';
import { saveVocabulary } from '$lib/server/vocabularies';

const SEARCHER = { email: 'ines@demo.example', name: 'Ines Halcroft' } as const;

/** Of the advisory lock that is held while it is loaded: any number that nothing else uses. */
const LOADING = 7_240_411;

/** Loads what ships, once: what an administrator has removed stays removed. The demo comes back in demo mode only. */
export async function loadShipped(): Promise<void> {
	// Two processes that start at once must not both load it: the second waits, and finds it there.
	await database.transaction(async (transaction) => {
		await transaction.raw('select pg_advisory_xact_lock(?)', [LOADING]);
		await load();
	});
}

async function load(): Promise<void> {
	const loaded =
		(await database('done_once').where({ what: 'shipped-data' }).first<{ what: string } | undefined>('what')) !==
		undefined;
	const demo = config.demo && !(await demoPerson());
	await loadShippedProfiles(shippedProfiles, loaded);
	const known =
		(await database('done_once').where({ what: 'shipped-digests' }).first<{ what: string } | undefined>('what')) !==
		undefined;
	if (loaded && known && !demo) return loadShippedParts();
	const started = performance.now();
	const cut = shippedVocabularies();
	const world = makeWorld(cut, config.works);
	if (!loaded) {
		for (const vocabulary of Object.values(cut.vocabularies)) await saveVocabulary(vocabulary);
		for (const { id, name, vocabulary } of SOURCES)
			await storeCollection(
				{ id, name: `${name}, sample`, takenOn: '2026-11-20', vocabularies: vocabulary === null ? [] : [vocabulary] },
				world.records[id]
			);
		await database('done_once').insert({ what: 'shipped-data' });
	}
	if (!known) {
		for (const { id } of SOURCES) {
			await shipsAs(id, world.records[id]);
			if (loaded) await digestCollection(id);
		}
		await database('done_once').insert({ what: 'shipped-digests' });
	}
	if (demo) {
		const id = randomUUID();
		await database('people').insert({ id, ...SEARCHER, password_hash: null, administrator: false });
		const enquiry = await addEnquiry(demoEnquiry(new Vocabulary(cut.vocabularies.skerry), world), id);
		const searcher = { ...SEARCHER, id, administrator: false };
		for (const { text, ...file } of demoExports(world, cut)) {
			if (file.recipe) await saveRecipe(file.recipe.name, file.recipe.recipe, searcher);
			await beginImport(
				enquiry,
				{ ...file, purpose: 'rough search', again: false },
				new Blob([text]).stream(),
				searcher
			);
		}
	}
	await loadShippedParts();
	log('info', 'shipped-data-loaded', {
		works: world.works.length,
		milliseconds: Math.round(performance.now() - started)
	});
}

/** The searcher of the demo, or null where the demo is not loaded. */
export async function demoPerson(): Promise<string | null> {
	const row = await database('people')
		.where({ email: SEARCHER.email })
		.whereNull('password_hash')
		.first<{ id: string } | undefined>('id');
	return row?.id ?? null;
}
