/**
 * Reads BibTeX and BibLaTeX, entry by entry. Values without TeX commands are read here; those with them are handed to
 * `@retorquere/bibtex-parser`, which knows TeX and takes milliseconds for each.
 */
import { parse as parseTex } from '@retorquere/bibtex-parser';
import { LRUCache } from 'lru-cache';
import { blankRecord } from '../blank.ts';
import { doiIn } from '../doi.ts';
import {
	distinct,
	RAW_CEILING,
	REFERENCE_CEILING,
	yearIn,
	type ImportedReference,
	type KeptField,
	type ReadPiece,
	type ReferenceReader
} from './reference.ts';

/** @param source name of the source that the file comes from @param idOf number of a reference that has none itself, from its place among those read, from 1 */
export function bibtexReader(source: string, idOf: (place: number) => string): ReferenceReader {
	return new BibtexReader(source, idOf);
}

/** Where an entry begins: at the margin, so that `@` inside of an abstract begins none. */
const BEGINNING = /(?:^|\n)[ \t]*@([A-Za-z]+)[ \t]*([{(])/g;

class BibtexReader implements ReferenceReader {
	private rest = '';
	/** Lines of the file before `rest`. */
	private lines = 0;
	private place = 0;
	private readonly strings = new Map<string, string>(MONTHS);

	constructor(
		private readonly source: string,
		private readonly idOf: (place: number) => string
	) {}

	push(text: string): ReadPiece[] {
		this.rest += text.replaceAll('\r\n', '\n');
		return this.read(false);
	}
	end(): ReadPiece[] {
		return this.read(true);
	}

	private read(last: boolean): ReadPiece[] {
		const pieces: ReadPiece[] = [];
		let from = 0;
		for (;;) {
			BEGINNING.lastIndex = from;
			const begin = BEGINNING.exec(this.rest);
			if (!begin) break;
			const [whole, type = '', bracket = '{'] = begin;
			const at = begin.index + whole.indexOf('@');
			const open = begin.index + whole.length;
			const end = closing(this.rest, open, bracket === '{' ? '}' : ')');
			const line = this.lines + lineBreaks(this.rest, from, at) + 1;
			BEGINNING.lastIndex = open;
			const next = BEGINNING.exec(this.rest);
			const broken = end === null && (next !== null || last || this.rest.length - at > REFERENCE_CEILING);
			if (end === null && !broken) break;
			const upTo = end ?? next?.index ?? this.rest.length;
			if (end === null) pieces.push(unreadable(line, 'Its last bracket is missing.', this.rest.slice(at, upTo)));
			else
				pieces.push(...this.entry(type.toLowerCase(), this.rest.slice(open, end), line, this.rest.slice(at, end + 1)));
			const after = end === null ? upTo : end + 1;
			this.lines += lineBreaks(this.rest, from, after);
			from = after;
		}
		// Text between entries is a comment; only what may be the beginning of one is kept.
		const keep = last ? this.rest.length : Math.max(from, this.beginningAt(from));
		this.lines += lineBreaks(this.rest, from, keep);
		this.rest = this.rest.slice(keep);
		return pieces;
	}

	/** Where the next entry begins, or the last line: it may be the beginning of one. */
	private beginningAt(from: number): number {
		BEGINNING.lastIndex = from;
		const begin = BEGINNING.exec(this.rest);
		return begin ? begin.index : this.rest.lastIndexOf('\n');
	}

	private entry(type: string, inside: string, line: number, raw: string): ReadPiece[] {
		if (type === 'comment' || type === 'preamble') return [];
		const comma = inside.indexOf(',');
		const fields = fieldsOf(type === 'string' ? inside : comma < 0 ? '' : inside.slice(comma + 1), this.strings);
		if (fields === null) return [unreadable(line, 'One of its fields has no “=” or no closing bracket.', raw)];
		if (type === 'string') {
			for (const [name, value] of fields) this.strings.set(name, value);
			return [];
		}
		const key = (comma < 0 ? inside : inside.slice(0, comma)).trim();
		const reference = referenceOf(type, key, fields, this.source, this.idOf(this.place + 1));
		if (reference.record.titles.length === 0 && reference.record.abstract === '')
			return [unreadable(line, 'It has neither a title nor an abstract.', raw)];
		this.place++;
		return [{ kind: 'reference', reference }];
	}
}

const unreadable = (line: number, reason: string, raw: string): ReadPiece => ({
	kind: 'unreadable',
	line,
	reason,
	raw: raw.trim().slice(0, RAW_CEILING)
});

function lineBreaks(text: string, from: number, to: number): number {
	let count = 0;
	for (let at = text.indexOf('\n', from); at >= 0 && at < to; at = text.indexOf('\n', at + 1)) count++;
	return count;
}

/** Where the bracket that is open at `from` closes; null where it does not. Escaped brackets count for none. */
function closing(text: string, from: number, bracket: string): number | null {
	let depth = 0;
	for (let at = from; at < text.length; at++) {
		const character = text.charAt(at);
		if (character === '\\') at++;
		else if (depth === 0 && character === bracket) return at;
		else if (character === '{') depth++;
		else if (character === '}') depth--;
	}
	return null;
}

/** Names of months that BibTeX knows by itself. */
const MONTHS: readonly (readonly [string, string])[] = [
	'jan',
	'feb',
	'mar',
	'apr',
	'may',
	'jun',
	'jul',
	'aug',
	'sep',
	'oct',
	'nov',
	'dec'
].map((name, at) => [name, String(at + 1)] as const);

/** `name = value` with commas between; values are braced, quoted, numbers or names of strings, joined by `#`. Null where that is not so. */
function fieldsOf(text: string, strings: ReadonlyMap<string, string>): Map<string, string> | null {
	const fields = new Map<string, string>();
	let at = 0;
	const skip = () => {
		while (at < text.length && /[\s,]/.test(text.charAt(at))) at++;
	};
	for (skip(); at < text.length; skip()) {
		const name = /^[^\s=,{}"#]+/.exec(text.slice(at, at + 200))?.[0];
		if (name === undefined) return null;
		at += name.length;
		while (/\s/.test(text.charAt(at))) at++;
		if (text.charAt(at) !== '=') return null;
		at++;
		let value = '';
		for (;;) {
			while (/\s/.test(text.charAt(at))) at++;
			const character = text.charAt(at);
			if (character === '{' || character === '"') {
				const end = closing(text, at + 1, character === '{' ? '}' : '"');
				if (end === null) return null;
				value += text.slice(at + 1, end);
				at = end + 1;
			} else {
				const bare = /^[^\s,#"{}]+/.exec(text.slice(at, at + 500))?.[0] ?? '';
				value += strings.get(bare.toLowerCase()) ?? bare;
				at += bare.length;
			}
			while (/\s/.test(text.charAt(at))) at++;
			if (text.charAt(at) !== '#') break;
			at++;
		}
		if (at < text.length && text.charAt(at) !== ',') return null;
		const key = name.toLowerCase();
		if (value.trim() !== '' && !fields.has(key)) fields.set(key, value.replaceAll(/\s+/g, ' ').trim());
	}
	return fields;
}

const decoded = new LRUCache<string, string>({ max: 5_000 });
/** Longest text that is read as TeX. */
const TEX_CEILING = 20_000;

/** Text without TeX: braces that protect capitals go, commands become what they stand for. */
function plain(value: string): string {
	if (!/[\\$~]|--|``|''/.test(value)) return value.replaceAll(/[{}]/g, '');
	if (value.length > TEX_CEILING) return value.replaceAll(/[{}]/g, '');
	const known = decoded.get(value);
	if (known !== undefined) return known;
	const text = fromTex(value).replaceAll(/\s+/g, ' ').trim();
	decoded.set(value, text);
	return text;
}
function fromTex(value: string): string {
	try {
		const { entries } = parseTex(`@misc{one,\n title = {${value}}\n}`, {
			english: false,
			sentenceCase: false,
			caseProtection: false,
			unsupported: (_, tex) => tex
		});
		const title = entries[0]?.fields['title'];
		if (typeof title === 'string') return withoutMarkup(title).normalize('NFC');
	} catch {
		// What cannot be read as TeX is shown as it was written.
	}
	return value.replaceAll(/[{}]/g, '');
}
/** The library gives italics and the like as elements. */
const withoutMarkup = (text: string) => text.replaceAll(/<\/?(?:i|b|sub|sup|sc|span|em|u)(?: [^<>]*)?>/g, '');

const USED: ReadonlySet<string> = new Set([
	'author',
	'title',
	'subtitle',
	'abstract',
	'journal',
	'journaltitle',
	'booktitle',
	'year',
	'date',
	'keywords',
	'doi',
	'language',
	'langid',
	'pmid',
	'affiliation'
]);

function referenceOf(
	type: string,
	key: string,
	fields: ReadonlyMap<string, string>,
	source: string,
	ownId: string
): ImportedReference {
	const value = (...names: string[]) =>
		plain(names.map((name) => fields.get(name)).find((one) => one !== undefined) ?? '');
	const title = [value('title'), value('subtitle')].filter((one) => one !== '').join(': ');
	const year = yearIn(value('year', 'date'));
	const doi = doiIn(value('doi')) ?? doiIn(value('url'));
	const kept: KeptField[] = [...fields]
		.filter(([name]) => !USED.has(name))
		.map(([name, text]) => ({ name, value: name === 'pages' ? plain(text).replaceAll(/--?|–/g, '-') : plain(text) }));
	return {
		record: {
			...blankRecord(ownId.slice(0, 300)),
			source,
			identifiers: distinct([doi ?? '', value('pmid')]),
			titles: distinct([title]),
			abstract: value('abstract'),
			keywords: distinct(value('keywords').split(/[;,]/)),
			authors: namesOf(fields.get('author') ?? ''),
			journal: value('journal', 'journaltitle', 'booktitle'),
			affiliations: distinct([value('affiliation')]),
			year: year !== null && year <= 9999 ? year : null,
			languages: distinct([value('language', 'langid')]),
			types: [type]
		},
		kept: key === '' ? kept : [...kept, { name: 'key', value: key }]
	};
}

/** Names with `and` between, as records write them: `Family, Given`. */
function namesOf(text: string): string[] {
	const names: string[] = [];
	let [depth, from] = [0, 0];
	for (let at = 0; at <= text.length; at++) {
		const character = text.charAt(at);
		if (character === '{') depth++;
		else if (character === '}') depth--;
		else if (at === text.length || (depth === 0 && /^\sand\s/i.test(text.slice(at, at + 5)))) {
			names.push(text.slice(from, at).trim());
			from = at + 5;
			at += 4;
		}
	}
	return distinct(names.filter((one) => one.toLowerCase() !== 'others').map(nameOf));
}

function nameOf(text: string): string {
	// A name in braces is no person's: it has no parts.
	if (text.startsWith('{') && closing(text, 1, '}') === text.length - 1) return plain(text);
	const parts = text.split(',').map((one) => plain(one.trim()));
	const [family = '', second = '', third] = parts;
	if (third !== undefined) return `${family} ${second}, ${third}`.trim();
	if (parts.length === 2) return `${family}, ${second}`;
	const words = plain(text).split(' ');
	const particle = words.findIndex((one, at) => at > 0 && at < words.length - 1 && /^\p{Ll}/u.test(one));
	const from = particle > 0 ? particle : words.length - 1;
	return from <= 0 ? words.join(' ') : `${words.slice(from).join(' ')}, ${words.slice(0, from).join(' ')}`;
}
