/** Collections of some of an enquiry's imported files, and the files that each record of a collection comes from. */
import type { Knex } from 'knex';

export async function up(knex: Knex): Promise<void> {
	await knex.schema.alterTable('collections', (table) => {
		/** The files whose records are in it, where somebody has chosen them; null for all other collections. */
		table.specificType('batches', 'uuid[]').nullable();
		/** True for one record of each work, false for all records. */
		table.boolean('merged').notNullable().defaultTo(false);
	});
	await knex.schema.alterTable('records', (table) => {
		/** Files that the record was copied or merged from; null where it belongs to one file itself. */
		table.specificType('batches', 'uuid[]').nullable();
	});
}

export async function down(knex: Knex): Promise<void> {
	await knex.schema.alterTable('records', (table) => {
		table.dropColumn('batches');
	});
	await knex.schema.alterTable('collections', (table) => {
		table.dropColumn('merged');
		table.dropColumn('batches');
	});
}
