/** A limit that somebody is trying: the line it makes, what that leaves and loses, and what the records cannot tell. */
import {
	hasErrors,
	limitLabel,
	limitText,
	lineAnchor,
	parse,
	withLimitValue,
	type Edit,
	type Fault,
	type LimitKind,
	type StrategyLine
} from '@wide-lantern/core/editor';
import { callServer } from '$lib/contract/call-server';
import type { RecordSpread } from '$lib/contract/records';
import type { TrialResult } from '$lib/contract/sheet';
import { askForFigures } from './figures';
import type { EnquiryClient } from './enquiry.svelte';
import { newId } from './new-id';
import { tryOut } from './trials';

/** Milliseconds without a key before a limit is tried. */
const REST = 300;
/** Values that are offered. */
const OFFERED = 12;

/** What one may limit by, in the order of the list. */
export const LIMITS: readonly {
	readonly kind: LimitKind;
	readonly name: string;
	readonly example: string;
	readonly hint: string;
}[] = [
	{
		kind: 'yr',
		name: 'Years',
		example: '2010-',
		hint: '2010-, -1999, 2010-2020, or last5 for the last five years, counted on the day of the run'
	},
	{ kind: 'la', name: 'Language', example: 'english', hint: 'english, or (english OR french)' },
	{ kind: 'pt', name: 'Publication type', example: '"randomised trial"', hint: 'a whole entry as the source has it' },
	{ kind: 'ag', name: 'Age group', example: 'adult', hint: 'adult, or (adult OR aged)' },
	{ kind: 'en', name: 'Entered', example: '2026-01-01..', hint: 'days between which the source added the record' },
	{ kind: 'has', name: 'Has', example: 'ab', hint: 'ab for an abstract, hd for headings' },
	{
		kind: 'jn',
		name: 'Journal',
		example: '"harbour nursing"',
		hint: 'words of the name of the journal; several words in quotes'
	},
	{
		kind: 'hd',
		name: 'Subject heading',
		example: 'Adult >',
		hint: 'a heading of the vocabulary, with > for its narrower ones'
	},
	{
		kind: 'kw',
		name: 'Author keyword',
		example: '"older adults"',
		hint: 'words of the authors’ own keywords; several words in quotes'
	},
	{ kind: 'country', name: 'Country', example: 'norway', hint: 'a place' }
];

/** Records that a limit cannot judge. */
export interface Lacking {
	readonly count: number;
	readonly what: string;
	/** Records without headings, with which sources often set the field. */
	readonly unindexed: number;
}

export class LimitTrial {
	kind = $state<LimitKind>('yr');
	value = $state('');
	reason = $state('');
	/** The line that somebody has chosen to limit. */
	chosenLine = $state<string | null>(null);
	result = $state.raw<TrialResult | null>(null);
	spread = $state.raw<RecordSpread | null>(null);
	/** Of the line that the limit will be. */
	private id = newId();

	/** @param final the line that is the result */
	constructor(
		private readonly enquiry: Pick<EnquiryClient, 'id' | 'revision' | 'state' | 'flush' | 'document'>,
		private readonly final: () => string
	) {}

	/** The line that is limited: the result, until somebody chooses another one. */
	get target(): string {
		const { chosenLine } = this;
		const isThere = this.enquiry.document.lines.some((line) => line.id === chosenLine);
		return isThere && chosenLine !== null ? chosenLine : this.final();
	}
	/** The number of that line. */
	get place(): number {
		return this.enquiry.document.lines.findIndex((line) => line.id === this.target) + 1;
	}
	get text(): string {
		return limitText(this.kind, this.value);
	}
	get faults(): readonly Fault[] {
		return this.text === '' ? [] : parse(this.text).faults;
	}
	get isReady(): boolean {
		return this.text !== '' && !hasErrors(this.faults);
	}

	/** A line of its own, behind the one that is limited. */
	get edits(): readonly Edit[] {
		const line: StrategyLine = {
			id: this.id,
			source: `${lineAnchor(this.target)} AND ${this.text}`,
			concept: null,
			strand: null,
			role: 'limit',
			label: labelOf(this.kind, this.text, this.value),
			note: this.reason.trim(),
			off: false
		};
		return [{ do: 'insert', in: ['lines'], item: line, after: this.target }];
	}

	/** Tries the limit once typing rests. @returns what stops it */
	try(): () => void {
		void this.enquiry.revision;
		const { edits, isReady } = this;
		if (!isReady) {
			this.result = null;
			return () => undefined;
		}
		const asking = new AbortController();
		const timer = setTimeout(() => {
			tryOut(this.enquiry, [{ name: 'limit', edits }], asking.signal).then(
				([result]) => (this.result = result ?? null),
				// Moved on, or the server is away: the older figure stays.
				() => undefined
			);
		}, REST);
		return () => {
			clearTimeout(timer);
			asking.abort();
		};
	}

	/** Asks for what the records of the line have in their fields. @returns what stops it */
	askForSpread(): (() => void) | undefined {
		void this.enquiry.revision;
		// The server knows what is saved.
		if (this.enquiry.state !== 'saved') return undefined;
		const asked = { path: { enquiry: this.enquiry.id }, query: { line: this.target } };
		return askForFigures((signal) => callServer('GET /api/v1/enquiries/[enquiry]/spread', { ...asked, signal }), {
			show: (spread) => (this.spread = spread)
		});
	}

	/** What the limit leaves and loses of the line that it acts on. @param before records of that line */
	left(before: number | null): { readonly count: number; readonly lost: number } | null {
		const { result } = this;
		if (result?.refused !== undefined || !result) return null;
		const count = result.lines.find((line) => line.id === this.id)?.count ?? null;
		return count === null || before === null ? null : { count, lost: before - count };
	}
	get lacking(): Lacking | null {
		return this.spread && lackingOf(this.kind, this.spread);
	}
	/** What the records have in this field, most frequent first: nobody types a language blind. */
	get values(): readonly { readonly value: string; readonly count: number }[] {
		return this.spread === null ? [] : valuesOf(this.kind, this.spread).slice(0, OFFERED);
	}
	add(value: string): void {
		this.value = withLimitValue(this.value, value);
	}
	/** The limit has become a line. */
	done(): void {
		this.id = newId();
		this.value = this.reason = '';
	}
}

/** In the words that follow the line when its limit is changed. */
function labelOf(kind: LimitKind, text: string, value: string): string {
	const { tree } = parse(text);
	if (tree?.kind === 'limit') return limitLabel(tree.limit);
	return `${LIMITS.find((limit) => limit.kind === kind)?.name ?? ''}: ${value.trim()}`;
}

function lackingOf(kind: LimitKind, { lacking }: RecordSpread): Lacking | null {
	const of = (count: number, what: string) => ({ count, what, unindexed: lacking.headings });
	switch (kind) {
		case 'yr':
			return of(lacking.years, 'have no year');
		case 'la':
			return of(lacking.languages, 'have no language');
		case 'pt':
			return of(lacking.types, 'have no publication type');
		case 'ag':
			return of(lacking.ages, 'have no age group');
		case 'en':
			return of(lacking.entered, 'have no entry date');
		case 'hd':
			return of(lacking.headings, 'are not indexed');
		default:
			return null;
	}
}

function valuesOf(
	kind: LimitKind,
	spread: RecordSpread
): readonly { readonly value: string; readonly count: number }[] {
	switch (kind) {
		case 'la':
		case 'pt':
		case 'ag':
			return spread.values[kind];
		case 'jn':
			return spread.journals?.values ?? [];
		case 'kw':
			return spread.keywords?.values ?? [];
		default:
			return [];
	}
}
