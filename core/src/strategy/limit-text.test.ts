/** Limits as people type them, and the notation that comes of it. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parse } from '../query/index.ts';
import { LIMIT_KINDS, limitText, withLimitValue } from './limit-text.ts';

describe('a limit in the notation', () => {
	it.each([
		['yr', '2010-', 'yr:2010-'],
		['yr', ' last5 ', 'yr:last5'],
		['la', 'english', 'la:english'],
		['la', 'english OR french', 'la:(english OR french)'],
		['la', '(english OR french)', 'la:(english OR french)'],
		['pt', 'randomised trial', 'pt:"randomised trial"'],
		['pt', '"randomised trial"', 'pt:"randomised trial"'],
		['pt', '"randomised trial" OR review', 'pt:("randomised trial" OR review)'],
		['ag', 'aged', 'ag:aged'],
		['en', '2026-01-01..', 'en:2026-01-01..'],
		['has', 'ab', 'has:ab'],
		['jn', 'harbour nursing', 'jn:"harbour nursing"'],
		['jn', 'harbour OR quay', 'jn:(harbour OR quay)'],
		['jn', '(harbour OR quay)', 'jn:(harbour OR quay)'],
		['kw', 'older', 'kw:older'],
		['kw', '"older adults"', 'kw:"older adults"'],
		['hd', 'Adult >', '{Adult >}'],
		['hd', '{Adult}', '{Adult}'],
		['country', 'norway', 'ti+ab+kw:norway'],
		['country', 'the far north', 'ti+ab+kw:"the far north"'],
		['country', '(norway OR oslo)', 'ti+ab+kw:(norway OR oslo)'],
		['yr', '  ', '']
	] as const)('%s of “%s” is %s', (kind, typed, text) => {
		expect(limitText(kind, typed)).toBe(text);
		if (text !== '') expect(parse(text).faults).toEqual([]);
	});

	it('never throws, and is empty only where nothing is typed', () => {
		fc.assert(
			fc.property(fc.constantFrom(...LIMIT_KINDS), fc.string(), (kind, typed) => {
				expect(limitText(kind, typed) === '').toBe(typed.trim() === '');
			})
		);
	});

	it('another value stands beside those that are typed, in quotes where it needs them', () => {
		expect(withLimitValue('', 'english')).toBe('english');
		expect(withLimitValue('', 'randomised trial')).toBe('"randomised trial"');
		expect(withLimitValue('english', 'français')).toBe('english OR français');
		const twice = withLimitValue('(english OR french)', 'old norse');
		expect(twice).toBe('english OR french OR "old norse"');
		expect(limitText('la', twice)).toBe('la:(english OR french OR "old norse")');
	});
});
