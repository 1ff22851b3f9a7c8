/**
 * JSON Schemas of what requests carry, by method and route: the server checks every body by them, and the
 * OpenAPI description holds them. Their types are in the files of this folder; `npm run formats`
 * compares the two.
 */
import {
	editSchema,
	enquiryFileSchema,
	FRAMEWORKS,
	packedLinesSchema,
	partSchema,
	recipeSchema,
	runLineSchema,
	SIGN_OFF_KINDS,
	tableShapeSchema,
	VERDICTS
} from '@wide-lantern/core';
import type { Route } from './api';
import { MAPPING_KINDS } from './crosswalks';
import { ROLES } from './enquiries';
import { DECISIONS, GLEANED_FROM } from './gleaning';
import { BATCH_PURPOSES, HEADING_RESTS } from './references';
import { closed } from './schemas';

const text = (maxLength: number) => ({ type: 'string', maxLength }) as const;
const name = { type: 'string', minLength: 1, maxLength: 100 } as const;
const revision = { type: 'integer', minimum: 0 } as const;
const edits = (most: number, least = 0) => ({ type: 'array', minItems: least, maxItems: most, items: editSchema });
const command = closed({ client: name, number: { type: 'integer', minimum: 1 } });
const place = { type: 'array', minItems: 1, maxItems: 20, items: { type: 'string' } };
const profile = closed({ profile: text(60) });
const address = closed({ address: text(2_000) }, { note: text(2_000) });

const decision = {
	...closed({
		kind: { enum: MAPPING_KINDS },
		targets: {
			type: 'array',
			maxItems: 20,
			uniqueItems: true,
			items: { type: 'string', minLength: 1, maxLength: 200 }
		},
		reason: text(2_000),
		seen: { type: ['integer', 'null'], minimum: 1 }
	}),
	allOf: [
		{
			if: { properties: { kind: { const: 'none' } } },
			then: { properties: { targets: { maxItems: 0 }, reason: { minLength: 3 } } },
			else: { properties: { targets: { minItems: 1 } } }
		},
		{ if: { properties: { kind: { const: 'two' } } }, then: { properties: { targets: { minItems: 2 } } } }
	]
};

const referencePlace = closed({
	batch: { type: 'string', pattern: '^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$' },
	place: { type: 'integer', minimum: 0 }
});

/** Also of the job that gleans. */
export const gleaningRequest = closed({
	from: { enum: GLEANED_FROM },
	of: text(500),
	fewest: { type: 'integer', minimum: 1, maximum: 1_000 },
	hidden: text(20_000)
});

const chosenFiles = closed({
	name: { type: 'string', minLength: 1, maxLength: 200, pattern: '\\S' },
	batches: { type: 'array', minItems: 1, maxItems: 1_000, items: { type: 'string', pattern: '^[0-9a-f-]{36}$' } },
	merged: { type: 'boolean' }
});

export const BODIES = {
	'PUT /api/v1/enquiries/[enquiry]/batches/[batch]': closed({
		purpose: { enum: BATCH_PURPOSES },
		stated: { type: ['integer', 'null'], minimum: 0, maximum: 99_999_999 }
	}),
	'POST /api/v1/enquiries/[enquiry]/collections': chosenFiles,
	'PUT /api/v1/enquiries/[enquiry]/collections/[collection]': chosenFiles,
	'PUT /api/v1/recipes/[recipe]': recipeSchema,
	'POST /api/v1/enquiries/[enquiry]/batches/[batch]/headings': closed({
		vocabulary: { type: ['string', 'null'], minLength: 1, maxLength: 60 },
		otherNames: { type: 'boolean' },
		rest: { enum: HEADING_RESTS }
	}),
	'POST /api/v1/enquiries/[enquiry]/batches/[batch]/unreadable/[number]': closed({
		text: { type: 'string', minLength: 1, maxLength: 100_000, pattern: '\\S' }
	}),
	'POST /api/v1/enquiries/[enquiry]/duplicates/decisions': closed(
		{ left: referencePlace, same: { type: 'boolean' } },
		{ right: referencePlace }
	),
	'POST /api/v1/enquiries/[enquiry]/gleaning': gleaningRequest,
	'POST /api/v1/enquiries/[enquiry]/gleaning/curve': closed({
		candidates: { type: 'array', maxItems: 2_000, items: { type: 'string', minLength: 1, maxLength: 2_000 } }
	}),
	'PUT /api/v1/enquiries/[enquiry]/gleaning/decisions': closed({
		decisions: {
			type: 'array',
			minItems: 1,
			maxItems: 2_000,
			items: closed({
				candidate: { type: 'string', minLength: 1, maxLength: 2_000 },
				decision: { enum: [...DECISIONS, null] }
			})
		}
	}),
	'POST /api/v1/enquiries': closed({ question: text(100_000), framework: { enum: Object.keys(FRAMEWORKS) } }),
	'POST /api/v1/enquiries/import': enquiryFileSchema,
	'POST /api/v1/enquiries/[enquiry]/edits': closed(
		{ revision, client: name, name: text(200), edits: edits(5_000, 1) },
		{
			known: revision,
			number: { type: 'integer', minimum: 1 },
			kind: { enum: ['do', 'undo', 'redo', 'aside'] },
			step: text(100),
			behind: { type: 'array', maxItems: 100, items: command },
			before: { type: 'array', maxItems: 5_000, items: closed({ at: place, text: { type: 'string' } }) }
		}
	),
	'POST /api/v1/enquiries/[enquiry]/look': closed(
		{ client: name, sequence: { type: 'integer', minimum: 1 }, revision, edits: edits(5_000) },
		{ resultWas: { type: ['string', 'null'], maxLength: 100 } }
	),
	'POST /api/v1/enquiries/[enquiry]/indexing': closed({ do: { enum: ['stop', 'start'] } }),
	'POST /api/v1/enquiries/[enquiry]/trials': closed(
		{
			revision,
			trials: { type: 'array', minItems: 1, maxItems: 60, items: closed({ name: text(500), edits: edits(3_000, 1) }) }
		},
		{ read: { type: 'boolean' } }
	),
	'POST /api/v1/enquiries/[enquiry]/measure': closed({
		lines: { ...packedLinesSchema, $id: 'https://wide-lantern.example/formats/lines-measured.json' },
		truth: { type: ['string', 'null'], minLength: 1, maxLength: 20_000 }
	}),
	'PUT /api/v1/enquiries/[enquiry]/presence': closed({
		client: name,
		line: { type: ['string', 'null'], maxLength: 100 }
	}),
	'POST /api/v1/enquiries/[enquiry]/versions': closed({
		name: { type: 'string', minLength: 1, maxLength: 200, pattern: '\\S' },
		revision
	}),
	'PUT /api/v1/enquiries/[enquiry]/members': closed({ email: text(400), role: { enum: ROLES } }),
	'DELETE /api/v1/enquiries/[enquiry]/members': closed({ email: text(400) }),
	'PUT /api/v1/enquiries/[enquiry]/archived': closed({ archived: { type: 'boolean' } }),
	'POST /api/v1/enquiries/[enquiry]/judgements': closed({
		judgements: {
			type: 'array',
			minItems: 1,
			maxItems: 1_000,
			items: closed({
				record: { type: 'string', minLength: 1, maxLength: 2_000, pattern: '\\S' },
				verdict: { enum: [...VERDICTS, null] }
			})
		}
	}),
	'POST /api/v1/enquiries/[enquiry]/runs': closed({
		profile: { type: 'string', minLength: 1, maxLength: 60 },
		version: { type: 'integer', minimum: 1 },
		how: { enum: ['pasted', 'copied'] },
		lines: { type: 'array', minItems: 1, maxItems: 2_000, items: runLineSchema }
	}),
	'PUT /api/v1/enquiries/[enquiry]/runs/[run]': closed({ withdrawn: { type: 'boolean' } }),
	'POST /api/v1/enquiries/[enquiry]/renderings/count': profile,
	'POST /api/v1/enquiries/[enquiry]/renderings/try': profile,
	'POST /api/v1/enquiries/[enquiry]/renderings/read': closed(
		{ profile: { type: ['string', 'null'], maxLength: 60 }, text: { type: 'string', minLength: 1 } },
		{ isList: { type: 'boolean' } }
	),
	'POST /api/v1/enquiries/[enquiry]/renderings/words': closed({
		profile: text(60),
		words: text(2_000),
		account: text(20_000)
	}),
	'POST /api/v1/enquiries/[enquiry]/sign-offs': closed({
		of: { enum: SIGN_OFF_KINDS },
		subject: { type: 'string', minLength: 1, maxLength: 200 },
		version: { type: 'integer', minimum: 1 }
	}),
	'POST /api/v1/parts': partSchema,
	'PUT /api/v1/stream': closed({
		browser: name,
		windows: { type: 'array', maxItems: 200, items: closed({ enquiry: name, client: name }) }
	}),
	'PUT /api/v1/addresses': address,
	'DELETE /api/v1/addresses': address,
	'POST /api/v1/intakes/[intake]': closed(
		{ do: { enum: ['look', 'read', 'load'] } },
		{ element: text(2_000), faulty: { type: 'boolean' }, name: text(300), edition: text(300), shape: tableShapeSchema }
	),
	'POST /api/v1/jobs/[job]': closed({ do: { enum: ['cancel', 'repeat'] } }),
	'PUT /api/v1/vocabularies/[vocabulary]/headings/[heading]/counterparts': decision
} satisfies Partial<Record<Route, object>>;
