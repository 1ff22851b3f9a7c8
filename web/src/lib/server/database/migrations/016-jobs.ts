/** Work that takes longer than a request: who wanted it, how far it is, and how it ended. Every process is told of each change. */
import type { Knex } from 'knex';

export async function up(knex: Knex): Promise<void> {
	await knex.schema.createTable('jobs', (table) => {
		table.uuid('id').primary();
		table.text('kind').notNullable();
		table.text('state').notNullable();
		table.uuid('person_id').nullable().references('people.id').onDelete('CASCADE').index();
		table.text('person_name').notNullable();
		table.uuid('enquiry_id').nullable().references('enquiries.id').onDelete('CASCADE').index();
		/** What it is about, in the terms of its kind: a collection, a vocabulary, a profile. */
		table.text('subject').notNullable();
		table.text('title').notNullable();
		table.jsonb('request').notNullable();
		table.jsonb('progress').nullable();
		table.jsonb('outcome').nullable();
		table.text('message').nullable();
		/** Of the queue; a message that is older than this one starts nothing. */
		table.uuid('message_id').notNullable();
		table.integer('attempt').notNullable().defaultTo(0);
		/** The server process that runs it, and when that process last said so. */
		table.text('process').nullable();
		table.timestamp('touched_at').notNullable().defaultTo(knex.fn.now());
		table.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
		table.timestamp('ended_at').nullable();
		table.check("state in ('waiting', 'running', 'asking', 'done', 'failed', 'cancelled')");
		table.index(['kind', 'subject', 'created_at']);
	});
	// Only one index of a collection is built at a time, by whichever process.
	await knex.raw(
		"create unique index jobs_one_index on jobs (subject) where kind = 'index' and state in ('waiting', 'running')"
	);
	await knex.raw(`
		create function lantern_job() returns trigger language plpgsql as $$
		begin
			perform pg_notify('lantern', json_build_object('from', current_setting('application_name'), 'kind', 'job', 'job', new.id, 'of', new.kind, 'state', new.state, 'subject', new.subject, 'enquiry', new.enquiry_id, 'progress', new.progress)::text);
			return null;
		end $$`);
	await knex.raw('create trigger jobs_inserted after insert on jobs for each row execute function lantern_job()');
	await knex.raw(
		'create trigger jobs_changed after update on jobs for each row when (old.state is distinct from new.state or old.progress is distinct from new.progress) execute function lantern_job()'
	);
}

export async function down(knex: Knex): Promise<void> {
	await knex.raw('drop table jobs');
	await knex.raw('drop function lantern_job()');
}
