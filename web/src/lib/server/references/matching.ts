/**
 * Keywords of a file become headings: exports mix both. What they would become is shown first; a job does it, and what was
 * read stays, so that it is done again or undone.
 */
import { HeadingMatcher, type AssignedHeading, type BibliographicRecord } from '@wide-lantern/core';
import type { JobOutcomes, JobView } from '$lib/contract/jobs';
import { HEADING_RESTS, type HeadingPreview, type HeadingRequest } from '$lib/contract/references';
import { collectionChanged, ownCollectionOf } from '$lib/server/collections';
import { giveWay } from '$lib/server/computing';
import { database } from '$lib/server/database';
import { compileValidator, type Actor } from '$lib/server/http';
import { beginJob, defineJob, JobRefused, type JobResult, type RunningJob } from '$lib/server/jobs';
import { createYielder } from '$lib/server/process';
import { openVocabulary } from '$lib/server/vocabularies';
import { batchRow, seal } from './batches';
import { referenceOf } from './export';
import { beginLinking } from './linking';

type Outcome = JobOutcomes['headings'];
interface MatchRequest extends HeadingRequest {
	readonly batch: string;
}

/** Keywords by which the style of a file is found, and that are shown as examples. */
const TELLING = 2_000;
const EXAMPLES = 60;
/** Records that are matched at once. */
const PART = 500;

const isKeywords = compileValidator<readonly { text: string; count: string }[]>({
	type: 'array',
	items: {
		type: 'object',
		required: ['text', 'count'],
		properties: { text: { type: 'string' }, count: { type: 'string' } }
	}
});

/** Keywords of a batch as they were read, each with the records that have it, the most frequent first. */
async function keywordsOf(batch: string): Promise<readonly { readonly text: string; readonly count: number }[]> {
	const { rows } = await database.raw<{ rows: unknown }>(
		`select k.text, count(*)::text as count
		 from records r, jsonb_array_elements_text(coalesce(r.keywords_read, r.data->'keywords')) as k(text)
		 where r.batch_id = ?::uuid group by k.text order by count(*) desc, k.text`,
		[batch]
	);
	if (!isKeywords(rows)) throw new Error('The keywords of a file are damaged in the database.');
	return rows.map(({ text, count }) => ({ text, count: Number(count) }));
}

async function matcherOf(vocabulary: string) {
	const opened = await openVocabulary(vocabulary);
	return opened && { vocabulary: opened.vocabulary, matcher: new HeadingMatcher(opened.vocabulary) };
}

/** @returns null where there is no such batch, or no such vocabulary */
export async function previewMatching(
	enquiry: string,
	batch: string,
	vocabulary: string
): Promise<HeadingPreview | null> {
	const [row, found] = await Promise.all([batchRow(enquiry, batch), matcherOf(vocabulary)]);
	if (!row || !found) return null;
	const keywords = await keywordsOf(batch);
	const style = found.matcher.styleOf(keywords.slice(0, TELLING).map(({ text }) => text));
	const yieldNow = createYielder();
	let [total, byLabel, byOtherName] = [0, 0, 0];
	const examples: HeadingPreview['examples'][number][] = [];
	for (const { text, count } of keywords) {
		await yieldNow();
		const match = found.matcher.match(text, style);
		total += count;
		if (match?.by === 'label') byLabel += count;
		else if (match) byOtherName += count;
		if (examples.length < EXAMPLES)
			examples.push({
				text: text.slice(0, 300),
				count,
				heading: match ? (found.vocabulary.get(match.heading)?.label ?? match.heading) : null,
				main: match?.main ?? false,
				qualifiers: match?.qualifiers ?? [],
				by: match?.by ?? null
			});
	}
	return { style, keywords: total, byLabel, byOtherName, examples };
}

const matchingJob = defineJob<'headings', MatchRequest>({
	name: 'headings',
	isRequest: compileValidator<MatchRequest>({
		type: 'object',
		required: ['batch', 'vocabulary', 'otherNames', 'rest'],
		additionalProperties: false,
		properties: {
			batch: { type: 'string', pattern: '^[0-9a-f-]{36}$' },
			vocabulary: { type: ['string', 'null'] },
			otherNames: { type: 'boolean' },
			rest: { enum: HEADING_RESTS }
		}
	}),
	atOnce: 2,
	longest: 1_800,
	repeatable: true,
	run
});

/** @returns null where there is no such batch, or no such vocabulary */
export async function beginMatching(
	enquiry: string,
	batch: string,
	request: HeadingRequest,
	actor: Pick<Actor, 'id' | 'name'>
): Promise<JobView | null> {
	const row = await batchRow(enquiry, batch);
	if (!row || (request.vocabulary !== null && !(await matcherOf(request.vocabulary)))) return null;
	return beginJob(matchingJob, {
		request: { ...request, batch },
		subject: batch,
		title: row.file_name,
		by: actor,
		enquiry
	});
}

/** The headings of a record, each once; and the keywords that are none. */
function matched(
	keywords: readonly string[],
	vocabulary: string,
	matchOf: (text: string) => AssignedHeading | null
): { readonly headings: BibliographicRecord['headings']; readonly rest: string[]; readonly count: number } {
	const headings = new Map<string, BibliographicRecord['headings'][number]>();
	const rest: string[] = [];
	for (const text of keywords) {
		const match = matchOf(text);
		if (!match) {
			rest.push(text);
			continue;
		}
		const known = headings.get(match.heading);
		headings.set(match.heading, {
			vocabulary,
			heading: match.heading,
			main: match.main || (known?.main ?? false),
			qualifiers: [...new Set([...(known?.qualifiers ?? []), ...match.qualifiers])]
		});
	}
	return { headings: [...headings.values()], rest, count: keywords.length - rest.length };
}

const isText = compileValidator<readonly string[]>({ type: 'array', items: { type: 'string' } });

async function run(job: RunningJob<MatchRequest, Outcome>): Promise<JobResult<Outcome>> {
	const { enquiry, request } = job;
	if (enquiry === null) throw new JobRefused('The enquiry has been deleted.');
	const { batch, vocabulary, otherNames, rest } = request;
	const found = vocabulary === null ? null : await matcherOf(vocabulary);
	if (vocabulary !== null && !found) throw new JobRefused('The vocabulary has been removed. Nothing was changed.');
	const style = found?.matcher.styleOf((await keywordsOf(batch)).slice(0, TELLING).map(({ text }) => text));
	const matchOf = (text: string): AssignedHeading | null => {
		const match = found && style ? found.matcher.match(text, style) : null;
		return match && (otherNames || match.by === 'label') ? match : null;
	};
	const outcome = await database.transaction(async (transaction) => {
		// Whoever adds or removes a file at this moment waits.
		await transaction('collections')
			.where({ id: ownCollectionOf(enquiry) })
			.forUpdate()
			.first('id');
		const held = await transaction('batches').where({ id: batch }).first<{ read: number } | undefined>('read');
		if (!held) throw new JobRefused('The file has been removed.');
		let [keywords, count, done, last] = [0, 0, 0, -1];
		let first: number | null = null;
		for (;;) {
			const rows = await transaction('records')
				.where({ batch_id: batch })
				.where('number', '>', last)
				.orderBy('number')
				.limit(PART)
				.select<{ number: number; data: unknown; kept: unknown; keywords_read: unknown }[]>(
					'number',
					'data',
					'kept',
					'keywords_read'
				);
			if (rows.length === 0) break;
			first ??= rows[0]?.number ?? null;
			const began = performance.now();
			const changed = rows.map((row) => {
				const { record } = referenceOf(row);
				if (row.keywords_read !== null && !isText(row.keywords_read))
					throw new Error('The keywords of a record are damaged in the database.');
				const read = row.keywords_read ?? record.keywords;
				const of = vocabulary === null ? null : matched(read, vocabulary, matchOf);
				keywords += read.length;
				count += of?.count ?? 0;
				return {
					number: row.number,
					headings: of?.headings ?? [],
					keywords: of ? (rest === 'keywords' ? of.rest : []) : read,
					read: of ? read : null
				};
			});
			await transaction.raw(
				`update records r
				 set data = r.data || jsonb_build_object('headings', c.value->'headings', 'keywords', c.value->'keywords'),
				     keywords_read = nullif(c.value->'read', 'null'::jsonb)
				 from jsonb_array_elements(?::jsonb) as c(value)
				 where r.batch_id = ?::uuid and r.number = (c.value->>'number')::int`,
				[JSON.stringify(changed), batch]
			);
			last = rows.at(-1)?.number ?? last;
			done += rows.length;
			job.progress('matching', done, held.read);
			job.signal.throwIfAborted();
			await giveWay(performance.now() - began);
		}
		await transaction('batches')
			.where({ id: batch })
			.update({
				matching:
					vocabulary === null ? null : JSON.stringify({ vocabulary, otherNames, rest, keywords, matched: count })
			});
		await seal(transaction, enquiry, first);
		await job.confirm(transaction, { keywords, matched: count });
		return { keywords, matched: count };
	});
	await collectionChanged(ownCollectionOf(enquiry));
	await beginLinking(enquiry, job.by);
	return { state: 'done', outcome };
}
