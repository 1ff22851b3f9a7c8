/** What other vocabularies may call a heading, as the server tells it and the screens say it. */
import type { Evidence } from '@wide-lantern/core';

export const KINDS = {
	exact: 'the same',
	close: 'nearly the same',
	broader: 'wider there',
	narrower: 'narrower there',
	two: 'several together, with OR',
	none: 'nothing fits: text words only'
} as const;
export type Kind = keyof typeof KINDS;

export interface Counterpart {
	readonly id: string;
	readonly label: string;
	readonly narrower: number;
	readonly scopeNote: string;
	readonly score: number;
	readonly evidence: readonly Evidence[];
}
export interface Decision {
	readonly number: number;
	readonly kind: Kind;
	readonly targets: readonly { readonly id: string; readonly label: string }[];
	readonly reason: string;
	readonly by: string;
	readonly on: string;
}
export interface Counterparts {
	readonly vocabulary: string;
	readonly name: string;
	readonly suggestions: readonly Counterpart[];
	/** The newest first. */
	readonly decisions: readonly Decision[];
}

const address = (vocabulary: string, heading: string, to: string) =>
	`/api/v1/vocabularies/${vocabulary}/headings/${encodeURIComponent(heading)}/counterparts?to=${encodeURIComponent(to)}`;

/** @throws with the server's sentence */
export async function counterpartsOf(vocabulary: string, heading: string, to: string): Promise<Counterparts> {
	const response = await fetch(address(vocabulary, heading, to));
	if (!response.ok)
		throw new Error(
			((await response.json().catch(() => ({}))) as { message?: string }).message ??
				'The other vocabulary could not be asked.'
		);
	return (await response.json()) as Counterparts;
}

/** Saves a decision. @returns null when saved; else the sentence that says why not */
export async function decide(
	vocabulary: string,
	heading: string,
	to: string,
	decision: {
		readonly kind: Kind;
		readonly targets: readonly string[];
		readonly reason: string;
		readonly seen: number | null;
	}
): Promise<string | null> {
	const response = await fetch(address(vocabulary, heading, to), {
		method: 'PUT',
		headers: { 'content-type': 'application/json' },
		body: JSON.stringify(decision)
	}).catch(() => null);
	if (!response) return 'The server cannot be reached. Your choice stays here; press again when it answers.';
	return response.ok
		? null
		: (((await response.json().catch(() => ({}))) as { message?: string }).message ??
				'The decision could not be saved.');
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
