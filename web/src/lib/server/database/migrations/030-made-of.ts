/** What each record of a collection of chosen files or of works was made of, so that those that stay the same are kept. */
import type { Knex } from 'knex';

export async function up(knex: Knex): Promise<void> {
	await knex.schema.alterTable('records', (table) => {
		/** A digest of the references and of what they hold; null where the record belongs to a file or ships. */
		table.text('made_of').nullable();
	});
}

export async function down(knex: Knex): Promise<void> {
	await knex.schema.alterTable('records', (table) => {
		table.dropColumn('made_of');
	});
}
