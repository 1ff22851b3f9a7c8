/** Commands are known by the page that they come from and their number there, so that one that is sent twice is carried out once. */
import type { Knex } from 'knex';

export async function up(knex: Knex): Promise<void> {
	await knex.schema.alterTable('commands', (table) => {
		/** Null for commands of before. */
		table.integer('number').nullable();
		table.unique(['enquiry_id', 'client', 'number'], { indexName: 'commands_client_number' });
	});
}

export async function down(knex: Knex): Promise<void> {
	await knex.schema.alterTable('commands', (table) => {
		table.dropUnique(['enquiry_id', 'client', 'number'], 'commands_client_number');
		table.dropColumn('number');
	});
}
