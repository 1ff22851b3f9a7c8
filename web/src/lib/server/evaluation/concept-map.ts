/**
 * A concept in every vocabulary: the headings taken for it, what they are called elsewhere (decided,
 * else suggested), and which of these belong together.
 */
import { SMALL_WORDS, type Concept } from '@wide-lantern/core';
import type { ConceptMap, MapHeading, MapLink } from '$lib/contract/crosswalks';
import { listCollections, openCollection } from '$lib/server/collections';
import { TIMED_OUT, withTimeout } from '$lib/server/process';
import { headingCount } from './concept-terms';
import { allDecisions, decisionsOn, suggestionsFor } from '$lib/server/crosswalks';
import { listVocabularies, lookupOf } from '$lib/server/vocabularies';
import type { EvaluatedEnquiry } from './evaluation';

/** Weakest suggestion that is drawn; weaker ones are on the heading's own panel. */
const STRONG = 0.45;
/** Candidates of a concept without headings, from each vocabulary. */
const FIRST = 4;

/** Two large vocabularies take a while to be compared the first time; the map does not wait for them. Milliseconds. */
const SUGGESTION_TIMEOUT = 1_500;

const keyOf = (vocabulary: string, heading: string) => `${vocabulary}:${heading}`;

export async function conceptMap(evaluated: EvaluatedEnquiry, concept: Concept): Promise<ConceptMap> {
	// The strategy's own vocabulary leads.
	const own = (id: string) => evaluated.collection?.vocabularies.includes(id) ?? false;
	const vocabularies = (await listVocabularies()).sort((one, other) => Number(own(other.id)) - Number(own(one.id)));
	const links = new Map<string, MapLink>();
	const members = new Map<string, { readonly vocabulary: string; readonly heading: string; taken: boolean }>();
	const add = (vocabulary: string, heading: string, taken: boolean) => {
		const key = keyOf(vocabulary, heading);
		const known = members.get(key);
		if (!known) members.set(key, { vocabulary, heading, taken });
		else if (taken) known.taken = true;
	};
	const link = (from: string, to: string, what: Pick<MapLink, 'kind' | 'evidence' | 'decided'>) => {
		const key = [from, to].sort().join(' ');
		const before = links.get(key);
		if (!before || (what.decided !== null && before.decided === null)) links.set(key, { from, to, ...what });
	};
	/** Pairs of vocabularies that are still being compared. */
	const pending = new Set<string>();
	const known = new Map<string, ReturnType<typeof allDecisions>>();
	const decisionsIn = (vocabulary: string) => {
		const asked = known.get(vocabulary) ?? allDecisions(vocabulary);
		known.set(vocabulary, asked);
		return asked;
	};
	for (const one of concept.headings) add(one.vocabulary, one.heading, true);
	if (concept.headings.length === 0)
		for (const { vocabulary, heading } of await candidates(
			concept,
			vocabularies.map((one) => one.id)
		))
			add(vocabulary, heading, false);
	for (const { vocabulary, heading } of [...members.values()])
		for (const { id: other } of vocabularies) {
			if (other === vocabulary) continue;
			const [decision] = await decisionsOn(vocabulary, heading, other);
			if (decision) {
				for (const target of decision.targets) {
					add(other, target, false);
					link(keyOf(vocabulary, heading), keyOf(other, target), {
						kind: decision.kind,
						evidence: [],
						decided: `${decision.by}, ${decision.on}`
					});
				}
				continue;
			}
			// Somebody may have decided it coming from the other side.
			const turned = (await decisionsIn(other)).filter(
				({ to, decision: made }) => to === vocabulary && made.targets.includes(heading)
			);
			for (const { heading: target, decision: made } of turned) {
				add(other, target, false);
				link(keyOf(other, target), keyOf(vocabulary, heading), {
					kind: made.kind,
					evidence: [],
					decided: `${made.by}, ${made.on}`
				});
			}
			if (turned.length > 0) continue;
			const pair = `${vocabulary} ${other}`;
			if (pending.has(pair)) continue;
			const suggested = await withTimeout(suggestionsFor(vocabulary, heading, other, 1), SUGGESTION_TIMEOUT);
			if (suggested === TIMED_OUT) {
				pending.add(pair);
				continue;
			}
			const [best] = suggested ?? [];
			if (!best || best.score < STRONG) continue;
			add(other, best.heading.id, false);
			link(keyOf(vocabulary, heading), keyOf(other, best.heading.id), {
				kind: null,
				evidence: best.evidence,
				decided: null
			});
		}
	const entries = await listCollections(evaluated.enquiry.id);
	const columns = await Promise.all(
		vocabularies.map(async ({ id, name }) => {
			const open = evaluated.vocabularies.find((one) => one.vocabulary.id === id);
			const entry = evaluated.collection?.vocabularies.includes(id)
				? evaluated.collection
				: entries.find((one) => one.vocabularies.includes(id));
			const collection = evaluated.collection && entry ? await openCollection(entry.id, evaluated.enquiry.id) : null;
			const headings = [...members.values()].flatMap(({ vocabulary, heading, taken }): MapHeading[] => {
				const found = vocabulary === id ? open?.vocabulary.get(heading) : undefined;
				if (!found || !open) return [];
				const count = collection ? headingCount(collection, evaluated.vocabularies, id, heading, true) : null;
				return [
					{
						key: keyOf(id, heading),
						heading,
						label: found.label,
						scopeNote: found.scopeNote,
						narrower: open.vocabulary.narrower(heading).length,
						count,
						taken
					}
				];
			});
			return {
				vocabulary: id,
				name,
				counted: collection?.name ?? null,
				headings,
				none: (concept.noHeading ?? []).find((one) => one.vocabulary === id)?.reason ?? null
			};
		})
	);
	for (const column of columns.slice(1)) column.headings.sort(beside(columns[0]?.headings ?? [], [...links.values()]));
	return {
		columns: columns.filter((one) => one.headings.length > 0 || one.none !== null),
		links: [...links.values()],
		comparing: pending.size > 0
	};
}

/** Orders headings as what they are joined to is ordered, so that lines run level; what is joined to nothing comes last. */
function beside(
	first: readonly MapHeading[],
	links: readonly MapLink[]
): (one: MapHeading, other: MapHeading) => number {
	const rows = new Map(first.map((one, at) => [one.key, at]));
	const place = ({ key }: MapHeading) => {
		const joined = links
			.flatMap((link) => (link.from === key ? [rows.get(link.to)] : link.to === key ? [rows.get(link.from)] : []))
			.filter((at) => at !== undefined);
		return joined.length === 0 ? Infinity : Math.min(...joined);
	};
	return (one, other) => {
		const [left, right] = [place(one), place(other)];
		return left === right ? 0 : left - right;
	};
}

/** What the concept's name and words are called in each vocabulary, whole or piece by piece. */
async function candidates(
	concept: Concept,
	vocabularies: readonly string[]
): Promise<{ vocabulary: string; heading: string }[]> {
	const phrases = [concept.name, ...concept.words.map((one) => one.text.replace(/["*~?]/g, ''))].slice(0, 12);
	const found: { vocabulary: string; heading: string }[] = [];
	for (const id of vocabularies) {
		const lookup = (await lookupOf(id))?.lookup;
		const ids = new Set<string>();
		for (const phrase of phrases) {
			const whole = lookup?.named(phrase);
			const pieces = whole
				? [whole]
				: (lookup?.pieces(phrase, SMALL_WORDS) ?? []).flatMap((one) => (one.match ? [one.match] : []));
			for (const match of pieces) ids.add(match.heading.id);
		}
		for (const heading of [...ids].slice(0, FIRST)) found.push({ vocabulary: id, heading });
	}
	return found;
}
