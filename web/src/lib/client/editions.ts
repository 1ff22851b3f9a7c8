/** Changes between editions of a vocabulary, as the screens say them. */
import { callServer, valueOf } from '$lib/contract/call-server';
import type { EditionChanges } from '$lib/contract/vocabularies';
import type { HeadingChange } from '@wide-lantern/core';

export const CHANGE_NAMES: Readonly<Record<HeadingChange['kind'], string>> = {
	new: 'new',
	renamed: 'renamed',
	moved: 'moved',
	merged: 'merged',
	withdrawn: 'withdrawn',
	note: 'other scope note',
	names: 'other names'
};

/** @throws with the server's sentence */
export async function changesOf(vocabulary: string, from: number, to: number): Promise<EditionChanges> {
	return valueOf(
		await callServer('GET /api/v1/vocabularies/[vocabulary]/changes', { path: { vocabulary }, query: { from, to } })
	);
}

/** One change in plain words, without the heading's own name. */
export function changeText(change: HeadingChange): string {
	switch (change.kind) {
		case 'new':
			return 'is new';
		case 'renamed':
			return `was “${change.from}”`;
		case 'moved':
			return `was below ${listed(change.from)}, now below ${listed(change.to)}`;
		case 'merged':
			return `has been merged: its name now belongs to “${change.intoLabel}”`;
		case 'withdrawn':
			return 'has been deleted, and no other heading has its name';
		case 'note':
			return change.from === ''
				? 'has a scope note now'
				: change.to === ''
					? 'has no scope note any more'
					: 'has another scope note';
		case 'names':
			return [
				change.gained.length > 0 ? `is also called ${listed(change.gained)}` : '',
				change.lost.length > 0 ? `is no longer called ${listed(change.lost)}` : ''
			]
				.filter((one) => one !== '')
				.join('; ');
	}
}

const listed = (names: readonly string[]) =>
	names.length === 0 ? 'nothing' : names.map((one) => `“${one}”`).join(', ');
