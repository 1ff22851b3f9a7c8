/** A bibliographic record as a collection holds it: one shape, with its JSON Schema. */
import type { FromSchema } from 'json-schema-to-ts';

const text = { type: 'string', maxLength: 2_000_000 } as const;
const texts = { type: 'array', items: text, maxItems: 20_000 } as const;

export const recordSchema = {
	$id: 'https://wide-lantern.example/formats/record.json',
	title: 'A bibliographic record',
	type: 'object',
	required: [
		'id',
		'source',
		'identifiers',
		'titles',
		'abstract',
		'keywords',
		'headings',
		'authors',
		'journal',
		'affiliations',
		'year',
		'entered',
		'languages',
		'types',
		'ages'
	],
	additionalProperties: false,
	properties: {
		/** The source's own number for it. */
		id: { type: 'string', minLength: 1, maxLength: 300 },
		source: { type: 'string', minLength: 1, maxLength: 300 },
		/** Every further identifier, such as a DOI, without a prefix. */
		identifiers: texts,
		/** The title; a translated title is a second one. */
		titles: texts,
		/** Empty where the source has none. */
		abstract: text,
		keywords: texts,
		headings: {
			type: 'array',
			maxItems: 20_000,
			items: {
				type: 'object',
				required: ['vocabulary', 'heading', 'main', 'qualifiers'],
				additionalProperties: false,
				properties: {
					vocabulary: { type: 'string', maxLength: 60 },
					/** Identifier of the heading in its vocabulary. */
					heading: { type: 'string', maxLength: 200 },
					main: { type: 'boolean' },
					/** Names of the qualifiers. */
					qualifiers: texts
				}
			}
		},
		authors: texts,
		journal: text,
		affiliations: texts,
		/** Year of publication; null where unknown. */
		year: { type: ['integer', 'null'], minimum: 0, maximum: 9999 },
		/** ISO date on which the source added it; null where unknown. */
		entered: { type: ['string', 'null'], pattern: '^\\d{4}-\\d{2}-\\d{2}$' },
		languages: texts,
		types: texts,
		ages: texts
	}
} as const;

export type BibliographicRecord = FromSchema<typeof recordSchema>;
