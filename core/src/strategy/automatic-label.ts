/** Labels that the application writes by itself: they follow their line, or go when they would no longer be true. */
import type { StrategyLine } from '../enquiry/index.ts';
import { print, type Expression, type Limit } from '../query/index.ts';
import { usedConcepts } from './anchors.ts';
import { openSources } from './opened.ts';
import type { StrategyPart } from './read.ts';

export const ALL_CONCEPTS = 'All concepts';

/** The label of a line that limits by this. */
export function limitLabel(limit: Limit): string {
	switch (limit.type) {
		case 'years':
			return `Years: ${limit.first === limit.last ? (limit.first ?? '') : `${limit.first ?? ''}-${limit.last ?? ''}`}`;
		case 'last-years':
			return `Years: the last ${limit.count}`;
		case 'entered':
			return `Added to the source: ${print({ kind: 'limit', limit }).slice(3)}`;
		case 'entry':
			return `${{ la: 'Language', pt: 'Publication type', ag: 'Age group' }[limit.field]}: ${print(limit.of).replaceAll('"', '')}`;
		case 'presence':
			return `${limit.has ? 'With' : 'Without'} ${limit.part === 'ab' ? 'an abstract' : 'headings'}`;
		case 'by-hand':
			return `By hand: ${limit.instruction}`;
		case 'identifier':
		case 'marked':
			return '';
	}
}

/** The one limit of a line: alone, or beside what it acts on. */
function limitOf(tree: Expression | null): Limit | null {
	if (tree?.kind === 'limit') return tree.limit;
	if (tree?.kind !== 'and') return null;
	const limits = tree.items.flatMap((item) => (item.kind === 'limit' ? [item.limit] : []));
	return limits.length === 1 ? (limits[0] ?? null) : null;
}

function joinsAllConcepts(strategy: StrategyPart, line: StrategyLine): boolean {
	const [opened] = openSources([line.source]);
	if (opened?.tree?.kind !== 'and' && opened?.tree?.kind !== 'concept') return false;
	const used = new Set(usedConcepts(line.source).map((one) => one.concept));
	const searched = new Set(strategy.lines.flatMap((one) => (one.concept === null ? [] : [one.concept])));
	return strategy.concepts.every((concept) => concept.dropped || !searched.has(concept.id) || used.has(concept.id));
}

/** The label that the application would give a line; null where it gives none. */
function automaticLabel(strategy: StrategyPart, line: StrategyLine): string | null {
	const [opened] = openSources([line.source]);
	const limit = limitOf(opened?.tree ?? null);
	if (limit) return limitLabel(limit);
	return joinsAllConcepts(strategy, line) ? ALL_CONCEPTS : null;
}

/** Forms of automatic labels, for a line that cannot be read at the moment. */
const FORMS =
	/^(?:All concepts|Years: (?:[\d-]+|the last \d+)|Added to the source: [\d.-]+|(?:Language|Publication type|Age group): .+|With(?:out)? (?:an abstract|headings))$/;

const isReadable = (line: StrategyLine): boolean => Boolean(openSources([line.source])[0]?.tree);

/** The label of a line after its text has changed: one of our own follows, anybody else's stays. */
export function followedLabel(
	before: StrategyPart,
	after: StrategyPart,
	old: StrategyLine,
	line: StrategyLine
): string {
	if (line.label === '' || !isReadable(line)) return line.label;
	const isOurs = isReadable(old) ? automaticLabel(before, old) === old.label : FORMS.test(old.label);
	return isOurs ? (automaticLabel(after, line) ?? '') : line.label;
}
