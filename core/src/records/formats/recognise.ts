/** What a file of references is: its encoding by its bytes, its format by its beginning. */
import { bibtexReader } from './bibtex-read.ts';
import { cslReader } from './csl.ts';
import { libraryXmlReader } from './library-xml.ts';
import { recordsJsonReader } from './records-json.ts';
import { risReader } from './ris-read.ts';
import type { ReferenceReader } from './reference.ts';
import { referenceTable, tableReader } from './table.ts';

export const REFERENCE_FORMATS = [
	'ris',
	'csl-json',
	'records-json',
	'bibtex',
	'marcxml',
	'mods',
	'dublin-core',
	'table'
] as const;
export type ReferenceFormat = (typeof REFERENCE_FORMATS)[number];
/** In the labels that `TextDecoder` knows. */
export type TextEncoding = 'utf-8' | 'utf-16le' | 'utf-16be' | 'windows-1252';

/**
 * The encoding that a file is written in: by its byte order mark, else by where its NUL bytes stand, else UTF-8.
 * A file that is not valid UTF-8 is Windows-1252, which whoever reads it to its end finds out.
 * @returns null for a file that is not text
 */
export function encodingOf(bytes: Uint8Array): TextEncoding | null {
	if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le';
	if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be';
	const some = bytes.subarray(0, 4_096);
	let [even, odd] = [0, 0];
	for (const [at, byte] of some.entries())
		if (byte === 0) {
			if (at % 2 === 0) even++;
			else odd++;
		}
	if (even + odd === 0) return 'utf-8';
	// Text in Latin letters has a NUL in nearly every pair of UTF-16, always on the same side.
	const pairs = some.length / 2;
	if (odd > pairs * 0.6 && even < pairs * 0.05) return 'utf-16le';
	if (even > pairs * 0.6 && odd < pairs * 0.05) return 'utf-16be';
	return null;
}

/** @param beginning of the text, some ten thousand characters of it @returns null where it is none that is read */
export function formatOf(beginning: string): ReferenceFormat | null {
	const text = beginning.replace(/^\uFEFF/, '').trimStart();
	if (/^TY {1,2}-/m.test(text)) return 'ris';
	if (/^\[\s*\{\s*"record"\s*:\s*\{/.test(text)) return 'records-json';
	if (/^(?:\[\s*)?\{\s*"/.test(text) || /^\[\s*\]/.test(text)) return 'csl-json';
	if (/^[ \t]*@(?:[A-Za-z]+)[ \t]*[{(]/m.test(text)) return 'bibtex';
	if (text.startsWith('<')) return xmlFormatOf(text);
	return referenceTable(text) === null ? null : 'table';
}

/** By the elements of which the formats consist; what an SRU service answers holds one of them. */
function xmlFormatOf(text: string): ReferenceFormat | null {
	if (/<(?:\w+:)?mods[\s>]/.test(text)) return 'mods';
	if (/<(?:\w+:)?datafield\s/.test(text)) return 'marcxml';
	return /<(?:\w+:)?dc[\s>]/.test(text) || /purl\.org\/dc\/(?:elements|terms)/.test(text) ? 'dublin-core' : null;
}

/** @param idOf number of a reference that has none itself, from its place among those read, from 1 */
export function readerOf(format: ReferenceFormat, source: string, idOf: (place: number) => string): ReferenceReader {
	switch (format) {
		case 'ris':
			return risReader(source, idOf);
		case 'csl-json':
			return cslReader(source, idOf);
		case 'records-json':
			return recordsJsonReader(source);
		case 'bibtex':
			return bibtexReader(source, idOf);
		case 'table':
			return tableReader(source, idOf);
		default:
			return libraryXmlReader(format, source, idOf);
	}
}
