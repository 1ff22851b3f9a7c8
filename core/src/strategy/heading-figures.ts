/**
 * What a heading would bring and cost on a collection, before one chooses: as a main topic, with each
 * qualifier, alone, with its narrower ones and what each of these adds, and with its names as text words.
 */
import { evaluate, RecordSet, type CollectionIndex } from '../collection/index.ts';
import type { Query } from '../query/index.ts';
import { foldedKey, tokenTexts } from '../text/index.ts';
import { naturalOrder, type Vocabulary } from '../vocabulary/index.ts';

/** Records of the heading alone, of it with all narrower ones, and with those that it would be taken with. */
export interface Reaches {
	readonly alone: number;
	readonly narrower: number;
	readonly taken: number;
}

/** Which headings of its branch a heading would be taken with. */
export type Branch =
	| { readonly reach: 'this' }
	| { readonly reach: 'narrower'; readonly except: readonly string[] }
	| { readonly reach: 'picked'; readonly picked: readonly string[] };

/** The headings that count, the first itself among them: as `except` of the notation has it, a heading left out takes its branch along. */
function branchOf(vocabulary: Vocabulary, id: string, branch: Branch): ReadonlySet<string> {
	if (branch.reach === 'this') return new Set([id]);
	if (branch.reach === 'picked') return new Set([id, ...branch.picked]);
	const kept = new Set(vocabulary.closure(id));
	for (const out of branch.except) for (const one of vocabulary.closure(out)) kept.delete(one);
	return kept;
}

export interface HeadingFigures {
	readonly all: Reaches;
	readonly main: Reaches;
	/** In the order of the vocabulary; those that the heading or a narrower one takes. */
	readonly qualifiers: readonly (Reaches & { readonly code: string; readonly name: string })[];
	/** The heading and every narrower one: its records, and those that no other of them brings. */
	readonly brings: readonly {
		readonly id: string;
		readonly label: string;
		readonly records: number;
		readonly unique: number;
	}[];
	/** Records by growing breadth: main topic, alone, with narrower, and its name, and all its names, as text words. */
	readonly breadth: readonly [main: number, alone: number, narrower: number, named: number, allNames: number];
}

const TEXT_FIELDS = ['ti', 'ab', 'kw'] as const;

/**
 * @param branch how it would be taken; "taken" of all figures is for that
 * @returns null where the vocabulary does not have the heading
 */
export function headingFigures(
	index: CollectionIndex,
	vocabulary: Vocabulary,
	id: string,
	branch: Branch = { reach: 'this' }
): HeadingFigures | null {
	const heading = vocabulary.get(id);
	if (!heading) return null;
	const closure = [...vocabulary.closure(id)];
	const kept = branchOf(vocabulary, id, branch);
	const taken = vocabulary.qualifiersOf(id, true);
	const numbers = new Map(
		taken.flatMap(({ name }) => index.qualifierNumbers([foldedKey(name)]).map((number) => [number, name] as const))
	);
	const sets = () => ({
		alone: RecordSet.none(index.size),
		narrower: RecordSet.none(index.size),
		taken: RecordSet.none(index.size)
	});
	const [all, main] = [sets(), sets()];
	const qualified = new Map(taken.map(({ name }) => [name, sets()]));
	/** How many headings of the branch a record has; more than one is enough to know. */
	const holders = new Uint8Array(index.size);
	const own = new Map<string, RecordSet>();
	for (const one of closure) {
		const records = RecordSet.none(index.size);
		own.set(one, records);
		const mark = (set: ReturnType<typeof sets>, record: number) => {
			set.narrower.add(record);
			if (one === id) set.alone.add(record);
			if (kept.has(one)) set.taken.add(record);
		};
		for (const { record, main: isMain, qualifiers } of index.assigned(`${vocabulary.id}:${one}`)) {
			if (!records.has(record) && (holders[record] ?? 0) < 2) holders[record] = (holders[record] ?? 0) + 1;
			records.add(record);
			mark(all, record);
			if (isMain) mark(main, record);
			for (const number of qualifiers) {
				const set = qualified.get(numbers.get(number) ?? '');
				if (set) mark(set, record);
			}
		}
	}
	const counted = (set: ReturnType<typeof sets>): Reaches => ({
		alone: set.alone.count(),
		narrower: set.narrower.count(),
		taken: set.taken.count()
	});
	const asWords = (names: readonly string[]) =>
		names
			.flatMap((name) => textQuery(naturalOrder(name)))
			.reduce((set, query) => set.or(evaluate(index, query, NOTHING(index))), all.narrower);
	return {
		all: counted(all),
		main: counted(main),
		qualifiers: taken.map(({ code, name }) => ({ code, name, ...counted(qualified.get(name) ?? sets()) })),
		brings: closure.map((one) => {
			const records = own.get(one) ?? RecordSet.none(index.size);
			let unique = 0;
			for (const record of records) if (holders[record] === 1) unique++;
			return { id: one, label: vocabulary.get(one)?.label ?? one, records: records.count(), unique };
		}),
		breadth: [
			main.alone.count(),
			all.alone.count(),
			all.narrower.count(),
			asWords([heading.label]).count(),
			asWords([heading.label, ...heading.entryTerms]).count()
		]
	};
}

/** A name as a word or phrase of the usual fields; none where it has no word. */
function textQuery(name: string): Query[] {
	const patterns = tokenTexts(name);
	const [pattern] = patterns;
	if (pattern === undefined) return [];
	return [
		patterns.length === 1
			? { kind: 'word', fields: [...TEXT_FIELDS], pattern }
			: { kind: 'phrase', fields: [...TEXT_FIELDS], patterns }
	];
}

const NOTHING = (index: CollectionIndex) => ({
	line: () => RecordSet.none(index.size),
	marked: () => RecordSet.none(index.size)
});
