/** Two versions of a strategy side by side, with the difference in records. */
import { compareLines, linesToEvaluate, readStrategy, type LineChange } from '@wide-lantern/core';
import type { ComparedVersions } from '$lib/work/versions';
import { computing } from './computing';
import { articlesOf } from './margins';
import type { Standing } from './versions';
import type { WorkedEnquiry } from './workings';

/** One version beside another, or beside the enquiry as it stands: lines by identity, and the difference in records. */
export async function compareVersions(worked: WorkedEnquiry, before: Standing, after: Standing): Promise<ComparedVersions> {
	const { collection, vocabularies, marks, wanted } = worked;
	const year = new Date().getFullYear();
	const [old, fresh] = [before, after].map(({ document }) => {
		const read = readStrategy(document, vocabularies, year);
		return { read, document, lines: linesToEvaluate(read, document.lines), results: read.filter((line) => line.role !== 'check').map((line) => line.id) };
	});
	if (!old || !fresh) throw new Error('Two versions are compared.');
	const lines: readonly LineChange[] = compareLines(
		old.read.map((line, at) => ({ line: old.document.lines[at], text: line.text })).flatMap(({ line, text }) => (line ? [{ line, text }] : [])),
		fresh.read.map((line, at) => ({ line: fresh.document.lines[at], text: line.text })).flatMap(({ line, text }) => (line ? [{ line, text }] : []))
	);
	if (!collection) return { lines, records: null };
	const [figures] = await computing().ask(
		{ do: 'trials', collection: collection.computed, lines: old.lines, marks, results: old.results, trials: [{ lines: fresh.lines, results: fresh.results }] },
		wanted
	);
	const articles = articlesOf(worked.enquiry.document, collection);
	return {
		lines,
		records: figures
			? {
					...figures,
					before: (figures.count ?? 0) + figures.lost - figures.gained,
					shipsLost: articles(figures.shipsLost),
					shipsGained: articles(figures.shipsGained)
				}
			: null
	};
}
