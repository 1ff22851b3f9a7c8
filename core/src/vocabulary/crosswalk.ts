/**
 * What another vocabulary may call a heading: ranked suggestions, each with its evidence. Names, words
 * of names and notes, places in the tree, and above all which headings the two give to the same works.
 * Only ever a proposal: a person confirms.
 */
import { spellingKey, SMALL_WORDS, tokenTexts } from '../text/index.ts';
import type { Heading, MAPPING_PROPERTIES, Vocabulary } from './vocabulary.ts';

type MappingProperty = (typeof MAPPING_PROPERTIES)[number];

/** The headings that each vocabulary gave to one work. */
export interface SharedWork {
	readonly from: readonly string[];
	readonly to: readonly string[];
}

export type Evidence =
	/** One of the two vocabularies says so itself. */
	| { readonly kind: 'mapping'; readonly property: MappingProperty; readonly saidBy: 'from' | 'to' }
	/** A name that both have. */
	| { readonly kind: 'name'; readonly name: string }
	/** Words that stand in names of both. */
	| { readonly kind: 'words'; readonly words: readonly string[] }
	/** Words of names or notes here that stand in names or notes there. */
	| { readonly kind: 'notes'; readonly words: readonly string[] }
	/** Works that carry both, of those that carry the one and the other. */
	| { readonly kind: 'together'; readonly both: number; readonly from: number; readonly to: number }
	/** A broader heading of the one that seems to be a broader heading of the other. */
	| { readonly kind: 'above'; readonly from: string; readonly to: string }
	/** Narrower headings of the one whose counterparts seem to be narrower headings of the other. */
	| { readonly kind: 'below'; readonly matched: number; readonly of: number };

export interface Suggestion {
	readonly heading: Heading;
	/** From 0 to 1; for ranking, no probability. */
	readonly score: number;
	readonly evidence: readonly Evidence[];
}

interface Bag {
	/** Words of its names, and of names and note, with their weights; each of length 1. */
	readonly names: ReadonlyMap<string, number>;
	readonly all: ReadonlyMap<string, number>;
	readonly keys: readonly string[];
}

/** How much each kind of evidence can make sure; they add up like chances that are independent. */
const TRUST = { name: 0.9, words: 0.6, notes: 0.5, together: 0.95, above: 0.15, below: 0.7 } as const;
/** How much a mapping that stands in a vocabulary's own file can make sure. */
const SAID: Record<MappingProperty, number> = { exact: 0.99, close: 0.97, broad: 0.8, narrow: 0.8, related: 0.4 };
/** A mapping read from its other end. */
const TURNED: Record<MappingProperty, MappingProperty> = {
	exact: 'exact',
	close: 'close',
	broad: 'narrow',
	narrow: 'broad',
	related: 'related'
};

export class Crosswalk {
	private readonly rarity = new Map<string, number>();
	private readonly fromBags = new Map<string, Bag>();
	private readonly toBags = new Map<string, Bag>();
	private readonly mapped = new Map<string, Map<string, Evidence & { kind: 'mapping' }>>();
	private readonly holders = new Map<string, string[]>();
	private readonly named = new Map<string, string[]>();
	private readonly together = new Map<string, Map<string, number>>();
	private readonly fromCounts = new Map<string, number>();
	private readonly toCounts = new Map<string, number>();
	private readonly known = new Map<string, readonly Suggestion[]>();

	private constructor(
		private readonly from: Vocabulary,
		private readonly to: Vocabulary
	) {}

	/** Makes a crosswalk at once: about a second for two vocabularies of 1,000 headings and 20,000 records each. */
	static of(from: Vocabulary, to: Vocabulary, works: Iterable<SharedWork>): Crosswalk {
		const crosswalk = new Crosswalk(from, to);
		for (const _ of crosswalk.filling(works));
		return crosswalk;
	}

	/** Makes a crosswalk bit by bit, so that who else wants the thread gets it in between. */
	static async inSteps(
		from: Vocabulary,
		to: Vocabulary,
		works: Iterable<SharedWork>,
		breathe: () => Promise<void>
	): Promise<Crosswalk> {
		const crosswalk = new Crosswalk(from, to);
		for (const _ of crosswalk.filling(works)) await breathe();
		return crosswalk;
	}

	private *filling(works: Iterable<SharedWork>): Generator<void> {
		const names = new Map<Heading, readonly [names: string[][], note: string[]]>();
		const headings = [...this.from.headings, ...this.to.headings];
		for (const [number, heading] of headings.entries()) {
			const read = [[heading.label, ...heading.entryTerms].map(wordsOf), wordsOf(heading.scopeNote)] as const;
			names.set(heading, read);
			for (const word of new Set([...read[0].flat(), ...read[1]])) add(this.rarity, word);
			if (number % STEP === STEP - 1) yield;
		}
		for (const [word, count] of this.rarity) this.rarity.set(word, Math.log(headings.length / count));
		for (const [number, heading] of headings.entries()) {
			const [own, note] = names.get(heading) ?? [[], []];
			const words = new Set(own.flat());
			const bag = {
				names: this.weighted(words, new Set()),
				all: this.weighted(words, new Set(note)),
				keys: own.map((one) => one.join(' '))
			};
			(number < this.from.headings.length ? this.fromBags : this.toBags).set(heading.id, bag);
			if (number % STEP === STEP - 1) yield;
		}
		for (const [id, { all, keys }] of this.toBags) {
			for (const word of all.keys()) push(this.holders, word, id);
			for (const key of new Set(keys)) push(this.named, key, id);
		}
		yield;
		this.readMappings();
		let number = 0;
		for (const work of works) {
			if (++number % STEP === 0) yield;
			if (work.from.length === 0 || work.to.length === 0) continue;
			const there = new Set(work.to);
			for (const heading of there) add(this.toCounts, heading);
			for (const heading of new Set(work.from)) {
				add(this.fromCounts, heading);
				let row = this.together.get(heading);
				if (!row) this.together.set(heading, (row = new Map()));
				for (const target of there) add(row, target);
			}
		}
	}

	/** What the vocabularies say of each other in their own files. */
	private readMappings(): void {
		const note = (from: string, to: string, property: MappingProperty, saidBy: 'from' | 'to') => {
			const row = this.mapped.get(from) ?? new Map<string, Evidence & { kind: 'mapping' }>();
			this.mapped.set(from, row);
			const known = row.get(to);
			if (!known || SAID[property] > SAID[known.property]) row.set(to, { kind: 'mapping', property, saidBy });
		};
		const named = (vocabulary: Vocabulary, iri: string) =>
			iri.startsWith(vocabulary.base) ? vocabulary.get(iri.slice(vocabulary.base.length)) : vocabulary.get(iri);
		for (const heading of this.from.headings)
			for (const { kind, target } of heading.mappings ?? []) {
				const other = named(this.to, target);
				if (other) note(heading.id, other.id, kind, 'from');
			}
		for (const heading of this.to.headings)
			for (const { kind, target } of heading.mappings ?? []) {
				const own = named(this.from, target);
				if (own) note(own.id, heading.id, TURNED[kind], 'to');
			}
	}

	/** Words of notes count half. A vector of length 1. */
	private weighted(names: ReadonlySet<string>, note: ReadonlySet<string>): Map<string, number> {
		const weights = new Map<string, number>();
		for (const word of note) weights.set(word, (this.rarity.get(word) ?? 0) * 0.5);
		for (const word of names) weights.set(word, this.rarity.get(word) ?? 0);
		const length = Math.sqrt([...weights.values()].reduce((sum, one) => sum + one * one, 0)) || 1;
		for (const [word, weight] of weights) weights.set(word, weight / length);
		return weights;
	}

	/** Suggestions for a heading of the first vocabulary, the likeliest first. */
	suggest(heading: string, most = 8): Suggestion[] {
		const direct = this.withBelow(heading, this.direct(heading));
		// What stands above may tell apart what is alike; it is asked for without its own neighbourhood.
		const above = this.from.broader(heading).flatMap((up) =>
			this.direct(up.id)
				.slice(0, 2)
				.map((one) => ({ up, target: one.heading, score: one.score }))
		);
		return direct
			.slice(0, 40)
			.map((one): Suggestion => {
				const ups = this.to.broader(one.heading.id);
				const met = above
					.filter(({ target, score }) => score > 0.3 && ups.includes(target))
					.sort((a, b) => b.score - a.score)[0];
				return met
					? {
							heading: one.heading,
							score: joined(one.score, TRUST.above * met.score),
							evidence: [...one.evidence, { kind: 'above', from: met.up.label, to: met.target.label }]
						}
					: one;
			})
			.sort((a, b) => b.score - a.score)
			.slice(0, most);
	}

	/** What stands below: a broad heading, which few works carry, is known by its children. */
	private withBelow(heading: string, direct: readonly Suggestion[]): readonly Suggestion[] {
		const children = this.from.narrower(heading);
		if (children.length < 2) return direct;
		const parents = new Map<string, number>();
		for (const child of children) {
			const best = this.direct(child.id)[0];
			if (best && best.score > 0.3) for (const up of this.to.broader(best.heading.id)) add(parents, up.id);
		}
		const scored = new Map(direct.map((one) => [one.heading.id, one]));
		for (const [id, matched] of parents) {
			const target = this.to.get(id);
			if (!target || matched < 2) continue;
			const known = scored.get(id) ?? { heading: target, score: 0, evidence: [] };
			// Of both lists of narrower headings, so that a branch that holds everything gains nothing by it.
			const share = (2 * matched) / (children.length + Math.max(matched, this.to.narrower(id).length));
			scored.set(id, {
				...known,
				score: joined(known.score, TRUST.below * share),
				evidence: [...known.evidence, { kind: 'below', matched, of: children.length }]
			});
		}
		return [...scored.values()].sort((a, b) => b.score - a.score);
	}

	private direct(heading: string): readonly Suggestion[] {
		const known = this.known.get(heading);
		if (known) return known;
		const bag = this.fromBags.get(heading);
		if (!bag) return [];
		const candidates = new Set<string>([
			...(this.together.get(heading)?.keys() ?? []),
			...(this.mapped.get(heading)?.keys() ?? [])
		]);
		for (const key of bag.keys) for (const id of this.named.get(key) ?? []) candidates.add(id);
		for (const word of bag.all.keys()) {
			const row = this.holders.get(word) ?? [];
			// A word that hundreds share finds nothing by itself.
			if (row.length <= 250) for (const id of row) candidates.add(id);
		}
		const found = [...candidates]
			.flatMap((id): Suggestion[] => {
				const target = this.to.get(id);
				const other = this.toBags.get(id);
				return target && other ? [this.weighed(heading, bag, target, other)] : [];
			})
			.sort((a, b) => b.score - a.score)
			.slice(0, 60);
		this.known.set(heading, found);
		return found;
	}

	private weighed(heading: string, bag: Bag, target: Heading, other: Bag): Suggestion {
		const evidence: Evidence[] = [];
		let score = 0;
		const trust = (kind: keyof typeof TRUST, strength: number) => {
			score = joined(score, TRUST[kind] * strength);
		};
		const said = this.mapped.get(heading)?.get(target.id);
		if (said) {
			evidence.push(said);
			score = SAID[said.property];
		}
		const name = bag.keys.findIndex((key) => key !== '' && other.keys.includes(key));
		if (name >= 0) {
			const own = this.from.get(heading);
			evidence.push({ kind: 'name', name: [own?.label ?? '', ...(own?.entryTerms ?? [])][name] ?? '' });
			trust('name', 1);
		}
		const [words, shared] = cosine(bag.names, other.names);
		if (words > 0.05) {
			if (name < 0) evidence.push({ kind: 'words', words: shared });
			trust('words', words);
		}
		const [notes, told] = cosine(bag.all, other.all);
		if (notes > 0.05) {
			if (name < 0 && words <= 0.05) evidence.push({ kind: 'notes', words: told });
			trust('notes', notes);
		}
		const both = this.together.get(heading)?.get(target.id) ?? 0;
		if (both > 0) {
			const [mine, theirs] = [this.fromCounts.get(heading) ?? 0, this.toCounts.get(target.id) ?? 0];
			evidence.push({ kind: 'together', both, from: mine, to: theirs });
			// Dice's coefficient (1945), shrunk where only few works tell it.
			trust('together', ((2 * both) / (mine + theirs)) * (both / (both + 0.7)));
		}
		return { heading: target, score, evidence };
	}
}

/** Headings or works between two breaths. */
const STEP = 200;

const joined = (a: number, b: number) => 1 - (1 - a) * (1 - b);

const add = (counts: Map<string, number>, key: string) => counts.set(key, (counts.get(key) ?? 0) + 1);

function push(rows: Map<string, string[]>, key: string, value: string): void {
	const row = rows.get(key);
	if (row) row.push(value);
	else rows.set(key, [value]);
}

/** How alike two vectors of length 1 are, with the words that make it so, the weightiest first. */
function cosine(a: ReadonlyMap<string, number>, b: ReadonlyMap<string, number>): readonly [number, readonly string[]] {
	const shared: [string, number][] = [];
	for (const [word, weight] of a) {
		const other = b.get(word);
		if (other !== undefined) shared.push([word, weight * other]);
	}
	return [
		shared.reduce((sum, [, weight]) => sum + weight, 0),
		shared
			.sort((x, y) => y[1] - x[1])
			.slice(0, 5)
			.map(([word]) => word)
	];
}

/** Words that tell something, in either spelling and number. */
const wordsOf = (text: string): string[] =>
	tokenTexts(text)
		.filter((word) => !SMALL_WORDS.has(word))
		.map((word) =>
			spellingKey(word)
				.replace(/ies$/, 'y')
				.replace(/(?<=[^su])s$/, '')
		);
