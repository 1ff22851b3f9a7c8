/** Enquiries: kept as one document each, changed by edits, with a history that only grows. */
import { randomUUID } from 'node:crypto';
import {
	applyEdits,
	completeSource,
	conflictsOf,
	followingEditsInSteps,
	moveFault,
	namesOf,
	newEnquiry,
	NO_FACTS,
	piecesAfter,
	type Edit,
	type EnquiryDocument,
	type FrameworkName,
	type Json,
	type Names
} from '@wide-lantern/core';
import type { Knex } from 'knex';
import { createYielder } from '$lib/server/process';
import { database, KeptAnswers } from '$lib/server/database';
import type { Actor } from '$lib/server/http';
import { documentFaultInSteps } from './document-check';
import type {
	ConflictingEdits,
	EditsRequest,
	Member,
	PastStep,
	RefusedEdits,
	Role,
	SavedEdits,
	StepKind
} from '$lib/contract/enquiries';
import { forgetEnquiry, keepEnquiry, lastSeen, openEnquiry, type KeptEnquiry } from './open-enquiries';
import { readEditsAhead } from '$lib/server/computing';
import { importJudgements } from '$lib/server/judgements';
import { importRuns } from '$lib/server/runs';
import { importSignOffs } from '$lib/server/sign-offs';
import { mergedEdits } from './merge-edits';
import { publish } from './news';
import { keepVersion } from './versions';
import { vocabulariesFor } from '$lib/server/vocabularies';

type Edited = SavedEdits | ConflictingEdits | RefusedEdits;

/** Edits of others beyond which a window must be reloaded: comparing with more would take too long. */
const MOST_BEHIND = 20_000;
/** Largest document in characters of JSON. */
const DOCUMENT_CEILING = 10_000_000;
/** Characters of past commands that are sent to a window that opens. */
const STEPS_CEILING = 3_000_000;
/** Milliseconds without an edit after which the next one keeps a version of what stood before. */
const PAUSE = 20 * 60_000;

interface EnquiryRow {
	id: string;
	body: unknown;
	revision: number;
	updated_at: Date;
}
interface CommandRow {
	enquiry_id: string;
	revision: number;
	person_id: string | null;
	client: string;
	number: number | null;
	name: string;
	edits: unknown;
	inverse: unknown;
	kind: StepKind;
	step: string;
	made_at: Date;
}

const UUID = /^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
export const isEnquiryId = (text: string) => UUID.test(text);

export async function roleIn(enquiry: string, person: string): Promise<Role | null> {
	if (!isEnquiryId(enquiry)) return null;
	return (await roles.get(enquiry)).get(person) ?? null;
}
/** By enquiry: the role of each of its people. */
const roles = new KeptAnswers(
	async (enquiry): Promise<ReadonlyMap<string, Role>> => {
		const rows = await database('members')
			.where({ enquiry_id: enquiry })
			.select<{ person_id: string; role: Role }[]>('person_id', 'role');
		return new Map(rows.map((row) => [row.person_id, row.role]));
	},
	(table, key) => (table === 'members' ? key : null),
	(people) => people.size > 0
);

/** Adds an enquiry with its first owner, and with what happened in it where it comes from a file. */
export async function addEnquiry(document: EnquiryDocument, owner: string, facts = NO_FACTS): Promise<string> {
	const id = randomUUID();
	await database.transaction(async (transaction) => {
		await transaction('enquiries').insert({ id, body: JSON.stringify(document), revision: 0 });
		await transaction('members').insert({ enquiry_id: id, person_id: owner, role: 'owner' });
		await importJudgements(transaction, id, facts);
		await importRuns(transaction, id, facts);
		await importSignOffs(transaction, id, facts);
	});
	return id;
}

export async function createEnquiry(question: string, framework: FrameworkName, actor: Actor): Promise<string> {
	const collection = await database('collections').orderBy(['loaded_at', 'id']).first<{ id: string } | undefined>('id');
	const document = newEnquiry(question, framework, () => randomUUID());
	return addEnquiry({ ...document, collection: collection?.id ?? null }, actor.id);
}

export async function deleteEnquiry(id: string): Promise<void> {
	await database('enquiries').where({ id }).delete();
	roles.forget(id);
	forgetEnquiry(id);
}

/** Times that another process may come first before an edit is given up. */
const TRIES = 20;
/** Edits of one enquiry are carried out one after the other. */
const turns = new Map<string, Promise<unknown>>();
async function inTurn<Result>(id: string, work: () => Promise<Result>): Promise<Result> {
	const mine = (turns.get(id) ?? Promise.resolve()).then(work);
	const settled = mine.catch(() => undefined);
	turns.set(id, settled);
	try {
		return await mine;
	} finally {
		if (turns.get(id) === settled) turns.delete(id);
	}
}

/**
 * Applies edits made on an older revision to the newest one. Edits elsewhere, and elsewhere in a text, are merged;
 * where two touch, nothing is saved and both texts come back.
 */
export async function applyToEnquiry(id: string, actor: Actor, request: EditsRequest): Promise<Edited> {
	return inTurn(id, async () => {
		// What this process saw last will do as long as nobody else has saved since, which saving finds out.
		const seen = lastSeen(id);
		if (seen && request.revision <= seen.revision) {
			const edited = await applyTo(seen, actor, request);
			if (edited?.outcome === 'saved') return edited;
		}
		// Any other answer is made on what is there now.
		for (let tries = 0; tries < TRIES; tries++) {
			const current = await openEnquiry(id);
			if (!current) return { outcome: 'refused', message: 'This enquiry has been deleted.' };
			const edited = await applyTo(current, actor, request);
			if (edited) return edited;
		}
		throw new Error(`The enquiry ${id} was changed by others ${TRIES} times while an edit was being saved.`);
	});
}

/** Null where somebody else has saved meanwhile. */
async function applyTo(current: KeptEnquiry, actor: Actor, request: EditsRequest): Promise<Edited | null> {
	const { id } = current;
	const vocabularies = await vocabulariesFor(current.document.collection);
	await readEditsAhead(request.edits, vocabularies, { owner: actor.id }, current.document);
	const yieldNow = createYielder();
	if (request.revision > current.revision)
		return {
			outcome: 'refused',
			message:
				'This window is ahead of the server, which has been restored from a backup. Reload the page; what you typed is kept in it.'
		};
	const known = request.known ?? request.revision;
	const oldest = Math.min(request.revision, known);
	const rows = oldest >= current.revision ? [] : await commandsSince(id, oldest, current.revision);
	const own = new Map(request.behind?.map((one) => [one.client, one.number]));
	const isOwn = (one: (typeof rows)[number]) =>
		one.client === request.client || (one.number ?? Infinity) <= (own.get(one.client) ?? 0);
	const ofOthers = (from: number) => rows.flatMap((one) => (one.revision <= from || isOwn(one) ? [] : one.edits));
	const news = rows.flatMap((one) => (one.revision <= known ? [] : one.edits));
	const since = ofOthers(request.revision);
	// Sent before, and saved: the answer was lost on the way.
	if (
		request.number !== undefined &&
		rows.some((one) => one.client === request.client && one.number === request.number)
	)
		return { outcome: 'saved', revision: current.revision, others: ofOthers(known), all: news };
	if (since.length > MOST_BEHIND)
		return {
			outcome: 'refused',
			message: 'Too much has changed since this window was last up to date. Copy what you typed, then reload the page.'
		};
	const conflicts = conflictsOf(request.edits, since, current.document as unknown as Json);
	const wanted =
		conflicts.length === 0
			? request.edits
			: mergedEdits(request.edits, conflicts, request.before ?? [], current.document as unknown as Json);
	if (!wanted) return { outcome: 'conflict', revision: current.revision, document: current.document, conflicts };
	// Lines and concepts that come in with these edits can be named by them.
	const bare = applyEdits(current.document as unknown as Json, wanted);
	const names = namesOf(
		'refused' in bare ? current.document : (bare.document as unknown as EnquiryDocument),
		vocabularies
	);
	await yieldNow();
	const asked: Edit[] = [];
	for (const edit of wanted) {
		asked.push(withAnchors(edit, names));
		await yieldNow();
	}
	const plain = applyEdits(current.document as unknown as Json, asked);
	await yieldNow();
	const following =
		'refused' in plain
			? []
			: await followingEditsInSteps(current.document, plain.document as unknown as EnquiryDocument, asked, yieldNow);
	const yours = [...asked, ...piecesFollow(current.document, asked), ...following];
	const applied = applyEdits(current.document as unknown as Json, yours);
	if ('refused' in applied) return { outcome: 'refused', message: applied.refused };
	await yieldNow();
	const fault = await documentFaultInSteps(applied.document, yieldNow);
	if (fault !== null) return { outcome: 'refused', message: `That does not fit: ${fault}.` };
	const next = applied.document as unknown as EnquiryDocument;
	const misplaced = yours.some((edit) => edit.do === 'move' && edit.at[0] === 'lines')
		? moveFault(current.document, next)
		: null;
	if (misplaced) return { outcome: 'refused', message: misplaced };
	await yieldNow();
	const body = JSON.stringify(next);
	if (body.length > DOCUMENT_CEILING)
		return {
			outcome: 'refused',
			message: `With this the enquiry would be larger than ${DOCUMENT_CEILING / 1_000_000} MB. What is there already was kept.`
		};
	const saved = { id, revision: current.revision + 1, document: next, updatedAt: new Date() };
	if (!(await save(current, saved, body, actor, request, yours, applied.inverse))) return null;
	keepEnquiry(saved, body.length);
	publish(id, { revision: saved.revision, client: request.client, by: actor.name, edits: yours });
	return { outcome: 'saved', revision: saved.revision, others: ofOthers(known), all: [...news, ...yours] };
}

/** One statement: the document and its command, or neither where the revision is another by now. False then. */
async function save(
	current: KeptEnquiry,
	saved: KeptEnquiry,
	body: string,
	actor: Actor,
	request: EditsRequest,
	edits: readonly Edit[],
	inverse: readonly Edit[]
): Promise<boolean> {
	const write = async (on: Knex): Promise<boolean> => {
		const { rowCount } = await on.raw<{ rowCount: number }>(
			`with changed as (update enquiries set body = ?, revision = ?, updated_at = ? where id = ? and revision = ? returning id, revision)
			insert into commands (enquiry_id, revision, person_id, client, number, name, kind, step, edits, inverse)
			select id, revision, ?::uuid, ?, ?::integer, ?, ?, ?, ?::jsonb, ?::jsonb from changed`,
			[
				...[body, saved.revision, saved.updatedAt, current.id, current.revision],
				...[
					actor.id,
					request.client,
					request.number ?? null,
					request.name,
					request.kind ?? 'do',
					request.step ?? '',
					JSON.stringify(edits),
					JSON.stringify(inverse)
				]
			]
		);
		return rowCount === 1;
	};
	if (saved.updatedAt.getTime() - current.updatedAt.getTime() <= PAUSE || current.revision === 0)
		return write(database);
	return database.transaction(async (transaction) => {
		if (!(await write(transaction))) return false;
		await keepVersion(transaction, current.id, current, '', actor.name);
		return true;
	});
}

/** What hangs on the terms of a line follows them when its text changes. */
function piecesFollow(document: EnquiryDocument, edits: readonly Edit[]): Edit[] {
	return document.lines.flatMap((line): Edit[] => {
		if (!line.pieces || line.pieces.length === 0) return [];
		const own = edits.filter((edit) => edit.do === 'set' && edit.at[0] === 'lines' && edit.at[1] === line.id);
		// Whoever places them says so.
		if (own.some((edit) => edit.do === 'set' && edit.at[2] === 'pieces')) return [];
		const last = own.findLast((edit) => edit.do === 'set' && edit.at[2] === 'source');
		if (last?.do !== 'set' || typeof last.value !== 'string') return [];
		const pieces = piecesAfter(line.pieces, line.source, last.value);
		return JSON.stringify(pieces) === JSON.stringify(line.pieces)
			? []
			: [{ do: 'set', at: ['lines', line.id, 'pieces'], value: pieces as unknown as Json }];
	});
}

/** Headings typed into a line are held by identity from here on (notation.md, section 4). */
export function withAnchors(edit: Edit, names: Names): Edit {
	const complete = (source: unknown) => (typeof source === 'string' ? completeSource(source, names) : null);
	if (edit.do === 'set' && edit.at[0] === 'lines' && edit.at[2] === 'source')
		return { ...edit, value: complete(edit.value) };
	if (
		edit.do === 'insert' &&
		edit.in.length === 1 &&
		edit.in[0] === 'lines' &&
		typeof edit.item === 'object' &&
		edit.item !== null &&
		'source' in edit.item
	)
		return { ...edit, item: { ...edit.item, source: complete(edit.item['source']) } };
	return edit;
}

/**
 * What was done lately, oldest first: one's own commands with what takes them back, and the edits of
 * others, which may stand in the way.
 */
export async function stepsOf(id: string, person: string): Promise<PastStep[]> {
	const rows = await database<CommandRow>('commands')
		.where({ enquiry_id: id })
		.orderBy('revision', 'desc')
		.limit(400)
		.select('revision', 'person_id', 'name', 'kind', 'step', 'edits', 'inverse');
	const steps: PastStep[] = [];
	let size = 0;
	for (const row of rows) {
		const mine = row.person_id === person;
		const step: PastStep = {
			mine,
			name: row.name,
			kind: row.kind,
			step: row.step,
			edits: row.edits as readonly Edit[],
			inverse: mine ? (row.inverse as readonly Edit[]) : []
		};
		size += JSON.stringify(step).length;
		if (size > STEPS_CEILING) break;
		steps.push(step);
	}
	return steps.reverse();
}

/** What was done after one revision and up to another, in order. */
async function commandsSince(
	id: string,
	after: number,
	to: number
): Promise<
	{
		readonly revision: number;
		readonly client: string;
		readonly number: number | null;
		readonly edits: readonly Edit[];
	}[]
> {
	const rows = await database<CommandRow>('commands')
		.where({ enquiry_id: id })
		.where('revision', '>', after)
		.where('revision', '<=', to)
		.orderBy('revision')
		.select('revision', 'client', 'number', 'edits');
	return rows.map(({ revision, client, number, edits }) => ({
		revision,
		client,
		number,
		edits: edits as readonly Edit[]
	}));
}

export async function listMembers(enquiry: string): Promise<Member[]> {
	return database('members')
		.join('people', 'people.id', 'members.person_id')
		.where({ enquiry_id: enquiry })
		.orderBy('people.name')
		.select<Member[]>('people.id', 'people.name', 'people.email', 'members.role');
}

/** Gives a role, or takes it (null). An enquiry always keeps an owner. */
export async function setMember(enquiry: string, person: string, role: Role | null): Promise<string | null> {
	const refused = await database.transaction(async (transaction) => {
		await transaction<EnquiryRow>('enquiries').where({ id: enquiry }).forUpdate().first();
		const owners = await transaction('members')
			.where({ enquiry_id: enquiry, role: 'owner' })
			.whereNot({ person_id: person })
			.first();
		if (!owners && role !== 'owner') return 'An enquiry needs an owner; make somebody else its owner first.';
		const member = { enquiry_id: enquiry, person_id: person };
		if (role)
			await transaction('members')
				.insert({ ...member, role })
				.onConflict(['enquiry_id', 'person_id'])
				.merge(['role']);
		else await transaction('members').where(member).delete();
		return null;
	});
	roles.forget(enquiry);
	return refused;
}
