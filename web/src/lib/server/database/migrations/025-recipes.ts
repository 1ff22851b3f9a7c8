/** Formats of references that people have taught; how each file was read, where it came from, and what of its keywords was matched against a vocabulary. */
import type { Knex } from 'knex';

export async function up(knex: Knex): Promise<void> {
	await knex.schema.createTable('recipes', (table) => {
		table.text('name').primary();
		table.jsonb('data').notNullable();
		table.uuid('person_id').nullable().references('people.id').onDelete('SET NULL');
		/** As it was then. */
		table.text('person_name').notNullable();
		table.timestamp('saved_at').notNullable().defaultTo(knex.fn.now());
	});
	await knex.schema.alterTable('batches', (table) => {
		table.text('platform').notNullable().defaultTo('');
		/** The recipe that the file was read by, as it was then; null for formats that are built in. */
		table.jsonb('recipe').nullable();
		table.text('recipe_name').nullable();
		/** The vocabulary that its keywords were matched against, with the numbers; null where they are as they were read. */
		table.jsonb('matching').nullable();
	});
	await knex.schema.alterTable('records', (table) => {
		/** The keywords as they were read, where some of them are headings now. */
		table.jsonb('keywords_read').nullable();
	});
}

export async function down(knex: Knex): Promise<void> {
	await knex.schema.alterTable('records', (table) => {
		table.dropColumn('keywords_read');
	});
	await knex.schema.alterTable('batches', (table) => {
		table.dropColumn('matching');
		table.dropColumn('recipe_name');
		table.dropColumn('recipe');
		table.dropColumn('platform');
	});
	await knex.schema.dropTable('recipes');
}
