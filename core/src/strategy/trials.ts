/**
 * Remedies worth trying when a result is too large or too small, in the order of the trade
 * (handbook, section 2, step 8), each as edits whose true effect can be counted before they are kept.
 */
import type { Edit } from '../document/index.ts';
import { conceptLetter, type EnquiryDocument, type StrategyLine } from '../enquiry/index.ts';
import { DEFAULT_FIELDS, flatten, nodesOf, print, type Expression, type TextField } from '../query/index.ts';
import { linesBehind } from './advice.ts';
import { openSources } from './opened.ts';
import { joinedLines, type StrategyPart } from './read.ts';

export interface ProposedTrial {
	readonly group: 'too many' | 'too few' | 'line off';
	readonly name: string;
	readonly edits: readonly Edit[];
	/** The concept that it leaves out: keeping it is a decision with a reason. */
	readonly drops?: string;
}

const SEARCHING: ReadonlySet<string> = new Set(['headings', 'words', 'mixed']);

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
		if (opened.close(print(item)).startsWith(`\uE000@${concept}`)) return true;
		const ids = opened.linesOf(item);
		return ids.length > 0 && ids.every((id) => strategy.lines.find((one) => one.id === id)?.concept === concept);
	};
	// Also an OR in brackets of nothing but its lines.
	const belongs = (item: Expression): boolean => isOfConcept(item) || (item.kind === 'or' && item.items.every(belongs));
	const rest = opened.tree.items.filter((item) => !belongs(item));
	if (rest.length === 0 || rest.length === opened.tree.items.length) return null;
	return opened.close(print(flatten({ ...opened.tree, items: rest })));
}

const fieldsOf = (line: StrategyLine): boolean => {
	const [opened] = openSources([line.source]);
	return opened?.tree
		? [...nodesOf(opened.tree)].some((node) => node.kind === 'field' && node.fields.join() !== DEFAULT_FIELDS.join())
		: false;
};

/**
 * What may be tried on a strategy.
 * @param final the line that is the result
 */
export function proposedTrials(document: Pick<EnquiryDocument, 'concepts' | 'lines'>, final: string): ProposedTrial[] {
	const trials: ProposedTrial[] = [];
	const { concepts, lines } = document;
	const reached = linesBehind(document, final);
	/** A change of lines that the result does not use would change nothing. */
	const matters = (edits: readonly Edit[]) => edits.some((edit) => edit.do === 'set' && reached.has(edit.at[1] ?? ''));
	concepts.forEach((concept, at) => {
		const name = `${conceptLetter(at)} ${concept.name}`;
		const titles = refieldConcept(document, concept.id, ['ti']);
		if (matters(titles)) trials.push({ group: 'too many', name: `Words of ${name} in titles only`, edits: titles });
		const keywords = refieldConcept(document, concept.id, ['ti', 'kw']);
		if (matters(keywords))
			trials.push({ group: 'too many', name: `Words of ${name} in titles and author keywords only`, edits: keywords });
		const own = joinedLines(document, concept.id, null).filter((line) => !line.off && reached.has(line.id));
		if (own.some(fieldsOf))
			trials.push({
				group: 'too few',
				name: `Words of ${name} in title, abstract and author keywords`,
				edits: refieldConcept(document, concept.id, null)
			});
	});
	for (const line of lines) {
		if (line.off || !reached.has(line.id)) continue;
		const number = lines.indexOf(line) + 1;
		if (line.role === 'limit' || line.role === 'filter')
			trials.push({
				group: 'too few',
				name: `Without line ${number}${line.label === '' ? '' : `, ${line.label}`}`,
				edits: [{ do: 'set', at: ['lines', line.id, 'off'], value: true }]
			});
	}
	concepts.forEach((concept, at) => {
		if (concept.dropped) return;
		const edits = lines.flatMap((line): Edit[] => {
			const source = withoutConcept(document, line, concept.id);
			return source === null ? [] : [{ do: 'set', at: ['lines', line.id, 'source'], value: source }];
		});
		if (matters(edits))
			trials.push({
				group: 'too few',
				name: `Without the concept ${conceptLetter(at)} ${concept.name}`,
				edits,
				drops: concept.id
			});
	});
	for (const line of lines) {
		if (
			line.off ||
			line.id === final ||
			!reached.has(line.id) ||
			!SEARCHING.has(line.role) ||
			line.source.trim() === ''
		)
			continue;
		trials.push({
			group: 'line off',
			name: `Line ${lines.indexOf(line) + 1} off${line.label === '' ? '' : `, ${line.label}`}`,
			edits: [{ do: 'set', at: ['lines', line.id, 'off'], value: true }]
		});
	}
	return trials;
}
