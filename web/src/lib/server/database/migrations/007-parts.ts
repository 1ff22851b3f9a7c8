/** Parts of strategies (concepts, filters), kept for other enquiries. */
import type { Knex } from 'knex';

export async function up(knex: Knex): Promise<void> {
	await knex.schema.createTable('parts', (table) => {
		table.uuid('id').primary();
		/** Whose it is; null for what ships. */
		table.uuid('person_id').nullable().references('people.id').onDelete('CASCADE');
		table.jsonb('data').notNullable();
		table.timestamp('made_at').notNullable().defaultTo(knex.fn.now());
		table.index(['person_id']);
	});
}

export async function down(knex: Knex): Promise<void> {
	await knex.schema.dropTable('parts');
}
