/** Candidates are gleaned from records by a job; the last gleaning of an enquiry is kept, and decisions survive it. */
import { logLikelihood, shareRatio, wordsOfList, type GatheredTerm, type TermFigures } from '@wide-lantern/core';
import type { Candidate, GleaningRequest } from '$lib/contract/gleaning';
import type { JobOutcomes, JobView } from '$lib/contract/jobs';
import { gleaningRequest } from '$lib/contract/bodies';
import { textsAt, type OpenCollection } from '$lib/server/collections';
import { computing, giveWay } from '$lib/server/computing';
import { database } from '$lib/server/database';
import { openEnquiry, type OpenEnquiry } from '$lib/server/enquiries';
import { evaluateEnquiry, numbersOfLine, type EvaluatedEnquiry } from '$lib/server/evaluation';
import { compileValidator, type Actor } from '$lib/server/http';
import { beginJob, defineJob, JobRefused, type JobResult, type RunningJob } from '$lib/server/jobs';
import { sourceSets } from '$lib/server/references';
import { GleanerThread } from './gleaner-thread';

type Outcome = JobOutcomes['gleaning'];

/** Candidates that are counted in the collection, and those that are kept: the most over-represented. */
const COUNTED = 6_000;
const KEPT = 1_500;
/** Records that are read at once, and candidates that are counted at once. */
const PART = 500;

export const isGleaningRequest = compileValidator<GleaningRequest>(gleaningRequest);

const gleaningJob = defineJob<'gleaning', GleaningRequest>({
	name: 'gleaning',
	isRequest: isGleaningRequest,
	atOnce: 1,
	longest: 1_800,
	repeatable: true,
	run
});

export async function beginGleaning(
	enquiry: OpenEnquiry,
	request: GleaningRequest,
	by: Pick<Actor, 'id' | 'name'>
): Promise<JobView> {
	return beginJob(gleaningJob, {
		request,
		subject: enquiry.id,
		title: titleOf(enquiry, request),
		by,
		enquiry: enquiry.id
	});
}

function titleOf({ document }: OpenEnquiry, { from, of }: GleaningRequest): string {
	if (from === 'known') return 'known articles and relevant records';
	if (from === 'source') return `records from ${of}`;
	const line = document.lines.findIndex(({ id }) => id === of);
	return line < 0 ? 'a deleted line' : `records of line ${line + 1}`;
}

/** Numbers of the records that candidates come from. @throws JobRefused where there are none */
async function gatheredNumbers(
	evaluated: EvaluatedEnquiry,
	collection: OpenCollection,
	{ from, of }: GleaningRequest
): Promise<readonly number[]> {
	if (from === 'known') {
		const known = [...new Set([...evaluated.marks.benchmark, ...evaluated.marks.relevant])].sort((a, b) => a - b);
		if (known.length === 0)
			throw new JobRefused(
				`${collection.name} holds none of the known articles, and no record is judged relevant. Name articles in the brief, or judge records of a line.`
			);
		return known;
	}
	if (from === 'source') {
		const numbers = (await sourceSets(collection)).get(of) ?? [];
		if (numbers.length === 0) throw new JobRefused(`${collection.name} holds no record from ${of}.`);
		return numbers;
	}
	const numbers = await numbersOfLine(evaluated, { line: of, minus: null, aloneIn: null });
	if (!numbers) throw new JobRefused('The line has been deleted, or cannot be counted at the moment.');
	if (numbers.length === 0)
		throw new JobRefused(
			'The line retrieves nothing, so there is nothing to glean from. Try a rougher one: fewer concepts, the core words alone.'
		);
	return [...numbers].sort((a, b) => a - b);
}

async function run(job: RunningJob<GleaningRequest, Outcome>): Promise<JobResult<Outcome>> {
	const { request } = job;
	const opened = job.enquiry === null ? null : await openEnquiry(job.enquiry);
	if (!opened) throw new JobRefused('The enquiry has been deleted.');
	const evaluated = await evaluateEnquiry(opened, { owner: job.id, batch: true });
	const { collection } = evaluated;
	if (!collection)
		throw new JobRefused(
			'No collection is chosen, or it is still being indexed. Choose one in the brief, and try again.'
		);
	const numbers = await gatheredNumbers(evaluated, collection, request);
	const thread = new GleanerThread(
		{ fewest: request.fewest, hidden: wordsOfList(request.hidden), most: COUNTED },
		job.signal
	);
	try {
		const unlike: number[] = [];
		for (let from = 0; from < numbers.length; from += PART) {
			const began = performance.now();
			const some = numbers.slice(from, from + PART);
			const texts = await textsAt(collection.id, some);
			if (texts.length < some.length) throw new JobRefused('The collection has changed meanwhile. Glean again.');
			for (const place of await thread.add(texts)) unlike.push(some[place] ?? 0);
			job.progress('gleaning-read', Math.min(numbers.length, from + PART), numbers.length);
			await giveWay(performance.now() - began);
		}
		const terms = await thread.finish((share) => {
			job.progress('gleaning', 80 * share, 100);
		});
		const figures: TermFigures[] = [];
		for (let from = 0; from < terms.length; from += PART) {
			figures.push(...(await figuresOf(evaluated, collection, terms.slice(from, from + PART), unlike)));
			job.progress('gleaning', 80 + (20 * from) / terms.length, 100);
		}
		const candidates = terms
			.flatMap((gathered, at) => candidateOf(gathered, figures[at], unlike.length, collection) ?? [])
			.sort((a, b) => b.likelihood - a.likelihood || (a.key < b.key ? -1 : 1))
			.slice(0, KEPT);
		const outcome: Outcome = { records: unlike.length, candidates: candidates.length };
		await database.transaction(async (transaction) => {
			await transaction('gleanings')
				.insert({
					enquiry_id: opened.id,
					request: JSON.stringify(request),
					records_name: titleOf(opened, request),
					collection_id: collection.id,
					collection_name: collection.name,
					made_from: collection.index.facts.madeFrom,
					numbers: unlike,
					records: unlike.length,
					candidates: JSON.stringify(candidates),
					person_name: job.by.name,
					made_at: transaction.fn.now()
				})
				.onConflict('enquiry_id')
				.merge();
			await job.confirm(transaction, outcome);
		});
		return { state: 'done', outcome };
	} finally {
		await thread.end();
	}
}

const figuresOf = (
	{ marks, wanted }: EvaluatedEnquiry,
	collection: OpenCollection,
	terms: readonly GatheredTerm[],
	gathered: readonly number[]
): Promise<readonly TermFigures[]> =>
	computing().ask(
		{
			do: 'gleanedTerms',
			collection: collection.computed,
			lines: [],
			marks,
			final: null,
			concepts: [],
			terms: terms.map(({ heading, variants }) => ({ heading, variants: variants.map(({ text }) => text.split(' ')) })),
			gathered
		},
		wanted
	);

function candidateOf(
	term: GatheredTerm,
	figures: TermFigures | undefined,
	gathered: number,
	collection: OpenCollection
): Candidate | null {
	const { key, variants, titles, keywords, score, strength, firstYear, trend } = term;
	const at = term.heading?.indexOf(':') ?? -1;
	const heading =
		term.heading === null ? null : { vocabulary: term.heading.slice(0, at), heading: term.heading.slice(at + 1) };
	const label = heading ? collection.labelOf(heading.vocabulary, heading.heading) : variants[0]?.text;
	// A heading that its vocabulary does not have any more, or a text that the index does not hold as it was read.
	if (label === undefined || !figures || figures.held === 0) return null;
	const counts = {
		held: figures.held,
		gathered,
		heldElsewhere: figures.all - figures.held,
		elsewhere: collection.size - gathered
	};
	const [times, likelihood] = [shareRatio(counts), logLikelihood(counts)];
	return {
		...{ key, heading, label, variants, held: figures.held, all: figures.all, titles, keywords },
		times,
		// What is rarer here than elsewhere is as surprising, and no candidate: it comes last.
		likelihood: times !== null && times < 1 ? -likelihood : likelihood,
		...{ score, strength, firstYear, trend }
	};
}
