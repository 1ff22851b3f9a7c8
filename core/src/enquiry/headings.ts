/** Headings as a concept takes them: with their reach, as a main topic, with qualifiers; and what that is as pieces of the notation. */
import { printLabel } from '../query/index.ts';
import type { Concept } from './enquiry.ts';

export type ConceptHeading = Concept['headings'][number];

/** How a heading is taken. */
export type TakenAs = Pick<
	ConceptHeading,
	'vocabulary' | 'heading' | 'reach' | 'main' | 'picked' | 'except' | 'qualifiers'
>;

/** Label of a heading, with its vocabulary's name where it must be told apart; null where it is not known. */
export type HeadingLabel = (
	vocabulary: string,
	heading: string
) => { readonly label: string; readonly vocabulary: string | null } | null;

/** The same for two headings that are taken alike; for counts and for what is used. */
export function headingKey(one: TakenAs): string {
	const more = [
		one.main ? '!' : '',
		...(one.qualifiers ?? []),
		...(one.reach === 'picked' ? ['>', ...(one.picked ?? [])] : []),
		...(one.reach === 'narrower' ? (one.except ?? []).map((id) => `-${id}`) : [])
	].filter((part) => part !== '');
	return [one.vocabulary, one.heading, one.reach, ...more].join(':');
}

/**
 * A taken heading as pieces to be joined with OR: one, or with hand-picked narrower ones as many as
 * were picked and itself. Those that are not known are left out.
 */
export function headingPieces(
	one: TakenAs,
	labelOf: HeadingLabel,
	qualifierName: (vocabulary: string, code: string) => string = (_, code) => code
): string[] {
	const qualifiers = (one.qualifiers ?? []).map((code) => qualifierName(one.vocabulary, code));
	const ids =
		one.reach === 'picked' ? [one.heading, ...(one.picked ?? []).filter((id) => id !== one.heading)] : [one.heading];
	return ids.flatMap((id) => {
		const found = labelOf(one.vocabulary, id);
		if (!found) return [];
		const name = `${one.main ? '!' : ''}${found.vocabulary === null ? '' : `${found.vocabulary}:`}${printLabel(found.label)}`;
		const excluded =
			one.reach === 'narrower'
				? (one.except ?? []).flatMap((other) => labelOf(one.vocabulary, other)?.label ?? [])
				: [];
		const except = excluded.length > 0 ? ` except ${excluded.map(printLabel).join('; ')}` : '';
		return [
			`{${name}${one.reach === 'narrower' ? ` >${except}` : ''}${qualifiers.length > 0 ? ` | ${qualifiers.map(printLabel).join('; ')}` : ''}}`
		];
	});
}
