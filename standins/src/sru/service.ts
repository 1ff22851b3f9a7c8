/**
 * A stand-in source as an SRU server, versions 1.2 and 2.0: explain, searchRetrieve and scan. What
 * is asked is read here, what is found is handed in; nothing here knows of HTTP or a database.
 */
import {
	interpretWords,
	parse,
	readPlatformLine,
	type BibliographicRecord,
	type Expression,
	type MappedHeading,
	type Profile
} from '@wide-lantern/core';
import { parseCql } from './cql.ts';
import { diagnostic, type Diagnostic } from './diagnostics.ts';
import { CqlRefused, indexName, INDEXES, meaningOf } from './meaning.ts';
import { explainXml, scanXml, searchXml, type Version } from './xml.ts';

/** What the source holds. */
export interface Holdings {
	/** How many records, and those of a stretch; a sentence where it cannot be evaluated. */
	search(
		expression: Expression,
		from: number,
		count: number
	): Promise<
		{ readonly total: number; readonly records: readonly BibliographicRecord[] } | { readonly refused: string }
	>;
	/** Words of the list around a place, in order. */
	words(from: string, before: number, count: number): readonly { readonly word: string; readonly records: number }[];
	qualifierName(code: string): string | null;
	/** The heading that a run of bare words names, for sources that look for one. */
	heading(words: string): MappedHeading | null;
}

export interface Answer {
	readonly status: number;
	readonly xml: string;
}

/** Portions that a source gives at once where its profile says nothing. */
const PORTION = 1_000;
const DEFAULT_RECORDS = 10;

export async function answerSru(parameters: URLSearchParams, profile: Profile, holdings: Holdings): Promise<Answer> {
	const given = (name: string) => parameters.get(name);
	const version: Version =
		(given('version') ?? (given('queryType') !== null || given('operation') === null ? '2.0' : '1.2')) === '2.0'
			? '2.0'
			: '1.2';
	const asked = given('version');
	const operation =
		given('operation') ??
		(given('query') !== null ? 'searchRetrieve' : given('scanClause') !== null ? 'scan' : 'explain');
	const fault = (one: Diagnostic): Answer => ({
		status: 200,
		xml: operation === 'scan' ? scanXml(version, [], [one]) : searchXml(version, null, [one])
	});
	if (asked !== null && !['1.1', '1.2', '2.0'].includes(asked)) return fault(diagnostic(5, '2.0'));
	switch (operation) {
		case 'explain':
			return { status: 200, xml: explainXml(version, profile, INDEXES) };
		case 'searchRetrieve':
			return search();
		case 'scan':
			return scan();
		default:
			return fault(diagnostic(4, operation));
	}

	function number(name: string, otherwise: number, least: number): number | Diagnostic {
		const text = given(name);
		if (text === null || text === '') return otherwise;
		const value = Number(text);
		return Number.isInteger(value) && value >= least ? value : diagnostic(6, name);
	}

	async function search(): Promise<Answer> {
		const query = given('query');
		if (query === null || query.trim() === '') return fault(diagnostic(7, 'query'));
		const start = number('startRecord', 1, 1);
		const most = number('maximumRecords', DEFAULT_RECORDS, 0);
		if (typeof start !== 'number') return fault(start);
		if (typeof most !== 'number') return fault(most);
		const schema = given('recordSchema') ?? 'dc';
		if (!['dc', 'info:srw/schema/1/dc-v1.1'].includes(schema)) return fault(diagnostic(66, schema));
		const packing = given(version === '2.0' ? 'recordXMLEscaping' : 'recordPacking') ?? 'xml';
		if (!['xml', 'string'].includes(packing)) return fault(diagnostic(71, packing));
		const read = readQuery(query, given('queryType') ?? 'cql', profile, holdings);
		if ('code' in read) return fault(read);
		const portion = Math.min(most, profile.platform.ceilings.export ?? PORTION);
		const found = await holdings.search(read.expression, start - 1, portion);
		if ('refused' in found) return fault(diagnostic(48, found.refused));
		if (found.total > 0 && start > found.total) return fault(diagnostic(61, String(start)));
		return { status: 200, xml: searchXml(version, { ...found, start, packing: packing as 'xml' | 'string' }, []) };
	}

	function scan(): Answer {
		const clause = given('scanClause');
		if (clause === null || clause.trim() === '') return fault(diagnostic(7, 'scanClause'));
		const most = number('maximumTerms', 20, 1);
		const position = number('responsePosition', 1, 0);
		if (typeof most !== 'number') return fault(most);
		if (typeof position !== 'number' || position > Math.min(most, 500) + 1)
			return fault(diagnostic(111, given('responsePosition') ?? ''));
		const parsed = parseCql(clause);
		if (!parsed.ok || parsed.tree.kind !== 'clause')
			return fault(diagnostic(10, parsed.ok ? 'A scan takes one clause.' : parsed.message));
		try {
			const index = indexName(parsed.tree.index);
			if (!['cql.serverchoice', 'cql.anywhere', 'cql.keywords'].includes(index))
				return fault(diagnostic(16, parsed.tree.index ?? ''));
		} catch (error) {
			if (error instanceof CqlRefused) return fault(error.diagnostic);
			throw error;
		}
		return {
			status: 200,
			xml: scanXml(version, holdings.words(parsed.tree.term, Math.max(0, position - 1), Math.min(most, 500)), [])
		};
	}
}

/** CQL, or the source's own syntax under its own name. */
export function readQuery(
	query: string,
	type: string,
	profile: Profile,
	{ qualifierName, heading }: Pick<Holdings, 'qualifierName' | 'heading'>
): { readonly expression: Expression } | Diagnostic {
	const { length, terms } = profile.platform.ceilings;
	if (length !== null && query.length > length) return diagnostic(12, `${query.length} of ${length}`);
	if (type === 'cql') {
		const parsed = parseCql(query);
		if (!parsed.ok) return diagnostic(10, `${parsed.message} (at ${parsed.at})`);
		try {
			return { expression: meaningOf(parsed.tree, profile.source.vocabulary !== null) };
		} catch (error) {
			if (error instanceof CqlRefused) return error.diagnostic;
			throw error;
		}
	}
	if (type !== profile.id) return diagnostic(6, 'queryType');
	// Words and nothing else: the source reads them by its habits, as a newcomer's box does.
	if (profile.platform.habits && /^[\p{L}\p{N}\p{M}\s'’-]+$/u.test(query) && !hasOperator(query, profile)) {
		const { tree } = parse(interpretWords(query, profile, heading).frozen);
		return tree ? { expression: tree } : diagnostic(10, 'Nothing is left of these words.');
	}
	const reading = readPlatformLine(query, profile, { qualifierName });
	const [first] = reading.faults.filter((one) => one.severity === 'error');
	if (first || !reading.tree) return diagnostic(10, first?.message ?? 'Nothing was asked.');
	if (terms !== null && query.split(/\s+/).length > terms * 4) return diagnostic(38, String(terms));
	return { expression: reading.tree };
}

function hasOperator(query: string, { platform }: Profile): boolean {
	const { and, or, not, letters } = platform.operators;
	const form = (text: string) => (letters === 'as written' ? text : text.toLowerCase());
	const signs = new Set([and, or, ...(not === null ? [] : [not])].map((one) => form(one.trim())));
	return query.split(/\s+/).some((word) => signs.has(form(word)));
}
