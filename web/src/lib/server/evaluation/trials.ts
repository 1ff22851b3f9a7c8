/** Trials: what the strategy would find after an edit, without keeping it. */
import {
	applyEdits,
	linesToEvaluate,
	namesOf,
	readStrategy,
	resultLine,
	type EnquiryDocument,
	type Json
} from '@wide-lantern/core';
import type { TrialResult, TrialsRequest } from '$lib/contract/sheet';
import { createYielder } from '$lib/server/process';
import { computing, packLines, readEditsAhead } from '$lib/server/computing';
import { isDocument, withAnchors } from '$lib/server/enquiries';
import { recordsLitBy } from './line-records';
import { articlesOf } from './margins';
import { resultOf, type EvaluatedEnquiry } from './evaluation';

/** @returns null where there is no collection to try on */
export async function tryEdits(
	evaluated: EvaluatedEnquiry,
	request: TrialsRequest
): Promise<readonly TrialResult[] | null> {
	const { enquiry, vocabularies, collection, marks, wanted } = evaluated;
	if (!collection) return null;
	const year = new Date().getFullYear();
	for (const { edits } of request.trials) await readEditsAhead(edits, vocabularies, wanted, enquiry.document);
	const yieldNow = createYielder();
	const prepare = async ({ name, edits }: TrialsRequest['trials'][number]) => {
		const bare = applyEdits(enquiry.document as unknown as Json, edits);
		const names = namesOf(
			'refused' in bare ? enquiry.document : (bare.document as unknown as EnquiryDocument),
			vocabularies
		);
		const applied = applyEdits(
			enquiry.document as unknown as Json,
			edits.map((edit) => withAnchors(edit, names))
		);
		if ('refused' in applied) return { name, refused: applied.refused };
		const document: unknown = applied.document;
		if (!isDocument(document)) return { name, refused: 'This does not fit into the enquiry.' };
		const read = readStrategy(document as EnquiryDocument, vocabularies, year);
		return {
			name,
			lines: await packLines(linesToEvaluate(read), yieldNow),
			result: resultLine(read, document.result)?.id ?? null
		};
	};
	const prepared = [];
	for (const trial of request.trials) prepared.push(await prepare(trial));
	const able = prepared.flatMap((one) =>
		'lines' in one && one.lines ? [{ lines: one.lines, result: one.result }] : []
	);
	const figures = await computing().ask(
		{
			do: 'trials',
			collection: collection.computed,
			lines: evaluated.packed,
			marks,
			result: resultOf(evaluated)?.id ?? null,
			trials: able
		},
		wanted
	);
	const articles = articlesOf(enquiry.document, collection);
	const lightOf = resultOf(evaluated)?.id;
	let next = 0;
	const results: TrialResult[] = [];
	for (const one of prepared) {
		const figure = 'refused' in one && one.refused !== undefined ? null : figures[next++];
		if (!figure) {
			results.push({ name: one.name, refused: ('refused' in one && one.refused) || 'This could not be counted.' });
			continue;
		}
		const { some, ...rest } = figure;
		const records =
			request.read && lightOf !== undefined
				? {
						lost: await recordsLitBy(evaluated, some.lost, lightOf),
						gained: await recordsLitBy(evaluated, some.gained, lightOf)
					}
				: undefined;
		results.push({
			...rest,
			name: one.name,
			benchmarkLost: articles(figure.benchmarkLost),
			benchmarkGained: articles(figure.benchmarkGained),
			...(records ? { records } : {})
		});
	}
	return results;
}
