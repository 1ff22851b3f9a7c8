/**
 * A platform profile: how a platform writes, and what a source on it holds. Data, never code
 * (notation.md, section 8; docs/formats/profile.json). In patterns, `%{name}` is filled in.
 */
import type { FromSchema } from 'json-schema-to-ts';
import { INDEXED_FIELDS } from '../query/index.ts';

const pattern = { type: 'string', maxLength: 400 } as const;
const maybe = { type: ['string', 'null'], maxLength: 400 } as const;

const fieldCodes = Object.fromEntries(INDEXED_FIELDS.map((field) => [field, maybe])) as Record<
	(typeof INDEXED_FIELDS)[number],
	typeof maybe
>;

export const profileSchema = {
	$id: 'https://wide-lantern.example/formats/profile.json',
	title: 'A platform profile',
	type: 'object',
	required: ['id', 'name', 'version', 'platform', 'source'],
	additionalProperties: false,
	properties: {
		id: { type: 'string', pattern: '^[a-z][a-z0-9-]*$', maxLength: 60 },
		name: { type: 'string', minLength: 1, maxLength: 200 },
		version: { type: 'integer', minimum: 1 },
		platform: {
			type: 'object',
			required: [
				'name',
				'fields',
				'terms',
				'headings',
				'operators',
				'proximity',
				'wildcards',
				'lines',
				'limits',
				'ceilings'
			],
			additionalProperties: false,
			properties: {
				name: pattern,
				/** What searchers here have learned of the platform: prices of habits, where its help is. */
				note: { type: 'string', maxLength: 4_000 },
				fields: {
					type: 'object',
					required: ['pattern', 'per', 'several', 'joiner'],
					additionalProperties: false,
					properties: {
						/** `%{code}` and `%{text}`; where the code stands is plain from their order. */
						pattern,
						/** Whether one code may serve a whole bracket. */
						per: { enum: ['term', 'group'] },
						/** Several fields as one list of codes, or as an OR of one term per field. */
						several: { enum: ['list', 'or'] },
						joiner: pattern
					}
				},
				terms: {
					type: 'object',
					required: ['phrase', 'quoteWords', 'collisions'],
					additionalProperties: false,
					properties: {
						phrase: pattern,
						/** True where single words are quoted, too. */
						quoteWords: { type: 'boolean' },
						/** Words that the platform would take for something else; they are quoted. */
						collisions: { type: 'array', maxItems: 200, items: pattern }
					}
				},
				headings: {
					type: ['object', 'null'],
					required: ['pattern', 'narrower', 'exact', 'main', 'qualifiers', 'joiner', 'qualifierBy'],
					additionalProperties: false,
					properties: {
						/** `%{label}`, `%{reach}`, `%{main}`, `%{qualifiers}`. */
						pattern,
						/** What stands for `%{reach}` with narrower headings, and without; null where there is no such form. */
						narrower: maybe,
						exact: maybe,
						main: maybe,
						/** Holds `%{list}`. */
						qualifiers: maybe,
						joiner: pattern,
						qualifierBy: { enum: ['name', 'code'] },
						/** Any heading with a qualifier: holds `%{list}`. */
						anyQualified: maybe,
						/** False where the platform adds narrower headings without showing which. */
						showsNarrower: { type: 'boolean' }
					}
				},
				operators: {
					type: 'object',
					required: ['and', 'or', 'not', 'precedence'],
					additionalProperties: false,
					properties: {
						and: pattern,
						or: pattern,
						/** Null where the platform knows only AND and OR. */
						not: maybe,
						precedence: { enum: ['left-to-right', 'and-first', 'brackets-demanded'] },
						/** Whether operators are read in any case, or only as they are written here. */
						letters: { enum: ['any case', 'as written'] }
					}
				},
				proximity: {
					type: 'object',
					required: ['within', 'before', 'counts', 'largest', 'phrases', 'groups', 'wildcards'],
					additionalProperties: false,
					properties: {
						/** `%{left}`, `%{n}`, `%{right}`; or `%{words}` and `%{n}` where the distance stands behind a quoted phrase. */
						within: maybe,
						before: maybe,
						counts: { enum: ['position difference', 'words between'] },
						/** In the platform's own counting; null for no ceiling. */
						largest: { type: ['integer', 'null'], minimum: 0 },
						phrases: { type: 'boolean' },
						groups: { type: 'boolean' },
						wildcards: { type: 'boolean' }
					}
				},
				wildcards: {
					type: 'object',
					required: ['any', 'one', 'optional', 'smallestStem', 'front', 'inside', 'inPhrases'],
					additionalProperties: false,
					properties: {
						any: maybe,
						one: maybe,
						optional: maybe,
						/** At most `%{n}` more letters, at the end. */
						limited: maybe,
						/** Variants that the platform finds for one wildcard at most; null for no ceiling. */
						mostVariants: { type: ['integer', 'null'], minimum: 1 },
						smallestStem: { type: 'integer', minimum: 0 },
						front: { type: 'boolean' },
						inside: { type: 'boolean' },
						inPhrases: { type: 'boolean' }
					}
				},
				lines: {
					type: 'object',
					required: ['reference', 'anyRun', 'allRun', 'comment'],
					additionalProperties: false,
					properties: {
						/** `%{n}`; null where the platform takes one string only. */
						reference: maybe,
						/** `%{first}` and `%{last}`. */
						anyRun: maybe,
						allRun: maybe,
						/** `%{text}` */
						comment: maybe
					}
				},
				limits: {
					type: 'object',
					required: [
						'years',
						'yearsFrom',
						'yearsTo',
						'year',
						'enteredFrom',
						'enteredBetween',
						'language',
						'type',
						'age',
						'identifier',
						'hasAbstract',
						'hasHeadings'
					],
					additionalProperties: false,
					properties: {
						years: maybe,
						yearsFrom: maybe,
						yearsTo: maybe,
						year: maybe,
						enteredFrom: maybe,
						enteredBetween: maybe,
						language: maybe,
						type: maybe,
						age: maybe,
						identifier: maybe,
						hasAbstract: maybe,
						hasHeadings: maybe
					}
				},
				ceilings: {
					type: 'object',
					required: ['length', 'terms', 'export'],
					additionalProperties: false,
					properties: {
						length: { type: ['integer', 'null'], minimum: 1 },
						terms: { type: ['integer', 'null'], minimum: 1 },
						export: { type: ['integer', 'null'], minimum: 1 },
						wildcards: { type: ['integer', 'null'], minimum: 0 },
						identifiers: { type: ['integer', 'null'], minimum: 1 }
					}
				},
				/** How values of limits are written: with capitals, and whether several words stand without quotes. */
				values: {
					type: 'object',
					additionalProperties: false,
					properties: { capitals: { enum: ['first', 'each'] }, bare: { type: 'boolean' } }
				},
				/** What the platform does with what it is given, unasked. */
				habits: {
					type: 'object',
					required: ['adjacent', 'mapsWords', 'addsNarrower', 'addsVariants', 'hyphen', 'ignored', 'sticks'],
					additionalProperties: false,
					properties: {
						/** What two words side by side mean. */
						adjacent: { enum: ['refused', 'and', 'or', 'phrase'] },
						/** Bare words are also looked for among the headings. */
						mapsWords: { type: 'boolean' },
						/** A heading found so brings its narrower ones. */
						addsNarrower: { type: 'boolean' },
						addsVariants: { enum: ['none', 'plurals', 'endings'] },
						/** `x-ray` is two tokens, or one. */
						hyphen: { enum: ['separates', 'joins'] },
						/** Words that are passed over without a word. */
						ignored: { type: 'array', maxItems: 500, items: pattern },
						/** Settings that stay from one query to the next, in the searcher's words. */
						sticks: { type: 'array', maxItems: 50, items: pattern }
					}
				}
			}
		},
		source: {
			type: 'object',
			required: ['name', 'vocabulary', 'fields'],
			additionalProperties: false,
			properties: {
				name: pattern,
				/** Identifier of the vocabulary that it is indexed with; null where it has no headings. */
				vocabulary: maybe,
				/** Edition of the vocabulary, and years covered, as a searcher would write them. */
				edition: maybe,
				coverage: maybe,
				/** Sets of fields with a code of their own. */
				sets: {
					type: 'array',
					maxItems: 30,
					items: {
						type: 'object',
						required: ['code', 'fields'],
						additionalProperties: false,
						properties: {
							code: { type: 'string', minLength: 1, maxLength: 400 },
							fields: { type: 'array', minItems: 1, maxItems: 7, items: { enum: INDEXED_FIELDS } }
						}
					}
				},
				/** Where text without a code is read; null or missing where every text needs a code. */
				bare: { type: ['array', 'null'], minItems: 1, maxItems: 7, items: { enum: INDEXED_FIELDS } },
				/** The source's own words for values of limits, by `la:english` and the like. */
				values: { type: 'object', additionalProperties: pattern, maxProperties: 500 },
				/** Where the source answers by SRU, if it does. */
				address: maybe,
				/** Name of its own syntax there (SRU 2.0, `queryType`); null or missing where what is written is CQL. */
				queryType: maybe,
				fields: { type: 'object', required: INDEXED_FIELDS, additionalProperties: false, properties: fieldCodes }
			}
		}
	}
} as const;

export type Profile = FromSchema<typeof profileSchema>;

/** Limits of a platform that has none. */
export const NO_LIMITS: Profile['platform']['limits'] = {
	years: null,
	yearsFrom: null,
	yearsTo: null,
	year: null,
	enteredFrom: null,
	enteredBetween: null,
	language: null,
	type: null,
	age: null,
	identifier: null,
	hasAbstract: null,
	hasHeadings: null
};
