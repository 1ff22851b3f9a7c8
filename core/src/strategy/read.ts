/**
 * Reading a whole strategy: every line's text of the day, its tree, its query and its faults.
 * Nothing is evaluated here; evaluate.ts does that on a collection.
 */
import {
	isSearching,
	conceptLetter,
	type EnquiryDocument,
	type LineRole,
	type StrategyLine
} from '../enquiry/index.ts';
import {
	bind,
	hasErrors,
	withCleanRepairs,
	type Bound,
	type Expression,
	type Fault,
	type HeadingMatch,
	type Query,
	type BindingContext
} from '../query/index.ts';
import { foldedKey } from '../text/index.ts';
import type { Vocabulary, VocabularyLookup } from '../vocabulary/index.ts';
import { cleanLine, toText, type Names } from './anchors.ts';
import { parseCached } from './trees.ts';

/** A vocabulary with its lookup, as an enquiry uses it. */
export interface OpenVocabulary {
	readonly vocabulary: Vocabulary;
	/** Names spelt much like another; may know none yet while a large vocabulary is being opened. */
	readonly lookup: Pick<VocabularyLookup, 'nearest'>;
	/** True for the vocabulary of the source that the strategy is written for: its labels need no name before them. */
	readonly own?: boolean;
}

export type StrategyPart = Pick<EnquiryDocument, 'concepts' | 'lines'> & Partial<Pick<EnquiryDocument, 'result'>>;

export interface ReadLine {
	readonly id: string;
	readonly number: number;
	readonly text: string;
	readonly role: LineRole;
	readonly off: boolean;
	readonly tree: Expression | null;
	/** Null where the line is empty or faulty. */
	readonly query: Query | null;
	readonly faults: readonly Fault[];
	readonly empty: boolean;
}

/** Names of the day for the lines, concepts and headings of a strategy. */
export function namesOf(strategy: StrategyPart, vocabularies: readonly OpenVocabulary[]): Names {
	const numbers = new Map(strategy.lines.map((line, index) => [line.id, index + 1]));
	const concepts = strategy.concepts;
	return {
		lineId: (number) => strategy.lines[number - 1]?.id ?? null,
		lineNumber: (id) => numbers.get(id) ?? null,
		conceptIds(letter, strand) {
			const concept = concepts.find((_, index) => conceptLetter(index) === letter);
			const named = strand === null ? null : (concept?.strands[strand - 1]?.id ?? null);
			return concept && (strand === null || named !== null) ? { concept: concept.id, strand: named } : null;
		},
		conceptName(id, strandId) {
			const index = concepts.findIndex((concept) => concept.id === id);
			const strand =
				strandId === null ? null : (concepts[index]?.strands.findIndex((one) => one.id === strandId) ?? -1) + 1;
			return index < 0 || strand === 0 ? null : { letter: conceptLetter(index), strand };
		},
		headingKey(label, vocabulary) {
			const match = findHeading(vocabularies, label, vocabulary, false);
			return match.found === 'heading' ? match.key : null;
		},
		headingName(key) {
			const { open, heading } = headingByKey(vocabularies, key);
			if (!open || !heading) return null;
			const plain = unnamed(vocabularies);
			const others = plain.filter((one) => one !== open && one.vocabulary.find(heading.label)?.by === 'label');
			return {
				label: heading.label,
				vocabulary: others.length > 0 || !plain.includes(open) ? open.vocabulary.id : null
			};
		}
	};
}

export function headingByKey(vocabularies: readonly OpenVocabulary[], key: string) {
	const cut = key.indexOf(':');
	const open = vocabularies.find((one) => one.vocabulary.id === key.slice(0, cut));
	return { open, heading: open?.vocabulary.get(key.slice(cut + 1)) };
}

/** The vocabularies whose labels may stand without a name: the strategy's own, or all where it has none. */
function unnamed(vocabularies: readonly OpenVocabulary[]): readonly OpenVocabulary[] {
	const own = vocabularies.filter((one) => one.own === true);
	return own.length > 0 ? own : vocabularies;
}

/** Unknown headings of one line for which similar ones are looked up; nobody repairs more than that one by one. */
const MOST_LOOKED_FOR = 40;

/**
 * Finds what a label names; a preferred label goes before an entry term of another vocabulary.
 * @param offers whether the nearest are looked up for a label that names nothing
 */
export function findHeading(
	vocabularies: readonly OpenVocabulary[],
	label: string,
	name: string | null,
	offers = true
): HeadingMatch {
	const chosen = name === null ? unnamed(vocabularies) : vocabularies.filter((one) => one.vocabulary.id === name);
	if (name !== null && chosen.length === 0)
		return { found: 'no-vocabulary', vocabularies: vocabularies.map((one) => one.vocabulary.id) };
	const matches = chosen.flatMap(({ vocabulary }) => {
		const match = vocabulary.find(label);
		return match ? [{ vocabulary, match }] : [];
	});
	// A preferred label goes before natural word order, that before an entry term (notation.md, section 6).
	const by = (['label', 'turned', 'entry-term'] as const).find((one) => matches.some(({ match }) => match.by === one));
	const usable = matches.filter(({ match }) => match.by === by);
	const [only] = usable;
	if (usable.length > 1) return { found: 'several', vocabularies: usable.map(({ vocabulary }) => vocabulary.id) };
	if (only)
		return {
			found: 'heading',
			key: `${only.vocabulary.id}:${only.match.heading.id}`,
			label: only.match.heading.label,
			by: only.match.by
		};
	const elsewhere =
		name === null ? vocabularies.filter((one) => !chosen.includes(one) && one.vocabulary.find(label)) : [];
	if (elsewhere.length > 0) return { found: 'elsewhere', vocabularies: elsewhere.map((one) => one.vocabulary.id) };
	const nearest = offers
		? chosen.flatMap(({ lookup }) => lookup.nearest(label, 3).map((one) => one.heading.label))
		: [];
	return { found: 'none', nearest: [...new Set(nearest)].slice(0, 4) };
}

/** Lines that `@A` joins, by identity, whether they are switched off or not. */
export function joinedLines(strategy: StrategyPart, concept: string, strand: string | null): StrategyLine[] {
	return strategy.lines.filter(
		(line) => line.concept === concept && (strand === null || line.strand === strand) && isSearching(line.role)
	);
}

/** Reads every line. `currentYear` is what `yr:last5` counts back from. */
export function readStrategy(
	strategy: StrategyPart,
	vocabularies: readonly OpenVocabulary[],
	currentYear: number
): ReadLine[] {
	return [...linesRead(strategy, vocabularies, currentYear)];
}

/** The same, with a pause wherever another may have the thread. @param pause is asked after every line */
export async function readStrategyInSteps(
	strategy: StrategyPart,
	vocabularies: readonly OpenVocabulary[],
	currentYear: number,
	pause: () => Promise<void>
): Promise<ReadLine[]> {
	const lines: ReadLine[] = [];
	for (const line of linesRead(strategy, vocabularies, currentYear)) {
		lines.push(line);
		await pause();
	}
	return lines;
}

function* linesRead(
	strategy: StrategyPart,
	vocabularies: readonly OpenVocabulary[],
	currentYear: number
): Generator<ReadLine> {
	const names = namesOf(strategy, vocabularies);
	const handOnly = new Set<number>();
	for (const [index, line] of strategy.lines.entries()) {
		const text = toText(line.source, names);
		const { tree, faults } = parseCached(text);
		if (isHandOnly(tree)) handOnly.add(index + 1);
		const empty = text.trim() === '';
		const around = surroundingsOf(strategy, vocabularies, names, { index, currentYear, handOnly });
		const bound = tree && !hasErrors(faults) ? bindWithCleanRepairs(text, tree, around) : null;
		yield {
			id: line.id,
			number: index + 1,
			text,
			role: line.role,
			off: line.off,
			tree,
			query: bound?.query ?? null,
			faults: bound && bound.faults.length > 0 ? [...faults, ...bound.faults] : faults,
			empty
		};
	}
}

/** How much is read again to try repairs while binding: a long line with an unknown heading must not block the server. */
const READ_AGAIN = { characters: 20_000, always: 0 };

/** Binds a tree; what its faults offer is tried first, so that a repair leaves no other fault. */
function bindWithCleanRepairs(text: string, tree: Expression, around: BindingContext): Bound {
	const bound = bind(tree, around);
	if (bound.faults.every((one) => one.repairs.length === 0)) return bound;
	const faultsOf = (repaired: string): readonly Fault[] => {
		const parsed = parseCached(repaired);
		return parsed.tree && !hasErrors(parsed.faults)
			? [...parsed.faults, ...bind(parsed.tree, around).faults]
			: parsed.faults;
	};
	const own = parseCached(text).faults;
	return {
		...bound,
		faults: withCleanRepairs(text, [...own, ...bound.faults], faultsOf, READ_AGAIN).slice(own.length)
	};
}

export interface ReadExpression {
	/** What was understood; null where that is nothing. */
	readonly expression: Expression | null;
	/** What can be evaluated; null where there is an error. */
	readonly query: Query | null;
	readonly faults: readonly Fault[];
}

/**
 * Reads one expression with headings, without a strategy around it: it has no lines and no concepts.
 * @param vocabularies in which its labels are looked up, in the order in which they are offered
 * @param currentYear the year that `yr:last5` counts back from
 * @example readExpression('{Delirium >} AND light*', [{ vocabulary, lookup: new VocabularyLookup(vocabulary) }], 2026).faults
 */
export function readExpression(
	text: string,
	vocabularies: readonly OpenVocabulary[],
	currentYear: number
): ReadExpression {
	const clean = cleanLine(text);
	const { tree, faults } = parseCached(clean);
	if (!tree || hasErrors(faults)) return { expression: tree, query: null, faults };
	const nothing: StrategyPart = { concepts: [], lines: [] };
	const around = surroundingsOf(nothing, vocabularies, namesOf(nothing, vocabularies), {
		index: 0,
		currentYear,
		handOnly: new Set()
	});
	const bound = bindWithCleanRepairs(clean, tree, around);
	return { expression: tree, query: bound.query, faults: [...faults, ...bound.faults] };
}

/** A line that is only something set by hand. */
const isHandOnly = (tree: Expression | null): boolean => tree?.kind === 'limit' && tree.limit.type === 'by-hand';

interface Place {
	/** Lines above it. */
	readonly index: number;
	readonly currentYear: number;
	/** Numbers of the lines above that are only something set by hand. */
	readonly handOnly: ReadonlySet<number>;
}

function surroundingsOf(
	strategy: StrategyPart,
	vocabularies: readonly OpenVocabulary[],
	names: Names,
	{ index: current, currentYear, handOnly }: Place
): BindingContext {
	const found = new Map<string, HeadingMatch>();
	let looked = 0;
	return {
		currentYear,
		heading(label, vocabulary) {
			const key = `${vocabulary ?? ''}:${label}`;
			const known = found.get(key);
			if (known) return known;
			const match = findHeading(vocabularies, label, vocabulary, looked < MOST_LOOKED_FOR);
			if (match.found === 'none') looked++;
			found.set(key, match);
			return match;
		},
		closure(key) {
			const { open, heading } = headingByKey(vocabularies, key);
			return open && heading ? [...open.vocabulary.closure(heading.id)].map((id) => `${open.vocabulary.id}:${id}`) : [];
		},
		vocabularies: vocabularies.map((one) => one.vocabulary.id),
		qualifier(key, name, narrower, vocabulary) {
			const { open, heading } =
				key === null ? { open: undefined, heading: undefined } : headingByKey(vocabularies, key);
			const asked = vocabulary === null ? vocabularies : vocabularies.filter((one) => one.vocabulary.id === vocabulary);
			const offered =
				open && heading
					? open.vocabulary.qualifiersOf(heading.id, narrower)
					: asked.flatMap((one) => one.vocabulary.qualifiers);
			const wanted = foldedKey(name);
			const found = offered.find((one) => foldedKey(one.name) === wanted || foldedKey(one.code) === wanted);
			return { allowed: found !== undefined, name: found?.name ?? name, offered: offered.map((one) => one.name) };
		},
		line(number) {
			const id = names.lineId(number);
			return id === null ? null : { id, above: number - 1 < current, handOnly: handOnly.has(number) };
		},
		concept(letter, strand) {
			const ids = names.conceptIds(letter, strand);
			if (!ids)
				return {
					refused: strand === null ? `There is no concept ${letter}.` : `Concept ${letter} has no strand ${strand}.`
				};
			const lines = joinedLines(strategy, ids.concept, ids.strand);
			if (lines.length === 0)
				return { refused: `Concept ${letter} has no lines of headings or words yet, so there is nothing to combine.` };
			const below = lines.find((line) => strategy.lines.indexOf(line) >= current);
			if (below)
				return {
					refused: `Line ${strategy.lines.indexOf(below) + 1} belongs to concept ${letter} and is below this line; the lines that are combined must be above it.`
				};
			return { lines: lines.map((line) => line.id) };
		}
	};
}
