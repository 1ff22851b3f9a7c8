/** Lists of enquiries, from summaries: a document is read only where it has changed since it was summarised. */
import { nextStep, STEPS, type EnquiryDocument, type StepId } from '@wide-lantern/core';
import { database } from '$lib/server/database';
import type { Role } from '$lib/contract/enquiries';
import { type Actor, compileValidator } from '$lib/server/http';
import { errorFacts, log } from '$lib/server/process';
import { openEnquiry } from './open-enquiries';

export interface Summary {
	readonly title: string;
	readonly question: string;
	/** Names, in their order. */
	readonly concepts: readonly string[];
	readonly lines: number;
	readonly next: { readonly step: StepId; readonly text: string };
	/** What is due first and not done. */
	readonly due: { readonly what: string; readonly due: string; readonly timeline: string } | null;
}

/** `damaged` where the document in the database is not one; the log says what is wrong with it. */
export type DeskEntry = {
	readonly id: string;
	readonly role: Role;
	readonly updated: string;
	/** True where the person has taken it off their desk. */
	readonly archived: boolean;
} & (({ readonly state: 'open' } & Summary) | { readonly state: 'damaged' });

const text = { type: 'string' } as const;
const isSummary = compileValidator<Summary>({
	type: 'object',
	required: ['title', 'question', 'concepts', 'lines', 'next', 'due'],
	additionalProperties: false,
	properties: {
		title: text,
		question: text,
		concepts: { type: 'array', items: text },
		lines: { type: 'integer' },
		next: {
			type: 'object',
			required: ['step', 'text'],
			additionalProperties: false,
			properties: { step: { enum: STEPS.map((step) => step.id) }, text }
		},
		due: {
			type: ['object', 'null'],
			required: ['what', 'due', 'timeline'],
			additionalProperties: false,
			properties: { what: text, due: text, timeline: text }
		}
	}
});

export const summaryOf = (document: EnquiryDocument): Summary => ({
	title: document.title,
	question: document.question,
	concepts: document.concepts.map((concept) => concept.name),
	lines: document.lines.length,
	next: nextStep(document),
	due:
		document.dates
			.flatMap(({ what, due, done, timeline }) => (done || due === null ? [] : [{ what, due, timeline }]))
			.sort((a, b) => a.due.localeCompare(b.due))[0] ?? null
});

interface SummaryRow {
	id: string;
	role: Role;
	revision: number;
	updated_at: Date;
	archived_at: Date | null;
	summary: unknown;
	summary_revision: number | null;
}

/** The enquiries that a person takes part in, the one changed last first. */
export async function listEnquiries(actor: Actor): Promise<DeskEntry[]> {
	const rows = await database('members')
		.join('enquiries', 'enquiries.id', 'members.enquiry_id')
		.where({ person_id: actor.id })
		.orderBy('updated_at', 'desc')
		.select<SummaryRow[]>(
			'enquiries.id',
			'role',
			'revision',
			'updated_at',
			'archived_at',
			'summary',
			'summary_revision'
		);
	const entries: DeskEntry[] = [];
	for (const row of rows) {
		const summary =
			row.summary_revision === row.revision && isSummary(row.summary) ? row.summary : await summariseAnew(row.id);
		const entry = {
			id: row.id,
			role: row.role,
			updated: row.updated_at.toISOString(),
			archived: row.archived_at !== null
		};
		if (summary !== 'deleted')
			entries.push(summary ? { ...entry, state: 'open', ...summary } : { ...entry, state: 'damaged' });
	}
	return entries;
}

/** Archives an enquiry on one person's desk, or brings it back. */
export async function setArchived(enquiry: string, actor: Actor, archived: boolean): Promise<void> {
	await database('members')
		.where({ enquiry_id: enquiry, person_id: actor.id })
		.update({ archived_at: archived ? database.fn.now() : null });
}

/** Null where the document is damaged. */
async function summariseAnew(id: string): Promise<Summary | 'deleted' | null> {
	try {
		const enquiry = await openEnquiry(id);
		if (!enquiry) return 'deleted';
		const summary = summaryOf(enquiry.document);
		await database('enquiries')
			.where({ id, revision: enquiry.revision })
			.update({ summary: JSON.stringify(summary), summary_revision: enquiry.revision });
		return summary;
	} catch (error) {
		log('error', 'enquiry-not-summarised', { enquiry: id, ...errorFacts(error) });
		return null;
	}
}
