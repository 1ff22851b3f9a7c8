/** A concept left out on purpose stays out, with its reason, until somebody puts it back. */
import { describe, expect, it } from 'vitest';
import { newEnquiry, type EnquiryDocument } from '../enquiry/index.ts';
import { afterEdits, assemble, bringUpToDate, dropConcept, namesOf, proposedTrials, readStrategy, restoreConcept, toSource, toText } from './index.ts';

const concept = (id: string, words: readonly string[]) => ({
	id,
	name: id.toUpperCase(),
	note: '',
	strands: [],
	headings: [],
	words: words.map((text) => ({ id: `${id}-${text}`, text, strand: null, origin: '' })),
	parked: []
});

function enquiry(): EnquiryDocument {
	let next = 0;
	const empty = {
		...newEnquiry('?', 'free form', () => `id${next++}`),
		concepts: [concept('a', ['worr*']), concept('b', ['music*']), concept('c', ['child*'])]
	};
	const steps = bringUpToDate(
		empty,
		assemble(empty.concepts, () => null),
		() => '',
		(text) => toSource(text, namesOf(empty, [])),
		() => `L${next++}`
	);
	let document: EnquiryDocument = empty;
	for (const step of steps) document = afterEdits(document, step.edits);
	// The last line names lines that did not exist when it was proposed.
	const last = document.lines.at(-1);
	return {
		...document,
		lines: document.lines.map((line) => (line === last ? { ...line, source: toSource('@A AND @B AND @C', namesOf(document, [])) } : line))
	};
}
const texts = (document: EnquiryDocument) => readStrategy(document, [], 2026).map((line) => line.text);
const why = { reason: 'Nobody reports ages', by: 'Ines', on: '2026-11-30' };

describe('a concept that is left out', () => {
	it('goes from the AND, keeps its lines and its reason, and does not come back by itself', () => {
		const dropped = afterEdits(enquiry(), dropConcept(enquiry(), 'a', why));
		expect(texts(dropped)).toEqual(['worr*', 'music*', 'child*', '@B AND @C']);
		expect(dropped.concepts[0]?.dropped).toEqual(why);
		// A new term elsewhere brings the strategy up to date, and not the concept.
		const more = { ...dropped, concepts: dropped.concepts.map((one) => (one.id === 'b' ? concept('b', ['music*', 'song*']) : one)) };
		const names = namesOf(more, []);
		const steps = bringUpToDate(
			more,
			assemble(more.concepts, () => null),
			(line) => toText(line.source, names),
			(text) => toSource(text, names),
			() => 'new'
		);
		expect(steps.map((step) => step.text)).toEqual(['music* OR song*']);
		// And nobody proposes to leave out what is left out.
		expect(proposedTrials(dropped, 'x').filter((one) => one.drops === 'a')).toEqual([]);
	});

	it('is put back where it was, in the order of the letters', () => {
		const dropped = afterEdits(enquiry(), dropConcept(enquiry(), 'b', why));
		const names = namesOf(dropped, []);
		const back = afterEdits(
			dropped,
			restoreConcept(dropped, 'b', names, (source) => toText(source, names))
		);
		expect(texts(back).at(-1)).toBe('@A AND @B AND @C');
		expect(back.concepts[1]?.dropped).toBeNull();
	});
});
