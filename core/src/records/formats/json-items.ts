/** The objects of a JSON file, one after another, while it comes in pieces: those of a list, or one to a line. */
import {
	RAW_CEILING,
	REFERENCE_CEILING,
	type ImportedReference,
	type ReadPiece,
	type ReferenceReader
} from './reference.ts';

export interface JsonItem {
	/** Line on which it begins, from 1. */
	readonly line: number;
	readonly text: string;
	/** False where it is longer than any item, or the file ends inside it; `text` is its beginning then. */
	readonly whole: boolean;
}

export class JsonItems {
	private text = '';
	private line = 1;
	private began = 0;
	private depth = 0;
	private inString = false;
	private escaped = false;
	private cut = false;

	push(chunk: string): JsonItem[] {
		const items: JsonItem[] = [];
		let from = this.depth > 0 ? 0 : -1;
		for (let at = 0; at < chunk.length; at++) {
			const code = chunk.charCodeAt(at);
			if (code === 10) this.line++;
			if (this.inString) {
				if (this.escaped) this.escaped = false;
				else if (code === 92) this.escaped = true;
				else if (code === 34) this.inString = false;
				continue;
			}
			if (code === 34 && this.depth > 0) this.inString = true;
			else if (code === 123) {
				if (this.depth++ > 0) continue;
				from = at;
				this.began = this.line;
			} else if (code === 125 && this.depth > 0 && --this.depth === 0) {
				this.keep(chunk.slice(from, at + 1));
				items.push({
					line: this.began,
					text: this.cut ? this.text.slice(0, RAW_CEILING) : this.text,
					whole: !this.cut
				});
				this.text = '';
				this.cut = false;
				from = -1;
			}
		}
		if (from >= 0) this.keep(chunk.slice(from));
		return items;
	}

	end(): JsonItem[] {
		if (this.depth === 0) return [];
		this.depth = 0;
		return [{ line: this.began, text: this.text.slice(0, RAW_CEILING), whole: false }];
	}

	private keep(text: string): void {
		if (this.text.length + text.length > REFERENCE_CEILING) this.cut = true;
		if (!this.cut) this.text += text;
	}
}

/**
 * Reads a list of items one by one.
 * @param read gives the reference that an item is, from its place among those read, from 1; or the reason why it is none
 */
export function itemsReader(read: (value: unknown, place: number) => ImportedReference | string): ReferenceReader {
	const items = new JsonItems();
	let place = 0;
	const readAll = (found: readonly JsonItem[]): ReadPiece[] =>
		found.map(({ line, text, whole }) => {
			const reference = whole
				? parsed(text)
				: 'The file ends inside this item, or the item is longer than any reference.';
			if (typeof reference === 'string')
				return { kind: 'unreadable', line, reason: reference, raw: text.slice(0, RAW_CEILING) };
			place++;
			return { kind: 'reference', reference };
		});
	const parsed = (text: string): ImportedReference | string => {
		try {
			return read(JSON.parse(text), place + 1);
		} catch {
			// Also an item that is nested too deeply for the call stack.
			return 'It is not valid JSON, or it is nested too deeply.';
		}
	};
	return { push: (text) => readAll(items.push(text)), end: () => readAll(items.end()) };
}
