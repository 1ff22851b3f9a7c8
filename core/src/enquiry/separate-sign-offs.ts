/**
 * Until version 3 of the enquiry file, the document held which edition of a vocabulary and which version of a
 * profile somebody had looked at last. This brings such documents and edits to today's form, in which they
 * are facts. It reads a form that is fixed for good; what does not have that form is left out.
 */
import type { SignOff } from './facts.ts';

type Item = Readonly<Record<string, unknown>>;
const isItem = (value: unknown): value is Item => typeof value === 'object' && value !== null && !Array.isArray(value);
const itemsOf = (value: unknown): readonly Item[] => (Array.isArray(value) ? value.filter(isItem) : []);

const withoutVersion = (rendering: unknown): unknown => {
	if (!isItem(rendering)) return rendering;
	const { version: _, ...rest } = rendering;
	return rest;
};

export interface SeparatedSignOffs {
	readonly document: Item;
	readonly signOffs: readonly SignOff[];
}

/** @param on ISO time for what had none */
export function separateSignOffs(document: Item, on: string): SeparatedSignOffs {
	const { editions, ...rest } = document;
	const renderings = Array.isArray(rest['renderings']) ? (rest['renderings'] as unknown[]) : null;
	const signOff = (of: SignOff['of'], subject: unknown, version: unknown): readonly SignOff[] =>
		typeof subject === 'string' && subject !== '' && Number.isInteger(version) && (version as number) >= 1
			? [{ of, subject, version: version as number, by: '', on }]
			: [];
	return {
		document: renderings ? { ...rest, renderings: renderings.map(withoutVersion) } : rest,
		signOffs: [
			...itemsOf(editions).flatMap((one) => signOff('vocabulary', one['id'], one['number'])),
			...itemsOf(renderings).flatMap((one) => signOff('profile', one['profile'], one['version']))
		]
	};
}

/** Edits of the past without what they did to sign-offs; the rest does to a document of today what it did then. */
export function editsWithoutSignOffs(edits: readonly unknown[]): readonly unknown[] {
	return edits.flatMap((edit) => {
		if (!isItem(edit)) return [edit];
		const place = edit['do'] === 'insert' ? edit['in'] : edit['at'];
		if (!Array.isArray(place)) return [edit];
		if (place[0] === 'editions') return [];
		if (place[0] !== 'renderings') return [edit];
		if (place[2] === 'version') return [];
		if (edit['do'] === 'insert' && place.length === 1) return [{ ...edit, item: withoutVersion(edit['item']) }];
		if (edit['do'] !== 'set' || place.length > 2) return [edit];
		const { value } = edit;
		return [{ ...edit, value: Array.isArray(value) ? value.map(withoutVersion) : withoutVersion(value) }];
	});
}
