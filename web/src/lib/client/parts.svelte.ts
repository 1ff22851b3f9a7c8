/** Parts kept for other enquiries: listed, kept, measured where the truth is known, brought in as lines of their own. */
import {
	lineAnchor,
	packLines,
	toText,
	unpackLines,
	type Edit,
	type EnquiryDocument,
	type PackedLines
} from '@wide-lantern/core/editor';
import { callServer, type Answer } from '$lib/contract/call-server';
import type { PartEntry } from '$lib/contract/enquiries';
import type { Measured } from '$lib/contract/sheet';
import type { EnquiryClient } from './enquiry.svelte';
import { newId } from './new-id';
import { namesFor } from './line-names';
import { shownValue } from './shown-value';

export interface NewPart {
	readonly name: string;
	readonly kind: PartEntry['part']['kind'];
	readonly source: string;
	/** A query for the records that are truly relevant; empty where there is none. */
	readonly truth: string;
}
export interface PartPlace {
	/** The line that is the result: a filter stands below it. */
	readonly final: string | null;
	/** True where lines that are here make room. */
	readonly instead: boolean;
	/** Of the enquiry's collection. */
	readonly vocabularies: readonly string[];
}
/** A part with its edits, and what to know about them. */
export interface BroughtIn {
	readonly title: string;
	readonly edits: readonly Edit[];
	readonly said: readonly string[];
}

export class PartShelf {
	parts = $state.raw<readonly PartEntry[] | null>(null);
	fault = $state('');
	said = $state.raw<readonly string[]>([]);
	/** Performance by part and variant. */
	measured = $state.raw<ReadonlyMap<string, Measured>>(new Map());
	/** What tells which records are true, by part, where somebody has said so here. */
	private truths = $state.raw<Readonly<Record<string, string>>>({});

	constructor(private readonly enquiry: Pick<EnquiryClient, 'id' | 'document' | 'flush' | 'edit'>) {}

	async list(): Promise<void> {
		this.parts = (await this.shown(callServer('GET /api/v1/parts')))?.parts ?? this.parts;
	}

	/** @param lines identifiers, in the order of the sheet */
	async keep(lines: readonly string[], { name, kind, source, truth }: NewPart): Promise<boolean> {
		await this.enquiry.flush();
		const packed = packLines(this.enquiry.document, lines, this.enquiry.id);
		const saved = await this.shown(
			callServer('POST /api/v1/parts', {
				body: {
					format: 'wide-lantern-part',
					name: name.trim(),
					kind,
					source: source.trim(),
					note: '',
					...(truth.trim() === '' ? {} : { truth: truth.trim() }),
					version: 1,
					variants: [{ name: '', lines: { ...packed, lines: packed.lines.map((line) => keptLine(line, kind)) } }]
				}
			})
		);
		if (!saved) return false;
		this.said = [`Kept “${name.trim()}”, version ${saved.version}.`];
		await this.list();
		return true;
	}

	async remove(entry: PartEntry): Promise<void> {
		await this.shown(callServer('DELETE /api/v1/parts/[part]', { path: { part: entry.id } }));
		await this.list();
	}

	truthOf(entry: PartEntry): string {
		return this.truths[entry.id] ?? entry.part.truth ?? '';
	}
	setTruth(entry: PartEntry, truth: string): void {
		this.truths = { ...this.truths, [entry.id]: truth };
	}

	/** Measures all variants of a part. @param byMarks by what is marked in the enquiry instead of by its truth */
	async measure(entry: PartEntry, byMarks: boolean): Promise<void> {
		for (const variant of entry.part.variants) {
			const answer = await this.shown(
				callServer('POST /api/v1/enquiries/[enquiry]/measure', {
					path: { enquiry: this.enquiry.id },
					body: { lines: variant.lines, truth: byMarks ? null : this.truthOf(entry).trim() }
				})
			);
			if (!answer) return;
			this.measured = new Map([...this.measured, [variantKey(entry, variant.name), answer]]);
		}
	}

	bringIn(entry: PartEntry, variant: string, lines: PackedLines, place: PartPlace): void {
		const { title, edits, said } = bringingIn(this.enquiry, entry.part, variant, lines, place);
		if (this.enquiry.edit(`bring in ${title}`, edits)) this.said = said;
	}

	private shown<Value>(asked: Promise<Answer<Value>>): Promise<Value | null> {
		return shownValue(asked, (fault) => (this.fault = fault));
	}
}

export const variantKey = (entry: Pick<PartEntry, 'id'>, variant: string): string => `${entry.id} ${variant}`;

/** A part says no more from which part its lines came; lines of a filter belong to no concept. */
function keptLine({ part: _, ...line }: PackedLines['lines'][number], kind: NewPart['kind']) {
	return kind === 'filter' ? { ...line, role: 'filter' as const, concept: null, strand: null } : line;
}

/** A filter stands below the result, on lines of its own, and one more line joins the two. */
export function bringingIn(
	{ id, document }: { readonly id: string; readonly document: EnquiryDocument },
	part: Pick<PartEntry['part'], 'name' | 'kind' | 'version'>,
	variant: string,
	lines: PackedLines,
	{ final, instead, vocabularies }: PartPlace
): BroughtIn {
	const last = document.lines.at(-1)?.id ?? null;
	const isFilter = part.kind === 'filter';
	const isReplacing = instead && !isFilter;
	const after = isFilter && final !== null ? final : last;
	const title = variant === '' ? part.name : `${part.name}, ${variant}`;
	const unpacked = unpackLines(lines, {
		enquiry: id,
		document,
		after,
		vocabularies,
		makeConcepts: true,
		part: { name: title, version: part.version },
		newId
	});
	// Never stacked in silence: what is here stays above, or goes, as was chosen.
	const edits: Edit[] = [
		...(isReplacing ? document.lines.map((line): Edit => ({ do: 'remove', at: ['lines', line.id] })) : []),
		...unpacked.edits.map((edit) =>
			isReplacing && edit.do === 'insert' && edit.in[0] === 'lines' && edit.after === last
				? { ...edit, after: null }
				: edit
		)
	];
	const filterLine = unpacked.ids.at(-1);
	if (isFilter && final !== null && filterLine !== undefined)
		edits.push({
			do: 'insert',
			in: ['lines'],
			item: {
				id: newId(),
				source: `${lineAnchor(final)} AND ${lineAnchor(filterLine)}`,
				concept: null,
				strand: null,
				role: 'joining',
				label: `with ${title}`,
				note: '',
				off: false
			},
			after: filterLine
		});
	const count = unpacked.ids.length === 1 ? 'a line' : `${unpacked.ids.length} lines`;
	return { title, edits, said: [`“${title}” was brought in as ${count}. Undo (Ctrl Z) removes it.`, ...unpacked.said] };
}

/** The lines of a part as they will read, numbered from 1. */
export function textsOf(
	document: EnquiryDocument,
	lines: PackedLines
): readonly { readonly text: string; readonly label: string }[] {
	const concepts = lines.concepts.map((one) => ({ ...one, note: '', headings: [], words: [], parked: [] }));
	const names = namesFor(
		{ ...document, concepts },
		lines.lines.map((line) => line.id)
	);
	return lines.lines.map(({ source, label }) => ({ text: toText(source, names), label }));
}
