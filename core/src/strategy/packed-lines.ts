/**
 * Lines on their way: cut and pasted in one strategy, copied into another, or kept as a part.
 * References come along where they can; where they cannot, it is said.
 */
import type { Edit, Json } from '../document/index.ts';
import type { Concept, EnquiryDocument, StrategyLine } from '../enquiry/index.ts';
import { strategyLineSchema } from '../enquiry/index.ts';
import { parse } from '../query/index.ts';
import { foldedKey } from '../text/index.ts';
import { lineAnchor, linesOfAnchor, replaceAnchors, writeAnchor } from './anchor.ts';
import { headingsUsedBy, toSource, usedBy, type Names } from './anchors.ts';
import type { PastedStrategy } from './plain-text.ts';
import type { StrategyPart } from './read.ts';
import { roleOf } from './roles.ts';

export interface PackedLines {
	readonly format: 'wide-lantern-lines';
	/** Where they come from. */
	readonly enquiry: string;
	readonly lines: readonly StrategyLine[];
	/** The concepts that they stand under or name. */
	readonly concepts: readonly {
		readonly id: Concept['id'];
		readonly name: Concept['name'];
		readonly strands: Concept['strands'];
	}[];
}

const id = { type: 'string', minLength: 1, maxLength: 100 } as const;
export const packedLinesSchema = {
	$id: 'https://wide-lantern.example/formats/lines.json',
	title: 'Lines of a strategy on their way to another place',
	type: 'object',
	required: ['format', 'enquiry', 'lines', 'concepts'],
	additionalProperties: false,
	properties: {
		format: { const: 'wide-lantern-lines' },
		enquiry: { type: 'string', maxLength: 100 },
		lines: { type: 'array', minItems: 1, maxItems: 2_000, items: strategyLineSchema },
		concepts: {
			type: 'array',
			maxItems: 200,
			items: {
				type: 'object',
				required: ['id', 'name', 'strands'],
				additionalProperties: false,
				properties: {
					id,
					name: { type: 'string', maxLength: 2_000 },
					strands: {
						type: 'array',
						maxItems: 100,
						items: {
							type: 'object',
							required: ['id', 'name'],
							additionalProperties: false,
							properties: { id, name: { type: 'string', maxLength: 2_000 } }
						}
					}
				}
			}
		}
	}
} as const;

export const PART_KINDS = ['concept', 'filter', 'lines'] as const;

/** A named group of lines, kept for other enquiries: a concept, a filter with its variants, or any lines. */
export const partSchema = {
	$id: 'https://wide-lantern.example/formats/part.json',
	title: 'A part of a strategy, kept for other enquiries',
	type: 'object',
	required: ['format', 'name', 'kind', 'source', 'note', 'version', 'variants'],
	additionalProperties: false,
	properties: {
		format: { const: 'wide-lantern-part' },
		name: { type: 'string', minLength: 1, maxLength: 200, pattern: '\\S' },
		kind: { enum: PART_KINDS },
		/** Where it comes from: a citation, or who made it. */
		source: { type: 'string', maxLength: 2_000 },
		note: { type: 'string', maxLength: 20_000 },
		/** An expression that tells which records are true, to measure it by. */
		truth: { type: 'string', maxLength: 20_000 },
		version: { type: 'integer', minimum: 1 },
		variants: {
			type: 'array',
			minItems: 1,
			maxItems: 12,
			items: {
				type: 'object',
				required: ['name', 'lines'],
				additionalProperties: false,
				properties: {
					name: { type: 'string', maxLength: 200 },
					lines: { ...packedLinesSchema, $id: 'https://wide-lantern.example/formats/lines-inside.json' }
				}
			}
		}
	}
} as const;

export interface StrategyPartFile {
	readonly format: 'wide-lantern-part';
	readonly name: string;
	readonly kind: (typeof PART_KINDS)[number];
	readonly source: string;
	readonly note: string;
	readonly truth?: string;
	readonly version: number;
	readonly variants: readonly { readonly name: string; readonly lines: PackedLines }[];
}

export function packLines(strategy: StrategyPart, ids: readonly string[], enquiry: string): PackedLines {
	const lines = strategy.lines.filter((line) => ids.includes(line.id));
	const named = new Set(
		lines.flatMap((line) => [...(line.concept === null ? [] : [line.concept]), ...usedBy(line.source).concepts])
	);
	const concepts = strategy.concepts
		.filter((one) => named.has(one.id))
		.map(({ id, name, strands }) => ({ id, name, strands }));
	return { format: 'wide-lantern-lines', enquiry, lines, concepts };
}

export interface UnpackInto {
	readonly enquiry: string;
	readonly document: Pick<EnquiryDocument, 'concepts' | 'lines'>;
	/** The line below which they are put; null for the top. */
	readonly after: string | null;
	/** Vocabularies that this enquiry's sources are indexed with. */
	readonly vocabularies: readonly string[];
	/** Concepts that are not here yet are made; else their lines belong to none. */
	readonly makeConcepts: boolean;
	/** Set where the lines are a part: the lines say so from then on. */
	readonly part?: { readonly name: string; readonly version: number };
	newId(): string;
}

export interface Unpacked {
	readonly edits: readonly Edit[];
	/** The identities that the lines have here. */
	readonly ids: readonly string[];
	/** What could not come along, in sentences. */
	readonly said: readonly string[];
}

export function unpackLines(packed: PackedLines, into: UnpackInto): Unpacked {
	const { document } = into;
	const home = packed.enquiry === into.enquiry;
	const here = new Set(document.lines.map((line) => line.id));
	// Lines that were cut come back as themselves, so that whoever used them uses them again.
	const newIds = new Map(packed.lines.map((line) => [line.id, home && !here.has(line.id) ? line.id : into.newId()]));
	const edits: Edit[] = [];
	const said: string[] = [];
	const concepts = new Map<string, Pick<Concept, 'id' | 'strands'> | null>();
	for (const one of packed.concepts) {
		const same = document.concepts.find(
			(other) => (home && other.id === one.id) || foldedKey(other.name) === foldedKey(one.name)
		);
		if (same) concepts.set(one.id, same);
		else if (into.makeConcepts) {
			const made = {
				id: into.newId(),
				name: one.name,
				note: '',
				strands: one.strands,
				headings: [],
				words: [],
				parked: []
			};
			concepts.set(one.id, made);
			edits.push({
				do: 'insert',
				in: ['concepts'],
				item: made,
				after: edits.length > 0 ? lastInserted(edits) : (document.concepts.at(-1)?.id ?? null)
			});
			said.push(`The concept “${one.name}” was added.`);
		} else {
			concepts.set(one.id, null);
			said.push(`There is no concept “${one.name}” here; its lines belong to none.`);
		}
	}
	const strandOf = (line: StrategyLine): string | null => {
		const from = packed.concepts.find((one) => one.id === line.concept)?.strands.find((one) => one.id === line.strand);
		const to = concepts.get(line.concept ?? '')?.strands;
		return (
			to?.find((one) => one.id === line.strand || (from && foldedKey(one.name) === foldedKey(from.name)))?.id ?? null
		);
	};
	let lost = 0;
	const rewritten = (source: string): string =>
		replaceAnchors(source, (anchor, whole) => {
			const known = (line: string) => newIds.get(line) ?? (home ? line : null);
			// A line that is not here keeps an identity that nothing has: it reads `#?`.
			const here = (line: string) => known(line) ?? into.newId();
			if (linesOfAnchor(anchor).some((line) => known(line) === null)) lost++;
			switch (anchor?.kind) {
				case 'line':
					return lineAnchor(here(anchor.line));
				case 'lines':
					return writeAnchor({ ...anchor, spans: anchor.spans.map((span) => span.map(here)) });
				case 'concept': {
					const { concept, strand } = anchor;
					if (home && document.concepts.some((one) => one.id === concept)) return whole;
					const to = concepts.get(concept);
					if (to)
						return writeAnchor({
							kind: 'concept',
							concept: to.id,
							strand: strand === null ? null : (strandOf({ concept, strand } as StrategyLine) ?? strand)
						});
					lost++;
					return lineAnchor(into.newId());
				}
				case 'heading':
				case undefined:
					return whole;
			}
		});
	let after = into.after;
	for (const line of packed.lines) {
		const item: StrategyLine = {
			...line,
			id: newIds.get(line.id) ?? into.newId(),
			source: rewritten(line.source),
			concept: line.concept === null ? null : (concepts.get(line.concept)?.id ?? null),
			strand: line.strand === null ? null : strandOf(line)
		};
		const named = into.part ? { ...item, part: { ...into.part, source: item.source } } : item;
		edits.push({ do: 'insert', in: ['lines'], item: named as unknown as Json, after });
		after = item.id;
	}
	if (lost > 0)
		said.push(
			`${lost === 1 ? 'One reference leads' : `${lost} references lead`} to lines or concepts that are not here; ${lost === 1 ? 'it reads' : 'they read'} #?.`
		);
	const foreign = [
		...new Set(packed.lines.flatMap((line) => headingsUsedBy(line.source).map((key) => key.slice(0, key.indexOf(':')))))
	].filter((one) => !into.vocabularies.includes(one));
	if (foreign.length > 0)
		said.push(
			`Headings of ${foreign.join(', ')} came along; the source that this enquiry counts on is not indexed with ${foreign.length === 1 ? 'it' : 'them'}.`
		);
	return { edits, ids: packed.lines.map((line) => newIds.get(line.id) ?? ''), said };
}

const lastInserted = (edits: readonly Edit[]): string | null => {
	const last = edits.at(-1);
	return last?.do === 'insert' && typeof last.item === 'object' && last.item !== null && !Array.isArray(last.item)
		? String(last.item['id'])
		: null;
};

/** Lines read from plain text, packed: references mean the numbers in that text. */
export function packText(read: PastedStrategy, newId: () => string): PackedLines {
	const ids = new Map(read.lines.map((line) => [line.number, newId()]));
	const named = new Map(
		read.lines.flatMap((line) => (line.concept === null ? [] : [[line.concept.letter, line.concept.name] as const]))
	);
	const concepts = [...named].map(([letter, name]) => ({
		letter,
		id: newId(),
		name: name === '' ? letter : name,
		strands: []
	}));
	const conceptOf = (letter: string) => concepts.find((one) => one.letter === letter)?.id ?? null;
	const names: Names = {
		lineId: (number) => ids.get(number) ?? null,
		lineNumber: () => null,
		// A letter that the text does not explain is one of this enquiry.
		conceptIds: (letter, strand) => {
			const concept = strand === null ? conceptOf(letter) : null;
			return concept === null ? null : { concept, strand: null };
		},
		conceptName: () => null,
		headingKey: () => null,
		headingName: () => null
	};
	return {
		format: 'wide-lantern-lines',
		enquiry: '',
		concepts: concepts.map(({ id, name, strands }) => ({ id, name, strands })),
		lines: read.lines.map((line) => {
			const role = roleOf(parse(line.text).tree);
			const concept = line.concept ? conceptOf(line.concept.letter) : null;
			return {
				id: ids.get(line.number) ?? newId(),
				source: toSource(line.text, names),
				concept,
				strand: null,
				role,
				label: line.label,
				note: '',
				off: false
			};
		})
	};
}
