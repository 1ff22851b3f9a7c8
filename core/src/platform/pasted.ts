/**
 * A strategy as it is copied from a platform or printed in an appendix: numbered lines with their
 * counts, or one string. Counts are those of that day; where they contradict each other, something
 * was transcribed wrongly.
 */
import { nodesOf, parse, type Expression, type Fault } from '../query/index.ts';
import type { Profile } from './profile.ts';
import { readPlatformLine, withoutRuns, type PlatformReading, type ReadingContext } from './read.ts';

export interface PastedLine {
	readonly number: number;
	readonly text: string;
	/** Records on the day it was copied; null where none stands there. */
	readonly count: number | null;
	readonly reading: PlatformReading;
}

export interface PlatformStrategy {
	readonly lines: readonly PastedLine[];
	readonly numbered: boolean;
	/** Faults that are errors, over all lines. */
	readonly errors: number;
	readonly contradictions: readonly Contradiction[];
}

/** Characters and lines that may be pasted: a strategy has fewer. */
export const PASTED_CEILING = { characters: 400_000, lines: 2_000 } as const;

const COUNT = "\\d{1,3}(?:[,. \\u00A0\\u202F\\u2009']\\d{3})+|\\d+";
const NUMBER = /^\s*(?:(?:#|No\.?|[A-Z])?\s?(\d{1,4})\s*(?:[.):\]]|\t|\s{2,}|\s(?=\S))|\((\d{1,4})\)\s*)\s*/i;
const numberOf = (text: string) => Number(text.replace(/\D/g, ''));

interface Row {
	readonly number: number;
	readonly text: string;
	readonly count: number | null;
}

/** Rows of a text by their numbers; without numbers, one line a row where the platform has lines, else one string. */
export function pastedRows(
	text: string,
	oneString: boolean
): { readonly rows: readonly Row[]; readonly numbered: boolean } {
	const raw = text
		.replace(/\r\n?|[\u2028\u2029\u0085]/g, '\n')
		.replace(/[\u0000-\u0008\u000B\u000C\u000E-\u001F\u007F\u200B-\u200F\u202A-\u202E\u2060-\u2069\uFEFF\u00AD]/g, '')
		.replace(/[\u201C\u201D\u201E\u201F]/g, '"')
		.replace(/[\u2018\u2019\u201A\u201B]/g, "'")
		.split('\n')
		.filter((line) => line.trim() !== '');
	const heads = raw.map((line) => NUMBER.exec(line));
	const numbers = heads.map((head) => (head ? Number(head[1] ?? head[2]) : null));
	const own = numbers.filter((one): one is number => one !== null);
	const steps = own.slice(1).map((number, at) => number - (own[at] as number));
	const ascending = steps.every((step) => step > 0);
	const numbered =
		numbers[0] !== null &&
		own.length > 0 &&
		(ascending || steps.every((step) => step < 0)) &&
		(own.length > 1 || /^\s*\S{1,3}[.)\t]/.test(raw[0] ?? ''));
	if (!numbered) {
		if (oneString) return { rows: [{ number: 1, ...withCount(raw.join(' ')) }], numbered };
		return { rows: raw.map((line, at) => ({ number: at + 1, ...withCount(line) })), numbered };
	}
	const joined: { number: number; text: string }[] = [];
	raw.forEach((line, at) => {
		const number = numbers[at];
		const expected =
			joined.length === 0 || number === null || number === undefined
				? true
				: ascending
					? number > (joined.at(-1)?.number ?? 0)
					: number < (joined.at(-1)?.number ?? 0);
		if (number !== null && number !== undefined && expected)
			joined.push({ number, text: line.slice(heads[at]?.[0].length ?? 0) });
		// A row without a number goes on with the line above it.
		else if (joined.length > 0) (joined.at(-1) as { text: string }).text += ` ${line.trim()}`;
	});
	const columns = joined.map((row) => row.text.split('\t').map((cell) => cell.trim()));
	const counted = new RegExp(`^(?:${COUNT})$`);
	// A column of numbers alone, before or behind the text.
	const first = columns.length > 1 && columns.every((cells) => cells.length > 1 && counted.test(cells[0] ?? ''));
	const rows = joined.map((row, at): Row => {
		const cells = columns[at] ?? [];
		return first
			? { number: row.number, text: cells.slice(1).join(' '), count: numberOf(cells[0] ?? '') }
			: { number: row.number, ...withCount(row.text) };
	});
	return { rows: [...rows].sort((a, b) => a.number - b.number), numbered };
}

/** A count behind a line: after a tab, in brackets, or after wide space. */
function withCount(text: string): { readonly text: string; readonly count: number | null } {
	const trimmed = text.trimEnd();
	// Only the end is looked at: a count has few characters.
	const end = trimmed.slice(-60);
	const match = COUNT_BEHIND.exec(end);
	const found = match?.slice(1).find((one) => one !== undefined);
	const before = match ? trimmed.slice(0, trimmed.length - end.length + match.index) : trimmed;
	if (found === undefined || before.trim() === '')
		return { text: withoutRuns(text.replaceAll('\t', ' ').trim()), count: null };
	return { text: withoutRuns(before.replaceAll('\t', ' ').trim()), count: numberOf(found) };
}

const COUNT_BEHIND = new RegExp(
	`(?:\\t\\s*(${COUNT})|\\s\\((${COUNT})\\)|\\s\\s(${COUNT})|\\s\\[(${COUNT})(?: records| results| hits)?\\])$`
);

export function readPlatformStrategy(text: string, profile: Profile, context: ReadingContext): PlatformStrategy {
	const { rows, numbered } = pastedRows(text, profile.platform.lines.reference === null);
	return strategyOf(
		rows.map((row): PastedLine => ({ ...row, reading: readPlatformLine(row.text, profile, context) })),
		numbered
	);
}

/**
 * The same, with a pause wherever another may have the thread.
 * @param pause is asked after every line
 * @param isList true for a list of terms: each row is one, also where the platform has no lines
 */
export async function readPlatformStrategyInSteps(
	text: string,
	profile: Profile,
	context: ReadingContext,
	pause: () => Promise<void>,
	isList = false
): Promise<PlatformStrategy> {
	const { rows, numbered } = pastedRows(text, !isList && profile.platform.lines.reference === null);
	const lines: PastedLine[] = [];
	for (const row of rows) {
		lines.push({ ...row, reading: readPlatformLine(row.text, profile, context) });
		await pause();
	}
	return strategyOf(lines, numbered);
}

function strategyOf(lines: readonly PastedLine[], numbered: boolean): PlatformStrategy {
	const errors = lines.reduce(
		(sum, line) => sum + line.reading.faults.filter((one) => one.severity === 'error').length,
		0
	);
	return {
		lines,
		numbered,
		errors,
		contradictions: contradictionsIn(
			lines.map((line) => ({ number: line.number, count: line.count, tree: line.reading.tree }))
		)
	};
}

export interface Contradiction {
	readonly line: number;
	readonly message: string;
}

type Bounds = readonly [least: number, most: number];

/** Counts that cannot all be right: an AND larger than its part, an OR smaller than one of its sides or larger than all together. */
export function contradictionsIn(
	lines: readonly { readonly number: number; readonly count: number | null; readonly tree: Expression | null }[]
): readonly Contradiction[] {
	const counts = new Map(lines.map((line) => [line.number, line.count]));
	const found: Contradiction[] = [];
	const bounds = (tree: Expression): Bounds => {
		switch (tree.kind) {
			case 'line': {
				const count = counts.get(tree.number ?? -1) ?? null;
				return count === null ? [0, Infinity] : [count, count];
			}
			case 'lines': {
				const all = tree.spans.flatMap(([first, last]) =>
					first === null || last === null
						? []
						: Array.from({ length: Math.min(2_000, last - first + 1) }, (_, at) => first + at)
				);
				return joined(
					all.map((number) => bounds({ kind: 'line', number })),
					tree.mode === 'any'
				);
			}
			case 'and':
			case 'or':
				return joined(tree.items.map(bounds), tree.kind === 'or');
			case 'not': {
				const [keep, drop] = [bounds(tree.keep), bounds(tree.drop)];
				return [Math.max(0, keep[0] - drop[1]), keep[1]];
			}
			default:
				return [0, Infinity];
		}
	};
	const figure = (value: number) => value.toLocaleString('en').replaceAll(',', '\u202F');
	for (const { number, count, tree } of lines) {
		if (count === null || !tree || !['and', 'or', 'not', 'line', 'lines'].includes(tree.kind)) continue;
		const [least, most] = bounds(tree);
		if (count > most)
			found.push({
				line: number,
				message: `Line ${number} has ${figure(count)} records, more than the ${figure(most)} that the lines it names allow. A count, a number or an operator was transcribed wrongly.`
			});
		else if (count < least)
			found.push({
				line: number,
				message: `Line ${number} has ${figure(count)} records, fewer than the ${figure(least)} that the lines it names bring at least. A count, a number or an operator was transcribed wrongly.`
			});
	}
	return found;
}

const joined = (sides: readonly Bounds[], or: boolean): Bounds =>
	or
		? [Math.max(0, ...sides.map(([least]) => least)), sides.reduce((sum, [, most]) => sum + most, 0)]
		: [0, Math.min(Infinity, ...sides.map(([, most]) => most))];

export interface Fit {
	readonly profile: string;
	readonly errors: number;
	readonly warnings: number;
}

/** How many faults a reading has, of each severity. */
export function fitOf(profile: string, { lines }: PlatformStrategy): Fit {
	const count = (severity: Fault['severity']) =>
		lines.reduce((sum, line) => sum + line.reading.faults.filter((one) => one.severity === severity).length, 0);
	return { profile, errors: count('error'), warnings: count('warning') };
}

/** Characters of a pasted text that other profiles are tried on. */
const TRIED = 20_000;

/** How many faults each profile finds in a pasted text: the fewest fits best. @param pause is asked after every line */
export async function profilesThatFit(
	text: string,
	profiles: readonly Profile[],
	context: ReadingContext,
	pause: () => Promise<void> = () => Promise.resolve()
): Promise<readonly Fit[]> {
	const fits: Fit[] = [];
	for (const profile of profiles)
		fits.push(fitOf(profile.id, await readPlatformStrategyInSteps(text.slice(0, TRIED), profile, context, pause)));
	return fits.sort((a, b) => a.errors - b.errors || a.warnings - b.warnings);
}

const TELLING: ReadonlySet<Expression['kind']> = new Set(['field', 'heading', 'near', 'limit']);

/**
 * What a reading makes of a text: its pieces that are more than words and operators, and how many there are beyond its faults.
 * @param bare what a word alone is read as: it tells nothing
 */
function explained(lines: readonly Pick<PlatformReading, 'tree' | 'faults'>[], bare: Expression | null = null) {
	const tells = (node: Expression) =>
		TELLING.has(node.kind) &&
		!(node.kind === 'field' && bare?.kind === 'field' && node.fields.join() === bare.fields.join());
	const pieces = lines.reduce((sum, { tree }) => sum + (tree ? [...nodesOf(tree)].filter(tells).length : 0), 0);
	return {
		pieces,
		beyond: pieces - lines.reduce((sum, { faults }) => sum + faults.filter((one) => one.severity === 'error').length, 0)
	};
}

/**
 * The profile in whose syntax a pasted text seems to be written; null where the notation explains it as well
 * (plain words are explained by everything). Judged on its first {@link TRIED} characters.
 * @param pause is asked after every line
 */
export async function likelySyntax(
	text: string,
	profiles: readonly Profile[],
	context: ReadingContext,
	pause: () => Promise<void> = () => Promise.resolve()
): Promise<string | null> {
	const start = text.slice(0, TRIED);
	let [likely, most]: [string | null, number] = [
		null,
		explained(pastedRows(start, false).rows.map((row) => parse(row.text))).beyond
	];
	for (const profile of profiles) {
		const { lines } = await readPlatformStrategyInSteps(start, profile, context, pause, true);
		const { pieces, beyond } = explained(
			lines.map((line) => line.reading),
			readPlatformLine('word', profile, context).tree
		);
		if (pieces > 0 && beyond > most) [likely, most] = [profile.id, beyond];
	}
	return likely;
}
