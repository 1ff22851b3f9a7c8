/** What processes hand each other beside notices, which hold little: requests for windows at another one, and turns at sources. */
import type { Knex } from 'knex';

export async function up(knex: Knex): Promise<void> {
	await knex.schema.createTable('passed_requests', (table) => {
		table.uuid('id').primary();
		table.text('kind').notNullable();
		table.uuid('person_id').notNullable();
		table.jsonb('request').notNullable();
		/** Of the process that has taken it. */
		table.jsonb('answer').nullable();
		table.timestamp('passed_at').notNullable().defaultTo(knex.fn.now());
	});
	await knex.schema.createTable('source_turns', (table) => {
		table.text('origin').primary();
		/** Before this nobody asks it again. */
		table.timestamp('free_at').notNullable();
	});
	// Both are of use for seconds: they need not outlive a crash.
	for (const table of ['passed_requests', 'source_turns']) await knex.raw('alter table ?? set unlogged', [table]);
}

export async function down(knex: Knex): Promise<void> {
	await knex.schema.dropTable('source_turns');
	await knex.schema.dropTable('passed_requests');
}
