/**
 * British and American spellings of one word, folded to one key. Rules of common practice; they are
 * for comparing words that people wrote, not for writing: a key need not be a word.
 */
const RULES: readonly (readonly [RegExp, string])[] = [
	[/aem/g, 'em'],
	[/aes/g, 'es'],
	[/aed/g, 'ed'],
	[/aet/g, 'et'],
	[/haem/g, 'hem'],
	[/oed/g, 'ed'],
	[/oes(?=[tko])/g, 'es'],
	[/oea/g, 'ea'],
	[/ourable/g, 'orable'],
	[/(?<=[a-z]{2})our(?=s?$|ed$|ing$|al$)/g, 'or'],
	[/is(?=e$|es$|ed$|ing$|er$|ers$|ation$|ations$)/g, 'iz'],
	[/ys(?=e$|es$|ed$|ing$)/g, 'yz'],
	[/(?<=[bct])re(?=s?$)/g, 'er'],
	[/ll(?=ed$|ing$|er$|ers$)/g, 'l'],
	[/ogue(?=s?$)/g, 'og'],
	[/programme/g, 'program'],
	[/ph(?=ur)/g, 'f']
];

/** Where a word breaks off in the middle of what differs, what its key may go on from. */
const BEGUN: readonly (readonly [RegExp, string])[] = [
	[/is(a|at|ati|atio|in|i)?$/, 'iz$1'],
	[/ys(i|in)?$/, 'yz$1'],
	[/ou$/, 'o'],
	[/ogu$/, 'og'],
	[/(?<=[bct])r$/, ''],
	[/programm$/, 'program'],
	[/ll$/, 'l']
];

/** Beginnings of keys that an unfinished word may have: `randomis` and `randomiz`, `colou` and `colo`. */
export function begunKeys(word: string): string[] {
	const key = spellingKey(word);
	return word.length < 4 ? [key] : [...new Set([key, ...BEGUN.map(([from, to]) => key.replace(from, to))])];
}

/** The same for both spellings of a folded word: `anaesthesia` and `anesthesia`, `programme` and `program`. */
export function spellingKey(word: string): string {
	// Short words are left alone: `our`, `ise` and the like.
	return word.length < 5 ? word : RULES.reduce((changed, [from, to]) => changed.replace(from, to), word);
}
