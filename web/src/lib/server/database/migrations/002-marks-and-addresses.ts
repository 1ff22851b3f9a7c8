/** Marked records in every enquiry; addresses that may be reached; what has been done once. */
import type { Knex } from 'knex';

export async function up(knex: Knex): Promise<void> {
	await knex.raw(`UPDATE enquiries SET body = body || '{"marks": []}'::jsonb WHERE NOT jsonb_exists(body, 'marks')`);
	await knex.schema.createTable('addresses', (table) => {
		table.text('origin').primary();
		table.text('note').notNullable();
		table.timestamp('added_at').notNullable().defaultTo(knex.fn.now());
	});
	await knex.schema.createTable('done_once', (table) => {
		table.text('what').primary();
		table.timestamp('done_at').notNullable().defaultTo(knex.fn.now());
	});
	// An installation that has the shipped collection has had it loaded.
	await knex.raw(
		`INSERT INTO done_once (what) SELECT 'shipped-data' WHERE EXISTS (SELECT 1 FROM collections WHERE id = 'skerry')`
	);
}

export async function down(knex: Knex): Promise<void> {
	await knex.schema.dropTableIfExists('done_once');
	await knex.schema.dropTableIfExists('addresses');
	await knex.raw(`UPDATE enquiries SET body = body - 'marks'`);
}
