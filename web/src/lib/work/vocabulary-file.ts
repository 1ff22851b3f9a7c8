/** A vocabulary's file, loaded by a job: what the screen asks of the server. */
import type { FileKind, TableShape } from '@wide-lantern/core';
import type { JobViewOf } from '$lib/contract/jobs';
import { askServer, type Answer } from './ask';

export type LoadingJob = JobViewOf<'vocabulary'>;

export const KIND_NAMES: Readonly<Record<FileKind, string>> = {
	turtle: 'SKOS as Turtle',
	'n-triples': 'SKOS as N-Triples',
	'rdf-xml': 'SKOS as RDF/XML',
	'json-ld': 'SKOS as JSON-LD',
	table: 'a table'
};

/** @param from a chosen file, or an address that the server is to read */
export function begin(vocabulary: string, from: File | string): Promise<Answer<LoadingJob>> {
	const query = new URLSearchParams({
		vocabulary,
		name: typeof from === 'string' ? (from.split('/').at(-1) ?? '') : from.name
	});
	if (typeof from === 'string') query.set('from', from);
	return askServer<LoadingJob>(`/api/v1/intakes?${query}`, 'POST', typeof from === 'string' ? undefined : from);
}

export const next = (
	id: string,
	step:
		| { readonly do: 'read'; readonly shape: TableShape }
		| { readonly do: 'load'; readonly faulty: boolean; readonly name?: string; readonly edition?: string }
): Promise<Answer<LoadingJob>> => askServer<LoadingJob>(`/api/v1/intakes/${id}`, 'POST', step);
