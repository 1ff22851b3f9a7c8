/** The file of one enquiry, written by export and read by import (docs/formats/enquiry.json). */
import { enquirySchema, type EnquiryDocument } from './enquiry.ts';
import { factsSchema, type EnquiryFacts } from './facts.ts';
import { separateFacts } from './separate-facts.ts';
import { separateSignOffs } from './separate-sign-offs.ts';

export const enquiryFileSchema = {
	$id: 'https://wide-lantern.example/formats/enquiry.json',
	title: 'One enquiry as a file',
	type: 'object',
	required: ['format', 'version', 'written', 'revision', 'enquiry', 'facts'],
	additionalProperties: false,
	properties: {
		format: { const: 'wide-lantern-enquiry' },
		version: { const: 4 },
		/** ISO time of writing. */
		written: { type: 'string', maxLength: 40 },
		revision: { type: 'integer', minimum: 0 },
		enquiry: { ...enquirySchema, $id: 'https://wide-lantern.example/formats/enquiry-inside.json' },
		/** What happened: records judged, renderings run and compared, versions reviewed. */
		facts: factsSchema
	}
} as const;

export interface EnquiryFile {
	readonly format: 'wide-lantern-enquiry';
	readonly version: 4;
	readonly written: string;
	readonly revision: number;
	readonly enquiry: EnquiryDocument;
	readonly facts: EnquiryFacts;
}

/** Brings a file of an older version to today's form; anything else is handed back as it is, to be judged by its schema. */
export function upgradeEnquiryFile(file: unknown): unknown {
	if (typeof file !== 'object' || file === null || !('version' in file) || !('enquiry' in file)) return file;
	const { version, enquiry } = file;
	if ((version !== 1 && version !== 2 && version !== 3) || typeof enquiry !== 'object' || enquiry === null) return file;
	const written = 'written' in file && typeof file.written === 'string' ? file.written : '';
	const older = enquiry as Readonly<Record<string, unknown>>;
	const before =
		version === 3 ? { document: older, facts: 'facts' in file ? file.facts : null } : separateFacts(older, written);
	const { document, signOffs } = separateSignOffs(before.document, written);
	const facts =
		typeof before.facts === 'object' && before.facts !== null ? { ...before.facts, signOffs } : before.facts;
	return { ...file, version: 4, enquiry: document, facts };
}
