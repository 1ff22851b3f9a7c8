/**
 * Long lines are read in a computing thread before the server asks for their trees: one of 60,000
 * characters takes a quarter of a second, which everybody else would wait for.
 */
import {
	applyEdits,
	completeSource,
	isParseCached,
	namesOf,
	openedText,
	cacheParsed,
	parseCached,
	toText,
	type Edit,
	type EnquiryDocument,
	type Json,
	type OpenVocabulary,
	type Parsed
} from '@wide-lantern/core';
import { createYielder } from '$lib/server/process';
import { computing } from './threads';
import { fromTextParts } from './text-parts';
import type { RequestOptions } from './threads';
import { compileValidator } from '$lib/server/http';

/** Longest line, in characters, that is read on the main thread: 20 milliseconds at most. */
const SHORT = 3_000;
/** How many short lines are read without pauses in between. */
const FEW = 20;

const isParsed = compileValidator<Parsed>({
	type: 'object',
	required: ['tree', 'faults'],
	properties: { tree: { type: ['object', 'null'] }, faults: { type: 'array', items: { type: 'object' } } }
});

/**
 * Has these texts read, so that reading them again costs nothing: the long ones in a computing thread,
 * the others here, with pauses between them.
 * @throws Dropped where a newer question of the same window took its place
 */
async function readAhead(texts: Iterable<string>, wanted: RequestOptions): Promise<void> {
	const yieldNow = createYielder();
	const done = new Set<string>();
	for (const text of texts) {
		await yieldNow();
		if (done.has(text)) continue;
		done.add(text);
		if (isParseCached(text)) continue;
		if (text.length > SHORT) {
			const parsed = await fromTextParts(await computing().ask({ do: 'read', text }, wanted), yieldNow);
			if (isParsed(parsed)) cacheParsed(text, parsed);
		} else parseCached(text);
	}
	await yieldNow();
}

/** The long lines of a strategy, as people see them. */
export async function readLinesAhead(
	document: EnquiryDocument,
	vocabularies: readonly OpenVocabulary[],
	wanted: RequestOptions
): Promise<void> {
	const long = document.lines.filter((line) => line.source.length > SHORT);
	if (long.length === 0) return;
	const names = namesOf(document, vocabularies);
	await readAhead(
		long.map((line) => toText(line.source, names)),
		wanted
	);
}

/** The text of a line that an edit writes; null for any other edit. */
function sourceOf(edit: Edit): string | null {
	const value =
		edit.do === 'set' && edit.at[0] === 'lines' && edit.at[2] === 'source'
			? edit.value
			: edit.do === 'insert' && edit.in[0] === 'lines' && edit.in.length === 1
				? (edit.item as { source?: unknown } | null)?.source
				: null;
	return typeof value === 'string' ? value : null;
}

/** The lines that these edits write, in the forms in which they are read while they are saved; nothing is done for a few short ones. */
export async function readEditsAhead(
	edits: readonly Edit[],
	vocabularies: readonly OpenVocabulary[],
	wanted: RequestOptions,
	document: EnquiryDocument
): Promise<void> {
	const sources = edits.flatMap((edit) => sourceOf(edit) ?? []);
	if (sources.length <= FEW && sources.every((one) => one.length <= SHORT)) return;
	const applied = applyEdits(document as unknown as Json, edits);
	const names = namesOf(
		'refused' in applied ? document : (applied.document as unknown as EnquiryDocument),
		vocabularies
	);
	await readAhead(
		lazily(sources, (source) => toText(source, names)),
		wanted
	);
	const before = document.lines.filter((line) => line.source.length > SHORT).map((line) => line.source);
	await readAhead(lazily(before, openedText), wanted);
	const yieldNow = createYielder();
	const completed: string[] = [];
	for (const source of sources) {
		completed.push(completeSource(source, names));
		await yieldNow();
	}
	await readAhead(lazily(completed, openedText), wanted);
}

/** One text after the other, each made when it is asked for: the pauses come in between. */
function* lazily(sources: readonly string[], text: (source: string) => string): Generator<string> {
	for (const source of sources) yield text(source);
}
