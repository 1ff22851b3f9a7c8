/** A thread that finds which references are of one work: they come as texts; pairs and works go back as texts for the database. */
import { setPriority } from 'node:os';
import { parentPort, workerData } from 'node:worker_threads';
import {
	evidenceOf,
	groupWorks,
	linkEvidence,
	mergeReferences,
	type ImportedReference,
	type LinkedPair,
	type ReferenceEvidence
} from '@wide-lantern/core/computing';
import { Ajv } from 'ajv';
import {
	linkerMessageSchema,
	type LinkerAnswer,
	type LinkerData,
	type LinkerMessage
} from '$lib/contract/threads/reference-linking';
import { BATCH_PRIORITY } from './priority.ts';

const port = parentPort;
if (!port) throw new Error('This runs in a thread of the server.');
setPriority(BATCH_PRIORITY);
const progress = new Int32Array((workerData as LinkerData).progress);
const isMessage = new Ajv({ strictTypes: false, strictTuples: false }).compile<LinkerMessage>(linkerMessageSchema);
const all: ReferenceEvidence[] = [];
/** Rows in one text. */
const PART = 5_000;

function add(texts: readonly string[]): LinkerAnswer {
	// The server validated them when they were imported; what is damaged since fails here by itself.
	for (const text of texts) all.push(evidenceOf(JSON.parse(text) as ImportedReference));
	return { say: 'added', done: all.length };
}

function link(decisions: Extract<LinkerMessage, { do: 'link' }>['decisions']): LinkerAnswer {
	const linkage = linkEvidence(all, (share) => {
		Atomics.store(progress, 0, Math.round(share * 1_000));
	});
	const automatic = groupWorks(all.length, linkage.pairs, []);
	const grouped =
		decisions.length === 0
			? automatic
			: groupWorks(
					all.length,
					linkage.pairs,
					decisions.map(([left, right, same]) => ({ left, right, same }))
				);
	const works = new Set(automatic.workOf).size;
	const row = ({ left, right, kind, likelihood, relation, agreement }: LinkedPair) => [
		left,
		right,
		kind,
		likelihood,
		relation,
		agreement
	];
	return {
		say: 'linked',
		members: parts(Array.from(grouped.workOf, (work, place) => [place, work])),
		pairs: parts(linkage.pairs.map(row)),
		automaticWorks: works,
		retracted: all.filter((one) => one.retracted).length,
		costs: linkage.costs,
		weights: JSON.stringify(linkage.weights)
	};
}

function parts(rows: readonly unknown[]): string[] {
	const texts: string[] = [];
	for (let from = 0; from < rows.length; from += PART) texts.push(JSON.stringify(rows.slice(from, from + PART)));
	return texts;
}

function answer(message: unknown): LinkerAnswer {
	if (!isMessage(message)) return { say: 'failed', message: 'The thread that compares was sent something else.' };
	if (message.do === 'add') return add(message.texts);
	if (message.do === 'link') return link(message.decisions);
	const references = message.works.map((texts) =>
		mergeReferences(texts.map((text) => JSON.parse(text) as ImportedReference))
	);
	return { say: 'merged', texts: JSON.stringify(references) };
}

port.on('message', (message: unknown) => {
	try {
		port.postMessage(answer(message));
	} catch (error) {
		port.postMessage({ say: 'failed', message: error instanceof Error ? error.message : String(error) });
	}
});
