/** Changes of accounts, members and collections are told to every process, so that answers can be kept (database/kept-answers.ts). */
import type { Knex } from 'knex';

export async function up(knex: Knex): Promise<void> {
	await knex.raw(`
		create function lantern_changed() returns trigger language plpgsql as $$
		declare
			changed jsonb := case when tg_op = 'DELETE' then to_jsonb(old) else to_jsonb(new) end;
		begin
			perform pg_notify('lantern', json_build_object('from', current_setting('application_name'), 'kind', 'changed', 'table', tg_table_name, 'key', changed->>tg_argv[0])::text);
			return null;
		end $$`);
	await knex.raw(
		"create trigger sessions_changed after update or delete on sessions for each row execute function lantern_changed('token_hash')"
	);
	await knex.raw(
		"create trigger people_changed after update or delete on people for each row execute function lantern_changed('id')"
	);
	await knex.raw(
		"create trigger members_changed after insert or update or delete on members for each row execute function lantern_changed('enquiry_id')"
	);
	await knex.raw(
		"create trigger collections_changed after insert or update or delete on collections for each row execute function lantern_changed('id')"
	);
	await knex.raw(
		"create trigger vocabularies_changed after insert or update or delete on vocabularies for each row execute function lantern_changed('id')"
	);
}

export async function down(knex: Knex): Promise<void> {
	await knex.raw('drop trigger sessions_changed on sessions');
	await knex.raw('drop trigger people_changed on people');
	await knex.raw('drop trigger members_changed on members');
	await knex.raw('drop trigger collections_changed on collections');
	await knex.raw('drop trigger vocabularies_changed on vocabularies');
	await knex.raw('drop function lantern_changed()');
}
