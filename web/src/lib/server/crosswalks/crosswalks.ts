/**
 * What another vocabulary calls a heading: suggestions, made from both vocabularies and from the works
 * that two collections both hold, and the decisions that searchers have made, each with its name.
 */
import { Crosswalk, type Suggestion, type Vocabulary } from '@wide-lantern/core';
import { LRUCache } from 'lru-cache';
import type { Decision, DecisionRequest, MappingKind } from '$lib/contract/crosswalks';
import { catalogue, database } from '$lib/server/database';
import { listCollections } from '$lib/server/collections';
import { createYielder, log } from '$lib/server/process';
import type { Actor } from '$lib/server/http';
import { openVocabulary } from '$lib/server/vocabularies';
import { sharedWorks } from './shared-works';

/**
 * By the pair, and by what it was made from. They hold all words of both vocabularies, so that only as many are kept
 * as six vocabularies have pairs.
 */
const made = new LRUCache<string, { readonly madeFrom: string; readonly crosswalk: Promise<Crosswalk> }>({ max: 30 });

/** Makes the crosswalks between all vocabularies that index a collection, one after the other, before anybody asks. */
export async function warmCrosswalks(): Promise<void> {
	const ids = (await listCollections()).flatMap((one) => one.vocabularies);
	for (const from of new Set(ids)) for (const to of new Set(ids)) if (from !== to) await crosswalkOf(from, to);
}

async function crosswalkOf(from: string, to: string): Promise<Crosswalk | null> {
	const [own, other] = await Promise.all([openVocabulary(from), openVocabulary(to)]);
	if (!own || !other) return null;
	const { collections, vocabularies } = await catalogue();
	const madeFrom = JSON.stringify([
		collections.filter((one) => one.vocabularies.includes(from) || one.vocabularies.includes(to)),
		vocabularies.filter(({ id }) => id === from || id === to)
	]);
	const key = `${from} ${to}`;
	const known = made.get(key);
	if (known?.madeFrom === madeFrom) return known.crosswalk;
	const crosswalk = makeCrosswalk(own.vocabulary, other.vocabulary);
	made.set(key, { madeFrom, crosswalk });
	crosswalk.catch(() => made.delete(key));
	return crosswalk;
}

async function makeCrosswalk(from: Vocabulary, to: Vocabulary): Promise<Crosswalk> {
	const works = await sharedWorks(from.id, to.id);
	const started = performance.now();
	const crosswalk = await Crosswalk.inSteps(from, to, works, createYielder());
	const milliseconds = Math.round(performance.now() - started);
	log('info', 'crosswalk-made', { from: from.id, to: to.id, works: works.length, milliseconds });
	return crosswalk;
}

/** Suggestions for a heading, the likeliest first; null where one of the vocabularies is not loaded. */
export async function suggestionsFor(
	from: string,
	heading: string,
	to: string,
	most: number
): Promise<Suggestion[] | null> {
	return (await crosswalkOf(from, to))?.suggest(heading, most) ?? null;
}

interface Row {
	number: number;
	from_heading: string;
	targets: string[];
	kind: MappingKind;
	reason: string;
	person_name: string;
	decided_at: Date;
}
const COLUMNS = ['number', 'from_heading', 'targets', 'kind', 'reason', 'person_name', 'decided_at'] as const;
const decisionOf = (row: Row): Decision => ({
	number: row.number,
	kind: row.kind,
	targets: row.targets,
	reason: row.reason,
	by: row.person_name,
	on: row.decided_at.toISOString().slice(0, 10)
});

/** Decisions on a heading, the newest first. */
export async function decisionsOn(from: string, heading: string, to: string): Promise<Decision[]> {
	const rows = await database('mappings')
		.where({ from_vocabulary: from, from_heading: heading, to_vocabulary: to })
		.orderBy('number', 'desc')
		.select<Row[]>(...COLUMNS);
	return rows.map(decisionOf);
}

export type Decided =
	| { readonly outcome: 'saved'; readonly decision: Decision }
	| { readonly outcome: 'overtaken'; readonly decision: Decision }
	| { readonly outcome: 'refused'; readonly message: string };

/** Saves a decision, unless another was made since the one that was seen. */
export async function decide(
	from: string,
	heading: string,
	to: string,
	request: DecisionRequest,
	actor: Actor
): Promise<Decided> {
	const [own, other] = await Promise.all([openVocabulary(from), openVocabulary(to)]);
	if (!own?.vocabulary.get(heading) || !other)
		return {
			outcome: 'refused',
			message: 'This heading or the other vocabulary is not loaded here. Nothing was changed.'
		};
	const unknown = request.targets.filter((one) => !other.vocabulary.get(one));
	if (unknown.length > 0)
		return {
			outcome: 'refused',
			message: `${other.vocabulary.name} has no heading ${unknown.join(', ')}. Nothing was changed.`
		};
	return database.transaction(async (transaction): Promise<Decided> => {
		// One decision on a vocabulary at a time.
		await transaction('vocabularies').where({ id: from }).forUpdate().select('id');
		const newest = await transaction('mappings')
			.where({ from_vocabulary: from, from_heading: heading, to_vocabulary: to })
			.orderBy('number', 'desc')
			.first<Row | undefined>(...COLUMNS);
		if (newest && newest.number !== request.seen) return { outcome: 'overtaken', decision: decisionOf(newest) };
		const [row] = (await transaction('mappings')
			.insert({
				from_vocabulary: from,
				from_heading: heading,
				to_vocabulary: to,
				targets: JSON.stringify(request.targets),
				kind: request.kind,
				reason: request.reason,
				person_id: actor.id,
				person_name: actor.name
			})
			.returning([...COLUMNS])) as Row[];
		if (!row) throw new Error('The decision was not stored.');
		return { outcome: 'saved', decision: decisionOf(row) };
	});
}

/** The newest decision on every heading of a vocabulary, for the export. */
export async function allDecisions(
	from: string
): Promise<{ readonly heading: string; readonly to: string; readonly decision: Decision }[]> {
	const rows = await database('mappings')
		.where({ from_vocabulary: from })
		.distinctOn('from_heading', 'to_vocabulary')
		.orderBy([{ column: 'from_heading' }, { column: 'to_vocabulary' }, { column: 'number', order: 'desc' }])
		.select<(Row & { to_vocabulary: string })[]>(...COLUMNS, 'to_vocabulary');
	return rows.map((row) => ({ heading: row.from_heading, to: row.to_vocabulary, decision: decisionOf(row) }));
}
