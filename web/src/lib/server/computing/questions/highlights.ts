/** What of a line lit these records. */
import { lightOf, recordSchema, type BibliographicRecord, type Light } from '@wide-lantern/core/computing';
import { question } from './question.ts';
import { ofLines, text, type OfLines } from './shapes.ts';

interface HighlightsAsked extends OfLines {
	readonly line: string;
	readonly records: readonly BibliographicRecord[];
	/** Labels of headings, by `vocabulary:identifier`. */
	readonly labels: Readonly<Record<string, string>>;
}

/** Null where the line cannot be read. */
export const highlights = question<HighlightsAsked, readonly Light[] | null>(
	{
		...ofLines,
		line: text,
		records: { type: 'array', items: { $ref: recordSchema.$id } },
		labels: { type: 'object', additionalProperties: text }
	},
	(asked, context) => {
		const { lines } = context.evaluate(asked);
		const query = lines.find((one) => one.id === asked.line)?.query;
		if (!query) return null;
		const queries = new Map(lines.map((one) => [one.id, one.query]));
		const labelOf = (vocabulary: string, heading: string) => asked.labels[`${vocabulary}:${heading}`];
		return asked.records.map((record) =>
			lightOf(record, { id: asked.line, query }, labelOf, (line) => queries.get(line) ?? null)
		);
	}
);
