/** From an enquiry and its counts to the document: brief, concepts, sources, strategy, renderings. */
import { bySeverity, type Finding } from '../findings/index.ts';
import { isSearching, conceptLetter, type EnquiryDocument } from '../enquiry/index.ts';
import { FIELD_NAMES, nodesOf } from '../query/index.ts';
import type { Rendering } from '../platform/index.ts';
import type { LineState, ReadLine } from '../strategy/index.ts';
import { count, type Block, type DossierDocument } from './document.ts';
import { importedRecords, type Imports } from './imports.ts';

export interface CountedLine {
	readonly line: ReadLine;
	/** The line as it is printed ({@link printedText}). */
	readonly text: string;
	readonly label: string;
	readonly concept: string | null;
	/** `uncounted` where no collection is chosen. */
	readonly state: LineState | 'uncounted';
	readonly count: number | null;
	readonly beforeHand: boolean;
}

export interface NamedRendering {
	/** Identity of the profile. */
	readonly id: string;
	readonly profile: string;
	readonly source: string;
	readonly platform: string;
	readonly version: number;
	readonly rendering: Rendering;
	/** Counts of the last run at the source, by the lines' identities. */
	readonly run: {
		readonly on: string;
		readonly how: 'connection' | 'pasted';
		readonly counts: ReadonlyMap<string, number | null>;
	} | null;
	/** The rendering beside the original, on the works that both sources hold. */
	readonly tried: { readonly on: string; readonly kept: number; readonly lost: number; readonly gained: number } | null;
}

export interface DossierInput {
	readonly enquiry: EnquiryDocument;
	/** ISO date of today, and of the counts. */
	readonly date: string;
	readonly revision: number;
	/** `takenOn`: the day whose state of the source it holds. */
	readonly collection: { readonly name: string; readonly size: number; readonly takenOn: string } | null;
	readonly lines: readonly CountedLine[];
	readonly renderings: readonly NamedRendering[];
	readonly imports: Imports;
	/** What there is to say about the lines. */
	readonly findings: readonly Finding[];
	/** Vocabulary names and heading labels, for the concept tables. */
	readonly headingLabel: (vocabulary: string, heading: string) => string;
	readonly qualifierName: (vocabulary: string, code: string) => string;
}

const missing = (text: string): Block => ({ kind: 'missing', text: `Missing: ${text}` });

export const STATE_WORDS: Readonly<Record<LineState | 'uncounted', string>> = {
	uncounted: 'not counted',
	counted: '',
	off: 'switched off',
	empty: 'empty',
	faulty: 'cannot be read',
	broken: 'uses a line that is broken',
	heavy: 'too much work to count'
};

/** What a count column says of a line: the count, or why there is none. */
export function countCell(line: Pick<CountedLine, 'state' | 'count' | 'beforeHand'>): string {
	if (line.state !== 'counted' || line.count === null) return STATE_WORDS[line.state];
	return `${count(line.count)}${line.beforeHand ? ' (before hand-set limits)' : ''}`;
}

export function buildDossier(input: DossierInput): DossierDocument {
	const { enquiry } = input;
	const blocks: Block[] = [
		{ kind: 'heading', level: 1, text: enquiry.title || enquiry.question },
		{ kind: 'paragraph', text: `Made on ${input.date} from revision ${input.revision} of the enquiry.` },
		...brief(enquiry),
		...concepts(input),
		...sources(input),
		...strategy(input),
		...input.renderings.flatMap(rendering),
		...importedRecords(input.imports),
		...journal(enquiry)
	];
	return { title: enquiry.title || enquiry.question, date: input.date, blocks };
}

function brief(enquiry: EnquiryDocument): Block[] {
	const blocks: Block[] = [
		{ kind: 'heading', level: 2, text: 'Brief' },
		{ kind: 'heading', level: 3, text: 'Question' },
		{ kind: 'paragraph', text: enquiry.question }
	];
	if (enquiry.parts.length > 0)
		blocks.push({
			kind: 'table',
			caption: `The question in parts (${enquiry.framework})`,
			columns: [
				{ title: 'Part', width: 2 },
				{ title: 'In this question', width: 4 },
				{ title: 'Searched as', width: 3 }
			],
			rows: enquiry.parts.map((part) => [part.name, part.text || '—', partFate(enquiry, part)])
		});
	for (const [title, items] of [
		['Inclusion criteria', enquiry.inclusion],
		['Exclusion criteria', enquiry.exclusion]
	] as const)
		if (items.length > 0)
			blocks.push({ kind: 'heading', level: 3, text: title }, { kind: 'list', items: items.map((one) => one.text) });
	blocks.push({ kind: 'heading', level: 3, text: 'People' });
	blocks.push(
		enquiry.people.length === 0
			? missing('the search team and how its members are credited.')
			: {
					kind: 'table',
					caption: 'Search team',
					columns: [
						{ title: 'Name', width: 3 },
						{ title: 'Affiliation', width: 3 },
						{ title: 'Does', width: 3 },
						{ title: 'Credited as', width: 3 }
					],
					rows: enquiry.people.map((one) => [one.name, one.affiliation ?? '', one.does, one.credit])
				}
	);
	if (enquiry.articles.length > 0)
		blocks.push({
			kind: 'table',
			caption: 'Known relevant articles',
			columns: [
				{ title: 'Article', width: 6 },
				{ title: 'Identifier', width: 3 }
			],
			rows: enquiry.articles.map((one) => [one.citation, one.identifier])
		});
	if (enquiry.dates.length > 0)
		blocks.push({
			kind: 'table',
			caption: 'Timelines',
			columns: [
				{ title: 'Whose', width: 2 },
				{ title: 'What', width: 5 },
				{ title: 'Due', width: 2 },
				{ title: 'Done', width: 1 }
			],
			rows: enquiry.dates.map((one) => [one.timeline, one.what, one.due ?? '—', one.done ? 'yes' : 'no'])
		});
	return blocks;
}

function partFate(enquiry: EnquiryDocument, part: EnquiryDocument['parts'][number]): string {
	const index = enquiry.concepts.findIndex((concept) => concept.id === part.concept);
	const dropped = enquiry.concepts[index]?.dropped;
	if (dropped) return `Left out of the search (concept ${conceptLetter(index)}): ${droppedText(dropped)}`;
	if (index >= 0) return `Concept ${conceptLetter(index)}: ${enquiry.concepts[index]?.name ?? ''}`;
	if (part.leftOut !== null) return `Left out: ${part.leftOut || 'no reason given yet'}`;
	return part.text === '' ? 'Not used' : 'Missing: neither in a concept nor left out';
}

const droppedText = (one: { readonly reason: string; readonly by: string; readonly on?: string | null }): string =>
	`${one.reason || 'no reason given yet'} (${one.by}, ${one.on ?? 'no date'})`;

type TakenHeading = EnquiryDocument['concepts'][number]['headings'][number];

function reachText(one: TakenHeading, { headingLabel: label, qualifierName }: DossierInput): string {
	const reach = {
		this: 'this heading only',
		narrower: `with narrower headings${(one.except ?? []).length > 0 ? `, except ${(one.except ?? []).map((id) => label(one.vocabulary, id)).join(', ')}` : ''}`,
		picked: `with ${(one.picked ?? []).map((id) => label(one.vocabulary, id)).join(', ') || 'none of the narrower ones'}`
	}[one.reach];
	return [
		reach,
		one.main ? 'main topic only' : '',
		(one.qualifiers ?? []).length > 0
			? `qualifiers ${one.qualifiers?.map((code) => qualifierName(one.vocabulary, code)).join(', ')}`
			: ''
	]
		.filter((part) => part !== '')
		.join('; ');
}

const listed = (numbers: readonly number[]): string =>
	numbers.length < 2 ? numbers.join('') : `${numbers.slice(0, -1).join(', ')} and ${numbers.at(-1) ?? ''}`;

function concepts(input: DossierInput): Block[] {
	const { enquiry, headingLabel: label } = input;
	const blocks: Block[] = [{ kind: 'heading', level: 2, text: 'Concepts' }];
	if (enquiry.concepts.length === 0) return [...blocks, missing('the concepts of the search.')];
	enquiry.concepts.forEach((concept, index) => {
		blocks.push({ kind: 'heading', level: 3, text: `${conceptLetter(index)}: ${concept.name || 'without a name'}` });
		if (concept.dropped)
			blocks.push({ kind: 'paragraph', text: `Left out of the search: ${droppedText(concept.dropped)}` });
		if (concept.note) blocks.push({ kind: 'paragraph', text: concept.note });
		const rows = [
			...concept.headings.map((one) => [
				'Heading',
				label(one.vocabulary, one.heading),
				reachText(one, input),
				one.note
			]),
			...concept.words.map((one) => ['Text word', one.text, '', one.origin])
		];
		for (const none of concept.noHeading ?? [])
			blocks.push({
				kind: 'paragraph',
				text: `No heading of ${none.vocabulary} fits: ${none.reason} (${none.by}, ${none.on ?? 'no date'}). The concept is searched by text words there.`
			});
		const inSheet = input.lines
			.filter((one) => one.concept === conceptLetter(index) && isSearching(one.line.role))
			.map((one) => one.line.number);
		// Terms typed straight into the sheet are found in its lines.
		if (rows.length === 0 && inSheet.length > 0) {
			blocks.push({
				kind: 'paragraph',
				text: `Its headings and words are in ${inSheet.length === 1 ? 'line' : 'lines'} ${listed(inSheet)} of the strategy.`
			});
			return;
		}
		blocks.push(
			rows.length === 0
				? missing(`headings and words of concept ${conceptLetter(index)}.`)
				: {
						kind: 'table',
						caption: `Terms of concept ${conceptLetter(index)}`,
						columns: [
							{ title: 'Kind', width: 2 },
							{ title: 'Term', width: 5 },
							{ title: 'Reach', width: 2 },
							{ title: 'Origin or note', width: 3 }
						],
						rows
					}
		);
	});
	return blocks;
}

function sources({ enquiry, renderings }: DossierInput): Block[] {
	const blocks: Block[] = [{ kind: 'heading', level: 2, text: 'Sources' }];
	const groups = [
		['database', 'Databases'],
		['register', 'Trial registers'],
		['other', 'Other sources']
	] as const;
	if (enquiry.sources.length === 0) return [...blocks, missing('the sources with their platforms.')];
	for (const [kind, caption] of groups) {
		const rows = enquiry.sources
			.filter((one) => one.kind === kind)
			.map((one) => [one.database, one.platform || 'Missing: platform', one.coverage || '—', one.reason || '—']);
		if (rows.length > 0)
			blocks.push({
				kind: 'table',
				caption,
				columns: [
					{ title: 'Source', width: 3 },
					{ title: 'Platform', width: 3 },
					{ title: 'Years covered', width: 2 },
					{ title: 'Why', width: 4 }
				],
				rows
			});
	}
	// A register or website need not have a profile; a database that is searched by this strategy must be documented.
	const unwritten = enquiry.sources.filter(
		(one) =>
			one.kind === 'database' && !renderings.some((other) => other.id === one.profile || other.source === one.database)
	);
	for (const one of unwritten)
		blocks.push(missing(`the strategy as it is written for ${one.database || 'a database without a name'}.`));
	return blocks;
}

function strategy(input: DossierInput): Block[] {
	const blocks: Block[] = [{ kind: 'heading', level: 2, text: 'Search strategy' }];
	if (input.lines.length === 0) return [...blocks, missing('the strategy has no lines yet.')];
	blocks.push(
		{
			kind: 'paragraph',
			text: input.collection
				? `Counts are of ${input.collection.name} (${count(input.collection.size)} records, as of ${input.collection.takenOn}), counted on ${input.date}.`
				: 'Missing: no collection is chosen, so there are no counts.'
		},
		{
			kind: 'paragraph',
			text: `Text without a field is searched in ${['ti', 'ab', 'kw'].map((field) => FIELD_NAMES[field as 'ti']).join(', ')}. “>” includes all narrower headings; @A means all lines of concept A.`
		},
		{
			kind: 'table',
			caption: `Strategy, line by line, on ${input.date}`,
			columns: [
				{ title: 'Line', width: 1, number: true },
				{ title: 'Concept', width: 1 },
				{ title: 'Search', width: 7, code: true },
				{ title: 'Label', width: 3 },
				{ title: 'Records', width: 2, number: true }
			],
			rows: written(input.lines, (one) => one.line.empty && one.label === '').map((one) => [
				String(one.line.number),
				one.concept ?? '',
				one.text,
				one.label,
				countCell(one)
			])
		},
		...openFindings(input),
		...reasons(input)
	);
	return blocks;
}

/** What keeps lines from being counted, each named where it is missing. */
function openFindings({ lines, findings }: DossierInput): Block[] {
	return bySeverity(findings).flatMap(({ severity, place, message }) => {
		const line = place.kind === 'line' ? lines.find((one) => one.line.id === place.line) : undefined;
		return severity === 'error' && line ? [missing(`line ${line.line.number} cannot be counted. ${message}`)] : [];
	});
}

/** The lines without the empty ones at the end; empty lines in between stay, so that the numbers are right. */
function written<Line>(lines: readonly Line[], isEmpty: (line: Line) => boolean): readonly Line[] {
	return lines.slice(0, lines.findLastIndex((one) => !isEmpty(one)) + 1);
}

/** The text of a line, with the years that a relative limit means on a day. @param date in ISO form */
export function printedText({ text, tree }: Pick<ReadLine, 'text' | 'tree'>, date: string): string {
	const now = Number(date.slice(0, 4));
	const years = tree
		? [...nodesOf(tree)].flatMap((node) =>
				node.kind === 'limit' && node.limit.type === 'last-years' ? [node.limit.count] : []
			)
		: [];
	return years.length === 0 ? text : `${text} (${years.map((count) => `${now - count + 1}-${now}`).join(', ')})`;
}

/** Why each limit and filter is there: whoever reads a strategy asks. */
function reasons({ enquiry, lines }: DossierInput): Block[] {
	const limits = enquiry.lines.flatMap((line, at) =>
		line.role === 'limit' || line.role === 'filter' ? [{ line, counted: lines[at] }] : []
	);
	if (limits.length === 0) return [];
	return [
		{
			kind: 'table',
			caption: 'Limits and filters, with their reasons',
			columns: [
				{ title: 'Line', width: 1, number: true },
				{ title: 'Limit or filter', width: 4 },
				{ title: 'Reason', width: 6 }
			],
			rows: limits.map(({ line, counted }) => [
				String(counted?.line.number ?? ''),
				`${line.label || counted?.line.text || ''}${line.part ? ` (${line.part.name}, version ${line.part.version}${line.part.source === line.source ? '' : ', changed'})` : ''}${line.off ? ', switched off' : ''}`,
				line.note.trim() || (line.part ? `Brought in as ${line.part.name}.` : 'Missing: the reason.')
			])
		}
	];
}

function rendering(one: NamedRendering): Block[] {
	const { run, tried } = one;
	const held = tried ? tried.kept + tried.lost : 0;
	const sentences = [
		`The strategy in the syntax of ${one.platform}, profile ${one.profile}, version ${one.version}.`,
		...(one.rendering.gaps > 0
			? [
					`${one.rendering.gaps === 1 ? 'One line has' : `${one.rendering.gaps} lines have`} something that could not be written; it is between ⟪ and ⟫.`
				]
			: []),
		run
			? `Counts are those of ${one.source} on ${run.on.slice(0, 10)}, ${run.how === 'connection' ? 'asked by connection' : 'pasted from the platform'}.`
			: `Missing: it has not been run on ${one.source}.`,
		...(tried && held > 0
			? [
					`Compared on ${tried.on.slice(0, 10)} on the works that both sources hold: ${tried.kept} of ${held} kept (${Math.round((1000 * tried.kept) / held) / 10} %), ${tried.lost} lost, ${tried.gained} gained.`
				]
			: [])
	];
	const countOf = (line: Rendering['lines'][number]) => {
		const found = run?.counts.get(line.id);
		return found === undefined || found === null ? '' : count(found);
	};
	const here = (line: Rendering['lines'][number]) => (line.number === 0 ? 'this source only' : String(line.number));
	const blocks: Block[] = [
		{ kind: 'heading', level: 2, text: `${one.source} on ${one.platform}` },
		{ kind: 'paragraph', text: sentences.join(' ') },
		{
			kind: 'table',
			caption: `Lines for ${one.source}`,
			columns: [
				{ title: 'Line in the strategy', width: 1, number: true },
				{ title: `Line on ${one.platform}`, width: 1, number: true },
				{ title: 'Text', width: 8, code: true },
				...(run ? [{ title: 'Records', width: 1, number: true }] : [])
			],
			rows: written(
				one.rendering.lines,
				(line) => line.written === null && line.text === '' && !line.own && line.notes.length === 0
			).flatMap((line) => [
				...line.parts.map((part) => [here(line), String(part.written), part.text, ...(run ? [''] : [])]),
				[
					here(line),
					line.written === null ? 'not written' : String(line.written),
					line.text,
					...(run ? [countOf(line)] : [])
				]
			])
		}
	];
	const own = one.rendering.lines.flatMap((line) =>
		line.own ? [[here(line), OWN[line.own.do], `${line.own.why} (${line.own.by}, ${line.own.on})`]] : []
	);
	const notes = [
		...one.rendering.general.map((note) => [note.lines.join(', '), note.kind, note.message]),
		...one.rendering.lines.flatMap((line) => noteRows(here(line), line.notes)),
		...own
	];
	if (notes.length > 0)
		blocks.push({
			kind: 'table',
			caption: `What changes in ${one.source}`,
			columns: [
				{ title: 'Line', width: 1, number: true },
				{ title: 'Effect', width: 2 },
				{ title: 'Why', width: 8 }
			],
			rows: notes
		});
	return blocks;
}

/** The notes of a line; pieces that one decision was made for, with the same reason, are one row. */
function noteRows(line: string, notes: Rendering['lines'][number]['notes']): string[][] {
	const rows = new Map<string, { effect: string; pieces: string[]; message: string }>();
	for (const note of notes) {
		const names = note.kind === 'decided' || (note.kind === 'to decide' && !note.message.includes(note.piece));
		const effect = note.effect === null ? note.kind : `${note.kind}, ${note.effect}`;
		const key = JSON.stringify([effect, note.message, names || note.piece]);
		const row = rows.get(key);
		if (row && names) row.pieces.push(note.piece);
		else if (!row) rows.set(key, { effect, pieces: names ? [note.piece] : [], message: note.message });
	}
	return [...rows.values()].map(({ effect, pieces, message }) => [
		line,
		effect,
		pieces.length > 0 ? `${pieces.join(', ')}: ${message}` : message
	]);
}

const OWN = { add: 'added here', replace: 'replaced here', skip: 'left out here', text: 'written by hand' } as const;

function journal(enquiry: EnquiryDocument): Block[] {
	if (enquiry.journal.length === 0) return [];
	const hours = enquiry.journal.reduce((sum, one) => sum + (one.hours ?? 0), 0);
	return [
		{ kind: 'heading', level: 2, text: 'Journal' },
		{
			kind: 'table',
			caption: `Decisions, correspondence and work${hours > 0 ? ` (${hours} hours)` : ''}`,
			columns: [
				{ title: 'Date', width: 2 },
				{ title: 'Kind', width: 2 },
				{ title: 'What', width: 7 },
				{ title: 'Hours', width: 1, number: true }
			],
			rows: enquiry.journal.map((one) => [
				one.date ?? '—',
				one.kind,
				one.text,
				one.hours === null ? '' : String(one.hours)
			])
		}
	];
}
