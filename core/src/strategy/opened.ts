/**
 * A stored line opened for work on its tree: anchors become plain pieces of the notation that no
 * searcher types, and come back unharmed when a text made from the tree is closed again.
 */
import { conceptLetter } from '../enquiry/index.ts';
import { hasErrors, type Expression } from '../query/index.ts';
import { anchorsOf, linesOfAnchor, replaceAnchors, type Anchor } from './anchor.ts';
import { parseCached } from './trees.ts';

/**
 * Line numbers and concept letters from here on stand for anchors; no strategy has so many. Where
 * somebody has typed one that is as long, others are used.
 */
const FIRST_LINE = 5_000_000;
const FIRST_CONCEPT = 500_000;

interface StandIns {
	readonly firstLine: number;
	readonly firstConcept: number;
	readonly heading: string;
}

/** Stand-ins that nothing typed in these sources looks like. */
function standInsFor(sources: readonly string[]): StandIns {
	const typed = sources.map((source) => replaceAnchors(source, () => ' ')).join('\n');
	const digits = Math.max(0, ...[...typed.matchAll(/#(\d{7,12})/g)].map((match) => Number(match[1])));
	const letters = Math.max(0, ...[...typed.matchAll(/@([A-Za-z]{4,})/g)].map((match) => match[1]?.length ?? 0));
	let heading = 'anchor';
	while (new RegExp(heading, 'i').test(typed)) heading += 'x';
	return {
		firstLine: FIRST_LINE + digits,
		firstConcept: letters < 4 ? FIRST_CONCEPT : 26 ** Math.min(letters + 1, 10),
		heading
	};
}

export interface OpenedLine {
	/** Null where the line is empty or cannot be read. */
	readonly tree: Expression | null;
	/** What was understood of it, faults or not. */
	readonly recovered: Expression | null;
	readonly empty: boolean;
	/** Turns a text printed from (parts of) this tree into a source again. */
	close(text: string): string;
	/** The line that a reference in the tree stands for, by identity; several for a list of lines. */
	linesOf(node: Expression): readonly string[];
	/** The piece as it is kept: an anchor for a heading, the printed text for words. */
	keyOf(printed: string): string;
}

/** The anchors met so far in some sources, and what stands in the text for each. */
function anchorsIn(sources: readonly string[]) {
	const { firstLine, firstConcept, heading } = standInsFor(sources);
	const anchors: { readonly anchor: Anchor | null; readonly whole: string }[] = [];
	const numbers = new Map<string, number>();
	const standIn = (anchor: Anchor | null, whole: string): string => {
		const known = numbers.get(whole);
		const number = known ?? anchors.push({ anchor, whole }) - 1;
		if (known === undefined) numbers.set(whole, number);
		if (anchor?.kind === 'heading') return `{${heading} ${number}}`;
		if (anchor?.kind === 'concept') return `@${conceptLetter(firstConcept + number)}`;
		return `#${firstLine + number}`;
	};
	const textOf = (source: string) => replaceAnchors(source, standIn);
	return { anchors, textOf, firstLine, firstConcept, heading };
}

/** The text in which {@link openSources} reads a line that is opened alone. */
export const openedText = (source: string): string => anchorsIn([source]).textOf(source);

/**
 * Opens several sources under one set of stand-ins, so that their trees can be joined in one text.
 */
export function openSources(sources: readonly string[]): OpenedLine[] {
	const { anchors, textOf, firstLine, firstConcept, heading } = anchorsIn(sources);
	const anchorAt = (number: number) => anchors[number]?.whole ?? '';
	const letters = new Map<string, number>();
	const headingStandIn = new RegExp(`\\{${heading} (\\d+)\\}`, 'g');
	const close = (text: string): string =>
		text
			.replace(headingStandIn, (_, number: string) => anchorAt(Number(number)))
			.replace(/#(\d{7,})/g, (whole, digits: string) =>
				anchors[Number(digits) - firstLine] === undefined ? whole : anchorAt(Number(digits) - firstLine)
			)
			.replace(/@([A-Z]{3,})/g, (whole, letter: string) => {
				const number = letters.get(letter);
				return number === undefined ? whole : anchorAt(number);
			});
	return sources.map((source) => {
		const text = textOf(source);
		anchors.forEach(({ anchor }, number) => {
			if (anchor?.kind === 'concept') letters.set(conceptLetter(firstConcept + number), number);
		});
		const empty = text.trim() === '';
		const { tree, faults } = parseCached(text);
		return {
			tree: empty || hasErrors(faults) ? null : tree,
			recovered: empty ? null : tree,
			empty,
			close,
			keyOf: close,
			linesOf(node) {
				if (node.kind !== 'line' || node.number === null || node.number < firstLine) return [];
				return linesOfAnchor(anchors[node.number - firstLine]?.anchor ?? null);
			}
		};
	});
}

/** True where a reference is a list that means ALL of its lines. */
export function isAllList(opened: OpenedLine, node: Expression): boolean {
	if (node.kind !== 'line') return false;
	const [anchor] = anchorsOf(opened.close(`#${node.number ?? 0}`));
	return anchor?.kind === 'lines' && anchor.mode === 'all';
}
