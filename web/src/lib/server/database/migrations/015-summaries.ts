/** Lists of enquiries read a short summary of each, so that they need not read whole documents. */
import type { Knex } from 'knex';

export async function up(knex: Knex): Promise<void> {
	await knex.schema.alterTable('enquiries', (table) => {
		/** Null until a list is asked for the first time. */
		table.jsonb('summary').nullable();
		/** Of the document that was summarised; an older summary is made again when a list is asked for. */
		table.integer('summary_revision').nullable();
	});
}

export async function down(knex: Knex): Promise<void> {
	await knex.schema.alterTable('enquiries', (table) => {
		table.dropColumns('summary', 'summary_revision');
	});
}
