/** What a limit or filter acts on (notation.md, section 5): it takes the place of the line when the line is switched off. */
import type { Expression } from './expression.ts';

/** The one side of an AND that is a line, lines or a concept, with its place in the AND; null where there is none, or several. */
export function sideActedOn(tree: Expression | null): { readonly side: Expression; readonly at: number } | null {
	if (tree?.kind !== 'and') return null;
	const places = tree.items.flatMap((item, at) =>
		item.kind === 'line' || item.kind === 'lines' || item.kind === 'concept' ? [{ side: item, at }] : []
	);
	return places.length === 1 ? (places[0] ?? null) : null;
}
