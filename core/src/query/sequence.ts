/**
 * Joining the operands and operators of one bracket level. Platforms read mixed operators and
 * bare neighbours differently, so both are refused here with every reading offered.
 */
import { SMALL_WORDS } from '../text/index.ts';
import { nodesOf, type Expression, type Span } from './expression.ts';
import type { Repair } from './fault.ts';
import { fault, replacing, type Report } from './parse-terms.ts';

export interface Operand {
	readonly role: 'operand';
	readonly at: Span;
	readonly expression: Expression;
	/** True where it stood in brackets of its own. */
	readonly bracketed: boolean;
}

export interface Operator {
	readonly role: 'operator';
	readonly at: Span;
	readonly operator: 'and' | 'or' | 'not' | 'within' | 'before';
	readonly distance?: number;
}

export type Element = Operand | Operator;

/** Operators in one row beyond which the tree would be too deep to walk. */
const CHAIN_CEILING = 400;
/** From this many bare words in a row we take it for a sentence. */
const SENTENCE_LENGTH = 5;

const spelling = (operator: Operator) =>
	operator.distance === undefined ? operator.operator.toUpperCase() : `${operator.operator.toUpperCase()}/${operator.distance}`;

const over = (first: Span, last: Span): Span => ({ from: first.from, to: last.to });

/** Joins one level; null where nothing usable stood there. */
export function joinElements(elements: readonly Element[], text: string, report: Report): Expression | null {
	const { operands, operators } = alternate(elements, text, report);
	const [first] = operands;
	if (!first) return null;
	if (operators.length === 0) return first.expression;
	const spellings = new Set(operators.map(spelling));
	if (spellings.size > 1) return joinMixed(operands, operators, text, report);
	const [operator] = operators;
	if (!operator) return first.expression;
	if (operator.operator === 'not' && operators.length > 1) {
		const rest = operands.slice(1);
		const inside = { from: rest[0]?.at.from ?? 0, to: rest.at(-1)?.at.to ?? 0 };
		report(
			fault('error', 'not-three-sides', over(first.at, rest.at(-1)?.at ?? first.at), 'NOT takes exactly two sides: what to keep and what to leave out.', [
				replacing('Leave all of them out', inside, `(${rest.map((one) => text.slice(one.at.from, one.at.to)).join(' OR ')})`)
			])
		);
	}
	if (operator.operator === 'or' || operator.operator === 'and') warnOfHalfFields(operands, text, report);
	if (operator.operator === 'within' && operators.length > 1) warnOfChain(operands, operator, text, report);
	return joinSame(operands, operators, report);
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
	let waiting: Operator | null = null;
	const closeRun = () => {
		if (run.length > 1) reportNeighbours(run, text, report);
		run = [];
	};
	for (const element of elements) {
		if (element.role === 'operator') {
			closeRun();
			if (operands.length === 0 || waiting) {
				report(
					fault(
						'error',
						'operator-side',
						element.at,
						`${spelling(element)} has nothing ${operands.length === 0 ? 'before' : 'between'} ${waiting && operands.length > 0 ? `it and ${spelling(waiting)}` : 'it'}.`,
						[replacing('Take it out', element.at, '')]
					)
				);
				continue;
			}
			waiting = element;
			continue;
		}
		if (waiting) operators.push(waiting);
		else if (operands.length > 0) {
			const last = operands.at(-1);
			operators.push({ role: 'operator', at: { from: last?.at.to ?? 0, to: element.at.from }, operator: 'and' });
		}
		waiting = null;
		operands.push(element);
		run.push(element);
	}
	closeRun();
	if (waiting) report(fault('error', 'operator-side', waiting.at, `${spelling(waiting)} has nothing after it.`, [replacing('Take it out', waiting.at, '')]));
	return { operands, operators };
}

function reportNeighbours(run: readonly Operand[], text: string, report: Report): void {
	const [first] = run;
	const last = run.at(-1);
	if (!first || !last) return;
	const at = over(first.at, last.at);
	const sources = run.map((one) => text.slice(one.at.from, one.at.to));
	const allText = run.every((one) => !one.bracketed && (one.expression.kind === 'word' || one.expression.kind === 'phrase'));
	const bareWords = run.every((one) => !one.bracketed && one.expression.kind === 'word');
	const joined = (operator: string) => sources.join(` ${operator} `);
	const repairs: Repair[] = [];
	if (bareWords && run.length >= SENTENCE_LENGTH) {
		const content = sources.filter((word) => !SMALL_WORDS.has(word.toLowerCase()));
		repairs.push(replacing('Split it: each content word a concept', at, content.join(' AND ')));
	}
	if (allText) repairs.push(replacing('A phrase', at, `"${sources.join(' ').replace(/["\u201C\u201D\u201E\u201F]/g, '')}"`));
	repairs.push(replacing('AND', at, joined('AND')), replacing('OR', at, joined('OR')));
	if (allText) repairs.push(replacing('WITHIN/3', at, joined('WITHIN/3')));
	report(
		bareWords && run.length >= SENTENCE_LENGTH
			? fault(
					'error',
					'sentence',
					at,
					'This reads like a whole sentence. Sources do not search sentences: split it into concepts, each with its own words.',
					repairs
				)
			: fault('error', 'no-operator', at, 'Nothing says how these belong together, and platforms read such neighbours differently.', repairs)
	);
}

function joinMixed(operands: readonly Operand[], operators: readonly Operator[], text: string, report: Report): Expression | null {
	const [first] = operands;
	const last = operands.at(-1);
	if (!first || !last) return null;
	const at = over(first.at, last.at);
	const source = (one: Operand) => text.slice(one.at.from, one.at.to);
	const names = [...new Set(operators.map(spelling))].join(' and ');
	const changes = operators.filter((one, index) => index > 0 && spelling(one) !== spelling(operators[index - 1] as Operator)).length;
	report(
		fault(
			'error',
			'mixed-operators',
			at,
			`${names} stand side by side without brackets, and platforms read that differently.`,
			changes > CHAIN_CEILING
				? []
				: [
						replacing('Bracket from the left', at, bracketFrom('left', operands.map(source), operators)),
						replacing('Bracket from the right', at, bracketFrom('right', operands.map(source), operators))
					]
		)
	);
	// Read from the left for the pieces that stand in it; a row that changes too often would be too deep to walk.
	if (changes > CHAIN_CEILING) return { kind: 'and', items: operands.map((one) => one.expression), at };
	let tree: Expression = first.expression;
	for (let index = 0; index < operators.length;) {
		const operator = operators[index] as Operator;
		let end = index + 1;
		// Neighbours with one operator are one junction, however many they are.
		if (operator.operator === 'and' || operator.operator === 'or') while (operators[end]?.operator === operator.operator) end++;
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

function joinSame(operands: readonly Operand[], operators: readonly Operator[], report: Report): Expression | null {
	const [operator] = operators;
	const [first, ...rest] = operands;
	if (!operator || !first) return first?.expression ?? null;
	const at = over(first.at, rest.at(-1)?.at ?? first.at);
	if (operator.operator === 'and' || operator.operator === 'or') return { kind: operator.operator, items: operands.map((one) => one.expression), at };
	if (rest.length > CHAIN_CEILING) {
		report(
			fault(
				'error',
				'too-deep',
				at,
				`${rest.length.toLocaleString('en')} times ${spelling(operator)} in one row cannot be counted; put parts of it on lines of their own, or join what belongs together with OR in brackets.`
			)
		);
		return { kind: 'and', items: operands.map((one) => one.expression), at };
	}
	let tree: Expression = first.expression;
	let usable = operator.operator === 'not' || checkNearSide(first, report);
	for (const right of rest) {
		const rightUsable = operator.operator === 'not' || checkNearSide(right, report);
		const joined = usable && rightUsable ? combine(operator, tree, right.expression, over(first.at, right.at)) : null;
		if (joined) tree = joined;
		else {
			tree = { kind: 'and', items: [tree, right.expression], at };
			usable = false;
		}
	}
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

function checkNearSide(side: Operand, report: Report): boolean {
	if (isNearSide(side.expression)) return true;
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
			`${names[kind] ?? 'This'} cannot be a side of WITHIN or BEFORE, which take words, phrases, and ORs of them.${kind === 'field' ? ' Put the field around the whole: ti:(a WITHIN/3 b).' : ''}`
		)
	);
	return false;
}

/** `ti:light OR lamp`: the field binds only the first, which few mean. */
function warnOfHalfFields(operands: readonly Operand[], text: string, report: Report): void {
	const isBare = (one: Operand) => ['word', 'phrase', 'near'].includes(one.expression.kind);
	operands.forEach((one, index) => {
		if (one.bracketed || one.expression.kind !== 'field') return;
		const value = one.expression.of;
		if (text.charAt(one.at.to - 1) === ')' || !['word', 'phrase'].includes(value.kind)) return;
		let end = index;
		while (end + 1 < operands.length) {
			const next = operands[end + 1];
			if (!next || !isBare(next)) break;
			end++;
		}
		const lastIn = operands[end];
		if (end === index || !lastIn) return;
		const source = text.slice(one.at.from, one.at.to);
		const colon = source.indexOf(':') + 1;
		report(
			fault(
				'warning',
				'half-field',
				over(one.at, lastIn.at),
				`The field binds only the first of these; the others are read in title, abstract and author keywords.`,
				[
					{
						label: 'The field for all of them',
						edits: [
							{ from: one.at.from + colon, to: one.at.from + colon, insert: '(' },
							{ from: lastIn.at.to, to: lastIn.at.to, insert: ')' }
						]
					},
					replacing('Only for the first', one.at, `(${source})`)
				]
			)
		);
	});
}

/** `a WITHIN/3 b WITHIN/3 c` misses c between a and b. */
function warnOfChain(operands: readonly Operand[], operator: Operator, text: string, report: Report): void {
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
					.map((order) => order.reduce((left, right, index) => `${index === 1 ? left : `(${left})`} ${spelling(operator)} ${right}`))
					.map((pairing) => `(${pairing})`)
					.join(' OR ')})`
			)
		);
	report(
		fault(
			'warning',
			'near-chain',
			at,
			`This is read from the left: “${sources[2] ?? ''}” standing between “${sources[0] ?? ''}” and “${sources[1] ?? ''}” is not found.`,
			repairs
		)
	);
}

/** Every order of joining that differs: the first two are alike either way round. */
function pairings(items: readonly string[]): string[][] {
	const orders = (rest: readonly string[]): string[][] =>
		rest.length === 0 ? [[]] : rest.flatMap((one, index) => orders(rest.filter((_, at) => at !== index)).map((order) => [one, ...order]));
	return orders(items).filter((order) => items.indexOf(order[0] ?? '') < items.indexOf(order[1] ?? '') || order.length < 2);
}
