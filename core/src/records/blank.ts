/** A record that holds nothing yet but its number: where records are made by hand, in tests above all. */
import type { BibliographicRecord } from './record.ts';

export const blankRecord = (id: string): BibliographicRecord => ({
	id,
	source: '',
	identifiers: [],
	titles: [],
	abstract: '',
	keywords: [],
	headings: [],
	authors: [],
	journal: '',
	affiliations: [],
	year: null,
	entered: null,
	languages: [],
	types: [],
	ages: []
});
