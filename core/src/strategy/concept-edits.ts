/** What is done to the lines of one concept: read in other fields, or left out of what joins them. */
import { usedConcepts } from './anchors.ts';
import type { Edit } from '../document/index.ts';
import type { StrategyLine } from '../enquiry/index.ts';
import { flatten, nodesOf, print, type Expression, type TextField } from '../query/index.ts';
import { openSources } from './opened.ts';
import { joinedLines, type StrategyPart } from './read.ts';

const isText = (tree: Expression): boolean =>
	[...nodesOf(tree)].every((node) => ['word', 'phrase', 'near', 'field', 'and', 'or', 'not'].includes(node.kind));

/** The same expression with every text term read in these fields; headings, limits and lines stay. */
export function refielded(tree: Expression, fields: readonly TextField[] | null): Expression {
	const bare = (part: Expression): Expression => {
		switch (part.kind) {
			case 'field':
				return bare(part.of);
			case 'and':
			case 'or':
				return { ...part, items: part.items.map(bare) };
			case 'not':
				return { ...part, keep: bare(part.keep), drop: bare(part.drop) };
			default:
				return part;
		}
	};
	const set = (part: Expression): Expression => {
		if (isText(part)) return fields === null ? flatten(bare(part)) : { kind: 'field', fields, of: flatten(bare(part)) };
		switch (part.kind) {
			case 'and':
			case 'or': {
				// The text sides of one junction share one field scope.
				const text = part.items.filter(isText);
				const rest = part.items.filter((item) => !isText(item)).map(set);
				if (fields === null) return flatten({ ...part, items: part.items.map(set) });
				if (text.length < 2) return { ...part, items: part.items.map(set) };
				return { ...part, items: [...rest, set({ kind: part.kind, items: text })] };
			}
			case 'not':
				return { ...part, keep: set(part.keep), drop: set(part.drop) };
			default:
				return part;
		}
	};
	return set(tree);
}

/** A line's source with its text terms in these fields (null: the usual ones); null where nothing would change. */
export function refieldSource(source: string, fields: readonly TextField[] | null): string | null {
	const [opened] = openSources([source]);
	if (!opened?.tree) return null;
	const text = opened.close(print(refielded(opened.tree, fields)));
	return text === opened.close(print(opened.tree)) ? null : text;
}

/** Edits that read all text terms of a concept in these fields. */
export function refieldConcept(strategy: StrategyPart, concept: string, fields: readonly TextField[] | null): Edit[] {
	return joinedLines(strategy, concept, null).flatMap((line): Edit[] => {
		const source = refieldSource(line.source, fields);
		return source === null ? [] : [{ do: 'set', at: ['lines', line.id, 'source'], value: source }];
	});
}

/** The AND of a line without the sides of one concept; null where it has none, or nothing else. */
export function withoutConcept(strategy: StrategyPart, line: StrategyLine, concept: string): string | null {
	const [opened] = openSources([line.source]);
	if (opened?.tree?.kind !== 'and') return null;
	const isOfConcept = (item: Expression): boolean => {
		const [anchor] = item.kind === 'concept' ? usedConcepts(opened.close(print(item))) : [];
		if (anchor?.concept === concept) return true;
		const ids = opened.linesOf(item);
		return ids.length > 0 && ids.every((id) => strategy.lines.find((one) => one.id === id)?.concept === concept);
	};
	// Also an OR in brackets of nothing but its lines.
	const belongs = (item: Expression): boolean => isOfConcept(item) || (item.kind === 'or' && item.items.every(belongs));
	const rest = opened.tree.items.filter((item) => !belongs(item));
	if (rest.length === 0 || rest.length === opened.tree.items.length) return null;
	return opened.close(print(flatten({ ...opened.tree, items: rest })));
}
