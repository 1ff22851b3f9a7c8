/** Candidates as a table: out, edited as spreadsheets and people do, and back. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { decisionTable, readDecisionTable, type DecidedCandidate } from './decision-table.ts';

const candidate = (change: Partial<DecidedCandidate> = {}): DecidedCandidate => ({
	key: 'word lamp',
	label: 'lamp',
	heading: false,
	forms: ['lamps'],
	records: 3,
	all: 9,
	times: 4.25,
	likelihood: 12,
	adds: 2,
	decision: null,
	concepts: [],
	...change
});
const rowsOf = (text: string) => {
	const read = readDecisionTable(text);
	if (!read.ok) throw new Error(read.why);
	return read;
};

describe('a table of candidates', () => {
	it('comes back as it went out, whatever the candidates are called', () => {
		const text = fc
			.string({ unit: 'grapheme', minLength: 1, maxLength: 12 })
			.filter((one) => /^[^\p{C};,']+$/u.test(one) && one.trim() === one);
		const any = fc.record({
			label: text,
			key: text,
			decision: fc.constantFrom('rejected' as const, 'parked' as const, null),
			concepts: fc.array(text, { maxLength: 3 })
		});
		fc.assert(
			fc.property(fc.array(any, { maxLength: 8 }), (all) => {
				const { rows, faults } = rowsOf(decisionTable(all.map((one) => candidate(one))));
				expect(faults).toEqual([]);
				expect(rows).toEqual(all.map((one, at) => ({ line: at + 2, ...one })));
			})
		);
	});
	it('cannot be taken for a formula, and quotes as RFC 4180 says', () => {
		const text = decisionTable([candidate({ label: '=1+1', forms: ['a, "b"'], concepts: ['A Light', 'B "Ward"'] })]);
		expect(text.split('\r\n')[1]).toBe('"\'=1+1",words,"a, ""b""",3,9,4.3,12.0,2,,"A Light; B ""Ward""",word lamp');
		expect(text.startsWith('\uFEFFcandidate,')).toBe(true);
		expect(rowsOf(text).rows[0]).toMatchObject({ label: '=1+1' });
	});
	it('may have other columns, another order, semicolons, capitals and empty rows', () => {
		const text =
			'Decision;note;KEY;Candidate\r\nX;too wide;word lamp;Lamp\r\n;;;\r\n"Parked";;;dusk glow\r\n;keep;word ward;\r\n';
		expect(rowsOf(text)).toEqual({
			ok: true,
			rows: [
				{ line: 2, key: 'word lamp', label: 'Lamp', decision: 'rejected', concepts: [] },
				{ line: 4, key: '', label: 'dusk glow', decision: 'parked', concepts: [] },
				{ line: 5, key: 'word ward', label: '', decision: null, concepts: [] }
			],
			faults: []
		});
		expect(rowsOf('key\tconcepts\nword lamp\tA; Light , c\n').rows[0]?.concepts).toEqual(['A', 'Light', 'c']);
	});
	it('says row by row what it cannot read, and reads the others', () => {
		const { rows, faults } = rowsOf('candidate,decision\nlamp,perhaps not\n,rejected\ndusk,open\n');
		expect(faults).toEqual([
			{ line: 2, why: '“perhaps not” is no decision: write rejected, parked or open.' },
			{ line: 3, why: 'It names no candidate.' }
		]);
		expect(rows).toMatchObject([{ label: 'dusk', decision: 'open' }]);
	});
	it.each([
		['is empty', ''],
		['has other columns', 'a,b\n1,2\n'],
		['is no text', 'PK\u0003\u0004candidate,decision'],
		['is too long', 'x'.repeat(4_000_001)]
	])('is refused whole where it %s', (_, text) => {
		expect(readDecisionTable(text)).toMatchObject({ ok: false });
	});
	it('ends at twenty thousand rows', () => {
		const { rows, faults } = rowsOf(`key,decision\n${'word lamp,x\n'.repeat(20_005)}`);
		expect([rows.length, faults.length]).toEqual([20_000, 1]);
	});
});
