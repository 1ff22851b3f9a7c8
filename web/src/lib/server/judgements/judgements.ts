/** Verdicts on records: a log that only grows, of which the newest of each record counts. */
import { MOST_JUDGED, type EnquiryFacts, type Verdict } from '@wide-lantern/core';
import type { Knex } from 'knex';
import { LRUCache } from 'lru-cache';
import type { JudgeRequest, JudgementNews } from '$lib/contract/judgements';
import { database, hearOfGaps, KeptAnswers } from '$lib/server/database';
import type { Actor } from '$lib/server/http';

interface JudgementRow {
	number: string;
	enquiry_id: string;
	record: string;
	verdict: Verdict | null;
	person_id: string | null;
	person_name: string;
	made_at: Date;
}

export interface Judgements {
	/** Number of the newest; 0 where there is none. */
	readonly newest: number;
	readonly relevant: readonly string[];
	readonly irrelevant: readonly string[];
	/** The verdict in force on a record. */
	verdictOn(record: string): Verdict | null;
}

/** Identifiers are compared trimmed and without case (notation.md, section 6). */
const keyOf = (record: string) => record.trim().toLowerCase();

/** The log as far as this process has read it: numbers of an enquiry are given in the order of saving, so that only newer ones are read. */
interface ReadLog {
	readonly newest: number;
	readonly inForce: Map<string, { readonly record: string; readonly verdict: Verdict }>;
}
const logs = new LRUCache<string, ReadLog>({ max: 200 });
// A database that was restored has other rows of the same numbers.
hearOfGaps(() => {
	logs.clear();
});

const judgements = new KeptAnswers(readLog, (table, key) => (table === 'judgements' ? key : null));

async function readLog(enquiry: string): Promise<Judgements> {
	const known = logs.get(enquiry);
	const inForce = new Map(known?.inForce);
	let newest = known?.newest ?? 0;
	const rows = await database<JudgementRow>('judgements')
		.where({ enquiry_id: enquiry })
		.where('number', '>', newest)
		.orderBy('number')
		.select('number', 'record', 'verdict');
	for (const { number, record, verdict } of rows) {
		newest = Number(number);
		if (verdict === null) inForce.delete(keyOf(record));
		else inForce.set(keyOf(record), { record, verdict });
	}
	logs.set(enquiry, { newest, inForce });
	const of = (wanted: Verdict) =>
		[...inForce.values()].flatMap(({ record, verdict }) => (verdict === wanted ? [record] : []));
	return {
		newest,
		relevant: of('relevant'),
		irrelevant: of('irrelevant'),
		verdictOn: (record) => inForce.get(keyOf(record))?.verdict ?? null
	};
}

export const judgementsOf = (enquiry: string): Promise<Judgements> => judgements.get(enquiry);

/** How many are judged, and what was judged after a number, for windows that know what came before. */
export async function judgementNews(enquiry: string, after: number): Promise<JudgementNews> {
	const { newest, relevant, irrelevant } = await judgementsOf(enquiry);
	const rows =
		newest <= after
			? []
			: await database<JudgementRow>('judgements')
					.where({ enquiry_id: enquiry })
					.where('number', '>', after)
					.orderBy('number')
					.select('record', 'verdict');
	return {
		newest,
		relevant: relevant.length,
		irrelevant: irrelevant.length,
		judgements: rows.map(({ record, verdict }) => ({ record, verdict }))
	};
}

/** Adds verdicts; those that are in force already are not repeated. @returns why nothing was saved, or null */
export async function judge(
	enquiry: string,
	actor: Actor,
	{ judgements: asked }: JudgeRequest
): Promise<string | null> {
	const known = await judgementsOf(enquiry);
	const fresh = asked.filter(({ record, verdict }) => known.verdictOn(record) !== verdict);
	const added = fresh.filter(({ record, verdict }) => verdict !== null && known.verdictOn(record) === null).length;
	if (added > 0 && known.relevant.length + known.irrelevant.length + added > MOST_JUDGED)
		return `At most ${MOST_JUDGED} records can be judged in one enquiry. Earlier judgements were kept.`;
	const made = { person_id: actor.id, person_name: actor.name, made_at: new Date() };
	await database.transaction(async (transaction) => {
		// Held, so that numbers are given in the order in which they are saved.
		const held = await transaction('enquiries').where({ id: enquiry }).forNoKeyUpdate().first<object | undefined>('id');
		if (held)
			await addRows(
				transaction,
				fresh.map((one) => ({ enquiry_id: enquiry, ...one, ...made }))
			);
	});
	judgements.forget(enquiry);
	return null;
}

const addRows = (knex: Knex, rows: readonly Omit<JudgementRow, 'number'>[]) =>
	knex.batchInsert('judgements', [...rows], 500);

/** Adds the judgements of an enquiry file. */
export const importJudgements = (knex: Knex, enquiry: string, facts: EnquiryFacts) =>
	addRows(
		knex,
		facts.judgements.map(({ record, verdict, by, on }) => ({
			enquiry_id: enquiry,
			record,
			verdict,
			person_id: null,
			person_name: by,
			made_at: Number.isNaN(Date.parse(on)) ? new Date() : new Date(on)
		}))
	);

/** The verdicts in force, for an enquiry file. */
export async function exportJudgements(enquiry: string): Promise<EnquiryFacts['judgements']> {
	const rows = await database<JudgementRow>('judgements').where({ enquiry_id: enquiry }).orderBy('number').select();
	const inForce = new Map<string, JudgementRow & { verdict: Verdict }>();
	for (const row of rows) {
		const key = keyOf(row.record);
		inForce.delete(key);
		if (row.verdict !== null) inForce.set(key, { ...row, verdict: row.verdict });
	}
	return [...inForce.values()].map(({ record, verdict, person_name, made_at }) => ({
		record,
		verdict,
		by: person_name,
		on: made_at.toISOString()
	}));
}
