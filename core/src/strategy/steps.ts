/** The steps of the work that have a screen, with the state of each for one enquiry. */
import type { Concept, EnquiryDocument, LineRole } from '../enquiry/index.ts';
import type { Finding } from '../findings/index.ts';
import { usedBy } from './anchors.ts';

export const STEPS = [
	{ id: 'brief', name: 'Brief' },
	{ id: 'concepts', name: 'Concepts' },
	{ id: 'headings', name: 'Headings' },
	{ id: 'records', name: 'Records' },
	{ id: 'glean', name: 'Glean' },
	{ id: 'strategy', name: 'Strategy' },
	{ id: 'proving', name: 'Proving ground' },
	{ id: 'renderings', name: 'Renderings' },
	{ id: 'dossier', name: 'Dossier' }
] as const;
export type StepId = (typeof STEPS)[number]['id'];

/** Something to look at, with the place of a screen. */
export type StepPoint = Finding & { readonly place: { readonly kind: 'screen' } };

/** Untouched, under way, or with things to look at. */
export interface StepState {
	readonly touched: boolean;
	readonly look: readonly StepPoint[];
}

/** Something that is not done yet. @param address of the place, below that of the enquiry */
const openPoint = (rule: string, message: string, address: string): StepPoint => ({
	rule,
	severity: 'warning',
	place: { kind: 'screen', address },
	message,
	repairs: []
});

/**
 * What each step still asks for.
 * @param found what is wrong with the lines and open in the renderings, where it is known
 * @param platformName of a profile, by its identity
 * @param hasImports whether files of references were imported
 */
export function stepStates(
	document: EnquiryDocument,
	found: readonly Finding[] = [],
	platformName: (profile: string) => string = (profile) => profile,
	hasImports = false
): Record<StepId, StepState> {
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
	const parkedPoints = parked.map((one) =>
		openPoint(
			'parked-finds',
			`${name(one)} has ${one.parked.length === 1 ? 'a parked find' : `${one.parked.length} parked finds`} to decide on.`,
			band(one)
		)
	);
	const places = new Map(document.lines.map((line, at) => [line.id, at + 1]));
	/** What is wrong with lines as points of the step: what keeps one from being counted, and what is doubtful. */
	const linePoints = found.flatMap(({ rule, severity, place, message, repairs }): readonly StepPoint[] => {
		const number = place.kind === 'line' ? places.get(place.line) : undefined;
		return number === undefined || (severity !== 'error' && severity !== 'warning')
			? []
			: [
					{
						rule,
						severity,
						place: { kind: 'screen', address: `strategy#line-${number}` },
						message: `Line ${number}: ${message}`,
						repairs
					}
				];
	});
	const renderingPoints = document.renderings.flatMap(({ profile }) =>
		openOnPlatform(profile, platformName(profile), found)
	);
	return {
		brief: {
			touched:
				document.parts.some((part) => part.text !== '') || document.sources.length > 0 || document.people.length > 0,
			look:
				document.sources.length === 0 && document.concepts.length > 0
					? [openPoint('no-sources', 'No sources yet: name the databases and their platforms.', 'brief#sources')]
					: []
		},
		concepts: {
			touched: document.concepts.length > 0,
			look: [
				...open.map((part) =>
					openPoint('part-open', `“${part.name}” is neither in a concept nor left out with a reason.`, 'brief#parts')
				),
				...reasonless.map((part) =>
					openPoint('part-without-reason', `“${part.name}” is left out without a reason.`, 'brief#parts')
				),
				...reasonlessConcepts.map((one) =>
					openPoint('concept-without-reason', `${name(one)} is left out of the search without a reason.`, band(one))
				),
				...leftIn.map(({ one, number }) =>
					openPoint(
						'dropped-concept-used',
						`${name(one)} is left out of the search, but line ${number} uses it.`,
						`strategy#line-${number}`
					)
				),
				...wordless.map((one) =>
					openPoint(
						'concept-without-words',
						`${name(one)} has headings but no words: records that are not indexed yet are missed.`,
						band(one)
					)
				),
				...termless.map((one) =>
					openPoint('concept-without-terms', `${name(one)} has no headings and no words yet.`, band(one))
				),
				...parkedPoints
			]
		},
		headings: {
			touched: document.concepts.some((one) => one.headings.length > 0),
			look: headless.map((one) =>
				openPoint('concept-without-headings', `${name(one)} has words but no heading.`, `headings?concept=${one.id}`)
			)
		},
		// Imported files are not in the document; the collection to count on is.
		records: { touched: hasImports, look: [] },
		glean: {
			touched: document.concepts.some(({ words, headings }) =>
				[...words.map(({ origin }) => origin), ...headings.map(({ note }) => note)].some((text) =>
					text.startsWith('gleaned from ')
				)
			),
			look: []
		},
		strategy: {
			touched: document.lines.length > 0,
			// The line below the last one waits to be typed in.
			look: [
				...document.lines.flatMap((line, at) =>
					line.source.trim() === '' && (at < document.lines.length - 1 || at === 0)
						? [openPoint('empty-line', `Line ${at + 1} is empty.`, `strategy#line-${at + 1}`)]
						: []
				),
				...linePoints
			]
		},
		// What is found and missed follows from the lines; there is nothing to fill in.
		proving: { touched: document.articles.length > 0 && document.lines.length > 0, look: [] },
		renderings: { touched: document.renderings.length > 0, look: renderingPoints },
		dossier: {
			touched: document.lines.length > 0,
			look:
				document.lines.length === 0
					? []
					: [
							...parkedPoints,
							...unfinished.map((one) =>
								openPoint('concept-unfinished', `${name(one)} is not marked as complete.`, band(one))
							)
						]
		}
	};
}

/** What is open in one rendering: in how many places, and where the first of them is. The screen itself shows each. */
function openOnPlatform(profile: string, name: string, found: readonly Finding[]): readonly StepPoint[] {
	const open = found.flatMap((one) =>
		one.place.kind === 'rendering' && one.place.profile === profile && one.severity === 'warning'
			? [{ ...one, line: one.place.line }]
			: []
	);
	const [first] = open;
	if (!first) return [];
	const [anchor, where] =
		first.line === null ? ['', ''] : [`#rendered-${first.line}`, `, the first in line ${first.line}`];
	return [
		openPoint(
			'rendering-open',
			`${name}: ${open.length} to decide or to do by hand${where}.`,
			`renderings?profile=${encodeURIComponent(profile)}${anchor}`
		)
	];
}

/** The step to go to next, with a sentence for the desk. */
export function nextStep(document: EnquiryDocument): { step: StepId; text: string } {
	if (document.concepts.length === 0) return { step: 'concepts', text: 'Split the question into concepts.' };
	const { concepts, headings, strategy } = stepStates(document);
	if (concepts.look[0]) return { step: 'concepts', text: concepts.look[0].message };
	if (headings.look[0]) return { step: 'headings', text: headings.look[0].message };
	if (document.lines.length === 0) return { step: 'strategy', text: 'Assemble the first strategy from the concepts.' };
	if (strategy.look[0]) return { step: 'strategy', text: strategy.look[0].message };
	if (document.renderings.length === 0)
		return { step: 'renderings', text: 'Write the strategy in the platforms of your sources.' };
	return { step: 'dossier', text: 'Read the dossier through and hand it over.' };
}
