/** From concepts to a first strategy (handbook: headings and text words of a concept in lines of their own, then joined). */
import { describe, expect, it } from 'vitest';
import { hasErrors, parse } from '../query/index.ts';
import type { Concept } from '../enquiry/index.ts';
import { assemble } from './index.ts';

const word = (text: string, strand: string | null = null) => ({ id: text, text, strand, origin: '' });
const taken = (heading: string, more: Partial<Concept['headings'][number]> = {}) => ({
	id: heading,
	vocabulary: 'v',
	heading,
	reach: 'this' as const,
	main: false,
	strand: null,
	note: '',
	...more
});
const concept = (name: string, more: Partial<Concept> = {}): Concept => ({
	id: name,
	name,
	note: '',
	strands: [],
	headings: [],
	words: [],
	parked: [],
	...more
});
const label = (vocabulary: string, id: string) =>
	vocabulary === 'v' && id !== 'gone' ? { label: id, vocabulary: null } : null;
const texts = (concepts: Concept[]) => assemble(concepts, label, (_, code) => `name of ${code}`).map((one) => one.text);

describe('lines of concepts', () => {
	it('headings, words, and all concepts joined', () => {
		expect(
			assemble(
				[
					concept('Light', {
						headings: [taken('Lamps', { reach: 'narrower' })],
						words: [word('lamp*'), word('"bright light"')]
					}),
					concept('Sleep', { words: [word('sleep')] })
				],
				label
			)
		).toMatchObject([
			{ text: '{Lamps >}', role: 'headings', concept: 'Light', label: 'Light, headings' },
			{ text: 'lamp* OR "bright light"', role: 'words', concept: 'Light', label: 'Light, text words' },
			{ text: 'sleep', role: 'words', concept: 'Sleep' },
			{ text: '@A AND @B', role: 'joining', concept: null, label: 'All concepts' }
		]);
	});
	it('a concept without terms has no line and is not joined', () => {
		expect(
			texts([
				concept('Light', { words: [word('lamp')] }),
				concept('Empty'),
				concept('Sleep', { words: [word('sleep')] })
			])
		).toEqual(['lamp', 'sleep', '@A AND @C']);
		expect(texts([concept('Empty')])).toEqual([]);
	});
	it('strands have lines of their own', () => {
		const strands = [{ id: 's', name: 'at night' }];
		expect(
			assemble([concept('Light', { strands, words: [word('lamp'), word('dark*', 's')] })], label).map((one) => [
				one.text,
				one.strand,
				one.label
			])
		).toEqual([
			['lamp', null, 'Light, text words'],
			['dark*', 's', 'Light: at night, text words'],
			['@A', null, 'All concepts']
		]);
	});
	it('proximity stands in brackets, so that the OR reads one way', () => {
		const [line = ''] = texts([
			concept('Light', { words: [word('bright WITHIN/3 light'), word('ti:(a BEFORE/2 b)'), word('lux')] })
		]);
		expect(line).toBe('(bright WITHIN/3 light) OR ti:(a BEFORE/2 b) OR lux');
		expect(hasErrors(parse(line).faults)).toBe(false);
	});
	it('hand-picked headings are written out, main topic and qualifiers stand at each', () => {
		expect(
			texts([
				concept('Light', {
					headings: [taken('Lamps', { reach: 'picked', picked: ['Torches'], main: true, qualifiers: ['pv'] })]
				})
			])[0]
		).toBe('{!Lamps | name of pv} OR {!Torches | name of pv}');
	});
	it('headings of other vocabularies, and those that are gone, wait', () => {
		expect(
			texts([concept('Light', { headings: [taken('x', { vocabulary: 'w' }), taken('gone')], words: [word('lamp')] })])
		).toEqual(['lamp', '@A']);
	});
});
