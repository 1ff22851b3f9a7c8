/** How lines and concepts are named in the texts of lines, as the document is now. */
import { conceptLetter, type EnquiryDocument, type Names } from '@wide-lantern/core/editor';

/** @param ids of the lines in their order; headings keep the labels that they have, since only the server knows vocabularies */
export function namesFor(document: EnquiryDocument, ids: readonly string[]): Names {
	const numbers = new Map(ids.map((id, at) => [id, at + 1]));
	const { concepts } = document;
	return {
		lineId: (number) => ids[number - 1] ?? null,
		lineNumber: (id) => numbers.get(id) ?? null,
		conceptIds(letter, strand) {
			const concept = concepts.find((_, at) => conceptLetter(at) === letter);
			const named = strand === null ? null : (concept?.strands[strand - 1]?.id ?? null);
			return concept && (strand === null || named !== null) ? { concept: concept.id, strand: named } : null;
		},
		conceptName(id, strandId) {
			const at = concepts.findIndex((one) => one.id === id);
			const strand =
				strandId === null ? null : (concepts[at]?.strands.findIndex((one) => one.id === strandId) ?? -1) + 1;
			return at < 0 || strand === 0 ? null : { letter: conceptLetter(at), strand };
		},
		headingKey: () => null,
		headingName: () => null
	};
}

/** Lines as they are shown, each with its label and its concept. */
export function linesWithConcepts<Line extends { readonly id: string }>(
	{ lines, concepts }: Pick<EnquiryDocument, 'lines' | 'concepts'>,
	shown: readonly Line[]
): readonly (Line & {
	readonly label: string;
	readonly concept: { readonly letter: string; readonly name: string } | null;
})[] {
	const stored = new Map(lines.map((line) => [line.id, line]));
	return shown.map((line) => {
		const own = stored.get(line.id);
		const at = concepts.findIndex((concept) => concept.id === own?.concept);
		const concept = at < 0 ? null : { letter: conceptLetter(at), name: concepts[at]?.name ?? '' };
		return { ...line, label: own?.label ?? '', concept };
	});
}
