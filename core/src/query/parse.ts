/**
 * Reading a search line: text → expression tree and faults. It always gives a tree for what it
 * understood; a fault says where, what, and how to mend it (notation.md, sections 1 to 6).
 */
import {
	DEFAULT_FIELDS,
	TEXT_FIELDS,
	type Expression,
	type Limit,
	type LimitField,
	type Span,
	type TextField
} from './expression.ts';
import type { Fault, Repair } from './fault.ts';
import { checkHandLimits, containsNear, withComments } from './parse-finish.ts';
import { withCleanRepairs } from './clean-repairs.ts';
import {
	finishIdentifiers,
	isLimitCode,
	readDates,
	readIdentifierGroup,
	readMarked,
	readPresence,
	readYears,
	type LimitCode
} from './parse-limit.ts';
import { fault, readHeading, readPhrase, readWord, replacing, RESERVED } from './parse-terms.ts';
import { readPieces, type FlatPiece, type GroupPiece, type Piece } from './pieces.ts';
import { joinElements, type Element, type Operand, type Operator } from './sequence.ts';

export interface Parsed {
	/** What was understood; null where that is nothing. */
	readonly tree: Expression | null;
	readonly faults: readonly Fault[];
}

/** Longest line in UTF-16 units, and deepest nesting of brackets, that are read. */
export const LINE_CEILING = 100_000;
export const DEPTH_CEILING = 500;
/** Faults after which plain ones are no longer looked for. */
const ENOUGH = 400;
/** Faults that are told of one line. */
const MOST_FAULTS = 200;

/**
 * Reads one expression.
 * @param text the line as typed; any text at all is answered with a tree and faults
 * @example parse('delirium AND "bright light*"').tree
 */
export function parse(text: string): Parsed {
	if (text.length > LINE_CEILING)
		return {
			tree: null,
			faults: [
				fault(
					'error',
					'line-too-long',
					{ from: 0, to: text.length },
					`A line can have at most ${LINE_CEILING.toLocaleString('en')} characters; this one has ${text.length.toLocaleString('en')}. Split it into several lines.`
				)
			]
		};
	const { tree, faults } = new LineReader(text).read();
	return { tree, faults: withCleanRepairs(text, faults, (repaired) => new LineReader(repaired).read().faults) };
}

/** Something that was refused and reported: it keeps its place, so that nothing else is reported because of it. */
const refused = (at: Span): Operand => ({ role: 'operand', at, expression: null, bracketed: false });
const refusedOperand = (pieces: readonly Piece[], start: number, end: number): Operand =>
	refused({ from: pieces[start]?.from ?? 0, to: (pieces[Math.min(end, pieces.length) - 1] ?? pieces[start])?.to ?? 0 });

/** Where the reader is: inside a field scope, or inside the value of a limit. */
type Scope = 'open' | 'field' | 'limit';

class LineReader {
	private readonly faults: Fault[] = [];
	/** Comments met since the last piece; they hang on the next one. */
	private pending: string[] = [];
	private lastLeaf: { expression: Expression; comments: string[] } | null = null;
	private readonly comments = new Map<Expression, { before: string[]; after: string[] }>();

	constructor(private readonly text: string) {}

	private readonly report = (found: Fault): void => {
		this.faults.push(found);
	};

	read(): Parsed {
		const { pieces, trailing, openComment } = readPieces(this.text);
		if (openComment)
			this.report(
				fault('error', 'open-comment', openComment, 'The comment is never closed with “*/”.', [
					{ label: 'Close it at the end', edits: [{ from: openComment.to, to: openComment.to, insert: ' */' }] }
				])
			);
		const tree = this.sequence(pieces, 'open', 0);
		this.pending.push(...trailing);
		if (this.lastLeaf && this.pending.length > 0)
			this.comments.set(this.lastLeaf.expression, { before: this.lastLeaf.comments, after: this.pending });
		const whole = tree && withComments(tree, this.comments);
		if (whole) checkHandLimits(whole, true, this.report);
		if (!whole && this.faults.length === 0 && this.text.trim() !== '')
			this.report(
				fault('error', 'nothing-to-search', { from: 0, to: this.text.length }, 'There is nothing to search here.')
			);
		return { tree: whole, faults: told(this.faults) };
	}

	private leaf(expression: Expression): Expression {
		const before = this.pending;
		this.pending = [];
		if (before.length > 0) this.comments.set(expression, { before, after: [] });
		this.lastLeaf = { expression, comments: before };
		return expression;
	}

	private sequence(pieces: readonly Piece[], scope: Scope, depth: number): Expression | null {
		const elements: Element[] = [];
		let index = 0;
		while (index < pieces.length) {
			const piece = pieces[index];
			if (!piece) break;
			const fieldEnd = this.fieldPrefixEnd(pieces, index);
			if (fieldEnd > index) {
				const [operand, next] = this.scoped(pieces, index, fieldEnd, scope, depth);
				elements.push(operand ?? refusedOperand(pieces, index, next));
				index = next;
				continue;
			}
			this.pending.push(...piece.comments);
			const following = pieces[index + 1];
			if (piece.kind === 'word' && following?.kind === 'group' && /^(any|all)$/i.test(piece.text)) {
				elements.push(this.lineList(piece, following, scope) ?? refusedOperand(pieces, index, index + 2));
				index += 2;
				continue;
			}
			elements.push(this.element(piece, scope, depth));
			index++;
			// The lines of an ANY without its bracket have been reported with it.
			if (piece.kind === 'word' && /^(ANY|ALL)$/.test(piece.text))
				for (
					let next = pieces[index];
					next && (next.kind === 'line' || next.kind === 'comma' || (next.kind === 'word' && next.text === '-'));
					next = pieces[index]
				)
					index++;
		}
		return joinElements(elements, this.text, this.report);
	}

	private element(piece: Piece, scope: Scope, depth: number): Element {
		if (piece.kind === 'group') return this.group(piece, scope, depth) ?? refused(piece);
		// Enough has been reported: no more sentences are made, and nothing of such a line can be counted.
		if (this.faults.length > ENOUGH && ['plus', 'colon', 'comma', 'sign', 'close'].includes(piece.kind))
			return { role: 'gap', at: piece };
		switch (piece.kind) {
			case 'operator':
				return { role: 'operator', at: piece, operator: piece.text.toLowerCase() as 'and' | 'or' | 'not' };
			case 'nearness':
				return this.nearness(piece, piece.text);
			case 'word': {
				if (RESERVED.test(piece.text))
					return this.faults.length > ENOUGH ? { role: 'gap', at: piece } : this.lowerCaseOperator(piece);
				if (/^(WITHIN|BEFORE)(\/.*)?$/.test(piece.text)) {
					this.report(
						fault(
							'error',
							'no-distance',
							piece,
							`${piece.text.replace(/\/.*/, '')} needs a distance, a whole number from 1.`,
							[
								replacing('Use a distance of 3', piece, `${piece.text.replace(/\/.*/, '')}/3`),
								replacing('Search it as an ordinary word', piece, `"${piece.text}"`),
								this.quotedWithNeighbours(piece)
							]
						)
					);
					return { role: 'gap', at: piece };
				}
				if (/^(ANY|ALL)$/.test(piece.text)) {
					this.report(
						fault(
							'error',
							'list-without-bracket',
							piece,
							`${piece.text} combines lines and needs them in brackets: ${piece.text}(#1-#4).`,
							[
								...this.bracketAround(piece),
								replacing('Search it as an ordinary word', piece, `"${piece.text}"`),
								this.quotedWithNeighbours(piece)
							]
						)
					);
					return refused(piece);
				}
				return this.operand(piece, readWord(piece.text, piece, this.report));
			}
			case 'phrase':
				return this.operand(piece, readPhrase(piece.text, piece, piece.closed, this.report));
			case 'heading':
				return this.operand(
					piece,
					this.onlyOpen(piece, scope, 'A heading') && readHeading(piece.text, piece, piece.closed, this.report)
				);
			case 'identifier':
				return this.operand(piece, this.onlyOpen(piece, scope, 'A limit') && this.identifier(piece));
			case 'line':
				return this.operand(piece, this.onlyOpen(piece, scope, 'A line') && this.lineReference(piece));
			case 'concept':
				return this.operand(piece, this.onlyOpen(piece, scope, 'A concept') && this.conceptReference(piece));
			case 'plus':
			case 'colon':
			case 'comma':
			case 'sign':
				this.report(
					fault(
						'error',
						'stray-sign',
						piece,
						`“${piece.text}” has no meaning here. A character that belongs to a word goes in quotes with it.`,
						[
							replacing('Remove it', piece, ''),
							replacing('OR instead', piece, ' OR '),
							replacing('AND instead', piece, ' AND '),
							this.quotedWithNeighbours(piece)
						]
					)
				);
				return { role: 'gap', at: piece };
			case 'close':
				this.report(
					fault('error', 'stray-bracket', piece, 'This bracket has no opening bracket.', [
						replacing('Remove it', piece, '')
					])
				);
				return { role: 'gap', at: piece };
		}
	}

	/** In quotes with the words beside it, blanks between them included. */
	private quotedWithNeighbours(piece: Span): Repair {
		let [from, to] = [piece.from, piece.to];
		const blank = (at: number) => /\s/.test(this.text.charAt(at));
		const plain = (at: number) =>
			at >= 0 && at < this.text.length && !/[\s()"{},:+#@\u201C-\u201F]/.test(this.text.charAt(at));
		let before = from;
		while (before > 0 && blank(before - 1)) before--;
		if (plain(before - 1)) for (from = before; plain(from - 1);) from--;
		let after = to;
		while (after < this.text.length && blank(after)) after++;
		if (plain(after)) for (to = after; plain(to);) to++;
		return replacing('Words, in quotes', { from, to }, `"${this.text.slice(from, to)}"`);
	}

	/** `ANY #1-#3, #5` with the brackets that it needs. */
	private bracketAround(word: Span): Repair[] {
		const lines = /^\s*(#\d+(?:\s*-\s*#\d+)?(?:\s*,\s*#\d+(?:\s*-\s*#\d+)?)*)/.exec(
			this.text.slice(word.to, word.to + 2_000)
		);
		if (!lines) return [];
		return [
			replacing('Put the lines in brackets', { from: word.to, to: word.to + lines[0].length }, `(${lines[1] ?? ''})`)
		];
	}

	private operand(at: Span, expression: Expression | null | false, bracketed = false): Operand {
		if (!expression) return refused(at);
		return { role: 'operand', at, expression: this.leaf(expression), bracketed };
	}

	private group(piece: GroupPiece, scope: Scope, depth: number): Operand | null {
		if (!piece.closed)
			this.report(
				fault('error', 'open-bracket', { from: piece.from, to: piece.from + 1 }, 'This bracket is never closed.', [
					{ label: 'Close it at the end', edits: [{ from: piece.to, to: piece.to, insert: ')' }] }
				])
			);
		if (depth >= DEPTH_CEILING) {
			this.report(
				fault(
					'error',
					'too-deep',
					piece,
					`Brackets are nested more than ${DEPTH_CEILING} deep; put the inner part on a line of its own.`
				)
			);
			return null;
		}
		if (piece.pieces.length === 0) {
			this.report(
				fault('error', 'empty-group', piece, 'There is nothing between the brackets.', [
					replacing('Remove them', piece, '')
				])
			);
			return null;
		}
		const expression = this.sequence(piece.pieces, scope, depth + 1);
		return expression && { role: 'operand', at: piece, expression, bracketed: true };
	}

	private nearness(piece: FlatPiece, spelling: string): Operator {
		const [word = '', digits = ''] = spelling.toUpperCase().split('/');
		const distance = Number(digits);
		if (!/^[1-9]\d*$/.test(digits) || distance > 100_000)
			this.report(
				fault(
					'error',
					'distance',
					piece,
					distance === 0
						? 'A distance of 0 would put two words in the same place; 1 means next to each other.'
						: 'A distance is a whole number from 1 to 100,000, without a zero in front.',
					[
						replacing(
							distance === 0 ? 'Next to each other' : 'Write the number plainly',
							piece,
							`${word}/${Math.min(Math.max(distance, 1), 100_000)}`
						)
					]
				)
			);
		return {
			role: 'operator',
			at: piece,
			operator: word === 'BEFORE' ? 'before' : 'within',
			distance: Math.max(1, distance)
		};
	}

	/** `and` in lower case: capitals, or quotes that include the words beside it. */
	private lowerCaseOperator(piece: FlatPiece): Element {
		const capitals = piece.text.toUpperCase();
		this.report(
			fault(
				'error',
				'operator-case',
				piece,
				`“${piece.text}” could be an operator (write it in capitals) or a word (put it in quotes).`,
				[replacing(`The operator ${capitals}`, piece, capitals), this.quotedWithNeighbours(piece)]
			)
		);
		if (capitals.includes('/')) return { ...this.nearness(piece, capitals), refused: true };
		return { role: 'operator', at: piece, operator: capitals.toLowerCase() as 'and' | 'or' | 'not', refused: true };
	}

	private onlyOpen(piece: Span, scope: Scope, what: string): boolean {
		if (scope === 'open') return true;
		this.report(
			fault(
				'error',
				'not-in-scope',
				piece,
				scope === 'field'
					? `${what} cannot be inside a field; fields are for words, phrases and proximity.`
					: `${what} cannot be inside this limit.`
			)
		);
		return false;
	}

	private lineReference(piece: FlatPiece): Expression | null {
		if (piece.text === '#?') return { kind: 'line', number: null, at: piece };
		if (!/^#[1-9]\d*$/.test(piece.text)) {
			this.report(fault('error', 'line-number', piece, 'A line is named by # and its number, from 1: #4.'));
			return null;
		}
		return { kind: 'line', number: Number(piece.text.slice(1)), at: piece };
	}

	private conceptReference(piece: FlatPiece): Expression | null {
		const match = /^@([a-zA-Z]+)(?:\/([1-9]\d*))?$/.exec(piece.text);
		if (!match?.[1]) {
			this.report(
				fault(
					'error',
					'concept-form',
					piece,
					'A concept is named by @ and its letter: @A, or @A/2 for its second strand.'
				)
			);
			return null;
		}
		const strand = match[2] === undefined ? null : Number(match[2]);
		return { kind: 'concept', letter: match[1].toUpperCase(), strand, at: piece };
	}

	private identifier(piece: FlatPiece): Expression | null {
		const limit = finishIdentifiers([piece.text.slice(3).trim()], piece, this.report);
		return limit && { kind: 'limit', limit, at: piece };
	}

	/** ANY( … ) and ALL( … ). */
	private lineList(word: FlatPiece, group: GroupPiece, scope: Scope): Operand | null {
		const at = { from: word.from, to: group.to };
		const capitals = /^(ANY|ALL)$/.test(word.text);
		if (!capitals) {
			this.report(
				fault(
					'error',
					'operator-case',
					word,
					`“${word.text}” before a bracket could be a list of lines (write it in capitals) or a word (put it in quotes).`,
					[
						replacing('A list of lines, in capitals', word, word.text.toUpperCase()),
						replacing('An ordinary word', { from: word.from, to: group.from }, `"${word.text}" AND `)
					]
				)
			);
			if (!group.pieces.some((piece) => piece.kind === 'line')) return null;
		}
		if (!this.onlyOpen(at, scope, 'A list of lines')) return null;
		if (!group.closed)
			this.report(
				fault('error', 'open-bracket', group, 'This bracket is never closed.', [
					{ label: 'Close it at the end', edits: [{ from: group.to, to: group.to, insert: ')' }] }
				])
			);
		const spans: (readonly [number | null, number | null])[] = [];
		let expected: 'line' | 'comma' = 'line';
		let broken = false;
		for (let index = 0; index < group.pieces.length; index++) {
			const piece = group.pieces[index];
			if (!piece) break;
			this.pending.push(...piece.comments);
			if (expected === 'line' && piece.kind === 'line') {
				const first = this.lineReference(piece);
				const [dash, end] = [group.pieces[index + 1], group.pieces[index + 2]];
				if (dash?.kind === 'word' && dash.text === '-' && end?.kind === 'line') {
					const last = this.lineReference(end);
					index += 2;
					if (first?.kind === 'line' && last?.kind === 'line') {
						if (first.number !== null && last.number !== null && first.number > last.number)
							this.report(
								fault(
									'error',
									'lines-reversed',
									{ from: piece.from, to: end.to },
									`#${first.number} is below #${last.number}.`,
									[replacing('Swap them', { from: piece.from, to: end.to }, `#${last.number}-#${first.number}`)]
								)
							);
						else spans.push([first.number, last.number]);
					}
				} else if (first?.kind === 'line') spans.push([first.number, first.number]);
				expected = 'comma';
			} else if (expected === 'comma' && piece.kind === 'comma') expected = 'line';
			else broken = true;
		}
		if (broken || expected === 'line') {
			this.report(
				fault(
					'error',
					'line-list',
					at,
					`${word.text.toUpperCase()} takes line numbers with commas between them: ${word.text.toUpperCase()}(#1-#4, #7).`
				)
			);
		}
		if (spans.length === 0) return null;
		return this.operand(at, { kind: 'lines', mode: word.text.toUpperCase() === 'ANY' ? 'any' : 'all', spans, at });
	}

	/** The end of a row of words and plus signs that was found to be no field, by its pieces: it is not walked again. */
	private readonly noField = new WeakMap<readonly Piece[], number>();

	/** The index after the colon of `ti+ab:`, or `start` where no field begins here. */
	private fieldPrefixEnd(pieces: readonly Piece[], start: number): number {
		if (start < (this.noField.get(pieces) ?? 0)) return start;
		let index = start;
		for (;;) {
			const joint = pieces[index]?.kind === 'word' ? pieces[index + 1]?.kind : undefined;
			if (joint === 'colon') return index + 2;
			if (joint !== 'plus') {
				if (index > start) this.noField.set(pieces, index);
				return start;
			}
			index += 2;
		}
	}

	/** Reads what a field or limit prefix binds: one word, phrase or bracket. */
	private scoped(
		pieces: readonly Piece[],
		start: number,
		end: number,
		scope: Scope,
		depth: number
	): [Operand | null, number] {
		const prefix = pieces.slice(start, end);
		for (const piece of prefix) this.pending.push(...piece.comments);
		const codes = prefix.flatMap((piece) => (piece.kind === 'word' ? [piece.text.toLowerCase()] : []));
		const from = prefix[0]?.from ?? 0;
		const colon = prefix.at(-1)?.to ?? from;
		const value = pieces[end];
		const at: Span = { from, to: value?.to ?? colon };
		const limits = codes.filter(isLimitCode);
		const unknown = codes.find((code) => !isLimitCode(code) && !isTextField(code));
		if (unknown !== undefined) {
			this.report(
				fault(
					'error',
					'unknown-field',
					{ from, to: colon },
					`“${unknown}” is not a field. Fields are ${TEXT_FIELDS.join(', ')}; put a term that contains a colon in quotes.`,
					[
						replacing('Put it in quotes', at, `"${this.text.slice(at.from, at.to).replace(/["\u201C\u201D]/g, '')}"`),
						replacing('Search all fields', { from, to: colon }, 'all:')
					]
				)
			);
			return [null, end + 1];
		}
		if (limits.length > 0 && (codes.length > 1 || scope !== 'open')) {
			this.report(
				fault(
					'error',
					codes.length > 1 ? 'mixed-fields' : 'not-in-scope',
					{ from, to: colon },
					codes.length > 1
						? 'Text fields and limits do not mix in one list.'
						: 'A limit cannot be inside a field or another limit.'
				)
			);
			return [null, end + 1];
		}
		if (scope !== 'open') {
			this.report(
				fault('error', 'not-in-scope', { from, to: colon }, 'A field cannot be inside another field.', [
					replacing('Remove the inner one', { from, to: colon }, '')
				])
			);
			return [null, end];
		}
		if (!value || !['word', 'phrase', 'group', 'line', 'concept', 'heading', 'identifier'].includes(value.kind)) {
			this.report(
				fault(
					'error',
					'field-of-nothing',
					{ from, to: colon },
					'Nothing follows this field. It applies to one word, one phrase or one bracket.',
					[replacing('Remove it', { from, to: colon }, '')]
				)
			);
			return [null, end];
		}
		const code = codes[0];
		if (code !== undefined && isLimitCode(code)) {
			this.pending.push(...(value.kind === 'group' ? [] : value.comments));
			const limit = this.limitValue(code, value, colon, at, depth);
			if (!limit) return [null, end + 1];
			const expression: Expression = { kind: 'limit', limit, at };
			// The words of an entry limit carry the comments themselves.
			return [
				{
					role: 'operand',
					at,
					expression: limit.type === 'entry' ? expression : this.leaf(expression),
					bracketed: false
				},
				end + 1
			];
		}
		const fields = TEXT_FIELDS.filter((field) => codes.includes(field));
		let of: Expression | null;
		if (value.kind === 'group') {
			this.pending.push(...value.comments);
			of = this.group(value, 'field', depth)?.expression ?? null;
		} else if (value.kind === 'word' || value.kind === 'phrase') {
			this.pending.push(...value.comments);
			const element = this.element(value, 'field', depth);
			of = element.role === 'operand' ? element.expression : null;
		} else {
			const what =
				{ heading: 'a heading', line: 'a line', concept: 'a concept' }[value.kind as 'heading' | 'line' | 'concept'] ??
				'a limit';
			this.report(
				fault('error', 'not-in-scope', at, `A field applies to words, phrases and proximity, not to ${what}.`, [
					replacing('Remove the field', { from, to: colon }, '')
				])
			);
			of = null;
		}
		return [of && { role: 'operand', at, expression: { kind: 'field', fields, of, at }, bracketed: false }, end + 1];
	}

	private limitValue(code: LimitCode, value: Piece, colon: number, at: Span, depth: number): Limit | null {
		const text = this.text.slice(value.from, value.to);
		const bare = text.replace(/^["\u201C\u201D\u201E\u201F]|["\u201C\u201D\u201E\u201F]$/g, '').trim();
		switch (code) {
			case 'yr':
			case 'en':
				if (value.from !== colon) {
					this.report(
						fault('error', 'space-in-limit', at, `${code}: and its value are written without a space.`, [
							replacing('Remove the space', at, `${code}:${text}`)
						])
					);
					return null;
				}
				return code === 'yr' ? readYears(bare, at, this.report) : readDates(bare, at, this.report);
			case 'la':
			case 'pt':
			case 'ag':
				return this.entryLimit(code, value, at, depth);
			case 'id':
				return value.kind === 'group'
					? readIdentifierGroup(text.slice(1, value.closed ? -1 : undefined), at, this.report)
					: finishIdentifiers([bare], at, this.report);
			case 'has':
			case 'lacks':
				return readPresence(code, bare, at, this.report);
			case 'set':
				return readMarked(bare, at, this.report);
			case 'hand':
				if (value.kind === 'phrase' && value.closed && bare !== '') return { type: 'by-hand', instruction: bare };
				this.report(
					fault('error', 'hand-form', at, 'What is set by hand is written in quotes: hand:"peer reviewed only".', [
						replacing('Put it in quotes', at, `hand:"${bare}"`)
					])
				);
				return null;
		}
	}

	private entryLimit(code: LimitField, value: Piece, at: Span, depth: number): Limit | null {
		const element = this.element(value, 'limit', depth);
		if (element.role !== 'operand' || !element.expression) return null;
		if (containsNear(element.expression)) {
			this.report(
				fault(
					'error',
					'near-in-limit',
					at,
					`${code}: compares whole entries, so WITHIN and BEFORE cannot be used in it.`
				)
			);
			return null;
		}
		return { type: 'entry', field: code, of: element.expression };
	}
}

/** In the order of their places; of very many the errors go first, for they decide whether a line can be counted. */
function told(faults: readonly Fault[]): Fault[] {
	const some =
		faults.length > MOST_FAULTS
			? [
					...faults.filter((one) => one.severity === 'error'),
					...faults.filter((one) => one.severity !== 'error')
				].slice(0, MOST_FAULTS)
			: [...faults];
	return some.sort((a, b) => a.from - b.from || a.to - b.to);
}

function isTextField(code: string): code is TextField {
	return (TEXT_FIELDS as readonly string[]).includes(code);
}

export { DEFAULT_FIELDS, type Repair };
