/**
 * The constructs by which a platform is learned: how the notation says each, and how a person is
 * asked for it. The words are chosen to stand in no operator and no code.
 */
export interface Construct {
	readonly id: string;
	/** What it is, for people. */
	readonly name: string;
	/** The same in the notation; empty for a comment. */
	readonly notation: string;
	/** Constructs that one cannot do without. */
	readonly needed: boolean;
}

const construct = (id: string, name: string, notation: string, needed = false): Construct => ({
	id,
	name,
	notation,
	needed
});

export const CONSTRUCTS: readonly Construct[] = [
	construct('title', 'the word harbour in the title', 'ti:harbour', true),
	construct('abstract', 'the word harbour in the abstract', 'ab:harbour'),
	construct('keyword', 'the word harbour in the author keywords', 'kw:harbour'),
	construct('usual', 'the word harbour in title, abstract and author keywords', 'harbour'),
	construct('two-fields', 'the word harbour in title and abstract', 'ti+ab:harbour'),
	construct('author', 'the word harbour among the authors', 'au:harbour'),
	construct('journal', 'the word harbour in the name of the journal', 'jn:harbour'),
	construct('address', 'the word harbour in the authors’ addresses', 'af:harbour'),
	construct('heading-word', 'the word harbour in the headings', 'hd:harbour'),
	construct('phrase', 'the phrase stone harbour in the title', 'ti:"stone harbour"', true),
	construct('or', 'harbour or lantern, both in the title', 'ti:(harbour OR lantern)', true),
	construct('and', 'harbour and lantern, both in the title', 'ti:harbour AND ti:lantern', true),
	construct('not', 'harbour in the title, without lantern in the title', 'ti:harbour NOT ti:lantern'),
	construct('ending', 'harbour with any ending, in the title', 'ti:harbour*'),
	construct('one-letter', 'harb, exactly one letter, ur, in the title', 'ti:harb?ur'),
	construct('optional', 'harbo, at most one letter, r, in the title', 'ti:harbo~r'),
	construct(
		'near',
		'harbour and lantern in the title, at most three words between them, either first',
		'ti:(harbour WITHIN/4 lantern)'
	),
	construct(
		'before',
		'harbour and lantern in the title, at most three words between them, harbour first',
		'ti:(harbour BEFORE/4 lantern)'
	),
	construct('heading', 'the heading Stone Harbours, this one alone', '{Stone Harbours}'),
	construct('narrower', 'the heading Stone Harbours with all narrower ones', '{Stone Harbours >}'),
	construct('main', 'the heading Stone Harbours with all narrower ones, as main topic', '{!Stone Harbours >}'),
	construct(
		'qualifiers',
		'the heading Stone Harbours with narrower ones, qualified by repair or by upkeep (write codes if it has codes)',
		'{Stone Harbours > | repair; upkeep}'
	),
	construct('lines', 'line 2 and line 3 joined by AND', '#2 AND #3'),
	construct('any-lines', 'lines 1 to 3 joined by OR', 'ANY(#1-#3)'),
	construct('all-lines', 'lines 1 to 3 joined by AND', 'ALL(#1-#3)'),
	construct('years', 'published from 2011 to 2019', 'yr:2011-2019'),
	construct('years-from', 'published in 2011 or after', 'yr:2011-'),
	construct('years-to', 'published in 2019 or before', 'yr:-2019'),
	construct('entered', 'added to the source on or after 3 May 2021', 'en:2021-05-03..'),
	construct('language', 'in English', 'la:english'),
	construct('type', 'of the publication type Field Report', 'pt:"field report"'),
	construct('comment', 'a note that is not searched, saying: sample note', '')
];
