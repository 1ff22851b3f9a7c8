/** What the screens of the installation ask of the server: files added, things removed, addresses allowed. */
import { callServer, type Answer } from '$lib/contract/call-server';
import type { JobView } from '$lib/contract/jobs';
import type { InUse } from '$lib/contract/vocabularies';

/** What is loaded from a file at once; vocabularies are loaded step by step (vocabulary-file.svelte.ts). */
export type LoadedKind = 'collections' | 'profiles';

/** What a collection is called, the day it was taken, and the vocabularies that index it. */
export interface CollectionOptions {
	readonly name?: string;
	readonly taken?: string;
	readonly vocabularies?: string;
}

/**
 * @param from a chosen file, or an address that the server is to read
 * @returns the job that stores it, where that takes longer than the request
 */
export function load(
	kind: LoadedKind,
	id: string,
	from: File | string,
	options: CollectionOptions = {}
): Promise<Answer<Partial<JobView>>> {
	const file = typeof from === 'string' ? {} : { file: from };
	const address = typeof from === 'string' ? { from } : {};
	return kind === 'collections'
		? callServer('PUT /api/v1/collections/[collection]', {
				path: { collection: id },
				query: { ...options, ...address },
				...file
			})
		: callServer('PUT /api/v1/profiles/[profile]', { path: { profile: id }, query: address, ...file });
}

/** @param confirmed true once a person has read what would be lost by it */
export function remove(
	kind: LoadedKind | 'vocabularies',
	id: string,
	confirmed: boolean
): Promise<Answer<object, InUse>> {
	const query = confirmed ? { confirm: true as const } : {};
	switch (kind) {
		case 'collections':
			return callServer('DELETE /api/v1/collections/[collection]', { path: { collection: id }, query });
		case 'profiles':
			return callServer('DELETE /api/v1/profiles/[profile]', { path: { profile: id }, query });
		case 'vocabularies':
			return callServer('DELETE /api/v1/vocabularies/[vocabulary]', { path: { vocabulary: id }, query });
	}
}

/** Lets the server ask an outside address, with the reason for it. */
export const allowAddress = (address: string, note: string) =>
	callServer('PUT /api/v1/addresses', { body: { address, note } });
export const forbidAddress = (address: string) => callServer('DELETE /api/v1/addresses', { body: { address } });

/** True where the same may be asked again, confirmed. */
export const asksForConfirmation = (answer: Answer<unknown, InUse>): boolean =>
	!answer.ok && answer.refused !== null && 'confirm' in answer.refused && answer.refused.confirm === true;

/** A short name made of a file's or address's own: lower-case letters, digits, hyphens. */
export function shortName(name: string): string {
	const base =
		name
			.split(/[?#]/)[0]
			?.split('/')
			.findLast((part) => part !== '') ?? '';
	return base
		.replace(/\.[^.]*$/, '')
		.toLowerCase()
		.replace(/[^a-z0-9]+/g, '-')
		.replace(/^[^a-z]+|-+$/g, '')
		.slice(0, 60);
}
