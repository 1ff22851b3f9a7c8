/**
 * Writing one line in a platform's syntax: text, and a note wherever the meaning or the form
 * changes. What cannot be written leaves a visible gap, never silence.
 */
import {
	DEFAULT_FIELDS,
	print,
	printTerm,
	sideActedOn,
	type Expression,
	type IndexedField,
	type Limit,
	type TextField
} from '../query/index.ts';
import { onResult, type NoteKind, type RenderingNote } from './notes.ts';
import type { Profile } from './profile.ts';
import { bracket, junction, NOTHING, type Offer, type Part, type LineOutput } from './pen.ts';
import { fill } from './template.ts';
import { limitForm } from './write-limits.ts';
import { changeBy, writeHeading } from './write-headings.ts';
import { writeNear } from './write-near.ts';
import { fieldChoice, optionOf, type FieldsWritten } from './write-fields.ts';
import { quoted, termSpellings, type TermNote } from './write-terms.ts';
import type { LineToWrite, WritingContext } from './writing.ts';

/** The decision to leave every heading out of a source that has none. */
export const ALL_HEADINGS = '{*}';

const GAP_OPEN = '⟪';
const GAP_CLOSE = '⟫';
/** Written-out words that are offered to choose among. */
const CHOICES = 60;

/** A line as it is written into another, and whether something of it could not be written. */
export interface Inlined {
	readonly part: Part;
	readonly gap: boolean;
}
/** Characters of a line with all that it uses: lines that use others twice grow with the powers of two. */
const MOST_INLINED = 200_000;

export class LineWriter implements LineOutput {
	readonly notes: RenderingNote[] = [];
	gap = false;
	/** While a line is written into another, its notes are told at the line itself. */
	private quiet = false;
	/** The junction that is being written. */
	private within: 'and' | 'or' | null = null;
	/** While something decided is written in a piece's place, it is not decided again. */
	private replacing = 0;

	constructor(
		readonly profile: Profile,
		readonly context: WritingContext,
		private readonly lines: ReadonlyMap<number, LineToWrite>,
		private readonly written: ReadonlyMap<number, number>,
		private readonly oneString: boolean,
		/** How the fields of the strategy are written, filled while it is. */
		private readonly fields: Map<string, FieldsWritten | null>,
		/** Lines as they are written into others, by number: each is written once, however often it is used. */
		private readonly inlined: Map<number, Inlined>
	) {}
	/** Numbers of the lines that are being written into each other. */
	private readonly open = new Set<number>();

	/** The line that is being written, and its text, which notes on its fields ask for at every word. */
	private whole: Expression | null = null;
	private wholeText = '';

	/** Empty where nothing of the line is left to write. */
	line(tree: Expression, number: number | null = null): { readonly text: string; readonly absent: boolean } {
		if (number !== null) this.open.add(number);
		this.whole = tree;
		this.wholeText = print(tree);
		const part = this.part(tree, null, false);
		return { text: part === 'absent' ? '' : part.text, absent: part === 'absent' };
	}

	note(
		kind: NoteKind,
		cause: string,
		piece: Expression,
		message: string,
		next: string,
		flipped = false,
		offer: Offer = NOTHING
	): void {
		const effect = onResult(kind, flipped);
		const text = piece === this.whole ? this.wholeText : print(piece);
		const decision = this.context.decisions.find(
			(one) => one.take === 'accept' && one.cause === cause && one.piece === text
		);
		const note: RenderingNote =
			decision && kind !== 'adjusted'
				? {
						kind: 'decided',
						cause,
						piece: text,
						message: `${message} Accepted: ${decision.why} (${decision.by}, ${decision.on})`,
						next: '',
						effect: effect === 'widened' || effect === 'narrowed' ? effect : null,
						candidates: []
					}
				: { kind: effect, cause, piece: text, message, next, effect: null, ...offer };
		if (this.quiet) return;
		const known = (one: RenderingNote) =>
			one.kind === note.kind &&
			one.message === note.message &&
			(kind === 'adjusted' || kind === 'decided' || one.piece === note.piece);
		if (!this.notes.some(known)) this.notes.push(note);
	}

	cannot(piece: Expression, cause: string, message: string, next: string, offer: Offer = NOTHING): Part {
		this.gap = true;
		this.note('to decide', cause, piece, message, next, false, offer);
		return { text: `${GAP_OPEN}${print(piece)}${GAP_CLOSE}`, tight: 'piece' };
	}

	/** What was decided for a piece as a whole: left out, or something in its place. */
	private decided(piece: Expression, fields: readonly TextField[] | null, flipped: boolean): Part | null {
		if (this.replacing > 0 || this.context.decisions.length === 0) return null;
		const text = print(piece);
		const decision = this.context.decisions.find(
			(one) => one.take !== 'accept' && (one.piece === text || (one.piece === ALL_HEADINGS && piece.kind === 'heading'))
		);
		if (!decision) return null;
		const sign = `${decision.why} (${decision.by}, ${decision.on})`;
		if (decision.take === 'leave out') {
			// Without a side an OR retrieves less and an AND more; behind a NOT it is the reverse.
			this.decidedNote(
				decision.cause,
				text,
				`Left out here: ${sign}`,
				(this.within === 'and') === flipped ? 'narrowed' : 'widened'
			);
			return 'absent';
		}
		const tree = this.context.read(decision.text);
		if (!tree) {
			this.note(
				'to decide',
				'replacement',
				piece,
				`The replacement, ${decision.text}, cannot be read.`,
				'Decide again.'
			);
			return { text: `${GAP_OPEN}${text}${GAP_CLOSE}`, tight: 'piece' };
		}
		const change = changeBy(piece, tree, this.context.counterparts);
		const effect = change.effect && onResult(change.effect, flipped);
		this.decidedNote(
			decision.cause,
			text,
			`Replaced here by ${decision.text}${change.lost.length > 0 ? `, ${change.lost.join(', ')}` : ''}: ${sign}`,
			effect === 'widened' || effect === 'narrowed' ? effect : null
		);
		this.replacing++;
		const part = this.part(tree, fields, flipped);
		this.replacing--;
		return part;
	}

	private decidedNote(cause: string, piece: string, message: string, effect: RenderingNote['effect']): void {
		if (
			this.quiet ||
			this.notes.some((one) => one.kind === 'decided' && one.message === message && one.piece === piece)
		)
			return;
		this.notes.push({ kind: 'decided', cause, piece, message, next: '', effect, candidates: [] });
	}

	part(expression: Expression, fields: readonly TextField[] | null, flipped: boolean): Part {
		const decided = this.decided(expression, fields, flipped);
		if (decided) return decided;
		switch (expression.kind) {
			case 'word':
			case 'phrase':
			case 'near':
				return this.text(expression, fields ?? DEFAULT_FIELDS, flipped);
			case 'field':
				return this.text(expression.of, expression.fields, flipped);
			case 'and':
			case 'or': {
				const around = this.within;
				this.within = expression.kind;
				const parts = this.grouped(expression.items, expression.kind, fields, flipped);
				this.within = around;
				return junction(this.profile, expression.kind, parts);
			}
			case 'not':
				return this.negation(
					expression,
					(part) => this.part(part, fields, flipped),
					(part) => this.part(part, fields, !flipped),
					flipped
				);
			case 'heading':
				return writeHeading(this, expression, flipped);
			case 'limit':
				return this.limit(expression, expression.limit, flipped);
			case 'line':
				return this.reference(expression, expression.number === null ? [] : [expression.number], 'or');
			case 'lines': {
				const numbers = expression.spans.flatMap(([first, last]) =>
					first === null || last === null ? [] : Array.from({ length: last - first + 1 }, (_, step) => first + step)
				);
				return this.reference(expression, numbers, expression.mode === 'any' ? 'or' : 'and');
			}
			case 'concept': {
				const numbers = this.context.concept(expression.letter, expression.strand) ?? [];
				if (numbers.length > 1 && !this.oneString)
					this.note(
						'adjusted',
						'joining',
						expression,
						`This line combines lines automatically; here it is written with their current numbers.`,
						'Nothing to do.'
					);
				return this.reference(expression, numbers, 'or');
			}
		}
	}

	private negation(
		expression: Expression & { kind: 'not' },
		keeping: (part: Expression) => Part,
		dropping: (part: Expression) => Part,
		flipped: boolean
	): Part {
		const { not } = this.profile.platform.operators;
		const keep = keeping(expression.keep);
		if (not === null || not.trim() === '') {
			if (keep !== 'absent')
				this.note(
					'widened',
					'no-not',
					expression,
					`${this.profile.platform.name} has no NOT: what ${print(expression.drop)} retrieves is not removed.`,
					'Accept it, and remove those records after the export.',
					flipped
				);
			return keep;
		}
		const drop = dropping(expression.drop);
		if (keep === 'absent' || drop === 'absent') return keep;
		return { text: `${bracket(keep, 'not', true)} ${not} ${bracket(drop, 'not', false)}`, tight: 'not' };
	}

	/** Neighbouring words of an OR share one field code where the platform allows it. */
	private grouped(
		items: readonly Expression[],
		kind: 'and' | 'or',
		fields: readonly TextField[] | null,
		flipped: boolean
	): Part[] {
		const isText = (item: Expression) => ['word', 'phrase', 'near'].includes(item.kind) && !this.hasDecision(item);
		if (kind === 'and' || this.profile.platform.fields.per === 'term')
			return items.map((item) => this.part(item, fields, flipped));
		const parts: Part[] = [];
		for (let index = 0; index < items.length;) {
			let end = index;
			while (end < items.length && isText(items[end] as Expression)) end++;
			if (end - index > 1) {
				parts.push(this.text({ kind: 'or', items: items.slice(index, end) }, fields ?? DEFAULT_FIELDS, flipped));
				index = end;
			} else parts.push(this.part(items[index++] as Expression, fields, flipped));
		}
		return parts;
	}

	private hasDecision(piece: Expression): boolean {
		if (this.context.decisions.length === 0) return false;
		const text = print(piece);
		return this.context.decisions.some((one) => one.take !== 'accept' && one.piece === text);
	}

	/** Words, phrases, proximity, and AND/OR/NOT of these, in fields. */
	private text(expression: Expression, fields: readonly TextField[], flipped: boolean): Part {
		const wanted: readonly IndexedField[] = fields.includes('all')
			? (['ti', 'ab', 'kw', 'hd', 'au', 'jn', 'af'] as const)
			: fields.filter((field) => field !== 'all');
		const written = this.fieldsFor(wanted);
		const choice = written && optionOf(written);
		if (!choice)
			return this.cannot(
				expression,
				'no-field',
				`${this.profile.source.name} has none of these fields: ${wanted.join(', ')}.`,
				'Choose another field, or leave it out with a reason.'
			);
		for (const { kind, cause, message } of choice.changes)
			// What the fields of a source change is told once a line, not at each of its words.
			this.note(
				kind,
				cause,
				this.whole ?? expression,
				message,
				kind === 'narrowed' ? 'Accept it, or add a line for what is lost.' : 'Accept it.',
				flipped
			);
		const { fields: forms } = this.profile.platform;
		const { codes } = choice;
		if (codes.length === 0) return this.bare(expression, flipped);
		const lists = codes.length > 1 && forms.several === 'list' ? [codes.join(forms.joiner)] : codes;
		const [code] = lists;
		if (forms.per === 'group' && lists.length === 1 && code !== undefined) {
			const inner = this.bare(expression, flipped);
			if (inner === 'absent') return inner;
			// Where the code's own brackets hold the text, it needs none of its own.
			const held = inner.tight === 'piece' || /\(%\{text\}\)/.test(forms.pattern);
			return { text: fill(forms.pattern, { code, text: held ? inner.text : `(${inner.text})` }), tight: 'piece' };
		}
		return this.perTerm(expression, lists, flipped);
	}

	/** The same fields are asked for at most words of a strategy. */
	private fieldsFor(wanted: readonly IndexedField[]): FieldsWritten | null {
		const key = wanted.join();
		let written = this.fields.get(key);
		if (written === undefined) {
			written = fieldChoice(wanted, this.profile, this.context.fields);
			this.fields.set(key, written);
		}
		return written;
	}

	private perTerm(expression: Expression, lists: readonly string[], flipped: boolean): Part {
		if (expression.kind === 'and' || expression.kind === 'or')
			return junction(
				this.profile,
				expression.kind,
				expression.items.map((item) => this.perTerm(item, lists, flipped))
			);
		if (expression.kind === 'not')
			return this.negation(
				expression,
				(part) => this.perTerm(part, lists, flipped),
				(part) => this.perTerm(part, lists, !flipped),
				flipped
			);
		const { fields, operators } = this.profile.platform;
		const coded = (code: string) => (text: string) => fill(fields.pattern, { code, text });
		if (expression.kind === 'near') {
			// Each field separately: no proximity crosses from one field to another.
			return junction(
				this.profile,
				'or',
				lists.map((code) => writeNear(this, expression, flipped, coded(code)))
			);
		}
		const forms = this.spellings(expression, flipped);
		if (!forms) return this.unwritable(expression);
		const texts = forms.flatMap((text) => lists.map((code) => coded(code)(text)));
		return { text: texts.join(` ${operators.or} `), tight: texts.length > 1 ? 'or' : 'piece' };
	}

	/** Why the last term that could not be written could not. */
	private unwritten: { readonly message: string; readonly next: string } | null = null;

	/** The quoted spellings of a term; null where it cannot be written. */
	spellings(expression: Expression, flipped: boolean): readonly string[] | null {
		if (expression.kind !== 'word' && expression.kind !== 'phrase') return null;
		const notes: Parameters<TermNote>[] = [];
		const spellings = termSpellings(expression, this.profile, this.context.variants, (...note) => notes.push(note));
		for (const [kind, cause, message, next] of notes)
			// The words that a wildcard became can be chosen among, one by one.
			if (kind === 'to decide') this.unwritten = { message, next };
			else
				this.note(
					kind,
					cause,
					expression,
					message,
					next,
					flipped,
					cause === 'written-out' ? { candidates: (spellings ?? []).slice(0, CHOICES).map(printTerm) } : NOTHING
				);
		return spellings && spellings.map((one) => quoted(one, this.profile));
	}

	unwritable(expression: Expression): Part {
		const { message, next } = this.unwritten ?? {
			message: `${print(expression)} cannot be written with the wildcards of ${this.profile.platform.name}.`,
			next: 'Type the forms that are meant in its place.'
		};
		this.unwritten = null;
		return this.cannot(expression, 'wildcard', message, `${next} Or leave it out here with a reason.`);
	}

	/** Text without field codes. */
	private bare(expression: Expression, flipped: boolean): Part {
		switch (expression.kind) {
			case 'word':
			case 'phrase': {
				const forms = this.spellings(expression, flipped);
				if (!forms) return this.unwritable(expression);
				return {
					text: forms.join(` ${this.profile.platform.operators.or} `),
					tight: forms.length > 1 ? 'or' : 'piece'
				};
			}
			case 'near':
				return writeNear(this, expression, flipped, (text) => text);
			case 'and':
			case 'or':
				return junction(
					this.profile,
					expression.kind,
					expression.items.map((item) => this.bare(item, flipped))
				);
			case 'not':
				return this.negation(
					expression,
					(part) => this.bare(part, flipped),
					(part) => this.bare(part, !flipped),
					flipped
				);
			default:
				return this.part(expression, null, flipped);
		}
	}

	private limit(piece: Expression, limit: Limit, flipped: boolean): Part {
		const form = limitForm(limit, this.profile, this.context.currentYear);
		if (form.is === 'absent') return 'absent';
		if (form.is === 'by-hand') {
			this.note(
				'by hand',
				'by-hand',
				piece,
				`Set on the platform by hand: ${form.what}.`,
				'Set it, and say so in the run log.',
				flipped
			);
			return 'absent';
		}
		if (form.is === 'none') return this.cannot(piece, 'limit', 'This limit has no form here.', 'Set it by hand.');
		if (form.resolved !== null) this.note('adjusted', 'last-years', piece, form.resolved, 'Nothing to do.');
		const [only = ''] = form.texts;
		return form.texts.length === 1
			? { text: only, tight: 'piece' }
			: { text: form.texts.join(` ${this.profile.platform.operators[form.joined]} `), tight: form.joined };
	}

	private reference(piece: Expression, numbers: readonly number[], joining: 'and' | 'or'): Part {
		if (this.oneString) {
			if (numbers.some((number) => this.open.has(number)))
				return this.cannot(
					piece,
					'circle',
					'This line uses itself, directly or through others, so it cannot be written as one string.',
					'Fix the reference in the strategy.'
				);
			const joined = junction(
				this.profile,
				joining,
				numbers.map((number) => this.inlinedLine(number))
			);
			return joined !== 'absent' && joined.text.length > MOST_INLINED
				? this.cannot(
						piece,
						'too-long',
						`With the lines that it uses this would have ${joined.text.length} characters.`,
						'Run it in pieces and combine the records.'
					)
				: joined;
		}
		// A limit that is off passes on what it acts on; the rest are numbers.
		if (numbers.some((number) => this.passedOn(number)))
			return junction(
				this.profile,
				joining,
				numbers.map((number): Part => {
					const passed = this.passedOn(number);
					return passed ? this.part(passed, null, false) : this.reference(piece, [number], joining);
				})
			);
		const own = numbers.map((number) => this.written.get(number)).filter((number) => number !== undefined);
		const lost = numbers.filter(
			(number) => !this.written.has(number) && !this.lines.get(number)?.off && this.lines.get(number)?.tree
		);
		if (numbers.length === 0)
			return this.cannot(
				piece,
				'lost-line',
				'The line that this refers to has been deleted.',
				'Fix the reference in the strategy.'
			);
		if (lost.length > 0)
			this.note(
				'by hand',
				'line-absent',
				piece,
				`Line${lost.length > 1 ? 's' : ''} ${lost.join(', ')} ${lost.length > 1 ? 'are' : 'is'} set by hand or left out here, so ${lost.length > 1 ? 'they are' : 'it is'} not in this line.`,
				'Check that this is what you want.'
			);
		return this.references(own, joining);
	}

	/** A line as it is written into another. */
	private inlinedLine(number: number): Part {
		let inlined = this.inlined.get(number);
		if (!inlined) {
			const line = this.lines.get(number);
			const tree = line?.off ? this.passedOn(number) : line?.tree;
			const before = { quiet: this.quiet, within: this.within, gap: this.gap };
			[this.quiet, this.within, this.gap] = [true, null, false];
			this.open.add(number);
			inlined = { part: tree ? this.part(tree, null, false) : 'absent', gap: this.gap };
			this.open.delete(number);
			[this.quiet, this.within, this.gap] = [before.quiet, before.within, before.gap];
			this.inlined.set(number, inlined);
		}
		this.gap ||= inlined.gap;
		return inlined.part;
	}

	/** What a limit or filter that is off acts on (notation.md, section 5); null for any other line. */
	private passedOn(number: number): Expression | null {
		const line = this.lines.get(number);
		return line?.off && (line.role === 'limit' || line.role === 'filter')
			? (sideActedOn(line.tree)?.side ?? null)
			: null;
	}

	/** Numbers of written lines, joined: as a run where there is a form for it. */
	references(own: readonly number[], joining: 'and' | 'or'): Part {
		const { reference, anyRun, allRun } = this.profile.platform.lines;
		const run = joining === 'or' ? anyRun : allRun;
		const [first] = own;
		const last = own.at(-1);
		if (
			run !== null &&
			own.length >= 3 &&
			first !== undefined &&
			last !== undefined &&
			last - first === own.length - 1 &&
			own.every((number, at) => number === first + at)
		)
			return { text: fill(run, { first: String(first), last: String(last) }), tight: 'piece' };
		return junction(
			this.profile,
			joining,
			own.map((number): Part => ({ text: fill(reference ?? '', { n: String(number) }), tight: 'piece' }))
		);
	}
}
