/**
 * What cannot be right in a vocabulary, found and mended: names, references, circles, and the
 * integrity conditions S13, S27 and S46 of the SKOS Reference (2009). Every fault says where it is
 * and what is done about it when the vocabulary is loaded all the same. (S14 is seen by who reads
 * labels with their languages.)
 */
import { ANCHOR_MARKS, foldedKey } from '../text/index.ts';
import type { Heading } from './vocabulary.ts';

export interface VocabularyFault {
	readonly code:
		| 'no-label'
		| 'bad-identifier'
		| 'same-identifier'
		| 'same-label'
		| 'unknown-reference'
		| 'unknown-qualifier'
		| 'bad-year'
		| 'circle'
		| 'two-labels'
		| 'label-twice'
		| 'related-above'
		| 'mapping-contradicts'
		| 'too-many'
		| 'bad-row'
		| 'not-rdf'
		| 'no-headings'
		| 'entities'
		| 'too-deep'
		| 'too-long'
		| 'outside';
	/** What is wrong, and what is done about it on loading. */
	readonly message: string;
	/** The identifier or the row; null for the whole file. */
	readonly place: string | null;
}

/** A heading as read, its place in the file beside it. */
export interface ReadHeading {
	readonly heading: Heading;
	readonly place: string;
}

type Fault = (code: VocabularyFault['code'], place: string | null, message: string) => void;

/** Characters that would break a line's text or an address. */
const UNFIT = new RegExp(`[\\u0000-\\u001F\\u007F\\u2028\\u2029${ANCHOR_MARKS}]`);

/** Makes sound headings of what was read; the order stays. Nothing that can be kept is left out. */
export function mend(
	read: readonly ReadHeading[],
	qualifiers: ReadonlySet<string>
): { headings: Heading[]; faults: VocabularyFault[] } {
	const faults: VocabularyFault[] = [];
	const fault: Fault = (code, place, message) => void faults.push({ code, message, place });
	const kept = named(read, fault);
	const known = new Set(kept.map(({ heading }) => heading.id));
	const headings = kept.map((one) => linked(one, known, qualifiers, fault));
	const places = new Map(kept.map(({ heading, place }) => [heading.id, place]));
	const placed: Fault = (code, id, message) => {
		fault(code, places.get(id ?? '') ?? id, message);
	};
	const straight = withoutCircles(headings, placed);
	return { headings: relatedApart(straight, placed), faults };
}

/** Those with a usable identifier and name; a name that two share is told apart by the identifier. */
function named(read: readonly ReadHeading[], fault: Fault): ReadHeading[] {
	const ids = new Set<string>();
	const labels = new Map<string, string>();
	const kept: ReadHeading[] = [];
	for (const { heading, place } of read) {
		const label = heading.label.replace(/\s+/g, ' ').trim();
		if (label === '') fault('no-label', place, 'has no preferred label and is left out');
		else if (heading.id === '' || heading.id.length > 200 || UNFIT.test(heading.id))
			fault('bad-identifier', place, `“${label}” has an identifier that cannot be used and is left out`);
		else if (ids.has(heading.id))
			fault('same-identifier', place, `“${label}” has the identifier of another heading and is left out`);
		else {
			ids.add(heading.id);
			const key = foldedKey(label);
			const other = labels.get(key);
			if (other === undefined) labels.set(key, place);
			else
				fault(
					'same-label',
					place,
					`“${label}” is the name of ${other}, too; this one is loaded as “${label} (${heading.id})”`
				);
			kept.push({
				place,
				heading: { ...heading, label: (other === undefined ? label : `${label} (${heading.id})`).slice(0, 2_000) }
			});
		}
	}
	return kept;
}

function linked(
	{ heading, place }: ReadHeading,
	known: ReadonlySet<string>,
	qualifiers: ReadonlySet<string>,
	fault: Fault
): Heading {
	const links = (what: string, targets: readonly string[]) =>
		[...new Set(targets)].filter((target) => {
			if (known.has(target) && target !== heading.id) return true;
			if (target === heading.id) fault('circle', place, `“${heading.label}” names itself as ${what}; that is left out`);
			else
				fault(
					'unknown-reference',
					place,
					`“${heading.label}” names ${target} as ${what}, which is not in the file; that is left out`
				);
			return false;
		});
	const entryTerms: string[] = [];
	for (const term of new Set(heading.entryTerms.map((one) => one.replace(/\s+/g, ' ').trim())))
		if (term === heading.label)
			fault(
				'label-twice',
				place,
				`“${term}” is both its heading and another name for it (SKOS S13); it stays the heading`
			);
		else if (term !== '') entryTerms.push(term);
	const takes = heading.qualifiers.filter((code) => {
		if (!qualifiers.has(code))
			fault(
				'unknown-qualifier',
				place,
				`“${heading.label}” allows the qualifier ${code}, which is not in the file; it is skipped`
			);
		return qualifiers.has(code);
	});
	const seeAlso = links('see also', heading.seeAlso ?? []);
	const exact = new Set((heading.mappings ?? []).filter((one) => one.kind === 'exact').map((one) => one.target));
	const mappings = (heading.mappings ?? []).filter((one) => {
		const contradicts = (one.kind === 'broad' || one.kind === 'related') && exact.has(one.target);
		if (contradicts)
			fault(
				'mapping-contradicts',
				place,
				`“${heading.label}” is mapped to ${one.target} as exact and as ${one.kind} (SKOS S46); only exact is kept`
			);
		return !contradicts;
	});
	const { seeAlso: _, mappings: __, ...rest } = heading;
	return {
		...rest,
		entryTerms: ceiling(entryTerms, 2_000, 'other names', heading, place, fault),
		broader: links('broader', heading.broader),
		related: links('related', heading.related),
		qualifiers: [...new Set(takes)],
		...(seeAlso.length > 0 ? { seeAlso } : {}),
		...(mappings.length > 0 ? { mappings } : {})
	};
}

function ceiling<Item>(
	list: readonly Item[],
	most: number,
	what: string,
	heading: Heading,
	place: string,
	fault: Fault
): Item[] {
	if (list.length > most)
		fault('too-many', place, `“${heading.label}” has ${list.length} ${what}; the first ${most} are loaded`);
	return list.slice(0, most);
}

/** Without the links that close a circle: no heading is broader than itself. Walks with its own stack, for chains may be long. */
function withoutCircles(headings: readonly Heading[], fault: Fault): Heading[] {
	const byId = new Map(headings.map((heading) => [heading.id, heading]));
	const state = new Map<string, 'open' | 'done'>();
	const closing = new Map<string, Set<string>>();
	for (const start of headings) {
		if (state.has(start.id)) continue;
		const stack: { heading: Heading; next: number }[] = [{ heading: start, next: 0 }];
		state.set(start.id, 'open');
		for (let top = stack.at(-1); top; top = stack.at(-1)) {
			const target = top.heading.broader[top.next++];
			if (target === undefined) {
				state.set(top.heading.id, 'done');
				stack.pop();
				continue;
			}
			const above = byId.get(target);
			if (!above || state.get(target) === 'done') continue;
			if (state.get(target) === 'open') {
				fault(
					'circle',
					top.heading.id,
					`“${above.label}” is broader than itself by way of “${top.heading.label}”; that link is left out`
				);
				closing.set(top.heading.id, (closing.get(top.heading.id) ?? new Set()).add(target));
			} else {
				state.set(target, 'open');
				stack.push({ heading: above, next: 0 });
			}
		}
	}
	return headings.map((heading) => {
		const left = closing.get(heading.id);
		return left ? { ...heading, broader: heading.broader.filter((one) => !left.has(one)) } : heading;
	});
}

/** S27: what stands above or below a heading is not related to it as well. */
function relatedApart(headings: readonly Heading[], fault: Fault): Heading[] {
	const byId = new Map(headings.map((heading) => [heading.id, heading]));
	const known = new Map<string, ReadonlySet<string>>();
	const above = (id: string): ReadonlySet<string> => {
		const ready = known.get(id);
		if (ready) return ready;
		const reached = new Set(byId.get(id)?.broader ?? []);
		for (const one of reached) for (const broader of byId.get(one)?.broader ?? []) reached.add(broader);
		known.set(id, reached);
		return reached;
	};
	return headings.map((heading) => {
		if (heading.related.length === 0) return heading;
		const related = heading.related.filter((other) => {
			const contradicts = above(heading.id).has(other) || above(other).has(heading.id);
			if (contradicts)
				fault(
					'related-above',
					heading.id,
					`“${heading.label}” and “${byId.get(other)?.label ?? other}” are related and one above the other (SKOS S27); they stay one above the other`
				);
			return !contradicts;
		});
		return related.length === heading.related.length ? heading : { ...heading, related };
	});
}
