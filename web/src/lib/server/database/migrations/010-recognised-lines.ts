/** Roles and concepts of lines are recognised from their text; before, both stayed as the first keystroke had made them. */
import { recognise, type EnquiryDocument } from '@wide-lantern/core';
import type { Knex } from 'knex';

export async function up(knex: Knex): Promise<void> {
	const ids = await knex('enquiries').pluck<string[]>('id');
	for (const id of ids) {
		const row = await knex('enquiries').where({ id }).forUpdate().first<{ body: EnquiryDocument } | undefined>('body');
		if (!row) continue;
		const { body } = row;
		let lines = body.lines;
		// From the top: what a line joins has been recognised before it.
		for (const line of body.lines) {
			// Filters and checks were set by hand or came with a part.
			if (line.role === 'filter' || line.role === 'check') continue;
			const now = recognise({ ...body, lines }, line, null);
			lines = lines.map((one) => (one.id === line.id ? { ...one, ...now } : one));
		}
		await knex('enquiries')
			.where({ id })
			.update({ body: JSON.stringify({ ...body, lines }) });
	}
}

export async function down(): Promise<void> {
	// What was recognised is as good for older code.
}
