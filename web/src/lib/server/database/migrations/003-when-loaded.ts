/** When a collection was loaded: an index made from an older one is out of date. */
import type { Knex } from 'knex';

export async function up(knex: Knex): Promise<void> {
	await knex.schema.alterTable('collections', (table) => {
		table.timestamp('loaded_at', { precision: 6 }).notNullable().defaultTo(knex.fn.now(6));
	});
}

export async function down(knex: Knex): Promise<void> {
	await knex.schema.alterTable('collections', (table) => {
		table.dropColumn('loaded_at');
	});
}
