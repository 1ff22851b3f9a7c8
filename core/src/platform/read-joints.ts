/** What stands between the pieces of a platform's line, and how tightly it binds there. */
import type { Expression } from '../query/index.ts';
import type { Profile } from './profile.ts';

export type Joint =
	| { readonly kind: 'and' | 'or' | 'not' }
	| { readonly kind: 'near'; readonly ordered: boolean; readonly distance: number };

/** True where different operators stand side by side; proximity binds before them. */
export function isMixed(joints: readonly Joint[]): boolean {
	let first: Joint['kind'] | null = null;
	for (const { kind } of joints) {
		if (kind === 'near' || kind === first) continue;
		if (first !== null) return true;
		first = kind;
	}
	return false;
}

/** Pieces and what stands between them as one tree, by the platform's order; null where there is nothing. */
export function assemble(
	items: readonly Expression[],
	joints: readonly Joint[],
	precedence: Profile['platform']['operators']['precedence']
): Expression | null {
	// Proximity binds tightest everywhere (common practice).
	const sides: Expression[] = [];
	const rest: ('and' | 'or' | 'not')[] = [];
	items.forEach((item, at) => {
		const joint = joints[at - 1];
		const last = sides.at(-1);
		if (at > 0 && joint?.kind === 'near' && last) {
			sides[sides.length - 1] = {
				kind: 'near',
				ordered: joint.ordered,
				distance: joint.distance,
				left: last,
				right: item
			};
			return;
		}
		if (at > 0 && joint && joint.kind !== 'near') rest.push(joint.kind);
		sides.push(item);
	});
	const [first] = sides;
	if (!first) return null;
	if (isMixed(joints) && precedence === 'and-first') {
		const groups: { items: Expression[]; signs: ('and' | 'not')[] }[] = [{ items: [first], signs: [] }];
		rest.forEach((sign, at) => {
			const next = sides[at + 1] as Expression;
			if (sign === 'or') groups.push({ items: [next], signs: [] });
			else {
				groups.at(-1)?.items.push(next);
				groups.at(-1)?.signs.push(sign);
			}
		});
		return folded(
			groups.map((group) => folded(group.items, group.signs)),
			groups.slice(1).map(() => 'or' as const)
		);
	}
	return folded(sides, rest);
}

/** Text that a field can stand on. */
export function isText(piece: Expression): boolean {
	switch (piece.kind) {
		case 'word':
		case 'phrase':
		case 'near':
		case 'field':
			return true;
		case 'and':
		case 'or':
			return piece.items.every(isText);
		case 'not':
			return isText(piece.keep) && isText(piece.drop);
		default:
			return false;
	}
}

/** Read from the left; the same operator several times in a row is one junction, as brackets around it would be. */
function folded(items: readonly Expression[], signs: readonly ('and' | 'or' | 'not')[]): Expression {
	const [first, ...others] = items;
	if (!first) throw new Error('Nothing to fold');
	let left = first;
	/** The sides of the junction that is being gathered: thousands in one row must not be copied for each. */
	let open: { readonly kind: 'and' | 'or'; readonly items: Expression[] } | null = null;
	others.forEach((item, at) => {
		const sign = signs[at] ?? 'and';
		if (sign === 'not') {
			left = { kind: 'not', keep: left, drop: item };
			open = null;
		} else if (open?.kind === sign) open.items.push(item);
		else left = open = { kind: sign, items: [left, item] };
	});
	return left;
}
