/** From which record on a collection was changed each time, so that its index can be added to instead of built anew. */
import type { Knex } from 'knex';

export async function up(knex: Knex): Promise<void> {
	await knex.schema.alterTable('collections', (table) => {
		/** The last changes, oldest first: when the collection had been loaded before, and the number of the first record that changed. */
		table.jsonb('changes').notNullable().defaultTo('[]');
	});
}

export async function down(knex: Knex): Promise<void> {
	await knex.schema.alterTable('collections', (table) => {
		table.dropColumn('changes');
	});
}
