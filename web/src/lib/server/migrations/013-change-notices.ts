/** Changes of accounts, members and collections are told to every process, so that answers can be kept (kept-answers.ts). */
import type { Knex } from 'knex';

/** Each table, and the column whose value says what has changed. */
const TABLES = [
	['sessions', 'token_hash', 'update or delete'],
	['people', 'id', 'update or delete'],
	['members', 'enquiry_id', 'insert or update or delete'],
	['collections', 'id', 'insert or update or delete'],
	['vocabularies', 'id', 'insert or update or delete']
] as const;

export async function up(knex: Knex): Promise<void> {
	await knex.raw(`
		create function lantern_changed() returns trigger language plpgsql as $$
		declare
			changed jsonb := case when tg_op = 'DELETE' then to_jsonb(old) else to_jsonb(new) end;
		begin
			perform pg_notify('lantern', json_build_object('from', current_setting('application_name'), 'kind', 'changed', 'table', tg_table_name, 'key', changed->>tg_argv[0])::text);
			return null;
		end $$`);
	for (const [table, key, events] of TABLES)
		await knex.raw(`create trigger ${table}_changed after ${events} on ${table} for each row execute function lantern_changed('${key}')`);
}

export async function down(knex: Knex): Promise<void> {
	for (const [table] of TABLES) await knex.raw(`drop trigger ${table}_changed on ${table}`);
	await knex.raw('drop function lantern_changed()');
}
