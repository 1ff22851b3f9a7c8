/** Collections know their records by a digest, so that the stand-in sources can answer from shipped ones alone. */
import type { Knex } from 'knex';

export async function up(knex: Knex): Promise<void> {
	await knex.schema.alterTable('collections', (table) => {
		/** Null until it was computed: collections of before. */
		table.text('digest').nullable();
	});
	await knex.schema.createTable('shipped_collections', (table) => {
		table.text('id').primary();
		table.text('digest').notNullable();
	});
}

export async function down(knex: Knex): Promise<void> {
	await knex.schema.dropTable('shipped_collections');
	await knex.schema.alterTable('collections', (table) => {
		table.dropColumn('digest');
	});
}
