/**
 * What a line is, recognised from its tree whenever its text changes: its role and the concept it
 * belongs to, until somebody sets them by command (notation.md, section 5). And the result: the line
 * that the strategy is written for.
 */
import type { Edit } from '../document/index.ts';
import { isSearching, type LineRole, type StrategyLine } from '../enquiry/index.ts';
import { nodesOf, type Expression } from '../query/index.ts';
import { usedBy, usedConcepts } from './anchors.ts';
import { followedLabel } from './automatic-label.ts';
import { openSources } from './opened.ts';
import type { StrategyPart } from './read.ts';
import { roleOf } from './roles.ts';

/** Roles that text never gives: they are set by a person or come with a part. */
const SET_ONLY: ReadonlySet<LineRole> = new Set(['filter']);

type Recognised = Pick<StrategyLine, 'role' | 'concept' | 'strand'>;

const isReference = (node: Expression): boolean =>
	node.kind === 'line' || node.kind === 'lines' || node.kind === 'concept';

/** The one value of a list in which all are the same; null for none, and where they differ. */
const common = <Value>(values: readonly (Value | null)[]): Value | null => {
	const [first = null] = values;
	return values.every((one) => one === first) ? first : null;
};

/** What recognising a line asks of its strategy. */
interface LinesAround {
	line(id: string): StrategyLine | undefined;
	/** The line above. */
	above(id: string): StrategyLine | undefined;
}

function aroundIn(
	lines: readonly StrategyLine[]
): LinesAround & { replace(line: StrategyLine): void; all(): StrategyLine[] } {
	const byId = new Map(lines.map((one) => [one.id, one]));
	const order = lines.map((one) => one.id);
	const placeOf = new Map(order.map((id, at) => [id, at]));
	return {
		line: (id) => byId.get(id),
		above: (id) => byId.get(order[(placeOf.get(id) ?? 0) - 1] ?? ''),
		replace: (line) => byId.set(line.id, line),
		all: () => [...byId.values()]
	};
}

/**
 * Role, concept and strand of a line as its text gives them; what was set by command stays.
 * @param before the role that the line had when its text was another; null for a new line
 */
export const recognise = (strategy: StrategyPart, line: StrategyLine, before: LineRole | null): Recognised =>
	recogniseAmong(aroundIn(strategy.lines), line, before);

function recogniseAmong(around: LinesAround, line: StrategyLine, before: LineRole | null): Recognised {
	const [opened] = openSources([line.source]);
	const tree = opened?.recovered ?? null;
	const keep: Recognised = { role: line.role, concept: line.concept, strand: line.strand };
	if (!opened || !tree) return keep;
	const role = line.roleSet === true || SET_ONLY.has(line.role) ? line.role : roleOf(tree);
	if (line.conceptSet === true) return { ...keep, role };
	const nodes = [...nodesOf(tree)];
	if (nodes.some(isReference)) {
		const lines = nodes
			.flatMap((node) => (node.kind === 'line' ? opened.linesOf(node) : []))
			.map((id) => around.line(id));
		const concepts = usedConcepts(line.source);
		// A number or letter that names nothing belongs to no concept.
		const lost =
			nodes.filter(isReference).length >
			nodes.filter((node) => opened.linesOf(node).length > 0).length + concepts.length;
		const of = [
			...lines.map((one) => one?.concept ?? null),
			...concepts.map((one) => one.concept),
			...(lost ? [null] : [])
		];
		const concept = common(of);
		const strand =
			concept === null
				? null
				: common([...lines.map((one) => one?.strand ?? null), ...concepts.map((one) => one.strand)]);
		return { role, concept, strand };
	}
	if (!isSearching(role)) return { role, concept: null, strand: null };
	// What was a joining while it was being typed belongs to the concept that it is typed in.
	if (line.concept === null && before !== null && !isSearching(before)) {
		const above = around.above(line.id);
		return { role, concept: above?.concept ?? null, strand: above?.strand ?? null };
	}
	return { ...keep, role };
}

/** Identities of the lines whose text these edits set. */
function changedLines(edits: readonly Edit[]): ReadonlySet<string> {
	const ids = new Set<string>();
	for (const edit of edits) {
		if (edit.do === 'set' && edit.at[0] === 'lines' && edit.at[2] === 'source') ids.add(edit.at[1] ?? '');
		if (edit.do === 'insert' && edit.in.length === 1 && edit.in[0] === 'lines')
			ids.add(String((edit.item as { id?: unknown }).id));
	}
	return ids;
}

/** True for an edit that puts a line into another concept or strand. */
const movesLine = (edit: Edit): boolean =>
	edit.do === 'set' && edit.at[0] === 'lines' && (edit.at[2] === 'concept' || edit.at[2] === 'strand');

/**
 * The edits that follow from edits of lines: role, concept and automatic label of every line whose text they
 * change, and the concept of every line that joins one whose concept they change.
 * @param before the document without them
 * @param after the document with them
 */
export function followingEdits(before: StrategyPart, after: StrategyPart, edits: readonly Edit[]): Edit[] {
	return [...linesFollowed(before, after, edits)].flat();
}

/** The same, with a pause wherever another may have the thread. @param pause is asked after every line that was recognised */
export async function followingEditsInSteps(
	before: StrategyPart,
	after: StrategyPart,
	edits: readonly Edit[],
	pause: () => Promise<void>
): Promise<Edit[]> {
	const following: Edit[] = [];
	for (const ofLine of linesFollowed(before, after, edits)) {
		following.push(...ofLine);
		await pause();
	}
	return following;
}

/** Line by line, the edits that follow. */
function* linesFollowed(before: StrategyPart, after: StrategyPart, edits: readonly Edit[]): Generator<readonly Edit[]> {
	const changed = changedLines(edits);
	if (changed.size === 0 && !edits.some(movesLine)) return;
	const known = new Map(before.lines.map((line) => [line.id, line]));
	const around = aroundIn(after.lines);
	/** Lines that belong to another concept or strand now: what joins them follows (notation.md, section 5). */
	const moved = new Set<string>();
	// From the top: what a line joins has been recognised before it.
	for (const { id } of after.lines) {
		const line = around.line(id);
		const old = known.get(id);
		if (!line) continue;
		if (old && (old.concept !== line.concept || old.strand !== line.strand)) moved.add(id);
		if (!changed.has(id)) {
			if (
				moved.size === 0 ||
				moved.has(id) ||
				line.conceptSet === true ||
				!usedBy(line.source).lines.some((one) => moved.has(one))
			)
				continue;
			const { concept, strand } = recogniseAmong(around, line, line.role);
			if (concept === line.concept && strand === line.strand) continue;
			moved.add(id);
			around.replace({ ...line, concept, strand });
			yield differences(line, { role: line.role, concept, strand });
			continue;
		}
		const now = recogniseAmong(around, line, old?.role ?? null);
		const recognised = { ...line, ...now };
		around.replace(recognised);
		if (old && (old.concept !== now.concept || old.strand !== now.strand)) moved.add(id);
		const following = differences(line, now);
		if (old?.label === line.label && line.label !== '') {
			const label = followedLabel(before, { ...after, lines: around.all() }, old, recognised);
			if (label !== line.label) following.push({ do: 'set', at: ['lines', id, 'label'], value: label });
		}
		yield following;
	}
}

const differences = (line: StrategyLine, now: Recognised): Edit[] =>
	(['role', 'concept', 'strand'] as const).flatMap((name): Edit[] =>
		line[name] === now[name] ? [] : [{ do: 'set', at: ['lines', line.id, name], value: now[name] }]
	);

/** What is needed of a line to tell the result. */
export interface ResultCandidate {
	readonly id: string;
	readonly role: LineRole;
	readonly off: boolean;
	readonly empty: boolean;
	/** Null where the line cannot be read. */
	readonly query: unknown;
}

const RESULT_ROLES: ReadonlySet<LineRole> = new Set(['joining', 'limit', 'filter']);

/**
 * The result of a strategy: the line marked so by command, else the last line with role joining,
 * limit or filter, else the last line that can be counted (notation.md, section 5). A line that is
 * broken for the moment stays the result: another one in its place would be a wrong answer.
 * @param chosen the line marked by command, or the one that was the result before somebody began to type
 */
export function resultLine<Line extends ResultCandidate>(
	lines: readonly Line[],
	chosen: string | null | undefined
): Line | null {
	const able = lines.filter((line) => !line.off && !line.empty && line.role !== 'check');
	return (
		lines.find((line) => line.id === chosen && !line.off && !line.empty) ??
		able.findLast((line) => RESULT_ROLES.has(line.role)) ??
		able.findLast((line) => line.query !== null) ??
		null
	);
}
