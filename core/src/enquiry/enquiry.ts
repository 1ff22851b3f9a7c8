/**
 * An enquiry: one question with everything that people decide about it, from brief to strategy. It is kept
 * in the database and changed by edits. What happens meanwhile is kept beside it (facts.ts).
 */
import type { FromSchema } from 'json-schema-to-ts';

const line = { type: 'string', maxLength: 2_000 } as const;
const prose = { type: 'string', maxLength: 100_000 } as const;
const id = { type: 'string', minLength: 1, maxLength: 100 } as const;
const date = { type: ['string', 'null'], pattern: '^\\d{4}-\\d{2}-\\d{2}$' } as const;
const maybeLine = { type: ['string', 'null'], maxLength: 2_000 } as const;
const maybeId = { type: ['string', 'null'], maxLength: 100 } as const;

const item = <
	const Properties extends Record<string, unknown>,
	const Required extends readonly (keyof Properties & string)[]
>(
	properties: Properties,
	required: Required
) =>
	({
		type: 'object',
		additionalProperties: false,
		required: ['id', ...required] as readonly ['id', ...Required],
		properties: { id, ...properties }
	}) as const;

const list = <const Items>(items: Items, maxItems = 2_000) => ({ type: 'array', maxItems, items }) as const;

/** Published frameworks that split a question into parts; our own wording. */
export const FRAMEWORKS = {
	PICO: ['Population', 'Intervention', 'Comparison', 'Outcome'],
	PEO: ['Population', 'Exposure', 'Outcome'],
	PCC: ['Population', 'Concept', 'Context'],
	SPIDER: ['Sample', 'Phenomenon of interest', 'Design', 'Evaluation', 'Research type'],
	'free form': []
} as const;
export type FrameworkName = keyof typeof FRAMEWORKS;

export const LINE_ROLES = ['headings', 'words', 'mixed', 'joining', 'limit', 'filter', 'check'] as const;
export type LineRole = (typeof LINE_ROLES)[number];
const SEARCHING_ROLES: ReadonlySet<string> = new Set<LineRole>(['headings', 'words', 'mixed']);
/** True for lines that search themselves, not through other lines. */
export const isSearching = (role: LineRole | null): boolean => role !== null && SEARCHING_ROLES.has(role);

/** This one; with all narrower ones, also those that the vocabulary gains; or with some of them, picked by hand. */
const reach = { enum: ['this', 'narrower', 'picked'] } as const;
const ids = {
	type: ['array', 'null'],
	maxItems: 2_000,
	items: { type: 'string', minLength: 1, maxLength: 200 }
} as const;

/** The text of a line as it is kept, with anchors (see strategy/anchors.ts), which are longer than what is typed. */
const source = { type: 'string', maxLength: 1_000_000 } as const;

export const conceptSchema = item(
	{
		name: line,
		note: prose,
		strands: list(item({ name: line }, ['name']), 100),
		headings: list(
			item(
				{
					vocabulary: line,
					heading: line,
					reach,
					main: { type: 'boolean' },
					strand: maybeId,
					note: prose,
					picked: ids,
					except: ids,
					qualifiers: ids
				},
				['vocabulary', 'heading', 'reach', 'main', 'strand', 'note']
			)
		),
		words: list(item({ text: line, strand: maybeId, origin: line }, ['text', 'strand', 'origin'])),
		/** Finds for later thought; a parked heading keeps what it is. */
		parked: list(item({ text: line, vocabulary: maybeLine, heading: maybeLine }, ['text'])),
		/** Vocabularies in which no heading fits, and why: checks stop asking, the dossier says it. */
		noHeading: list(
			item({ vocabulary: line, reason: line, by: line, on: date }, ['vocabulary', 'reason', 'by', 'on']),
			200
		),
		/** Somebody has said that nothing is missing from it. */
		complete: { type: 'boolean' },
		/** Left out of the search on purpose, and why: no line joins it until somebody puts it back. */
		dropped: {
			type: ['object', 'null'],
			required: ['reason', 'by', 'on'],
			additionalProperties: false,
			properties: {
				reason: line,
				by: line,
				on: date,
				/** The lines that it was taken from, and how they read before and after. */
				lines: list(item({ before: source, after: source }, ['before', 'after']), 300)
			}
		}
	},
	['name', 'note', 'strands', 'headings', 'words', 'parked']
);

export const strategyLineSchema = item(
	{
		source,
		concept: maybeId,
		strand: maybeId,
		role: { enum: LINE_ROLES },
		/** True where a person has set the role, or the concept, by command: text changes neither then. */
		roleSet: { type: 'boolean' },
		conceptSet: { type: 'boolean' },
		label: line,
		note: prose,
		off: { type: 'boolean' },
		/** The part that the line was brought in with, and how it read then; a line that reads otherwise now has been changed. */
		part: {
			type: 'object',
			required: ['name', 'version', 'source'],
			additionalProperties: false,
			properties: {
				name: line,
				version: { type: 'integer', minimum: 1 },
				source: { type: 'string', maxLength: 1_000_000 }
			}
		},
		/**
		 * What hangs on single words, phrases and headings of the line: `nth` counts them from 0 and is
		 * null for one that is gone from the text; `text` is as it was last (strategy/line-pieces.ts).
		 */
		pieces: list(
			item(
				{
					text: { type: 'string', maxLength: 20_000 },
					nth: { type: ['integer', 'null'], minimum: 0 },
					origin: line,
					note: prose
				},
				['text', 'nth', 'origin', 'note']
			),
			5_000
		)
	},
	['source', 'concept', 'strand', 'role', 'label', 'note', 'off']
);

export const enquirySchema = {
	$id: 'https://wide-lantern.example/formats/enquiry-document.json',
	title: 'The document of an enquiry',
	type: 'object',
	additionalProperties: false,
	required: [
		'title',
		'question',
		'framework',
		'parts',
		'articles',
		'dates',
		'sources',
		'people',
		'inclusion',
		'exclusion',
		'journal',
		'collection',
		'concepts',
		'lines',
		'renderings'
	],
	properties: {
		title: line,
		question: { ...prose, minLength: 1, pattern: '\\S' },
		framework: { enum: ['PICO', 'PEO', 'PCC', 'SPIDER', 'free form'] },
		/** A part is covered by a concept, or left out with a reason. */
		parts: list(
			item({ name: line, text: prose, concept: maybeId, leftOut: { type: ['string', 'null'], maxLength: 2_000 } }, [
				'name',
				'text',
				'concept',
				'leftOut'
			]),
			50
		),
		articles: list(item({ citation: prose, identifier: line }, ['citation', 'identifier'])),
		dates: list(
			item({ timeline: { enum: ['team', 'searcher'] }, what: line, due: date, done: { type: 'boolean' } }, [
				'timeline',
				'what',
				'due',
				'done'
			]),
			200
		),
		sources: list(
			item(
				{
					kind: { enum: ['database', 'register', 'other'] },
					database: line,
					platform: line,
					coverage: line,
					reason: prose,
					profile: maybeId
				},
				['kind', 'database', 'platform', 'coverage', 'reason', 'profile']
			),
			200
		),
		people: list(item({ name: line, affiliation: line, does: line, credit: line }, ['name', 'does', 'credit']), 200),
		inclusion: list(item({ text: prose }, ['text']), 500),
		exclusion: list(item({ text: prose }, ['text']), 500),
		journal: list(
			item(
				{
					date,
					kind: { enum: ['decision', 'correspondence', 'work'] },
					text: prose,
					hours: { type: ['number', 'null'], minimum: 0, maximum: 10_000 }
				},
				['date', 'kind', 'text', 'hours']
			),
			20_000
		),
		/** The collection that counts are taken from. */
		collection: maybeId,
		concepts: list(conceptSchema, 200),
		lines: list(strategyLineSchema, 2_000),
		/** The line marked as the result by command; without one it is told by the roles (notation.md, section 5). */
		result: maybeId,
		/** Which profiles the strategy is written in, and what was decided there. */
		renderings: list(
			item(
				{
					profile: line,
					first: { type: 'integer', minimum: 1, maximum: 100_000 },
					/** Pieces (in the notation; `{*}` for every heading) left out of this rendering, and why. */
					leftOut: list(
						item({ piece: { type: 'string', maxLength: 20_000 }, why: line, by: line, on: date }, [
							'piece',
							'why',
							'by',
							'on'
						]),
						2_000
					),
					/** What was decided about notes: taken as it is, left out, or something in the piece's place. */
					decisions: list(
						item(
							{
								piece: { type: 'string', maxLength: 20_000 },
								cause: line,
								take: { enum: ['accept', 'leave out', 'replace'] },
								text: { type: 'string', maxLength: 20_000 },
								why: line,
								by: line,
								on: date
							},
							['piece', 'cause', 'take', 'text', 'why', 'by', 'on']
						),
						2_000
					),
					/** Lines that this source alone has, has otherwise, or has not; `of` is the strategy's line as it was then. */
					own: list(
						item(
							{
								do: { enum: ['add', 'replace', 'skip', 'text'] },
								at: maybeId,
								text: { type: 'string', maxLength: 200_000 },
								of: { type: 'string', maxLength: 200_000 },
								why: line,
								by: line,
								on: date
							},
							['do', 'at', 'text', 'of', 'why', 'by', 'on']
						),
						2_000
					),
					/** Fields that the source has several ways of searching, and the way that was chosen. */
					fields: list(
						item(
							{
								wanted: { type: 'array', minItems: 1, maxItems: 20, items: { type: 'string', maxLength: 20 } },
								way: { type: 'string', maxLength: 500 }
							},
							['wanted', 'way']
						),
						200
					)
				},
				['profile', 'first', 'leftOut']
			),
			200
		)
	}
} as const;

export type EnquiryDocument = FromSchema<typeof enquirySchema>;
export type Concept = EnquiryDocument['concepts'][number];
export type StrategyLine = EnquiryDocument['lines'][number];
export type BriefSource = EnquiryDocument['sources'][number];

/** An enquiry with nothing but its question. */
export function newEnquiry(question: string, framework: FrameworkName, newId: () => string): EnquiryDocument {
	return {
		// The question serves as the title until somebody gives it a shorter one.
		title: '',
		question: question.trim(),
		framework,
		parts: FRAMEWORKS[framework].map((name) => ({ id: newId(), name, text: '', concept: null, leftOut: null })),
		articles: [],
		dates: [],
		sources: [],
		people: [],
		inclusion: [],
		exclusion: [],
		journal: [],
		collection: null,
		concepts: [],
		lines: [],
		renderings: []
	};
}

/** Letters of concepts in their order: A to Z, AA, AB and on. */
export function conceptLetter(index: number): string {
	let letters = '';
	for (let rest = index + 1; rest > 0; rest = Math.floor((rest - 1) / 26))
		letters = String.fromCharCode(65 + ((rest - 1) % 26)) + letters;
	return letters;
}
