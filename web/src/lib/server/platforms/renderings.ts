/** The strategy of an enquiry in the syntax of its platforms: headings through the crosswalk, decisions, own lines. */
import {
	findHeading,
	headingByKey,
	joinedLines,
	namesOf,
	nodesOf,
	parse,
	writeStrategyInSteps,
	WRITTEN_ALONE,
	type CounterpartToWrite,
	type Decision,
	type EnquiryDocument,
	type Expression,
	type HeadingPiece,
	type LineToWrite,
	type OpenVocabulary,
	type Profile,
	type Rendering,
	type WritingContext
} from '@wide-lantern/core';
import { createYielder } from '$lib/server/process';
import type { MappingKind } from '$lib/contract/crosswalks';
import { allDecisions, suggestionsFor } from '$lib/server/crosswalks';
import { reviewedVersions, type ReviewedVersions } from '$lib/server/sign-offs';
import { listProfiles } from './profiles';
import { checkedRendering } from './rendering-check';
import { openVocabulary } from '$lib/server/vocabularies';
import type { EvaluatedEnquiry } from '$lib/server/evaluation';

export interface ProfiledRendering {
	readonly profile: ReturnType<typeof profileFacts>;
	readonly rendering: Rendering;
	/** The version of the profile that somebody has reviewed it with. */
	readonly reviewed: ReturnType<ReviewedVersions>;
}

export const profileFacts = (profile: Profile) => ({
	id: profile.id,
	name: profile.name,
	version: profile.version,
	source: profile.source.name,
	platform: profile.platform.name,
	oneString: profile.platform.lines.reference === null,
	/** True where it can be run by connection. */
	connected: (profile.source.address ?? null) !== null,
	mapsWords: profile.platform.habits?.mapsWords ?? false,
	/** What to know of it: settings that stay, a colleague's note. */
	knows: [...(profile.platform.note ? [profile.platform.note] : []), ...(profile.platform.habits?.sticks ?? [])]
});

/** The strategy in every chosen profile. */
export async function renderingsOf(evaluated: EvaluatedEnquiry): Promise<ProfiledRendering[]> {
	const profiles = new Map((await listProfiles()).map((profile) => [profile.id, profile]));
	const reviewed = await reviewedVersions(evaluated.enquiry.id);
	const written: ProfiledRendering[] = [];
	const yieldNow = createYielder();
	for (const chosen of evaluated.enquiry.document.renderings) {
		const profile = profiles.get(chosen.profile);
		if (!profile) continue;
		await yieldNow();
		const target = profile.source.vocabulary === null ? null : await openVocabulary(profile.source.vocabulary);
		written.push({
			profile: profileFacts(profile),
			rendering: await checkedRendering(evaluated, profile, await render(evaluated, profile, chosen), target),
			reviewed: reviewed('profile', profile.id)
		});
	}
	return written;
}

type Chosen = EnquiryDocument['renderings'][number];

/** Decisions of a rendering; those of before, which only left pieces out, among them. */
const decisionsOf = (chosen: Chosen): Decision[] => [
	...chosen.leftOut.map(({ piece, why, by, on }): Decision => ({
		piece,
		cause: 'left-out',
		take: 'leave out',
		text: '',
		why,
		by,
		on: on ?? ''
	})),
	...(chosen.decisions ?? []).map((one): Decision => ({ ...one, on: one.on ?? '' }))
];

export function linesToWrite({ enquiry, lines }: Pick<EvaluatedEnquiry, 'enquiry' | 'lines'>): LineToWrite[] {
	const { document } = enquiry;
	return lines.map((line, at) => ({
		id: line.id,
		number: line.number,
		label: document.lines[at]?.label ?? '',
		tree: line.tree,
		role: line.role,
		off: document.lines[at]?.off ?? false
	}));
}

export async function render(evaluated: EvaluatedEnquiry, profile: Profile, chosen: Chosen): Promise<Rendering> {
	const { enquiry, collection, lines } = evaluated;
	const { document } = enquiry;
	const target = profile.source.vocabulary === null ? null : await openVocabulary(profile.source.vocabulary);
	const vocabularies: readonly OpenVocabulary[] =
		target && !evaluated.vocabularies.some((one) => one.vocabulary.id === target.vocabulary.id)
			? [...evaluated.vocabularies, target]
			: evaluated.vocabularies;
	const names = namesOf(document, evaluated.vocabularies);
	const trees = lines.flatMap((line) => (line.tree ? [line.tree] : []));
	const { counterparts, nothingFits } = target
		? await counterpartsOf(trees, evaluated.vocabularies, target)
		: WRITTEN_ALONE;
	const context: WritingContext = {
		heading(piece) {
			const { open, heading } = find(piece, evaluated.vocabularies, vocabularies);
			if (!open || !heading) return null;
			const { vocabulary } = open;
			const out = new Set(
				piece.except.flatMap((label) => [...vocabulary.closure(vocabulary.find(label)?.heading.id ?? '')])
			);
			const closure = [...vocabulary.closure(heading.id)].filter((id) => !out.has(id));
			return {
				vocabulary: vocabulary.id,
				heading: heading.id,
				label: heading.label,
				closure: closure.map((id) => vocabulary.get(id)?.label ?? id),
				qualifierCodes: new Map(vocabulary.qualifiers.map((one) => [one.name, one.code])),
				hasNarrower: vocabulary.narrower(heading.id).length > 0
			};
		},
		counterparts,
		nothingFits,
		concept(letter, strand) {
			const ids = names.conceptIds(letter, strand);
			return ids && joinedLines(document, ids.concept, ids.strand).map((line) => document.lines.indexOf(line) + 1);
		},
		variants: (pattern) =>
			collection ? collection.index.words.matching(pattern).map((word) => collection.index.words.at(word)) : [],
		currentYear: new Date().getFullYear(),
		decisions: decisionsOf(chosen),
		read: readText,
		own: (chosen.own ?? []).map((one) => ({ ...one, on: one.on ?? '' })),
		fields: chosen.fields ?? [],
		first: chosen.first
	};
	return writeStrategyInSteps(linesToWrite(evaluated), profile, context, createYielder());
}

/** An expression as it is kept with a decision; null where it cannot be read. */
export function readText(text: string): Expression | null {
	const { tree, faults } = parse(text);
	return faults.some((one) => one.severity === 'error') ? null : tree;
}

/** A heading by its name: in the strategy's own vocabularies first, then in that of the source. */
function find(piece: HeadingPiece, own: readonly OpenVocabulary[], all: readonly OpenVocabulary[]) {
	if (piece.label === null) return { open: undefined, heading: undefined };
	for (const some of [own, all]) {
		const match = findHeading(some, piece.label, piece.vocabulary);
		if (match.found === 'heading') return headingByKey(some, match.key);
	}
	return { open: undefined, heading: undefined };
}

const RELATIONS: Readonly<Record<MappingKind, CounterpartToWrite['relation']>> = {
	exact: 'exact',
	close: 'close',
	broader: 'broad',
	narrower: 'narrow',
	two: 'exact',
	none: 'related'
};
/** Suggestions that are offered for a heading. */
const OFFERED = 6;

/** What the headings of the lines are called in another vocabulary: what was decided, else what the crosswalk suggests. */
async function counterpartsOf(
	trees: readonly Expression[],
	own: readonly OpenVocabulary[],
	target: OpenVocabulary
): Promise<Pick<WritingContext, 'counterparts' | 'nothingFits'>> {
	const pieces = trees.flatMap((tree) => [...nodesOf(tree)].filter((node) => node.kind === 'heading'));
	const found = new Map<string, readonly CounterpartToWrite[]>();
	const none = new Map<string, NonNullable<ReturnType<WritingContext['nothingFits']>>>();
	const decisions = new Map<string, Awaited<ReturnType<typeof allDecisions>>>();
	for (const piece of pieces) {
		const { open, heading } = find(piece, own, own);
		if (!open || !heading || open.vocabulary.id === target.vocabulary.id) continue;
		const from = open.vocabulary.id;
		const key = `${from}:${heading.id}`;
		if (found.has(key)) continue;
		if (!decisions.has(from)) decisions.set(from, await allDecisions(from));
		const decision = decisions
			.get(from)
			?.find((one) => one.heading === heading.id && one.to === target.vocabulary.id)?.decision;
		const counterpart = (
			id: string,
			relation: CounterpartToWrite['relation'],
			decided: CounterpartToWrite['decided']
		): CounterpartToWrite[] => {
			const other = target.vocabulary.get(id);
			return other
				? [
						{
							heading: id,
							label: other.label,
							relation,
							decided,
							hasNarrower: target.vocabulary.narrower(id).length > 0
						}
					]
				: [];
		};
		if (decision?.kind === 'none') none.set(key, { why: decision.reason, by: decision.by, on: decision.on });
		const decided =
			decision?.targets.flatMap((id) =>
				counterpart(id, RELATIONS[decision.kind], { by: decision.by, on: decision.on })
			) ?? [];
		const suggested =
			decided.length > 0 ? [] : ((await suggestionsFor(from, heading.id, target.vocabulary.id, OFFERED)) ?? []);
		found.set(key, [...decided, ...suggested.flatMap((one) => counterpart(one.heading.id, 'close', null))]);
	}
	const keyOf = (piece: HeadingPiece) => {
		const { open, heading } = find(piece, own, own);
		return open && heading ? `${open.vocabulary.id}:${heading.id}` : '';
	};
	return {
		counterparts: (piece) => found.get(keyOf(piece)) ?? [],
		nothingFits: (piece) => none.get(keyOf(piece)) ?? null
	};
}
