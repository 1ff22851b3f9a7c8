/** Terms of a concept as they are typed: a whole sentence is caught, a term is made fit for the notation. */
import { hasErrors, parse, printTerm } from '../query/index.ts';
import { SMALL_WORDS, tokenTexts } from '../text/index.ts';

/** True for what reads like a question or a sentence rather than a term. */
export function looksLikeSentence(text: string): boolean {
	const words = tokenTexts(text);
	const small = words.filter((word) => SMALL_WORDS.has(word)).length;
	return words.length >= 5 && (small >= 2 || words.length >= 8 || /[?.!]\s*$/.test(text));
}

/** The pieces of a sentence that could be terms: runs of words between small words and punctuation. */
export function splitSentence(text: string): string[] {
	return text
		.split(/[,;:.?!()]+/)
		.flatMap((clause) => {
			const pieces: string[][] = [[]];
			for (const word of clause.split(/\s+/).filter((one) => one !== ''))
				if (SMALL_WORDS.has(word.toLowerCase())) pieces.push([]);
				else pieces.at(-1)?.push(word);
			return pieces.map((piece) => piece.join(' '));
		})
		.filter((piece) => piece !== '');
}

/** `ti:vocal training` as `ti:"vocal training"`: words side by side behind fields of the notation are a phrase there. Null for anything else. */
export function phraseInField(text: string): string | null {
	const [, fields, words] = /^([a-z]{2}(?:\+[a-z]{2})*):\s*([^"():]*\s[^"():]*)$/i.exec(text.trim()) ?? [];
	if (fields === undefined || words === undefined) return null;
	const expression = `${fields.toLowerCase()}:${printTerm(words)}`;
	const { tree, faults } = parse(expression);
	return tree?.kind === 'field' && !hasErrors(faults) ? expression : null;
}

export type TermReading =
	| { readonly kind: 'term'; readonly expression: string }
	| { readonly kind: 'sentence'; readonly pieces: readonly string[] }
	| { readonly kind: 'refused'; readonly message: string };

/** Reads a term as a person types it: words side by side are a phrase; notation is kept as it is. */
export function readTermText(typed: string): TermReading {
	const text = typed.trim().replace(/\s+/g, ' ');
	if (text === '') return { kind: 'refused', message: 'Type a word or a phrase.' };
	const parsed = parse(text);
	if (!hasErrors(parsed.faults) && parsed.tree) {
		if (['word', 'phrase', 'near', 'field'].includes(parsed.tree.kind)) return { kind: 'term', expression: text };
		return {
			kind: 'refused',
			message: 'A term is one word, phrase or proximity. Operators, headings and lines belong in the strategy.'
		};
	}
	const fielded = phraseInField(text);
	if (fielded !== null) return { kind: 'term', expression: fielded };
	if (looksLikeSentence(text)) return { kind: 'sentence', pieces: splitSentence(text) };
	const quoted = parse(printTerm(text.replace(/["\u201C\u201D\u201E\u201F]/g, '')));
	if (!hasErrors(quoted.faults) && quoted.tree)
		return { kind: 'term', expression: printTerm(text.replace(/["\u201C\u201D\u201E\u201F]/g, '')) };
	return { kind: 'refused', message: parsed.faults[0]?.message ?? 'This cannot be searched.' };
}
