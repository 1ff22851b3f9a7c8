/** Two versions of a strategy side by side, with the difference in records. */
import {
	compareLines,
	linesToEvaluate,
	readStrategy,
	resultLine,
	type LineChange,
	type LineToEvaluate,
	type Query
} from '@wide-lantern/core';
import type { ComparedVersions } from '$lib/contract/enquiries';
import type { RecordPage } from '$lib/contract/records';
import { createYielder } from '$lib/server/process';
import { computing, packLines } from '$lib/server/computing';
import { pageOf } from './line-records';
import { articlesOf } from './margins';
import type { Standing } from '$lib/server/enquiries';
import type { EvaluatedEnquiry } from './evaluation';

const RENAMED = 'then ';

/** Lines under other identities, so that two versions stand in one strategy without meeting. */
function apart(lines: readonly LineToEvaluate[]): LineToEvaluate[] {
	const query = (of: Query): Query => {
		if (of.kind === 'line') return of.id === null ? of : { kind: 'line', id: RENAMED + of.id };
		if (of.kind === 'and' || of.kind === 'or') return { kind: of.kind, parts: of.parts.map(query) };
		return of.kind === 'not' ? { kind: 'not', keep: query(of.keep), drop: query(of.drop) } : of;
	};
	return lines.map((line) => ({
		...line,
		id: RENAMED + line.id,
		query: line.query && query(line.query),
		...(line.passes ? { passes: query(line.passes) } : {})
	}));
}

/**
 * Records that one version's result has and another's has not; null where nothing is counted.
 * @param has the version whose records are shown, lit by its own lines
 */
export async function recordsBetween(
	evaluated: EvaluatedEnquiry,
	has: Standing,
	lacks: Standing,
	from: number
): Promise<RecordPage | null> {
	const { collection, vocabularies } = evaluated;
	if (!collection) return null;
	const year = new Date().getFullYear();
	const read = ({ document }: Standing) => {
		const lines = readStrategy(document, vocabularies, year);
		return { lines: linesToEvaluate(lines), result: resultLine(lines, document.result)?.id ?? null };
	};
	const [own, other] = [read(has), read(lacks)];
	const lines = await packLines([...own.lines, ...apart(other.lines)], createYielder());
	const { result } = own;
	return result !== null
		? pageOf(
				evaluated,
				collection,
				lines,
				{
					line: result,
					minus: other.result === null ? null : RENAMED + other.result,
					aloneIn: null,
					number: own.lines.find((one) => one.id === result)?.number ?? 0
				},
				from,
				'newest'
			)
		: null;
}

/** One version beside another, or beside the enquiry as it stands: lines by identity, and the difference in records. */
export async function compareVersions(
	evaluated: EvaluatedEnquiry,
	before: Standing,
	after: Standing
): Promise<ComparedVersions> {
	const { collection, vocabularies, marks, wanted } = evaluated;
	const year = new Date().getFullYear();
	const [old, fresh] = [before, after].map(({ document }) => {
		const read = readStrategy(document, vocabularies, year);
		return { read, document, lines: linesToEvaluate(read), result: resultLine(read, document.result)?.id ?? null };
	});
	if (!old || !fresh) throw new Error('Two versions are compared.');
	const lines: readonly LineChange[] = compareLines(
		old.read
			.map((line, at) => ({ line: old.document.lines[at], text: line.text }))
			.flatMap(({ line, text }) => (line ? [{ line, text }] : [])),
		fresh.read
			.map((line, at) => ({ line: fresh.document.lines[at], text: line.text }))
			.flatMap(({ line, text }) => (line ? [{ line, text }] : []))
	);
	if (!collection) return { lines, records: null };
	const packed = (of: readonly LineToEvaluate[]) => packLines(of, createYielder());
	const trial = { lines: await packed(fresh.lines), result: fresh.result };
	const [figures] = await computing().ask(
		{
			do: 'trials',
			collection: collection.computed,
			lines: await packed(old.lines),
			marks,
			result: old.result,
			trials: [trial]
		},
		wanted
	);
	const articles = articlesOf(evaluated.enquiry.document, collection);
	return {
		lines,
		records: figures
			? {
					before: (figures.count ?? 0) + figures.lost - figures.gained,
					count: figures.count,
					lost: figures.lost,
					gained: figures.gained,
					lines: figures.lines,
					benchmarkLost: articles(figures.benchmarkLost),
					benchmarkGained: articles(figures.benchmarkGained)
				}
			: null
	};
}
