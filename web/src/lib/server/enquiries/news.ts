/** SavedByOthers of an enquiry to every open window: what was edited, by whom, at which revision; and which kinds of facts were added. */
import { EventEmitter } from 'node:events';
import type { Edit } from '@wide-lantern/core';
import type { SavedByOthers } from '$lib/contract/enquiries';
import type { FactKind } from '$lib/contract/facts';
import { database, hearChanges, hearJobs, hearNotices } from '$lib/server/database';
import { errorFacts, log } from '$lib/server/process';

const emitter = new EventEmitter();
emitter.setMaxListeners(0);

export function publish(enquiry: string, news: SavedByOthers): void {
	emitter.emit(enquiry, news);
}

/** Calls back with every piece of news until the returned function is called. */
export function listen(enquiry: string, hear: (news: SavedByOthers) => void): () => void {
	emitter.on(enquiry, hear);
	return () => emitter.off(enquiry, hear);
}

/** Tables of facts, and what windows call them. */
const FACTS: Readonly<Record<string, FactKind>> = {
	judgements: 'judgements',
	runs: 'runs',
	run_withdrawals: 'runs',
	comparisons: 'runs',
	sign_offs: 'sign-offs',
	pair_decisions: 'duplicates'
};
hearChanges(({ table, key }) => {
	const kind = FACTS[table];
	if (kind) emitter.emit(`facts ${key}`, kind);
});

hearJobs(({ enquiry }) => {
	if (enquiry !== null) emitter.emit(`facts ${enquiry}`, 'jobs' satisfies FactKind);
});

/** Calls back when facts were added, in whichever process, until the returned function is called. */
export function listenToFacts(enquiry: string, hear: (kind: FactKind) => void): () => void {
	emitter.on(`facts ${enquiry}`, hear);
	return () => emitter.off(`facts ${enquiry}`, hear);
}

/** What was saved by another process, in the order in which it was saved. */
let reading: Promise<void> = Promise.resolve();
hearNotices((notice) => {
	if (notice.kind !== 'edited' || emitter.listenerCount(notice.enquiry) === 0) return;
	const { enquiry, revision } = notice;
	reading = reading
		.then(async () => {
			const row = await database('commands')
				.leftJoin('people', 'people.id', 'commands.person_id')
				.where({ enquiry_id: enquiry, revision })
				.first<{ client: string; edits: Edit[]; name: string | null } | undefined>(
					'commands.client',
					'commands.edits',
					'people.name'
				);
			if (row) publish(enquiry, { revision, client: row.client, by: row.name ?? '', edits: row.edits });
		})
		.catch((error: unknown) => {
			log('error', 'news-not-read', errorFacts(error));
		});
});
