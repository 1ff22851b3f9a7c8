/** Terms as people type them (handbook: a whole sentence pasted as a search is the commonest beginner's mistake). */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { hasErrors, parse } from '../query/index.ts';
import { conceptLetter, looksLikeSentence, newEnquiry, readTermText, splitSentence } from './index.ts';

describe('a term', () => {
	it.each([
		['light', 'light'],
		['  bright   light ', '"bright light"'],
		['"bright light*"', '"bright light*"'],
		['delir*', 'delir*'],
		['x-ray', 'x-ray'],
		['ti:light', 'ti:light'],
		['bright WITHIN/3 light', 'bright WITHIN/3 light'],
		['“bright light”', '“bright light”'],
		['light therap*', '"light therap*"'],
		['ti:vocal training', 'ti:"vocal training"'],
		['ti+ab: light at night*', 'ti+ab:"light at night*"']
	])('%j is %j', (typed, expression) => {
		expect(readTermText(typed)).toEqual({ kind: 'term', expression });
	});
	it.each(['light AND lamp', 'light OR lamp', 'light NOT lamp', '{Light}', '#1', 'yr:2020', '@A', ''])(
		'%j belongs elsewhere, and says so',
		(typed) => {
			const reading = readTermText(typed);
			expect(reading.kind).toBe('refused');
			expect(reading.kind === 'refused' && reading.message).toMatch(/[A-Z].*\.$/);
		}
	);
	it('what is taken can always be searched', () => {
		fc.assert(
			fc.property(fc.string({ maxLength: 60 }), (typed) => {
				const reading = readTermText(typed);
				if (reading.kind === 'term') expect(hasErrors(parse(reading.expression).faults)).toBe(false);
			}),
			{ numRuns: 500 }
		);
	});
});

describe('a sentence', () => {
	it.each([
		['Does light in the morning help patients with delirium?', true],
		['the effect of light on the incidence of delirium', true],
		['randomised controlled trial of light', false],
		['bright light', false],
		['one two three four five six seven eight', true]
	])('%j: %s', (typed, is) => {
		expect(looksLikeSentence(typed)).toBe(is);
	});
	it('comes in the pieces between small words and signs', () => {
		expect(splitSentence('Does bright light, in the morning, lower delirium?')).toEqual(
			expect.arrayContaining(['bright light', 'morning'])
		);
		expect(splitSentence('')).toEqual([]);
	});
	it('its pieces hold no small words and lose no others', () => {
		fc.assert(
			fc.property(
				fc.array(fc.constantFrom('light', 'of', 'the', 'delirium', 'in', 'care'), { maxLength: 12 }),
				(words) => {
					expect(splitSentence(words.join(' ')).join(' ')).toBe(
						words.filter((word) => !['of', 'the', 'in'].includes(word)).join(' ')
					);
				}
			)
		);
	});
});

describe('an enquiry', () => {
	it('letters its concepts A to Z, then AA', () => {
		expect([0, 1, 25, 26, 27, 51, 52, 701, 702].map(conceptLetter)).toEqual([
			'A',
			'B',
			'Z',
			'AA',
			'AB',
			'AZ',
			'BA',
			'ZZ',
			'AAA'
		]);
	});
	it('begins with the parts of its framework and nothing else', () => {
		let next = 0;
		const enquiry = newEnquiry('  Does it help? ', 'PCC', () => `i${next++}`);
		expect([enquiry.question, enquiry.parts.map((part) => part.name), enquiry.concepts, enquiry.lines]).toEqual([
			'Does it help?',
			['Population', 'Concept', 'Context'],
			[],
			[]
		]);
		expect(new Set(enquiry.parts.map((part) => part.id)).size).toBe(3);
	});
});
