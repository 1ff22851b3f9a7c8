/** The role of a line, recognised from what stands in it (notation.md, section 5). */
import type { LineRole } from '../enquiry/index.ts';
import { nodesOf, type Expression } from '../query/index.ts';

export function roleOf(expression: Expression | null): LineRole {
	if (!expression) return 'words';
	const kinds = new Set<string>();
	for (const node of nodesOf(expression)) {
		if (node.kind === 'limit')
			kinds.add(node.limit.type === 'marked' || node.limit.type === 'identifier' ? 'check' : 'limit');
		else if (['line', 'lines', 'concept'].includes(node.kind)) kinds.add('reference');
		else if (node.kind === 'heading') kinds.add('heading');
		else if (node.kind === 'word' || node.kind === 'phrase') kinds.add('word');
	}
	// Words inside la:, pt: and ag: are the limit's own.
	const onlyEntryWords = !hasSearchWords(expression);
	if (kinds.has('check')) return 'check';
	if (kinds.has('limit') && (kinds.has('reference') || onlyEntryWords)) return 'limit';
	if (kinds.has('reference')) return 'joining';
	if (kinds.has('heading') && kinds.has('word')) return 'mixed';
	return kinds.has('heading') ? 'headings' : 'words';
}

function hasSearchWords(expression: Expression): boolean {
	switch (expression.kind) {
		case 'word':
		case 'phrase':
		case 'near':
		case 'field':
		case 'heading':
			return true;
		case 'and':
		case 'or':
			return expression.items.some(hasSearchWords);
		case 'not':
			return hasSearchWords(expression.keep) || hasSearchWords(expression.drop);
		default:
			return false;
	}
}
