/**
 * What a file of an unknown format looks like, by its beginning: whether it is tagged text, XML in which an element repeats,
 * or a table; where one record ends; and its fields with samples, counts and a guess of what each holds.
 */
import Papa from 'papaparse';
import { marksOf, pathValues, repeatedElements, RepeatingElements, type ElementCount } from '../../xml/index.ts';
import { distinct } from '../formats/reference.ts';
import { guessMeanings, type FieldSample } from './guess.ts';
import {
	TABLE_DELIMITERS,
	TAG_SEPARATORS,
	type Recipe,
	type TaggedRecipe,
	type XmlRecipe,
	type TableRecipe
} from './recipe.ts';
import { looksLike, punctuationBehindWord, taggedLine, type TaggedLine } from './tagged-text.ts';

export interface FileShape {
	/** What was found, to be changed and saved. */
	readonly recipe: Recipe;
	/** Records that were looked at. */
	readonly records: number;
	/** In the order of the recipe's fields. */
	readonly fields: readonly FieldSample[];
	/** Of XML: elements that may be the one that repeats, the likeliest first. */
	readonly elements: readonly ElementCount[];
}

/** What a person has chosen about the shape; the rest is found. */
export type ChosenShape =
	| {
			readonly kind: 'tagged';
			readonly separator?: TaggedRecipe['separator'];
			readonly record?: TaggedRecipe['record'];
	  }
	| { readonly kind: 'xml'; readonly element?: string }
	| { readonly kind: 'table'; readonly delimiter?: TableRecipe['delimiter'] };

/** Characters of a file that tell its shape. */
export const SHAPE_CHARACTERS = 1_000_000;
/** Values of a field that are kept to guess by, and records that are looked at. */
const SAMPLES = 40;
const RECORDS = 400;
/** Fields that a recipe lists; a file with more of them has no shape that a person could go through. */
const FIELDS = 300;

class FieldTable {
	private readonly held = new Map<string, { count: number; values: number; samples: string[]; last: number }>();
	add(record: number, name: string, value: string): void {
		const field = this.held.get(name) ?? { count: 0, values: 0, samples: [], last: -1 };
		this.held.set(name, field);
		if (field.last !== record) field.count++;
		field.last = record;
		field.values++;
		if (field.samples.length < SAMPLES) field.samples.push(value.slice(0, 2_000));
	}
	get fields(): FieldSample[] {
		return [...this.held]
			.slice(0, FIELDS)
			.map(([name, { count, values, samples }]) => ({ name, count, values, samples: distinct(samples) }));
	}
}

const recipeFields = (fields: readonly FieldSample[], records: number): Recipe['fields'] => {
	const meanings = guessMeanings(fields, records);
	return fields.map(({ name }, at) => ({ name, holds: meanings[at] ?? 'keep', split: null }));
};

/** @param beginning of the file, at most `SHAPE_CHARACTERS` of it @returns null where nothing in it repeats */
export function shapeOfFile(beginning: string, chosen: ChosenShape | null = null): FileShape | null {
	const text = beginning.slice(0, SHAPE_CHARACTERS).replace(/^\uFEFF/, '');
	switch (chosen?.kind) {
		case 'tagged':
			return taggedShape(text, chosen);
		case 'xml':
			return xmlShape(text, chosen.element);
		case 'table':
			return tableShape(text, chosen.delimiter);
		default:
			return text.trimStart().startsWith('<') ? xmlShape(text) : (taggedShape(text, {}) ?? tableShape(text));
	}
}

// ---- tagged text ----

type Line = { readonly text: string; readonly tagged: TaggedLine | null };

/** Lines with a tag among those that could have one, and how many tags come again. */
function score(lines: readonly string[], separator: string): number {
	const counts = new Map<string, number>();
	let [possible, tagged] = [0, 0];
	for (const text of lines) {
		if (text.trim() === '' || /^\s/.test(text)) continue;
		possible++;
		const tag = taggedLine(text, separator)?.tag;
		if (tag !== undefined) {
			tagged++;
			counts.set(tag, (counts.get(tag) ?? 0) + 1);
		}
	}
	const again = [...counts.values()].filter((count) => count > 1);
	const repeated = again.reduce((sum, count) => sum + count, 0);
	// Prose with colons has many words that come once; a file of one record has none that come again.
	return possible < 3 || again.length < 2 || repeated < tagged * 0.5 ? 0 : tagged / possible;
}

/** The one by which most lines have tags that come again: a common one, or what is often found behind the first word. */
function separatorOf(lines: readonly string[]): string | null {
	const counts = new Map<string, number>();
	for (const line of lines) {
		const found = punctuationBehindWord(line);
		if (found !== null) counts.set(found, (counts.get(found) ?? 0) + 1);
	}
	const frequent = [...counts].sort((a, b) => b[1] - a[1]).slice(0, 3);
	const candidates = new Set<string>([...TAG_SEPARATORS, ...frequent.map(([one]) => one)]);
	const scores = [...candidates].map((one) => ({ one, score: score(lines, one) }));
	const best = scores.reduce((a, b) => (b.score > a.score + 0.02 ? b : a));
	return best.score >= 0.5 ? best.one : null;
}

function taggedShape(
	text: string,
	{ separator, record }: Pick<ChosenShape & { kind: 'tagged' }, 'separator' | 'record'>
): FileShape | null {
	const lines = text.split(/\r\n|\r|\n/);
	const by = separator ?? separatorOf(lines);
	if (by === null) return null;
	const read = lines.map((line): Line => ({ text: line, tagged: taggedLine(line, by) }));
	const common = commonTags(read);
	const kept = read.map((line): Line =>
		line.tagged && looksLike(line.tagged.tag, common) ? line : { ...line, tagged: null }
	);
	const boundary = record ?? boundaryOf(kept);
	if (boundary === null) return null;
	const found = recordsIn(kept, boundary);
	const table = new FieldTable();
	for (const [at, fields] of found.entries())
		for (const { tag, value } of fields) if (value !== '') table.add(at, tag, value);
	const { fields } = table;
	if (fields.length === 0) return null;
	return {
		recipe: { kind: 'tagged', separator: by, record: boundary, fields: recipeFields(fields, found.length) },
		records: found.length,
		fields,
		elements: []
	};
}

/** The fields of the first records, with the lines that go on. */
function recordsIn(lines: readonly Line[], boundary: TaggedRecipe['record']): TaggedLine[][] {
	const records: TaggedLine[][] = [];
	let fields: { tag: string; value: string }[] = [];
	const finish = () => {
		if (fields.length > 0) records.push(fields);
		fields = [];
	};
	for (const { text, tagged } of lines) {
		if (records.length >= RECORDS) break;
		const plain = text.trim();
		const isEnd = boundary.by === 'blank-line' ? plain === '' : boundary.by === 'line' && plain === boundary.text;
		if (isEnd || (boundary.by === 'first-tag' && tagged?.tag === boundary.text)) finish();
		if (isEnd) continue;
		const last = fields.at(-1);
		if (tagged) fields.push({ ...tagged });
		else if (last) last.value = `${last.value} ${plain}`.trim();
		if (boundary.by === 'last-tag' && tagged?.tag === boundary.text) finish();
	}
	finish();
	return records;
}

/** Tags that come again and again. What comes once may be a word of a text with a colon. */
function commonTags(lines: readonly Line[]): ReadonlySet<string> {
	const counts = new Map<string, number>();
	for (const { tagged } of lines) if (tagged) counts.set(tagged.tag, (counts.get(tagged.tag) ?? 0) + 1);
	return new Set([...counts].filter(([, count]) => count > 1).map(([tag]) => tag));
}

function boundaryOf(lines: readonly Line[]): TaggedRecipe['record'] | null {
	const tagged = lines.flatMap((line) => (line.tagged ? [line.tagged] : []));
	const first = tagged[0]?.tag;
	if (first === undefined) return null;
	// A tag that never holds anything ends the record above it.
	const empty = new Map<string, number>();
	for (const { tag, value } of tagged) empty.set(tag, value === '' ? (empty.get(tag) ?? 0) + 1 : NaN);
	const ends = [...empty].filter(([, count]) => count > 1).map(([tag]) => tag);
	if (ends.length === 1 && ends[0] !== undefined && ends[0] !== first) return { by: 'last-tag', text: ends[0] };
	// A line of its own, such as asterisks, comes between.
	const rulers = new Map<string, number>();
	for (const { text, tagged: has } of lines) {
		const plain = text.trim();
		if (!has && plain.length >= 2 && plain.length <= 80 && !/\p{L}{3}/u.test(plain))
			rulers.set(plain, (rulers.get(plain) ?? 0) + 1);
	}
	const [ruler] = [...rulers].filter(([, count]) => count > 1).sort((a, b) => b[1] - a[1]);
	if (ruler) return { by: 'line', text: ruler[0] };
	// Every block between blank lines begins with the same tag, or the tag alone begins them.
	const starts = lines.filter(({ tagged: has }, at) => has && (at === 0 || lines[at - 1]?.text.trim() === ''));
	const begun = starts.filter((one) => one.tagged?.tag === first).length;
	const times = tagged.filter(({ tag }) => tag === first).length;
	// A line without a tag at the head of each block, such as a number, belongs to the record below it.
	const headed = lines.filter(
		({ tagged: has, text }, at) => !has && text.trim() !== '' && !/^\s/.test(text) && lines[at - 1]?.text.trim() === ''
	).length;
	if (times > 1 && headed * 2 >= times) return { by: 'blank-line', text: '' };
	if (times > 1 && (begun === times || starts.length <= 1)) return { by: 'first-tag', text: first };
	return starts.length > 1 ? { by: 'blank-line', text: '' } : times > 1 ? { by: 'first-tag', text: first } : null;
}

// ---- XML ----

function xmlShape(text: string, wanted?: string): FileShape | null {
	const elements = repeatedElements(text);
	const element = wanted ?? elements[0]?.name;
	if (element === undefined) return null;
	const xml = new RepeatingElements(({ name }) => name === element);
	// What is cut off at the end of the beginning is not an error of the file.
	const found = xml
		.push(text)
		.slice(0, RECORDS)
		.map((one) => one.element);
	if (found.length === 0) return null;
	const marks = marksOf(found);
	const table = new FieldTable();
	const told = new Set(marks);
	for (const [at, one] of found.entries())
		for (const { path, value } of pathValues(one, told)) table.add(at, path, value);
	const { fields } = table;
	if (fields.length === 0) return null;
	return {
		recipe: { kind: 'xml', element, marks, fields: recipeFields(fields, found.length) } satisfies XmlRecipe,
		records: found.length,
		fields,
		elements
	};
}

// ---- tables ----

function tableShape(text: string, wanted?: TableRecipe['delimiter']): FileShape | null {
	const rowsBy = (delimiter: string) =>
		Papa.parse<string[]>(text.slice(0, 200_000), { delimiter, preview: 60, skipEmptyLines: true }).data;
	/** Columns of the header row where most rows have as many; 0 where they differ. */
	const columns = (delimiter: string): number => {
		const rows = rowsBy(delimiter);
		const width = rows[0]?.length ?? 0;
		const alike = rows.filter((row) => row.length === width).length;
		return rows.length > 1 && width > 1 && alike >= (rows.length - 1) * 0.8 ? width : 0;
	};
	const best = TABLE_DELIMITERS.reduce((a, b) => (columns(b) > columns(a) ? b : a));
	const delimiter = wanted ?? best;
	const [heads, ...rows] = rowsBy(delimiter);
	if (!heads || (!wanted && columns(delimiter) === 0)) return null;
	// A row of prose is no header row.
	if (!wanted && (heads.some((one) => one.length > 80) || new Set(heads).size < heads.length)) return null;
	const names = heads.map((one, at) => one.trim() || `column ${at + 1}`);
	const fields = names.slice(0, FIELDS).map((name, at): FieldSample => {
		const values = rows.map((row) => (row[at] ?? '').trim()).filter((one) => one !== '');
		return {
			name: name.slice(0, 500),
			count: values.length,
			values: values.length,
			samples: distinct(values.slice(0, SAMPLES))
		};
	});
	return {
		recipe: { kind: 'table', delimiter, fields: recipeFields(fields, rows.length) },
		records: rows.length,
		fields,
		elements: []
	};
}
