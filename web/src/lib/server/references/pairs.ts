/** Rows of compared pairs and of the members of works, and what names a reference. */
import { FIELDS, type Agreement, type PairClass, type Relation } from '@wide-lantern/core';
import type { Knex } from 'knex';
import type { ReferencePlace } from '$lib/contract/duplicates';
import { compileValidator } from '$lib/server/http';

export const isAgreement = compileValidator<Agreement>({
	type: 'array',
	minItems: FIELDS.length,
	maxItems: FIELDS.length,
	items: { type: 'integer', minimum: 0 }
});
export interface PairRow {
	left_batch: string;
	left_place: number;
	right_batch: string;
	right_place: number;
	kind: PairClass;
	likelihood: number;
	relation: Relation | null;
	agreement: unknown;
}

export const sideOf = (row: PairRow, side: 'left' | 'right'): ReferencePlace => ({
	batch: row[`${side}_batch`],
	place: row[`${side}_place`]
});
export const keyOf = ({ batch, place }: ReferencePlace) => `${batch} ${place}`;

export interface Member extends ReferencePlace {
	readonly work: number;
}
/** In the order in which they were imported. */
export async function membersOf(at: Knex, enquiry: string, works: readonly number[]): Promise<Member[]> {
	const { rows } = await at.raw<{ rows: Member[] }>(
		`select m.batch_id as batch, m.place, m.work from work_members m
		 join records r on r.batch_id = m.batch_id and r.place = m.place
		 where m.enquiry_id = ? and m.work = any(?::int[]) order by r.number`,
		[enquiry, [...works]]
	);
	return rows;
}
