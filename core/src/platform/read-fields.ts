/**
 * Fields as a platform writes them, at every term or once for each field, gathered into the fewest
 * scopes of the notation. The meaning stays: AND, OR and NOT work on records also inside a field.
 */
import {
	DEFAULT_FIELDS,
	INDEXED_FIELDS,
	print,
	type Expression,
	type IndexedField,
	type TextField
} from '../query/index.ts';

/** Fields of a text that names none; null where nobody knows. */
export type Scope = readonly IndexedField[] | null;

interface Scoped {
	readonly tree: Expression;
	/** Fields of all its text, not written into `tree` yet; null where it has no text, or scopes of its own. */
	readonly fields: readonly IndexedField[] | null;
}

export interface Tidied {
	readonly tree: Expression;
	/** Some text names no field. */
	readonly unscoped: boolean;
	/** Sides of a proximity in different fields. */
	readonly mixed: boolean;
}

export function tidyFields(tree: Expression, bare: Scope): Tidied {
	const seen = { unscoped: false, mixed: false };
	const without = bare ?? indexed(DEFAULT_FIELDS);
	const scoped = scope(tree, null, without, seen);
	return { tree: written(scoped), ...seen };
}

const indexed = (fields: readonly TextField[]): readonly IndexedField[] =>
	fields.includes('all')
		? INDEXED_FIELDS
		: INDEXED_FIELDS.filter((field) => (fields as readonly string[]).includes(field));
const same = (a: readonly IndexedField[] | null, b: readonly IndexedField[] | null) =>
	a !== null && b !== null && a.join() === b.join();
const DEFAULT = indexed(DEFAULT_FIELDS);

function written({ tree, fields }: Scoped): Expression {
	if (fields === null || same(fields, DEFAULT)) return tree;
	return { kind: 'field', fields: fields.length === INDEXED_FIELDS.length ? ['all'] : fields, of: tree };
}

function scope(
	tree: Expression,
	fields: readonly IndexedField[] | null,
	bare: readonly IndexedField[],
	seen: { unscoped: boolean; mixed: boolean }
): Scoped {
	switch (tree.kind) {
		case 'word':
		case 'phrase':
			if (fields === null) seen.unscoped = true;
			return { tree, fields: fields ?? bare };
		case 'field':
			// The inner one counts: it is nearer to its text.
			return scope(tree.of, indexed(tree.fields), bare, seen);
		case 'near': {
			const [left, right] = [scope(tree.left, fields, bare, seen), scope(tree.right, fields, bare, seen)];
			if (!same(left.fields, right.fields)) seen.mixed = true;
			return { tree: { ...tree, left: left.tree, right: right.tree }, fields: left.fields ?? right.fields };
		}
		case 'not': {
			const [keep, drop] = [scope(tree.keep, fields, bare, seen), scope(tree.drop, fields, bare, seen)];
			if (same(keep.fields, drop.fields))
				return { tree: { ...tree, keep: keep.tree, drop: drop.tree }, fields: keep.fields };
			return { tree: { ...tree, keep: written(keep), drop: written(drop) }, fields: null };
		}
		case 'and':
		case 'or': {
			const items = tree.items.map((item) => scope(item, fields, bare, seen));
			return junction(tree.kind, tree.kind === 'or' ? eachOnce(items) : items);
		}
		default:
			return { tree, fields: null };
	}
}

/** A term that stands once for each field becomes one term in all of them. */
function eachOnce(items: readonly Scoped[]): readonly Scoped[] {
	const byTerm = new Map<string, { tree: Expression; fields: Set<IndexedField> }>();
	const order: (Scoped | string)[] = [];
	for (const item of items) {
		if (item.fields === null || !isOfTerms(item.tree)) {
			order.push(item);
			continue;
		}
		const key = print(item.tree);
		const held = byTerm.get(key);
		if (held) for (const field of item.fields) held.fields.add(field);
		else {
			byTerm.set(key, { tree: item.tree, fields: new Set(item.fields) });
			order.push(key);
		}
	}
	return order.map((one) => {
		if (typeof one !== 'string') return one;
		const held = byTerm.get(one) as { tree: Expression; fields: Set<IndexedField> };
		return { tree: held.tree, fields: INDEXED_FIELDS.filter((field) => held.fields.has(field)) };
	});
}

/** Terms and ORs of terms: for these, two fields mean the same as an OR of both. */
const isOfTerms = (tree: Expression): boolean =>
	tree.kind === 'word' ||
	tree.kind === 'phrase' ||
	tree.kind === 'near' ||
	(tree.kind === 'or' && tree.items.every(isOfTerms));

function junction(kind: 'and' | 'or', items: readonly Scoped[]): Scoped {
	const [first] = items;
	if (items.length === 1 && first) return first;
	if (first && items.every((item) => same(item.fields, first.fields)))
		return { tree: { kind, items: items.map((item) => item.tree) }, fields: first.fields };
	// Neighbours of one scope share it; plain words of the usual fields stand free.
	const out: Expression[] = [];
	for (let at = 0; at < items.length;) {
		const item = items[at] as Scoped;
		let end = at + 1;
		if (item.fields !== null && !same(item.fields, DEFAULT))
			while (end < items.length && same(item.fields, items[end]?.fields ?? null)) end++;
		out.push(
			end - at === 1
				? written(item)
				: written({ tree: { kind, items: items.slice(at, end).map((one) => one.tree) }, fields: item.fields })
		);
		at = end;
	}
	return { tree: out.length === 1 ? (out[0] as Expression) : { kind, items: out }, fields: null };
}
