/** The steps of the work that have a screen, with the state of each for one enquiry. */
import { usedBy, type Concept, type EnquiryDocument, type LineRole } from '@wide-lantern/core/editor';

export const STEPS = [
	{ id: 'brief', name: 'Brief' },
	{ id: 'concepts', name: 'Concepts' },
	{ id: 'headings', name: 'Headings' },
	{ id: 'strategy', name: 'Strategy' },
	{ id: 'renderings', name: 'Renderings' },
	{ id: 'dossier', name: 'Dossier' }
] as const;
export type StepId = (typeof STEPS)[number]['id'];

/** Something to look at: a sentence for the searcher, and the place, below the address of the enquiry. */
export interface Point {
	readonly text: string;
	readonly place: string;
}

/** Untouched, under way, or with things to look at. */
export interface StepState {
	readonly touched: boolean;
	readonly look: readonly Point[];
}

/** What each step still asks for. Sentences are shown to the searcher. */
export function stepStates(document: EnquiryDocument): Record<StepId, StepState> {
	const open = document.parts.filter(
		(part) => part.text.trim() !== '' && part.concept === null && part.leftOut === null
	);
	const reasonless = document.parts.filter((part) => part.concept === null && part.leftOut === '');
	const searched = document.concepts.filter((one) => !one.dropped);
	// What was typed straight into the sheet is there as well as what was gathered with the concept.
	const inSheet = new Set(
		document.lines.flatMap((line) => (line.concept === null ? [] : [`${line.concept} ${line.role}`]))
	);
	const hasIn = (one: Concept, ...roles: readonly LineRole[]) => roles.some((role) => inSheet.has(`${one.id} ${role}`));
	const hasHeadings = (one: Concept) => one.headings.length > 0 || hasIn(one, 'headings', 'mixed');
	const hasWords = (one: Concept) => one.words.length > 0 || hasIn(one, 'words', 'mixed');
	const termless = searched.filter((one) => !hasHeadings(one) && !hasWords(one));
	const reasonlessConcepts = document.concepts.filter((one) => one.dropped && one.dropped.reason.trim() === '');
	/** Numbers of the lines of other concepts, or of none, that use a concept. */
	const usersOfConcept = (one: Concept) => {
		const own = new Set(document.lines.flatMap((line) => (line.concept === one.id ? [line.id] : [])));
		return document.lines.flatMap((line, at) => {
			const used = usedBy(line.source);
			const uses = used.concepts.includes(one.id) || used.lines.some((id) => own.has(id));
			return uses && line.concept !== one.id && line.role !== 'check' && !line.off ? [at + 1] : [];
		});
	};
	const leftIn = document.concepts.flatMap((one) =>
		one.dropped ? usersOfConcept(one).map((number) => ({ one, number })) : []
	);
	const wordless = searched.filter((one) => hasHeadings(one) && !hasWords(one));
	const headless = searched.filter((one) => !hasHeadings(one) && hasWords(one) && (one.noHeading ?? []).length === 0);
	const parked = searched.filter((one) => one.parked.length > 0);
	// Whoever marks one concept as complete means to do so with all of them.
	const unfinished = searched.some((one) => one.complete) ? searched.filter((one) => !one.complete) : [];
	const name = (one: Concept) => one.name || 'A concept';
	const band = (one: Concept) => `concepts#concept-${one.id}`;
	const parkedPoints = parked.map((one) => ({
		text: `${name(one)} has ${one.parked.length === 1 ? 'a parked find' : `${one.parked.length} parked finds`} to decide on.`,
		place: band(one)
	}));
	return {
		brief: {
			touched:
				document.parts.some((part) => part.text !== '') || document.sources.length > 0 || document.people.length > 0,
			look:
				document.sources.length === 0 && document.concepts.length > 0
					? [{ text: 'No sources yet: name the databases and their platforms.', place: 'brief#sources' }]
					: []
		},
		concepts: {
			touched: document.concepts.length > 0,
			look: [
				...open.map((part) => ({
					text: `“${part.name}” is neither in a concept nor left out with a reason.`,
					place: 'brief#parts'
				})),
				...reasonless.map((part) => ({ text: `“${part.name}” is left out without a reason.`, place: 'brief#parts' })),
				...reasonlessConcepts.map((one) => ({
					text: `${name(one)} is left out of the search without a reason.`,
					place: band(one)
				})),
				...leftIn.map(({ one, number }) => ({
					text: `${name(one)} is left out of the search, but line ${number} uses it.`,
					place: `strategy#line-${number}`
				})),
				...wordless.map((one) => ({
					text: `${name(one)} has headings but no words: records that are not indexed yet are missed.`,
					place: band(one)
				})),
				...termless.map((one) => ({ text: `${name(one)} has no headings and no words yet.`, place: band(one) })),
				...parkedPoints
			]
		},
		headings: {
			touched: document.concepts.some((one) => one.headings.length > 0),
			look: headless.map((one) => ({
				text: `${name(one)} has words but no heading.`,
				place: `headings?concept=${one.id}`
			}))
		},
		strategy: {
			touched: document.lines.length > 0,
			// The line below the last one waits to be typed in.
			look: document.lines.flatMap((line, at) =>
				line.source.trim() === '' && (at < document.lines.length - 1 || at === 0)
					? [{ text: `Line ${at + 1} is empty.`, place: `strategy#line-${at + 1}` }]
					: []
			)
		},
		renderings: { touched: document.renderings.length > 0, look: [] },
		dossier: {
			touched: document.lines.length > 0,
			look:
				document.lines.length === 0
					? []
					: [
							...parkedPoints,
							...unfinished.map((one) => ({ text: `${name(one)} is not marked as complete.`, place: band(one) }))
						]
		}
	};
}

/** The step to go to next, with a sentence for the desk. */
export function nextStep(document: EnquiryDocument): { step: StepId; text: string } {
	if (document.concepts.length === 0) return { step: 'concepts', text: 'Split the question into concepts.' };
	const { concepts, headings, strategy } = stepStates(document);
	if (concepts.look[0]) return { step: 'concepts', text: concepts.look[0].text };
	if (headings.look[0]) return { step: 'headings', text: headings.look[0].text };
	if (document.lines.length === 0) return { step: 'strategy', text: 'Assemble the first strategy from the concepts.' };
	if (strategy.look[0]) return { step: 'strategy', text: strategy.look[0].text };
	if (document.renderings.length === 0)
		return { step: 'renderings', text: 'Write the strategy in the platforms of your sources.' };
	return { step: 'dossier', text: 'Read the dossier through and hand it over.' };
}
