/**
 * Until version 2 of the enquiry file, judgements, runs and comparisons were in the document, and edits
 * changed them. This brings such documents and edits to today's form. It reads a form that is fixed for
 * good; what does not have that form is left out of the facts.
 */
import { VERDICTS, type Comparison, type EnquiryFacts, type Judgement, type Run, type RunLine } from './facts.ts';

type Item = Readonly<Record<string, unknown>>;
const isItem = (value: unknown): value is Item => typeof value === 'object' && value !== null && !Array.isArray(value);
const itemsOf = (value: unknown): readonly Item[] => (Array.isArray(value) ? value.filter(isItem) : []);
const textOf = (value: unknown): string => (typeof value === 'string' ? value : '');
const wholeOf = (value: unknown): number => (Number.isInteger(value) && (value as number) >= 0 ? (value as number) : 0);
const countOf = (value: unknown): number | null => (typeof value === 'number' ? wholeOf(value) : null);

/** Properties of a rendering that were facts. */
const FACTS_OF_RENDERING: ReadonlySet<string> = new Set(['runs', 'last', 'tried']);
const withoutFacts = (rendering: unknown): unknown =>
	isItem(rendering)
		? Object.fromEntries(Object.entries(rendering).filter(([name]) => !FACTS_OF_RENDERING.has(name)))
		: rendering;

export interface SeparatedDocument {
	readonly document: Item;
	/** Without sign-offs, which left the document later (separate-sign-offs.ts). */
	readonly facts: Omit<EnquiryFacts, 'signOffs'>;
}

/**
 * The document without its facts, and the facts.
 * @param on ISO time for judgements, which had none
 */
export function separateFacts(document: Item, on: string): SeparatedDocument {
	const { marks, ...rest } = document;
	const renderings = Array.isArray(rest['renderings']) ? (rest['renderings'] as unknown[]) : null;
	return {
		document: renderings ? { ...rest, renderings: renderings.map(withoutFacts) } : rest,
		facts: {
			judgements: judgementsOf(marks, on),
			runs: itemsOf(renderings).flatMap(runsOf),
			comparisons: itemsOf(renderings).flatMap(comparisonOf)
		}
	};
}

function judgementsOf(marks: unknown, on: string): Judgement[] {
	const verdicts = new Map<string, Judgement>();
	for (const { record, verdict } of itemsOf(marks)) {
		const known = VERDICTS.find((one) => one === verdict);
		if (known && textOf(record) !== '')
			verdicts.set(textOf(record), { record: textOf(record), verdict: known, by: '', on });
	}
	return [...verdicts.values()];
}

/** What was copied or run last had a list of its own: a run that it belongs to gets its lines, a copy becomes a run. */
function runsOf(rendering: Item): Run[] {
	const profile = textOf(rendering['profile']);
	const { last } = rendering;
	const lastOn = isItem(last) ? textOf(last['on']) : '';
	const lastLines = isItem(last) ? itemsOf(last['lines']).map(lineOf) : [];
	const runs = itemsOf(rendering['runs']).map((run): Run => {
		const counted = itemsOf(run['lines']).map(lineOf);
		const known = new Map(counted.map((line) => [line.id, line]));
		return {
			profile,
			version: wholeOf(run['version']) || null,
			how: run['how'] === 'pasted' ? 'pasted' : 'connection',
			by: textOf(run['by']),
			on: textOf(run['on']),
			withdrawn: false,
			lines: textOf(run['on']) === lastOn ? lastLines.map((line) => known.get(line.id) ?? line) : counted
		};
	});
	if (isItem(last) && last['how'] === 'copied')
		runs.push({
			profile,
			version: null,
			how: 'copied',
			by: '',
			on: lastOn,
			withdrawn: false,
			lines: lastLines
		});
	return runs.sort((a, b) => a.on.localeCompare(b.on));
}

const lineOf = (line: Item): RunLine => ({
	id: textOf(line['id']),
	number: wholeOf(line['number']),
	text: textOf(line['text']),
	count: countOf(line['count']),
	fault: textOf(line['fault'])
});

function comparisonOf({ profile, tried }: Item): Comparison[] {
	if (!isItem(tried)) return [];
	return [
		{
			profile: textOf(profile),
			by: '',
			on: textOf(tried['on']),
			revision: wholeOf(tried['revision']),
			kept: wholeOf(tried['kept']),
			lost: wholeOf(tried['lost']),
			gained: wholeOf(tried['gained']),
			knownLost: wholeOf(tried['shipsLost'])
		}
	];
}

/** Edits of the past without what they did to facts; the rest does to a document of today what it did then. */
export function editsWithoutFacts(edits: readonly unknown[]): readonly unknown[] {
	return edits.flatMap((edit) => {
		if (!isItem(edit)) return [edit];
		const place = edit['do'] === 'insert' ? edit['in'] : edit['at'];
		if (!Array.isArray(place)) return [edit];
		if (place[0] === 'marks') return [];
		if (place[0] !== 'renderings') return [edit];
		if (typeof place[2] === 'string' && FACTS_OF_RENDERING.has(place[2])) return [];
		if (edit['do'] === 'insert' && place.length === 1) return [{ ...edit, item: withoutFacts(edit['item']) }];
		if (edit['do'] !== 'set' || place.length > 2) return [edit];
		const { value } = edit;
		return [{ ...edit, value: Array.isArray(value) ? value.map(withoutFacts) : withoutFacts(value) }];
	});
}
