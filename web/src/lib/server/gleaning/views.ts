/** The last gleaning of an enquiry as the screen shows it: candidates, decisions, what each would add, examples. */
import { ABSTRACT_WORDS, joinedLines, tokenize, type BibliographicRecord } from '@wide-lantern/core';
import type {
	Candidate,
	CandidateDecision,
	CandidateExample,
	CandidateFigures,
	GainCurve,
	Gleanings,
	GleaningRequest
} from '$lib/contract/gleaning';
import { recordsAt } from '$lib/server/collections';
import { computing } from '$lib/server/computing';
import { database } from '$lib/server/database';
import type { OpenEnquiry } from '$lib/server/enquiries';
import { resultOf, type EvaluatedEnquiry } from '$lib/server/evaluation';
import { compileValidator, type Actor } from '$lib/server/http';
import { sourceSets } from '$lib/server/references';
import { isGleaningRequest } from './gleaning';
import { closed, whole } from '$lib/contract/schemas';

const text = { type: 'string' } as const;
const areCandidates = compileValidator<readonly Candidate[]>({
	type: 'array',
	items: closed({
		key: text,
		heading: { anyOf: [{ type: 'null' }, closed({ vocabulary: text, heading: text })] },
		label: text,
		variants: { type: 'array', items: closed({ text, records: whole }) },
		held: whole,
		all: whole,
		titles: whole,
		keywords: whole,
		times: { type: ['number', 'null'] },
		likelihood: { type: 'number' },
		score: { type: 'number' },
		strength: whole,
		firstYear: { type: ['integer', 'null'] },
		trend: { type: 'number' }
	})
});

interface GleaningRow {
	request: unknown;
	records_name: string;
	collection_id: string;
	collection_name: string;
	made_from: string;
	numbers: number[];
	records: number;
	candidates: unknown;
	person_name: string;
	made_at: Date;
}
interface Kept extends Omit<GleaningRow, 'request' | 'candidates'> {
	readonly request: GleaningRequest;
	readonly candidates: readonly Candidate[];
}

async function keptGleaning(enquiry: string): Promise<Kept | null> {
	const row = await database<GleaningRow>('gleanings')
		.where({ enquiry_id: enquiry } as object)
		.first();
	if (!row) return null;
	const { request, candidates } = row;
	if (!isGleaningRequest(request) || !areCandidates(candidates))
		throw new Error('The candidates of an enquiry are damaged in the database.');
	return { ...row, request, candidates };
}

/** True where the figures of a gleaning are of the collection as it is. */
const isOf = (kept: Kept, { collection }: EvaluatedEnquiry): boolean =>
	collection?.id === kept.collection_id && collection.index.facts.madeFrom === kept.made_from;

export async function gleaningsOf(evaluated: EvaluatedEnquiry): Promise<Gleanings> {
	const { id } = evaluated.enquiry;
	const [kept, decisions, sources] = await Promise.all([
		keptGleaning(id),
		decisionsOf(id),
		evaluated.collection ? sourceSets(evaluated.collection) : new Map<string, readonly number[]>()
	]);
	return {
		gleaning: kept && {
			request: kept.request,
			name: kept.records_name,
			collection: kept.collection_name,
			records: kept.records,
			by: kept.person_name,
			at: kept.made_at.toISOString(),
			outdated: !isOf(kept, evaluated),
			candidates: kept.candidates
		},
		decisions,
		sources: [...sources.keys()],
		hidden: ABSTRACT_WORDS.join(' ')
	};
}

interface DecisionRow {
	candidate: string;
	decision: CandidateDecision['decision'];
	person_name: string;
	decided_at: Date;
}
export async function decisionsOf(enquiry: string): Promise<readonly CandidateDecision[]> {
	const rows = await database('gleaning_decisions')
		.where({ enquiry_id: enquiry })
		.orderBy(['decided_at', 'candidate'])
		.select<DecisionRow[]>('candidate', 'decision', 'person_name', 'decided_at');
	return rows.map(({ candidate, decision, person_name, decided_at }) => ({
		candidate,
		decision,
		by: person_name,
		at: decided_at.toISOString()
	}));
}

export interface Deciding {
	readonly candidate: string;
	/** Null takes the decision back. */
	readonly decision: CandidateDecision['decision'] | null;
}
export async function decideOn(
	enquiry: string,
	decisions: readonly Deciding[],
	by: Pick<Actor, 'name'>
): Promise<readonly CandidateDecision[]> {
	// Of several for one candidate the last counts.
	const last = new Map(decisions.map(({ candidate, decision }) => [candidate, decision]));
	await database.transaction(async (transaction) => {
		const of = (wanted: boolean) => [...last].filter(([, decision]) => (decision === null) === wanted);
		await transaction('gleaning_decisions')
			.where({ enquiry_id: enquiry })
			.whereIn(
				'candidate',
				of(true).map(([candidate]) => candidate)
			)
			.delete();
		const made = of(false);
		if (made.length > 0)
			await transaction('gleaning_decisions')
				.insert(
					made.map(([candidate, decision]) => ({
						enquiry_id: enquiry,
						candidate,
						decision,
						person_name: by.name,
						decided_at: transaction.fn.now()
					}))
				)
				.onConflict(['enquiry_id', 'candidate'])
				.merge();
	});
	return decisionsOf(enquiry);
}

const countable = ({ heading, variants }: Candidate) => ({
	heading: heading && `${heading.vocabulary}:${heading.heading}`,
	variants: variants.map((variant) => variant.text.split(' '))
});

export async function candidateFigures(evaluated: EvaluatedEnquiry): Promise<CandidateFigures> {
	const { enquiry, collection, packed, marks, wanted } = evaluated;
	const { document, revision } = enquiry;
	const kept = await keptGleaning(enquiry.id);
	const final = resultOf(evaluated);
	const searched = document.concepts.filter(({ dropped }) => !dropped);
	const nothing = { revision, concepts: searched.map(({ id }) => id), counted: false, adds: [] };
	if (!kept || !collection || !isOf(kept, evaluated)) return nothing;
	const figures = await computing().ask(
		{
			do: 'gleanedTerms',
			collection: collection.computed,
			lines: packed,
			marks,
			final: final?.id ?? null,
			concepts: searched.map(({ id }) => linesOfConcept(document, id)),
			terms: kept.candidates.map(countable),
			gathered: []
		},
		wanted
	);
	return { ...nothing, counted: final !== null, adds: figures.map(({ adds }) => adds) };
}

/** Candidates that the last gleaning does not have are passed over, and gain nothing. */
export async function gainsOf(evaluated: EvaluatedEnquiry, keys: readonly string[]): Promise<GainCurve> {
	const { enquiry, collection, packed, marks, wanted } = evaluated;
	const { document, revision } = enquiry;
	const kept = await keptGleaning(enquiry.id);
	const final = resultOf(evaluated);
	if (!kept || !collection || !final || !isOf(kept, evaluated)) return { revision, gained: [] };
	const byKey = new Map(kept.candidates.map((one) => [one.key, one]));
	const asked = keys.map((key) => byKey.get(key) ?? null);
	const gained = await computing().ask(
		{
			do: 'gainCurve',
			collection: collection.computed,
			lines: packed,
			marks,
			final: final.id,
			concepts: document.concepts.filter(({ dropped }) => !dropped).map(({ id }) => linesOfConcept(document, id)),
			terms: asked.flatMap((one) => (one ? [countable(one)] : []))
		},
		wanted
	);
	let [at, last] = [0, 0];
	return {
		revision,
		gained: gained.length === 0 ? [] : asked.map((one) => (one ? (last = gained[at++] ?? last) : last))
	};
}

/** The lines of a concept, with the last one for words and the last one for headings. */
function linesOfConcept(document: OpenEnquiry['document'], concept: string) {
	const lines = joinedLines(document, concept, null);
	const last = (...roles: readonly string[]) => lines.filter(({ role }) => roles.includes(role)).at(-1)?.id ?? null;
	return { lines: lines.map(({ id }) => id), words: last('words', 'mixed'), headings: last('headings', 'mixed') };
}

/** Examples that are shown of a candidate, and characters around it. */
const EXAMPLES = 3;
const AROUND = 70;

/** None where the last gleaning has no such candidate, or its records are not what they were. */
export async function examplesOf(evaluated: EvaluatedEnquiry, key: string): Promise<readonly CandidateExample[]> {
	const { collection, marks, wanted } = evaluated;
	const kept = await keptGleaning(evaluated.enquiry.id);
	const candidate = kept?.candidates.find((one) => one.key === key);
	if (!kept || !candidate || !collection || !isOf(kept, evaluated)) return [];
	const asked = { term: countable(candidate), among: kept.numbers, most: EXAMPLES };
	const numbers = await computing().ask(
		{ do: 'termRecords', collection: collection.computed, lines: [], marks, ...asked },
		wanted
	);
	return (await recordsAt(collection.id, numbers)).map((record) => ({
		record: record.id,
		title: record.titles[0] ?? '',
		year: record.year,
		...around(record, asked.term.variants)
	}));
}

/** The first place of any variant, with the text around it: in the abstract, else in titles and keywords. */
function around(
	{ titles, abstract, keywords }: BibliographicRecord,
	variants: readonly (readonly string[])[]
): Pick<CandidateExample, 'before' | 'match' | 'after'> {
	for (const field of [abstract, ...titles, ...keywords]) {
		const tokens = tokenize(field);
		for (let at = 0; at < tokens.length; at++) {
			const found = variants.find((words) => words.every((word, next) => tokens[at + next]?.text === word));
			const [first, last] = [tokens[at], tokens[at + (found?.length ?? 1) - 1]];
			if (!found || !first || !last) continue;
			const [from, to] = [Math.max(0, first.from - AROUND), Math.min(field.length, last.to + AROUND)];
			// No word is cut, where there are spaces.
			const [begun, ended] = [field.slice(from, first.from), field.slice(last.to, to)];
			return {
				before: from > 0 ? `… ${begun.replace(/^\S*\s/, '')}` : begun,
				match: field.slice(first.from, last.to),
				after: to < field.length ? `${ended.replace(/\s\S*$/, '')} …` : ended
			};
		}
	}
	return { before: '', match: '', after: '' };
}
