/**
 * Renderings run at their sources, through the connector alone: counts of lines, and a rendering held
 * against the original on the works that both sources hold.
 */
import { recordSchema, sameWorks, type BibliographicRecord, type Profile, type Rendering } from '@wide-lantern/core';
import type { ComparedRendering, ComparisonStep } from '$lib/contract/runs';
import {
	listAddresses,
	MANNERS,
	questionsFor,
	SruClient,
	takeTurn,
	type SruRecord,
	type Result
} from '$lib/server/sources';
import { recordsAt } from '$lib/server/collections';
import { computing } from '$lib/server/computing';
import { compileValidator } from '$lib/server/http';
import type { EvaluatedEnquiry } from '$lib/server/evaluation';
import { render } from './renderings';

/** Records of one line that are fetched for a comparison, at most. */
const FETCHED = 20_000;
const LOOPBACK = /^https?:\/\/(?:127\.\d+\.\d+\.\d+|localhost|\[::1\])(?::\d+)?$/;

/** Loopback, and whatever the administrator has put on the list. */
async function mayReach(origin: string): Promise<boolean> {
	return LOOPBACK.test(origin) || (await listAddresses()).some((one) => one.origin === origin);
}

/** The connection to a profile's source; null where it has no address. @param own the address of this installation, where the stand-ins answer */
export function connectionTo(profile: Profile, own: string): SruClient | null {
	const { address } = profile.source;
	if (address === null || address === undefined || address === '') return null;
	return new SruClient(new URL(address, own).href, mayReach, MANNERS, takeTurn);
}

/** The language that the source is asked in: CQL, unless the profile names one of its own. */
export const queryTypeOf = (profile: Profile): string => profile.source.queryType ?? 'cql';

/**
 * The rendering with every line whole: a connection keeps no lines from one question to the next.
 * Numbers and what was decided stay.
 */
export const renderWhole = (evaluated: EvaluatedEnquiry, profile: Profile): Promise<Rendering | null> =>
	renderAs(evaluated, alone(profile));

/** The rendering as its platform takes it, one line after the other; null where the enquiry has none for this profile. */
export const renderLines = (evaluated: EvaluatedEnquiry, profile: Profile): Promise<Rendering | null> =>
	renderAs(evaluated, profile);

async function renderAs(evaluated: EvaluatedEnquiry, profile: Profile): Promise<Rendering | null> {
	const chosen = evaluated.enquiry.document.renderings.find((one) => one.profile === profile.id);
	return chosen ? render(evaluated, profile, chosen) : null;
}

const alone = (profile: Profile): Profile => ({
	...profile,
	platform: {
		...profile.platform,
		lines: { ...profile.platform.lines, reference: null, anyRun: null, allRun: null, comment: null }
	}
});

const isRecord = compileValidator<BibliographicRecord>(recordSchema);

interface Held {
	readonly identifiers: readonly string[];
	readonly titles: readonly string[];
	readonly year: number | null;
}

/** What can be known of a record from its Dublin Core. */
function heldOf(record: SruRecord): Held & { readonly id: string } {
	const all = (name: string) => record.fields.get(name) ?? [];
	const identifiers = all('identifier');
	return {
		id: record.identifier || (identifiers[0] ?? ''),
		identifiers: identifiers.filter((one) => one !== record.identifier),
		titles: all('title'),
		year: Number(/\d{4}/.exec(all('date')[0] ?? '')?.[0] ?? NaN) || null
	};
}

/** How far a comparison is: records fetched, works asked for, lines looked through. */
type Progress = (step: ComparisonStep, done: number, of: number) => void;

/** The final line of the rendering beside the result of the strategy, by works that both sources hold. */
export async function compareWithSource(
	evaluated: EvaluatedEnquiry,
	profile: Profile,
	own: string,
	final: string,
	signal: AbortSignal,
	progress: Progress
): Promise<Result<ComparedRendering>> {
	const { collection, marks, wanted } = evaluated;
	const connection = connectionTo(profile, own);
	const rendering = await renderWhole(evaluated, profile);
	if (!collection || !connection || !rendering)
		return {
			ok: false,
			cause: 'refused',
			why: 'There is nothing to run it on: no collection, or no connection to this source.'
		};
	const written = rendering.lines.find((line) => line.id === final);
	if (!written || written.text === '' || written.gap)
		return { ok: false, cause: 'refused', why: 'The result cannot be written whole yet; decide on its gaps first.' };
	const queryType = queryTypeOf(profile);
	const ask = (query: string) => connection.records({ query, queryType }, FETCHED, undefined, signal);
	const answered = await connection.records(
		{ query: written.text, queryType },
		FETCHED,
		(done, of) => progress('records', done, Math.min(of, FETCHED)),
		signal
	);
	if (!answered.ok) return answered;
	const of = { collection: collection.computed, lines: evaluated.packed, marks };
	const numbersOf = async (line: string): Promise<readonly number[]> =>
		(
			await computing().ask(
				{ do: 'page', from: 0, count: FETCHED, order: 'newest', minus: null, aloneIn: null, line, ...of },
				wanted
			)
		)?.records ?? [];
	const mine = await recordsOf(collection.id, await numbersOf(final));
	const theirs = answered.value.records.map(heldOf);
	const both = sameWorks(mine, theirs);
	const [pairedMine, pairedTheirs] = [new Set(both.map(([at]) => at)), new Set(both.map(([, at]) => at))];
	const missing = mine.filter((_, at) => !pairedMine.has(at));
	const extra = theirs.filter((_, at) => !pairedTheirs.has(at));

	// Of what only the original finds, that which the other source holds; of what only the rendering finds, that which this one holds.
	const there = await heldThere(connection, profile, missing, signal, progress);
	if (!there.ok) return there;
	const heldMissing = missing.filter((record) => there.value.has(record.id));
	const lost = [];
	const benchmark = new Set(
		marks.benchmark.length > 0 ? (await recordsOf(collection.id, marks.benchmark)).map((one) => one.id) : []
	);
	const blame = await findLosingLine(evaluated, rendering, heldMissing, ask, numbersOf, progress);
	for (const record of heldMissing)
		lost.push({
			id: record.id,
			title: record.titles[0] ?? '',
			year: record.year,
			ship: benchmark.has(record.id),
			line: blame.get(record.id) ?? null
		});
	const here = heldHere(evaluated, extra);
	const gained = await recordsOf(collection.id, here.slice(0, 200));
	const kept = both.map(([at]) => mine[at]).filter((one) => one !== undefined);
	return {
		ok: true,
		value: {
			revision: evaluated.enquiry.revision,
			original: mine.length,
			rendered: answered.value.total,
			kept: kept.length,
			lost,
			gained: {
				count: here.length,
				some: gained.slice(0, 20).map((one) => ({ id: one.id, title: one.titles[0] ?? '', year: one.year }))
			},
			benchmark: {
				kept: kept.filter((one) => benchmark.has(one.id)).length,
				lost: lost.filter((one) => one.ship).length
			},
			on: new Date().toISOString()
		}
	};
}

async function recordsOf(collection: string, numbers: readonly number[]): Promise<BibliographicRecord[]> {
	const found: BibliographicRecord[] = [];
	for (let from = 0; from < numbers.length; from += 1_000)
		found.push(...(await recordsAt(collection, numbers.slice(from, from + 1_000))));
	return found.filter((record) => isRecord(record));
}

/** Most characters and records of one question, where the source gives no ceiling of its own: addresses longer than a few thousand characters are refused by many servers (common practice). */
const CHARACTERS = 4_000;
const AT_ONCE = 40;
/** An identifier that other sources give, too. */
const shared = (record: Held) => record.identifiers.filter((one) => /10\.\d{4,}\//.test(one));
const quoted = (text: string) => `"${text.replace(/["\\*?^]/g, ' ')}"`;
const byIdentifier = (record: BibliographicRecord) => shared(record).map((one) => `dc.identifier = ${quoted(one)}`);
const byTitle = (record: BibliographicRecord) => {
	const words = (record.titles[0] ?? '').replace(/[^\p{L}\p{N} ]/gu, ' ').trim();
	return words === '' ? [] : [`dc.title = ${quoted(words)}`];
};

/** Which of these records the other source holds: asked by identifier, and by title where there is none. */
async function heldThere(
	connection: SruClient,
	{ platform }: Profile,
	records: readonly BibliographicRecord[],
	signal: AbortSignal,
	progress: Progress
): Promise<Result<Set<string>>> {
	const held = new Set<string>();
	const characters = Math.min(platform.ceilings.length ?? CHARACTERS, CHARACTERS);
	const most = Math.min(platform.ceilings.terms ?? AT_ONCE, platform.ceilings.identifiers ?? AT_ONCE, AT_ONCE);
	let done = 0;
	for (const clauses of [byIdentifier, byTitle]) {
		const open = records.filter((record) => !held.has(record.id) && clauses(record).length > 0);
		for (const { query, records: some } of questionsFor(open, clauses, characters, most)) {
			progress('held', Math.min(done, records.length), records.length);
			const answer = await connection.records({ query, queryType: 'cql' }, FETCHED, undefined, signal);
			if (!answer.ok) return answer;
			for (const [at] of sameWorks(some, answer.value.records.map(heldOf))) held.add(some[at]?.id ?? '');
			done += some.length;
		}
	}
	return { ok: true, value: held };
}

/** Numbers of the records of the enquiry's own collection that are of these works. */
function heldHere({ collection }: EvaluatedEnquiry, records: readonly Held[]): readonly number[] {
	if (!collection) return [];
	return [...new Set(records.flatMap((record) => shared(record).flatMap((one) => collection.index.identified(one))))];
}

/** For each lost record, the first line of its own terms that retrieves it here and not there. */
async function findLosingLine(
	evaluated: EvaluatedEnquiry,
	rendering: Rendering,
	lost: readonly BibliographicRecord[],
	ask: (query: string) => ReturnType<SruClient['records']>,
	numbersOf: (line: string) => Promise<readonly number[]>,
	progress: Progress
): Promise<Map<string, number>> {
	const blame = new Map<string, number>();
	const { collection } = evaluated;
	if (lost.length === 0 || !collection) return blame;
	const open = new Map(lost.map((record) => [record.id, record]));
	const groups = joinedLines(evaluated);
	const lines = groups.reduce((sum, group) => sum + group.length, 0);
	let looked = 0;
	for (const group of groups) {
		// A concept lost it where none of its lines finds it any more.
		const found = new Set<string>();
		const first = new Map<string, number>();
		for (const id of group) {
			progress('blame', looked++, lines);
			const written = rendering.lines.find((line) => line.id === id);
			const mine = await recordsOf(collection.id, (await numbersOf(id)).slice(0, FETCHED));
			const own = new Set(mine.map((one) => one.id));
			const answer = written && written.text !== '' && !written.gap ? await ask(written.text) : null;
			const there = answer?.ok
				? new Set(
						sameWorks([...open.values()], answer.value.records.map(heldOf)).map(
							([at]) => [...open.values()][at]?.id ?? ''
						)
					)
				: new Set<string>();
			for (const record of open.values()) {
				if (there.has(record.id)) found.add(record.id);
				else if (own.has(record.id) && !first.has(record.id))
					first.set(record.id, evaluated.lines.find((line) => line.id === id)?.number ?? 0);
			}
		}
		for (const [id, line] of first) if (!found.has(id) && !blame.has(id)) blame.set(id, line);
	}
	return blame;
}

/** The lines of each concept that hold terms, and those of none one by one. */
function joinedLines({ enquiry, lines }: EvaluatedEnquiry): readonly (readonly string[])[] {
	const groups = new Map<string, string[]>();
	lines.forEach((line, at) => {
		const stored = enquiry.document.lines[at];
		if (!stored || stored.off || line.role === 'joining' || line.role === 'check' || !line.tree) return;
		const key = stored.concept ?? `line ${line.id}`;
		groups.set(key, [...(groups.get(key) ?? []), line.id]);
	});
	return [...groups.values()];
}
