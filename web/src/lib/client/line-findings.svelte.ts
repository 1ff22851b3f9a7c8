/**
 * What there is to say about the lines of the open enquiry, as one list: the sheet underlines it, the lens
 * explains it, the keel counts it. It follows what is typed and counted once typing rests for a moment.
 */
import {
	adviceOn,
	findingsOfLine,
	lineFindings,
	parse,
	toText,
	type EnquiryDocument,
	type Fault,
	type Finding
} from '@wide-lantern/core/editor';
import type { SheetMargins, SheetView } from '$lib/contract/sheet';
import { namesFor } from './line-names';

/** Milliseconds without a change after which the list is made anew: in a long strategy that must not hold up the next key. */
const REST = 180;

/** What the list is made from. */
export interface LineSources {
	readonly document: EnquiryDocument;
	readonly view: SheetView | null;
	readonly margins: SheetMargins | null;
	/** True while the margins are those of an older text. */
	readonly marginsOld: boolean;
	/** The line that somebody is typing in here: what is unfinished there is not wrong yet. */
	readonly typing: string | null;
}

/** Faults of texts read here, until the server has read them: those of names come from there. */
const FAULTS_KEPT = 2_000;

export class LineFindings {
	all = $state.raw<readonly Finding[]>([]);
	/** The texts that the findings are about, by line. */
	texts: ReadonlyMap<string, string> = new Map();
	/** What there is to say about renderings, as far as this window has seen them. */
	renderings = $state.raw<readonly Finding[]>([]);
	/** Set by the sheet. */
	typing = $state<string | null>(null);
	private readonly parsed = new Map<string, readonly Fault[]>();
	private timer: ReturnType<typeof setTimeout> | undefined;

	constructor(private readonly sources: () => Omit<LineSources, 'typing'>) {}

	/** Something has changed that the list is made from. */
	changed(): void {
		clearTimeout(this.timer);
		this.timer = setTimeout(() => this.refresh(), REST);
	}

	refresh(): void {
		clearTimeout(this.timer);
		const { all, texts } = findingsFrom({ ...this.sources(), typing: this.typing }, (text) => this.faultsOf(text));
		this.texts = texts;
		// The same list stays the same object: nothing need be shown anew, and a note that somebody reads stays open.
		if (JSON.stringify(all) !== JSON.stringify(this.all)) this.all = all;
	}

	/** Of lines and of renderings. */
	get everything(): readonly Finding[] {
		return [...this.all, ...this.renderings];
	}

	of(line: string): readonly Finding[] {
		return findingsOfLine(this.all, line);
	}

	stop(): void {
		clearTimeout(this.timer);
	}

	private faultsOf(text: string): readonly Fault[] {
		const known = this.parsed.get(text);
		if (known) return known;
		const { faults } = parse(text);
		if (this.parsed.size >= FAULTS_KEPT) this.parsed.clear();
		this.parsed.set(text, faults);
		return faults;
	}
}

/** @param faultsOf what can be said of a text without the server */
export function findingsFrom(
	{ document, view, margins, marginsOld, typing }: LineSources,
	faultsOf: (text: string) => readonly Fault[]
): { readonly all: readonly Finding[]; readonly texts: ReadonlyMap<string, string> } {
	const names = namesFor(
		document,
		document.lines.map((line) => line.id)
	);
	const texts = new Map(document.lines.map((line) => [line.id, toText(line.source, names)]));
	const served = new Map(view?.lines.map((line) => [line.id, line]));
	const isCurrent = (line: string) => served.get(line)?.text === texts.get(line);
	// While a line is being corrected the result is another one for the moment: nobody is told that it uses too little.
	const unsettled =
		view?.lines.some((line) => line.state === 'broken' || line.state === 'faulty' || line.state === 'heavy') ?? true;
	const current = <Item extends { readonly line: string }>(items: readonly Item[] | undefined): readonly Item[] =>
		marginsOld ? [] : (items ?? []).filter((item) => isCurrent(item.line));
	const isShown = (line: string) => line !== typing && texts.get(line)?.trim() !== '';
	return {
		texts,
		all: lineFindings({
			lines: document.lines
				.filter((line) => isShown(line.id))
				.map(({ id }) => ({
					id,
					faults: isCurrent(id) ? (served.get(id)?.faults ?? []) : faultsOf(texts.get(id) ?? '')
				})),
			advice: adviceOn(document, unsettled ? null : (view?.final ?? null)),
			empty: current(margins?.noHits),
			shared: current(margins?.shared)
		})
	};
}
