/** What a field of a file may hold, by its name and, where that says nothing, by its values: years, identifiers, long prose, names. */
import { foldedKey } from '../../text/index.ts';
import { doiIn } from '../doi.ts';
import { NAMES_OF, type FieldMeaning } from '../formats/fields.ts';
import { languageKey } from '../linkage/languages.ts';

export interface FieldSample {
	readonly name: string;
	/** Records that have it. */
	readonly count: number;
	/** Values in all of them together. */
	readonly values: number;
	/** Some of its values, each once. */
	readonly samples: readonly string[];
}

/** Meanings that one field only can have. */
const ONCE: ReadonlySet<FieldMeaning> = new Set([
	'abstract',
	'journal',
	'year',
	'number',
	'volume',
	'issue',
	'pages',
	'first page',
	'last page'
]);

const BY_NAME: ReadonlyMap<string, FieldMeaning> = new Map(
	(Object.entries(NAMES_OF) as [FieldMeaning, readonly string[]][]).flatMap(([holds, names]) =>
		names.map((name) => [name, holds] as const)
	)
);

/** The last part of a path: `field[name=ti]` is named `ti`, `a/b/@id` is named `id`. */
const lastName = (path: string): string => /=([^\]=]+)\]$/.exec(path)?.[1] ?? path.split('/').at(-1) ?? path;

/** “Kelwick, Anna”, “van Kelwick A.”, “Kelwick AB; Ulmadin C”. */
const FAMILY_FIRST =
	/^\p{L}[\p{L}'’-]+(?:[ -]\p{L}[\p{L}'’-]+){0,2}(?:, ?\p{Lu}|,? \p{Lu}\.?(?:[ -]?\p{Lu}\.?){0,2}(?=$|[;|,]))/u;
const share = (values: readonly string[], holds: (value: string) => boolean) =>
	values.length === 0 ? 0 : values.filter(holds).length / values.length;
const wordsOf = (value: string) => value.split(/\s+/).length;
const average = (values: readonly number[]) => values.reduce((sum, one) => sum + one, 0) / Math.max(1, values.length);
const KNOWN_LANGUAGE = /^[a-z]{2}$/;

function byContent(
	field: FieldSample,
	records: number,
	has: (holds: FieldMeaning) => boolean,
	isLongest: boolean
): FieldMeaning {
	const { samples } = field;
	const perRecord = field.values / Math.max(1, field.count);
	const length = average(samples.map((one) => one.length));
	const words = average(samples.map(wordsOf));
	if (share(samples, (one) => doiIn(one) !== null && one.length < 200) >= 0.6) return 'doi';
	if (!has('year') && share(samples, (one) => /^\D{0,12}(?:19|20)\d{2}(?!\d)/.test(one) && one.length <= 24) >= 0.8)
		return 'year';
	if (!has('abstract') && (length > 250 || (length > 120 && isLongest))) return 'abstract';
	if (share(samples, (one) => /^[A-Z]?\d+ ?[-–] ?[A-Z]?\d+$/i.test(one)) >= 0.8) return 'pages';
	if (share(samples, (one) => KNOWN_LANGUAGE.test(languageKey(one)) && wordsOf(one) === 1 && one.length <= 12) >= 0.9)
		return 'language';
	if (
		!has('authors') &&
		share(samples, (one) => FAMILY_FIRST.test(one) && wordsOf(one) <= (one.includes(';') ? 200 : 6)) >= 0.7
	)
		return 'authors';
	// Several short texts in one, separated.
	const parts = samples.flatMap((one) => one.split(/[;|]/));
	if (parts.length >= samples.length * 2 && average(parts.map((one) => wordsOf(one.trim()))) <= 4) return 'keywords';
	if (!has('title') && perRecord < 1.2 && field.count >= records * 0.8 && words >= 4 && length <= 300) return 'title';
	if (
		!has('number') &&
		perRecord === 1 &&
		field.count === records &&
		records > 1 &&
		share(samples, (one) => /\d/.test(one) && !/\s/.test(one) && one.length >= 3) === 1
	)
		return 'number';
	if (perRecord >= 2 && words <= 5) return 'keywords';
	return 'keep';
}

/** @param records how many records were looked at @returns in the order of the fields */
export function guessMeanings(fields: readonly FieldSample[], records: number): FieldMeaning[] {
	const guessed = new Map<string, FieldMeaning>();
	const has = (holds: FieldMeaning) => [...guessed.values()].includes(holds);
	for (const { name } of fields) {
		const holds = BY_NAME.get(foldedKey(lastName(name)));
		if (holds && !(ONCE.has(holds) && has(holds))) guessed.set(name, holds);
	}
	/** Prose that is twice as long as any other prose beside it, which would be the title. */
	const isLongest = (field: FieldSample): boolean => {
		const others = fields.filter(
			(one) => one !== field && !guessed.has(one.name) && average(one.samples.map(wordsOf)) >= 4
		);
		const lengthOf = ({ samples }: FieldSample) => average(samples.map((one) => one.length));
		return others.length > 0 && others.every((one) => lengthOf(one) * 2 < lengthOf(field));
	};
	// Long prose first: what is left for the title is shorter.
	const byLength = [...fields].sort(
		(a, b) => average(b.samples.map((one) => one.length)) - average(a.samples.map((one) => one.length))
	);
	for (const field of byLength)
		if (!guessed.has(field.name)) guessed.set(field.name, byContent(field, records, has, isLongest(field)));
	return fields.map(({ name }) => guessed.get(name) ?? 'keep');
}
