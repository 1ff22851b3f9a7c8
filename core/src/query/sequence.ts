/**
 * Joining the operands and operators of one bracket level. Platforms read mixed operators and
 * bare neighbours differently, so both are refused here with every reading offered.
 */
import { SMALL_WORDS } from '../text/index.ts';
import { nodesOf, type Expression, type Span } from './expression.ts';
import type { Repair } from './fault.ts';
import { fault, replacing, type Report } from './parse-terms.ts';

/** A word, phrase, bracket, heading or reference; `expression` is null for one that was refused and reported. */
export interface Operand {
	readonly role: 'operand';
	readonly at: Span;
	readonly expression: Expression | null;
	/** True where it stood in brackets of its own. */
	readonly bracketed: boolean;
}

type Readable = Operand & { readonly expression: Expression };

export interface Operator {
	readonly role: 'operator';
	readonly at: Span;
	readonly operator: 'and' | 'or' | 'not' | 'within' | 'before';
	readonly distance?: number;
	/** True for one that was refused and reported, such as `and` in lower case. */
	readonly refused?: boolean;
}

/** A character or word that was refused and reported, where an operator could be: its neighbours are not reported again. */
export interface Gap {
	readonly role: 'gap';
	readonly at: Span;
}

export type Element = Operand | Operator | Gap;

/** Operators in one row beyond which the tree would be too deep to walk. */
const CHAIN_CEILING = 400;
/** From this many bare words in a row we take it for a sentence. */
const SENTENCE_LENGTH = 5;

const spelling = (operator: Operator) =>
	operator.distance === undefined
		? operator.operator.toUpperCase()
		: `${operator.operator.toUpperCase()}/${operator.distance}`;

const over = (first: Span, last: Span): Span => ({ from: first.from, to: last.to });

/** Joins one level; null where nothing usable is in it. */
export function joinElements(elements: readonly Element[], text: string, report: Report): Expression | null {
	const { operands, operators } = alternate(elements, text, report);
	const readable = operands.filter(isReadable);
	// What was refused has been reported; the rest is kept for its pieces.
	if (readable.length < operands.length) return together(readable);
	const [first] = readable;
	if (!first) return null;
	if (operators.length === 0) return first.expression;
	const spellings = new Set(operators.map(spelling));
	if (spellings.size > 1) return joinMixed(readable, operators, text, report);
	const [operator] = operators;
	if (!operator) return first.expression;
	if (operator.operator === 'not' && operators.length > 1) {
		const rest = operands.slice(1);
		const inside = { from: rest[0]?.at.from ?? 0, to: rest.at(-1)?.at.to ?? 0 };
		report(
			fault(
				'error',
				'not-three-sides',
				over(first.at, rest.at(-1)?.at ?? first.at),
				'NOT takes exactly two sides: what to keep and what to exclude.',
				[
					replacing(
						'Exclude all of them',
						inside,
						`(${rest.map((one) => text.slice(one.at.from, one.at.to)).join(' OR ')})`
					)
				]
			)
		);
	}
	if (operator.operator === 'or' || operator.operator === 'and')
		warnOfHalfFields(readable, operator.operator, text, report);
	if (operator.operator === 'within' && operators.length > 1 && readable.every((one) => isNearSide(one.expression)))
		warnOfChain(readable, operator, text, report);
	return joinSame(readable, operators, text, report);
}

const isReadable = (one: Operand): one is Readable => one.expression !== null;

/** What was understood of a row that cannot be read as a whole. */
function together(operands: readonly Readable[]): Expression | null {
	const [first] = operands;
	const last = operands.at(-1);
	if (!first || !last) return null;
	return operands.length === 1
		? first.expression
		: { kind: 'and', items: operands.map((one) => one.expression), at: over(first.at, last.at) };
}

interface Alternating {
	readonly operands: readonly Operand[];
	readonly operators: readonly Operator[];
}

/** Brings a level into the form operand (operator operand)*, reporting what was missing. */
function alternate(elements: readonly Element[], text: string, report: Report): Alternating {
	const operands: Operand[] = [];
	const operators: Operator[] = [];
	let run: Operand[] = [];
	/** Operators since the last operand. */
	let waiting: Operator[] = [];
	let gap = false;
	const closeRun = () => {
		if (run.length > 1 && run.every(isReadable)) reportNeighbours(run, text, report);
		run = [];
	};
	for (const element of elements) {
		if (element.role === 'gap') {
			closeRun();
			gap = true;
			continue;
		}
		if (element.role === 'operator') {
			closeRun();
			waiting.push(element);
			continue;
		}
		const [operator] = waiting;
		if (operands.length === 0) reportFirst(waiting, gap, report);
		else if (operator) {
			reportSeveral(waiting, report);
			operators.push(waiting.length > 1 ? (waiting.find((one) => one.operator === 'not') ?? operator) : operator);
		} else
			operators.push({
				role: 'operator',
				at: { from: operands.at(-1)?.at.to ?? 0, to: element.at.from },
				operator: 'and'
			});
		waiting = [];
		gap = false;
		operands.push(element);
		run.push(element);
	}
	closeRun();
	const [last] = waiting;
	if (last && operands.length === 0) reportFirst(waiting, gap, report);
	else if (last && !gap && !waiting.some((one) => one.refused))
		report(
			fault(
				'error',
				'operator-side',
				over(last.at, waiting.at(-1)?.at ?? last.at),
				`${waiting.map(spelling).join(' ')} has nothing after it.`,
				[replacing('Remove it', over(last.at, waiting.at(-1)?.at ?? last.at), '')]
			)
		);
	return { operands, operators };
}

/** Operators with nothing before them. Without its NOT a line would mean the reverse, so that is not offered. */
function reportFirst(waiting: readonly Operator[], gap: boolean, report: Report): void {
	const [first] = waiting;
	const last = waiting.at(-1);
	if (!first || !last || gap || waiting.some((one) => one.refused)) return;
	const at = over(first.at, last.at);
	const turns = waiting.some((one) => one.operator === 'not');
	report(
		fault(
			'error',
			'operator-side',
			at,
			turns ? 'NOT needs something to keep before it.' : `${spelling(first)} has nothing before it.`,
			[...(turns ? [] : [replacing('Remove it', at, '')])]
		)
	);
}

/** Operators side by side: one of them is meant. `a AND NOT b` is `a NOT b`; nothing is offered that would turn a NOT round. */
function reportSeveral(waiting: readonly Operator[], report: Report): void {
	const [first] = waiting;
	const last = waiting.at(-1);
	if (!first || !last || waiting.length < 2 || waiting.some((one) => one.refused)) return;
	const at = over(first.at, last.at);
	const names = [...new Set(waiting.map(spelling))];
	const kept = names.includes('NOT') ? (names.includes('OR') ? [] : ['NOT']) : names;
	const message =
		names.includes('OR') && names.includes('NOT')
			? 'OR NOT is not one operator: records without a term can only be excluded from others, with NOT.'
			: `${waiting.map(spelling).join(' ')}: one operator is needed here, not ${waiting.length}.`;
	report(
		fault(
			'error',
			'operator-side',
			at,
			message,
			kept.map((name) => replacing(`${name} alone`, at, name))
		)
	);
}

function reportNeighbours(run: readonly Readable[], text: string, report: Report): void {
	const [first] = run;
	const last = run.at(-1);
	if (!first || !last) return;
	const at = over(first.at, last.at);
	const sources = run.map((one) => text.slice(one.at.from, one.at.to));
	const allText = run.every(
		(one) => !one.bracketed && (one.expression.kind === 'word' || one.expression.kind === 'phrase')
	);
	const bareWords = run.every((one) => !one.bracketed && one.expression.kind === 'word');
	const joined = (operator: string) => sources.join(` ${operator} `);
	const repairs: Repair[] = [];
	if (bareWords && run.length >= SENTENCE_LENGTH) {
		const content = sources.filter((word) => !SMALL_WORDS.has(word.toLowerCase()));
		repairs.push(replacing('Split it: each content word a concept', at, content.join(' AND ')));
	}
	if (allText)
		repairs.push(replacing('A phrase', at, `"${sources.join(' ').replace(/["\u201C\u201D\u201E\u201F]/g, '')}"`));
	repairs.push(replacing('AND', at, joined('AND')), replacing('OR', at, joined('OR')));
	if (allText) repairs.push(replacing('WITHIN/3', at, joined('WITHIN/3')));
	report(
		bareWords && run.length >= SENTENCE_LENGTH
			? fault(
					'error',
					'sentence',
					at,
					'This reads like a whole sentence. Sources do not search for sentences: split it into concepts, each with its own words.',
					repairs
				)
			: fault(
					'error',
					'no-operator',
					at,
					'There is no operator between these terms, and platforms read them differently.',
					repairs
				)
	);
}

function joinMixed(
	operands: readonly Readable[],
	operators: readonly Operator[],
	text: string,
	report: Report
): Expression | null {
	const [first] = operands;
	const last = operands.at(-1);
	if (!first || !last) return null;
	const at = over(first.at, last.at);
	const source = (one: Operand) => text.slice(one.at.from, one.at.to);
	const names = [...new Set(operators.map(spelling))].join(' and ');
	// Neighbours with one AND or OR are one level; every NOT and every proximity is one of its own.
	const levels = operators.filter(
		(one, index) => one.operator !== operators[index - 1]?.operator || !['and', 'or'].includes(one.operator)
	).length;
	report(
		fault(
			'error',
			'mixed-operators',
			at,
			`${names} are side by side without brackets, and platforms read that differently.`,
			levels > CHAIN_CEILING
				? []
				: [
						replacing('Bracket from the left', at, bracketFrom('left', operands.map(source), operators)),
						replacing('Bracket from the right', at, bracketFrom('right', operands.map(source), operators))
					]
		)
	);
	warnOfHalfFields(operands, null, text, report);
	// Read from the left for its pieces; a row of too many levels would be too deep to walk.
	if (levels > CHAIN_CEILING) return { kind: 'and', items: operands.map((one) => one.expression), at };
	let tree: Expression = first.expression;
	for (let index = 0; index < operators.length;) {
		const operator = operators[index] as Operator;
		let end = index + 1;
		// Neighbours with one operator are one junction, however many they are.
		if (operator.operator === 'and' || operator.operator === 'or')
			while (operators[end]?.operator === operator.operator) end++;
		const rights = operands.slice(index + 1, end + 1);
		const whole = over(first.at, rights.at(-1)?.at ?? first.at);
		const [right] = rights;
		if (operator.operator === 'and' || operator.operator === 'or')
			tree = { kind: operator.operator, items: [tree, ...rights.map((one) => one.expression)], at: whole };
		else if (right) tree = combine(operator, tree, right.expression, whole) ?? tree;
		index = end;
	}
	return tree;
}

/** Brackets a mixed row; neighbours with the same operator stay in one bracket. */
function bracketFrom(side: 'left' | 'right', sources: readonly string[], operators: readonly Operator[]): string {
	const terms = side === 'left' ? [...sources] : [...sources].reverse();
	const signs = (side === 'left' ? [...operators] : [...operators].reverse()).map(spelling);
	let text = terms[0] ?? '';
	let current: string | null = null;
	signs.forEach((sign, index) => {
		const mayStay = current === null || (current === sign && sign !== 'NOT');
		const inner = mayStay ? text : `(${text})`;
		const next = terms[index + 1] ?? '';
		text = side === 'left' ? `${inner} ${sign} ${next}` : `${next} ${sign} ${inner}`;
		current = sign;
	});
	return text;
}

function joinSame(
	operands: readonly Readable[],
	operators: readonly Operator[],
	text: string,
	report: Report
): Expression | null {
	const [operator] = operators;
	const [first, ...rest] = operands;
	if (!operator || !first) return first?.expression ?? null;
	const at = over(first.at, rest.at(-1)?.at ?? first.at);
	if (operator.operator === 'and' || operator.operator === 'or')
		return { kind: operator.operator, items: operands.map((one) => one.expression), at };
	if (rest.length > CHAIN_CEILING) {
		report(
			fault(
				'error',
				'too-deep',
				at,
				`${rest.length.toLocaleString('en')} times ${spelling(operator)} in one row cannot be counted; put parts of it on lines of their own, or combine what belongs together with OR in brackets.`
			)
		);
		return { kind: 'and', items: operands.map((one) => one.expression), at };
	}
	const wrong = operator.operator === 'not' ? undefined : operands.find((one) => !isNearSide(one.expression));
	if (wrong) {
		reportNearSide(wrong, operands, operators, text, report);
		return { kind: 'and', items: operands.map((one) => one.expression), at };
	}
	let tree: Expression = first.expression;
	for (const right of rest) tree = combine(operator, tree, right.expression, over(first.at, right.at)) ?? tree;
	return tree;
}

function combine(operator: Operator, left: Expression, right: Expression, at: Span): Expression | null {
	switch (operator.operator) {
		case 'and':
		case 'or':
			return { kind: operator.operator, items: [left, right], at };
		case 'not':
			return { kind: 'not', keep: left, drop: right, at };
		case 'within':
		case 'before':
			return isNearSide(left) && isNearSide(right)
				? { kind: 'near', ordered: operator.operator === 'before', distance: operator.distance ?? 1, left, right, at }
				: { kind: 'and', items: [left, right], at };
	}
}

function isNearSide(expression: Expression): boolean {
	switch (expression.kind) {
		case 'word':
		case 'phrase':
		case 'near':
			return true;
		case 'or':
			return expression.items.every(isNearSide);
		default:
			return false;
	}
}

function reportNearSide(
	side: Readable,
	operands: readonly Readable[],
	operators: readonly Operator[],
	text: string,
	report: Report
): void {
	const culprit = [...nodesOf(side.expression)].find((node) => !['word', 'phrase', 'near', 'or'].includes(node.kind));
	const names: Partial<Record<Expression['kind'], string>> = {
		and: 'AND',
		not: 'NOT',
		heading: 'A heading',
		limit: 'A limit',
		field: 'A field',
		line: 'A line',
		lines: 'A list of lines',
		concept: 'A concept'
	};
	const kind = culprit?.kind ?? 'and';
	report(
		fault(
			'error',
			'near-side',
			side.at,
			`${names[kind] ?? 'This'} cannot be a side of WITHIN or BEFORE, which take words, phrases, and ORs of them.${kind === 'field' ? ' A field goes around the whole.' : ''}`,
			kind === 'field' ? fieldAround(operands, operators, text) : []
		)
	);
}

/** `ti:a WITHIN/3 b` as `ti:(a WITHIN/3 b)`, where all fields in the row are the same. */
function fieldAround(operands: readonly Readable[], operators: readonly Operator[], text: string): Repair[] {
	const [first] = operands;
	const last = operands.at(-1);
	if (!first || !last) return [];
	const codes = new Set(
		operands.flatMap(({ expression }) => (expression.kind === 'field' ? [expression.fields.join('+')] : []))
	);
	const [code] = codes;
	if (codes.size !== 1 || code === undefined) return [];
	const inner = operands.map((one) => unfielded(one, text));
	const row = inner.reduce((left, right, at) => `${left} ${spelling(operators[at - 1] as Operator)} ${right}`);
	return [replacing('The field around the whole', over(first.at, last.at), `${code}:(${row})`)];
}

/** The source of an operand without the field before it. */
function unfielded(operand: Readable, text: string): string {
	const source = text.slice(operand.at.from, operand.at.to);
	if (operand.expression.kind !== 'field') return source;
	// A bracketed field keeps its brackets around what is left.
	return source.replace(/^(\(?\s*)[a-z]+(?:\s*\+\s*[a-z]+)*\s*:\s*/i, '$1');
}

/**
 * `ti:light OR lamp`, `lamp OR ti:light`: the field applies to one of them only, which few mean.
 * @param operator of the row; null where operators are mixed, which is reported besides
 */
function warnOfHalfFields(
	operands: readonly Readable[],
	operator: 'and' | 'or' | null,
	text: string,
	report: Report
): void {
	const isBare = (one: Readable) => ['word', 'phrase', 'near'].includes(one.expression.kind);
	const isSingle = ({ expression, bracketed, at }: Readable) =>
		!bracketed &&
		expression.kind === 'field' &&
		['word', 'phrase'].includes(expression.of.kind) &&
		text.charAt(at.to - 1) !== ')';
	const involved = operands.filter((one) => isBare(one) || isSingle(one));
	const singles = involved.filter(isSingle);
	const [first] = involved;
	const last = involved.at(-1);
	const [row, end] = [operands[0], operands.at(-1)];
	if (!first || !last || !row || !end || singles.length === 0 || singles.length === involved.length) return;
	const codes = new Set(
		singles.flatMap(({ expression }) => (expression.kind === 'field' ? [expression.fields.join('+')] : []))
	);
	const repairs: Repair[] = [];
	const [code] = codes;
	if (operator && code !== undefined && codes.size === 1) {
		const sign = ` ${operator.toUpperCase()} `;
		const scoped = `${code}:(${involved.map((one) => unfielded(one, text)).join(sign)})`;
		const others = operands.filter((one) => !involved.includes(one)).map((one) => text.slice(one.at.from, one.at.to));
		repairs.push(replacing('The field for all of them', over(row.at, end.at), [...others, scoped].join(sign)));
	}
	repairs.push({
		label: singles.length === 1 ? 'Only for this one' : 'Only for these',
		edits: singles.flatMap(({ at }) => [
			{ from: at.from, to: at.from, insert: '(' },
			{ from: at.to, to: at.to, insert: ')' }
		])
	});
	report(
		fault(
			'warning',
			'half-field',
			over(first.at, last.at),
			`The field applies to ${singles.length === 1 ? 'one of these' : 'some of these'} only; the others are searched in title, abstract and author keywords.`,
			repairs
		)
	);
}

/** `a WITHIN/3 b WITHIN/3 c` misses c between a and b. */
function warnOfChain(operands: readonly Readable[], operator: Operator, text: string, report: Report): void {
	const [first] = operands;
	const last = operands.at(-1);
	if (!first || !last) return;
	const sources = operands.map((one) => text.slice(one.at.from, one.at.to));
	const at = over(first.at, last.at);
	const repairs: Repair[] = [];
	if (sources.length <= 4)
		repairs.push(
			replacing(
				'Write out all pairings',
				at,
				`(${pairings(sources)
					.map((order) =>
						order.reduce((left, right, index) => `${index === 1 ? left : `(${left})`} ${spelling(operator)} ${right}`)
					)
					.map((pairing) => `(${pairing})`)
					.join(' OR ')})`
			)
		);
	report(
		fault(
			'warning',
			'near-chain',
			at,
			`This is read from the left: “${sources[2] ?? ''}” between “${sources[0] ?? ''}” and “${sources[1] ?? ''}” is not found.`,
			repairs
		)
	);
}

/** Every order of joining that differs: the first two are alike either way round. */
function pairings(items: readonly string[]): string[][] {
	const orders = (rest: readonly string[]): string[][] =>
		rest.length === 0
			? [[]]
			: rest.flatMap((one, index) => orders(rest.filter((_, at) => at !== index)).map((order) => [one, ...order]));
	return orders(items).filter(
		(order) => items.indexOf(order[0] ?? '') < items.indexOf(order[1] ?? '') || order.length < 2
	);
}
