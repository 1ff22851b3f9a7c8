/** What is done to a tree when the whole line has been read: comments hung on, places of `hand:` checked. */
import type { Expression } from './expression.ts';
import { fault, type Report } from './parse-terms.ts';

/** Comments of a leaf: before it, and after it where nothing follows. */
export type CommentsOf = ReadonlyMap<
	Expression,
	{ readonly before: readonly string[]; readonly after: readonly string[] }
>;

/** Comments are known only at the end (one may trail), so the tree is given them last. */
export function withComments(expression: Expression, comments: CommentsOf): Expression {
	const own = comments.get(expression);
	const commented = {
		...(own && own.before.length > 0 ? { comments: own.before } : {}),
		...(own && own.after.length > 0 ? { trailing: own.after } : {})
	};
	const inner = (part: Expression) => withComments(part, comments);
	switch (expression.kind) {
		case 'and':
		case 'or':
			return { ...expression, items: expression.items.map(inner) };
		case 'not':
			return { ...expression, keep: inner(expression.keep), drop: inner(expression.drop) };
		case 'near':
			return { ...expression, left: inner(expression.left), right: inner(expression.right) };
		case 'field':
			return { ...expression, of: inner(expression.of) };
		case 'limit':
			return expression.limit.type === 'entry'
				? { ...expression, limit: { ...expression.limit, of: inner(expression.limit.of) } }
				: { ...expression, ...commented };
		default:
			return { ...expression, ...commented };
	}
}

/** `hand:` may only be a whole line or a side of the outermost AND. */
export function checkHandLimits(expression: Expression, outermost: boolean, report: Report): void {
	if (expression.kind === 'limit' && expression.limit.type === 'by-hand' && !outermost)
		report(
			fault(
				'error',
				'hand-place',
				expression.at ?? { from: 0, to: 0 },
				'A mark applies to the whole line: use it alone, or beside the outermost AND.'
			)
		);
	if (expression.kind === 'and' && outermost) {
		for (const item of expression.items)
			if (item.kind === 'limit') checkHandLimits(item, true, report);
			else checkHandLimits(item, false, report);
		return;
	}
	switch (expression.kind) {
		case 'and':
		case 'or':
			for (const item of expression.items) checkHandLimits(item, false, report);
			return;
		case 'not':
			checkHandLimits(expression.keep, false, report);
			checkHandLimits(expression.drop, false, report);
			return;
		default:
			return;
	}
}

/** True where a proximity stands anywhere in it, fields apart. */
export function containsNear(expression: Expression): boolean {
	switch (expression.kind) {
		case 'near':
			return true;
		case 'and':
		case 'or':
			return expression.items.some(containsNear);
		case 'not':
			return containsNear(expression.keep) || containsNear(expression.drop);
		default:
			return false;
	}
}
