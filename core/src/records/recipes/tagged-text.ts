/** Reads tagged text as a recipe says: a short tag at the margin, a separator, and lines that go on with the field above. */
import { LRUCache } from 'lru-cache';
import { referenceOfFields } from '../formats/fields.ts';
import { FileLines } from '../formats/lines.ts';
import { RAW_CEILING, REFERENCE_CEILING, type ReadPiece, type ReferenceReader } from '../formats/reference.ts';
import type { TaggedRecipe } from './recipe.ts';

/** Longest tag, in characters. */
export const TAG_CEILING = 32;
const WORD = String.raw`[%#.]?\p{L}[\p{L}\p{Nd}_./]*(?: [\p{L}\p{Nd}_./]+){0,3}|[%#.]\p{L}`;
/** A lone blank separates only after short capitals. */
const BLANK = /^([%#.]?[A-Z][A-Z0-9]{0,3}|[%#.][A-Za-z0-9])(?= |$)/u;
const patterns = new LRUCache<string, RegExp>({ max: 100 });
/** The tag and the separator at the start of a line. */
function patternOf(separator: string): RegExp {
	const known = patterns.get(separator);
	if (known) return known;
	const escaped = [...separator].map((one) => String.raw`\u{${(one.codePointAt(0) ?? 0).toString(16)}}`).join('');
	// A hyphen inside a word and the colon of an address are none; two of a kind are another separator.
	const behind = separator === '-' ? String.raw`(?=[ \t]|$)` : separator === ':' ? '(?!//)' : '';
	const between = separator === '\t' ? '' : String.raw`[ \t]*`;
	const pattern = separator === ' ' ? BLANK : new RegExp(`^(${WORD})${between}${escaped}(?!${escaped})${behind}`, 'u');
	patterns.set(separator, pattern);
	return pattern;
}
/** Punctuation behind the first word of a line, which may be a separator that is not a common one. */
const PUNCTUATED = new RegExp(String.raw`^(?:${WORD})[ \t]*([^\p{L}\p{Nd}\s]{1,3})(?=[ \t])`, 'u');
export const punctuationBehindWord = (text: string): string | null =>
	PUNCTUATED.exec(text.slice(0, 2 * TAG_CEILING))?.[1] ?? null;

export interface TaggedLine {
	readonly tag: string;
	readonly value: string;
}

/** @returns null for a line without a tag */
export function taggedLine(text: string, separator: string): TaggedLine | null {
	const line = text.charCodeAt(0) === 0xfeff ? text.slice(1) : text;
	// Only the beginning tells: a line may be as long as an abstract.
	const [found, tag] = patternOf(separator).exec(line.slice(0, 2 * TAG_CEILING)) ?? [];
	return tag === undefined || found === undefined || tag.length > TAG_CEILING
		? null
		: { tag, value: line.slice(found.length).trim() };
}

/** Whether a tag that is not listed looks like those that are: a word with a colon inside an abstract is none. */
export function looksLike(tag: string, tags: ReadonlySet<string>): boolean {
	if (tags.has(tag)) return true;
	const all = [...tags];
	const longest = Math.max(0, ...all.map((one) => one.length));
	const capitals = all.every((one) => one === one.toUpperCase());
	return tag.length <= longest && !tag.includes(' ') && capitals && tag === tag.toUpperCase();
}

interface Field {
	readonly tag: string;
	value: string;
}

/** @param source name of the source that the file comes from @param idOf number of a reference that has none itself, from its place among those read, from 1 */
export function taggedReader(recipe: TaggedRecipe, source: string, idOf: (place: number) => string): ReferenceReader {
	return new TaggedReader(recipe, source, idOf);
}

class TaggedReader implements ReferenceReader {
	private pieces: ReadPiece[] = [];
	private readonly lines = new FileLines(
		(text) => {
			this.take(text);
		},
		(piece) => {
			this.pieces.push(piece);
		}
	);
	private readonly tags: ReadonlySet<string>;
	private readonly manyValued: ReadonlySet<string>;
	private fields: Field[] = [];
	/** The record as the file has it, for what cannot be read. */
	private raw = '';
	private began = 1;
	private characters = 0;
	private place = 0;
	/** The record is longer than any; what is left of it is dropped. */
	private tooLong = false;

	constructor(
		private readonly recipe: TaggedRecipe,
		private readonly source: string,
		private readonly idOf: (place: number) => string
	) {
		const { record } = recipe;
		this.tags = new Set([
			...recipe.fields.map(({ name }) => name),
			...(record.by === 'first-tag' || record.by === 'last-tag' ? [record.text] : [])
		]);
		this.manyValued = new Set(
			recipe.fields.filter(({ holds }) => holds === 'keywords' || holds === 'authors').map(({ name }) => name)
		);
	}

	push(text: string): ReadPiece[] {
		this.pieces = [];
		this.lines.push(text);
		return this.pieces;
	}
	end(): ReadPiece[] {
		this.pieces = [];
		this.lines.end();
		this.finish();
		return this.pieces;
	}

	private take(text: string): void {
		const { by, text: mark } = this.recipe.record;
		const plain = text.trim();
		if ((by === 'blank-line' && plain === '') || (by === 'line' && plain === mark)) {
			this.finish();
			return;
		}
		const tagged = taggedLine(text, this.recipe.separator);
		if (by === 'first-tag' && tagged?.tag === mark) this.finish();
		if (plain === '' || text === '\uFEFF') return;
		if (this.raw === '') this.began = this.lines.number;
		this.characters += text.length;
		if (this.characters > REFERENCE_CEILING) this.tooLong = true;
		if (this.tooLong) return;
		if (this.raw.length < RAW_CEILING) this.raw += `${text}\n`;
		if (tagged && looksLike(tagged.tag, this.tags)) this.fields.push({ ...tagged });
		else this.goOn(text, plain);
		if (by === 'last-tag' && tagged?.tag === mark) this.finish();
	}

	private goOn(text: string, plain: string): void {
		const last = this.fields.at(-1);
		if (!last) return;
		if (last.value !== '' && !/^\s/.test(text) && this.manyValued.has(last.tag))
			this.fields.push({ tag: last.tag, value: plain });
		else last.value = last.value === '' ? plain : `${last.value} ${plain}`;
	}

	private finish(): void {
		const { fields, raw, tooLong } = this;
		this.fields = [];
		this.raw = '';
		this.characters = 0;
		this.tooLong = false;
		if (raw.trim() === '') return;
		const reference = tooLong ? null : this.referenceOf(fields);
		if (reference) {
			this.place++;
			this.pieces.push({ kind: 'reference', reference });
		} else
			this.pieces.push({
				kind: 'unreadable',
				line: this.began,
				reason: tooLong
					? 'It is longer than any reference: where it ends was not found.'
					: fields.length === 0
						? 'This text is not inside a record: no tag is above it.'
						: 'It has neither a title nor an abstract.',
				raw: raw.slice(0, RAW_CEILING)
			});
	}

	private referenceOf(fields: readonly Field[]) {
		const texts = new Map<string, string[]>();
		for (const { tag, value } of fields) {
			if (value === '') continue;
			const held = texts.get(tag);
			if (held) held.push(value);
			else texts.set(tag, [value]);
		}
		const listed = this.recipe.fields.map(({ name, holds, split }) => ({
			name,
			holds,
			split,
			texts: texts.get(name) ?? []
		}));
		const further = [...texts]
			.filter(([tag]) => !this.recipe.fields.some(({ name }) => name === tag))
			.map(([name, values]) => ({ name, holds: 'keep', split: '', texts: values }) as const);
		return referenceOfFields([...listed, ...further], this.source, this.idOf(this.place + 1));
	}
}
