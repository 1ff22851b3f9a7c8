/** Patterns of a profile: cut into slots and signs, filled, and made into what reads them. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fill, isLiteral, isSlot, literalSource, slotsOf, sticky, templateOf } from './template.ts';

describe('patterns', () => {
	it.each([
		['%{text}.%{code}.', [{ slot: 'text' }, { literal: '.' }, { slot: 'code' }, { literal: '.' }]],
		[
			'near(%{left}, %{right}, %{n})',
			[
				{ literal: 'near(' },
				{ slot: 'left' },
				{ literal: ', ' },
				{ slot: 'right' },
				{ literal: ', ' },
				{ slot: 'n' },
				{ literal: ')' }
			]
		],
		['%{a}%{b}', [{ slot: 'a' }, { slot: 'b' }]],
		['100 % {a}', [{ literal: '100 % {a}' }]],
		['', []]
	] as const)('%s', (pattern, parts) => {
		expect(templateOf(pattern)).toEqual(parts);
		expect(slotsOf(pattern)).toEqual(parts.flatMap((part) => ('slot' in part ? [part.slot] : [])));
	});
	it('tell signs from slots', () => {
		const [first, second] = templateOf('%{text}/');
		expect([
			isSlot(first, 'text'),
			isSlot(first, 'code'),
			isLiteral(first),
			isLiteral(second),
			isLiteral(undefined)
		]).toEqual([true, false, false, true, false]);
	});
	it('are filled once: what is put in is never taken for a slot', () => {
		expect(fill('%{a}-%{b}', { a: '%{b}', b: '$&' })).toBe('%{b}-$&');
		expect(fill('[%{label}%{reach}]', { label: 'Night' })).toBe('[Night]');
		fc.assert(
			fc.property(fc.string(), fc.string(), (a, b) => {
				expect(fill('<%{a}|%{b}>', { a, b })).toBe(`<${a}|${b}>`);
			})
		);
	});
});

describe('signs as they are read', () => {
	const reads = (literal: string, text: string, at = 0, edges?: 'both' | 'start' | 'end' | 'none') => {
		const pattern = sticky(literalSource(literal, edges));
		pattern.lastIndex = at;
		return pattern.exec(text)?.[0] ?? null;
	};
	it('signs mean themselves, whatever they mean in a pattern', () => {
		fc.assert(
			fc.property(
				fc.string({ unit: fc.constantFrom(...'.*+?^${}()|[]\\/-:'.split('')), minLength: 1, maxLength: 6 }),
				(signs) => {
					expect(reads(signs, `${signs}x`)).toBe(signs);
				}
			)
		);
	});
	it('a word is no part of a longer one, unless its edge is let go', () => {
		expect([
			reads('near', 'near lamp'),
			reads('near', 'nearby'),
			reads('near', 'xnear', 1),
			reads('near', 'nearby', 0, 'start'),
			reads('near', 'xnear', 1, 'end')
		]).toEqual(['near', null, null, 'near', 'near']);
	});
	it('space counts only as being there or not, and letters in either case', () => {
		expect([reads('any of', 'ANY   of x'), reads('any of', 'anyof'), reads(' both ', '  both')]).toEqual([
			'ANY   of',
			null,
			'  both'
		]);
	});
	it('is read at its place and nowhere else', () => {
		expect([reads('b', 'ab'), reads('b', 'a b', 1)]).toEqual([null, ' b']);
	});
});
