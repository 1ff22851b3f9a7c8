/** Sign-offs: a log that only grows, of which the newest on a subject counts. */
import type { EnquiryFacts, SignOffKind } from '@wide-lantern/core';
import type { Knex } from 'knex';
import type { SignOffRequest } from '$lib/contract/sign-offs';
import { database } from '$lib/server/database';
import type { Actor } from '$lib/server/http';

interface SignOffRow {
	number: string;
	enquiry_id: string;
	kind: SignOffKind;
	subject: string;
	version: number;
	person_id: string | null;
	person_name: string;
	made_at: Date;
}

/** What somebody has reviewed last of a subject. */
export interface Reviewed {
	readonly version: number;
	readonly by: string;
	readonly on: string;
}
/** Null where nobody has reviewed any version of it. */
export type ReviewedVersions = (of: SignOffKind, subject: string) => Reviewed | null;

const rowsOf = (enquiry: string) =>
	database<SignOffRow>('sign_offs').where({ enquiry_id: enquiry }).orderBy('number').select();

export async function reviewedVersions(enquiry: string): Promise<ReviewedVersions> {
	const newest = new Map((await rowsOf(enquiry)).map((row) => [`${row.kind} ${row.subject}`, row]));
	return (of, subject) => {
		const row = newest.get(`${of} ${subject}`);
		return row ? { version: row.version, by: row.person_name, on: row.made_at.toISOString() } : null;
	};
}

/** Adds one: an older version than the one before takes that back. */
export async function signOff(enquiry: string, actor: Actor, { of, subject, version }: SignOffRequest): Promise<void> {
	await database.transaction(async (transaction) => {
		// Held, so that numbers are given in the order in which they are saved.
		const held = await transaction('enquiries').where({ id: enquiry }).forNoKeyUpdate().first<object | undefined>('id');
		if (!held) return;
		await transaction('sign_offs').insert({
			enquiry_id: enquiry,
			kind: of,
			subject,
			version,
			person_id: actor.id,
			person_name: actor.name,
			made_at: new Date()
		});
	});
}

/** Adds the sign-offs of an enquiry file. */
export const importSignOffs = (knex: Knex, enquiry: string, facts: EnquiryFacts) =>
	knex.batchInsert(
		'sign_offs',
		facts.signOffs.map(({ of, subject, version, by, on }) => ({
			enquiry_id: enquiry,
			kind: of,
			subject,
			version,
			person_id: null,
			person_name: by,
			made_at: Number.isNaN(Date.parse(on)) ? new Date() : new Date(on)
		})),
		500
	);

/** All of them, the oldest first, for an enquiry file. */
export async function exportSignOffs(enquiry: string): Promise<EnquiryFacts['signOffs']> {
	return (await rowsOf(enquiry)).map(({ kind, subject, version, person_name, made_at }) => ({
		of: kind,
		subject,
		version,
		by: person_name,
		on: made_at.toISOString()
	}));
}
