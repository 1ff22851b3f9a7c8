/** Whether the strategy finds what it must: known works found or missed, by what loses them, and what would bring them back. */
import { proportion, toSource, toText, withAlternative, type Edit, type Proportion } from '@wide-lantern/core/editor';
import { callServer } from '$lib/contract/call-server';
import type { ProvedWork, Proving, WayBack } from '$lib/contract/proving';
import type { EnquiryClient } from './enquiry.svelte';
import { namesFor } from './line-names';
import { PanelFigures } from './panel-figures.svelte';
import { sideName, type SideName } from './record-why.svelte';

interface State {
	readonly revision: number;
	readonly collection: string | null;
	readonly judged: number;
}

/** Missed works that the same sides of the result lose. */
export interface MissedGroup {
	readonly names: readonly (SideName & { readonly out: boolean })[];
	readonly works: readonly ProvedWork[];
}

/** The largest group first. */
export function missedGroups(proving: Proving, document: EnquiryClient['document']): readonly MissedGroup[] {
	const groups = new Map<string, { readonly sides: readonly number[]; readonly works: ProvedWork[] }>();
	for (const work of proving.works) {
		if (work.found) continue;
		const sides = work.passes.flatMap((passed, side) => (passed ? [] : [side]));
		const key = sides.join(' ');
		const group = groups.get(key) ?? { sides, works: [] };
		groups.set(key, group);
		group.works.push(work);
	}
	return [...groups.values()]
		.sort((a, b) => b.works.length - a.works.length || a.sides.length - b.sides.length)
		.map(({ sides, works }) => ({
			names: sides.flatMap((at) => {
				const side = proving.sides[at];
				return side ? [{ ...sideName(document, side.lines), out: side.out }] : [];
			}),
			works
		}));
}

/** A row of the table of sensitivity. */
export interface SensitivityRow {
	readonly name: string;
	/** Null where the row is not about one concept. */
	readonly concept: string | null;
	readonly found: Proportion;
}

/** The result, each concept, headings alone, text words alone, and each source of one's own files. */
export function sensitivityRows(proving: Proving, nameOf: (concept: string) => string): readonly SensitivityRow[] {
	const of = proving.works.length;
	const whole = proving.kinds.find(({ concept }) => concept === null);
	const row = (name: string, part: number, all = of, concept: string | null = null): SensitivityRow => ({
		name,
		concept,
		found: proportion(part, all)
	});
	return [
		row('The whole result', proving.works.filter(({ found }) => found).length),
		...(whole ? [row('By headings alone', whole.benchmark[0]), row('By text words alone', whole.benchmark[1])] : []),
		...proving.kinds.flatMap(({ concept, benchmark }) =>
			concept === null ? [] : [row(nameOf(concept), benchmark[2], of, concept)]
		),
		...proving.sources.map(({ source, held, found }) => row(`In ${source}`, found, held))
	];
}

/** `86 % (60–96 %)`; empty where there is nothing to divide by. */
export function shareText({ value, low, high }: Proportion): string {
	const percent = (share: number) => Math.round(100 * share);
	return value === null ? '' : `${percent(value)} % (${percent(low)}–${percent(high)} %)`;
}

export class ProvingGround {
	private readonly figures: PanelFigures<State, Proving>;

	constructor(private readonly enquiry: EnquiryClient) {
		this.figures = new PanelFigures((_, signal) =>
			callServer('GET /api/v1/enquiries/[enquiry]/proving', { path: { enquiry: enquiry.id }, signal })
		);
	}
	private get state(): State {
		const { relevant, irrelevant } = this.enquiry.judgements.counts;
		return {
			revision: this.enquiry.revision,
			collection: this.enquiry.document.collection,
			judged: relevant + irrelevant
		};
	}
	/** For an effect. */
	ask(): () => void {
		return this.figures.ask(this.state);
	}
	get value(): Proving | null {
		return this.figures.value;
	}
	/** True while newer figures are on their way. */
	get isOld(): boolean {
		return !this.figures.isOf(this.state);
	}
	get failed(): string {
		return this.figures.failed;
	}

	/** The change that adds a term to its line; null where the line has been deleted, or cannot be read. */
	editsFor({ line, text }: Pick<WayBack, 'line' | 'text'>): readonly Edit[] | null {
		const { document } = this.enquiry;
		const source = document.lines.find(({ id }) => id === line)?.source;
		if (source === undefined) return null;
		const names = namesFor(
			document,
			document.lines.map(({ id }) => id)
		);
		const changed = withAlternative(toText(source, names), text);
		return changed === null ? null : [{ do: 'set', at: ['lines', line, 'source'], value: toSource(changed, names) }];
	}
	lineNumber(line: string): number {
		return this.enquiry.document.lines.findIndex(({ id }) => id === line) + 1;
	}
	/** Adds a term to its line. @returns what was done, or why not */
	keep(way: WayBack): string {
		const edits = this.editsFor(way);
		const number = this.lineNumber(way.line);
		if (!edits) return `Line ${number} cannot be read or has been deleted, so ${way.text} was not added.`;
		this.enquiry.edit(`add ${way.text} to line ${number}`, edits);
		return `${way.text} is in line ${number} now. Undo (Ctrl Z) removes it.`;
	}
}
