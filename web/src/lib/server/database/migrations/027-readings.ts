/** What the columns of a vocabulary's files hold, for the next edition. */
import type { Knex } from 'knex';

export async function up(knex: Knex): Promise<void> {
	await knex.schema.alterTable('vocabularies', (table) => {
		/** Names of columns by what they hold; null where the files say it themselves. */
		table.jsonb('reading').nullable();
	});
}

export async function down(knex: Knex): Promise<void> {
	await knex.schema.alterTable('vocabularies', (table) => {
		table.dropColumn('reading');
	});
}
