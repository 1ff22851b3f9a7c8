/** Which codes of a source stand for the fields that a text asks for, and what that changes. */
import { FIELD_NAMES, INDEXED_FIELDS, type IndexedField } from '../query/index.ts';
import type { NoteKind } from './notes.ts';
import type { Profile } from './profile.ts';

export interface FieldChoice {
	/** One code, several as a list, several with an OR of one term each; empty where text stands without a code. */
	readonly codes: readonly string[];
	readonly changes: readonly { readonly kind: NoteKind; readonly cause: string; readonly message: string }[];
}

const named = (fields: readonly IndexedField[]) => fields.map((field) => FIELD_NAMES[field]).join(', ');

/** The codes for these fields; null where the source has none that would do. */
export function fieldChoice(wanted: readonly IndexedField[], profile: Profile): FieldChoice | null {
	const { source } = profile;
	const covers = (fields: readonly IndexedField[]) => wanted.every((field) => fields.includes(field));
	const sameAs = (fields: readonly IndexedField[]) => covers(fields) && fields.every((field) => wanted.includes(field));
	const sets = source.sets ?? [];
	const bare = source.bare ?? null;
	const exact = sets.find((set) => sameAs(set.fields));
	if (exact) return { codes: [exact.code], changes: [] };
	const own = wanted.map((field) => source.fields[field]);
	if (own.every((code) => code !== null)) {
		const codes = [...new Set(own)];
		const also = INDEXED_FIELDS.filter((field) => !wanted.includes(field) && codes.includes(source.fields[field] ?? ''));
		return { codes, changes: also.length === 0 ? [] : [wider(also)] };
	}
	if (bare && sameAs(bare)) return { codes: [], changes: [] };
	// Missing nothing comes before bringing too much.
	const larger = [...sets.map((set) => ({ codes: [set.code], fields: set.fields })), ...(bare ? [{ codes: [], fields: bare }] : [])]
		.filter((one) => covers(one.fields))
		.sort((a, b) => a.fields.length - b.fields.length)[0];
	if (larger) return { codes: larger.codes, changes: [wider(larger.fields.filter((field) => !wanted.includes(field)))] };
	const codes = [...new Set(own.filter((code) => code !== null))];
	const missing = wanted.filter((field) => source.fields[field] === null);
	if (codes.length > 0) return { codes, changes: [fewer(missing)] };
	const part = bare?.filter((field) => wanted.includes(field)) ?? [];
	if (!bare || part.length === 0) return null;
	const more = bare.filter((field) => !wanted.includes(field));
	return { codes: [], changes: [fewer(wanted.filter((field) => !bare.includes(field))), ...(more.length > 0 ? [wider(more)] : [])] };

	function wider(also: readonly IndexedField[]) {
		return { kind: 'widened', cause: 'wider-fields', message: `${source.name} also searches ${named(also)} here.` } as const;
	}
	function fewer(without: readonly IndexedField[]) {
		return { kind: 'narrowed', cause: 'fewer-fields', message: `${source.name} has no field for ${named(without)}; the other fields are searched.` } as const;
	}
}
