/**
 * A controlled vocabulary (ISO 25964, SKOS): headings with their names, notes and places in the
 * hierarchy, and the questions that are asked of it. Immutable; labels are compared folded.
 */
import type { FromSchema } from 'json-schema-to-ts';
import { foldedKey } from '../text/index.ts';

const text = { type: 'string', maxLength: 20_000 } as const;
const texts = { type: 'array', items: text, maxItems: 2_000 } as const;

/** SKOS mapping properties (SKOS Reference 2009, section 10). */
export const MAPPING_PROPERTIES = ['exact', 'close', 'broad', 'narrow', 'related'] as const;

export const headingSchema = {
	type: 'object',
	required: [
		'id',
		'label',
		'entryTerms',
		'scopeNote',
		'broader',
		'related',
		'notation',
		'since',
		'before',
		'qualifiers'
	],
	additionalProperties: false,
	properties: {
		/** Unique within its vocabulary; never shown as a number of a real vocabulary. */
		id: { type: 'string', minLength: 1, maxLength: 200 },
		label: { type: 'string', minLength: 1, maxLength: 2_000 },
		entryTerms: texts,
		scopeNote: text,
		broader: texts,
		related: texts,
		notation: { type: ['string', 'null'], maxLength: 200 },
		/** The year it came in; null where unknown. */
		since: { type: ['integer', 'null'], minimum: 1500, maximum: 3000 },
		/** What stood for it before: a heading of its own, or an older name of the same heading. */
		before: {
			type: 'array',
			maxItems: 100,
			items: {
				type: 'object',
				required: ['label', 'until', 'renamed'],
				additionalProperties: false,
				properties: {
					label: text,
					until: { type: ['integer', 'null'], minimum: 1500, maximum: 3000 },
					/** True for a mere renaming: its records carry the new name today. */
					renamed: { type: 'boolean' }
				}
			}
		},
		/** Codes of the qualifiers that it takes. */
		qualifiers: texts,
		/** Headings that a searcher is sent to look at, too, without being related in the sense of SKOS. */
		seeAlso: texts,
		/** What was changed over the years, in the vocabulary's own words. */
		changes: {
			type: 'array',
			maxItems: 500,
			items: {
				type: 'object',
				required: ['year', 'text'],
				additionalProperties: false,
				properties: { year: { type: ['integer', 'null'], minimum: 1500, maximum: 3000 }, text }
			}
		},
		/** What other vocabularies call it, by the identifiers (IRIs) of those. */
		mappings: {
			type: 'array',
			maxItems: 1_000,
			items: {
				type: 'object',
				required: ['kind', 'target'],
				additionalProperties: false,
				properties: { kind: { enum: MAPPING_PROPERTIES }, target: { type: 'string', minLength: 1, maxLength: 2_000 } }
			}
		}
	}
} as const;
export type Heading = FromSchema<typeof headingSchema>;

/** A heading with nothing but its name. */
export const blankHeading = (id: string, label: string): Heading => ({
	id,
	label,
	entryTerms: [],
	scopeNote: '',
	broader: [],
	related: [],
	notation: null,
	since: null,
	before: [],
	qualifiers: []
});

export const vocabularySchema = {
	$id: 'https://wide-lantern.example/formats/vocabulary.json',
	title: 'A vocabulary with its headings',
	type: 'object',
	required: ['id', 'name', 'edition', 'headings', 'qualifiers'],
	additionalProperties: false,
	properties: {
		id: { type: 'string', pattern: '^[a-z][a-z0-9-]*$', maxLength: 60 },
		name: { type: 'string', minLength: 1, maxLength: 400 },
		edition: { type: 'string', maxLength: 100 },
		/** Of this edition, as its makers give it: a year, or a day as 2026-11-20. */
		date: { type: 'string', maxLength: 40 },
		/** What the identifiers of its headings begin with as IRIs; without it, one of our own. */
		base: { type: 'string', minLength: 1, maxLength: 1_000 },
		qualifiers: {
			type: 'array',
			maxItems: 1_000,
			items: {
				type: 'object',
				required: ['code', 'name', 'note'],
				additionalProperties: false,
				properties: {
					code: { type: 'string', minLength: 1, maxLength: 60 },
					name: { type: 'string', minLength: 1, maxLength: 200 },
					note: text
				}
			}
		},
		headings: { type: 'array', maxItems: 1_000_000, items: headingSchema }
	}
} as const;
export type VocabularyData = FromSchema<typeof vocabularySchema>;

/** What the IRIs of a vocabulary's headings begin with. */
export const baseOf = (vocabulary: { readonly id: string; readonly base?: string | undefined }) =>
	vocabulary.base ?? `https://wide-lantern.example/${vocabulary.id}/`;

/** One heading as a step of a path or a row of the tree. */
export interface TreeRow {
	readonly heading: Heading;
	readonly depth: number;
}

export interface LabelMatch {
	readonly heading: Heading;
	/** The heading's own label, another name for it, or its label with the inversion turned round. */
	readonly by: 'label' | 'entry-term' | 'turned';
}

/** “Delirium, Waking” in natural word order: “Waking Delirium”. */
export function naturalOrder(label: string): string {
	const parts = label.split(', ');
	return parts.length < 2 ? label : parts.reverse().join(' ');
}

const strength: Record<LabelMatch['by'], number> = { label: 3, turned: 2, 'entry-term': 1 };

/** Labels that a vocabulary remembers having looked for, and the longest of them in characters. */
const FOUND = { labels: 20_000, characters: 200 };

export class Vocabulary {
	readonly id: string;
	readonly name: string;
	readonly edition: string;
	readonly date: string | undefined;
	/** With which the IRIs of its headings begin. */
	readonly base: string;
	readonly headings: readonly Heading[];
	readonly qualifiers: VocabularyData['qualifiers'];
	private readonly byId = new Map<string, Heading>();
	private readonly byLabel = new Map<string, LabelMatch>();
	/** What labels were found to name: a strategy asks for the same ones at every key. */
	private readonly found = new Map<string, LabelMatch | null>();
	private readonly below = new Map<string, Heading[]>();
	private readonly closures = new Map<string, ReadonlySet<string>>();

	constructor(data: VocabularyData) {
		this.id = data.id;
		this.name = data.name;
		this.edition = data.edition;
		this.date = data.date;
		this.base = baseOf(data);
		this.headings = data.headings;
		this.qualifiers = data.qualifiers;
		for (const heading of data.headings) {
			this.byId.set(heading.id, heading);
			this.nameAs(heading.label, { heading, by: 'label' });
			if (heading.label.includes(', ')) this.nameAs(naturalOrder(heading.label), { heading, by: 'turned' });
			for (const term of heading.entryTerms) this.nameAs(term, { heading, by: 'entry-term' });
			for (const earlier of heading.before)
				if (earlier.renamed) this.nameAs(earlier.label, { heading, by: 'entry-term' });
		}
		for (const heading of data.headings)
			for (const broader of heading.broader) {
				const row = this.below.get(broader);
				if (row) row.push(heading);
				else this.below.set(broader, [heading]);
			}
		for (const row of this.below.values()) row.sort((a, b) => a.label.localeCompare(b.label, 'en'));
	}

	private nameAs(name: string, match: LabelMatch): void {
		const key = foldedKey(name);
		const known = this.byLabel.get(key);
		if (!known || strength[match.by] > strength[known.by]) this.byLabel.set(key, match);
	}

	get(id: string): Heading | undefined {
		return this.byId.get(id);
	}

	/** The heading that a label, an entry term or a turned-round label names. */
	find(label: string): LabelMatch | undefined {
		const known = this.found.get(label);
		if (known !== undefined) return known ?? undefined;
		const match = this.byLabel.get(foldedKey(label));
		if (this.found.size >= FOUND.labels) this.found.clear();
		if (label.length <= FOUND.characters) this.found.set(label, match ?? null);
		return match;
	}

	/** Headings directly below, by label. */
	narrower(id: string): readonly Heading[] {
		return this.below.get(id) ?? [];
	}

	broader(id: string): readonly Heading[] {
		return (this.byId.get(id)?.broader ?? []).map((one) => this.byId.get(one)).filter((one) => one !== undefined);
	}

	/**
	 * The heading and all that is narrower, each once, over all places (ISO 25964-1; SKOS
	 * `broaderTransitive`). A circle in faulty data ends where it began.
	 */
	closure(id: string): ReadonlySet<string> {
		const known = this.closures.get(id);
		if (known) return known;
		const reached = new Set<string>(this.byId.has(id) ? [id] : []);
		for (const one of reached) for (const narrower of this.narrower(one)) reached.add(narrower.id);
		this.closures.set(id, reached);
		return reached;
	}

	/** Every path from a topmost heading down to this one, itself last. At most 50. */
	paths(id: string): Heading[][] {
		const found: Heading[][] = [];
		const climb = (current: string, tail: Heading[]) => {
			const heading = this.byId.get(current);
			if (!heading || found.length >= 50 || tail.includes(heading)) return;
			const path = [heading, ...tail];
			const above = heading.broader.filter((one) => this.byId.has(one));
			if (above.length === 0) found.push(path);
			for (const one of above) climb(one, path);
		};
		climb(id, []);
		return found;
	}

	/** Headings without a broader one. */
	tops(): readonly Heading[] {
		return this.headings.filter((heading) => !heading.broader.some((one) => this.byId.has(one)));
	}

	/** The qualifiers that a heading takes, or that it or any narrower one takes. */
	qualifiersOf(id: string, withNarrower: boolean): VocabularyData['qualifiers'] {
		const codes = new Set<string>();
		for (const one of withNarrower ? this.closure(id) : [id])
			for (const code of this.byId.get(one)?.qualifiers ?? []) codes.add(code);
		return this.qualifiers.filter((qualifier) => codes.has(qualifier.code));
	}
}
