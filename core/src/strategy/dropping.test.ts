/** A concept left out on purpose stays out, with its reason, until somebody puts it back. */
import { describe, expect, it } from 'vitest';
import { newEnquiry, type EnquiryDocument, type LineRole } from '../enquiry/index.ts';
import {
	afterEdits,
	assemble,
	bringUpToDate,
	dropConcept,
	namesOf,
	readStrategy,
	restoreConcept,
	toSource,
	toText
} from './index.ts';
import { proposedTrials } from '../measure/index.ts';

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
		lines: document.lines.map((line) =>
			line === last ? { ...line, source: toSource('@A AND @B AND @C', namesOf(document, [])) } : line
		)
	};
}
const texts = (document: EnquiryDocument) => readStrategy(document, [], 2026).map((line) => line.text);
const why = { reason: 'Nobody reports ages', by: 'Ines', on: '2026-11-30' };

describe('a concept that is left out', () => {
	it('goes from the AND, keeps its lines and its reason, and does not come back by itself', () => {
		const dropped = afterEdits(enquiry(), dropConcept(enquiry(), 'a', why));
		expect(texts(dropped)).toEqual(['worr*', 'music*', 'child*', '@B AND @C']);
		expect(dropped.concepts[0]?.dropped).toMatchObject(why);
		// A new term elsewhere brings the strategy up to date, and not the concept.
		const more = {
			...dropped,
			concepts: dropped.concepts.map((one) => (one.id === 'b' ? concept('b', ['music*', 'song*']) : one))
		};
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

	describe('in a strategy that was typed line by line', () => {
		const typed = (): EnquiryDocument => {
			let next = 0;
			const empty = {
				...newEnquiry('?', 'free form', () => `id${next++}`),
				concepts: [concept('a', []), concept('b', [])]
			};
			const line = (id: string, of: string | null, role: LineRole) => ({
				id,
				source: '',
				concept: of,
				strand: null,
				role,
				label: '',
				note: '',
				off: false
			});
			const lines = [
				line('1', 'a', 'words'),
				line('2', 'a', 'words'),
				line('3', 'b', 'words'),
				line('4', 'a', 'joining'),
				line('5', null, 'joining'),
				line('6', null, 'limit')
			];
			const names = namesOf({ ...empty, lines }, []);
			const written = ['worr*', 'anxi*', 'music*', '#1 OR #2', '#4 AND #3', '#5 AND yr:2001-'];
			return { ...empty, lines: lines.map((one, at) => ({ ...one, source: toSource(written[at] ?? '', names) })) };
		};
		const backIn = (document: EnquiryDocument, id: string) => {
			const names = namesOf(document, []);
			return afterEdits(
				document,
				restoreConcept(document, id, names, (source) => toText(source, names))
			);
		};
		it('goes from the lines that combine it, and comes back as it was typed', () => {
			const dropped = afterEdits(typed(), dropConcept(typed(), 'b', why));
			expect(texts(dropped)).toEqual(['worr*', 'anxi*', 'music*', '#1 OR #2', '#4', '#5 AND yr:2001-']);
			expect(backIn(dropped, 'b')).toEqual({
				...typed(),
				concepts: typed().concepts.map((one) => (one.id === 'b' ? { ...one, dropped: null } : one))
			});
		});
		it('goes from brackets of nothing but its lines', () => {
			const names = namesOf(typed(), []);
			const lines = typed().lines.map((one) =>
				one.id === '5' ? { ...one, source: toSource('(#1 OR #2) AND #3', names) } : one
			);
			const dropped = afterEdits({ ...typed(), lines }, dropConcept({ ...typed(), lines }, 'a', why));
			expect(texts(dropped)[4]).toBe('#3');
			expect(texts(backIn(dropped, 'a'))[4]).toBe('(#1 OR #2) AND #3');
		});
		it('comes back as a further side where the line has changed, or what it named is gone', () => {
			const dropped = afterEdits(typed(), dropConcept(typed(), 'b', why));
			const edited = (text: string) => ({
				...dropped,
				lines: dropped.lines.map((one) =>
					one.id === '5' ? { ...one, source: toSource(text, namesOf(dropped, [])) } : one
				)
			});
			expect(texts(backIn(edited('#4 OR calm*'), 'b'))[4]).toBe('(#4 OR calm*) AND @B');
			expect(texts(backIn(edited('#4 AND #3'), 'b'))[4]).toBe('#4 AND #3');
			const more = { ...dropped.lines[2], id: '3a' } as EnquiryDocument['lines'][number];
			const replaced = { ...dropped, lines: dropped.lines.map((one) => (one.id === '3' ? more : one)) };
			expect(texts(backIn(replaced, 'b'))[4]).toBe('#4 AND @B');
		});
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
