/**
 * What another vocabulary calls a heading: suggestions, made from both vocabularies and from the works
 * that two collections both hold, and the decisions that searchers have made, each with its name.
 */
import {
	Crosswalk,
	recordSchema,
	sameWorks,
	type BibliographicRecord,
	type SharedWork,
	type Suggestion
} from '@wide-lantern/core';
import type { Decision, DecisionRequest, MappingKind } from '$lib/contract/crosswalks';
import { catalogue, database } from '$lib/server/database';
import { listCollections, recordsOf } from '$lib/server/collections';
import { createYielder, log } from '$lib/server/process';
import { type Actor, compileValidator } from '$lib/server/http';
import { openVocabulary } from '$lib/server/vocabularies';

/** Records of each collection that are compared, at most: evidence grows little beyond. */
const COMPARED = 20_000;
const isRecord = compileValidator<BibliographicRecord>(recordSchema);
/** By the pair, and by what it was made from. */
const made = new Map<string, { readonly from: string; readonly crosswalk: Promise<Crosswalk> }>();

async function firstRecords(collection: string): Promise<BibliographicRecord[]> {
	const records: BibliographicRecord[] = [];
	for await (const record of recordsOf(collection)) {
		if (isRecord(record)) records.push(record);
		if (records.length >= COMPARED) break;
	}
	return records;
}

/** Works that two collections both hold, by the pair in alphabetical order: both directions of a crosswalk use them. */
const shared = new Map<string, { readonly from: string; readonly works: Promise<readonly SharedWork[]> }>();

async function worksOf(
	left: string,
	right: string,
	from: string,
	to: string,
	madeFrom: readonly string[]
): Promise<readonly SharedWork[]> {
	if (from > to)
		return (await worksOf(right, left, to, from, madeFrom)).map((work) => ({ from: work.to, to: work.from }));
	const key = `${from} ${to}`;
	// Independent of the order in which the two are named.
	const stamp = [...madeFrom].sort().join('\n');
	const known = shared.get(key);
	if (known?.from === stamp) return known.works;
	const works = (async () => {
		const [mine, theirs] = [await firstRecords(left), await firstRecords(right)];
		const given = (record: BibliographicRecord | undefined, vocabulary: string) =>
			(record?.headings ?? []).filter((one) => one.vocabulary === vocabulary).map((one) => one.heading);
		return sameWorks(mine, theirs).map(([a, b]) => ({ from: given(mine[a], from), to: given(theirs[b], to) }));
	})();
	shared.set(key, { from: stamp, works });
	works.catch(() => shared.delete(key));
	return works;
}

/** Makes the crosswalks between all vocabularies that index a collection, one after the other, before anybody asks. */
export async function warmCrosswalks(): Promise<void> {
	const ids = (await listCollections()).flatMap((one) => one.vocabularies);
	for (const from of new Set(ids)) for (const to of new Set(ids)) if (from !== to) await crosswalkOf(from, to);
}

async function crosswalkOf(from: string, to: string): Promise<Crosswalk | null> {
	const [own, other] = await Promise.all([openVocabulary(from), openVocabulary(to)]);
	if (!own || !other) return null;
	const { collections, vocabularies } = await catalogue();
	const holding = (vocabulary: string) => collections.find((one) => one.vocabularies.includes(vocabulary)) ?? null;
	const [left, right] = [holding(from), holding(to)];
	const stampOf = (vocabulary: string, collection: typeof left) =>
		JSON.stringify([collection, vocabularies.find((one) => one.id === vocabulary)]);
	const sides = [stampOf(from, left), stampOf(to, right)];
	const madeFrom = sides.join('\n');
	const key = `${from} ${to}`;
	const known = made.get(key);
	if (known?.from === madeFrom) return known.crosswalk;
	const crosswalk = (async () => {
		const started = performance.now();
		const works = left && right ? await worksOf(left.id, right.id, from, to, sides) : [];
		const result = await Crosswalk.inSteps(own.vocabulary, other.vocabulary, works, createYielder());
		log('info', 'crosswalk-made', {
			from,
			to,
			works: works.length,
			milliseconds: Math.round(performance.now() - started)
		});
		return result;
	})();
	made.set(key, { from: madeFrom, crosswalk });
	crosswalk.catch(() => made.delete(key));
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
