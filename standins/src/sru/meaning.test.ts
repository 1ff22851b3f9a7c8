/**
 * What CQL means to a stand-in, and which standard diagnostic it gives for what it does not take
 * (OASIS searchRetrieve 1.0, part 3, list of diagnostics; numbers from memory).
 */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { print } from '@wide-lantern/core';
import { parseCql, writeCql, type Cql } from './cql.ts';
import { DIAGNOSTICS } from './diagnostics.ts';
import { CqlRefused, indexName, INDEXES, meaningOf } from './meaning.ts';

const treeOf = (text: string): Cql => {
	const parsed = parseCql(text);
	if (!parsed.ok) throw new Error(`${text}: ${parsed.message}`);
	return parsed.tree;
};
function codeOf(text: string, headings = true): number | null {
	try {
		meaningOf(treeOf(text), headings);
		return null;
	} catch (error) {
		if (error instanceof CqlRefused) return error.diagnostic.code;
		throw error;
	}
}

describe('what a stand-in does not take', () => {
	it.each([
		['bath.title = light', 15],
		['dc.nowhere = light', 16],
		['shelf = light', 16],
		['dc.title > light', 19],
		['dc.title within light', 19],
		['dc.date any 2010', 19],
		['dc.language > english', 19],
		['rec.identifier within x', 19],
		['dc.title =/stem light', 20],
		['dc.title = ""', 27],
		['dc.title = "  "', 27],
		['dc.title = "*"', 28],
		['dc.title = "light *"', 28],
		['dc.title = "^light"', 31],
		['dc.date = soon', 36],
		['dc.date within "2010 soon"', 36],
		['dc.date = 99999', 36],
		['dc.title=a prox dc.creator=b', 39],
		['dc.date=2010 prox dc.date=2011', 39],
		['(dc.title=a and dc.title=b) prox dc.title=c', 39],
		['dc.title=a prox/distance>3 dc.title=b', 40],
		['dc.title=a prox/distance=3 dc.title=b', 40],
		['dc.title=a prox/distance<=0 dc.title=b', 41],
		['dc.title=a prox/distance<1 dc.title=b', 41],
		['dc.title=a prox/distance<=x dc.title=b', 41],
		['dc.title=a prox/unit=sentence dc.title=b', 42],
		['dc.title=a prox/colour=red dc.title=b', 46]
	] as const)('%s: %d', (text, code) => {
		expect(codeOf(text)).toBe(code);
		expect(DIAGNOSTICS[code]).toBeDefined();
	});
	it.each([
		'dc.title=a prox/distance=1 dc.title=b',
		'dc.title =/relevant light',
		'dc.title cql.adj "a b"',
		'dc.title = "li\\*ght"',
		'cql.allRecords = 1'
	])('%s is taken', (text) => {
		expect(codeOf(text)).toBeNull();
	});
	it('a source without headings takes subjects as author keywords alone', () => {
		const [own, other] = [true, false].map((headings) => print(meaningOf(treeOf('dc.subject = light'), headings)));
		expect([own, other]).toEqual(['kw+hd:light', 'kw:light']);
	});
});

describe('names of indexes', () => {
	it('are the same in any case, with and without the set that is usual', () => {
		expect(['DC.Title', 'dc.title', 'title', 'TITLE'].map((name) => indexName(name))).toEqual(
			Array.from({ length: 4 }, () => 'dc.title')
		);
		expect(indexName(null)).toBe('cql.serverchoice');
	});
	it('those that are explained are all understood', () => {
		for (const name of INDEXES) expect(indexName(name)).toBe(name);
	});
});

// A term keeps its backslashes until its meaning is asked for.
describe('CQL that is written and read again', () => {
	const word = fc.string({ unit: fc.constantFrom(...'abc'.split('')), minLength: 1, maxLength: 4 });
	const clause: fc.Arbitrary<Cql> = fc.record({
		kind: fc.constant('clause' as const),
		index: fc.constantFrom('dc.title', 'dc.creator', 'cql.anywhere'),
		relation: fc.constantFrom('=', 'any', 'all'),
		modifiers: fc.constant([]),
		term: fc
			.array(fc.oneof(word, fc.constantFrom('\\"', '\\*', 'a\\"b', 'and', '(x)', '<=')), { minLength: 1, maxLength: 3 })
			.map((words) => words.join(' '))
	});
	const { tree } = fc.letrec<{ tree: Cql }>((tie) => ({
		tree: fc.oneof(
			{ maxDepth: 4 },
			clause,
			fc.record({
				kind: fc.constant('boolean' as const),
				operator: fc.constantFrom('and', 'or', 'not'),
				modifiers: fc.constant([]),
				left: tie('tree'),
				right: tie('tree')
			}) as fc.Arbitrary<Cql>
		)
	}));
	it('is the same tree, quotes and signs in its terms among them', () => {
		fc.assert(
			fc.property(tree, (made) => {
				const text = writeCql(made);
				expect(writeCql(treeOf(text))).toBe(text);
			})
		);
	});
	it('has a meaning or a diagnostic of the list, never anything else', () => {
		fc.assert(
			fc.property(tree, fc.boolean(), (made, headings) => {
				const code = codeOf(writeCql(made), headings);
				if (code !== null) expect(DIAGNOSTICS[code]).toBeDefined();
			})
		);
	});
});
