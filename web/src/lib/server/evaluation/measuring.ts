/** Measuring lines (a filter above all) on records whose truth an expression or the marks of the enquiry tell. */
import {
	hasErrors,
	linesToEvaluate,
	namesOf,
	readStrategy,
	unpackLines,
	applyEdits,
	type EnquiryDocument,
	type Json
} from '@wide-lantern/core';
import type { Measured, MeasureRequest } from '$lib/contract/sheet';
import { createYielder } from '$lib/server/process';
import { computing, packLines } from '$lib/server/computing';
import { isDocument, withAnchors } from '$lib/server/enquiries';
import type { EvaluatedEnquiry } from './evaluation';

/** The cells on the enquiry's collection, or why they cannot be told. */
export async function measureLines(
	evaluated: EvaluatedEnquiry,
	{ lines, truth }: MeasureRequest
): Promise<Measured | { readonly refused: string }> {
	const { collection, enquiry, vocabularies, marks, wanted } = evaluated;
	if (!collection) return { refused: 'There is no collection to measure on, or it is still being indexed.' };
	let next = 0;
	const newId = () => `measured-${next++}`;
	const none = { ...enquiry.document, concepts: [], lines: [] };
	const unpacked = unpackLines(lines, {
		enquiry: '',
		document: none,
		after: null,
		vocabularies: [],
		makeConcepts: true,
		newId
	});
	const truthId = newId();
	const truthLine = {
		id: truthId,
		source: truth ?? 'set:relevant',
		concept: null,
		strand: null,
		role: 'check',
		label: '',
		note: '',
		off: false
	};
	const edits = [
		...unpacked.edits,
		{ do: 'insert', in: ['lines'], item: truthLine, after: unpacked.ids.at(-1) ?? null } as const
	];
	const names = namesOf(none, vocabularies);
	const applied = applyEdits(
		none as unknown as Json,
		edits.map((edit) => withAnchors(edit, names))
	);
	const document: unknown = 'refused' in applied ? null : applied.document;
	if (!isDocument(document)) return { refused: 'These lines do not fit into a strategy.' };
	const read = readStrategy(document as EnquiryDocument, vocabularies, new Date().getFullYear());
	const faulty = read.find((line) => !line.query || hasErrors(line.faults));
	if (faulty)
		return {
			refused: `${faulty.id === truthId ? 'What is true' : `Line ${faulty.number}`} cannot be read: ${faulty.faults[0]?.message ?? 'it is empty'}`
		};
	const cells = await computing().ask(
		{
			do: 'confusionMatrix',
			collection: collection.computed,
			lines: await packLines(linesToEvaluate(read), createYielder()),
			marks,
			line: unpacked.ids.at(-1) ?? '',
			truth: truthId,
			judged: truth === null
		},
		wanted
	);
	return cells
		? { cells, collection: collection.name, judged: truth === null }
		: { refused: 'These lines cannot be counted on this collection.' };
}
