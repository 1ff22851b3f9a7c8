/** Versions: how an enquiry stood, kept by name or, before the first edit after a pause, by itself. */
import { randomUUID } from 'node:crypto';
import type { EnquiryDocument } from '@wide-lantern/core';
import type { Knex } from 'knex';
import type { VersionEntry } from '$lib/contract/enquiries';
import { database } from '$lib/server/database';

/** An enquiry as it stands or stood. */
export interface Standing {
	readonly id: string;
	readonly revision: number;
	readonly document: EnquiryDocument;
}

interface VersionRow {
	id: string;
	enquiry_id: string;
	revision: number;
	name: string;
	person_name: string;
	made_at: Date;
	body: unknown;
}

/** Versions that were not asked for beyond this many make room, oldest first. */
const UNNAMED = 60;

/** Keeps how the enquiry stands now. One that was not asked for is kept once for a revision. */
export async function keepVersion(
	knex: Knex,
	id: string,
	enquiry: Standing,
	name: string,
	by: string
): Promise<string> {
	const same =
		name === ''
			? await knex<VersionRow>('versions').where({ enquiry_id: id, revision: enquiry.revision }).first('id')
			: undefined;
	if (same) return same.id;
	const version = randomUUID();
	await knex('versions').insert({
		id: version,
		enquiry_id: id,
		revision: enquiry.revision,
		name,
		person_name: by,
		body: JSON.stringify(enquiry.document)
	});
	if (name === '') {
		const kept = knex('versions')
			.where({ enquiry_id: id, name: '' })
			.orderBy('made_at', 'desc')
			.limit(UNNAMED)
			.select('id');
		await knex('versions').where({ enquiry_id: id, name: '' }).whereNotIn('id', kept).delete();
	}
	return version;
}

export async function listVersions(id: string): Promise<VersionEntry[]> {
	const rows = await database<VersionRow>('versions')
		.where({ enquiry_id: id })
		.orderBy([
			{ column: 'revision', order: 'desc' },
			{ column: 'made_at', order: 'desc' }
		])
		.select(
			'id',
			'revision',
			'name',
			'person_name',
			'made_at',
			database.raw("jsonb_array_length(body->'lines') as lines")
		);
	return (rows as unknown as (VersionRow & { lines: number })[]).map((row) => ({
		id: row.id,
		revision: row.revision,
		name: row.name,
		by: row.person_name,
		at: row.made_at.toISOString(),
		lines: row.lines
	}));
}

const UUID = /^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;

/** How the enquiry stood; null where there is no such version of it. */
export async function openVersion(
	id: string,
	version: string,
	check: (body: unknown) => body is EnquiryDocument
): Promise<Standing | null> {
	if (!UUID.test(version)) return null;
	const row = await database<VersionRow>('versions').where({ enquiry_id: id, id: version }).first('revision', 'body');
	if (!row) return null;
	if (!check(row.body)) throw new Error(`The version ${version} is damaged in the database.`);
	return { id, revision: row.revision, document: row.body };
}
