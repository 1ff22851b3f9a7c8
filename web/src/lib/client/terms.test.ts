/** Chips of concepts: moved, copied, parked and taken up, each in one step that can be undone. */
import { applyEdits, type Concept, type Edit, type Json } from '@wide-lantern/core';
import { describe, expect, it } from 'vitest';
import { addHeading, moveTerm, park, reachSign, takenSo, takeUp, wordEdits, type Taking } from './terms';

const concept = (id: string, more: Partial<Concept> = {}): Concept => ({
	id,
	name: id,
	note: '',
	strands: [],
	headings: [],
	words: [],
	parked: [],
	...more
});
const word = (id: string, text: string, strand: string | null = null) => ({ id, text, strand, origin: 'own idea' });
const heading = (id: string, name: string, more: object = {}) => ({
	id,
	vocabulary: 'v',
	heading: name,
	reach: 'this' as const,
	main: false,
	strand: null,
	note: '',
	...more
});
const taking = (more: Partial<Taking> = {}): Taking => ({
	vocabulary: 'v',
	heading: 'x',
	reach: 'this',
	picked: [],
	main: false,
	qualifiers: [],
	...more
});

/** The concepts after the edits, and again after taking them back. */
function done(concepts: readonly Concept[], edits: readonly Edit[]): { after: Concept[]; undone: Concept[] } {
	const document = { concepts } as unknown as Json;
	const applied = applyEdits(document, edits);
	if ('refused' in applied) throw new Error(applied.refused);
	const back = applyEdits(applied.document, applied.inverse);
	if ('refused' in back) throw new Error(back.refused);
	const of = (one: Json) => (one as unknown as { concepts: Concept[] }).concepts;
	return { after: of(applied.document), undone: of(back.document) };
}

describe('moving a chip', () => {
	const a = concept('a', { words: [word('1', 'lamp', 's'), word('2', 'light')], headings: [heading('h', 'x')] });
	const b = concept('b', { words: [word('3', 'lux')] });
	it('to another band, in its place, out of its strand; and back again', () => {
		const { after, undone } = done([a, b], moveTerm('words', a, '1', b, '3'));
		expect(after.map((one) => one.words.map((each) => [each.text, each.strand]))).toEqual([
			[['light', null]],
			[
				['lux', null],
				['lamp', null]
			]
		]);
		expect(undone).toEqual([a, b]);
	});
	it('within its band it keeps its strand', () => {
		expect(done([a, b], moveTerm('words', a, '1', a, '2')).after[0]?.words).toEqual([
			word('2', 'light'),
			word('1', 'lamp', 's')
		]);
	});
	it('copied it stands in both, under two identities', () => {
		const { after } = done([a, b], moveTerm('words', a, '1', b, null, true));
		expect(after.map((one) => one.words.map((each) => each.text))).toEqual([
			['lamp', 'light'],
			['lamp', 'lux']
		]);
		expect(new Set(after.flatMap((one) => one.words.map((each) => each.id))).size).toBe(4);
	});
	it('to where it stands already, it is there once', () => {
		const other = concept('b', { words: [word('9', 'lamp')], headings: [heading('k', 'x')] });
		expect(done([a, other], moveTerm('words', a, '1', other, null)).after.map((one) => one.words.length)).toEqual([
			1, 1
		]);
		expect(done([a, other], moveTerm('headings', a, 'h', other, null)).after.map((one) => one.headings.length)).toEqual(
			[0, 1]
		);
	});
	it('one that is gone is not moved', () => {
		expect(moveTerm('words', a, 'gone', b, null)).toEqual([]);
	});
});

describe('parking and taking up', () => {
	it('a word is parked and taken up again', () => {
		const a = concept('a', { words: [word('1', '"bright light"')] });
		const { after, undone } = done([a], takeUp.parkWord(a, '1'));
		expect(after[0]).toMatchObject({ words: [], parked: [{ text: '"bright light"' }] });
		expect(undone).toEqual([a]);
		const parked = after[0] as Concept;
		expect(done(after, takeUp.take(parked, parked.parked[0] as Concept['parked'][number])).after[0]).toMatchObject({
			words: [{ text: '"bright light"' }],
			parked: []
		});
	});
	it('a heading stays a heading', () => {
		const a = concept('a', { headings: [heading('h', 'x')] });
		const { after } = done([a], takeUp.parkHeading(a, 'h', 'Lamps'));
		expect(after[0]).toMatchObject({ headings: [], parked: [{ text: 'Lamps', vocabulary: 'v', heading: 'x' }] });
		const parked = after[0] as Concept;
		expect(done(after, takeUp.take(parked, parked.parked[0] as Concept['parked'][number])).after[0]).toMatchObject({
			headings: [{ vocabulary: 'v', heading: 'x' }],
			parked: []
		});
	});
	it('nothing is parked twice, and nothing empty', () => {
		const a = concept('a', {
			parked: [
				{ id: 'p', text: 'lux' },
				{ id: 'q', text: 'Lamps', vocabulary: 'v', heading: 'x' }
			]
		});
		expect([park(a, 'lux', null), park(a, ' ', null), park(a, 'Lights', { vocabulary: 'v', heading: 'x' })]).toEqual([
			[],
			[],
			[]
		]);
		expect(park(a, 'Lamps', { vocabulary: 'w', heading: 'x' })).toHaveLength(1);
	});
	it('what cannot be a word stays parked', () => {
		const a = concept('a', { parked: [{ id: 'p', text: 'lamp AND light' }] });
		expect(takeUp.take(a, a.parked[0] as Concept['parked'][number])).toEqual([]);
	});
});

describe('taking a heading', () => {
	it('once, with what was chosen', () => {
		expect(
			done(
				[concept('a')],
				addHeading(concept('a'), taking({ reach: 'picked', picked: ['y'], main: true, qualifiers: ['pv'] }))
			).after[0]?.headings
		).toMatchObject([
			{ vocabulary: 'v', heading: 'x', reach: 'picked', picked: ['y'], main: true, qualifiers: ['pv'] }
		]);
	});
	it('again, it changes only what is other; undo brings the old way back', () => {
		const a = concept('a', { headings: [heading('h', 'x')] });
		const edits = addHeading(a, taking({ reach: 'picked', picked: ['y', 'z'] }));
		expect(edits.map((one) => (one.do === 'set' ? one.at.at(-1) : ''))).toEqual(['reach', 'picked']);
		const { after, undone } = done([a], edits);
		expect(takenSo(after[0]?.headings[0], taking({ reach: 'picked', picked: ['z', 'y'] }))).toBe(true);
		expect(takenSo(undone[0]?.headings[0], taking())).toBe(true);
		expect(addHeading(a, taking())).toEqual([]);
	});
	it('leaves its picks behind with another reach', () => {
		const a = concept('a', { headings: [heading('h', 'x', { reach: 'picked', picked: ['y'] })] });
		expect(done([a], addHeading(a, taking({ reach: 'narrower', picked: ['y'] }))).after[0]?.headings[0]).toMatchObject({
			reach: 'narrower',
			picked: []
		});
	});
	it('shows how far it reaches behind its name', () => {
		expect(
			[
				heading('h', 'x'),
				heading('h', 'x', { reach: 'narrower' }),
				heading('h', 'x', { reach: 'picked', picked: ['y', 'z'], qualifiers: ['pv'] })
			].map((one) => reachSign(one))
		).toEqual(['', ' >', ' +2 | 1']);
	});
});

describe('many words at once', () => {
	it('each is added once, in order, as it can be searched', () => {
		const a = concept('a', { words: [word('1', 'lamp')] });
		const edits = wordEdits(a, ['bright light', 'LAMP', 'lux', 'lux', 'lamp AND light'], 'pasted list');
		expect(done([a], edits).after[0]?.words.map((one) => [one.text, one.origin])).toEqual([
			['lamp', 'own idea'],
			['"bright light"', 'pasted list'],
			['lux', 'pasted list']
		]);
	});
});
