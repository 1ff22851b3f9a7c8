/**
 * Headings among the keywords of imported references. Exports write them in ways of their own: inverted or not, with a mark
 * for the main topic, with qualifiers behind a separator. What a file does is found by what then matches the vocabulary.
 */
import { foldedKey } from '../text/index.ts';
import type { LabelMatch, Vocabulary } from './vocabulary.ts';

/** How a file writes headings. */
export interface HeadingStyle {
	/** Stands beside a heading that is a main topic; empty where none does. */
	readonly mark: string;
	/** Between a heading and its qualifiers; empty where there are none. */
	readonly separator: string;
}
export interface AssignedHeading {
	/** Identifier in the vocabulary. */
	readonly heading: string;
	readonly main: boolean;
	/** Names of qualifiers. */
	readonly qualifiers: readonly string[];
	/** `other-name`: an entry term or a former name of the heading. */
	readonly by: 'label' | 'other-name';
}

export const PLAIN_STYLE: HeadingStyle = { mark: '', separator: '' };
/** What is tried (common practice). */
const MARKS = ['*', '+', '!', '#', '^', '(major)', '[major]'] as const;
const SEPARATORS = ['/', '--', ' - ', ':', ';', '|', '>', '\\', ','] as const;

/** Without the mark at its beginning or end. */
function unmarked(text: string, mark: string): { readonly text: string; readonly marked: boolean } {
	const plain = text.trim();
	if (mark === '') return { text: plain, marked: false };
	if (plain.startsWith(mark)) return { text: plain.slice(mark.length).trim(), marked: true };
	if (plain.endsWith(mark)) return { text: plain.slice(0, -mark.length).trim(), marked: true };
	return { text: plain, marked: false };
}

const assigned = ({ heading, by }: LabelMatch, main: boolean, qualifiers: readonly string[]): AssignedHeading => ({
	heading: heading.id,
	main,
	qualifiers,
	by: by === 'entry-term' ? 'other-name' : 'label'
});

/** Matches keywords against one vocabulary. */
export class HeadingMatcher {
	private readonly qualifiers = new Map<string, string>();

	constructor(private readonly vocabulary: Vocabulary) {
		for (const { code, name } of vocabulary.qualifiers) {
			this.qualifiers.set(foldedKey(code), name);
			this.qualifiers.set(foldedKey(name), name);
		}
	}

	/** The heading that a keyword names; null where it names none, or has a qualifier that the vocabulary does not know. */
	match(text: string, { mark, separator }: HeadingStyle): AssignedHeading | null {
		// A heading may hold the separator: whole first.
		const whole = unmarked(text, mark);
		const alone = this.vocabulary.find(whole.text);
		if (alone) return assigned(alone, whole.marked, []);
		if (separator === '') return null;
		const parts = text.split(separator).map((part) => unmarked(part, mark));
		for (let cut = parts.length - 1; cut >= 1; cut--) {
			const heading = this.vocabulary.find(
				parts
					.slice(0, cut)
					.map((part) => part.text)
					.join(separator)
			);
			const names = parts.slice(cut).map((part) => this.qualifiers.get(foldedKey(part.text)));
			if (heading && names.every((name) => name !== undefined))
				return assigned(
					heading,
					parts.some((part) => part.marked),
					[...new Set(names)]
				);
		}
		return null;
	}

	/**
	 * How these keywords are written: with the mark and the separator by which most of them match.
	 * @param texts each once, some thousand at most
	 */
	styleOf(texts: readonly string[]): HeadingStyle {
		// Marks are no letters, so that a keyword matches with them or without: the style that sees them is the better one.
		const matched = (style: HeadingStyle) =>
			texts.reduce((sum, text) => {
				const found = this.match(text, style);
				return sum + (found === null ? 0 : found.main ? 1.001 : 1);
			}, 0);
		let best = { style: PLAIN_STYLE, count: matched(PLAIN_STYLE) };
		const offer = (style: HeadingStyle) => {
			const count = matched(style);
			if (count > best.count) best = { style, count };
		};
		for (const separator of SEPARATORS)
			if (texts.some((text) => text.includes(separator))) offer({ mark: '', separator });
		// With a mark inside: `Light/*use`. Each is tried with the best separator and with all that a mark may hide.
		const { separator } = best.style;
		for (const mark of MARKS)
			if (texts.some((text) => text.includes(mark)))
				for (const one of new Set(['', separator, ...(separator === '' ? SEPARATORS : [])]))
					offer({ mark, separator: one });
		return best.style;
	}
}
