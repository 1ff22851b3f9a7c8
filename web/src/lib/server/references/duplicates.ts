/** What was found about duplicates: figures, pairs, merged works. */
import {
	FIELDS,
	kindOf,
	MERGED_FIELDS,
	mergeRecords,
	weightOf,
	type ImportedReference,
	type LinkageWeights,
	type PairClass
} from '@wide-lantern/core';
import type { Knex } from 'knex';
import type {
	ComparedPair,
	ComparedReference,
	DuplicateFigures,
	DuplicateList,
	Duplicates,
	ReferencePlace,
	WorkView
} from '$lib/contract/duplicates';
import { ownCollectionOf, worksCollectionOf } from '$lib/server/collections';
import { database } from '$lib/server/database';
import { compileValidator } from '$lib/server/http';
import { referenceOf } from './export';
import { isAgreement, keyOf, membersOf, sideOf, type PairRow } from './pairs';

/** Pairs or works on a page. */
const PAGE = 20;

interface LinkingRow {
	digest: string;
	automatic_works: number;
	retracted: number;
	costs: unknown;
	weights: unknown;
	decided: number;
	made_at: Date;
}
const number = { type: 'number' } as const;
const areCosts = compileValidator<DuplicateFigures['costs']>({
	type: 'object',
	required: ['compared', 'merged', 'wronglyMerged', 'queued', 'queuedSame', 'missed'],
	properties: {
		compared: number,
		merged: number,
		wronglyMerged: number,
		queued: number,
		queuedSame: number,
		missed: number
	}
});
const table = { type: 'array', items: { type: 'array', items: number } } as const;
const areWeights = compileValidator<LinkageWeights>({
	type: 'object',
	required: ['share', 'same', 'different'],
	properties: { share: number, same: table, different: table }
});
const linkingOf = (enquiry: string) =>
	database('linkings').where({ enquiry_id: enquiry }).first<LinkingRow | undefined>();

export async function duplicatesOf(enquiry: string): Promise<Duplicates> {
	const [linking, own, last] = await Promise.all([
		linkingOf(enquiry),
		database('collections')
			.where({ id: ownCollectionOf(enquiry) })
			.first<{ digest: string } | undefined>('digest'),
		database('pair_decisions')
			.where({ enquiry_id: enquiry, undone_at: null })
			.orderBy('id', 'desc')
			.first<{ act: string; same: boolean; person_name: string } | undefined>('act', 'same', 'person_name')
	]);
	return {
		figures: linking ? await figuresOf(enquiry, linking) : null,
		outdated: own !== undefined && linking?.digest !== own.digest,
		last: last ? { act: last.act, same: last.same, by: last.person_name } : null
	};
}

async function figuresOf(enquiry: string, linking: LinkingRow): Promise<DuplicateFigures> {
	if (!areCosts(linking.costs)) throw new Error('The figures of a comparison are damaged in the database.');
	const [{ rows: combinations }, { rows: sources }, queue, linked, since] = await Promise.all([
		database.raw<{ rows: { sources: string[]; works: string; records: string }[] }>(
			`select sources, count(*) as works, sum(many) as records from (
				select array_agg(distinct b.source order by b.source) as sources, count(*) as many
				from work_members m join batches b on b.id = m.batch_id where m.enquiry_id = ? group by m.work
			) as of_works group by sources order by works desc, sources`,
			[enquiry]
		),
		database.raw<{ rows: { source: string; records: string }[] }>(
			'select source, sum(read) as records from batches where enquiry_id = ? group by source having sum(read) > 0 order by source',
			[enquiry]
		),
		countPairs(enquiry, 'queue'),
		countPairs(enquiry, 'linked'),
		database('pair_decisions')
			.where({ enquiry_id: enquiry })
			.where((one) => one.where('id', '>', linking.decided).orWhere('undone_at', '>', linking.made_at))
			.countDistinct<{ count: string }[]>('act as count')
	]);
	const overlaps = combinations.map((one) => ({ sources: one.sources, works: Number(one.works) }));
	const works = overlaps.reduce((sum, one) => sum + one.works, 0);
	const records = combinations.reduce((sum, one) => sum + Number(one.records), 0);
	const worksIn = (has: (sources: readonly string[]) => boolean) =>
		overlaps.reduce((sum, one) => sum + (has(one.sources) ? one.works : 0), 0);
	return {
		records,
		works,
		automatic: records - linking.automatic_works,
		byHand: linking.automatic_works - works,
		queue,
		linked,
		retracted: linking.retracted,
		sources: sources.map(({ source, records: all }) => ({
			source,
			records: Number(all),
			works: worksIn((list) => list.includes(source)),
			alone: worksIn((list) => list.length === 1 && list[0] === source)
		})),
		overlaps,
		costs: linking.costs,
		at: linking.made_at.toISOString(),
		since: Number(since[0]?.count ?? 0),
		collection: worksCollectionOf(enquiry)
	};
}

/** A pair that is likely the same and was not merged waits, too: something speaks against it. */
const KINDS: Readonly<Record<DuplicateList, readonly PairClass[]>> = { queue: ['review', 'same'], linked: ['linked'] };

async function countPairs(enquiry: string, list: DuplicateList): Promise<number> {
	const { rows } = await database.raw<{ rows: { count: string }[] }>(
		'select count(distinct (lower_work, higher_work)) as count from open_pairs where enquiry_id = ? and kind = any(?)',
		[enquiry, [...KINDS[list]]]
	);
	return Number(rows[0]?.count ?? 0);
}

export async function pairsOf(
	enquiry: string,
	list: DuplicateList,
	from: number
): Promise<{ readonly total: number; readonly pairs: readonly ComparedPair[] }> {
	const [total, { rows }, linking] = await Promise.all([
		countPairs(enquiry, list),
		database.raw<{ rows: PairRow[] }>(
			// Of all pairs between two works the likeliest is shown.
			`select * from (
				select distinct on (lower_work, higher_work) * from open_pairs where enquiry_id = ? and kind = any(?)
				order by lower_work, higher_work, likelihood desc
			) as likeliest
			order by likelihood desc, left_batch, left_place, right_batch, right_place limit ? offset ?`,
			[enquiry, [...KINDS[list]], PAGE, from]
		),
		linkingOf(enquiry)
	]);
	const weights = linking?.weights;
	if (!areWeights(weights)) return { total: 0, pairs: [] };
	const shown = await comparedReferences(
		database,
		rows.flatMap((row) => [sideOf(row, 'left'), sideOf(row, 'right')])
	);
	const pairs = rows.flatMap((row): ComparedPair[] => {
		const [left, right] = [shown.get(keyOf(sideOf(row, 'left'))), shown.get(keyOf(sideOf(row, 'right')))];
		if (!left || !right || !isAgreement(row.agreement)) return [];
		const agreement = row.agreement.flatMap((level, field) => {
			const of = FIELDS[field];
			return of && level > 0 && of.name !== 'other number'
				? [{ field: of.name, level: of.levels[level - 1] ?? '', weight: weightOf(weights, field, level) }]
				: [];
		});
		return [{ left: left.shown, right: right.shown, likelihood: row.likelihood, relation: row.relation, agreement }];
	});
	return { total, pairs };
}

interface FoundReference {
	readonly reference: ImportedReference;
	readonly shown: ComparedReference;
}

async function comparedReferences(
	at: Knex,
	places: readonly ReferencePlace[]
): Promise<ReadonlyMap<string, FoundReference>> {
	if (places.length === 0) return new Map();
	const { rows } = await at.raw<{
		rows: { batch_id: string; place: number; data: unknown; kept: unknown; source: string; file_name: string }[];
	}>(
		`select r.batch_id, r.place, r.data, r.kept, b.source, b.file_name
		 from unnest(?::uuid[], ?::int[]) as wanted (batch, place)
		 join records r on r.batch_id = wanted.batch and r.place = wanted.place join batches b on b.id = r.batch_id`,
		[places.map(({ batch }) => batch), places.map(({ place }) => place)]
	);
	return new Map(
		rows.map((row) => {
			const reference = referenceOf(row);
			const { record, kept } = reference;
			const value = (...names: string[]) =>
				names
					.map((name) => kept.find((one) => one.name.toLowerCase() === name)?.value ?? '')
					.find((one) => one !== '') ?? '';
			const [first, last] = [value('sp', 'pages', 'page'), value('ep')];
			const shown: ComparedReference = {
				batch: row.batch_id,
				place: row.place,
				source: row.source,
				fileName: row.file_name,
				titles: record.titles,
				authors: record.authors.slice(0, 30),
				journal: record.journal,
				year: record.year,
				volume: [value('vl', 'volume'), value('is', 'issue', 'number')].filter((one) => one !== '').join('('),
				pages: last === '' || first.includes('-') ? first : `${first}–${last}`,
				identifiers: record.identifiers.slice(0, 10),
				types: record.types.slice(0, 10),
				abstract: record.abstract.slice(0, 6_000),
				retracted: kindOf(record).retracted
			};
			return [
				keyOf(shown),
				{ reference, shown: { ...shown, volume: shown.volume.includes('(') ? `${shown.volume})` : shown.volume } }
			];
		})
	);
}

export async function worksOf(
	enquiry: string,
	from: number
): Promise<{ readonly total: number; readonly works: readonly WorkView[] }> {
	const [{ rows: counted }, { rows: works }] = await Promise.all([
		database.raw<{ rows: { count: string }[] }>(
			'select count(*) as count from (select work from work_members where enquiry_id = ? group by work having count(*) > 1) as merged',
			[enquiry]
		),
		database.raw<{ rows: { work: number }[] }>(
			'select work from work_members where enquiry_id = ? group by work having count(*) > 1 order by count(*) desc, work limit ? offset ?',
			[enquiry, PAGE, from]
		)
	]);
	const members = await membersOf(
		database,
		enquiry,
		works.map(({ work }) => work)
	);
	const shown = await comparedReferences(database, members);
	return {
		total: Number(counted[0]?.count ?? 0),
		works: works.map(({ work }): WorkView => {
			const found = members.filter((one) => one.work === work).flatMap((one) => shown.get(keyOf(one)) ?? []);
			const origins =
				found.length > 0
					? mergeRecords(found.map(({ reference }) => reference.record)).origins
					: (Object.fromEntries(MERGED_FIELDS.map((field) => [field, 0])) as WorkView['origins']);
			return { work, references: found.map((one) => one.shown), origins };
		})
	};
}
