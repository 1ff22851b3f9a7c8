/**
 * Reads RIS as it is really written: `TY  - ` begins a reference and `ER  - ` ends it, or the next `TY` does; tags are
 * repeated; lines without a tag go on with the field above, but below `KW` a line at the margin is the next keyword.
 */
import { blankRecord } from '../blank.ts';
import { doiIn } from '../doi.ts';
import { FileLines } from './lines.ts';
import {
	distinct,
	RAW_CEILING,
	REFERENCE_CEILING,
	yearIn,
	type ImportedReference,
	type KeptField,
	type ReadPiece,
	type ReferenceReader
} from './reference.ts';

/** Two capitals or a capital and a figure, blanks, a hyphen; some programs write one blank, some none behind it. */
const TAGGED = /^\uFEFF?([A-Z][A-Z0-9]) {1,2}-(?: (.*)|)$/;

interface Field {
	readonly tag: string;
	value: string;
}

/** @param source name of the source that the file comes from @param idOf number of a reference that has none itself, from its place among those read, from 1 */
export function risReader(source: string, idOf: (place: number) => string): ReferenceReader {
	return new RisReader(source, idOf);
}

class RisReader implements ReferenceReader {
	private fields: Field[] | null = null;
	/** Line on which the reference begins. */
	private began = 0;
	private characters = 0;
	private place = 0;
	/** Lines that stand outside of any reference. */
	private stray: { line: number; text: string } | null = null;

	constructor(
		private readonly source: string,
		private readonly idOf: (place: number) => string
	) {}

	private pieces: ReadPiece[] = [];
	private readonly lines = new FileLines(
		(text) => {
			this.take(text, this.pieces);
		},
		(piece) => {
			this.pieces.push(piece);
		}
	);

	push(text: string): ReadPiece[] {
		this.pieces = [];
		this.lines.push(text);
		return this.pieces;
	}

	end(): ReadPiece[] {
		this.pieces = [];
		this.lines.end();
		this.finish(this.pieces);
		this.leaveStray(this.pieces);
		return this.pieces;
	}

	private take(text: string, pieces: ReadPiece[]): void {
		const tagged = TAGGED.exec(text.trimEnd());
		const [, tag, value = ''] = tagged ?? [];
		if (tag === 'TY') {
			this.finish(pieces);
			this.leaveStray(pieces);
			this.fields = [{ tag, value: value.trim() }];
			this.began = this.lines.number;
			this.characters = text.length;
			return;
		}
		if (this.fields === null) {
			if (text.trim() === '' || text === '\uFEFF') return;
			this.stray ??= { line: this.lines.number, text: '' };
			if (this.stray.text.length < RAW_CEILING) this.stray.text += `${text}\n`;
			return;
		}
		if (tag === 'ER') {
			this.finish(pieces);
			return;
		}
		this.characters += text.length;
		if (this.characters > REFERENCE_CEILING) {
			pieces.push(this.unreadable('It is longer than any reference; an ER line may be missing.'));
			this.fields = null;
			return;
		}
		if (tag !== undefined) this.fields.push({ tag, value: value.trim() });
		else this.goOn(this.fields, text);
	}

	/** A line without a tag. */
	private goOn(fields: Field[], text: string): void {
		const last = fields.at(-1);
		if (!last) return;
		const plain = text.trim();
		if (plain === '') return;
		if (last.tag === 'KW' && !/^\s/.test(text)) fields.push({ tag: 'KW', value: plain });
		else last.value = last.value === '' ? plain : `${last.value} ${plain}`;
	}

	private finish(pieces: ReadPiece[]): void {
		const { fields } = this;
		if (fields === null) return;
		this.fields = null;
		const reference = referenceOf(fields, this.source, this.idOf(this.place + 1));
		if (reference.record.titles.length === 0 && reference.record.abstract === '') {
			pieces.push(
				this.unreadable(
					'It has neither a title nor an abstract.',
					fields.map(({ tag, value }) => `${tag}  - ${value}`)
				)
			);
			return;
		}
		this.place++;
		pieces.push({ kind: 'reference', reference });
	}

	private unreadable(reason: string, lines: readonly string[] = []): ReadPiece {
		const all = lines.length > 0 ? lines : (this.fields ?? []).map(({ tag, value }) => `${tag}  - ${value}`);
		return { kind: 'unreadable', line: this.began, reason, raw: all.join('\n').slice(0, RAW_CEILING) };
	}

	private leaveStray(pieces: ReadPiece[]): void {
		if (this.stray)
			pieces.push({
				kind: 'unreadable',
				line: this.stray.line,
				reason: 'This text is not inside a reference: a TY line is missing above it.',
				raw: this.stray.text.slice(0, RAW_CEILING)
			});
		this.stray = null;
	}
}

/** Tags by what they say; the first that is there counts where there can be one only. */
const AUTHORS = ['AU', 'A1'];
const TITLES = ['TI', 'T1', 'CT', 'BT'];
const ABSTRACTS = ['AB', 'N2'];
const JOURNALS = ['T2', 'JF', 'JO', 'JA', 'J1', 'J2'];
/** Common practice: which of the three holds the year of publication. */
const YEARS = ['PY', 'Y1', 'DA'];
/** Where DOIs are found. */
const WITH_DOIS = ['DO', 'DI', 'UR', 'L1', 'L2', 'L3', 'L4', 'LK', 'M3', 'N1', 'C7', 'AN', 'ID'];

function referenceOf(fields: readonly Field[], source: string, ownId: string): ImportedReference {
	const used = new Set<Field>();
	const of = (tags: readonly string[]) => {
		const found = fields.filter(({ tag }) => tags.includes(tag));
		for (const one of found) used.add(one);
		return distinct(found.map(({ value }) => value));
	};
	/** The first of the tags that has a value. */
	const first = (tags: readonly string[]) => {
		for (const tag of tags) {
			const found = fields.find((one) => one.tag === tag && one.value !== '');
			if (found) {
				used.add(found);
				return found.value;
			}
		}
		return '';
	};
	const dois = fields.filter(({ tag }) => WITH_DOIS.includes(tag)).map((one) => ({ one, doi: doiIn(one.value) }));
	for (const { one, doi } of dois) if (doi !== null && /^(?:DO|DI)$/.test(one.tag)) used.add(one);
	// The source's number; `ID` is a key of whoever made the file, and may be any other work's elsewhere.
	const number = fields.find(({ tag, value }) => tag === 'AN' && value !== '');
	const titles = of([...TITLES, 'TT']);
	const year = yearIn(first(YEARS));
	// A date says more than its year; it is kept whole.
	for (const one of used) if (YEARS.includes(one.tag) && !/^\d{4}\/*$/.test(one.value)) used.delete(one);
	const type = fields.find(({ tag }) => tag === 'TY');
	if (type) used.add(type);
	const record = {
		...blankRecord((number?.value ?? ownId).slice(0, 300)),
		source,
		identifiers: distinct([
			...dois.flatMap(({ doi }) => doi ?? []),
			...(number && doiIn(number.value) === null ? [number.value] : [])
		]),
		titles,
		abstract: first(ABSTRACTS),
		keywords: of(['KW']),
		authors: of(AUTHORS),
		journal: first(JOURNALS),
		affiliations: of(['AD']),
		year,
		languages: of(['LA']),
		types: type && type.value !== '' ? [type.value] : []
	};
	const kept: KeptField[] = fields
		.filter((one) => !used.has(one) && one.value !== '')
		.map(({ tag, value }) => ({ name: tag, value }));
	return { record, kept };
}
