/** Which codes of a source stand for the fields that a text asks for, and what that changes. */
import { FIELD_NAMES, INDEXED_FIELDS, type IndexedField } from '../query/index.ts';
import type { NoteKind } from './notes.ts';
import type { Profile } from './profile.ts';

/** One way of writing some fields at a source. */
export interface FieldOption {
	/** `set:` with the code of a set; `each` for the fields one by one; `bare` for text that stands without a code. */
	readonly way: string;
	/** One code, several as a list, several with an OR of one term each; empty where text stands without a code. */
	readonly codes: readonly string[];
	/** What the source searches then. */
	readonly fields: readonly IndexedField[];
	readonly changes: readonly { readonly kind: NoteKind; readonly cause: string; readonly message: string }[];
}

/** Fields that a strategy asks for together, how they are written at a source, and how else they could be. */
export interface FieldsWritten {
	/** In the order of `INDEXED_FIELDS`. */
	readonly wanted: readonly IndexedField[];
	readonly way: string;
	readonly options: readonly FieldOption[];
}

/** What the searcher chose for some fields at a source. */
export interface ChosenFields {
	readonly wanted: readonly string[];
	readonly way: string;
}

const named = (fields: readonly IndexedField[]) => fields.map((field) => FIELD_NAMES[field]).join(', ');
const inOrder = (fields: Iterable<IndexedField>): readonly IndexedField[] => {
	const all = new Set(fields);
	return INDEXED_FIELDS.filter((field) => all.has(field));
};

/** Every way of searching at least one of these fields there, the most faithful first: missing nothing comes before bringing too much. */
export function fieldOptions(wanted: readonly IndexedField[], profile: Profile): readonly FieldOption[] {
	const { source } = profile;
	const own = [...new Set(wanted.map((field) => source.fields[field]).filter((code) => code !== null))];
	const ranked: { readonly rank: number; readonly option: FieldOption }[] = [];
	const offer = (
		way: string,
		codes: readonly string[],
		searched: Iterable<IndexedField>,
		rank: (missing: number, also: number) => number
	) => {
		const fields = inOrder(searched);
		const missing = wanted.filter((field) => !fields.includes(field));
		if (missing.length === wanted.length) return;
		const also = fields.filter((field) => !wanted.includes(field));
		const changes = [...(missing.length > 0 ? [fewer(missing)] : []), ...(also.length > 0 ? [wider(also)] : [])];
		ranked.push({ rank: rank(missing.length, also.length), option: { way, codes, fields, changes } });
	};
	const covering = (also: number) => 3 + also / 10;
	for (const set of source.sets ?? [])
		offer(`set:${set.code}`, [set.code], set.fields, (missing, also) =>
			missing > 0 ? 6 + missing / 10 : also > 0 ? covering(also) : 0
		);
	offer(
		'each',
		own,
		INDEXED_FIELDS.filter((field) => own.includes(source.fields[field] ?? '')),
		(missing) => (missing > 0 ? 4 : 1)
	);
	if (source.bare) offer('bare', [], source.bare, (missing, also) => (missing > 0 ? 5 : also > 0 ? covering(also) : 2));
	return ranked.sort((a, b) => a.rank - b.rank).map(({ option }) => option);

	function wider(also: readonly IndexedField[]) {
		return {
			kind: 'widened',
			cause: 'wider-fields',
			message: `${source.name} also searches ${named(also)} here.`
		} as const;
	}
	function fewer(without: readonly IndexedField[]) {
		const has = without.some((field) => source.fields[field] !== null);
		return {
			kind: 'narrowed',
			cause: 'fewer-fields',
			message: has
				? `Not searched here: ${named(without)}.`
				: `${source.name} has no field for ${named(without)}; the other fields are searched.`
		} as const;
	}
}

/** The way that was chosen for these fields, where the source still has it; else the most faithful one; null where there is none. */
export function fieldChoice(
	wanted: readonly IndexedField[],
	profile: Profile,
	chosen: readonly ChosenFields[] = []
): FieldsWritten | null {
	const options = fieldOptions(wanted, profile);
	const own = chosen.find(
		(one) => one.wanted.length === wanted.length && wanted.every((field) => one.wanted.includes(field))
	);
	const option = options.find(({ way }) => way === own?.way) ?? options[0];
	return option ? { wanted: inOrder(wanted), way: option.way, options } : null;
}

/** The option that is written. */
export function optionOf({ options, way }: FieldsWritten): FieldOption | undefined {
	return options.find((one) => one.way === way);
}
