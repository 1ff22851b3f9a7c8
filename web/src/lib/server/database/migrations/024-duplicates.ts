/** Which imported references are of one work: works and their members, compared pairs, decisions of people. */
import type { Knex } from 'knex';

const sides = ['left', 'right'] as const;

export async function up(knex: Knex): Promise<void> {
	await knex.schema.alterTable('records', (table) => {
		/** Place in its file, from 0: it names a reference whatever else comes or goes. Null outside of batches. */
		table.integer('place').nullable();
	});
	await knex.raw(
		'update records set place = counted.place from (select collection_id, number, row_number() over (partition by batch_id order by number) - 1 as place from records where batch_id is not null) as counted where records.collection_id = counted.collection_id and records.number = counted.number'
	);
	await knex.raw('create unique index records_by_place on records (batch_id, place) where batch_id is not null');
	await knex.raw(
		"create unique index jobs_one_linking on jobs (subject) where kind = 'duplicates' and state in ('waiting', 'running')"
	);
	await knex.schema.createTable('linkings', (table) => {
		table.uuid('enquiry_id').primary().references('enquiries.id').onDelete('CASCADE');
		/** Of the enquiry’s own collection when all were compared. */
		table.text('digest').notNullable();
		table.integer('automatic_works').notNullable();
		table.integer('retracted').notNullable();
		table.jsonb('costs').notNullable();
		table.jsonb('weights').notNullable();
		/** The newest decision that the merged collection knows. */
		table.integer('decided').notNullable();
		table.timestamp('made_at').notNullable().defaultTo(knex.fn.now());
	});
	await knex.schema.createTable('work_members', (table) => {
		table.uuid('batch_id').notNullable().references('batches.id').onDelete('CASCADE');
		table.integer('place').notNullable();
		table.uuid('enquiry_id').notNullable().references('enquiries.id').onDelete('CASCADE');
		table.integer('work').notNullable();
		table.primary(['batch_id', 'place']);
		table.index(['enquiry_id', 'work']);
	});
	await knex.schema.createTable('reference_pairs', (table) => {
		table.uuid('enquiry_id').notNullable().references('enquiries.id').onDelete('CASCADE');
		for (const side of sides) {
			table.uuid(`${side}_batch`).notNullable().references('batches.id').onDelete('CASCADE');
			table.integer(`${side}_place`).notNullable();
		}
		table.text('kind').notNullable();
		table.double('likelihood').notNullable();
		table.text('relation').nullable();
		table.jsonb('agreement').notNullable();
		table.index(['enquiry_id', 'kind']);
		table.index(['left_batch', 'left_place']);
		table.index(['right_batch', 'right_place']);
	});
	await knex.schema.createTable('pair_decisions', (table) => {
		table.increments('id');
		table.uuid('enquiry_id').notNullable().references('enquiries.id').onDelete('CASCADE');
		/** What was decided at once, and is undone at once. */
		table.uuid('act').notNullable();
		for (const side of sides) {
			table.uuid(`${side}_batch`).notNullable().references('batches.id').onDelete('CASCADE');
			table.integer(`${side}_place`).notNullable();
		}
		table.boolean('same').notNullable();
		table.uuid('person_id').nullable().references('people.id').onDelete('SET NULL');
		/** As it was then. */
		table.text('person_name').notNullable();
		table.timestamp('made_at').notNullable().defaultTo(knex.fn.now());
		table.timestamp('undone_at').nullable();
		table.index(['enquiry_id', 'act']);
	});
	await knex.raw(
		"create trigger pair_decisions_changed after insert or update on pair_decisions for each row execute function lantern_changed('enquiry_id')"
	);
	// Pairs whose references are of two works still, on which nobody has decided.
	await knex.raw(`
		create view open_pairs as select p.*, least(l.work, r.work) as lower_work, greatest(l.work, r.work) as higher_work
		from reference_pairs p
		join work_members l on l.batch_id = p.left_batch and l.place = p.left_place
		join work_members r on r.batch_id = p.right_batch and r.place = p.right_place
		where l.work <> r.work and not exists (
			select 1 from pair_decisions d where d.enquiry_id = p.enquiry_id and d.undone_at is null and (
				(d.left_batch, d.left_place, d.right_batch, d.right_place) = (p.left_batch, p.left_place, p.right_batch, p.right_place)
				or (d.right_batch, d.right_place, d.left_batch, d.left_place) = (p.left_batch, p.left_place, p.right_batch, p.right_place)
			)
		)`);
}

export async function down(knex: Knex): Promise<void> {
	await knex.raw('drop view open_pairs');
	for (const table of ['pair_decisions', 'reference_pairs', 'work_members', 'linkings'])
		await knex.schema.dropTable(table);
	await knex.raw('drop index jobs_one_linking');
	await knex('collections').whereLike('id', 'works-%').whereNotNull('enquiry_id').delete();
	await knex.schema.alterTable('records', (table) => {
		table.dropColumn('place');
	});
}
