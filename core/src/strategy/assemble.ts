/** From the concepts to lines: headings, words, and the living joining of all concepts. */
import { ALL_CONCEPTS } from './automatic-label.ts';
import { conceptLetter, headingPieces, type Concept, type HeadingLabel, type StrategyLine } from '../enquiry/index.ts';

/** One line as text, before it is stored. */
export interface ProposedLine extends Omit<StrategyLine, 'id' | 'source'> {
	readonly text: string;
}

/**
 * Proposes lines for every concept that has terms: per strand one line of headings and one of
 * words, and at the end the joining of all concepts.
 */
export function assemble(
	concepts: readonly Concept[],
	labelOf: HeadingLabel,
	qualifierName?: (vocabulary: string, code: string) => string
): ProposedLine[] {
	const lines: ProposedLine[] = [];
	const joined: string[] = [];
	concepts.forEach((concept, index) => {
		// What was left out on purpose stays out until somebody puts it back.
		if (concept.dropped) return;
		const before = lines.length;
		for (const strand of [null, ...concept.strands.map((one) => one.id)]) {
			const base = { concept: concept.id, strand, note: '', off: false };
			const name =
				strand === null
					? concept.name
					: `${concept.name}: ${concept.strands.find((one) => one.id === strand)?.name ?? ''}`;
			const headings = concept.headings
				.filter((one) => one.strand === strand)
				.flatMap((one) => headingPieces(one, labelOf, qualifierName));
			const words = concept.words.filter((one) => one.strand === strand).map((one) => one.text);
			if (headings.length > 0)
				lines.push({ ...base, text: headings.join(' OR '), role: 'headings', label: `${name}, headings` });
			if (words.length > 0)
				lines.push({ ...base, text: words.map(bracketed).join(' OR '), role: 'words', label: `${name}, text words` });
		}
		if (lines.length > before) joined.push(`@${conceptLetter(index)}`);
	});
	if (joined.length > 0)
		lines.push({
			text: joined.join(' AND '),
			concept: null,
			strand: null,
			role: 'joining',
			label: ALL_CONCEPTS,
			note: '',
			off: false
		});
	return lines;
}

const bracketed = (term: string) =>
	/ (WITHIN|BEFORE)\/\d/.test(term) && !/^[a-z+]+:/i.test(term) ? `(${term})` : term;
