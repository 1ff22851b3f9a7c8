/** One list of everything that there is to say about lines. */
import { describe, expect, it } from 'vitest';
import { bySeverity, findingsOfLine } from '../findings/index.ts';
import { applyRepair, parse } from '../query/index.ts';
import { lineFindings } from './line-findings.ts';

const faultsOf = (text: string) => parse(text).faults;
const advice = {
	rule: 'not-used',
	severity: 'hint',
	place: { kind: 'line', line: 'two', span: null },
	message: 'The result, line 3, does not use this line.',
	repairs: []
} as const;
const found = lineFindings({
	lines: [
		{ id: 'one', faults: faultsOf('light OR OR lamp') },
		{ id: 'two', faults: [] },
		{ id: 'three', faults: [] }
	],
	advice: [advice],
	empty: [{ line: 'two', from: 0, to: 4 }],
	shared: [{ line: 'two', from: 8, to: 12, concepts: ['A', 'B'], lost: 1_234 }]
});

describe('findings of lines', () => {
	it('are in the order of the lines: what cannot be read, what was counted, what a second look finds', () => {
		expect(found.map(({ place, rule }) => `${place.kind === 'line' ? place.line : ''} ${rule}`)).toEqual([
			...faultsOf('light OR OR lamp').map(({ code }) => `one ${code}`),
			'two empty-term',
			'two shared-term',
			'two not-used'
		]);
		expect(found.find(({ rule }) => rule === 'shared-term')?.message).toContain(
			'1\u202F234 records of the result depend'
		);
	});
	it('keep the repairs of a fault as replacements in its text', () => {
		for (const fault of faultsOf('light OR OR lamp'))
			for (const [at, repair] of fault.repairs.entries()) {
				const own = found.find(({ rule }) => rule === fault.code)?.repairs[at];
				expect(
					own && 'replacements' in own ? applyRepair('light OR OR lamp', { label: '', edits: own.replacements }) : ''
				).toBe(applyRepair('light OR OR lamp', repair));
			}
		expect(faultsOf('light OR OR lamp').flatMap(({ repairs }) => repairs).length).toBeGreaterThan(0);
	});
	it('can be taken line by line, and the gravest first', () => {
		expect(findingsOfLine(found, 'three')).toEqual([]);
		expect(findingsOfLine(found, 'two').map(({ rule }) => rule)).toEqual(['empty-term', 'shared-term', 'not-used']);
		expect(bySeverity([advice, ...found]).map(({ severity }) => severity)).toEqual([
			...faultsOf('light OR OR lamp').map(({ severity }) => severity),
			'info',
			'hint',
			'hint',
			'hint'
		]);
	});
});
