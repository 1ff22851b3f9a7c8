/**
 * Writing a strategy in a platform's syntax, from its profile: every line in its order, numbered
 * anew, with what the searcher added or changed for this source alone.
 */
import { nodesOf, print, type Expression } from '../query/index.ts';
import { toldOnce, type RenderingNote } from './notes.ts';
import type { Profile } from './profile.ts';
import { fill } from './template.ts';
import type { FieldsWritten } from './write-fields.ts';
import { LineWriter, type Inlined } from './write-line.ts';
import type { LineToWrite, OwnLine, RenderedLine, Rendering, WritingContext } from './writing.ts';

export function writeStrategy(lines: readonly LineToWrite[], profile: Profile, context: WritingContext): Rendering {
	const writer = new StrategyWriter(lines, profile, context);
	for (const line of lines) writer.line(line);
	return writer.whole();
}

/** The same, with a pause wherever another may have the thread. @param pause is asked after every line */
export async function writeStrategyInSteps(
	lines: readonly LineToWrite[],
	profile: Profile,
	context: WritingContext,
	pause: () => Promise<void>
): Promise<Rendering> {
	const writer = new StrategyWriter(lines, profile, context);
	for (const line of lines) {
		writer.line(line);
		await pause();
	}
	return writer.whole();
}

class StrategyWriter {
	private readonly oneString: boolean;
	private readonly written = new Map<number, number>();
	private readonly byNumber: ReadonlyMap<number, LineToWrite>;
	private readonly rendered: RenderedLine[] = [];
	private readonly fields = new Map<string, FieldsWritten | null>();
	private readonly inlined = new Map<number, Inlined>();
	private next: number;

	constructor(
		lines: readonly LineToWrite[],
		private readonly profile: Profile,
		private readonly context: WritingContext
	) {
		this.oneString = profile.platform.lines.reference === null;
		this.next = context.first;
		// What stands in a line's place here stands there also where other lines take it in.
		this.byNumber = new Map(
			lines.map((line) => {
				const own = this.ownOf(line.id);
				if (own?.do === 'replace') return [line.number, { ...line, tree: context.read(own.text) }];
				return [line.number, own?.do === 'skip' ? { ...line, tree: null } : line];
			})
		);
		this.added(null);
	}

	private ownOf(id: string): OwnLine | undefined {
		return this.context.own.findLast((one) => one.at === id && one.do !== 'add');
	}

	/** What is written, after every line was. */
	whole(): Rendering {
		const { lines, general } = toldOnce(this.rendered);
		return {
			lines,
			general,
			whole: this.text(lines),
			gaps: lines.filter((line) => line.gap).length,
			fields: [...this.fields.values()].filter((one) => one !== null)
		};
	}

	/** The next line, in their order, and what stands after it here alone. */
	line(line: LineToWrite): void {
		this.own(line);
		this.added(line.id);
	}

	private own(line: LineToWrite): void {
		const own = this.ownOf(line.id);
		const now = line.tree ? print(line.tree) : '';
		const mark = own
			? { do: own.do, why: own.why, by: own.by, on: own.on, changed: own.of !== now, line: own.id }
			: null;
		const tree = this.byNumber.get(line.number)?.tree ?? null;
		if (line.off || line.role === 'check' || !tree) {
			this.rendered.push({
				id: line.id,
				number: line.number,
				written: null,
				text: '',
				parts: [],
				gap: own?.do === 'replace' && !tree && !line.off,
				notes: [],
				own: mark
			});
			return;
		}
		const writer = this.writer();
		const { text, absent } = writer.line(tree, line.number);
		const byHand = own?.do === 'text' ? own.text : null;
		const parts = byHand === null && !absent ? this.parts(tree, text, writer) : [];
		const number = absent && byHand === null ? null : this.next++;
		if (number !== null) this.written.set(line.number, number);
		const joined =
			parts.length > 0
				? writer.references(
						parts.map((part) => part.written),
						'or'
					)
				: null;
		this.rendered.push({
			id: line.id,
			number: line.number,
			written: number,
			text: byHand ?? (joined && joined !== 'absent' ? joined.text : text),
			parts,
			gap: byHand === null && writer.gap,
			notes: byHand === null ? writer.notes : [],
			own: mark
		});
	}

	private writer(): LineWriter {
		return new LineWriter(
			this.profile,
			this.context,
			this.byNumber,
			this.written,
			this.oneString,
			this.fields,
			this.inlined
		);
	}

	/** Lines that only this source has. */
	private added(after: string | null): void {
		for (const own of this.context.own) {
			if (own.do !== 'add' || own.at !== after) continue;
			const tree = this.context.read(own.text);
			const writer = this.writer();
			const { text, absent } = tree ? writer.line(tree) : { text: '', absent: true };
			this.rendered.push({
				id: own.id,
				number: 0,
				written: absent ? null : this.next++,
				text,
				parts: [],
				gap: writer.gap || !tree,
				notes: writer.notes,
				own: { do: 'add', why: own.why, by: own.by, on: own.on, changed: false, line: own.id }
			});
		}
	}

	/** A line beyond a ceiling in numbered parts, where it can be cut; else a note. */
	private parts(tree: Expression, text: string, writer: LineWriter): RenderedLine['parts'] {
		const { length, terms, wildcards, identifiers } = this.profile.platform.ceilings;
		const nodes = [...nodesOf(tree)];
		const count = termsIn(tree);
		const wild = nodes.filter(
			(node) => (node.kind === 'word' || node.kind === 'phrase') && /[*?~]/.test(node.text)
		).length;
		if (wildcards !== null && wildcards !== undefined && wild > wildcards)
			writer.note(
				'to decide',
				'most-wildcards',
				tree,
				`The line has ${wild} wildcards; the platform takes at most ${wildcards}.`,
				'Write some of them out.'
			);
		const asked = nodes.reduce(
			(most, node) =>
				node.kind === 'limit' && node.limit.type === 'identifier' ? Math.max(most, node.limit.values.length) : most,
			0
		);
		if (identifiers !== null && identifiers !== undefined && asked > identifiers)
			writer.note(
				'to decide',
				'most-identifiers',
				tree,
				`${asked} identifiers are asked for; the platform takes at most ${identifiers}.`,
				'Spread them over several lines.'
			);
		const long = length !== null && text.length > length;
		const many = terms !== null && count > terms;
		if (!long && !many) return [];
		const sides = sidesOf(tree);
		const cut = this.oneString || sides === null ? null : this.cut(sides, length ?? Infinity, terms ?? Infinity);
		if (cut) {
			writer.note(
				'adjusted',
				'parts',
				tree,
				`Too ${long ? 'long' : 'many terms'} for one line here, it is written in ${cut.length} numbered parts that the line joins.`,
				'Nothing to do.'
			);
			return cut.map((part) => ({ written: this.next++, text: part }));
		}
		const next = this.oneString
			? 'Run it in pieces and join the records, or shorten a concept.'
			: 'Spread the line over several shorter ones.';
		if (long)
			writer.note(
				'to decide',
				'too-long',
				tree,
				`The text has ${text.length} characters; the platform takes at most ${length}.`,
				next
			);
		if (many)
			writer.note(
				'to decide',
				'too-many-terms',
				tree,
				`The line has ${count} terms; the platform takes at most ${terms}.`,
				next
			);
		return [];
	}

	/** The sides of an OR in as few texts as the ceilings allow; null where one side alone is too much. */
	private cut(sides: readonly Expression[], length: number, terms: number): readonly string[] | null {
		const written = (some: readonly Expression[]) =>
			this.writer().line(some.length === 1 ? (some[0] as Expression) : { kind: 'or', items: some }).text;
		const out: string[] = [];
		let from = 0;
		while (from < sides.length) {
			let low = 1;
			let high = sides.length - from;
			const fits = (count: number) => {
				const some = sides.slice(from, from + count);
				return some.reduce((sum, side) => sum + termsIn(side), 0) <= terms && written(some).length <= length;
			};
			if (!fits(1)) return null;
			while (low < high) {
				const middle = Math.ceil((low + high) / 2);
				if (fits(middle)) low = middle;
				else high = middle - 1;
			}
			out.push(written(sides.slice(from, from + low)));
			from += low;
		}
		return out;
	}

	private text(lines: readonly RenderedLine[]): string {
		if (this.oneString) return lines.findLast((line) => line.written !== null && line.own?.do !== 'add')?.text ?? '';
		return lines
			.flatMap((line) =>
				line.written === null
					? []
					: [
							...line.parts.map((part) => `${part.written}\t${part.text}`),
							`${line.written}\t${line.text}${commentOf(this.profile, this.byNumber.get(line.number)?.label ?? '')}`
						]
			)
			.join('\n');
	}
}

const termsIn = (tree: Expression): number =>
	[...nodesOf(tree)].filter((node) => node.kind === 'word' || node.kind === 'phrase').length;

/** The sides of a line that is an OR; of an OR in a field, each in that field. */
function sidesOf(tree: Expression): readonly Expression[] | null {
	if (tree.kind === 'or') return tree.items;
	if (tree.kind !== 'field' || tree.of.kind !== 'or') return null;
	const { fields } = tree;
	return tree.of.items.map((of): Expression => ({ kind: 'field', fields, of }));
}

export function commentOf(profile: Profile, label: string): string {
	const { comment } = profile.platform.lines;
	return comment === null || label === '' ? '' : ` ${fill(comment, { text: label })}`;
}

export type { RenderingNote };
