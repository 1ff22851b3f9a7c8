/** Writes the JSON Schemas of all formats, and the description of the interface for programs, into docs/formats/; tests keep them in step with the code. */
import { writeFileSync } from 'node:fs';
import {
	enquiryFileSchema,
	FAULT_EXAMPLES,
	partSchema,
	profileSchema,
	recipeSchema,
	recordSchema,
	vocabularySchema
} from '@wide-lantern/core';
import { openapiText } from './openapi.ts';

export const FORMATS: Readonly<Record<string, object>> = {
	enquiry: enquiryFileSchema,
	part: partSchema,
	profile: profileSchema,
	recipe: recipeSchema,
	record: recordSchema,
	vocabulary: vocabularySchema
};

export const formatText = (schema: object) =>
	`${JSON.stringify({ $schema: 'http://json-schema.org/draft-07/schema#', ...schema }, null, '\t')}\n`;

const NEEDS = { lines: ' (in a strategy with lines)', vocabularies: ' (with vocabularies)' } as const;

/** The list of everything that reading an expression can find wrong, as a page. */
export const faultsText = (): string =>
	[
		'# What can be wrong with an expression',
		'',
		'Each fault has a code, a place in the text (UTF-16 units from 0, end not included), a sentence, and repairs as text edits. A repair removes its',
		'fault and brings no new one. `readExpression(text, vocabularies, currentYear)` of `@wide-lantern/core` reads one expression without a strategy',
		'around it. This page is written from `core/src/query/fault-examples.ts`; a test holds every example against the reader.',
		'',
		...(['error', 'warning'] as const).flatMap((severity) => [
			severity === 'error' ? '## Errors: the line cannot be counted' : '## Warnings: the line is counted as it is',
			'',
			'| code | example | what is wrong |',
			'| --- | --- | --- |',
			...FAULT_EXAMPLES.filter((one) => one.severity === severity).map(
				({ code, example, meaning, needs }) =>
					`| \`${code}\` | \`${example.replaceAll('|', '\\|')}\` | ${meaning}${needs ? NEEDS[needs] : ''} |`
			),
			''
		])
	].join('\n');

if (process.argv[1]?.endsWith('write-formats.ts')) {
	writeFileSync(new URL('../docs/formats/faults.md', import.meta.url), faultsText());
	writeFileSync(new URL('../docs/formats/openapi.yaml', import.meta.url), openapiText());
	for (const [name, schema] of Object.entries(FORMATS))
		writeFileSync(new URL(`../docs/formats/${name}.json`, import.meta.url), formatText(schema));
}
