/** Writes the JSON Schemas of all formats into docs/formats/; a test keeps the two in step. */
import { writeFileSync } from 'node:fs';
import { enquiryFileSchema, partSchema, profileSchema, recordSchema, vocabularySchema } from '@wide-lantern/core';

export const FORMATS: Readonly<Record<string, object>> = {
	enquiry: enquiryFileSchema,
	part: partSchema,
	profile: profileSchema,
	record: recordSchema,
	vocabulary: vocabularySchema
};

export const formatText = (schema: object) => `${JSON.stringify({ $schema: 'http://json-schema.org/draft-07/schema#', ...schema }, null, '\t')}\n`;

if (process.argv[1]?.endsWith('write-formats.ts'))
	for (const [name, schema] of Object.entries(FORMATS)) writeFileSync(new URL(`../docs/formats/${name}.json`, import.meta.url), formatText(schema));
