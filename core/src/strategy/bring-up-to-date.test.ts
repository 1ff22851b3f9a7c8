/** The strategy brought up to date with the concepts. */
import { describe, expect, it } from 'vitest';
import { applyEdits, type Json } from '../document/index.ts';
import type { Concept, EnquiryDocument, StrategyLine } from '../enquiry/index.ts';
import { assemble, bringUpToDate, namesOf, readStrategy, toSource, toText } from './index.ts';

const concept = (id: string, words: readonly string[]): Concept => ({
	id,
	name: id,
	note: '',
	strands: [],
	headings: [],
	words: words.map((text) => ({ id: text, text, strand: null, origin: '' })),
	parked: []
});
let next = 0;
type Part = Pick<EnquiryDocument, 'concepts' | 'lines'>;

function updated(
	concepts: readonly Concept[],
	texts: readonly (readonly [text: string, concept: string | null, role: StrategyLine['role']])[]
) {
	const bare = texts.map(([, of, role], at): StrategyLine => ({
		id: `L${at + 1}`,
		source: '',
		concept: of,
		strand: null,
		role,
		label: '',
		note: '',
		off: false
	}));
	const names = namesOf({ concepts: [...concepts], lines: bare }, []);
	const document: Part = {
		concepts: [...concepts],
		lines: bare.map((line, at) => ({ ...line, source: toSource(texts[at]?.[0] ?? '', names) }))
	};
	const steps = bringUpToDate(
		document,
		assemble(concepts, () => null),
		(line) => toText(line.source, names),
		(text) => toSource(text, names),
		() => `N${++next}`
	);
	const applied = applyEdits(
		document as unknown as Json,
		steps.flatMap((step) => step.edits)
	);
	if ('refused' in applied) throw new Error(applied.refused);
	return { steps, texts: readStrategy(applied.document as unknown as Part, [], 2026).map((line) => line.text) };
}

describe('bringing up to date', () => {
	it('from nothing it is the assembled strategy', () => {
		expect(updated([concept('a', ['light', 'lamp']), concept('b', ['day'])], []).texts).toEqual([
			'light OR lamp',
			'day',
			'@A AND @B'
		]);
	});
	it('adds to the line of words what no line of the concept has', () => {
		const { steps, texts } = updated(
			[concept('a', ['light', 'lamp', 'sun WITHIN/3 rise'])],
			[
				['light OR dusk', 'a', 'words'],
				['lamp', 'a', 'words'],
				['@A', null, 'joining']
			]
		);
		expect(steps.map((step) => step.terms)).toEqual([['sun WITHIN/3 rise']]);
		expect(texts).toEqual(['light OR dusk OR (sun WITHIN/3 rise)', 'lamp', '@A']);
	});
	it('makes a line for a new concept above the joining, and joins it, too', () => {
		const { texts } = updated(
			[concept('a', ['light']), concept('b', ['day'])],
			[
				['light', 'a', 'words'],
				['@A', null, 'joining']
			]
		);
		expect(texts).toEqual(['light', 'day', '@A AND @B']);
	});
	it('a line that is no list of terms gets another beside it', () => {
		const { texts } = updated(
			[concept('a', ['light', 'lamp'])],
			[
				['light NOT dusk', 'a', 'words'],
				['@A', null, 'joining']
			]
		);
		expect(texts).toEqual(['light NOT dusk', 'light OR lamp', '@A']);
	});
	it('says nothing where all is there', () => {
		expect(
			updated(
				[concept('a', ['Light'])],
				[
					['light', 'a', 'words'],
					['@A', null, 'joining']
				]
			).steps
		).toEqual([]);
	});
});
