/** References in our own JSON: a list of `{ "record": …, "kept": […] }` (record.json), in which nothing is lost. */
import { itemsReader } from './json-items.ts';
import type { ImportedReference, ReferenceReader } from './reference.ts';

/** A record is checked by its schema where it is stored; here only its outline is. */
function isReference(value: unknown): value is ImportedReference {
	if (typeof value !== 'object' || value === null || !('record' in value)) return false;
	const { record } = value;
	return typeof record === 'object' && record !== null && 'titles' in record && Array.isArray(record.titles);
}
const areKept = (value: unknown): value is ImportedReference['kept'] =>
	Array.isArray(value) &&
	value.every(
		(one: unknown) =>
			typeof one === 'object' &&
			one !== null &&
			'name' in one &&
			'value' in one &&
			typeof one.name === 'string' &&
			typeof one.value === 'string'
	);

/** @param source name of the source that the file comes from */
export function recordsJsonReader(source: string): ReferenceReader {
	return itemsReader((value) => {
		if (!isReference(value)) return 'It is not a record as record.json describes them.';
		const kept: unknown = 'kept' in value ? value.kept : [];
		return { record: { ...value.record, source }, kept: areKept(kept) ? kept : [] };
	});
}
