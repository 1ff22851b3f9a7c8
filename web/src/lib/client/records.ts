/** A record as the server shows it: its texts cut into stretches that a line asks for and others, with the concepts that ask. */
import { conceptLetter, type EnquiryDocument } from '@wide-lantern/core/editor';
import type { ShownRecord } from '$lib/contract/records';

type Lines = Pick<EnquiryDocument, 'lines' | 'concepts'>;

/** What asks for a stretch: the letters of the concepts, and the place of the first, which gives the hue. */
export interface Asking {
	readonly letters: string;
	readonly hue: number;
}
export interface Stretch {
	readonly text: string;
	readonly lit: boolean;
	/** On the last word of those side by side that the same concepts ask for; null elsewhere, and where no concept does. */
	readonly asking: Asking | null;
}

/** The concepts that lines belong to; null where they belong to none. */
export function askingConcepts({ lines, concepts }: Lines, ids: readonly string[]): Asking | null {
	const own = new Set(lines.filter((line) => ids.includes(line.id)).map((line) => line.concept));
	const places = concepts.flatMap((concept, at) => (own.has(concept.id) ? [at] : []));
	const [hue] = places;
	return hue === undefined ? null : { letters: places.map(conceptLetter).join(''), hue };
}

/** What may lie between two words that are read as one: `intensive care`, `light-dark`. */
const BETWEEN = /^[\s-]{0,2}$/;

/** Cuts one text of a record at what is asked for. @param text of the field's `entry`-th value */
export function stretches(record: ShownRecord, field: string, entry: number, text: string, document: Lines): Stretch[] {
	const spans = record.lit
		.filter((span) => span.field === field && span.entry === entry)
		.map(({ from, to, lines }) => ({ from, to, asking: askingConcepts(document, lines) }));
	const cuts: Stretch[] = [];
	const dark = (from: number, to: number) => {
		if (to > from) cuts.push({ text: text.slice(from, to), lit: false, asking: null });
	};
	let at = 0;
	spans.forEach(({ from, to, asking }, nth) => {
		const next = spans[nth + 1];
		const goesOn =
			next?.asking?.letters === asking?.letters && next !== undefined && BETWEEN.test(text.slice(to, next.from));
		dark(at, from);
		cuts.push({ text: text.slice(from, to), lit: true, asking: goesOn ? null : asking });
		at = to;
	});
	dark(at, text.length);
	return cuts;
}
