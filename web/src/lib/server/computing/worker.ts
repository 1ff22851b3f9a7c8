/**
 * A computing thread: holds views on the shared indexes and its own results, answers one job after
 * the other, and looks now and then whether the one under way is still wanted.
 */
import { setPriority } from 'node:os';
import { parentPort, workerData } from 'node:worker_threads';
import {
	explainRecord,
	beamOf,
	CollectionIndex,
	emptyTerms,
	contributionsOf,
	evaluateStrategy,
	kindFigures,
	lightOf,
	parse,
	PartCache,
	queryTerms,
	RecordSet,
	relevanceOf,
	sharedTerms,
	WhatIf,
	SteppedWatch,
	variantsOf,
	WorkCeiling,
	yieldsOf,
	type DossierDocument,
	type EvaluatedLine,
	type LineToEvaluate,
	type Marks
} from '@wide-lantern/core/computing';
import { Ajv, type ValidateFunction } from 'ajv';
import { BATCH_PRIORITY } from './priority.ts';
import { LineReader } from './packed-lines.ts';
import { readPasted } from './pasted.ts';
import {
	JOB_SCHEMAS,
	lineSchema,
	SHARED_SCHEMAS,
	type Answered,
	type Answers,
	type Asked,
	type Job,
	type MarkNumbers,
	type SpreadFigures,
	type TrialFigures
} from '$lib/contract/threads/computing';
import { textParts } from './text-parts.ts';

/** Records and places that one line may look at: a second or two of work. */
const LINE_CEILING = 10_000_000;
/** Bytes of results that are kept for each collection. */
const CACHE_CEILING = 48_000_000;

class Dropped extends Error {}

const { unwanted, batch } = workerData as { unwanted: Int32Array; batch: boolean };
if (batch) setPriority(BATCH_PRIORITY);
const port = parentPort;
if (!port) throw new Error('This runs in a thread of the server.');

const ajv = new Ajv({ strictTypes: false, schemas: [...SHARED_SCHEMAS] });
const reader = new LineReader(ajv.compile<LineToEvaluate>(lineSchema));
const checks = new Map<string, ValidateFunction>();
function check(job: Job): string | null {
	const schema = JOB_SCHEMAS[job.do] as object | undefined;
	if (!schema) return `There is no job “${String(job.do)}”.`;
	let validate = checks.get(job.do);
	if (!validate) checks.set(job.do, (validate = ajv.compile(schema)));
	return validate(job)
		? null
		: `The job does not fit: ${validate.errors?.[0]?.instancePath ?? ''} ${validate.errors?.[0]?.message ?? ''}`;
}

interface Held {
	readonly index: CollectionIndex;
	readonly cache: PartCache;
	/** Queries given up before. */
	readonly heavy: Set<string>;
}
const collections = new Map<string, Held>();

function held(collection: string): Held {
	const found = collections.get(collection);
	if (!found) throw new Error(`The collection ${collection} is not open here.`);
	return found;
}

/** A mark is the same set as long as it holds the same records, so that results on it stay known; by collection. */
type KnownMarks = Map<keyof Marks, { readonly numbers: readonly number[]; readonly records: RecordSet }>;
const knownMarks = new Map<string, KnownMarks>();
function marksOf(collection: string, size: number, marks: MarkNumbers): Marks {
	const kept: KnownMarks = knownMarks.get(collection) ?? new Map();
	knownMarks.set(collection, kept);
	const setOf = (name: keyof Marks): RecordSet => {
		const numbers = marks[name];
		const known = kept.get(name);
		if (known?.numbers.length === numbers.length && known.numbers.every((one, at) => one === numbers[at]))
			return known.records;
		const records = RecordSet.of(size, numbers);
		kept.set(name, { numbers, records });
		return records;
	};
	return { benchmark: setOf('benchmark'), relevant: setOf('relevant'), irrelevant: setOf('irrelevant') };
}

/** @param id of the job, which the server writes into shared memory when it is not wanted any more */
function answer(id: number, job: Exclude<Job, { readonly do: 'write' | 'pasted' }>): Answers[keyof Answers] {
	const ask = () => {
		if (Atomics.load(unwanted, 0) === id) throw new Dropped();
	};
	const watch = () => {
		ask();
		return new SteppedWatch(LINE_CEILING, ask);
	};
	const evaluated = (
		of: Job & { do: 'evaluate' | 'page' | 'highlights' | 'years' | 'trials' | 'spread' | 'confusionMatrix' }
	): { readonly index: CollectionIndex; readonly marks: Marks; readonly lines: EvaluatedLine[] } => {
		const { index, cache, heavy } = held(of.collection);
		const marks = marksOf(of.collection, index.size, of.marks);
		return { index, marks, lines: evaluateStrategy(reader.read(of.lines), index, marks, { cache, watch, heavy }) };
	};
	switch (job.do) {
		case 'open': {
			const opened = CollectionIndex.open(job.buffer, job.trusted);
			if (!opened.ok) return { opened: false, why: opened.code };
			collections.set(job.collection, { index: opened.index, cache: new PartCache(CACHE_CEILING), heavy: new Set() });
			knownMarks.delete(job.collection);
			return { opened: true };
		}
		case 'close':
			collections.delete(job.collection);
			knownMarks.delete(job.collection);
			return null;
		case 'evaluate': {
			const { marks, lines } = evaluated(job);
			return lines.map(({ id: line, state, records, beforeHand }) => ({
				id: line,
				state,
				count: records?.count() ?? null,
				found: records?.countWith(marks.benchmark) ?? null,
				beforeHand
			}));
		}
		case 'page': {
			const { index, lines, marks } = evaluated(job);
			const records = setOf(job, lines, index, marks);
			if (!records) return null;
			const newest = (a: number, b: number) => index.year(b) - index.year(a) || a - b;
			const scores =
				job.order === 'relevance' ? relevanceOf(index, queryTerms(lines, job.line), records, watch()) : null;
			const order = [...records].sort(scores ? (a, b) => (scores[b] ?? 0) - (scores[a] ?? 0) || newest(a, b) : newest);
			return { total: order.length, records: order.slice(job.from, job.from + job.count) };
		}
		case 'spread': {
			const { index, lines, marks } = evaluated(job);
			const records = setOf(job, lines, index, marks);
			return records && spreadOf(index, records, job.most);
		}
		case 'confusionMatrix': {
			const { index, marks, lines } = evaluated(job);
			const records = (id: string) => lines.find((one) => one.id === id)?.records ?? null;
			const [found, truth] = [records(job.line), records(job.truth)];
			if (!found || !truth) return null;
			const among = job.judged ? marks.relevant.or(marks.irrelevant) : RecordSet.all(index.size);
			const [inside, good] = [found.and(among), truth.and(among)];
			const foundTrue = inside.countWith(good);
			const [all, foundAll, goodAll] = [among.count(), inside.count(), good.count()];
			return {
				foundTrue,
				foundFalse: foundAll - foundTrue,
				missedTrue: goodAll - foundTrue,
				missedFalse: all - foundAll - goodAll + foundTrue
			};
		}
		case 'explainRecord': {
			const { index, cache, heavy } = held(job.collection);
			return explainRecord(
				reader.read(job.lines),
				job.final,
				job.record,
				index,
				marksOf(job.collection, index.size, job.marks),
				{ cache, watch, heavy }
			);
		}
		case 'highlights': {
			const { lines } = evaluated(job);
			const query = lines.find((one) => one.id === job.line)?.query;
			if (!query) return null;
			const queries = new Map(lines.map((one) => [one.id, one.query]));
			const labelOf = (vocabulary: string, heading: string) => job.labels[`${vocabulary}:${heading}`];
			return job.records.map((record) => lightOf(record, query, labelOf, (line) => queries.get(line) ?? null));
		}
		case 'years': {
			const { index, lines } = evaluated(job);
			const records = lines.find((one) => one.id === job.line)?.records;
			if (!records) return null;
			const indexed = index.withHeadings;
			const rows = new Map<number, { year: number; all: number; bare: number }>();
			let [all, bare] = [0, 0];
			for (const record of records) {
				const year = index.year(record);
				const row = rows.get(year) ?? { year, all: 0, bare: 0 };
				rows.set(year, row);
				row.all++;
				all++;
				if (indexed.has(record)) continue;
				row.bare++;
				bare++;
			}
			return { years: [...rows.values()].filter((one) => one.year >= 0).sort((a, b) => a.year - b.year), all, bare };
		}
		case 'margins': {
			const { index, cache, heavy } = held(job.collection);
			const marks = marksOf(job.collection, index.size, job.marks);
			const strategy = reader.read(job.lines);
			const options = { cache, watch, heavy };
			return {
				empty: emptyTerms(strategy, index, options),
				yields: yieldsOf(strategy, job.final, index, marks, options),
				beam: beamOf(strategy, job.final, index, marks, options),
				shared: sharedTerms(strategy, job.conceptOf, job.final, index, marks, options),
				kinds: kindFigures(strategy, [null, ...job.concepts], job.final, index, marks, options)
			};
		}
		case 'trials': {
			const { index, marks, lines } = evaluated(job);
			const { cache, heavy } = held(job.collection);
			return job.trials.map((trial) =>
				trialFigures(
					lines,
					job.result,
					evaluateStrategy(reader.read(trial.lines), index, marks, { cache, watch, heavy }),
					trial.result,
					marks,
					index.size
				)
			);
		}
		case 'read':
			return textParts(parse(job.text));
		case 'variants':
			return variantsOf(held(job.collection).index, job.pattern, job.most, job.fields);
		case 'contributions': {
			const { index, cache, heavy } = held(job.collection);
			return contributionsOf(
				reader.read(job.lines),
				job.line,
				job.final,
				index,
				marksOf(job.collection, index.size, job.marks),
				{ cache, watch, heavy }
			);
		}
	}
}

/** Records of a line without those of another; null where the line is not counted. */
function setOf(
	job: { readonly line: string; readonly minus: string | null; readonly aloneIn: string | null },
	lines: readonly EvaluatedLine[],
	index: CollectionIndex,
	marks: Marks
): RecordSet | null {
	const records = (id: string) => lines.find((one) => one.id === id)?.records ?? null;
	const result = job.aloneIn === null ? null : records(job.aloneIn);
	if (job.aloneIn !== null && result) {
		const without = new WhatIf(lines, index, marks).finalWith(
			new Map([[job.line, RecordSet.none(index.size)]]),
			job.aloneIn
		);
		return without && result.without(without);
	}
	const all = records(job.line);
	const less = job.minus === null ? null : records(job.minus);
	return all && less ? all.without(less) : all;
}

const byCount = (rows: readonly { readonly value: string; readonly count: number }[]) =>
	[...rows].sort((a, b) => b.count - a.count).slice(0, 200);

function spreadOf(index: CollectionIndex, records: RecordSet, most: number): SpreadFigures {
	const years = new Map<number, number>();
	let [total, yearless] = [0, 0];
	for (const record of records) {
		total++;
		const year = index.year(record);
		if (year < 0) yearless++;
		else years.set(year, (years.get(year) ?? 0) + 1);
	}
	const values: Record<'la' | 'pt' | 'ag', { value: string; count: number }[]> = { la: [], pt: [], ag: [] };
	const having = (field: 'la' | 'pt' | 'ag') => {
		const set = RecordSet.none(index.size);
		for (const [value, rows] of index.entryValues(field)) {
			let count = 0;
			for (const { record } of rows)
				if (records.has(record)) {
					count++;
					set.add(record);
				}
			if (count > 0) values[field].push({ value, count });
		}
		return set.count();
	};
	const lacking = {
		years: yearless,
		languages: total - having('la'),
		types: total - having('pt'),
		ages: total - having('ag'),
		entered: [...records].filter((record) => index.sections.entered[record] === 0).length,
		headings: total - records.countWith(index.withHeadings),
		abstracts: total - records.countWith(index.withAbstract)
	};
	return {
		total,
		years: [...years].map(([year, count]) => ({ year, count })).sort((a, b) => a.year - b.year),
		yearless,
		types: byCount(values.pt),
		values: { la: byCount(values.la), pt: byCount(values.pt), ag: byCount(values.ag) },
		typeless: lacking.types,
		lacking,
		records: total > most ? [] : [...records]
	};
}

/** What a strategy finds in another form, beside what it finds as it stands. */
/** Records of a difference that are told by number, so that they can be read. */
const TOLD = 25;
function firstOf(set: RecordSet): number[] {
	const first: number[] = [];
	for (const record of set) {
		if (first.length === TOLD) break;
		first.push(record);
	}
	return first;
}

function trialFigures(
	before: readonly EvaluatedLine[],
	resultBefore: string | null,
	after: readonly EvaluatedLine[],
	resultAfter: string | null,
	marks: Marks,
	size: number
): TrialFigures {
	const result = (lines: readonly EvaluatedLine[], id: string | null) =>
		lines.find((line) => line.state === 'counted' && line.id === id);
	const nothing = RecordSet.none(size);
	const final = result(after, resultAfter);
	const was = result(before, resultBefore)?.records ?? nothing;
	const now = final?.records ?? nothing;
	const old = new Map(before.map((line) => [line.id, line.records]));
	const [lost, gained] = [was.without(now), now.without(was)];
	return {
		final: final?.id ?? null,
		count: final?.records?.count() ?? null,
		found: final?.records?.countWith(marks.benchmark) ?? null,
		lost: lost.count(),
		gained: gained.count(),
		benchmarkLost: [...lost.and(marks.benchmark)],
		benchmarkGained: [...gained.and(marks.benchmark)],
		some: { lost: firstOf(lost), gained: firstOf(gained) },
		lines: after.map(({ id, records }) => {
			const known = old.get(id) ?? nothing;
			return {
				id,
				count: records?.count() ?? null,
				lost: known.without(records ?? nothing).count(),
				gained: (records ?? nothing).without(known).count()
			};
		})
	};
}

/** What writes documents is loaded when the first is asked for: most threads never need it. */
const write = async (document: DossierDocument): Promise<Uint8Array> =>
	(await import('@wide-lantern/core/ooxml')).toOoxml(document);

async function outcome({ id, job }: Asked): Promise<Answered> {
	try {
		const fault = check(job);
		if (fault !== null) return { id, outcome: 'failed', message: fault };
		return {
			id,
			outcome: 'done',
			answer:
				job.do === 'write' ? await write(job.document) : job.do === 'pasted' ? await readPasted(job) : answer(id, job)
		};
	} catch (error) {
		if (error instanceof Dropped) return { id, outcome: 'dropped' };
		if (error instanceof WorkCeiling) return { id, outcome: 'heavy' };
		return { id, outcome: 'failed', message: error instanceof Error ? error.message : String(error) };
	}
}

port.on('message', (asked: Asked) => {
	void outcome(asked).then((answered) => {
		port.postMessage(answered);
	});
});
