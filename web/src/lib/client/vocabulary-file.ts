/** A vocabulary's file, loaded by a job: what the screen asks of the server. */
import type { FileKind } from '@wide-lantern/core';
import { callServer, type Answer } from '$lib/contract/call-server';
import type { JobViewOf } from '$lib/contract/jobs';
import type { LoadingStep } from '$lib/contract/vocabularies';

export type LoadingJob = JobViewOf<'vocabulary'>;

export const KIND_NAMES: Readonly<Record<FileKind, string>> = {
	turtle: 'SKOS as Turtle',
	'n-triples': 'SKOS as N-Triples',
	'rdf-xml': 'SKOS as RDF/XML',
	'json-ld': 'SKOS as JSON-LD',
	table: 'a table'
};

/** @param from a chosen file, or an address that the server is to read */
export const begin = (vocabulary: string, from: File | string): Promise<Answer<LoadingJob>> =>
	callServer('POST /api/v1/intakes', {
		query: {
			vocabulary,
			name: typeof from === 'string' ? (from.split('/').at(-1) ?? '') : from.name,
			...(typeof from === 'string' ? { from } : {})
		},
		...(typeof from === 'string' ? {} : { file: from })
	}) as Promise<Answer<LoadingJob>>;

export const next = (id: string, step: LoadingStep): Promise<Answer<LoadingJob>> =>
	callServer('POST /api/v1/intakes/[intake]', { path: { intake: id }, body: step }) as Promise<Answer<LoadingJob>>;
