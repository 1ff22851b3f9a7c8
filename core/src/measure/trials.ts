/**
 * Remedies worth trying when a result is too large or too small, in the order of the trade
 * (handbook, section 2, step 8), each as edits whose true effect can be counted before they are kept.
 */
import type { Edit } from '../document/index.ts';
import { isSearching, conceptLetter, type EnquiryDocument, type StrategyLine } from '../enquiry/index.ts';
import { DEFAULT_FIELDS, nodesOf } from '../query/index.ts';
import { linesBehind } from '../strategy/advice.ts';
import { refieldConcept, withoutConcept } from '../strategy/concept-edits.ts';
import { openSources } from '../strategy/opened.ts';
import { joinedLines } from '../strategy/read.ts';

export interface ProposedTrial {
	readonly group: 'too many' | 'too few' | 'line off';
	readonly name: string;
	readonly edits: readonly Edit[];
	/** The concept that it leaves out: keeping it is a decision with a reason. */
	readonly drops?: string;
}

const fieldsOf = (line: StrategyLine): boolean => {
	const [opened] = openSources([line.source]);
	return opened?.tree
		? [...nodesOf(opened.tree)].some((node) => node.kind === 'field' && node.fields.join() !== DEFAULT_FIELDS.join())
		: false;
};

/**
 * What may be tried on a strategy.
 * @param final the line that is the result
 */
export function proposedTrials(document: Pick<EnquiryDocument, 'concepts' | 'lines'>, final: string): ProposedTrial[] {
	const trials: ProposedTrial[] = [];
	const { concepts, lines } = document;
	const reached = linesBehind(document, final);
	/** A change of lines that the result does not use would change nothing. */
	const matters = (edits: readonly Edit[]) => edits.some((edit) => edit.do === 'set' && reached.has(edit.at[1] ?? ''));
	concepts.forEach((concept, at) => {
		const name = `${conceptLetter(at)} ${concept.name}`;
		const titles = refieldConcept(document, concept.id, ['ti']);
		if (matters(titles)) trials.push({ group: 'too many', name: `Words of ${name} in titles only`, edits: titles });
		const keywords = refieldConcept(document, concept.id, ['ti', 'kw']);
		if (matters(keywords))
			trials.push({ group: 'too many', name: `Words of ${name} in titles and author keywords only`, edits: keywords });
		const own = joinedLines(document, concept.id, null).filter((line) => !line.off && reached.has(line.id));
		if (own.some(fieldsOf))
			trials.push({
				group: 'too few',
				name: `Words of ${name} in title, abstract and author keywords`,
				edits: refieldConcept(document, concept.id, null)
			});
	});
	for (const line of lines) {
		if (line.off || !reached.has(line.id)) continue;
		const number = lines.indexOf(line) + 1;
		if (line.role === 'limit' || line.role === 'filter')
			trials.push({
				group: 'too few',
				name: `Without line ${number}${line.label === '' ? '' : `, ${line.label}`}`,
				edits: [{ do: 'set', at: ['lines', line.id, 'off'], value: true }]
			});
	}
	concepts.forEach((concept, at) => {
		if (concept.dropped) return;
		const edits = lines.flatMap((line): Edit[] => {
			const source = withoutConcept(document, line, concept.id);
			return source === null ? [] : [{ do: 'set', at: ['lines', line.id, 'source'], value: source }];
		});
		if (matters(edits))
			trials.push({
				group: 'too few',
				name: `Without the concept ${conceptLetter(at)} ${concept.name}`,
				edits,
				drops: concept.id
			});
	});
	for (const line of lines) {
		if (line.off || line.id === final || !reached.has(line.id) || !isSearching(line.role) || line.source.trim() === '')
			continue;
		trials.push({
			group: 'line off',
			name: `Line ${lines.indexOf(line) + 1} off${line.label === '' ? '' : `, ${line.label}`}`,
			edits: [{ do: 'set', at: ['lines', line.id, 'off'], value: true }]
		});
	}
	return trials;
}
