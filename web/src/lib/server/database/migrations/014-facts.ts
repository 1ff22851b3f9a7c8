/**
 * What happened leaves the documents of enquiries: judgements, runs and comparisons become rows that are
 * only ever added (docs/decisions/017). A damaged enquiry is named in the log and left as it is. There is
 * no way back: `./lantern restore` brings back the backup of before.
 */
import { editsWithoutFacts, separateFacts, type EnquiryFacts } from '@wide-lantern/core';
import type { Knex } from 'knex';
import { log } from '$lib/server/process';

const AT_ONCE = 500;

export async function up(knex: Knex): Promise<void> {
	await createTables(knex);
	const ids = await knex('enquiries').orderBy('id').pluck<string[]>('id');
	for (const id of ids) await moveFacts(knex, id);
	await strip(knex, 'versions', ['id'], ['body']);
	await strip(knex, 'commands', ['enquiry_id', 'revision'], ['edits', 'inverse']);
	// A server of before, still running, must not put a document of its own form in the place of one of today.
	await knex.raw(
		"alter table enquiries add constraint enquiries_without_facts check (not jsonb_exists(body, 'marks')) not valid"
	);
}

export function down(): Promise<void> {
	return Promise.reject(new Error('Facts cannot be put back into documents; restore the backup of before.'));
}

const by = (table: Knex.CreateTableBuilder) => {
	table.uuid('person_id').nullable().references('people.id').onDelete('SET NULL');
	/** As it was then. */
	table.text('person_name').notNullable();
	table.timestamp('made_at').notNullable();
};
const ofEnquiry = (table: Knex.CreateTableBuilder) =>
	table.uuid('enquiry_id').notNullable().references('enquiries.id').onDelete('CASCADE');

async function createTables(knex: Knex): Promise<void> {
	await knex.schema.createTable('judgements', (table) => {
		/** In the order in which they were saved, within an enquiry. */
		table.bigIncrements('number');
		ofEnquiry(table);
		/** An identifier. */
		table.text('record').notNullable();
		/** Null where the verdict was withdrawn. */
		table.text('verdict').nullable();
		by(table);
		table.check("verdict IN ('relevant', 'irrelevant')");
		table.index(['enquiry_id', 'number']);
	});
	await knex.schema.createTable('runs', (table) => {
		table.uuid('id').primary();
		table.bigIncrements('number', { primaryKey: false });
		ofEnquiry(table);
		table.text('profile_id').notNullable();
		table.integer('profile_version').nullable();
		table.text('how').notNullable();
		by(table);
		table.check("how IN ('connection', 'pasted', 'copied')");
		table.index(['enquiry_id', 'profile_id', 'number']);
	});
	await knex.schema.createTable('run_lines', (table) => {
		table.uuid('run_id').notNullable().references('runs.id').onDelete('CASCADE');
		table.integer('position').notNullable();
		table.text('line_id').notNullable();
		/** As written for the platform; 0 where it is not known. */
		table.integer('number').notNullable();
		table.text('text').notNullable();
		table.bigInteger('count').nullable();
		table.text('fault').notNullable();
		table.primary(['run_id', 'position']);
	});
	await knex.schema.createTable('run_withdrawals', (table) => {
		table.bigIncrements('number');
		ofEnquiry(table);
		table.uuid('run_id').notNullable().references('runs.id').onDelete('CASCADE').index();
		/** False where a run that was withdrawn is in force again. */
		table.boolean('withdrawn').notNullable();
		by(table);
	});
	await knex.schema.createTable('comparisons', (table) => {
		table.bigIncrements('number');
		ofEnquiry(table);
		table.text('profile_id').notNullable();
		table.integer('revision').notNullable();
		for (const figure of ['kept', 'lost', 'gained', 'known_lost']) table.integer(figure).notNullable();
		by(table);
		table.index(['enquiry_id', 'profile_id', 'number']);
	});
	for (const table of ['judgements', 'runs', 'run_withdrawals', 'comparisons'])
		await knex.raw("create trigger ?? after insert on ?? for each row execute function lantern_changed('enquiry_id')", [
			`${table}_changed`,
			table
		]);
}

type Item = Readonly<Record<string, unknown>>;
const isItem = (value: unknown): value is Item => typeof value === 'object' && value !== null && !Array.isArray(value);

async function moveFacts(knex: Knex, id: string): Promise<void> {
	const row = await knex('enquiries')
		.where({ id })
		.forUpdate()
		.first<{ body: unknown; updated_at: Date } | undefined>('body', 'updated_at');
	if (!row) return;
	const { body, updated_at: updated } = row;
	if (!isItem(body) || !Array.isArray(body['marks']) || !Array.isArray(body['renderings'])) {
		log('error', 'enquiry-damaged', {
			enquiry: id,
			next: 'It was left as it is, and cannot be opened; all others were brought to the new form.'
		});
		return;
	}
	const { document, facts } = separateFacts(body, updated.toISOString());
	await insertFacts(knex, id, facts, await judgedBy(knex, id), updated);
	await knex('enquiries')
		.where({ id })
		.update({ body: JSON.stringify(document) });
}

interface Made {
	readonly person: string | null;
	readonly name: string;
	readonly at: Date;
}

/** Who gave a record its last verdict, and when, as far as the history tells. */
async function judgedBy(knex: Knex, id: string): Promise<ReadonlyMap<string, Made>> {
	const rows = await knex('commands')
		.leftJoin('people', 'people.id', 'commands.person_id')
		.where({ enquiry_id: id })
		.whereRaw('edits::text like ?', ['%"marks"%'])
		.orderBy('revision')
		.select<{ edits: unknown; person_id: string | null; name: string | null; made_at: Date }[]>(
			'edits',
			'person_id',
			'people.name',
			'made_at'
		);
	const records = new Map<string, string>();
	const made = new Map<string, Made>();
	for (const { edits, person_id, name, made_at } of rows)
		for (const edit of Array.isArray(edits) ? edits.filter(isItem) : []) {
			const item = edit['item'];
			const [at, mark] = Array.isArray(edit['at']) ? (edit['at'] as unknown[]) : [];
			if (edit['do'] === 'insert' && Array.isArray(edit['in']) && edit['in'][0] === 'marks' && isItem(item))
				records.set(String(item['id']), String(item['record']));
			else if (at !== 'marks') continue;
			const record = records.get(String(isItem(item) ? item['id'] : mark));
			if (record !== undefined) made.set(record, { person: person_id, name: name ?? '', at: made_at });
		}
	return made;
}

async function insertFacts(
	knex: Knex,
	id: string,
	facts: Omit<EnquiryFacts, 'signOffs'>,
	judges: ReadonlyMap<string, Made>,
	updated: Date
): Promise<void> {
	const timeOf = (on: string) => (Number.isNaN(Date.parse(on)) ? updated : new Date(on));
	const judgements = facts.judgements.map(({ record, verdict }) => {
		const made = judges.get(record);
		return {
			enquiry_id: id,
			record,
			verdict,
			person_id: made?.person ?? null,
			person_name: made?.name ?? '',
			made_at: made?.at ?? updated
		};
	});
	await knex.batchInsert('judgements', judgements, AT_ONCE);
	for (const run of facts.runs) {
		const [inserted] = await knex('runs')
			.insert({
				id: knex.raw('gen_random_uuid()'),
				enquiry_id: id,
				profile_id: run.profile,
				profile_version: run.version,
				how: run.how,
				person_id: null,
				person_name: run.by,
				made_at: timeOf(run.on)
			})
			.returning<{ id: string }[]>('id');
		const lines = run.lines.map((line, position) => ({
			run_id: inserted?.id ?? '',
			position,
			line_id: line.id,
			number: line.number,
			text: line.text,
			count: line.count,
			fault: line.fault
		}));
		await knex.batchInsert('run_lines', lines, AT_ONCE);
	}
	await knex.batchInsert(
		'comparisons',
		facts.comparisons.map((one) => ({
			enquiry_id: id,
			profile_id: one.profile,
			revision: one.revision,
			kept: one.kept,
			lost: one.lost,
			gained: one.gained,
			known_lost: one.knownLost,
			person_id: null,
			person_name: one.by,
			made_at: timeOf(one.on)
		})),
		AT_ONCE
	);
}

/** Takes the facts out of stored documents and edits, a few rows at a time. */
async function strip(knex: Knex, table: string, keys: readonly string[], columns: readonly string[]): Promise<void> {
	const rows = await knex(table)
		.where((holding) => {
			for (const column of columns) void holding.orWhereRaw('??::text ~ ?', [column, '"(marks|renderings)"']);
		})
		.select<Record<string, string>[]>(keys);
	for (const key of rows) {
		const row = await knex(table).where(key).first<Item | undefined>(columns);
		if (!row) continue;
		const changed = Object.fromEntries(
			columns.flatMap((column) => {
				const before = row[column];
				const after = Array.isArray(before)
					? editsWithoutFacts(before)
					: isItem(before)
						? separateFacts(before, '').document
						: before;
				const text = JSON.stringify(after);
				return text === JSON.stringify(before) ? [] : [[column, text] as const];
			})
		);
		if (Object.keys(changed).length > 0) await knex(table).where(key).update(changed);
	}
}
