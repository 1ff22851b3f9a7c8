/** Profiles belong to whoever taught them, and keep their older versions. */
import type { Knex } from 'knex';

export async function up(knex: Knex): Promise<void> {
	await knex.schema.alterTable('profiles', (table) => {
		/** Null for what ships or an administrator took in. */
		table.uuid('person_id').nullable().references('people.id').onDelete('SET NULL');
		table.text('person_name').notNullable().defaultTo('');
		table.timestamp('saved_at').notNullable().defaultTo(knex.fn.now());
	});
	await knex.schema.createTable('profile_versions', (table) => {
		table.text('profile_id').notNullable().references('profiles.id').onDelete('CASCADE');
		table.integer('version').notNullable();
		table.jsonb('data').notNullable();
		table.text('person_name').notNullable();
		table.timestamp('saved_at').notNullable().defaultTo(knex.fn.now());
		table.primary(['profile_id', 'version']);
	});
}

export async function down(knex: Knex): Promise<void> {
	await knex.schema.dropTable('profile_versions');
	await knex.schema.alterTable('profiles', (table) => {
		table.dropColumn('person_id');
		table.dropColumn('person_name');
		table.dropColumn('saved_at');
	});
}
