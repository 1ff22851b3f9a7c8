/** Text in a platform's syntax, read by its profile; and the terms and headings that are in it. */
import { parse, print, type Expression } from '@wide-lantern/core/editor';
import { askServer, type Answer } from './ask';
import type { Match } from './headings';
import type { ReadStrategyView } from './renderings';

/** @param isList true for a list of terms, each on a row of its own */
export const readInSyntax = (
	enquiry: string,
	profile: string,
	text: string,
	isList = false
): Promise<Answer<ReadStrategyView>> =>
	askServer<ReadStrategyView>(`/api/v1/enquiries/${enquiry}/renderings/read`, 'POST', { profile, text, isList });

/** The text as the profile reads it in whose syntax it seems to be; null where it is as well explained by the notation. */
export const readInLikelySyntax = (enquiry: string, text: string): Promise<Answer<ReadStrategyView | null>> =>
	askServer<ReadStrategyView | null>(`/api/v1/enquiries/${enquiry}/renderings/read`, 'POST', { profile: null, text });

/**
 * The terms of a read strategy one by one, ORs opened; headings as `{…}`. A field stays where it leaves the abstract
 * out: other terms are read in title, abstract and author keywords, as all text words.
 */
export function termsOf(view: ReadStrategyView): string[] {
	const opened = (tree: Expression): string[] => {
		switch (tree.kind) {
			case 'or':
			case 'and':
				return tree.items.flatMap(opened);
			case 'field':
				return tree.fields.includes('ab')
					? opened(tree.of)
					: sidesOf(tree.of).map((side) => print({ kind: 'field', fields: tree.fields, of: side }));
			case 'word':
			case 'phrase':
			case 'near':
			case 'heading':
				return [print(tree)];
			default:
				return [];
		}
	};
	const sidesOf = (tree: Expression): readonly Expression[] =>
		tree.kind === 'or' ? tree.items.flatMap(sidesOf) : [tree];
	return view.lines.flatMap(({ notation }) => {
		const { tree } = parse(notation);
		return tree ? opened(tree) : [];
	});
}

/** The heading of a vocabulary that a label names, its own or another name; null where there is none. */
export async function headingNamed(vocabulary: string, label: string): Promise<Match | null> {
	const response = await fetch(
		`/api/v1/vocabularies/${vocabulary}/lookup?q=${encodeURIComponent(label)}&mode=exact`
	).catch(() => null);
	if (!response?.ok) return null;
	const { matches } = (await response.json()) as { matches: readonly Match[] };
	return matches.find((one) => one.reason === 'heading' || one.reason === 'entry-term') ?? null;
}
