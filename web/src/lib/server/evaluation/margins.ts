/** What stands beside and below the sheet: unique yields, the beam, and the result by headings and by words alone. */
import { conceptLetter, joinedLines, termPlaces, termsOf, type EnquiryDocument } from '@wide-lantern/core';
import type { SheetMargins } from '$lib/contract/sheet';
import type { OpenCollection } from '$lib/server/collections';
import { computing } from '$lib/server/computing';
import { marksNamed, resultOf, type EvaluatedEnquiry } from './evaluation';

/** The articles of the brief that records stand for, by identity. */
export function articlesOf(
	document: EnquiryDocument,
	collection: OpenCollection
): (records: readonly number[]) => string[] {
	const byRecord = new Map<number, string>();
	for (const { id, identifier } of document.articles)
		if (identifier.trim() !== '')
			for (const record of collection.index.identified(identifier)) if (!byRecord.has(record)) byRecord.set(record, id);
	return (records) => records.flatMap((record) => byRecord.get(record) ?? []);
}

/** @returns null where nothing is counted */
export async function marginsOf(
	evaluated: EvaluatedEnquiry,
	replaces: string | null = null
): Promise<SheetMargins | null> {
	const { enquiry, collection, lines, marks, wanted } = evaluated;
	const { document, revision } = enquiry;
	const final = resultOf(evaluated);
	if (!collection || !final) return null;
	const concepts = document.concepts
		.map((concept) => ({ concept: concept.id, lines: joinedLines(document, concept.id, null).map((line) => line.id) }))
		.filter((one) => one.lines.length > 0);
	const figures = await computing().ask(
		{
			do: 'margins',
			collection: collection.computed,
			lines: evaluated.packed,
			marks: marksNamed(lines, marks),
			final: final.id,
			concepts: concepts.map((one) => one.lines),
			conceptOf: document.lines.map((line) => line.concept)
		},
		{ ...wanted, replaces }
	);
	const articles = articlesOf(document, collection);
	const { beam } = figures;
	const placesOf = lines.map((line) => {
		const places = line.tree ? termPlaces(line.tree) : [];
		// They go with the terms of the query one by one; where they do not, nothing is pointed at.
		return line.query && places.length === termsOf(line.query).length ? places : [];
	});
	const letters = new Map(document.concepts.map((one, at) => [one.id, conceptLetter(at)]));
	return {
		revision,
		final: final.id,
		yields: figures.yields,
		noHits: lines.flatMap((line, at) =>
			(figures.empty[at] ?? []).flatMap((nth) => placed(line.id, placesOf[at]?.[nth]))
		),
		shared: figures.shared.flatMap(({ places, lost }) => {
			const own = places.map(({ line, term }) => ({ at: lines.findIndex((one) => one.id === line), term }));
			const named = [...new Set(own.map(({ at }) => letters.get(document.lines[at]?.concept ?? '') ?? ''))].sort();
			return own.flatMap(({ at, term }) =>
				placed(lines[at]?.id ?? '', placesOf[at]?.[term]).map((place) => ({ ...place, concepts: named, lost }))
			);
		}),
		beam: beam && {
			...beam,
			steps: beam.steps.map((step) => ({ ...step, dropped: articles(step.dropped) })),
			found: articles(beam.found)
		},
		kinds: figures.kinds.flatMap((kind, at) => (kind ? [{ ...kind, concept: concepts[at - 1]?.concept ?? null }] : []))
	};
}

const placed = (line: string, place: { readonly from: number; readonly to: number } | undefined) =>
	place ? [{ line, from: place.from, to: place.to }] : [];
