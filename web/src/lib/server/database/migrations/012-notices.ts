/** What is edited in one process is told to the others on the same database (notices.ts). */
import type { Knex } from 'knex';

export async function up(knex: Knex): Promise<void> {
	await knex.raw(`
		create function lantern_notice() returns trigger language plpgsql as $$
		begin
			if tg_table_name = 'commands' then
				perform pg_notify('lantern', json_build_object('from', current_setting('application_name'), 'kind', 'edited', 'enquiry', new.enquiry_id, 'revision', new.revision)::text);
			elsif tg_op = 'DELETE' then
				perform pg_notify('lantern', json_build_object('from', current_setting('application_name'), 'kind', 'vocabulary', 'vocabulary', old.id)::text);
			else
				perform pg_notify('lantern', json_build_object('from', current_setting('application_name'), 'kind', 'vocabulary', 'vocabulary', new.id)::text);
			end if;
			return null;
		end $$`);
	await knex.raw(
		'create trigger commands_told after insert on commands for each row execute function lantern_notice()'
	);
	await knex.raw(
		'create trigger vocabularies_told after update or delete on vocabularies for each row execute function lantern_notice()'
	);
}

export async function down(knex: Knex): Promise<void> {
	await knex.raw('drop trigger commands_told on commands');
	await knex.raw('drop trigger vocabularies_told on vocabularies');
	await knex.raw('drop function lantern_notice()');
}
