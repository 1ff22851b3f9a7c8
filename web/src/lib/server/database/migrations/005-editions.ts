/** Vocabularies keep their editions, each in parts: a large one is never one value, and two can be compared. */
import type { Knex } from 'knex';

const PART = 1_000;

export async function up(knex: Knex): Promise<void> {
	await knex.schema.createTable('vocabulary_editions', (table) => {
		table.text('vocabulary_id').notNullable().references('vocabularies.id').onDelete('CASCADE');
		table.integer('number').notNullable();
		/** All but the headings. */
		table.jsonb('head').notNullable();
		table.integer('headings').notNullable();
		table.text('person_name').notNullable();
		table.timestamp('taken_at').notNullable().defaultTo(knex.fn.now());
		table.primary(['vocabulary_id', 'number']);
	});
	await knex.schema.createTable('vocabulary_parts', (table) => {
		table.text('vocabulary_id').notNullable();
		table.integer('number').notNullable();
		table.integer('part').notNullable();
		table.jsonb('headings').notNullable();
		table.primary(['vocabulary_id', 'number', 'part']);
		table
			.foreign(['vocabulary_id', 'number'])
			.references(['vocabulary_id', 'number'])
			.inTable('vocabulary_editions')
			.onDelete('CASCADE');
	});
	await knex.schema.alterTable('vocabularies', (table) => {
		/** Whose it is: who may replace or remove it besides an administrator. Null for what ships. */
		table.uuid('person_id').nullable().references('people.id').onDelete('SET NULL');
		table.integer('edition').notNullable().defaultTo(1);
	});
	for (const { id, data, loaded_at } of await knex('vocabularies').select<
		{ id: string; data: { headings: unknown[] } & Record<string, unknown>; loaded_at: Date }[]
	>()) {
		const { headings, ...head } = data;
		await knex('vocabulary_editions').insert({
			vocabulary_id: id,
			number: 1,
			head: JSON.stringify(head),
			headings: headings.length,
			person_name: '',
			taken_at: loaded_at
		});
		for (let from = 0; from < headings.length; from += PART)
			await knex('vocabulary_parts').insert({
				vocabulary_id: id,
				number: 1,
				part: from / PART,
				headings: JSON.stringify(headings.slice(from, from + PART))
			});
	}
	await knex.schema.alterTable('vocabularies', (table) => {
		table.dropColumn('data');
	});
}

export async function down(knex: Knex): Promise<void> {
	await knex.schema.alterTable('vocabularies', (table) => {
		table.jsonb('data').nullable();
	});
	for (const { id, edition } of await knex('vocabularies').select<{ id: string; edition: number }[]>('id', 'edition')) {
		const row = await knex('vocabulary_editions')
			.where({ vocabulary_id: id, number: edition })
			.first<{ head: object }>('head');
		const parts = await knex('vocabulary_parts')
			.where({ vocabulary_id: id, number: edition })
			.orderBy('part')
			.select<{ headings: unknown[] }[]>('headings');
		await knex('vocabularies')
			.where({ id })
			.update({ data: JSON.stringify({ ...row.head, headings: parts.flatMap((one) => one.headings) }) });
	}
	await knex.schema.alterTable('vocabularies', (table) => {
		table.dropColumn('person_id');
		table.dropColumn('edition');
	});
	await knex.schema.dropTable('vocabulary_parts');
	await knex.schema.dropTable('vocabulary_editions');
}
