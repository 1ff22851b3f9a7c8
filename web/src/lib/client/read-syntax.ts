/** Text in a platform's syntax, read by its profile; and the terms and headings that are in it. */
import { parse, print, type Expression } from '@wide-lantern/core/editor';
import { callServer, type Answer } from '$lib/contract/call-server';
import type { HeadingMatch } from '$lib/contract/headings';
import type { ReadStrategyView } from '$lib/contract/platforms';

/** @param isList true for a list of terms, each on a row of its own */
export async function readInSyntax(
	enquiry: string,
	profile: string,
	text: string,
	isList = false
): Promise<Answer<ReadStrategyView>> {
	const answer = await callServer('POST /api/v1/enquiries/[enquiry]/renderings/read', {
		path: { enquiry },
		body: { profile, text, isList }
	});
	if (!answer.ok || answer.value !== null) return answer as Answer<ReadStrategyView>;
	// Only where no profile is named can there be none that reads it.
	return { ok: false, status: 200, fault: 'The server did not answer as expected.', refused: null };
}

/** The text as the profile reads it in whose syntax it seems to be; null where it is as well explained by the notation. */
export const readInLikelySyntax = (enquiry: string, text: string): Promise<Answer<ReadStrategyView | null>> =>
	callServer('POST /api/v1/enquiries/[enquiry]/renderings/read', { path: { enquiry }, body: { profile: null, text } });

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
export async function headingNamed(vocabulary: string, label: string): Promise<HeadingMatch | null> {
	const answer = await callServer('GET /api/v1/vocabularies/[vocabulary]/lookup', {
		path: { vocabulary },
		query: { q: label, mode: 'exact' }
	});
	if (!answer.ok) return null;
	const { matches } = answer.value;
	return matches.find((one) => one.reason === 'heading' || one.reason === 'entry-term') ?? null;
}
