/**
 * The lines after the concepts have changed: which terms no line has yet, which line takes them, and
 * which lines are missing. Terms that stand in lines only are left where they are.
 */
import { usedConcepts } from './anchors.ts';
import type { Edit } from '../document/index.ts';
import type { EnquiryDocument, StrategyLine } from '../enquiry/index.ts';
import { flatten, hasErrors, parse, print, type Expression } from '../query/index.ts';
import type { ProposedLine } from './assemble.ts';
import { openSources } from './opened.ts';

export interface UpdateStep {
	/** The line that takes terms in; null for a new one. */
	readonly line: string | null;
	readonly text: string;
	/** Terms that come in, in the notation. */
	readonly terms: readonly string[];
	readonly edits: readonly Edit[];
}

const key = (tree: Expression): string =>
	print(
		JSON.parse(
			JSON.stringify(tree, (name, value: unknown) =>
				name === 'at' || name === 'comments' || name === 'trailing' ? undefined : value
			)
		) as Expression
	).toLowerCase();

/** The sides of an OR, opened through fields. */
function sidesOf(tree: Expression | null): readonly Expression[] {
	if (!tree) return [];
	const open = flatten(tree);
	if (open.kind === 'or') return open.items;
	return open.kind === 'field' ? sidesOf(open.of) : [open];
}

/**
 * @param proposed the lines that would be assembled from the concepts as they are now
 * @param textOf the text of a line as it reads today
 * @param sourceOf a text with its references and headings as they are stored
 */
export function bringUpToDate(
	document: Pick<EnquiryDocument, 'concepts' | 'lines'>,
	proposed: readonly ProposedLine[],
	textOf: (line: StrategyLine) => string,
	sourceOf: (text: string) => string,
	newId: () => string
): UpdateStep[] {
	const steps: UpdateStep[] = [];
	const { lines } = document;
	const joining = lines.find(
		(line) => line.role === 'joining' && line.concept === null && usedConcepts(line.source).length > 0
	);
	const above = lines.indexOf(joining as StrategyLine) - 1;
	// What is joined stands above the line that joins it.
	let after = (joining ? lines[above] : lines.at(-1))?.id ?? null;
	for (const one of proposed) {
		if (one.role === 'joining') {
			const text = joining && joinedToo(textOf(joining), one.text);
			if (joining && text)
				steps.push({
					line: joining.id,
					text,
					terms: [],
					edits: [{ do: 'set', at: ['lines', joining.id, 'source'], value: sourceOf(text) }]
				});
			// A last line is proposed only where no line joins concepts yet.
			if (
				!lines.some((line) => usedConcepts(line.source).length > 0) &&
				(lines.length === 0 || steps.some((step) => step.line === null))
			) {
				const id = newId();
				steps.push({
					line: null,
					text: one.text,
					terms: [],
					edits: [{ do: 'insert', in: ['lines'], item: { ...withoutText(one), id, source: sourceOf(one.text) }, after }]
				});
			}
			continue;
		}
		const own = lines.filter(
			(line) =>
				line.concept === one.concept && line.strand === one.strand && ['headings', 'words', 'mixed'].includes(line.role)
		);
		const present = new Set(own.flatMap((line) => sidesOf(parse(textOf(line)).tree).map(key)));
		const wanted = sidesOf(parse(one.text).tree);
		const missing = wanted.filter((side) => !present.has(key(side)));
		if (missing.length === 0) continue;
		const terms = missing.map((side) => print(side));
		const target =
			own.find((line) => line.role === one.role) ??
			(own.length > 0 ? own.find((line) => line.role === 'mixed') : undefined);
		const text = target ? appended(target, textOf(target), missing) : null;
		if (target && text !== null)
			steps.push({
				line: target.id,
				text,
				terms,
				edits: [{ do: 'set', at: ['lines', target.id, 'source'], value: sourceOf(text) }]
			});
		else {
			const id = newId();
			const place = own.at(-1)?.id ?? lastOfConcept(document, one.concept) ?? after;
			const made = missing.map((side) => (side.kind === 'near' ? `(${print(side)})` : print(side))).join(' OR ');
			steps.push({
				line: null,
				text: made,
				terms,
				edits: [
					{ do: 'insert', in: ['lines'], item: { ...withoutText(one), id, source: sourceOf(made) }, after: place }
				]
			});
			if (place === after) after = id;
		}
	}
	return steps;
}

/** The concepts that a joining does not name yet, added to its AND; null where it names all, or is no AND. */
function joinedToo(text: string, proposed: string): string | null {
	const { tree } = parse(text);
	if (tree?.kind !== 'and' && tree?.kind !== 'concept') return null;
	const missing = proposed.split(' AND ').filter((letter) => !new RegExp(`${letter}(?![A-Z/])`).test(text));
	return missing.length === 0 ? null : [text.trimEnd(), ...missing].join(' AND ');
}

const withoutText = ({ text, ...line }: ProposedLine): Omit<ProposedLine, 'text'> => {
	void text;
	return line;
};

const lastOfConcept = ({ lines }: Pick<EnquiryDocument, 'lines'>, concept: string | null): string | null =>
	lines.findLast((line) => line.concept !== null && line.concept === concept)?.id ?? null;

/** The text with terms added to its OR; null where it is something else, so that a line of its own is made. */
function appended(line: StrategyLine, text: string, terms: readonly Expression[]): string | null {
	const [opened] = openSources([line.source]);
	const { tree, faults } = parse(text);
	if (!opened?.tree || !tree || hasErrors(faults)) return null;
	const bracketed = terms.map((side) =>
		side.kind === 'near' || side.kind === 'and' || side.kind === 'not' ? `(${print(side)})` : print(side)
	);
	if (tree.kind === 'or' || tree.kind === 'word' || tree.kind === 'phrase' || tree.kind === 'heading')
		return [text.trimEnd(), ...bracketed].join(' OR ');
	// A whole block in one field stays one: the new terms are read in the usual fields beside it.
	return tree.kind === 'field'
		? [text.trimEnd(), ...bracketed].join(' OR ')
		: tree.kind === 'near'
			? [`(${text.trim()})`, ...bracketed].join(' OR ')
			: null;
}
