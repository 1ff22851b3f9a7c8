/**
 * Works that two collections both hold, with the headings that each gives them: found once by a job, in whichever
 * process, and kept until one of the collections changes.
 */
import { recordSchema, sameWorksInSteps, type BibliographicRecord, type SharedWork } from '@wide-lantern/core';
import { recordsOf } from '$lib/server/collections';
import { giveWay } from '$lib/server/computing';
import { catalogue, database, type CatalogueCollection } from '$lib/server/database';
import { compileValidator } from '$lib/server/http';
import { defineJob, endOf, JobRefused, startOrJoin, type RunningJob } from '$lib/server/jobs';
import { createYielder } from '$lib/server/process';

/** Records of each collection that are compared, at most: evidence grows little beyond. */
const COMPARED = 20_000;
/** Seconds. */
const LONGEST = 900;
const isRecord = compileValidator<BibliographicRecord>(recordSchema);

const strings = { type: 'array', items: { type: 'string' } } as const;
const isWorks = compileValidator<SharedWork[]>({
	type: 'array',
	items: {
		type: 'object',
		required: ['from', 'to'],
		additionalProperties: false,
		properties: { from: strings, to: strings }
	}
});

interface WorksRequest {
	/** The two vocabularies, in alphabetical order; both directions of a crosswalk use their works. */
	readonly vocabularies: readonly [string, string];
	readonly collections: readonly [string, string];
	readonly madeFrom: string;
}
const pair = { type: 'array', items: { type: 'string' }, minItems: 2, maxItems: 2 } as const;

const worksJob = defineJob<'works', WorksRequest>({
	name: 'works',
	isRequest: compileValidator<WorksRequest>({
		type: 'object',
		required: ['vocabularies', 'collections', 'madeFrom'],
		additionalProperties: false,
		properties: { vocabularies: pair, collections: pair, madeFrom: { type: 'string' } }
	}),
	atOnce: 1,
	longest: LONGEST,
	repeatable: false,
	run: find
});

/** The collections that two vocabularies index, as they are now; null where one of them indexes none. */
async function requestFor(vocabularies: readonly [string, string]): Promise<WorksRequest | null> {
	const { collections } = await catalogue();
	const indexed = (vocabulary: string) => collections.find((one) => one.vocabularies.includes(vocabulary));
	const [left, right] = [indexed(vocabularies[0]), indexed(vocabularies[1])];
	if (!left || !right) return null;
	const stampOf = ({ id, size, loadedAt }: CatalogueCollection) => [id, size, loadedAt];
	return {
		vocabularies,
		collections: [left.id, right.id],
		madeFrom: JSON.stringify([COMPARED, stampOf(left), stampOf(right)])
	};
}

/**
 * Works with the headings that both vocabularies give them; none where one of them indexes no collection.
 * @throws {JobRefused} where they could not be found
 */
export async function sharedWorks(from: string, to: string): Promise<readonly SharedWork[]> {
	const turned = from > to;
	const request = await requestFor(turned ? [to, from] : [from, to]);
	if (!request) return [];
	const works = (await keptWorks(request)) ?? (await foundWorks(request));
	return turned ? works.map((work) => ({ from: work.to, to: work.from })) : works;
}

const rowOf = ({ vocabularies: [first, second] }: WorksRequest) => ({
	first_vocabulary: first,
	second_vocabulary: second
});

async function keptWorks(request: WorksRequest): Promise<readonly SharedWork[] | null> {
	const row = await database('shared_works')
		.where({ ...rowOf(request), made_from: request.madeFrom })
		.first<{ works: unknown } | undefined>('works');
	return row && isWorks(row.works) ? row.works : null;
}

async function foundWorks(request: WorksRequest): Promise<readonly SharedWork[]> {
	const { vocabularies, collections, madeFrom } = request;
	const job = await startOrJoin(
		worksJob,
		{ request, subject: vocabularies.join(' '), title: collections.join(', '), by: null },
		(other) => other.madeFrom === madeFrom,
		CHANGED
	);
	// Whoever waits may go: the job goes on for the next.
	const ended = await endOf(job, AbortSignal.timeout(LONGEST * 1_000));
	const works = await keptWorks(request);
	if (!works) throw new JobRefused(ended?.message ?? CHANGED);
	return works;
}
const CHANGED = 'A collection has changed since; works are found in what it holds now.';

async function find({ request, signal, progress, confirm }: RunningJob<WorksRequest, { works: number }>) {
	const current = await requestFor([...request.vocabularies]);
	if (current?.madeFrom !== request.madeFrom) throw new JobRefused(CHANGED);
	const [first, second] = request.vocabularies;
	const left = await firstRecords(request.collections[0], signal, (done) => {
		progress('records-read', done, 2 * COMPARED);
	});
	const right = await firstRecords(request.collections[1], signal, (done) => {
		progress('records-read', left.length + done, left.length + COMPARED);
	});
	const given = (record: BibliographicRecord | undefined, vocabulary: string) =>
		(record?.headings ?? []).filter((one) => one.vocabulary === vocabulary).map((one) => one.heading);
	const pairs = await sameWorksInSteps(left, right, createYielder());
	const works = pairs
		.map(([a, b]): SharedWork => ({ from: given(left[a], first), to: given(right[b], second) }))
		.filter((work) => work.from.length > 0 && work.to.length > 0);
	const outcome = { works: works.length };
	await database.transaction(async (transaction) => {
		await transaction('shared_works')
			.insert({ ...rowOf(request), made_from: request.madeFrom, works: JSON.stringify(works) })
			.onConflict(['first_vocabulary', 'second_vocabulary'])
			.merge();
		await confirm(transaction, outcome);
	});
	return { state: 'done', outcome } as const;
}

/** @param reads is given how many have been read */
async function firstRecords(
	collection: string,
	signal: AbortSignal,
	reads: (records: number) => void
): Promise<BibliographicRecord[]> {
	const records: BibliographicRecord[] = [];
	let began = performance.now();
	for await (const record of recordsOf(collection)) {
		if (isRecord(record)) records.push(record);
		if (records.length >= COMPARED) break;
		if (records.length % 500 !== 0) continue;
		signal.throwIfAborted();
		reads(records.length);
		await giveWay(performance.now() - began);
		began = performance.now();
	}
	return records;
}
