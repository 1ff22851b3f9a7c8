/**
 * A strategy with other records in some of its lines: what the final result would be. Only lines
 * that stand on a changed one are evaluated anew, and only as far down as the change reaches.
 */
import { evaluate, RecordSet, type CollectionIndex } from '../collection/index.ts';
import type { Query } from '../query/index.ts';
import type { EvaluatedLine, EvaluateOptions, Marks } from '../strategy/evaluate.ts';

/** The lines that a query stands on. */
function usedIn(query: Query, into: Set<string> = new Set()): Set<string> {
	if (query.kind === 'line' && query.id !== null) into.add(query.id);
	else if (query.kind === 'and' || query.kind === 'or') for (const part of query.parts) usedIn(part, into);
	else if (query.kind === 'not') {
		usedIn(query.keep, into);
		usedIn(query.drop, into);
	}
	return into;
}

interface Standing {
	readonly line: EvaluatedLine;
	readonly uses: ReadonlySet<string>;
	/** Records that only one of the lines of an OR of lines brings; made when it is first needed. */
	once: RecordSet | null;
	/** True where the query is an OR of different lines and nothing else. */
	readonly joinsLines: boolean;
}

/** An evaluated strategy, made ready for many questions of the form “and what if this line had other records?”. */
export class WhatIf {
	private readonly standings: readonly Standing[];
	private readonly records = new Map<string, RecordSet>();

	constructor(
		evaluated: readonly EvaluatedLine[],
		private readonly index: CollectionIndex,
		private readonly marks: Marks,
		private readonly options: EvaluateOptions = {}
	) {
		this.standings = evaluated.map((line) => {
			const { query } = line;
			const uses = query ? usedIn(query) : new Set<string>();
			const joinsLines =
				query?.kind === 'or' && query.parts.length === uses.size && query.parts.every((part) => part.kind === 'line');
			return { line, uses, once: null, joinsLines };
		});
		for (const { id, records } of evaluated) if (records) this.records.set(id, records);
	}

	/** The lines that a result stands on, itself among them. */
	behind(final: string): ReadonlySet<string> {
		const found = new Set([final]);
		for (const { line, uses } of [...this.standings].reverse())
			if (found.has(line.id)) for (const id of uses) found.add(id);
		return found;
	}

	/** Records of a line as it stands; null where it has none. */
	recordsOf(id: string): RecordSet | null {
		return this.records.get(id) ?? null;
	}

	/**
	 * The records of `final` if some lines had other records; null where it has none.
	 * @param replaced by identity of the line
	 */
	finalWith(replaced: ReadonlyMap<string, RecordSet>, final: string): RecordSet | null {
		const changed = new Map<string, RecordSet>();
		for (const standing of this.standings) {
			const { line, uses } = standing;
			const given = replaced.get(line.id);
			if (given) changed.set(line.id, given);
			else if (line.records && line.query) {
				const touched = [...changed.keys()].filter((id) => uses.has(id));
				if (touched.length > 0) {
					const now = this.reevaluate(standing, line.records, line.query, touched, changed);
					if (!same(now, line.records)) changed.set(line.id, now);
				}
			}
			if (line.id === final) return changed.get(final) ?? line.records;
		}
		return null;
	}

	private reevaluate(
		standing: Standing,
		records: RecordSet,
		query: Query,
		touched: readonly string[],
		changed: ReadonlyMap<string, RecordSet>
	): RecordSet {
		const [only] = touched;
		// In a long OR of lines one that changes leaves what the others bring.
		if (standing.joinsLines && touched.length === 1 && only !== undefined) {
			standing.once ??= broughtOnce(
				[...standing.uses].flatMap((id) => this.records.get(id) ?? []),
				this.index.size
			);
			const was = this.records.get(only) ?? RecordSet.none(this.index.size);
			const now = records.without(was.and(standing.once));
			now.addAll(changed.get(only) ?? was);
			return now;
		}
		const line = (id: string) => changed.get(id) ?? this.records.get(id) ?? RecordSet.none(this.index.size);
		// Kept results are for what is looked at again and again; these are not.
		return evaluate(this.index, query, { line, marked: (set) => this.marks[set] }, undefined, this.options.watch?.());
	}
}

/** Records that exactly one of several sets holds. */
export function broughtOnce(sets: readonly RecordSet[], size: number): RecordSet {
	const once = RecordSet.none(size);
	let more = RecordSet.none(size);
	for (const set of sets) {
		more = more.or(once.and(set));
		once.addAll(set);
	}
	return once.without(more);
}

function same(one: RecordSet, other: RecordSet): boolean {
	for (let word = 0; word < one.bits.length; word++) if (one.bits[word] !== other.bits[word]) return false;
	return true;
}
