/** The document as Markdown with tables. Text from people cannot become markup. */
import type { Block, DossierDocument } from './document.ts';

/** Signs that would be read as markup are escaped; line breaks cannot break a table. */
export function escapeMarkdown(text: string): string {
	return text.replace(/[\\`*_{}[\]<>#|~!]/g, '\\$&').replace(/\s*\n\s*/g, ' ');
}

/** A code span whose fence is longer than any run of backticks inside. */
function codeSpan(text: string): string {
	if (text === '') return '';
	const fence = '`'.repeat(Math.max(0, ...(text.match(/`+/g) ?? []).map((run) => run.length)) + 1);
	const padded = /^`|`$/.test(text) ? ` ${text} ` : text;
	return fence + padded.replaceAll('|', '\\|').replace(/\s*\n\s*/g, ' ') + fence;
}

function block(one: Block): string {
	switch (one.kind) {
		case 'heading':
			return `${'#'.repeat(one.level)} ${escapeMarkdown(one.text)}`;
		case 'paragraph':
			return one.text
				.split(/\n{2,}/)
				.map(escapeMarkdown)
				.join('\n\n');
		case 'missing':
			return `**${escapeMarkdown(one.text)}**`;
		case 'list':
			return one.items.map((item) => `- ${escapeMarkdown(item)}`).join('\n');
		case 'verbatim': {
			const fence = '`'.repeat(Math.max(2, ...(one.text.match(/`+/g) ?? []).map((run) => run.length)) + 1);
			return `${fence}\n${one.text}\n${fence}`;
		}
		case 'table': {
			const row = (cells: readonly string[]) => `| ${cells.join(' | ')} |`;
			const head = row(one.columns.map((column) => escapeMarkdown(column.title)));
			const rule = row(one.columns.map((column) => (column.number ? '---:' : '---')));
			const rows = one.rows.map((cells) =>
				row(cells.map((cell, at) => (one.columns[at]?.code ? codeSpan(cell) : escapeMarkdown(cell))))
			);
			return [`*${escapeMarkdown(one.caption)}*`, '', head, rule, ...rows].join('\n');
		}
	}
}

export function toMarkdown(document: DossierDocument): string {
	return `${document.blocks.map(block).join('\n\n')}\n`;
}
