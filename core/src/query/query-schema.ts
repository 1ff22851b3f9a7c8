/** The shape of a bound query as it travels to another thread (see bind.ts, `Query`). */
import { LIMIT_FIELDS, MARKED_SETS } from './expression.ts';
import { INDEXED_FIELDS } from './bind.ts';

const text = { type: 'string' } as const;
const texts = { type: 'array', items: text } as const;
const number = { type: ['integer', 'null'] } as const;
const fields = { type: 'array', items: { enum: INDEXED_FIELDS } } as const;
const query = { $ref: '#/definitions/query' } as const;
const spans = { $ref: '#/definitions/spans' } as const;

const kind = (
	kinds: string | readonly string[],
	properties: Readonly<Record<string, object>>,
	optional: Readonly<Record<string, object>> = {}
) => ({
	type: 'object',
	required: ['kind', ...Object.keys(properties)],
	additionalProperties: false,
	properties: { kind: { enum: [kinds].flat() }, ...properties, ...optional }
});

export const querySchema = {
	$id: 'https://wide-lantern.example/formats/query.json',
	title: 'A bound query',
	...query,
	definitions: {
		spans: {
			oneOf: [
				kind('word', { fields, pattern: text }),
				kind('phrase', { fields, patterns: texts }),
				kind('near', {
					fields,
					ordered: { type: 'boolean' },
					distance: { type: 'integer', minimum: 1 },
					left: spans,
					right: spans
				}),
				kind('either', { fields, sides: { type: 'array', items: spans } })
			]
		},
		query: {
			oneOf: [
				spans,
				kind(['and', 'or'], { parts: { type: 'array', items: query } }),
				kind('not', { keep: query, drop: query }),
				kind(
					'assigned',
					{ headings: { type: ['array', 'null'], items: text }, main: { type: 'boolean' }, qualifiers: texts },
					{ vocabulary: text }
				),
				kind('years', { first: number, last: number }),
				kind('entered', { first: { type: ['string', 'null'] }, last: { type: ['string', 'null'] } }),
				kind('entry', { field: { enum: LIMIT_FIELDS }, patterns: texts }),
				kind('identifier', { values: texts }),
				kind('presence', { has: { type: 'boolean' }, part: { enum: ['ab', 'hd'] } }),
				kind('marked', { set: { enum: MARKED_SETS } }),
				kind('by-hand', { instruction: text }),
				kind('line', { id: { type: ['string', 'null'] } })
			]
		}
	}
} as const;
