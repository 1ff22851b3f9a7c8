/** What other vocabularies may call a heading, as the server tells it and the screens say it. */
import type { DecisionRequest } from '$lib/contract/crosswalks';
import { callServer, valueOf } from '$lib/contract/call-server';
import type { Counterparts, MappingKind } from '$lib/contract/crosswalks';
import type { Evidence } from '@wide-lantern/core';

export const KINDS: Readonly<Record<MappingKind, string>> = {
	exact: 'the same',
	close: 'nearly the same',
	broader: 'wider there',
	narrower: 'narrower there',
	two: 'several together, with OR',
	none: 'nothing fits: text words only'
};

/** @throws with the server's sentence */
export async function counterpartsOf(vocabulary: string, heading: string, to: string): Promise<Counterparts> {
	return valueOf(
		await callServer('GET /api/v1/vocabularies/[vocabulary]/headings/[heading]/counterparts', {
			path: { vocabulary, heading },
			query: { to }
		})
	);
}

/** Saves a decision. @returns null when saved; else the sentence that says why not */
export async function decide(
	vocabulary: string,
	heading: string,
	to: string,
	decision: DecisionRequest
): Promise<string | null> {
	const answer = await callServer('PUT /api/v1/vocabularies/[vocabulary]/headings/[heading]/counterparts', {
		path: { vocabulary, heading },
		query: { to },
		body: decision
	});
	if (answer.ok) return null;
	return answer.status === 0
		? 'The server cannot be reached. Your choice stays here; press again when it answers.'
		: answer.fault;
}

const SAID = {
	exact: 'the same',
	close: 'nearly the same',
	broad: 'wider there',
	narrow: 'narrower there',
	related: 'related'
} as const;

/** One piece of evidence in plain words. */
export function evidenceText(evidence: Evidence): string {
	switch (evidence.kind) {
		case 'mapping':
			return `${evidence.saidBy === 'from' ? 'this vocabulary' : 'the other vocabulary'} itself says: ${SAID[evidence.property]}`;
		case 'name':
			return `both have the name “${evidence.name}”`;
		case 'words':
			return `names share ${evidence.words.join(', ')}`;
		case 'notes':
			return `notes share ${evidence.words.join(', ')}`;
		case 'together':
			return `on the same ${evidence.both === 1 ? 'work' : `${evidence.both} works`} (of ${evidence.from} here, ${evidence.to} there)`;
		case 'above':
			return `below ${evidence.to}, as here below ${evidence.from}`;
		case 'below':
			return `${evidence.matched} of its ${evidence.of} narrower headings match`;
	}
}
