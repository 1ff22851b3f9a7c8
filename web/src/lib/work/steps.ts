/** The steps of the work that have a screen, with the state of each for one enquiry. */
import type { EnquiryDocument } from '@wide-lantern/core/editor';

export const STEPS = [
	{ id: 'brief', name: 'Brief' },
	{ id: 'concepts', name: 'Concepts' },
	{ id: 'headings', name: 'Headings' },
	{ id: 'strategy', name: 'Strategy' },
	{ id: 'renderings', name: 'Renderings' },
	{ id: 'dossier', name: 'Dossier' }
] as const;
export type StepId = (typeof STEPS)[number]['id'];

/** Untouched, under way, or with things to look at. */
export interface StepState {
	readonly touched: boolean;
	readonly look: readonly string[];
}

/** What each step still asks for. Sentences are shown to the searcher. */
export function stepStates(document: EnquiryDocument): Record<StepId, StepState> {
	const open = document.parts.filter((part) => part.text.trim() !== '' && part.concept === null && part.leftOut === null);
	const reasonless = document.parts.filter((part) => part.concept === null && part.leftOut === '');
	const searched = document.concepts.filter((one) => !one.dropped);
	const termless = searched.filter((one) => one.headings.length + one.words.length === 0);
	const reasonlessConcepts = document.concepts.filter((one) => one.dropped && one.dropped.reason.trim() === '');
	const wordless = searched.filter((one) => one.headings.length > 0 && one.words.length === 0);
	const headless = searched.filter((one) => one.headings.length === 0 && one.words.length > 0 && (one.noHeading ?? []).length === 0);
	return {
		brief: {
			touched: document.parts.some((part) => part.text !== '') || document.sources.length > 0 || document.people.length > 0,
			look: document.sources.length === 0 && document.concepts.length > 0 ? ['No sources yet: name the databases and their platforms.'] : []
		},
		concepts: {
			touched: document.concepts.length > 0,
			look: [
				...open.map((part) => `“${part.name}” is neither in a concept nor left out with a reason.`),
				...reasonless.map((part) => `“${part.name}” is left out without a reason.`),
				...reasonlessConcepts.map((one) => `${one.name || 'A concept'} is left out of the search without a reason.`),
				...wordless.map((one) => `${one.name || 'A concept'} has headings but no words: records that are not indexed yet are missed.`),
				...termless.map((one) => `${one.name || 'A concept'} has no headings and no words yet.`)
			]
		},
		headings: {
			touched: document.concepts.some((one) => one.headings.length > 0),
			look: headless.map((one) => `${one.name || 'A concept'} has words but no heading.`)
		},
		strategy: {
			touched: document.lines.length > 0,
			look: document.lines.filter((line) => line.source.trim() === '').map((line) => `Line ${document.lines.indexOf(line) + 1} is empty.`)
		},
		renderings: { touched: document.renderings.length > 0, look: [] },
		dossier: { touched: document.lines.length > 0, look: [] }
	};
}

/** The step to go to next, with a sentence for the desk. */
export function nextStep(document: EnquiryDocument): { step: StepId; text: string } {
	if (document.concepts.length === 0) return { step: 'concepts', text: 'Split the question into concepts.' };
	const { concepts, headings, strategy } = stepStates(document);
	if (concepts.look[0]) return { step: 'concepts', text: concepts.look[0] };
	if (headings.look[0]) return { step: 'headings', text: headings.look[0] };
	if (document.lines.length === 0) return { step: 'strategy', text: 'Assemble the first strategy from the concepts.' };
	if (strategy.look[0]) return { step: 'strategy', text: strategy.look[0] };
	if (document.renderings.length === 0) return { step: 'renderings', text: 'Write the strategy in the platforms of your sources.' };
	return { step: 'dossier', text: 'Read the dossier through and hand it over.' };
}
