/** Pieces keep their identity while the text around them changes (notation.md, section 5). */
import { describe, expect, it } from 'vitest';
import { alignPieces, piecesAfter, piecesIn, type LinePiece } from './index.ts';

const HEADING =
	'\uE000{{"key":"skerry:d","label":"Delirium","main":false,"narrower":true,"except":[],"qualifiers":[]}\uE001';
const piece = (text: string, nth: number | null, note = 'why'): LinePiece => ({
	id: text,
	text,
	nth,
	origin: 'record',
	note
});

it('the pieces of a line are its words, phrases and headings; the words of a limit and references are none', () => {
	expect(
		piecesIn(`${HEADING} OR ti:(light* WITHIN/3 "day room") OR la:english OR \uE000#x\uE001 OR /* note */ lamp`)
	).toEqual([HEADING, 'light*', '"day room"', 'lamp']);
	expect(piecesIn('')).toEqual([]);
	expect(piecesIn('light OR')).toBeNull();
});

describe('pieces before and after', () => {
	it.each([
		[
			['a', 'b', 'c'],
			['a', 'x', 'b', 'c'],
			[0, 2, 3]
		],
		[
			['a', 'b', 'c'],
			['a', 'c'],
			[0, null, 1]
		],
		[['delir'], ['deliri*'], [0]],
		[
			['alpha', 'delir', 'omega'],
			['alpha', 'delirium', 'omega'],
			[0, 1, 2]
		],
		[
			['a', 'b', 'c'],
			['c', 'a', 'b'],
			[1, 2, 0]
		],
		[
			['a', 'a'],
			['a', 'a', 'a'],
			[0, 1]
		],
		[
			['lamp', 'a'],
			['quite', 'other', 'a'],
			[null, 2]
		]
	])('%j to %j', (before, after, places) => {
		expect(alignPieces(before, after)).toEqual(places);
	});
});

describe('what hangs on a piece', () => {
	it('follows it through insertions, moves and typing', () => {
		expect(piecesAfter([piece('lamp', 1)], 'light OR lamp', 'day OR light OR lamp')).toEqual([piece('lamp', 2)]);
		expect(piecesAfter([piece('lamp', 1)], 'light OR lamp', 'light OR lamps')).toEqual([
			{ ...piece('lamp', 1), text: 'lamps' }
		]);
	});
	it('waits while the line cannot be read, and stays with one of two alike', () => {
		const half = piecesAfter([piece('lamp', 1)], 'lamp OR lamp', 'lamp OR lamp OR');
		expect(half).toEqual([piece('lamp', 1)]);
		expect(piecesAfter(half, 'lamp OR lamp OR', 'lamp OR lamp OR sun')).toEqual([piece('lamp', 0)]);
		expect(piecesAfter([piece('lamp', 1)], 'lamp OR lamp', 'sun OR lamp OR lamp')).toEqual([piece('lamp', 2)]);
	});
	it('is kept when the piece goes, and is there again when it comes back', () => {
		const gone = piecesAfter([piece('lamp', 1)], 'light OR lamp', 'light');
		expect(gone).toEqual([piece('lamp', null)]);
		expect(piecesAfter(gone, 'light', 'lamp OR light')).toEqual([piece('lamp', 0)]);
	});
	it('stays with a heading, whatever its label is today', () => {
		expect(piecesAfter([piece(HEADING, 0)], HEADING, `light OR ${HEADING}`)).toEqual([piece(HEADING, 1)]);
	});
});
