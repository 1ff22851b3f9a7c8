/** Candidates that were gleaned from records of an enquiry, and what people decided on them. */
import type { Knex } from 'knex';

export async function up(knex: Knex): Promise<void> {
	await knex.schema.createTable('gleanings', (table) => {
		table.uuid('enquiry_id').primary().references('enquiries.id').onDelete('CASCADE');
		/** What was asked for. */
		table.jsonb('request').notNullable();
		/** What the records were called when they were gleaned. */
		table.text('records_name').notNullable();
		table.text('collection_id').notNullable();
		table.text('collection_name').notNullable();
		/** Of the index that the figures are of. */
		table.text('made_from').notNullable();
		/** Numbers of the gathered records, without those that say the same. */
		table.specificType('numbers', 'integer[]').notNullable();
		table.integer('records').notNullable();
		table.jsonb('candidates').notNullable();
		table.text('person_name').notNullable();
		table.timestamp('made_at').notNullable().defaultTo(knex.fn.now());
	});
	await knex.schema.createTable('gleaning_decisions', (table) => {
		table.uuid('enquiry_id').notNullable().references('enquiries.id').onDelete('CASCADE');
		/** The same in every gleaning. */
		table.text('candidate').notNullable();
		table.text('decision').notNullable();
		table.text('person_name').notNullable();
		table.timestamp('decided_at').notNullable().defaultTo(knex.fn.now());
		table.primary(['enquiry_id', 'candidate']);
	});
}

export async function down(knex: Knex): Promise<void> {
	await knex.schema.dropTable('gleaning_decisions');
	await knex.schema.dropTable('gleanings');
}
