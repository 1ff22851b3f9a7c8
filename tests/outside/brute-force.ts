/**
 * A plain evaluator of the notation, written from docs/formats/notation.md alone. It imports nothing
 * from core: it walks every token of every record, as slowly and plainly as can be, so that the
 * fast evaluator has something to agree with. It reads trees in the JSON form that `parse` gives.
 */
export interface PlainRecord {
	readonly titles: readonly string[];
	readonly abstract: string;
	readonly keywords: readonly string[];
	readonly headings: readonly {
		readonly label: string;
		readonly main: boolean;
		readonly qualifiers: readonly string[];
	}[];
	readonly year: number | null;
	readonly languages: readonly string[];
}

/** Lower-case ASCII words; the small world of the property tests holds nothing else. */
const cut = (text: string) => text.toLowerCase().match(/[a-z0-9]+/g) ?? [];

function fields(record: PlainRecord, name: string): string[][] {
	switch (name) {
		case 'ti':
			return record.titles.map(cut);
		case 'ab':
			return [cut(record.abstract)];
		case 'kw':
			return record.keywords.map(cut);
		case 'hd':
			return record.headings.map((one) => cut(one.label));
		case 'all':
			return ['ti', 'ab', 'kw', 'hd'].flatMap((one) => fields(record, one));
		default:
			return [];
	}
}

/** `*` any letters or digits, `?` exactly one, `~` none or one: as a regular expression. */
const asRegExp = (pattern: string) =>
	new RegExp(`^${pattern.replaceAll('*', '[a-z0-9]*').replaceAll('?', '[a-z0-9]').replaceAll('~', '[a-z0-9]?')}$`);

type Tree = { readonly kind: string } & Readonly<Record<string, unknown>>;
/** First and last token, and which of them were asked for: the words between two near ones were not. */
type Stretch = readonly [first: number, last: number, asked: readonly number[]];

/** Every stretch of one entry that the words, phrase or proximity takes. */
function stretches(entry: readonly string[], tree: Tree): Stretch[] {
	switch (tree.kind) {
		case 'word':
			return entry.flatMap((word, at): Stretch[] =>
				asRegExp(tree['pattern'] as string).test(word) ? [[at, at, [at]]] : []
			);
		case 'phrase': {
			const patterns = (tree['patterns'] as string[]).map(asRegExp);
			return entry.flatMap((_, at): Stretch[] =>
				patterns.every((one, step) => at + step < entry.length && one.test(entry[at + step] ?? ''))
					? [[at, at + patterns.length - 1, patterns.map((__, step) => at + step)]]
					: []
			);
		}
		case 'or':
			return (tree['items'] as Tree[]).flatMap((item) => stretches(entry, item));
		case 'near': {
			const found: Stretch[] = [];
			for (const left of stretches(entry, tree['left'] as Tree))
				for (const right of stretches(entry, tree['right'] as Tree)) {
					const apart = right[0] - left[1];
					const back = left[0] - right[1];
					if (apart >= 1 && apart <= (tree['distance'] as number))
						found.push([left[0], right[1], [...left[2], ...right[2]]]);
					if (tree['ordered'] !== true && back >= 1 && back <= (tree['distance'] as number))
						found.push([right[0], left[1], [...left[2], ...right[2]]]);
				}
			return found;
		}
		default:
			throw new Error(`no stretches of ${tree.kind}`);
	}
}

/**
 * Every word of a record that has a part in what retrieves it, as `field/entry/token`: that of an
 * AND or OR are those of all its items, that of a NOT those of what is kept.
 */
export function litWords(record: PlainRecord, tree: Tree, within: readonly string[] = ['ti', 'ab', 'kw']): Set<string> {
	const lit = (part: unknown, scope = within) => [...litWords(record, part as Tree, scope)];
	switch (tree.kind) {
		case 'and':
		case 'or':
			return new Set((tree['items'] as Tree[]).flatMap((item) => lit(item)));
		case 'not':
			return new Set(lit(tree['keep']));
		case 'field':
			return new Set(lit(tree['of'], tree['fields'] as string[]));
		case 'word':
		case 'phrase':
		case 'near':
			return new Set(
				within.flatMap((name) =>
					fields(record, name).flatMap((entry, number) =>
						stretches(entry, tree).flatMap(([, , asked]) => asked.map((at) => `${name}/${number}/${at}`))
					)
				)
			);
		default:
			return new Set();
	}
}

/** Labels of all headings below, for `>`. */
export type Below = (label: string) => readonly string[];

export function isMet(
	record: PlainRecord,
	tree: Tree,
	below: Below,
	within: readonly string[] = ['ti', 'ab', 'kw']
): boolean {
	const met = (part: unknown, scope = within) => isMet(record, part as Tree, below, scope);
	switch (tree.kind) {
		case 'and':
			return (tree['items'] as Tree[]).every((item) => met(item));
		case 'or':
			return (tree['items'] as Tree[]).some((item) => met(item));
		case 'not':
			return met(tree['keep']) && !met(tree['drop']);
		case 'field':
			return met(tree['of'], tree['fields'] as string[]);
		case 'word':
		case 'phrase':
		case 'near':
			return within.some((name) => fields(record, name).some((entry) => stretches(entry, tree).length > 0));
		case 'heading': {
			const label = tree['label'] as string | null;
			const taken = label === null ? null : new Set(tree['narrower'] === true ? [label, ...below(label)] : [label]);
			for (const out of tree['except'] as string[]) for (const one of [out, ...below(out)]) taken?.delete(one);
			const qualifiers = tree['qualifiers'] as string[];
			return record.headings.some(
				(one) =>
					(taken === null || taken.has(one.label)) &&
					(one.main || tree['main'] !== true) &&
					(qualifiers.length === 0 || qualifiers.some((name) => one.qualifiers.includes(name)))
			);
		}
		case 'limit': {
			const limit = tree['limit'] as {
				type: string;
				first: number | null;
				last: number | null;
				has: boolean;
				part: string;
				of: Tree;
			};
			if (limit.type === 'years')
				return (
					record.year !== null && record.year >= (limit.first ?? -Infinity) && record.year <= (limit.last ?? Infinity)
				);
			if (limit.type === 'presence')
				return limit.has === (limit.part === 'ab' ? record.abstract.trim() !== '' : record.headings.length > 0);
			if (limit.type === 'entry') {
				const wanted = limit.of.kind === 'word' ? [limit.of['pattern'] as string] : (limit.of['patterns'] as string[]);
				return record.languages
					.map(cut)
					.some(
						(entry) => entry.length === wanted.length && wanted.every((one, at) => asRegExp(one).test(entry[at] ?? ''))
					);
			}
			throw new Error(`no limit ${limit.type}`);
		}
		default:
			throw new Error(`no meaning of ${tree.kind}`);
	}
}
