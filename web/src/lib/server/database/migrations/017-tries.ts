/** How often something was tried in the last minute, counted by all processes together. Nothing is lost when it is: no log is written for it. */
import type { Knex } from 'knex';

export async function up(knex: Knex): Promise<void> {
	await knex.raw('create unlogged table tries (key text not null, at timestamptz not null default clock_timestamp())');
	await knex.raw('create index tries_by_key on tries (key, at)');
}

export async function down(knex: Knex): Promise<void> {
	await knex.schema.dropTable('tries');
}
