/** What searchers have decided that a heading is called in another vocabulary; every decision is kept, the newest counts. */
import type { Knex } from 'knex';

export async function up(knex: Knex): Promise<void> {
	await knex.schema.createTable('mappings', (table) => {
		table.increments('number');
		table.text('from_vocabulary').notNullable();
		table.text('from_heading').notNullable();
		table.text('to_vocabulary').notNullable();
		/** Identifiers of the other vocabulary, as a JSON list; none where there is no counterpart. */
		table.jsonb('targets').notNullable();
		table.text('kind').notNullable();
		table.text('reason').notNullable();
		table.uuid('person_id').references('people.id').onDelete('SET NULL');
		table.text('person_name').notNullable();
		table.timestamp('decided_at').notNullable().defaultTo(knex.fn.now());
		table.index(['from_vocabulary', 'from_heading', 'to_vocabulary']);
	});
}

export async function down(knex: Knex): Promise<void> {
	await knex.schema.dropTable('mappings');
}
