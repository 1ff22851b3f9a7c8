/** Changes between editions of a vocabulary, as the screens say them. */
import type { HeadingChange } from '@wide-lantern/core';

export interface EditionEntry {
	readonly number: number;
	readonly edition: string;
	readonly date: string | null;
	readonly headings: number;
	readonly by: string;
	readonly takenOn: string;
	/** Milliseconds, for comparing. */
	readonly takenAt: number;
}

export interface VocabularyEntry {
	readonly id: string;
	readonly name: string;
	readonly edition: string;
	readonly headings: number;
	/** Who loaded it; null for what ships. */
	readonly owner: string | null;
	/** The newest first. */
	readonly editions: readonly EditionEntry[];
}

export interface EnquiryChanges {
	readonly vocabulary: string;
	readonly name: string;
	readonly from: { readonly number: number; readonly edition: string };
	readonly to: { readonly number: number; readonly edition: string; readonly by: string; readonly takenOn: string };
	/** Of headings that the enquiry uses. */
	readonly changes: readonly HeadingChange[];
}

export interface ToldChanges {
	readonly counts: Readonly<Record<string, number>>;
	readonly changes: readonly HeadingChange[];
	readonly all: number;
}

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
export async function changesOf(vocabulary: string, from: number, to: number): Promise<ToldChanges> {
	const response = await fetch(`/api/v1/vocabularies/${vocabulary}/changes?from=${from}&to=${to}`);
	const body = (await response.json()) as ToldChanges & { message?: string };
	if (!response.ok) throw new Error(body.message ?? 'The editions could not be compared.');
	return body;
}

/** One change in plain words, without the heading's own name. */
export function changeText(change: HeadingChange): string {
	switch (change.kind) {
		case 'new':
			return 'is new';
		case 'renamed':
			return `was “${change.from}”`;
		case 'moved':
			return `stood below ${listed(change.from)}, now below ${listed(change.to)}`;
		case 'merged':
			return `is gone; its name belongs to “${change.intoLabel}” now`;
		case 'withdrawn':
			return 'is gone, and no other heading took its name';
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
