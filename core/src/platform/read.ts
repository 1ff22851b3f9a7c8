/**
 * Reading a line in a platform's own syntax, by its profile: the tree that it means, and for each
 * fault a place and a sentence. What is understood of a faulty line is kept.
 */
import { INDEXED_FIELDS, print, type Expression, type Fault, type IndexedField } from '../query/index.ts';
import { foldPattern } from '../text/index.ts';
import { grammarOf, type Grammar, type NearForm } from './grammar.ts';
import type { Profile } from './profile.ts';
import { tidyFields, type Scope } from './read-fields.ts';
import { assemble, isMixed, isText, type Joint } from './read-joints.ts';
import { limitRead } from './read-limits.ts';
import { isLiteral, literalSource, sticky } from './template.ts';

export interface ReadingContext {
	/** Name of a qualifier by the vocabulary's short code; null for none. */
	qualifierName(code: string): string | null;
}

export interface PlatformReading {
	/** Null where nothing could be understood. */
	readonly tree: Expression | null;
	readonly faults: readonly Fault[];
	readonly comments: readonly string[];
	/** Words side by side that the platform joins by a habit of its own. */
	readonly joinedByHabit: number;
}

/** Pieces that one line may hold, tried and given up ones included: what is beyond is no search. */
const STEPS = 300_000;
const DEPTH = 600;
/** Proximities inside each other: a form that begins with one of its sides would read itself for ever. */
const NEARS = 60;

/** Faults that are told of one line; text with more is not in this syntax. */
const MOST_FAULTS = 200;

class GaveUp extends Error {}

/** Runs of blanks mean one: patterns with blanks on both sides of a slot would try every way of sharing out a long run. */
export const withoutRuns = (text: string): string => (/\s{2}/.test(text) ? text.replace(/\s{2,}/g, ' ') : text);

export function readPlatformLine(text: string, profile: Profile, context: ReadingContext): PlatformReading {
	return new Reader(withoutRuns(text), profile, context).whole();
}

class Reader {
	private at = 0;
	private depth = 0;
	private nears = 0;
	private steps = 0;
	private readonly faults: Fault[] = [];
	private readonly comments: string[] = [];
	private habit = 0;
	private readonly grammar: Grammar;

	constructor(
		private readonly text: string,
		private readonly profile: Profile,
		private readonly context: ReadingContext
	) {
		this.grammar = grammarOf(profile);
	}

	whole(): PlatformReading {
		let tree: Expression | null;
		try {
			const pieces = [this.expression()];
			this.skip();
			while (this.at < this.text.length) {
				// A bracket too many, or a sign that nothing here begins with: said once, the rest is read on.
				const from = this.at++;
				this.fault(
					from,
					this.at,
					'unexpected',
					`“${this.text.slice(from, this.at)}” is not understood here in the syntax of ${this.profile.platform.name}.`
				);
				pieces.push(this.expression());
				this.skip();
			}
			const found = pieces.filter((piece) => piece !== null);
			tree = found.length > 1 ? { kind: 'and', items: found } : (found[0] ?? null);
		} catch (error) {
			if (!(error instanceof GaveUp)) throw error;
			this.fault(
				0,
				this.text.length,
				'too-much',
				'This is longer or deeper than a search line can be, or has too many places that are not understood; it was not read.'
			);
			tree = null;
		}
		const bare: Scope = this.profile.source.bare ?? null;
		const tidied = tree && tidyFields(tree, bare);
		if (tidied?.mixed)
			this.fault(
				0,
				this.text.length,
				'field-in-proximity',
				'The sides of a proximity are read in different fields, which the notation cannot say.'
			);
		if (tidied?.unscoped && bare === null && this.grammar.field)
			this.faults.push({
				severity: 'warning',
				code: 'no-field',
				from: 0,
				to: this.text.length,
				message: `Some text names no field, and the profile does not say where ${this.profile.platform.name} looks then; it is read in title, abstract and author keywords.`,
				repairs: []
			});
		return { tree: tidied?.tree ?? null, faults: this.faults, comments: this.comments, joinedByHabit: this.habit };
	}

	private fault(from: number, to: number, code: string, message: string): void {
		// Text that is given up says so as a whole.
		if (this.faults.length >= MOST_FAULTS && code !== 'too-much') throw new GaveUp();
		if (!this.faults.some((one) => one.from === from && one.code === code))
			this.faults.push({ severity: 'error', code, from, to: Math.max(to, from), message, repairs: [] });
	}

	private eat(pattern: RegExp | null): RegExpExecArray | null {
		if (!pattern) return null;
		pattern.lastIndex = this.at;
		const match = pattern.exec(this.text);
		if (match) this.at += match[0].length;
		return match;
	}

	private looksLike(pattern: RegExp | null): boolean {
		const before = this.at;
		const found = this.eat(pattern) !== null;
		this.at = before;
		return found;
	}

	private skip(): void {
		for (;;) {
			this.eat(SPACE);
			const comment = this.eat(this.grammar.comment);
			if (!comment) return;
			this.comments.push((comment.groups?.['text'] ?? '').trim());
		}
	}

	/** Tries to read something; where it fails, the place and the faults are what they were. */
	private attempt<Result>(read: () => Result | null): Result | null {
		const [at, faults, comments] = [this.at, this.faults.length, this.comments.length];
		const result = read();
		if (result === null) {
			this.at = at;
			this.faults.length = faults;
			this.comments.length = comments;
		}
		return result;
	}

	private expression(): Expression | null {
		if (++this.steps > STEPS || ++this.depth > DEPTH) throw new GaveUp();
		const items: Expression[] = [];
		const joints: Joint[] = [];
		for (;;) {
			this.skip();
			const from = this.at;
			const operand = this.operand();
			if (!operand) {
				const sign = this.grammar.operators.find(([, pattern]) => this.looksLike(pattern));
				if (sign) {
					this.eat(sign[1]);
					this.fault(
						from,
						this.at,
						'operator-alone',
						`“${this.text.slice(from, this.at).trim()}” has nothing before it to join.`
					);
					continue;
				}
				if (joints.length > 0 && joints.length >= items.length) {
					joints.pop();
					this.fault(from, this.at, 'nothing-joined', 'An operator has nothing after it.');
				}
				break;
			}
			items.push(operand);
			const joint = this.joint(operand);
			if (!joint) break;
			joints.push(joint);
		}
		this.depth--;
		return this.assembled(items, joints);
	}

	/** The operator that follows, or what two pieces side by side mean here. */
	private joint(before: Expression): Joint | null {
		this.skip();
		if (this.at >= this.text.length) return null;
		for (const form of this.grammar.nears) {
			const match = form.between && this.eat(form.between);
			if (match) return { kind: 'near', ordered: form.ordered, distance: this.distance(match) };
		}
		for (const [kind, pattern] of this.grammar.operators) if (this.eat(pattern)) return { kind };
		if (!this.looksLike(this.grammar.word) && !this.looksLike(this.grammar.phrase) && this.text.charAt(this.at) !== '(')
			return null;
		const habit = this.profile.platform.habits?.adjacent ?? 'refused';
		if (habit === 'and' || habit === 'or') {
			this.habit++;
			return { kind: habit };
		}
		if (habit === 'phrase' && before.kind === 'word' && this.looksLike(this.grammar.word)) {
			this.habit++;
			return { kind: 'near', ordered: true, distance: 1 };
		}
		this.fault(
			this.at,
			this.at + 1,
			'side-by-side',
			`Two pieces are side by side without an operator; they are combined with ${this.profile.platform.operators.and} for now.`
		);
		return { kind: 'and' };
	}

	private distance(match: RegExpExecArray): number {
		const written = Number(match.groups?.['n'] ?? 1);
		return Math.max(1, this.profile.platform.proximity.counts === 'words between' ? written + 1 : written);
	}

	private assembled(items: readonly Expression[], joints: readonly Joint[]): Expression | null {
		const { operators, name } = this.profile.platform;
		if (isMixed(joints) && operators.precedence === 'brackets-demanded')
			this.fault(
				0,
				this.text.length,
				'mixed-operators',
				`Different operators are side by side; ${name} demands brackets there. They are read from the left for now.`
			);
		return assemble(items, joints, operators.precedence);
	}

	private operand(): Expression | null {
		if (++this.steps > STEPS) throw new GaveUp();
		this.skip();
		if (this.at >= this.text.length) return null;
		if (this.grammar.operators.some(([, pattern]) => this.looksLike(pattern))) return null;
		const piece = this.unfielded();
		return piece && this.codesBehind(piece);
	}

	private unfielded(): Expression | null {
		const { grammar } = this;
		for (const [mode, pattern] of grammar.runs) {
			const match = this.eat(pattern);
			if (match)
				return { kind: 'lines', mode, spans: [[Number(match.groups?.['first']), Number(match.groups?.['last'])]] };
		}
		const line = this.eat(grammar.reference);
		if (line) return { kind: 'line', number: Number(line.groups?.['n']) };
		const heading = this.heading();
		if (heading) return heading;
		for (const form of grammar.limits) {
			const match = this.eat(form.pattern);
			if (match)
				return { kind: 'limit', limit: limitRead(form, match, this.profile, (written) => this.ownSigns(written)) };
		}
		const enclosed = this.nearOpened() ?? this.fieldBefore();
		if (enclosed) return enclosed;
		if (this.text.charAt(this.at) === '(') return this.bracket();
		const from = this.at;
		const phrase = this.eat(grammar.phrase);
		if (phrase) return this.term(phrase.groups?.['quoted'] ?? '', from);
		const word = this.eat(grammar.word);
		return word ? this.term(word.groups?.['word'] ?? '', from) : null;
	}

	private bracket(): Expression | null {
		const from = this.at++;
		const inside = this.expression();
		this.skip();
		if (this.text.charAt(this.at) === ')') this.at++;
		else this.fault(from, from + 1, 'open-bracket', 'This bracket is never closed.');
		if (!inside) this.fault(from, this.at, 'empty-bracket', 'There is nothing in this bracket.');
		return inside;
	}

	/** A word or the inside of quotes, wildcards turned into those of the notation. */
	private term(written: string, from: number): Expression | null {
		const ours = this.ownSigns(written);
		const patterns = foldPattern(ours);
		const [first] = patterns;
		if (first === undefined || patterns.some((one) => /^[*~]+$/.test(one))) {
			this.fault(from, this.at, 'no-letters', 'There is no letter or digit here that could be searched.');
			return null;
		}
		const at = { from, to: this.at };
		return patterns.length === 1
			? { kind: 'word', text: ours.trim(), pattern: first, at }
			: { kind: 'phrase', text: ours.trim(), patterns, at };
	}

	private ownSigns(written: string): string {
		const { signs } = this.grammar;
		const literal = (text: string) => text.replace(/[*?~\\]/g, '\\$&');
		if (!signs) return literal(written);
		let out = '';
		let done = 0;
		for (const match of written.matchAll(signs)) {
			out += literal(written.slice(done, match.index));
			const { most, any, one } = match.groups ?? {};
			out +=
				most !== undefined
					? '~'.repeat(Math.min(20, Number(most)))
					: any !== undefined
						? '*'
						: one !== undefined
							? '?'
							: '~';
			done = match.index + match[0].length;
		}
		return out + literal(written.slice(done));
	}

	private heading(): Expression | null {
		const { headings } = this.profile.platform;
		if (!headings) return null;
		const qualifiers = (list: string | undefined) =>
			(list ?? '')
				.split(headings.joiner.trim() === '' ? /\s+/ : headings.joiner.trim())
				.map((one) => one.trim())
				.filter((one) => one !== '')
				.map((one) => (headings.qualifierBy === 'code' ? (this.context.qualifierName(one) ?? one) : one));
		const any = this.eat(this.grammar.anyQualified);
		if (any)
			return {
				kind: 'heading',
				vocabulary: null,
				label: null,
				main: false,
				narrower: false,
				except: [],
				qualifiers: qualifiers(any.groups?.['list'])
			};
		const match = this.eat(this.grammar.heading);
		if (!match) return null;
		const { label = '', reach = '', main, list } = match.groups ?? {};
		const same = (a: string, b: string | null) => b !== null && a.trim().toLowerCase() === b.trim().toLowerCase();
		// Where both have a form of their own, what is written decides; else what the platform does by itself.
		const narrower =
			same(reach, headings.narrower) && !(same(reach, headings.exact) && headings.narrower === headings.exact);
		return {
			kind: 'heading',
			vocabulary: null,
			label: label.trim(),
			main: headings.main !== null && headings.main.trim() !== '' && main !== undefined,
			narrower,
			except: [],
			qualifiers: qualifiers(list)
		};
	}

	/** Proximity written around its sides, or behind quotes. */
	private nearOpened(): Expression | null {
		if (++this.nears > NEARS) throw new GaveUp();
		let read: Expression | null = null;
		for (const form of this.grammar.nears) read ??= this.attempt(() => this.suffixed(form) ?? this.opened(form));
		this.nears--;
		return read;
	}

	private suffixed(form: NearForm): Expression | null {
		const from = this.at;
		const match = this.eat(form.suffixed);
		if (!match) return null;
		const words = (match.groups?.['words'] ?? '').trim().split(/\s+/);
		const sides = words.map((word) => this.term(word, from));
		const [left, right] = sides;
		return sides.length === 2 && left && right
			? { kind: 'near', ordered: form.ordered, distance: this.distance(match), left, right }
			: null;
	}

	private opened(form: NearForm): Expression | null {
		const template = form.opened;
		if (!template) return null;
		let left: Expression | null = null;
		let right: Expression | null = null;
		let distance = 1;
		for (const [at, part] of template.entries()) {
			if (isLiteral(part)) {
				if (!this.eat(sticky(literalSource(part.literal, 'none'), this.grammar.anyCase))) return null;
			} else if (part.slot === 'n') {
				const match = this.eat(DISTANCE);
				if (!match) return null;
				distance = this.distance(match);
			} else {
				const next = template[at + 1];
				const side = isLiteral(next) && next.literal.trim() !== '' ? this.expression() : this.operand();
				if (!side) return null;
				if (part.slot === 'left') left = side;
				else right = side;
			}
		}
		return left && right ? { kind: 'near', ordered: form.ordered, distance, left, right } : null;
	}

	/** A code in front of its text, or a sign that opens what a code closes. */
	private fieldBefore(): Expression | null {
		const { field } = this.grammar;
		if (!field?.before) return null;
		return this.attempt(() => {
			const from = this.at;
			const opening = this.eat(field.before);
			if (!opening) return null;
			const inside = field.after ? this.expression() : this.operand();
			if (!inside) return null;
			const closing = this.eat(field.after);
			if (field.after && !closing) return null;
			return this.fielded(inside, opening.groups?.['codes'] ?? closing?.groups?.['codes'] ?? '', from);
		});
	}

	private codesBehind(piece: Expression): Expression {
		const { field } = this.grammar;
		if (!field || field.codeFirst || field.before || !isText(piece)) return piece;
		const from = this.at;
		const match = this.eat(field.after);
		return match ? this.fielded(piece, match.groups?.['codes'] ?? '', from) : piece;
	}

	private fielded(of: Expression, written: string, from: number): Expression {
		const { joiner } = this.grammar;
		const key = (code: string) => (this.grammar.anyCase ? code.trim().toLowerCase() : code.trim());
		const codes = this.grammar.fields.has(key(written))
			? [written]
			: written.split(joiner.trim() === '' ? /\s+/ : joiner.trim());
		const fields = new Set<IndexedField>(codes.flatMap((code) => this.grammar.fields.get(key(code)) ?? []));
		if (!isText(of)) this.fault(from, this.at, 'field-on-other', 'A field is applied to something that is not text.');
		return {
			kind: 'field',
			fields: fields.size === INDEXED_FIELDS.length ? ['all'] : INDEXED_FIELDS.filter((one) => fields.has(one)),
			of
		};
	}
}

const SPACE = /\s+/uy;
const DISTANCE = /\s*(?<n>\d{1,4})/uy;

/** The text of a reading in the notation; empty where there is none. */
export const readingText = (reading: PlatformReading): string => (reading.tree ? print(reading.tree) : '');
