/**
 * Which edition of a vocabulary and which version of a profile somebody has reviewed leaves the documents of
 * enquiries: each is a row that is only ever added (docs/decisions/017). There is no way back:
 * `./lantern restore` brings back the backup of before.
 */
import { editsWithoutSignOffs, separateSignOffs } from '@wide-lantern/core';
import type { Knex } from 'knex';

type Item = Readonly<Record<string, unknown>>;
const isItem = (value: unknown): value is Item => typeof value === 'object' && value !== null && !Array.isArray(value);

export async function up(knex: Knex): Promise<void> {
	await knex.schema.createTable('sign_offs', (table) => {
		/** In the order in which they were saved, within an enquiry. */
		table.bigIncrements('number');
		table.uuid('enquiry_id').notNullable().references('enquiries.id').onDelete('CASCADE');
		table.text('kind').notNullable();
		/** Identity of the profile or vocabulary. */
		table.text('subject').notNullable();
		table.integer('version').notNullable();
		table.uuid('person_id').nullable().references('people.id').onDelete('SET NULL');
		/** As it was then. */
		table.text('person_name').notNullable();
		table.timestamp('made_at').notNullable();
		table.check("kind IN ('profile', 'vocabulary')");
		table.index(['enquiry_id', 'number']);
	});
	await knex.raw("create trigger ?? after insert on ?? for each row execute function lantern_changed('enquiry_id')", [
		'sign_offs_changed',
		'sign_offs'
	]);
	for (const id of await knex('enquiries').orderBy('id').pluck<string[]>('id')) await moveSignOffs(knex, id);
	await strip(knex, 'versions', ['id'], ['body']);
	await strip(knex, 'commands', ['enquiry_id', 'revision'], ['edits', 'inverse']);
	// A server of before, still running, must not put a document of its own form in the place of one of today.
	await knex.raw(
		"alter table enquiries add constraint enquiries_without_sign_offs check (not jsonb_exists(body, 'editions')) not valid"
	);
}

export function down(): Promise<void> {
	return Promise.reject(new Error('Sign-offs cannot be put back into documents; restore the backup of before.'));
}

async function moveSignOffs(knex: Knex, id: string): Promise<void> {
	const row = await knex('enquiries')
		.where({ id })
		.forUpdate()
		.first<{ body: unknown; updated_at: Date } | undefined>('body', 'updated_at');
	// A damaged enquiry stays as it is, and is named when somebody opens it.
	if (!row || !isItem(row.body)) return;
	const { document, signOffs } = separateSignOffs(row.body, row.updated_at.toISOString());
	if (JSON.stringify(document) === JSON.stringify(row.body)) return;
	await knex.batchInsert(
		'sign_offs',
		signOffs.map(({ of, subject, version }) => ({
			enquiry_id: id,
			kind: of,
			subject,
			version,
			person_id: null,
			person_name: '',
			made_at: row.updated_at
		})),
		500
	);
	await knex('enquiries')
		.where({ id })
		.update({ body: JSON.stringify(document) });
}

/** Takes the sign-offs out of stored documents and edits, one row at a time. */
async function strip(knex: Knex, table: string, keys: readonly string[], columns: readonly string[]): Promise<void> {
	const rows = await knex(table)
		.where((holding) => {
			for (const column of columns) void holding.orWhereRaw('??::text ~ ?', [column, '"(editions|renderings)"']);
		})
		.select<Record<string, string>[]>(keys);
	for (const key of rows) {
		const row = await knex(table).where(key).first<Item | undefined>(columns);
		if (!row) continue;
		const changed = Object.fromEntries(
			columns.flatMap((column) => {
				const before = row[column];
				const after = Array.isArray(before)
					? editsWithoutSignOffs(before)
					: isItem(before)
						? separateSignOffs(before, '').document
						: before;
				const text = JSON.stringify(after);
				return text === JSON.stringify(before) ? [] : [[column, text] as const];
			})
		);
		if (Object.keys(changed).length > 0) await knex(table).where(key).update(changed);
	}
}
