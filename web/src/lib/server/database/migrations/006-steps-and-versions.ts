/** Commands know whether they take something back, and which step they belong to; enquiries keep versions. */
import type { Knex } from 'knex';

export async function up(knex: Knex): Promise<void> {
	await knex.schema.alterTable('commands', (table) => {
		/** `do`, `undo`, `redo`, or `aside` for what undo passes over. */
		table.text('kind').notNullable().defaultTo('do');
		/** Commands of one step are taken back together. */
		table.text('step').notNullable().defaultTo('');
	});
	await knex('commands').where({ name: 'undo' }).update({ kind: 'undo' });
	await knex('commands').where({ name: 'redo' }).update({ kind: 'redo' });
	await knex.schema.createTable('versions', (table) => {
		table.uuid('id').primary();
		table.uuid('enquiry_id').notNullable().references('enquiries.id').onDelete('CASCADE');
		table.integer('revision').notNullable();
		/** Empty for one that was kept without being asked. */
		table.text('name').notNullable();
		table.text('person_name').notNullable();
		table.timestamp('made_at').notNullable().defaultTo(knex.fn.now());
		table.jsonb('body').notNullable();
		table.index(['enquiry_id', 'revision']);
	});
}

export async function down(knex: Knex): Promise<void> {
	await knex.schema.dropTable('versions');
	await knex.schema.alterTable('commands', (table) => {
		table.dropColumn('kind');
		table.dropColumn('step');
	});
}
