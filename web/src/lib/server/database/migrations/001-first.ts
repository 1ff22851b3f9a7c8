/** People, sessions, enquiries with their append-only history, vocabularies, collections, profiles. */
import type { Knex } from 'knex';

export async function up(knex: Knex): Promise<void> {
	await knex.schema.createTable('people', (table) => {
		table.uuid('id').primary();
		table.text('email').notNullable().unique();
		table.text('name').notNullable();
		table.text('password_hash').nullable();
		table.boolean('administrator').notNullable().defaultTo(false);
		table.boolean('blocked').notNullable().defaultTo(false);
		table.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
	});
	await knex.schema.createTable('sessions', (table) => {
		table.text('token_hash').primary();
		table.uuid('person_id').notNullable().references('people.id').onDelete('CASCADE').index();
		table.timestamp('expires_at').notNullable();
		table.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
	});
	await knex.schema.createTable('enquiries', (table) => {
		table.uuid('id').primary();
		table.jsonb('body').notNullable();
		table.integer('revision').notNullable().defaultTo(0);
		table.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
		table.timestamp('updated_at').notNullable().defaultTo(knex.fn.now());
	});
	await knex.schema.createTable('members', (table) => {
		table.uuid('enquiry_id').notNullable().references('enquiries.id').onDelete('CASCADE');
		table.uuid('person_id').notNullable().references('people.id').onDelete('CASCADE').index();
		table.text('role').notNullable();
		table.primary(['enquiry_id', 'person_id']);
		table.check("role IN ('owner', 'editor', 'reviewer', 'reader')");
	});
	await knex.schema.createTable('commands', (table) => {
		table.uuid('enquiry_id').notNullable().references('enquiries.id').onDelete('CASCADE');
		table.integer('revision').notNullable();
		table.uuid('person_id').nullable().references('people.id').onDelete('SET NULL');
		table.text('client').notNullable();
		table.text('name').notNullable();
		table.jsonb('edits').notNullable();
		table.jsonb('inverse').notNullable();
		table.timestamp('made_at').notNullable().defaultTo(knex.fn.now());
		table.primary(['enquiry_id', 'revision']);
	});
	await knex.schema.createTable('vocabularies', (table) => {
		table.text('id').primary();
		table.jsonb('data').notNullable();
		table.timestamp('loaded_at').notNullable().defaultTo(knex.fn.now());
	});
	await knex.schema.createTable('collections', (table) => {
		table.text('id').primary();
		table.text('name').notNullable();
		table.date('taken_on').notNullable();
		table.specificType('vocabularies', 'text[]').notNullable();
		table.integer('size').notNullable();
	});
	await knex.schema.createTable('records', (table) => {
		table.text('collection_id').notNullable().references('collections.id').onDelete('CASCADE');
		table.integer('number').notNullable();
		table.jsonb('data').notNullable();
		table.primary(['collection_id', 'number']);
	});
	await knex.schema.createTable('profiles', (table) => {
		table.text('id').primary();
		table.jsonb('data').notNullable();
	});
}

export async function down(knex: Knex): Promise<void> {
	for (const table of [
		'profiles',
		'records',
		'collections',
		'vocabularies',
		'commands',
		'members',
		'enquiries',
		'sessions',
		'people'
	])
		await knex.schema.dropTableIfExists(table);
}
