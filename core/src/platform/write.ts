/**
 * Writing a strategy in a platform's syntax, from its profile: text, and a note wherever the
 * meaning or the form changes. What cannot be written leaves a visible gap, never silence.
 */
import { DEFAULT_FIELDS, nodesOf, print, type Expression, type HeadingPiece, type IndexedField, type Limit, type TextField } from '../query/index.ts';
import { onResult, type NoteKind, type RenderingNote } from './notes.ts';
import { fill, type Profile } from './profile.ts';
import { quoted, termSpellings, type Variants } from './write-terms.ts';

export interface LineToWrite {
	readonly id: string;
	readonly number: number;
	readonly label: string;
	/** Null where the line is empty or cannot be read. */
	readonly tree: Expression | null;
	readonly role: string;
	readonly off: boolean;
}

/** A heading as the target needs it. */
export interface HeadingToWrite {
	readonly vocabulary: string;
	readonly label: string;
	/** Labels of the heading and all narrower ones, without what `except` leaves out. */
	readonly closure: readonly string[];
	/** Short codes by the qualifiers' names. */
	readonly qualifierCodes: ReadonlyMap<string, string>;
	/** True where something narrower exists. */
	readonly hasNarrower: boolean;
}

export interface WritingContext {
	heading(piece: HeadingPiece): HeadingToWrite | null;
	/** Numbers of the lines that `@A` joins. */
	concept(letter: string, strand: number | null): readonly number[] | null;
	readonly variants: Variants;
	readonly currentYear: number;
	/** Pieces (in the notation) that the searcher left out of this rendering, with the reason. */
	readonly leftOut: ReadonlyMap<string, string>;
	/** Number of the first line in the output. */
	readonly first: number;
}

export interface RenderedLine {
	readonly id: string;
	readonly number: number;
	/** Its number in the output; null where it is not written on a line of its own. */
	readonly written: number | null;
	readonly text: string;
	/** True where something could not be written. */
	readonly gap: boolean;
	readonly notes: readonly RenderingNote[];
}

export interface Rendering {
	readonly lines: readonly RenderedLine[];
	/** All of it for pasting: numbered lines, or one string. */
	readonly whole: string;
	readonly gaps: number;
}

/** How tightly a written text binds. */
type Tight = 'piece' | 'and' | 'or' | 'not' | 'near';
interface Written {
	readonly text: string;
	readonly tight: Tight;
}
/** Nothing remains of it: a line that is off, or something left out by decision. */
type Part = Written | 'absent';

export function writeStrategy(lines: readonly LineToWrite[], profile: Profile, context: WritingContext): Rendering {
	const oneString = profile.platform.lines.reference === null;
	const written = new Map<number, number>();
	const byNumber = new Map(lines.map((line) => [line.number, line]));
	const rendered: RenderedLine[] = [];
	let next = context.first;
	for (const line of lines) {
		const skipped = line.off || line.role === 'check' || !line.tree;
		if (skipped) {
			rendered.push({ id: line.id, number: line.number, written: null, text: '', gap: false, notes: [] });
			continue;
		}
		const writer = new LineWriter(profile, context, byNumber, written, oneString);
		const { text, absent } = writer.line(line);
		const number = absent ? null : next++;
		if (number !== null) written.set(line.number, number);
		rendered.push({ id: line.id, number: line.number, written: number, text, gap: writer.gap, notes: writer.notes });
	}
	const whole = oneString
		? (rendered.findLast((line) => line.written !== null)?.text ?? '')
		: rendered
				.filter((line) => line.written !== null)
				.map((line) => `${line.written}\t${line.text}${commentOf(profile, byNumber.get(line.number)?.label ?? '')}`)
				.join('\n');
	return { lines: rendered, whole, gaps: rendered.filter((line) => line.gap).length };
}

function commentOf(profile: Profile, label: string): string {
	const { comment } = profile.platform.lines;
	return comment === null || label === '' ? '' : ` ${fill(comment, { text: label })}`;
}

/** The decision to leave every heading out of a source that has none. */
export const ALL_HEADINGS = '{*}';

const GAP_OPEN = '⟪';
const GAP_CLOSE = '⟫';

class LineWriter {
	readonly notes: RenderingNote[] = [];
	gap = false;
	/** While a line is written into another, its notes are told at the line itself. */
	private quiet = false;

	constructor(
		private readonly profile: Profile,
		private readonly context: WritingContext,
		private readonly lines: ReadonlyMap<number, LineToWrite>,
		private readonly written: ReadonlyMap<number, number>,
		private readonly oneString: boolean
	) {}

	line(line: LineToWrite): { text: string; absent: boolean } {
		if (!line.tree) return { text: '', absent: true };
		const part = this.part(line.tree, null, false);
		const text = part === 'absent' ? '' : part.text;
		const { length, terms } = this.profile.platform.ceilings;
		if (length !== null && text.length > length)
			this.note(
				'to decide',
				line.tree,
				`The text has ${text.length} signs; the platform takes at most ${length}.`,
				'Spread the line over several shorter ones.'
			);
		const count = [...nodesOf(line.tree)].filter((node) => node.kind === 'word' || node.kind === 'phrase').length;
		if (terms !== null && count > terms)
			this.note('to decide', line.tree, `The line has ${count} terms; the platform takes at most ${terms}.`, 'Spread the line over several shorter ones.');
		return { text, absent: part === 'absent' };
	}

	private note(kind: NoteKind, piece: Expression, message: string, next: string, flipped = false): void {
		const note = { kind: onResult(kind, flipped), piece: print(piece), message, next };
		if (this.quiet) return;
		const known = (one: RenderingNote) =>
			one.kind === note.kind && one.message === note.message && (kind === 'adjusted' || kind === 'decided' || one.piece === note.piece);
		if (!this.notes.some(known)) this.notes.push(note);
	}

	private cannot(piece: Expression, kind: NoteKind, message: string, next: string): Part {
		const decided = this.context.leftOut.get(print(piece)) ?? (piece.kind === 'heading' ? this.context.leftOut.get(ALL_HEADINGS) : undefined);
		if (decided !== undefined) {
			this.note('decided', piece, `Left out here: ${decided}`, 'Nothing to do.');
			return 'absent';
		}
		this.gap = true;
		this.note(kind, piece, message, next);
		return { text: `${GAP_OPEN}${print(piece)}${GAP_CLOSE}`, tight: 'piece' };
	}

	private part(expression: Expression, fields: readonly TextField[] | null, flipped: boolean): Part {
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
			case 'not': {
				const keep = this.part(expression.keep, fields, flipped);
				const drop = this.part(expression.drop, fields, !flipped);
				if (keep === 'absent' || drop === 'absent') return keep;
				return { text: `${this.bracket(keep, 'not', true)} ${this.profile.platform.operators.not} ${this.bracket(drop, 'not', false)}`, tight: 'not' };
			}
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
					this.note('adjusted', expression, `The living joining is written as the numbers of the lines that it joins today.`, 'Nothing to do.');
				return this.reference(expression, numbers, 'or');
			}
		}
	}

	/** Neighbouring words of an OR share one field code where the platform allows it. */
	private grouped(items: readonly Expression[], kind: 'and' | 'or', fields: readonly TextField[] | null, flipped: boolean): Part[] {
		const isText = (item: Expression) => ['word', 'phrase', 'near'].includes(item.kind);
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
		const { source, platform } = this.profile;
		const missing = wanted.filter((field) => source.fields[field] === null);
		const codes = [...new Set(wanted.map((field) => source.fields[field]).filter((code) => code !== null))];
		if (codes.length === 0)
			return this.cannot(
				expression,
				'to decide',
				`${source.name} has none of these fields: ${wanted.join(', ')}.`,
				'Choose another field, or leave it out with a reason.'
			);
		if (missing.length > 0 && !fields.includes('all'))
			this.note(
				'narrowed',
				expression,
				`${source.name} has no field for ${missing.join(', ')}; the other fields are searched.`,
				'Accept it, or add a line for what is lost.',
				flipped
			);
		if (platform.fields.per === 'group' && platform.fields.several === 'list') {
			const inner = this.bare(expression, flipped);
			if (inner === 'absent') return inner;
			return {
				text: fill(platform.fields.pattern, { code: codes.join(platform.fields.joiner), text: inner.tight === 'piece' ? inner.text : `(${inner.text})` }),
				tight: 'piece'
			};
		}
		return this.perTerm(expression, codes, flipped);
	}

	private perTerm(expression: Expression, codes: readonly string[], flipped: boolean): Part {
		if (expression.kind === 'and' || expression.kind === 'or')
			return this.junction(
				expression.kind,
				expression.items.map((item) => this.perTerm(item, codes, flipped))
			);
		if (expression.kind === 'not') {
			const keep = this.perTerm(expression.keep, codes, flipped);
			const drop = this.perTerm(expression.drop, codes, !flipped);
			if (keep === 'absent' || drop === 'absent') return keep;
			return { text: `${this.bracket(keep, 'not', true)} ${this.profile.platform.operators.not} ${this.bracket(drop, 'not', false)}`, tight: 'not' };
		}
		const { fields, operators } = this.profile.platform;
		const lists = fields.several === 'list' ? [codes.join(fields.joiner)] : codes;
		if (expression.kind === 'near') {
			// Each field separately: no proximity crosses from one field to another.
			const forms = lists.map((code) => this.bare(expression, flipped, (text) => fill(fields.pattern, { code, text })));
			return this.junction('or', forms);
		}
		const inner = this.bare(expression, flipped);
		if (inner === 'absent') return inner;
		const texts = inner.tight === 'or' ? this.alternatives : [inner.text];
		const forms = texts.flatMap((text) => lists.map((code) => fill(fields.pattern, { code, text })));
		return { text: forms.join(` ${operators.or} `), tight: forms.length > 1 ? 'or' : 'piece' };
	}

	/** The spellings behind the last term that `bare` wrote as an OR. */
	private alternatives: readonly string[] = [];

	/** Text without field codes. `wrap` is put around every word or phrase (its field, say). */
	private bare(expression: Expression, flipped: boolean, wrap: (text: string) => string = (text) => text): Part {
		switch (expression.kind) {
			case 'word':
			case 'phrase': {
				const spellings = termSpellings(expression, this.profile, this.context.variants, (kind, message, next) => {
					if (kind !== 'to decide') this.note(kind, expression, message, next, flipped);
				});
				if (!spellings)
					return this.cannot(
						expression,
						'to decide',
						`“${expression.text}” cannot be written with the wildcards of ${this.profile.platform.name}.`,
						'Type the forms that are meant in the strategy, or leave it out here with a reason.'
					);
				this.alternatives = spellings.map((one) => wrap(quoted(one, this.profile)));
				const text = this.alternatives.join(` ${this.profile.platform.operators.or} `);
				return { text, tight: spellings.length > 1 ? 'or' : 'piece' };
			}
			case 'near':
				return this.near(expression, flipped, wrap);
			case 'and':
			case 'or':
				return this.junction(
					expression.kind,
					expression.items.map((item) => this.bare(item, flipped, wrap))
				);
			case 'not': {
				const keep = this.bare(expression.keep, flipped, wrap);
				const drop = this.bare(expression.drop, !flipped, wrap);
				if (keep === 'absent' || drop === 'absent') return keep;
				return { text: `${this.bracket(keep, 'not', true)} ${this.profile.platform.operators.not} ${this.bracket(drop, 'not', false)}`, tight: 'not' };
			}
			default:
				return this.part(expression, null, flipped);
		}
	}

	private near(expression: Expression & { kind: 'near' }, flipped: boolean, wrap: (text: string) => string): Part {
		const { proximity, operators } = this.profile.platform;
		const left = this.bare(expression.left, flipped, wrap);
		const right = this.bare(expression.right, flipped, wrap);
		if (left === 'absent' || right === 'absent') return left === 'absent' ? right : left;
		const pattern = expression.ordered ? (proximity.before ?? proximity.within) : proximity.within;
		const sides = [...nodesOf(expression)];
		const hinders = [
			!proximity.phrases && sides.some((node) => node.kind === 'phrase') ? 'phrases' : null,
			!proximity.groups && sides.some((node) => node.kind === 'or') ? 'groups' : null,
			!proximity.wildcards && sides.some((node) => node.kind === 'word' && /[*?~]/.test(node.pattern)) ? 'wildcards' : null
		].filter((one) => one !== null);
		if (pattern === null || hinders.length > 0) {
			this.note(
				'widened',
				expression,
				pattern === null
					? `${this.profile.platform.name} has no proximity; the words are joined with ${operators.and}.`
					: `Proximity here takes no ${hinders.join(' and no ')}; the words are joined with ${operators.and}.`,
				'Accept it, or write the likeliest phrases instead.',
				flipped
			);
			return { text: `${this.bracket(left, 'and', true)} ${operators.and} ${this.bracket(right, 'and', false)}`, tight: 'and' };
		}
		if (expression.ordered && proximity.before === null)
			this.note('widened', expression, `${this.profile.platform.name} has no ordered proximity; either order is found.`, 'Accept it.', flipped);
		const own = proximity.counts === 'words between' ? expression.distance - 1 : expression.distance;
		const number = proximity.largest !== null && own > proximity.largest ? proximity.largest : own;
		if (number !== own)
			this.note(
				'narrowed',
				expression,
				`The largest distance here is ${number}; the line asks for ${own}.`,
				'Accept it, or join the words with AND in this source.',
				flipped
			);
		else if (own !== expression.distance)
			this.note(
				'adjusted',
				expression,
				`Distance ${expression.distance} is written as ${own}, since ${this.profile.platform.name} counts the words between.`,
				'Nothing to do.'
			);
		return { text: fill(pattern, { left: this.bracket(left, 'near', true), n: String(number), right: this.bracket(right, 'near', false) }), tight: 'near' };
	}

	private heading(piece: HeadingPiece, flipped: boolean): Part {
		const { headings, name } = this.profile.platform;
		const { source } = this.profile;
		if (!headings || source.vocabulary === null)
			return this.cannot(
				piece,
				'to decide',
				`${source.name} has no headings.`,
				'Let the text words carry it and leave it out here, with the reason; or put words in its place.'
			);
		const found = this.context.heading(piece);
		if (piece.label === null || !found)
			return this.cannot(
				piece,
				'to decide',
				piece.label === null ? `${name} has no form for “any heading with this qualifier”.` : `The heading is unknown.`,
				'Name headings, or leave it out here with a reason.'
			);
		if (found.vocabulary !== source.vocabulary)
			return this.cannot(
				piece,
				'to decide',
				`${piece.label} is a heading of another vocabulary than that of ${source.name}.`,
				`Find the heading of ${source.name} that stands for it, or leave it out here with a reason.`
			);
		if (piece.main && headings.main === null) this.note('widened', piece, `${name} knows no main topics; every assignment is found.`, 'Accept it.', flipped);
		if (piece.qualifiers.length > 0 && headings.qualifiers === null)
			this.note('widened', piece, `${name} knows no qualifiers; the heading is searched without.`, 'Accept it.', flipped);
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
			if (found.hasNarrower) this.note('widened', piece, `${name} always takes narrower headings in.`, 'Accept it.', flipped);
			return { text: form(found.label, headings.narrower ?? ''), tight: 'piece' };
		}
		const why = piece.except.length > 0 ? 'there is no “except” here' : `${name} does not bring narrower headings by itself`;
		this.note('adjusted', piece, `Written out as ${found.closure.length} headings, because ${why}.`, 'When the vocabulary grows, write it out again.');
		const sign = ` ${this.profile.platform.operators.or} `;
		return { text: found.closure.map((label) => form(label, headings.exact ?? '')).join(sign), tight: found.closure.length > 1 ? 'or' : 'piece' };
	}

	private limit(piece: Expression, limit: Limit, flipped: boolean): Part {
		const forms = this.profile.platform.limits;
		const byHand = (what: string): Part => {
			this.note('by hand', piece, `Set on the platform by hand: ${what}.`, 'Set it, and say so in the run log.', flipped);
			return 'absent';
		};
		const filled = (pattern: string | null, values: Record<string, string>, what: string): Part =>
			pattern === null ? byHand(what) : { text: fill(pattern, values), tight: 'piece' };
		switch (limit.type) {
			case 'years':
				return this.years(limit.first, limit.last, filled);
			case 'last-years': {
				const first = this.context.currentYear - limit.count + 1;
				this.note('adjusted', piece, `The last ${limit.count} years are written as ${first} to ${this.context.currentYear}.`, 'Nothing to do.');
				return this.years(first, this.context.currentYear, filled);
			}
			case 'entered':
				return filled(
					limit.last === null ? forms.enteredFrom : forms.enteredBetween,
					{ first: limit.first, last: limit.last ?? '' },
					`records added from ${limit.first}${limit.last === null ? '' : ` to ${limit.last}`}`
				);
			case 'entry': {
				const pattern = { la: forms.language, pt: forms.type, ag: forms.age }[limit.field];
				if (pattern === null) return byHand(print(piece));
				return this.entry(limit.of, pattern);
			}
			case 'identifier':
				return forms.identifier === null
					? byHand(print(piece))
					: {
							text: limit.values.map((value) => fill(forms.identifier ?? '', { text: value })).join(` ${this.profile.platform.operators.or} `),
							tight: limit.values.length > 1 ? 'or' : 'piece'
						};
			case 'presence': {
				const pattern = limit.part === 'ab' ? forms.hasAbstract : forms.hasHeadings;
				const what = `${limit.has ? 'records with' : 'records without'} ${limit.part === 'ab' ? 'an abstract' : 'headings'}`;
				return limit.has ? filled(pattern, {}, what) : byHand(what);
			}
			case 'marked':
				return 'absent';
			case 'by-hand':
				return byHand(limit.instruction);
		}
	}

	private years(first: number | null, last: number | null, filled: (pattern: string | null, values: Record<string, string>, what: string) => Part): Part {
		const forms = this.profile.platform.limits;
		const values = { first: String(first ?? ''), last: String(last ?? '') };
		if (first !== null && first === last) return filled(forms.year ?? forms.years, values, `year ${first}`);
		if (first !== null && last !== null) return filled(forms.years, values, `years ${first} to ${last}`);
		if (first !== null) return filled(forms.yearsFrom, values, `years from ${first}`);
		return filled(forms.yearsTo, values, `years up to ${last}`);
	}

	private entry(expression: Expression, pattern: string): Part {
		switch (expression.kind) {
			case 'word':
			case 'phrase':
				return {
					text: fill(pattern, { text: /\s/.test(expression.text) ? fill(this.profile.platform.terms.phrase, { text: expression.text }) : expression.text }),
					tight: 'piece'
				};
			case 'and':
			case 'or':
				return this.junction(
					expression.kind,
					expression.items.map((item) => this.entry(item, pattern))
				);
			default:
				return this.cannot(expression, 'to decide', 'This limit has no form here.', 'Set it by hand.');
		}
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
		if (numbers.length === 0) return this.cannot(piece, 'to decide', 'The line that this refers to is gone.', 'Mend the reference in the strategy.');
		if (lost.length > 0)
			this.note(
				'by hand',
				piece,
				`Line${lost.length > 1 ? 's' : ''} ${lost.join(', ')} ${lost.length > 1 ? 'are' : 'is'} set by hand or left out here, so ${lost.length > 1 ? 'they are' : 'it is'} not in this line.`,
				'Check that this is what you want.'
			);
		const { reference, anyRun, allRun } = this.profile.platform.lines;
		const run = joining === 'or' ? anyRun : allRun;
		const [first] = own;
		const last = own.at(-1);
		if (run !== null && own.length >= 3 && first !== undefined && last !== undefined && last - first === own.length - 1)
			return { text: fill(run, { first: String(first), last: String(last) }), tight: 'piece' };
		return this.junction(
			joining,
			own.map((number): Part => ({ text: fill(reference ?? '', { n: String(number) }), tight: 'piece' }))
		);
	}
}
