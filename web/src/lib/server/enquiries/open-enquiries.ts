/**
 * Enquiries as they are in the database, checked. Those used last are kept: reading one again reads
 * no more than its revision.
 */
import type { EnquiryDocument } from '@wide-lantern/core';
import { LRUCache } from 'lru-cache';
import { createYielder } from '$lib/server/process';
import { database } from '$lib/server/database';
import { documentFaultInSteps } from './document-check';

export interface OpenEnquiry {
	readonly id: string;
	readonly revision: number;
	readonly document: EnquiryDocument;
}
export interface KeptEnquiry extends OpenEnquiry {
	readonly updatedAt: Date;
}

/** Characters of JSON of all documents that are kept; in memory they take several times as much. */
const CHARACTERS = 40_000_000;
const kept = new LRUCache<string, { readonly enquiry: KeptEnquiry; readonly size: number }>({
	max: 1_000,
	maxSize: CHARACTERS,
	sizeCalculation: ({ size }) => size
});

/** The enquiry as this process saw it last; another process may have changed it since. */
export const lastSeen = (id: string): KeptEnquiry | null => kept.get(id)?.enquiry ?? null;

/** @param size characters of its JSON */
export function keepEnquiry(enquiry: KeptEnquiry, size: number): void {
	kept.set(enquiry.id, { enquiry, size: Math.max(1, size) });
}

export const forgetEnquiry = (id: string): void => {
	kept.delete(id);
};

/** The enquiry as it is now; null where there is none. */
export async function openEnquiry(id: string): Promise<KeptEnquiry | null> {
	const known = lastSeen(id);
	const row = await database('enquiries')
		.where({ id })
		.first<{ revision: number; updated_at: Date; body: string | null } | undefined>(
			'revision',
			'updated_at',
			database.raw('case when revision = ? then null else body::text end as body', [known?.revision ?? -1])
		);
	if (!row) {
		forgetEnquiry(id);
		return null;
	}
	if (known && row.body === null) return known;
	// Only a database that was restored from a backup goes back.
	if (known && known.revision > row.revision) forgetEnquiry(id);
	const text = row.body ?? '';
	const enquiry = {
		id,
		revision: row.revision,
		document: await checkedDocument(id, JSON.parse(text)),
		updatedAt: row.updated_at
	};
	// What was saved while it was being checked is newer.
	if ((lastSeen(id)?.revision ?? -1) < enquiry.revision) keepEnquiry(enquiry, text.length);
	return enquiry;
}

/** @throws where the database holds something else */
export async function checkedDocument(id: string, body: unknown): Promise<EnquiryDocument> {
	const fault = await documentFaultInSteps(body, createYielder());
	if (fault !== null) throw new Error(`The enquiry ${id} is damaged in the database: ${fault}`);
	return body as EnquiryDocument;
}
