/**
 * Writing one line in a platform's syntax: text, and a note wherever the meaning or the form
 * changes. What cannot be written leaves a visible gap, never silence.
 */
import {
	DEFAULT_FIELDS,
	nodesOf,
	print,
	printLabel,
	printTerm,
	type Expression,
	type HeadingPiece,
	type IndexedField,
	type Limit,
	type TextField
} from '../query/index.ts';
import { onResult, type NoteKind, type RenderingNote } from './notes.ts';
import type { Profile } from './profile.ts';
import { fill, slotsOf } from './template.ts';
import { limitForm } from './write-limits.ts';
import { fieldChoice } from './write-fields.ts';
import { quoted, termSpellings, type TermNote } from './write-terms.ts';
import type { LineToWrite, WritingContext } from './writing.ts';

/** How tightly a written text binds. */
type Tight = 'piece' | 'and' | 'or' | 'not' | 'near';
interface Written {
	readonly text: string;
	readonly tight: Tight;
}
/** Nothing remains of it: a line that is off, or something left out by decision. */
export type Part = Written | 'absent';

/** The decision to leave every heading out of a source that has none. */
export const ALL_HEADINGS = '{*}';

const GAP_OPEN = '⟪';
const GAP_CLOSE = '⟫';
/** Written-out words that are offered to choose among. */
const CHOICES = 60;
/** Most pairs that ORs inside a proximity may become where a platform takes none. */
const PAIRS = 200;

export class LineWriter {
	readonly notes: RenderingNote[] = [];
	gap = false;
	/** While a line is written into another, its notes are told at the line itself. */
	private quiet = false;
	/** While something decided is written in a piece's place, it is not decided again. */
	private replacing = 0;

	constructor(
		private readonly profile: Profile,
		private readonly context: WritingContext,
		private readonly lines: ReadonlyMap<number, LineToWrite>,
		private readonly written: ReadonlyMap<number, number>,
		private readonly oneString: boolean
	) {}

	/** The line that is being written, and its text, which notes on its fields ask for at every word. */
	private whole: Expression | null = null;
	private wholeText = '';

	/** Empty where nothing of the line is left to write. */
	line(tree: Expression): { readonly text: string; readonly absent: boolean } {
		this.whole = tree;
		this.wholeText = print(tree);
		const part = this.part(tree, null, false);
		return { text: part === 'absent' ? '' : part.text, absent: part === 'absent' };
	}

	note(kind: NoteKind, cause: string, piece: Expression, message: string, next: string, flipped = false, candidates: readonly string[] = []): void {
		const effect = onResult(kind, flipped);
		const text = piece === this.whole ? this.wholeText : print(piece);
		const decision = this.context.decisions.find((one) => one.take === 'accept' && one.cause === cause && one.piece === text);
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
				: { kind: effect, cause, piece: text, message, next, effect: null, candidates };
		if (this.quiet) return;
		const known = (one: RenderingNote) =>
			one.kind === note.kind && one.message === note.message && (kind === 'adjusted' || kind === 'decided' || one.piece === note.piece);
		if (!this.notes.some(known)) this.notes.push(note);
	}

	cannot(piece: Expression, cause: string, message: string, next: string, candidates: readonly string[] = []): Part {
		this.gap = true;
		this.note('to decide', cause, piece, message, next, false, candidates);
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
			this.decidedNote(decision.cause, text, `Left out here: ${sign}`, flipped ? 'widened' : null);
			return 'absent';
		}
		const tree = this.context.read(decision.text);
		if (!tree) {
			this.note('to decide', 'replacement', piece, `What was to stand in its place, ${decision.text}, cannot be read.`, 'Decide again.');
			return { text: `${GAP_OPEN}${text}${GAP_CLOSE}`, tight: 'piece' };
		}
		this.decidedNote(decision.cause, text, `${decision.text} stands in its place: ${sign}`, null);
		this.replacing++;
		const part = this.part(tree, fields, flipped);
		this.replacing--;
		return part;
	}

	private decidedNote(cause: string, piece: string, message: string, effect: RenderingNote['effect']): void {
		if (this.quiet || this.notes.some((one) => one.kind === 'decided' && one.message === message && one.piece === piece)) return;
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
			case 'or':
				return this.junction(expression.kind, this.grouped(expression.items, expression.kind, fields, flipped));
			case 'not':
				return this.negation(
					expression,
					(part) => this.part(part, fields, flipped),
					(part) => this.part(part, fields, !flipped),
					flipped
				);
			case 'heading':
				return this.heading(expression, flipped);
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
					this.note('adjusted', 'joining', expression, `The living joining is written as the numbers of the lines that it joins today.`, 'Nothing to do.');
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
		const { not, and } = this.profile.platform.operators;
		const keep = keeping(expression.keep);
		if (not === null || not.trim() === '') {
			if (keep !== 'absent')
				this.note(
					'widened',
					'no-not',
					expression,
					`${this.profile.platform.name} knows no NOT: what ${print(expression.drop)} was to take away stays in.`,
					'Accept it, and take those records away after the export.',
					flipped
				);
			return keep;
		}
		const drop = dropping(expression.drop);
		if (keep === 'absent' || drop === 'absent') return keep;
		void and;
		return { text: `${this.bracket(keep, 'not', true)} ${not} ${this.bracket(drop, 'not', false)}`, tight: 'not' };
	}

	/** Neighbouring words of an OR share one field code where the platform allows it. */
	private grouped(items: readonly Expression[], kind: 'and' | 'or', fields: readonly TextField[] | null, flipped: boolean): Part[] {
		const isText = (item: Expression) => ['word', 'phrase', 'near'].includes(item.kind) && !this.hasDecision(item);
		if (kind === 'and' || this.profile.platform.fields.per === 'term') return items.map((item) => this.part(item, fields, flipped));
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

	private junction(kind: 'and' | 'or', parts: readonly Part[]): Part {
		const present = parts.filter((part) => part !== 'absent');
		const [only] = present;
		if (!only) return 'absent';
		if (present.length === 1) return only;
		const sign = this.profile.platform.operators[kind];
		return { text: present.map((part, index) => this.bracket(part, kind, index === 0)).join(` ${sign} `), tight: kind };
	}

	/** Brackets are always written where operators differ: no platform reads those amiss. */
	private bracket(part: Written, inside: Tight, first: boolean): string {
		const mayStand =
			part.tight === 'piece' || (part.tight === inside && inside !== 'not' && inside !== 'near') || (first && part.tight === inside && inside === 'not');
		return mayStand ? part.text : `(${part.text})`;
	}

	/** Words, phrases, proximity, and AND/OR/NOT of these, in fields. */
	private text(expression: Expression, fields: readonly TextField[], flipped: boolean): Part {
		const wanted: readonly IndexedField[] = fields.includes('all')
			? (['ti', 'ab', 'kw', 'hd', 'au', 'jn', 'af'] as const)
			: fields.filter((field) => field !== 'all');
		const choice = fieldChoice(wanted, this.profile);
		if (!choice)
			return this.cannot(
				expression,
				'no-field',
				`${this.profile.source.name} has none of these fields: ${wanted.join(', ')}.`,
				'Choose another field, or leave it out with a reason.'
			);
		for (const { kind, cause, message } of choice.changes)
			// What the fields of a source change is told once a line, not at each of its words.
			this.note(kind, cause, this.whole ?? expression, message, kind === 'narrowed' ? 'Accept it, or add a line for what is lost.' : 'Accept it.', flipped);
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

	private perTerm(expression: Expression, lists: readonly string[], flipped: boolean): Part {
		if (expression.kind === 'and' || expression.kind === 'or')
			return this.junction(
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
			return this.junction(
				'or',
				lists.map((code) => this.near(expression, flipped, coded(code)))
			);
		}
		const forms = this.spellings(expression, flipped);
		if (!forms) return this.unwritable(expression);
		const texts = forms.flatMap((text) => lists.map((code) => coded(code)(text)));
		return { text: texts.join(` ${operators.or} `), tight: texts.length > 1 ? 'or' : 'piece' };
	}

	/** The quoted spellings of a term; null where it cannot be written. */
	private spellings(expression: Expression, flipped: boolean): readonly string[] | null {
		if (expression.kind !== 'word' && expression.kind !== 'phrase') return null;
		const told: Parameters<TermNote>[] = [];
		const spellings = termSpellings(expression, this.profile, this.context.variants, (...note) => told.push(note));
		for (const [kind, cause, message, next] of told)
			// The words that a wildcard became can be chosen among, one by one.
			if (kind !== 'to decide')
				this.note(kind, cause, expression, message, next, flipped, cause === 'written-out' ? (spellings ?? []).slice(0, CHOICES).map(printTerm) : []);
		return spellings && spellings.map((one) => quoted(one, this.profile));
	}

	private unwritable(expression: Expression): Part {
		return this.cannot(
			expression,
			'wildcard',
			`${print(expression)} cannot be written with the wildcards of ${this.profile.platform.name}.`,
			'Type the forms that are meant in its place, or leave it out here with a reason.'
		);
	}

	/** Text without field codes. */
	private bare(expression: Expression, flipped: boolean): Part {
		switch (expression.kind) {
			case 'word':
			case 'phrase': {
				const forms = this.spellings(expression, flipped);
				if (!forms) return this.unwritable(expression);
				return { text: forms.join(` ${this.profile.platform.operators.or} `), tight: forms.length > 1 ? 'or' : 'piece' };
			}
			case 'near':
				return this.near(expression, flipped, (text) => text);
			case 'and':
			case 'or':
				return this.junction(
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

	/** @param coded puts a field code on a text */
	private near(expression: Expression & { kind: 'near' }, flipped: boolean, coded: (text: string) => string): Part {
		const { proximity, operators, name } = this.profile.platform;
		const ordered = expression.ordered && proximity.before !== null;
		const pattern = ordered ? proximity.before : proximity.within;
		const slots = pattern === null ? [] : slotsOf(pattern);
		// A code stands on each side of an operator, and around what is one piece by itself.
		const around = pattern !== null && (slots.includes('words') || !/^\s*%\{left\}/.test(pattern));
		const inner = around ? (text: string) => text : coded;
		const left = this.sides(expression.left, flipped, inner);
		const right = this.sides(expression.right, flipped, inner);
		if (!left || !right) return this.unwritable(expression);
		const hinders = this.hinders(expression, slots.includes('words'));
		const apart = !proximity.groups || slots.includes('words');
		const pairs = left.forms.length * right.forms.length;
		if (apart && pairs > PAIRS) hinders.push(`groups, and written out it would be ${pairs} pairs`);
		if (pattern === null || hinders.length > 0) {
			this.note(
				'widened',
				'no-proximity',
				expression,
				pattern === null
					? `${name} has no proximity; the words are joined with ${operators.and}.`
					: `Proximity here takes no ${hinders.join(' and no ')}; the words are joined with ${operators.and}.`,
				'Accept it, or write the likeliest phrases instead.',
				flipped
			);
			const whole = (side: { forms: readonly string[]; tight: Tight }): Written => {
				const forms = around ? side.forms.map(coded) : side.forms;
				return { text: forms.join(` ${operators.or} `), tight: forms.length > 1 ? 'or' : around ? 'piece' : side.tight };
			};
			return { text: `${this.bracket(whole(left), 'and', true)} ${operators.and} ${this.bracket(whole(right), 'and', false)}`, tight: 'and' };
		}
		if (expression.ordered && proximity.before === null)
			this.note('widened', 'no-order', expression, `${name} has no ordered proximity; either order is found.`, 'Accept it.', flipped);
		const number = this.distance(expression, flipped);
		const join = (one: string, other: string) => {
			const text = fill(pattern, { left: one, right: other, words: `${one} ${other}`, n: String(number) });
			return around ? coded(text) : text;
		};
		const tight: Tight = around ? 'piece' : 'near';
		if (!apart) {
			const whole = (side: { forms: readonly string[]; tight: Tight }): Written => ({
				text: side.forms.join(` ${operators.or} `),
				tight: side.forms.length > 1 ? 'or' : side.tight
			});
			return { text: join(this.bracket(whole(left), 'near', true), this.bracket(whole(right), 'near', false)), tight };
		}
		if (pairs > 1) this.note('adjusted', 'pairs', expression, `Written out as ${pairs} pairs, since proximity takes no groups here.`, 'Nothing to do.');
		const texts = left.forms.flatMap((one) => right.forms.map((other) => join(one, other)));
		const [only = ''] = texts;
		return texts.length === 1
			? { text: only, tight }
			: { text: texts.map((text) => (tight === 'piece' ? text : `(${text})`)).join(` ${operators.or} `), tight: 'or' };
	}

	/** The forms that a side of a proximity is an OR of. */
	private sides(side: Expression, flipped: boolean, coded: (text: string) => string): { readonly forms: readonly string[]; readonly tight: Tight } | null {
		switch (side.kind) {
			case 'word':
			case 'phrase': {
				const forms = this.spellings(side, flipped);
				return forms && { forms: forms.map(coded), tight: 'piece' };
			}
			case 'or': {
				const all = side.items.map((item) => this.sides(item, flipped, coded));
				if (all.some((one) => one === null)) return null;
				return { forms: all.flatMap((one) => (one ? one.forms.map((text) => (one.tight === 'piece' ? text : `(${text})`)) : [])), tight: 'piece' };
			}
			case 'near': {
				const part = this.near(side, flipped, coded);
				return part === 'absent' ? null : { forms: [part.text], tight: part.tight };
			}
			default:
				return null;
		}
	}

	/** What stands in the sides that the platform's proximity does not take. */
	private hinders(expression: Expression & { kind: 'near' }, quotedWords: boolean): string[] {
		const { proximity } = this.profile.platform;
		const nodes = [...nodesOf(expression)];
		const nested = nodes.filter((node) => node.kind === 'near').length > 1;
		const wild = nodes.some(
			(node) => (node.kind === 'word' && /[*?~]/.test(node.pattern)) || (node.kind === 'phrase' && node.patterns.some((one) => /[*?~]/.test(one)))
		);
		return [
			(quotedWords || !proximity.phrases) && nodes.some((node) => node.kind === 'phrase') ? 'phrases' : null,
			(quotedWords || !proximity.groups) && nested ? 'proximity inside' : null,
			!proximity.wildcards && wild ? 'wildcards' : null
		].filter((one) => one !== null);
	}

	/** The distance in the platform's own counting. */
	private distance(expression: Expression & { kind: 'near' }, flipped: boolean): number {
		const { proximity, name } = this.profile.platform;
		const own = proximity.counts === 'words between' ? expression.distance - 1 : expression.distance;
		if (proximity.largest !== null && own > proximity.largest) {
			this.note(
				'narrowed',
				'largest-distance',
				expression,
				`The largest distance here is ${proximity.largest}; the line asks for ${own}.`,
				'Accept it, or join the words with AND in this source.',
				flipped
			);
			return proximity.largest;
		}
		if (own !== expression.distance)
			this.note(
				'adjusted',
				'distance',
				expression,
				`Distance ${expression.distance} is written as ${own}, since ${name} counts the words between.`,
				'Nothing to do.'
			);
		return own;
	}

	private heading(piece: HeadingPiece, flipped: boolean): Part {
		const { headings, name } = this.profile.platform;
		const { source } = this.profile;
		if (!headings || source.vocabulary === null)
			return this.cannot(
				piece,
				'no-headings',
				`${source.name} has no headings.`,
				'Let the text words carry it and leave it out here, with the reason; or put words in its place.'
			);
		if (piece.label === null) {
			if (headings.anyQualified === null || headings.anyQualified === undefined)
				return this.cannot(
					piece,
					'any-heading',
					`${name} has no form for “any heading with this qualifier”.`,
					'Name headings, or leave it out here with a reason.'
				);
			return { text: fill(headings.anyQualified, { list: piece.qualifiers.join(headings.joiner) }), tight: 'piece' };
		}
		const found = this.context.heading(piece);
		if (!found) return this.cannot(piece, 'unknown-heading', 'The heading is unknown.', 'Mend it in the strategy, or leave it out here with a reason.');
		if (found.vocabulary !== source.vocabulary) return this.counterparts(piece, flipped);
		if (piece.main && headings.main === null)
			this.note('widened', 'no-main', piece, `${name} cannot ask for main topics only; every assignment is found.`, 'Accept it.', flipped);
		if (piece.qualifiers.length > 0 && headings.qualifiers === null)
			this.note('widened', 'no-qualifiers', piece, `${name} has no qualifiers; the heading is searched with all of them.`, 'Accept it.', flipped);
		const qualifiers =
			piece.qualifiers.length === 0 || headings.qualifiers === null
				? ''
				: fill(headings.qualifiers, {
						list: piece.qualifiers.map((one) => (headings.qualifierBy === 'code' ? (found.qualifierCodes.get(one) ?? one) : one)).join(headings.joiner)
					});
		const form = (label: string, reach: string) => fill(headings.pattern, { label, reach, main: piece.main ? (headings.main ?? '') : '', qualifiers });
		if (piece.narrower && piece.except.length === 0 && headings.narrower !== null) return { text: form(found.label, headings.narrower), tight: 'piece' };
		if (!piece.narrower) {
			if (headings.exact !== null) return { text: form(found.label, headings.exact), tight: 'piece' };
			if (found.hasNarrower) this.note('widened', 'always-narrower', piece, `${name} always takes narrower headings in.`, 'Accept it.', flipped);
			return { text: form(found.label, headings.narrower ?? ''), tight: 'piece' };
		}
		if (found.closure.length === 0)
			return this.cannot(
				piece,
				'nothing-left',
				`Nothing is left of ${found.label} when what is excepted is taken out.`,
				'Mend it in the strategy, or leave it out here with a reason.'
			);
		const why = piece.except.length > 0 ? 'there is no “except” here' : `${name} does not bring narrower headings by itself`;
		if (headings.exact === null) {
			// Each of them would bring its narrower ones, those left out among them.
			this.note('widened', 'no-except', piece, `${name} always takes narrower headings in, so that what is left out may come back.`, 'Accept it.', flipped);
			return { text: form(found.label, headings.narrower ?? ''), tight: 'piece' };
		}
		this.note(
			'adjusted',
			'written-out-headings',
			piece,
			`Written out as ${found.closure.length} headings, because ${why}.`,
			'When the vocabulary grows, write it out again.'
		);
		const sign = ` ${this.profile.platform.operators.or} `;
		return { text: found.closure.map((label) => form(label, headings.exact ?? '')).join(sign), tight: found.closure.length > 1 ? 'or' : 'piece' };
	}

	/** A heading of another vocabulary: what was decided stands for it, or it waits for a decision. */
	private counterparts(piece: HeadingPiece, flipped: boolean): Part {
		const { source } = this.profile;
		const all = this.context.counterparts(piece);
		const reach = (one: { label: string; hasNarrower: boolean }) =>
			`{${piece.main ? '!' : ''}${source.vocabulary ?? ''}:${printLabel(one.label)}${piece.narrower && one.hasNarrower ? ' >' : ''}}`;
		const decided = all.filter((one) => one.decided !== null);
		const [first] = decided;
		if (!first) {
			const [best] = all;
			return this.cannot(
				piece,
				'other-vocabulary',
				best
					? `${source.name} has a vocabulary of its own and may call it ${all
							.slice(0, 3)
							.map((one) => one.label)
							.join(', or ')}.`
					: `Nothing in the vocabulary of ${source.name} resembles it.`,
				'Choose what stands for it there, put words in its place, or leave it out with a reason.',
				all.slice(0, 6).map(reach)
			);
		}
		const names = decided.map((one) => one.label).join(', ');
		const kind: NoteKind = decided.every((one) => one.relation === 'exact' || one.relation === 'close')
			? 'adjusted'
			: decided.some((one) => one.relation === 'broad')
				? 'widened'
				: 'narrowed';
		this.note(
			kind,
			'counterpart',
			piece,
			`${piece.label ?? ''} is ${names} in ${source.name}${kind === 'adjusted' ? '' : kind === 'widened' ? ', which is broader' : ', which is narrower'} (${first.decided?.by ?? ''}, ${first.decided?.on ?? ''}).`,
			kind === 'adjusted' ? 'Nothing to do.' : 'Accept it, or add words for what it changes.',
			flipped
		);
		if (piece.qualifiers.length > 0)
			this.note(
				'widened',
				'counterpart-qualifiers',
				piece,
				`The qualifiers ${piece.qualifiers.join(', ')} are those of the other vocabulary; here all are searched.`,
				'Accept it.',
				flipped
			);
		if (piece.except.length > 0)
			this.note('widened', 'counterpart-except', piece, `What is left out below ${piece.label ?? ''} is not left out below ${names}.`, 'Accept it.', flipped);
		const tree = this.context.read(decided.map(reach).join(' OR '));
		return tree
			? this.part(tree, null, flipped)
			: this.cannot(piece, 'other-vocabulary', `${names} cannot be read in the vocabulary of ${source.name}.`, 'Decide again.');
	}

	private limit(piece: Expression, limit: Limit, flipped: boolean): Part {
		const form = limitForm(limit, this.profile, this.context.currentYear);
		if (form.is === 'absent') return 'absent';
		if (form.is === 'by-hand') {
			this.note('by hand', 'by-hand', piece, `Set on the platform by hand: ${form.what}.`, 'Set it, and say so in the run log.', flipped);
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
			const loud = this.quiet;
			this.quiet = true;
			const parts = numbers.map((number): Part => {
				const tree = this.lines.get(number)?.off ? null : this.lines.get(number)?.tree;
				return tree ? this.part(tree, null, false) : 'absent';
			});
			this.quiet = loud;
			return this.junction(joining, parts);
		}
		const own = numbers.map((number) => this.written.get(number)).filter((number) => number !== undefined);
		const lost = numbers.filter((number) => !this.written.has(number) && !this.lines.get(number)?.off && this.lines.get(number)?.tree);
		if (numbers.length === 0) return this.cannot(piece, 'lost-line', 'The line that this refers to is gone.', 'Mend the reference in the strategy.');
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
		return this.junction(
			joining,
			own.map((number): Part => ({ text: fill(reference ?? '', { n: String(number) }), tight: 'piece' }))
		);
	}
}
