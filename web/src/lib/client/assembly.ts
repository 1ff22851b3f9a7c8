/** The lines of a strategy made from its concepts: what would change, step by step. */
import {
	assemble,
	bringUpToDate,
	toSource,
	toText,
	type EnquiryDocument,
	type UpdateStep
} from '@wide-lantern/core/editor';
import type { HeadingFacts } from '$lib/contract/headings';
import { newId } from './new-id';
import { namesFor } from './line-names';

/** Labels of headings by `vocabulary:identifier`, and names of qualifiers by their codes. */
export interface HeadingNames {
	readonly labels: ReadonlyMap<string, string>;
	readonly qualifiers: ReadonlyMap<string, string>;
}
export type FactsOf = (vocabulary: string, heading: string) => Promise<Pick<HeadingFacts, 'label' | 'allQualifiers'>>;

/** What the headings of all concepts are called. @throws where the server does not say it */
export async function headingNames(document: EnquiryDocument, factsOf: FactsOf): Promise<HeadingNames> {
	const labels = new Map<string, string>();
	const qualifiers = new Map<string, string>();
	for (const { vocabulary, heading, picked } of document.concepts.flatMap((concept) => concept.headings))
		for (const id of [heading, ...(picked ?? [])]) {
			const facts = await factsOf(vocabulary, id);
			labels.set(`${vocabulary}:${id}`, facts.label);
			for (const { code, name } of facts.allQualifiers) qualifiers.set(code, name);
		}
	return { labels, qualifiers };
}

/** @param own the vocabulary of the strategy: headings of others wait for the renderings of their sources */
export function assemblySteps(
	document: EnquiryDocument,
	{ labels, qualifiers }: HeadingNames,
	own: string
): readonly UpdateStep[] {
	const proposed = assemble(
		document.concepts,
		(vocabulary, heading) => {
			const label = labels.get(`${vocabulary}:${heading}`);
			return label === undefined || vocabulary !== own ? null : { label, vocabulary: null };
		},
		(_, code) => qualifiers.get(code) ?? code
	);
	const names = namesFor(
		document,
		document.lines.map((line) => line.id)
	);
	return bringUpToDate(
		document,
		proposed,
		(line) => toText(line.source, names),
		// Headings are anchored by the server.
		(text) => toSource(text, names),
		newId
	);
}

/** A first strategy is put down at once; changes of one that is there are looked at before. */
export const hasLines = ({ lines }: EnquiryDocument): boolean => lines.some((line) => line.source.trim() !== '');
