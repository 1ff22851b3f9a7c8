/** References written as files that other programs read, piece by piece. */
import {
	mergeReferences,
	recordSchema,
	toBibtex,
	toCsl,
	toRis,
	toTableHead,
	toTableRow,
	type BibliographicRecord,
	type ImportedReference,
	type KeptField
} from '@wide-lantern/core';
import type { Knex } from 'knex';
import type { ExportFormat } from '$lib/contract/references';
import { ownCollectionOf, worksCollectionOf } from '$lib/server/collections';
import { database } from '$lib/server/database';
import { compileValidator } from '$lib/server/http';

const isRecord = compileValidator<BibliographicRecord>(recordSchema);
const areKept = compileValidator<readonly KeptField[]>({
	type: 'array',
	items: {
		type: 'object',
		required: ['name', 'value'],
		additionalProperties: false,
		properties: { name: { type: 'string' }, value: { type: 'string' } }
	}
});

/** @throws where a record is damaged in the database */
export function referenceOf({ data, kept }: { readonly data: unknown; readonly kept: unknown }): ImportedReference {
	if (!isRecord(data) || !areKept(kept)) throw new Error('A reference is damaged in the database.');
	return { record: data, kept };
}

/** How each format is written: what stands before, between and behind the references. */
export const WRITERS: Readonly<
	Record<
		ExportFormat,
		{
			readonly media: string;
			readonly ending: string;
			readonly before: string;
			readonly between: string;
			readonly behind: string;
			/** @param place of the reference in the file, from 1 */
			readonly write: (reference: ImportedReference, place: number) => string;
		}
	>
> = {
	ris: {
		media: 'application/x-research-info-systems; charset=utf-8',
		ending: 'ris',
		before: '',
		between: '',
		behind: '',
		write: toRis
	},
	'csl-json': {
		media: 'application/vnd.citationstyles.csl+json; charset=utf-8',
		ending: 'json',
		before: '[\n',
		between: ',\n',
		behind: '\n]\n',
		write: (reference) => JSON.stringify(toCsl(reference))
	},
	bibtex: {
		media: 'application/x-bibtex; charset=utf-8',
		ending: 'bib',
		before: '',
		between: '',
		behind: '',
		write: toBibtex
	},
	json: {
		media: 'application/json; charset=utf-8',
		ending: 'json',
		before: '[\n',
		between: ',\n',
		behind: '\n]\n',
		write: ({ record, kept }) => JSON.stringify({ record, kept })
	},
	csv: {
		media: 'text/csv; charset=utf-8; header=present',
		ending: 'csv',
		before: toTableHead(),
		between: '',
		behind: '',
		write: toTableRow
	}
};

export interface ReferenceFile {
	/** Without an ending. */
	readonly name: string;
	/** ISO date. */
	readonly on: string;
	readonly texts: AsyncGenerator<string>;
}

/** References read from the database at once. */
const PART = 500;

interface Row {
	readonly data: unknown;
	readonly kept: unknown;
	/** Files that it comes from; null for a record of the installation. */
	readonly batches: readonly string[] | null;
}
type Rows = AsyncGenerator<readonly Row[]>;
/** The files of a record, of whichever collection. */
const BATCHES = 'coalesce(batches, case when batch_id is null then null else array[batch_id] end) as batches';

/** References that have these values in their columns, by number. @param from number of the first @param most how many at most */
async function* rowsWith(which: Readonly<Record<string, string>>, from = 0, most = Infinity): Rows {
	let [last, left] = [from - 1, most];
	while (left > 0) {
		// By number, not by place: to count places the database would walk over all that went before.
		const rows = await database('records')
			.where(which)
			.where('number', '>', last)
			.orderBy('number')
			.limit(Math.min(PART, left))
			.select<(Row & { number: number })[]>('number', 'data', 'kept', database.raw(BATCHES));
		yield rows;
		if (rows.length < PART) return;
		last = rows.at(-1)?.number ?? last;
		left -= rows.length;
	}
}

/** References of these numbers in a collection, in their order. */
async function* rowsOf(collection: string, numbers: readonly number[]): Rows {
	for (let from = 0; from < numbers.length; from += PART)
		yield await database('records')
			.where({ collection_id: collection })
			.whereIn('number', numbers.slice(from, from + PART))
			.orderBy('number')
			.select<Row[]>('data', database.raw("coalesce(kept, '[]'::jsonb) as kept"), database.raw(BATCHES));
}

async function* textsOf(
	format: ExportFormat,
	parts: Rows,
	note: (row: Row) => string = () => ''
): AsyncGenerator<string> {
	const { before, between, behind, write } = WRITERS[format];
	yield before;
	let place = 0;
	for await (const rows of parts)
		if (rows.length > 0)
			yield (
				(place > 0 ? between : '') +
				rows.map((row) => write(withOrigin(format, referenceOf(row), note(row)), ++place)).join(between)
			);
	yield behind;
}

const day = (time: Date | string): string => new Date(time).toISOString().slice(0, 10);

/** The records of a file as a file, piece by piece. */
export const recordsWith = (
	name: string,
	on: Date,
	format: ExportFormat,
	which: Readonly<Record<string, string>>
): ReferenceFile => ({ name, on: day(on), texts: textsOf(format, rowsWith(which)) });

/** True where duplicates among all files are known as they are now. */
export async function isCompared(at: Knex, enquiry: string): Promise<boolean> {
	const [own, linking] = await Promise.all([
		at('collections')
			.where({ id: ownCollectionOf(enquiry) })
			.first<{ digest: string | null } | undefined>('digest'),
		at('linkings').where({ enquiry_id: enquiry }).first<{ digest: string } | undefined>('digest')
	]);
	return own === undefined || linking?.digest === own.digest;
}

/** Where each format has room for notes, and for the database that a reference comes from; other programs keep both. */
const ORIGIN_FIELDS: Readonly<Record<ExportFormat, { readonly note: string; readonly source: string } | null>> = {
	ris: { note: 'N1', source: 'DB' },
	bibtex: { note: 'note', source: 'source' },
	'csl-json': { note: 'note', source: 'source' },
	csv: { note: 'note', source: '' },
	json: null
};

/** Says which sources hold a reference, and how it was found; what it says itself stays. */
function withOrigin(format: ExportFormat, reference: ImportedReference, note: string): ImportedReference {
	const fields = ORIGIN_FIELDS[format];
	if (note === '' || fields === null) return reference;
	const { record, kept } = reference;
	const has = (name: string) => kept.some((field) => field.name === name);
	const said = kept.find(({ name }) => name === fields.note)?.value;
	const whole = said === undefined || said.includes(note) ? note : `${said} | ${note}`;
	return {
		record,
		kept: [
			...kept.filter(({ name }) => name !== fields.note),
			...(fields.source === '' || has(fields.source) ? [] : [{ name: fields.source, value: record.source }]),
			{ name: fields.note, value: whole }
		]
	};
}

/** What the files of each record were: “Imported from Skerry (run, harbour.ris, 2026-11-30)”. */
async function originsOf(enquiry: string, more = ''): Promise<(row: Row) => string> {
	const rows = await database('batches')
		.where({ enquiry_id: enquiry })
		.orderBy('made_at')
		.select<{ id: string; source: string; purpose: string; file_name: string; made_at: Date }[]>(
			'id',
			'source',
			'purpose',
			'file_name',
			'made_at'
		);
	return ({ batches }) => {
		const files = rows
			.filter(({ id }) => batches?.includes(id))
			.map((file) => `${file.source} (${file.purpose}, ${file.file_name}, ${day(file.made_at)})`);
		return [files.length === 0 ? '' : `Imported from ${files.join('; ')}`, more]
			.filter((text) => text !== '')
			.join('. ');
	};
}

/** Records of a collection, by their numbers. @param how they were found, as a sentence without its full stop */
export async function chosenRecords(
	enquiry: string,
	name: string,
	collection: string,
	numbers: readonly number[],
	format: ExportFormat,
	how: string
): Promise<ReferenceFile> {
	const inOrder = [...numbers].sort((a, b) => a - b);
	return {
		name,
		on: day(new Date()),
		texts: textsOf(format, rowsOf(collection, inOrder), await originsOf(enquiry, how))
	};
}

/** Works of which no file that was imported before this one has a reference, merged as they are decided now. */
async function* newWorks(enquiry: string, batch: string, from: number, most: number): Rows {
	const { rows: works } = await database.raw<{ rows: { work: number }[] }>(
		`select m.work from work_members m
		 join batches b on b.id = m.batch_id
		 where m.enquiry_id = ? group by m.work
		 having min(b.made_at) >= (select made_at from batches where id = ?::uuid and enquiry_id = ?)
		 order by m.work`,
		[enquiry, batch, enquiry]
	);
	const chosen = works.slice(from, from + most).map(({ work }) => work);
	for (let at = 0; at < chosen.length; at += PART) {
		const { rows } = await database.raw<{ rows: { texts: Row[] }[] }>(
			`select json_agg(json_build_object('data', r.data, 'kept', coalesce(r.kept, '[]'::jsonb), 'batches', array[r.batch_id]) order by r.number) as texts
			 from work_members m join records r on r.batch_id = m.batch_id and r.place = m.place
			 where m.enquiry_id = ? and m.work = any(?) group by m.work order by m.work`,
			[enquiry, chosen.slice(at, at + PART)]
		);
		yield rows.map(({ texts }) => {
			const references = texts.map(referenceOf);
			const [only, ...others] = references;
			const { record, kept } = only && others.length === 0 ? only : mergeReferences(references);
			return { data: record, kept, batches: [...new Set(texts.flatMap(({ batches }) => batches ?? []))] };
		});
	}
}

/**
 * The works of an enquiry as a file, or a portion of them.
 * @param from place of the first, from 0
 * @param since the batch before which no file may have had them; null for all works
 * @returns null where there are none yet; `outdated` where files came or went since they were compared
 */
export async function worksFile(
	enquiry: string,
	format: ExportFormat,
	from: number,
	most: number,
	since: string | null
): Promise<ReferenceFile | 'outdated' | null> {
	const id = worksCollectionOf(enquiry);
	const held = await database('collections').where({ id }).first<{ taken_on: Date } | undefined>('taken_on');
	if (!held) return null;
	if (!(await isCompared(database, enquiry))) return 'outdated';
	const portion = from > 0 || most < Infinity ? ` from ${from + 1}` : '';
	const rows = since === null ? rowsWith({ collection_id: id }, from, most) : newWorks(enquiry, since, from, most);
	return {
		name: `${since === null ? 'works' : 'new works'}${portion}`,
		on: day(held.taken_on),
		texts: textsOf(format, rows, await originsOf(enquiry))
	};
}
