/** A vocabulary's file on its way in, as the screen sees it, and what it asks of the server. */
import type { FileKind, TableLook, TableShape } from '@wide-lantern/core';

export interface IntakeView {
	readonly id: string;
	readonly vocabulary: string;
	readonly fileName: string;
	readonly kind: FileKind | null;
	readonly state: 'reading' | 'columns' | 'read' | 'loading' | 'loaded' | 'failed';
	readonly bytes: number;
	readonly size: number;
	readonly statements: number;
	/** Headings stored so far. */
	readonly loaded: number;
	readonly message: string | null;
	readonly look: TableLook | null;
	readonly read: {
		readonly name: string;
		readonly edition: string;
		readonly date: string | null;
		readonly headings: number;
		readonly names: number;
		readonly qualifiers: number;
		readonly notes: readonly string[];
		readonly faultCount: number;
		readonly faults: readonly { readonly place: string | null; readonly message: string }[];
	} | null;
}

export const KIND_NAMES: Readonly<Record<FileKind, string>> = {
	turtle: 'SKOS as Turtle',
	'n-triples': 'SKOS as N-Triples',
	'rdf-xml': 'SKOS as RDF/XML',
	'json-ld': 'SKOS as JSON-LD',
	table: 'a table'
};

export type Answered =
	{ readonly ok: true; readonly view: IntakeView } | { readonly ok: false; readonly message: string };

async function answered(asking: Promise<Response>): Promise<Answered> {
	const response = await asking.catch(() => null);
	if (!response) return { ok: false, message: 'The server cannot be reached. Nothing was changed.' };
	const body = (await response.json().catch(() => ({}))) as IntakeView & { message?: string };
	return response.ok
		? { ok: true, view: body }
		: { ok: false, message: body.message ?? 'The server refused. Nothing was changed.' };
}

/** @param from a chosen file, or an address that the server is to read */
export function begin(vocabulary: string, from: File | string): Promise<Answered> {
	const query = new URLSearchParams({
		vocabulary,
		name: typeof from === 'string' ? (from.split('/').at(-1) ?? '') : from.name
	});
	if (typeof from === 'string') query.set('from', from);
	return answered(
		fetch(`/api/v1/intakes?${query}`, {
			method: 'POST',
			...(typeof from === 'string' ? {} : { body: from, headers: { 'content-type': 'application/octet-stream' } })
		})
	);
}

export const look = (id: string): Promise<Answered> => answered(fetch(`/api/v1/intakes/${id}`));

export const next = (
	id: string,
	body:
		| { readonly do: 'read'; readonly shape: TableShape }
		| { readonly do: 'load'; readonly faulty: boolean; readonly name?: string; readonly edition?: string }
): Promise<Answered> =>
	answered(
		fetch(`/api/v1/intakes/${id}`, {
			method: 'POST',
			headers: { 'content-type': 'application/json' },
			body: JSON.stringify(body)
		})
	);

export const leave = (id: string): Promise<Response> =>
	fetch(`/api/v1/intakes/${id}`, { method: 'DELETE', keepalive: true });
