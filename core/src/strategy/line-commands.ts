/**
 * What is done to whole lines: joined, spread, gathered. Each is a list of edits, or a sentence that
 * says why not; references are by identity, so nothing else has to change.
 */
import type { Edit, Json } from '../document/index.ts';
import { isSearching, type StrategyLine } from '../enquiry/index.ts';
import { distribute, flatten, nodesOf, print, type Expression } from '../query/index.ts';
import { lineAnchor, writeAnchor } from './anchor.ts';
import { usedBy, usedConcepts } from './anchors.ts';
import { isAllList, openSources, type OpenedLine } from './opened.ts';
import { piecesIn, type LinePiece } from './line-pieces.ts';
import { joinedLines, type StrategyPart } from './read.ts';
import { roleOf } from './roles.ts';

export type LineCommand = { readonly edits: readonly Edit[]; readonly line: string } | { readonly refused: string };

/** Most lines that one line is spread into: a strategy holds 2,000. */
const SPREAD_CEILING = 500;

/** References to lines as text: a chain where it is short, a list where it is long. */
export function joiningSource(ids: readonly string[], operator: 'OR' | 'AND', asList = ids.length > 6): string {
	if (!asList) return ids.map(lineAnchor).join(` ${operator} `);
	return writeAnchor({ kind: 'lines', mode: operator === 'OR' ? 'any' : 'all', spans: [ids] });
}

const numberIn = ({ lines }: StrategyPart, id: string) => lines.findIndex((line) => line.id === id) + 1;
const asJson = (line: StrategyLine) => line as unknown as Json;

/** The lines joined with OR or AND into a new, labelled line below the last of them. */
export function joinLines(
	strategy: StrategyPart,
	ids: readonly string[],
	operator: 'OR' | 'AND',
	newId: () => string
): LineCommand {
	const chosen = strategy.lines.filter((line) => ids.includes(line.id) && line.source.trim() !== '');
	const last = chosen.at(-1);
	if (chosen.length < 2 || !last) return { refused: 'Two lines or more are joined; empty ones do not count.' };
	const common = chosen.every((line) => line.concept === last.concept)
		? strategy.concepts.find((one) => one.id === last.concept)
		: undefined;
	const id = newId();
	const label = common ? `${common.name}: ${operator === 'OR' ? 'all together' : 'both'}` : `Joined with ${operator}`;
	const source = joiningSource(
		chosen.map((line) => line.id),
		operator
	);
	const item = {
		id,
		source,
		concept: common?.id ?? null,
		strand: null,
		role: 'joining',
		label,
		note: '',
		off: false
	} satisfies StrategyLine;
	return { edits: [{ do: 'insert', in: ['lines'], item: asJson(item), after: last.id }], line: id };
}

/**
 * The sides of a line that can stand on lines of their own, or null. A proximity is one term; only a
 * line that is nothing else is written out in its pairs.
 */
function sidesOf(tree: Expression): readonly Expression[] | null {
	const open = flatten(tree);
	if (open.kind === 'or') return open.items;
	if (open.kind === 'field') return sidesOf(open.of)?.map((of): Expression => ({ ...open, of })) ?? null;
	if (open.kind !== 'near') return null;
	const drawn = distribute(open, SPREAD_CEILING);
	const pairs = drawn.ok ? flatten(drawn.expression) : open;
	return pairs.kind === 'or' ? pairs.items : null;
}

/**
 * What evaluation makes of an expression, as far as it depends on other lines: `absent` where every line that it uses is
 * off or empty (as the side of an OR it is left out, as a line of its own it would be broken), `broken` where one
 * of them is deleted or cannot be read.
 */
function standing(strategy: StrategyPart, opened: OpenedLine, node: Expression): 'absent' | 'broken' | 'present' {
	const ofLine = (id: string): ReturnType<typeof standing> => {
		const line = strategy.lines.find((one) => one.id === id);
		if (!line) return 'broken';
		// A limit that is off passes on what it acts on.
		if ((line.off && line.role !== 'limit' && line.role !== 'filter') || line.source.trim() === '') return 'absent';
		const [own] = openSources([line.source]);
		return own?.tree ? standing(strategy, own, own.tree) : 'broken';
	};
	const together = (parts: readonly ReturnType<typeof standing>[]) =>
		parts.includes('broken') ? 'broken' : parts.includes('present') ? 'present' : 'absent';
	switch (node.kind) {
		case 'line': {
			const lines = opened.linesOf(node);
			// A number that no line has.
			return lines.length === 0 ? 'broken' : together(lines.map(ofLine));
		}
		case 'concept':
			return together(
				usedConcepts(opened.close(print(node))).flatMap(({ concept, strand }) =>
					joinedLines(strategy, concept, strand).map((one) => ofLine(one.id))
				)
			);
		case 'and':
		case 'or':
			return together(node.items.map((item) => standing(strategy, opened, item)));
		case 'not': {
			const [keep, drop] = [standing(strategy, opened, node.keep), standing(strategy, opened, node.drop)];
			return drop === 'broken' ? 'broken' : keep;
		}
		default:
			return 'present';
	}
}

/**
 * A block becomes one line per term, above it, and joins them itself: whoever uses the line finds
 * what it found before.
 */
export function spreadLine(strategy: StrategyPart, id: string, newId: () => string): LineCommand {
	const line = strategy.lines.find((one) => one.id === id);
	if (!line) return { refused: 'That line has been deleted.' };
	const number = numberIn(strategy, id);
	const [opened] = openSources([line.source]);
	if (!opened?.tree) return { refused: `Line ${number} cannot be read; fix its faults first.` };
	const sides = sidesOf(opened.tree);
	if (!sides)
		return { refused: `Line ${number} is not a list of terms combined with OR, so there is nothing to spread.` };
	if (sides.every((side) => side.kind === 'line'))
		return { refused: `Line ${number} combines lines; its terms are already on lines of their own.` };
	if (sides.length > SPREAD_CEILING)
		return {
			refused: `Line ${number} has ${sides.length} terms; at most ${SPREAD_CEILING} lines are made in one step.`
		};
	const searching = isSearching(line.role);
	const kept = [...(line.pieces ?? [])];
	let after = strategy.lines[number - 2]?.id ?? null;
	const made: string[] = [];
	const edits: Edit[] = sides.map((side) => {
		const source = opened.close(print(side));
		const pieces = takePieces(kept, piecesIn(source) ?? []);
		const item: StrategyLine = {
			id: newId(),
			source,
			concept: line.concept,
			strand: line.strand,
			role: searching ? roleOf(side) : line.role,
			label: '',
			note: '',
			off: line.off || standing(strategy, opened, side) === 'absent',
			...(pieces.length > 0 ? { pieces } : {})
		};
		const edit: Edit = { do: 'insert', in: ['lines'], item: asJson(item), after };
		after = item.id;
		made.push(item.id);
		return edit;
	});
	edits.push({ do: 'set', at: ['lines', id, 'source'], value: joiningSource(made, 'OR') });
	if (searching) edits.push({ do: 'set', at: ['lines', id, 'role'], value: 'joining' });
	if (line.pieces) edits.push({ do: 'set', at: ['lines', id, 'pieces'], value: [] });
	return { edits, line: id };
}

/** Takes out of `kept` what hangs on these pieces, placed anew. */
function takePieces(kept: LinePiece[], texts: readonly string[]): LinePiece[] {
	return texts.flatMap((text, nth) => {
		const at = kept.findIndex((one) => one.text === text && one.nth !== null);
		const found = at < 0 ? undefined : kept.splice(at, 1)[0];
		return found ? [{ ...found, nth }] : [];
	});
}

interface Chosen {
	readonly line: StrategyLine;
	readonly opened: OpenedLine;
}

/**
 * Lines become one block. Where a line joins exactly these, it takes the block in; else the last of
 * them does. A line that uses only some of them would change its meaning: then nothing is done.
 */
export function gatherLines(strategy: StrategyPart, ids: readonly string[]): LineCommand {
	const chosen = strategy.lines.filter((line) => ids.includes(line.id));
	const opened = openSources(strategy.lines.map((line) => line.source));
	const all: Chosen[] = strategy.lines.map((line, at) => ({ line, opened: opened[at] as OpenedLine }));
	const full = all.filter(({ line, opened }) => chosen.includes(line) && !opened.empty);
	const last = full.at(-1);
	const refused =
		last && full.length > 1 ? mayGather(strategy, full) : 'Two lines or more are gathered; empty ones do not count.';
	if (refused !== null || !last) return { refused: refused ?? '' };
	const own = new Set(chosen.map((line) => line.id));
	const users = all.filter(({ line }) => !own.has(line.id) && usedBy(line.source).lines.some((id) => own.has(id)));
	const taker = users.find((user) => joinsExactly(user, full));
	const block = flatten({ kind: 'or', items: full.flatMap(({ opened }) => (opened.tree ? [opened.tree] : [])) });
	const target = taker?.line ?? last.line;
	const edits: Edit[] = [];
	for (const user of users) {
		if (user === taker) continue;
		const tree = user.opened.tree && withOneFor(user.opened.tree, user.opened, own);
		const left = tree && [...nodesOf(tree)].some((node) => user.opened.linesOf(node).some((id) => own.has(id)));
		if (!tree || left)
			return {
				refused: `Line ${numberIn(strategy, user.line.id)} uses some of these lines without the others; gathered, it would find something else.`
			};
		edits.push({
			do: 'set',
			at: ['lines', user.line.id, 'source'],
			value: user.opened.close(print(tree)).replaceAll(HERE, lineAnchor(target.id))
		});
	}
	const source = last.opened.close(print(factored(block)));
	edits.push({ do: 'set', at: ['lines', target.id, 'source'], value: source });
	if (taker && isSearching(last.line.role))
		edits.push({ do: 'set', at: ['lines', target.id, 'role'], value: roleOf(block) });
	if (taker) {
		edits.push({ do: 'set', at: ['lines', target.id, 'concept'], value: last.line.concept });
		edits.push({ do: 'set', at: ['lines', target.id, 'strand'], value: last.line.strand });
		edits.push({ do: 'set', at: ['lines', target.id, 'off'], value: last.line.off });
	}
	const pieces = full.flatMap(({ line }) => line.pieces ?? []);
	if (pieces.length > 0)
		edits.push({
			do: 'set',
			at: ['lines', target.id, 'pieces'],
			value: takePieces([...pieces], piecesIn(source) ?? []) as unknown as Json
		});
	const notes = full.filter(({ line }) => line.note !== '' && line.id !== target.id).map(({ line }) => line.note);
	if (notes.length > 0)
		edits.push({
			do: 'set',
			at: ['lines', target.id, 'note'],
			value: [target.note, ...notes].filter((one) => one !== '').join('\n')
		});
	for (const line of chosen) if (line.id !== target.id) edits.push({ do: 'remove', at: ['lines', line.id] });
	return { edits, line: target.id };
}

/** Stands for the gathered line while a user's text is printed: the notation has no such line. */
const HERE = '#4999999';

function mayGather(strategy: StrategyPart, full: readonly Chosen[]): string | null {
	const [first] = full;
	if (!first) return null;
	const number = (one: Chosen) => numberIn(strategy, one.line.id);
	const faulty = full.find((one) => !one.opened.tree);
	if (faulty) return `Line ${number(faulty)} cannot be read; fix its faults first.`;
	const other = full.find((one) => one.line.concept !== first.line.concept || one.line.strand !== first.line.strand);
	if (other)
		return `Lines ${number(first)} and ${number(other)} belong to different concepts or strands; a block belongs to one.`;
	const off = full.find((one) => one.line.off !== first.line.off);
	if (off)
		return `Line ${number(first)} is ${first.line.off ? 'off' : 'on'} and line ${number(off)} is ${off.line.off ? 'off' : 'on'}; gathered, that would be lost.`;
	const kind = (one: Chosen) => (isSearching(one.line.role) ? 'searching' : one.line.role);
	const unlike = full.find((one) => kind(one) !== kind(first));
	if (unlike) return `Lines ${number(first)} and ${number(unlike)} have roles that do not go together in one block.`;
	const hand = full.find(
		({ opened }) =>
			opened.tree && [...nodesOf(opened.tree)].some((node) => node.kind === 'limit' && node.limit.type === 'by-hand')
	);
	if (hand) return `Line ${number(hand)} is set by hand on the platform and stays on a line of its own.`;
	// A line that uses another of them can only stand below it.
	const inner = full.find(
		({ opened }) =>
			opened.tree &&
			[...nodesOf(opened.tree)].some((node) =>
				opened.linesOf(node).some((id) => full.some((one) => one.line.id === id))
			)
	);
	return inner ? `Line ${number(inner)} uses another of these lines; remove it from the selection.` : null;
}

/** The identities that an OR of references joins; null where a tree is anything else. */
export function joinedBy(tree: Expression | null, opened: OpenedLine): readonly string[] | null {
	if (tree?.kind === 'line') return isAllList(opened, tree) ? null : opened.linesOf(tree);
	if (tree?.kind !== 'or') return null;
	const sides = tree.items.map((item) =>
		item.kind === 'line' && !isAllList(opened, item) ? opened.linesOf(item) : null
	);
	return sides.some((side) => side === null || side.length === 0) ? null : sides.flatMap((side) => side ?? []);
}

function joinsExactly({ line, opened }: Chosen, full: readonly Chosen[]): boolean {
	const joined = joinedBy(opened.tree, opened);
	const [first] = full;
	return (
		joined !== null &&
		!line.off &&
		line.role === 'joining' &&
		(line.concept === null || line.concept === first?.line.concept) &&
		joined.length === full.length &&
		full.every((one) => joined.includes(one.line.id))
	);
}

/** The tree with one reference in the place of all of `own` wherever an OR holds them all. */
function withOneFor(tree: Expression, opened: OpenedLine, own: ReadonlySet<string>): Expression {
	const here: Expression = { kind: 'line', number: 4_999_999 };
	const inside = (part: Expression): Expression => withOneFor(part, opened, own);
	switch (tree.kind) {
		case 'line': {
			const ids = opened.linesOf(tree);
			// A list with more in it than these stays what it is, and the caller refuses.
			return !isAllList(opened, tree) && ids.length === own.size && ids.every((id) => own.has(id)) ? here : tree;
		}
		case 'or': {
			const joined = tree.items.filter(
				(item) =>
					item.kind === 'line' &&
					!isAllList(opened, item) &&
					opened.linesOf(item).length > 0 &&
					opened.linesOf(item).every((id) => own.has(id))
			);
			const found = new Set(joined.flatMap((item) => opened.linesOf(item)));
			if (found.size < own.size) return { ...tree, items: tree.items.map(inside) };
			const items = tree.items.flatMap((item) =>
				joined.includes(item) ? (item === joined[0] ? [here] : []) : [inside(item)]
			);
			return items.length === 1 && items[0] ? items[0] : { ...tree, items };
		}
		case 'and':
			return { ...tree, items: tree.items.map(inside) };
		case 'not':
			return { ...tree, keep: inside(tree.keep), drop: inside(tree.drop) };
		default:
			return tree;
	}
}

/** One field before a bracket where every side has the same one. */
function factored(block: Expression): Expression {
	if (block.kind !== 'or') return block;
	const [first] = block.items;
	if (first?.kind !== 'field') return block;
	const fields = first.fields.join('+');
	const inner = block.items.flatMap((item) =>
		item.kind === 'field' && item.fields.join('+') === fields ? [item.of] : []
	);
	return inner.length === block.items.length
		? { kind: 'field', fields: first.fields, of: flatten({ kind: 'or', items: inner }) }
		: block;
}

/** A line's source without the n-th side of its OR; null where it has no such side, or no other. */
export function withoutSide(source: string, nth: number): string | null {
	const [opened] = openSources([source]);
	const without = (tree: Expression): Expression | null => {
		if (tree.kind === 'field') {
			const of = without(tree.of);
			return of && { ...tree, of };
		}
		if (tree.kind !== 'or' || nth < 0 || nth >= tree.items.length) return null;
		const items = tree.items.filter((_, at) => at !== nth);
		const [only] = items;
		return items.length === 1 && only ? only : { ...tree, items };
	};
	const rest = opened?.tree ? without(opened.tree) : null;
	return rest && opened ? opened.close(print(rest)) : null;
}
