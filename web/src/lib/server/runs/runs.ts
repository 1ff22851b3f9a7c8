/** Renderings run at their sources, copied, and compared with the original: rows that are only ever added. */
import { randomUUID } from 'node:crypto';
import { type Comparison, type EnquiryFacts, type RunKind, type RunLine } from '@wide-lantern/core';
import type { Knex } from 'knex';
import type { NewRun, RenderingHistory, RunsView, ShownRun } from '$lib/contract/runs';
import { database } from '$lib/server/database';
import type { Actor } from '$lib/server/http';

interface RunRow {
	id: string;
	number: string;
	enquiry_id: string;
	profile_id: string;
	profile_version: number | null;
	how: RunKind;
	person_id: string | null;
	person_name: string;
	made_at: Date;
}
interface RunLineRow {
	run_id: string;
	position: number;
	line_id: string;
	number: number;
	text: string;
	count: string | null;
	fault: string;
}
interface ComparisonRow {
	number: string;
	enquiry_id: string;
	profile_id: string;
	revision: number;
	kept: number;
	lost: number;
	gained: number;
	known_lost: number;
	person_name: string;
	made_at: Date;
}

/** Runs of each profile that are shown with their lines. */
const SHOWN = 4;
const timeOf = (on: string) => (Number.isNaN(Date.parse(on)) ? new Date() : new Date(on));

/** As a window adds it, or as the server has counted it over a connection. */
type AddedRun = Omit<NewRun, 'how'> & { readonly how: RunKind };

type Person = Pick<Actor, 'id' | 'name'>;
/** Asked before it is committed; what it throws takes everything back. */
type Confirm = (transaction: Knex.Transaction) => Promise<void>;
const confirmed: Confirm = () => Promise.resolve();

/** Adds a run. @returns its identifier */
export function keepRun(enquiry: string, actor: Person, run: AddedRun, confirm = confirmed): Promise<string> {
	return database.transaction(async (transaction) => {
		await confirm(transaction);
		const made = { person_id: actor.id, person_name: actor.name, made_at: new Date() };
		return insertRun(transaction, enquiry, run, made);
	});
}

type Made = Pick<RunRow, 'person_id' | 'person_name' | 'made_at'>;

async function insertRun(
	knex: Knex,
	enquiry: string,
	run: Omit<AddedRun, 'version'> & { readonly version: number | null },
	made: Made
): Promise<string> {
	const id = randomUUID();
	await knex('runs').insert({
		id,
		enquiry_id: enquiry,
		profile_id: run.profile,
		profile_version: run.version,
		how: run.how,
		...made
	});
	const lines = run.lines.map(({ id: line, ...rest }, position) => ({ run_id: id, position, line_id: line, ...rest }));
	await knex.batchInsert('run_lines', lines, 500);
	return id;
}

const UUID = /^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;

/** Says that the counts of a run are wrong, or that they are right after all. False where there is no such run. */
export async function withdrawRun(enquiry: string, run: string, actor: Actor, withdrawn: boolean): Promise<boolean> {
	if (!UUID.test(run)) return false;
	const known = await database('runs').where({ enquiry_id: enquiry, id: run }).first<object | undefined>('id');
	if (!known) return false;
	await database('run_withdrawals').insert({
		enquiry_id: enquiry,
		run_id: run,
		withdrawn,
		person_id: actor.id,
		person_name: actor.name,
		made_at: new Date()
	});
	return true;
}

export async function keepComparison(
	enquiry: string,
	actor: Person,
	comparison: Omit<Comparison, 'by' | 'on'>,
	confirm = confirmed
): Promise<void> {
	const { profile, knownLost, ...figures } = comparison;
	await database.transaction(async (transaction) => {
		await confirm(transaction);
		await transaction('comparisons').insert({
			enquiry_id: enquiry,
			profile_id: profile,
			known_lost: knownLost,
			...figures,
			person_id: actor.id,
			person_name: actor.name,
			made_at: new Date()
		});
	});
}

/** What was done with the renderings of an enquiry: of each profile the last runs with their lines, and the last comparison. */
export async function runsOf(enquiry: string): Promise<RunsView> {
	const [rows, withdrawn, compared] = await Promise.all([
		database<RunRow>('runs').where({ enquiry_id: enquiry }).orderBy('number', 'desc').select(),
		withdrawnRuns(enquiry),
		database<ComparisonRow>('comparisons')
			.where({ enquiry_id: enquiry })
			.distinctOn('profile_id')
			.orderBy(['profile_id', { column: 'number', order: 'desc' }])
			.select()
	]);
	const profiles = [...new Set([...rows, ...compared].map((one) => one.profile_id))];
	const chosen = profiles.map((profile) => {
		const own = rows.filter((row) => row.profile_id === profile);
		const counted = own.filter((row) => row.how !== 'copied');
		return {
			profile,
			total: counted.length,
			runs: counted.slice(0, SHOWN),
			last: own.find((row) => !withdrawn.has(row.id)) ?? null
		};
	});
	const lines = await linesOf(chosen.flatMap(({ runs, last }) => [...runs, ...(last ? [last] : [])]));
	const shown = (row: RunRow): ShownRun => shownRun(row, lines.get(row.id) ?? [], withdrawn.has(row.id));
	return {
		revision: Math.max(0, ...rows.map((row) => Number(row.number)), ...compared.map((row) => Number(row.number))),
		histories: chosen.map(({ profile, total, runs, last }): RenderingHistory => {
			const comparison = compared.find((row) => row.profile_id === profile);
			return {
				profile,
				total,
				runs: runs.map(shown),
				last: last && shown(last),
				comparison: comparison ? shownComparison(comparison) : null
			};
		})
	};
}

async function withdrawnRuns(enquiry: string): Promise<ReadonlySet<string>> {
	const rows = await database('run_withdrawals')
		.where({ enquiry_id: enquiry })
		.orderBy('number')
		.select<{ run_id: string; withdrawn: boolean }[]>('run_id', 'withdrawn');
	const newest = new Map(rows.map((row) => [row.run_id, row.withdrawn]));
	return new Set([...newest].flatMap(([run, withdrawn]) => (withdrawn ? [run] : [])));
}

async function linesOf(runs: readonly RunRow[]): Promise<ReadonlyMap<string, readonly RunLine[]>> {
	const ids = [...new Set(runs.map((run) => run.id))];
	const rows = await database<RunLineRow>('run_lines').whereIn('run_id', ids).orderBy(['run_id', 'position']).select();
	const lines = new Map<string, RunLine[]>();
	for (const row of rows) {
		const own = lines.get(row.run_id) ?? [];
		lines.set(row.run_id, own);
		own.push({
			id: row.line_id,
			number: row.number,
			text: row.text,
			count: row.count === null ? null : Number(row.count),
			fault: row.fault
		});
	}
	return lines;
}

const shownRun = (row: RunRow, lines: readonly RunLine[], withdrawn: boolean): ShownRun => ({
	id: row.id,
	profile: row.profile_id,
	version: row.profile_version,
	how: row.how,
	by: row.person_name,
	on: row.made_at.toISOString(),
	withdrawn,
	lines: [...lines]
});

const shownComparison = (row: ComparisonRow): Comparison => ({
	profile: row.profile_id,
	by: row.person_name,
	on: row.made_at.toISOString(),
	revision: row.revision,
	kept: row.kept,
	lost: row.lost,
	gained: row.gained,
	knownLost: row.known_lost
});

/** Adds the runs and comparisons of an enquiry file. */
export async function importRuns(knex: Knex, enquiry: string, { runs, comparisons }: EnquiryFacts): Promise<void> {
	for (const { withdrawn, by, on, ...run } of runs) {
		const made = { person_id: null, person_name: by, made_at: timeOf(on) };
		const id = await insertRun(knex, enquiry, run, made);
		if (withdrawn) await knex('run_withdrawals').insert({ enquiry_id: enquiry, run_id: id, withdrawn, ...made });
	}
	const rows = comparisons.map(({ profile, by, on, knownLost, ...figures }) => ({
		enquiry_id: enquiry,
		profile_id: profile,
		known_lost: knownLost,
		...figures,
		person_id: null,
		person_name: by,
		made_at: timeOf(on)
	}));
	await knex.batchInsert('comparisons', rows, 500);
}

/** All runs and comparisons, the oldest first, for an enquiry file. */
export async function exportRuns(enquiry: string): Promise<Pick<EnquiryFacts, 'runs' | 'comparisons'>> {
	const [rows, withdrawn, compared] = await Promise.all([
		database<RunRow>('runs').where({ enquiry_id: enquiry }).orderBy('number').select(),
		withdrawnRuns(enquiry),
		database<ComparisonRow>('comparisons').where({ enquiry_id: enquiry }).orderBy('number').select()
	]);
	const lines = await linesOf(rows);
	return {
		runs: rows.map((row) => {
			const { id: _, ...run } = shownRun(row, lines.get(row.id) ?? [], withdrawn.has(row.id));
			return run;
		}),
		comparisons: compared.map(shownComparison)
	};
}
