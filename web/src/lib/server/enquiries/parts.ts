/** Parts: named groups of lines, kept for other enquiries by who made them; and those that ship. */
import { randomUUID } from 'node:crypto';
import {
	completeSource,
	namesOf,
	packText,
	partSchema,
	readStrategyText,
	type OpenVocabulary,
	type StrategyPartFile
} from '@wide-lantern/core';
import { shippedFilters } from '@wide-lantern/standins';
import type { PartEntry } from '$lib/contract/enquiries';
import { database } from '$lib/server/database';
import { compileValidator, faultOf } from '$lib/server/http';
import { openVocabulary } from '$lib/server/vocabularies';

const checkPart = compileValidator<StrategyPartFile>(partSchema);

interface PartRow {
	id: string;
	person_id: string | null;
	data: unknown;
	made_at: Date;
}
/** Parts that one person may keep. */
const MOST = 300;

export async function listParts(person: string): Promise<PartEntry[]> {
	const rows = await database<PartRow>('parts')
		.where({ person_id: person })
		.orWhereNull('person_id')
		.orderBy('made_at');
	return rows.map(({ id, person_id, data, made_at }) => {
		if (!checkPart(data)) throw new Error(`The part ${id} is damaged in the database: ${faultOf(checkPart.errors)}`);
		return { id, mine: person_id !== null, made: made_at.toISOString(), part: data };
	});
}

/** Keeps a part; one of the same name becomes its next version. A sentence where it is refused. */
export async function savePart(
	person: string,
	part: StrategyPartFile
): Promise<{ readonly id: string; readonly version: number } | { readonly refused: string }> {
	return database.transaction(async (transaction) => {
		const own = await transaction<PartRow>('parts').where({ person_id: person }).forUpdate();
		const same = own.find((row) => checkPart(row.data) && row.data.name === part.name);
		if (!same && own.length >= MOST)
			return { refused: `You keep ${MOST} parts already; remove one first. Nothing was changed.` };
		const version = same && checkPart(same.data) ? same.data.version + 1 : 1;
		const data = JSON.stringify({ ...part, version });
		if (same) {
			await transaction<PartRow>('parts').where({ id: same.id }).update({ data, made_at: new Date() });
			return { id: same.id, version };
		}
		const id = randomUUID();
		await transaction('parts').insert({ id, person_id: person, data });
		return { id, version };
	});
}

const UUID = /^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;

/** False where this person keeps no such part. */
export async function removePart(person: string, id: string): Promise<boolean> {
	return UUID.test(id) && (await database('parts').where({ id, person_id: person }).delete()) > 0;
}

/** Loads the filters that ship, once: what is in the data folder already stays. */
export async function loadShippedParts(): Promise<void> {
	if (await database('done_once').where({ what: 'shipped-parts' }).first('what')) return;
	for (const filter of shippedFilters) {
		const open = await openVocabulary(filter.vocabulary);
		const vocabularies: readonly OpenVocabulary[] = open ? [open] : [];
		const variants = filter.variants.map(({ name, text }) => {
			const lines = packText(readStrategyText(text), randomUUID);
			const names = namesOf({ concepts: [], lines: [...lines.lines] }, vocabularies);
			return {
				name,
				lines: {
					...lines,
					lines: lines.lines.map((line) => ({
						...line,
						role: 'filter' as const,
						label: line.label || `${filter.name}, ${name}`,
						source: completeSource(line.source, names)
					}))
				}
			};
		});
		const part: unknown = {
			format: 'wide-lantern-part',
			name: filter.name,
			kind: 'filter',
			source: filter.source,
			note: filter.note,
			truth: filter.truth,
			version: 1,
			variants
		};
		if (!checkPart(part)) throw new Error(`The filter ${filter.name} does not fit: ${faultOf(checkPart.errors)}`);
		await database('parts').insert({ id: randomUUID(), person_id: null, data: JSON.stringify(part) });
	}
	await database('done_once').insert({ what: 'shipped-parts' });
}
