/** The word that the cursor is on: the words of the collection that it stands for, those excluded again, the fields it is read in. */
import { fieldAt, foldPattern, patternsWithout, termAt, toSource, writtenWithout } from '@wide-lantern/core/editor';
import { callServer } from '$lib/contract/call-server';
import type { AnswerTo } from '$lib/contract/call-server';
import type { EnquiryClient } from './enquiry.svelte';
import { askForFigures } from './figures';
import { namesFor } from './line-names';

type Forms = Extract<AnswerTo<'GET /api/v1/enquiries/[enquiry]/variants'>, { readonly ok: true }>['value'];

export interface WordPlace {
	readonly line: string;
	readonly text: string;
	readonly word: string;
	/** The place of the cursor in the text of the line. */
	readonly at: number;
}
/** Fields that a term may be read in by itself; the usual ones need no code. */
export const TERM_FIELDS = [
	{ code: '', name: 'title, abstract and author keywords' },
	{ code: 'ti', name: 'title only' },
	{ code: 'ti+ab', name: 'title and abstract' },
	{ code: 'ti+kw', name: 'title and author keywords' },
	{ code: 'all', name: 'all fields' }
] as const;
export const fieldsName = (code: string): string => TERM_FIELDS.find((one) => one.code === code)?.name ?? code;

/** Words that are shown until somebody wants all. */
const SHOWN = 14;
/** Milliseconds that the cursor must rest before words are asked for. */
const REST = 200;

export class WordForms {
	excluded = $state.raw<ReadonlySet<string>>(new Set());
	said = $state('');
	private showsAll = $state(false);
	private found = $state.raw<{ readonly of: string; readonly forms: Forms } | null>(null);

	constructor(
		private readonly enquiry: Pick<EnquiryClient, 'id' | 'document' | 'edit'>,
		private readonly place: () => WordPlace
	) {}

	/** The pattern of the word, folded; null for operators, codes and numbers of lines. */
	get pattern(): string | null {
		const { text, at, word } = this.place();
		const node = termAt(text, at);
		const patterns = node === null ? [] : node.kind === 'word' ? [node.pattern] : node.patterns;
		return foldPattern(word).find((one) => patterns.includes(one)) ?? null;
	}
	/** The field of the term, where it has one to itself. */
	get own(): ReturnType<typeof fieldAt> {
		const { text, at } = this.place();
		return fieldAt(text, at);
	}
	/** Codes of the fields that the words are counted in. */
	get fields(): string {
		return this.own?.code ?? '';
	}

	/** Asks for the words, once the cursor rests on another word. @returns what stops it */
	ask(): (() => void) | undefined {
		const { pattern, fields } = this;
		const of = `${fields}:${pattern ?? ''}`;
		if (pattern === null || of === this.found?.of) return undefined;
		[this.excluded, this.showsAll, this.said] = [new Set(), false, ''];
		const asked = { path: { enquiry: this.enquiry.id }, query: { pattern, fields } };
		return askForFigures((signal) => callServer('GET /api/v1/enquiries/[enquiry]/variants', { ...asked, signal }), {
			after: REST,
			show: (forms) => (this.found = { of, forms })
		});
	}

	/** Null while they are those of another word. */
	get forms(): Forms | null {
		return this.found?.of === `${this.fields}:${this.pattern ?? ''}` ? this.found.forms : null;
	}
	get shown(): Forms['variants'] {
		return this.forms?.variants.slice(0, this.showsAll ? undefined : SHOWN) ?? [];
	}
	showAll(): void {
		this.showsAll = true;
	}
	/** Length of a bar, from 0 to 1: bars compare by powers of ten. */
	share(records: number): number {
		const most = Math.max(1, ...(this.forms?.variants.map((one) => one.records) ?? []));
		return Math.log10(records + 1) / Math.log10(most + 1);
	}

	toggle(word: string): void {
		const next = new Set(this.excluded);
		if (!next.delete(word)) next.add(word);
		this.excluded = next;
	}

	/** Puts narrower patterns in the place of the one, so that the excluded words are not matched any more. */
	exclude(): void {
		const { forms, pattern, excluded } = this;
		if (!forms || pattern === null) return;
		const { text, at, word } = this.place();
		const words = forms.variants.map((one) => one.word);
		const patterns = patternsWithout(pattern, words, excluded);
		const edit = patterns && writtenWithout(text, at, pattern, patterns);
		if (!edit) {
			this.said = 'That would be more than 200 words. Give the stem more letters first.';
			return;
		}
		const list = [...excluded].join(', ');
		if (this.write(`remove ${list} from ${word}`, text.slice(0, edit.from) + edit.insert + text.slice(edit.to)))
			this.said = `Removed: ${list}.`;
	}

	/** Reads the term in other fields. @param code empty for the usual ones */
	readIn(code: string): void {
		const { own } = this;
		if (!own) return;
		const { text } = this.place();
		const term = text.slice(own.term.from, own.term.to);
		const coded = code === '' ? term : `${code}:${term}`;
		this.write(`read ${term} in ${fieldsName(code)}`, text.slice(0, own.whole.from) + coded + text.slice(own.whole.to));
	}

	/** References are held by identity again; concepts and headings are anchored by the server. */
	private write(name: string, text: string): boolean {
		const { document } = this.enquiry;
		const names = namesFor(
			document,
			document.lines.map((line) => line.id)
		);
		const source = toSource(text, { ...names, conceptIds: () => null });
		return this.enquiry.edit(name, [{ do: 'set', at: ['lines', this.place().line, 'source'], value: source }]);
	}
}
