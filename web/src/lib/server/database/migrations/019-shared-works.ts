/** Works that two collections both hold, with the headings that each gives them: crosswalks are made from them. */
import type { Knex } from 'knex';

export async function up(knex: Knex): Promise<void> {
	await knex.schema.createTable('shared_works', (table) => {
		/** The two vocabularies, in alphabetical order. */
		table.text('first_vocabulary').notNullable().references('vocabularies.id').onDelete('CASCADE');
		table.text('second_vocabulary').notNullable().references('vocabularies.id').onDelete('CASCADE');
		/** The two collections, as they were. */
		table.text('made_from').notNullable();
		table.jsonb('works').notNullable();
		table.primary(['first_vocabulary', 'second_vocabulary']);
	});
	await knex.raw(
		"create unique index jobs_one_comparison_of_works on jobs (subject) where kind = 'works' and state in ('waiting', 'running')"
	);
}

export async function down(knex: Knex): Promise<void> {
	await knex.raw('drop index jobs_one_comparison_of_works');
	await knex.raw('drop table shared_works');
}
