/** The document of an enquiry, put together from what is computed of it. */
import {
	buildDossier,
	conceptLetter,
	headingByKey,
	lineFindings,
	printedText,
	type DossierDocument,
	type NamedRendering
} from '@wide-lantern/core';
import { createYielder } from '$lib/server/process';
import { renderingsOf } from '$lib/server/platforms';
import { duplicatesOf, listBatches } from '$lib/server/references';
import { runsOf } from '$lib/server/runs';
import type { RenderingHistory } from '$lib/contract/runs';
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
	const [{ histories }, { batches }, { figures, outdated }] = await Promise.all([
		runsOf(enquiry.id),
		listBatches(enquiry.id),
		duplicatesOf(enquiry.id)
	]);
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
		imports: {
			files: batches.map((one) => ({
				...one,
				isOtherMethod: one.purpose === 'other method',
				on: one.at.slice(0, 10)
			})),
			duplicates: figures && { ...figures, isOutdated: outdated }
		},
		renderings: (await renderingsOf(evaluated)).map(({ profile, rendering }) => ({
			id: profile.id,
			profile: profile.name,
			source: profile.source,
			platform: profile.platform,
			version: profile.version,
			rendering,
			...factsOf(histories.find((one) => one.profile === profile.id))
		})),
		findings: lineFindings({
			lines: lines.map(({ id, faults }) => ({ id, faults })),
			advice: [],
			empty: [],
			shared: []
		}),
		headingLabel: (vocabulary, heading) =>
			headingByKey(vocabularies, `${vocabulary}:${heading}`).heading?.label ?? heading,
		qualifierName: (vocabulary, code) =>
			vocabularies
				.find((one) => one.vocabulary.id === vocabulary)
				?.vocabulary.qualifiers.find((one) => one.code === code)?.name ?? code
	});
}

/** The last run at a source, and how its rendering compared. */
function factsOf(history: RenderingHistory | undefined): Pick<NamedRendering, 'run' | 'tried'> {
	const last = history?.runs.find((run) => !run.withdrawn);
	const how = last?.how === 'connection' ? 'connection' : 'pasted';
	return {
		run: last ? { on: last.on, how, counts: new Map(last.lines.map((line) => [line.id, line.count])) } : null,
		tried: history?.comparison ?? null
	};
}
