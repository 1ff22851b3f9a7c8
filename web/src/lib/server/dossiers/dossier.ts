/** The document of an enquiry, put together from what is computed of it. */
import {
	buildDossier,
	conceptLetter,
	headingByKey,
	printedText,
	type DossierDocument,
	type EnquiryDocument,
	type NamedRendering
} from '@wide-lantern/core';
import { createYielder } from '$lib/server/process';
import { renderingsOf } from '$lib/server/platforms';
import type { EvaluatedEnquiry } from '$lib/server/evaluation';

const today = () => new Date().toISOString().slice(0, 10);

/** The document of the enquiry as it stands. */
export async function dossierOf(evaluated: EvaluatedEnquiry): Promise<DossierDocument> {
	const { enquiry, collection, lines, counted, vocabularies } = evaluated;
	const { document } = enquiry;
	const date = today();
	const yieldNow = createYielder();
	const texts: string[] = [];
	for (const line of lines) {
		texts.push(printedText(line, date));
		await yieldNow();
	}
	return buildDossier({
		enquiry: document,
		date,
		revision: enquiry.revision,
		collection: collection && { name: collection.name, size: collection.size, takenOn: collection.takenOn },
		lines: lines.map((line, at) => {
			const stored = document.lines[at];
			const concept = document.concepts.findIndex((one) => one.id === stored?.concept);
			return {
				line,
				text: texts[at] ?? line.text,
				label: stored?.label ?? '',
				concept: concept < 0 ? null : conceptLetter(concept),
				state: counted[at]?.state ?? 'uncounted',
				count: counted[at]?.count ?? null,
				beforeHand: counted[at]?.beforeHand ?? false
			};
		}),
		renderings: (await renderingsOf(evaluated)).map(({ profile, rendering }) => ({
			id: profile.id,
			profile: profile.name,
			source: profile.source,
			platform: profile.platform,
			version: profile.version,
			rendering,
			...factsOf(document, profile.id)
		})),
		headingLabel: (vocabulary, heading) =>
			headingByKey(vocabularies, `${vocabulary}:${heading}`).heading?.label ?? heading,
		qualifierName: (vocabulary, code) =>
			vocabularies
				.find((one) => one.vocabulary.id === vocabulary)
				?.vocabulary.qualifiers.find((one) => one.code === code)?.name ?? code
	});
}

/** The last run at a source, and how its rendering compared. */
function factsOf(document: EnquiryDocument, profile: string): Pick<NamedRendering, 'run' | 'tried'> {
	const chosen = document.renderings.find((one) => one.profile === profile);
	const last = chosen?.runs?.at(-1);
	return {
		run: last ? { on: last.on, how: last.how, counts: new Map(last.lines.map((line) => [line.id, line.count])) } : null,
		tried: chosen?.tried ?? null
	};
}
