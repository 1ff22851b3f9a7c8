/** References imported into enquiries: batches, a collection of the enquiry's own, and pieces that could not be read. */
import type { Knex } from 'knex';

export async function up(knex: Knex): Promise<void> {
	await knex.schema.createTable('batches', (table) => {
		table.uuid('id').primary();
		table.uuid('enquiry_id').notNullable().references('enquiries.id').onDelete('CASCADE');
		table.text('file_name').notNullable();
		table.text('source').notNullable();
		table.text('purpose').notNullable();
		table.text('format').notNullable();
		table.text('encoding').notNullable();
		table.text('digest').notNullable();
		/** Null where nobody has noted it. */
		table.integer('stated').nullable();
		table.integer('read').notNullable();
		table.integer('unreadable').notNullable();
		table.uuid('person_id').nullable().references('people.id').onDelete('SET NULL');
		/** As it was then. */
		table.text('person_name').notNullable();
		table.timestamp('made_at').notNullable().defaultTo(knex.fn.now());
		table.index(['enquiry_id', 'made_at']);
	});
	await knex.schema.createTable('unreadable_references', (table) => {
		table.uuid('batch_id').notNullable().references('batches.id').onDelete('CASCADE');
		table.integer('number').notNullable();
		table.integer('line').notNullable();
		table.text('reason').notNullable();
		table.text('raw').notNullable();
		table.primary(['batch_id', 'number']);
	});
	await knex.schema.alterTable('collections', (table) => {
		/** Whose own collection it is; null for those of the installation. */
		table.uuid('enquiry_id').nullable().references('enquiries.id').onDelete('CASCADE');
	});
	await knex.schema.alterTable('records', (table) => {
		/** Null for records of the installation's collections. */
		table.uuid('batch_id').nullable();
		/** Fields of the file that the record has no place for. */
		table.jsonb('kept').nullable();
	});
	await knex.raw('create index records_of_batches on records (batch_id, number) where batch_id is not null');
}

export async function down(knex: Knex): Promise<void> {
	await knex('collections').whereNotNull('enquiry_id').delete();
	await knex.schema.alterTable('records', (table) => {
		table.dropColumn('kept');
		table.dropColumn('batch_id');
	});
	await knex.schema.alterTable('collections', (table) => {
		table.dropColumn('enquiry_id');
	});
	await knex.schema.dropTable('unreadable_references');
	await knex.schema.dropTable('batches');
}
