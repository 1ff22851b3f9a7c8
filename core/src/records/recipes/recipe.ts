/** How files of one kind are read, as a person has taught it: tagged text, XML with an element that repeats, or a table. */
import type { FromSchema } from 'json-schema-to-ts';
import { FIELD_MEANINGS } from '../formats/fields.ts';

/** Characters of the name of a recipe. */
export const RECIPE_NAME_CEILING = 80;
const fields = {
	type: 'array',
	minItems: 1,
	maxItems: 500,
	items: {
		type: 'object',
		required: ['name', 'holds', 'split'],
		additionalProperties: false,
		properties: {
			/** The tag, the path below the element, or the head of the column. */
			name: { type: 'string', minLength: 1, maxLength: 500 },
			holds: { enum: FIELD_MEANINGS },
			/** What separates values inside of one text: empty where nothing does, null where it is as it looks. */
			split: { type: ['string', 'null'], maxLength: 5 }
		}
	}
} as const;

/** What commonly stands between a tag and its value; any other punctuation may. */
export const TAG_SEPARATORS = ['-', ':', '=', '|', '>', '\t', ' '] as const;
export const TABLE_DELIMITERS = ['\t', ';', ',', '|'] as const;

export const recipeSchema = {
	$id: 'https://wide-lantern.example/formats/recipe.json',
	title: 'How a format of references is read',
	anyOf: [
		{
			type: 'object',
			required: ['kind', 'separator', 'record', 'fields'],
			additionalProperties: false,
			properties: {
				kind: { const: 'tagged' },
				/** Between a tag and its value: punctuation, a tab or a blank. */
				separator: { type: 'string', pattern: '^(?:[^\\p{L}\\p{Nd}\\s]{1,3}|\\t| )$' },
				/** How one record is told from the next: by the tag that it begins or ends with, a blank line, or a line that reads so. */
				record: {
					type: 'object',
					required: ['by', 'text'],
					additionalProperties: false,
					properties: {
						by: { enum: ['first-tag', 'last-tag', 'blank-line', 'line'] },
						/** The tag or the line; empty for a blank line. */
						text: { type: 'string', maxLength: 200 }
					}
				},
				fields
			}
		},
		{
			type: 'object',
			required: ['kind', 'element', 'marks', 'fields'],
			additionalProperties: false,
			properties: {
				kind: { const: 'xml' },
				/** Name of the element that repeats, without a prefix. */
				element: { type: 'string', minLength: 1, maxLength: 200 },
				/** Attributes by which elements of one name are told apart, each as path, `@` and name. */
				marks: { type: 'array', maxItems: 100, items: { type: 'string', maxLength: 500 } },
				fields
			}
		},
		{
			type: 'object',
			required: ['kind', 'delimiter', 'fields'],
			additionalProperties: false,
			properties: {
				kind: { const: 'table' },
				delimiter: { enum: TABLE_DELIMITERS },
				/** In the order of the columns. */
				fields
			}
		}
	]
} as const;

export type Recipe = FromSchema<typeof recipeSchema>;
export type TaggedRecipe = Extract<Recipe, { kind: 'tagged' }>;
export type XmlRecipe = Extract<Recipe, { kind: 'xml' }>;
export type TableRecipe = Extract<Recipe, { kind: 'table' }>;
export type RecipeField = Recipe['fields'][number];
