/** Writing proximity: as the platform has it, in pairs where it takes no groups, or as AND with a note. */
import { nodesOf, type Expression } from '../query/index.ts';
import { bracket, type Part, type LineOutput, type Tight, type Written } from './pen.ts';
import { fill, slotsOf } from './template.ts';

/** Most pairs that ORs inside a proximity may become where a platform takes none. */
const PAIRS = 200;

/** @param coded puts a field code on a text */
export function writeNear(
	pen: LineOutput,
	expression: Expression & { kind: 'near' },
	flipped: boolean,
	coded: (text: string) => string
): Part {
	const { proximity, operators, name } = pen.profile.platform;
	const ordered = expression.ordered && proximity.before !== null;
	const pattern = ordered ? proximity.before : proximity.within;
	const slots = pattern === null ? [] : slotsOf(pattern);
	// A code stands on each side of an operator, and around what is one piece by itself.
	const around = pattern !== null && (slots.includes('words') || !/^\s*%\{left\}/.test(pattern));
	const inner = around ? (text: string) => text : coded;
	const left = sides(pen, expression.left, flipped, inner);
	const right = sides(pen, expression.right, flipped, inner);
	if (!left || !right) return pen.unwritable(expression);
	const blocked = hinders(pen, expression, slots.includes('words'));
	const apart = !proximity.groups || slots.includes('words');
	const pairs = left.forms.length * right.forms.length;
	if (apart && pairs > PAIRS) blocked.push(`groups, and written out it would be ${pairs} pairs`);
	if (pattern === null || blocked.length > 0) {
		pen.note(
			'widened',
			'no-proximity',
			expression,
			pattern === null
				? `${name} has no proximity; the words are joined with ${operators.and}.`
				: `Proximity here takes no ${blocked.join(' and no ')}; the words are joined with ${operators.and}.`,
			'Accept it, or write the likeliest phrases instead.',
			flipped
		);
		const whole = (side: { forms: readonly string[]; tight: Tight }): Written => {
			const forms = around ? side.forms.map(coded) : side.forms;
			return { text: forms.join(` ${operators.or} `), tight: forms.length > 1 ? 'or' : around ? 'piece' : side.tight };
		};
		return {
			text: `${bracket(whole(left), 'and', true)} ${operators.and} ${bracket(whole(right), 'and', false)}`,
			tight: 'and'
		};
	}
	if (expression.ordered && proximity.before === null)
		pen.note(
			'widened',
			'no-order',
			expression,
			`${name} has no ordered proximity; either order is found.`,
			'Accept it.',
			flipped
		);
	const number = distance(pen, expression, flipped);
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
		return { text: join(bracket(whole(left), 'near', true), bracket(whole(right), 'near', false)), tight };
	}
	if (pairs > 1)
		pen.note(
			'adjusted',
			'pairs',
			expression,
			`Written out as ${pairs} pairs, since proximity takes no groups here.`,
			'Nothing to do.'
		);
	const texts = left.forms.flatMap((one) => right.forms.map((other) => join(one, other)));
	const [only = ''] = texts;
	return texts.length === 1
		? { text: only, tight }
		: { text: texts.map((text) => (tight === 'piece' ? text : `(${text})`)).join(` ${operators.or} `), tight: 'or' };
}

/** The forms that a side of a proximity is an OR of. */
function sides(
	pen: LineOutput,
	side: Expression,
	flipped: boolean,
	coded: (text: string) => string
): { readonly forms: readonly string[]; readonly tight: Tight } | null {
	switch (side.kind) {
		case 'word':
		case 'phrase': {
			const forms = pen.spellings(side, flipped);
			return forms && { forms: forms.map(coded), tight: 'piece' };
		}
		case 'or': {
			const all = side.items.map((item) => sides(pen, item, flipped, coded));
			if (all.some((one) => one === null)) return null;
			return {
				forms: all.flatMap((one) => (one ? one.forms.map((text) => (one.tight === 'piece' ? text : `(${text})`)) : [])),
				tight: 'piece'
			};
		}
		case 'near': {
			const part = writeNear(pen, side, flipped, coded);
			return part === 'absent' ? null : { forms: [part.text], tight: part.tight };
		}
		default:
			return null;
	}
}

/** What stands in the sides that the platform's proximity does not take. */
function hinders(pen: LineOutput, expression: Expression & { kind: 'near' }, quotedWords: boolean): string[] {
	const { proximity } = pen.profile.platform;
	const nodes = [...nodesOf(expression)];
	const nested = nodes.filter((node) => node.kind === 'near').length > 1;
	const wild = nodes.some(
		(node) =>
			(node.kind === 'word' && /[*?~]/.test(node.pattern)) ||
			(node.kind === 'phrase' && node.patterns.some((one) => /[*?~]/.test(one)))
	);
	return [
		(quotedWords || !proximity.phrases) && nodes.some((node) => node.kind === 'phrase') ? 'phrases' : null,
		(quotedWords || !proximity.groups) && nested ? 'proximity inside' : null,
		!proximity.wildcards && wild ? 'wildcards' : null
	].filter((one) => one !== null);
}

/** The distance in the platform's own counting. */
function distance(pen: LineOutput, expression: Expression & { kind: 'near' }, flipped: boolean): number {
	const { proximity, name } = pen.profile.platform;
	const own = proximity.counts === 'words between' ? expression.distance - 1 : expression.distance;
	if (proximity.largest !== null && own > proximity.largest) {
		pen.note(
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
		pen.note(
			'adjusted',
			'distance',
			expression,
			`Distance ${expression.distance} is written as ${own}, since ${name} counts the words between.`,
			'Nothing to do.'
		);
	return own;
}
