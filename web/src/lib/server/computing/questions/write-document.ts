/** The bytes of a document in OOXML. */
import type { DossierDocument } from '@wide-lantern/core/computing';
import { question } from './question.ts';
import { text } from './shapes.ts';

const document = {
	type: 'object',
	required: ['title', 'date', 'blocks'],
	properties: {
		title: text,
		date: text,
		blocks: { type: 'array', items: { type: 'object', required: ['kind'], properties: { kind: text } } }
	}
} as const;

/** What writes documents is loaded when the first is asked for: most threads never need it. */
export const write = question<{ readonly document: DossierDocument }, Promise<Uint8Array>>(
	{ document },
	async (asked) => (await import('@wide-lantern/core/ooxml')).toOoxml(asked.document)
);
