/** Words of a concept in families: a stem with its endings and spellings together, so that what is there is seen at a glance. */
import { parse, type Expression } from '../query/index.ts';
import { spellingKey } from '../text/index.ts';

/** Shortest beginning that makes two words relatives, in letters. */
const KIN = 4;

/** The words of a term as keys without wildcards, in either spelling; null for proximity and what is no plain term. */
function keysOf(tree: Expression | null): readonly string[] | null {
	const key = (pattern: string) => {
		const open = /[*?~]/.test(pattern);
		const bare = pattern.split(/[*?~]/)[0] ?? '';
		return open ? bare : spellingKey(bare);
	};
	if (tree?.kind === 'field') return keysOf(tree.of);
	if (tree?.kind === 'word') return [key(tree.pattern)];
	if (tree?.kind === 'phrase') return tree.patterns.map(key);
	return null;
}

/** `light` and `lights`, `delir` and `delirium`, but not `light` and `lightning` unless one says `light*`. */
const related = (one: string, other: string): boolean => {
	if (one === other) return true;
	const [short, long] = one.length <= other.length ? [one, other] : [other, one];
	if (short.length < KIN) return false;
	return long.startsWith(short) && (long.length - short.length <= 4 || short.length >= 5);
};

/**
 * Groups terms, each family in the order of its first member, its members in their own order. A term
 * that is kin to none is a family of its own.
 * @param textOf the term of an item, in the notation
 */
export function wordFamilies<Item>(items: readonly Item[], textOf: (item: Item) => string): Item[][] {
	const families: { readonly keys: (readonly string[])[]; readonly items: Item[] }[] = [];
	for (const item of items) {
		const keys = keysOf(parse(textOf(item)).tree);
		const family =
			keys &&
			families.find((one) =>
				one.keys.some((other) => other.length === keys.length && other.every((key, at) => related(key, keys[at] ?? '')))
			);
		if (family) {
			family.items.push(item);
			family.keys.push(keys);
		} else families.push({ keys: keys ? [keys] : [], items: [item] });
	}
	return families.map((one) => one.items);
}
