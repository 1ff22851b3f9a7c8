/** One invented platform for the tests of this room. */
import { NO_LIMITS, type Profile } from './profile.ts';

export const testProfile: Profile = {
	id: 'test',
	name: 'Test',
	version: 1,
	platform: {
		name: 'Testbed',
		fields: { pattern: '%{text}<%{code}>', per: 'group', several: 'list', joiner: '+' },
		terms: { phrase: "'%{text}'", quoteWords: false, collisions: ['both'] },
		headings: {
			pattern: 's[%{label}%{reach}%{main}%{qualifiers}]',
			narrower: '; below',
			exact: '',
			main: '; chief',
			qualifiers: '; facet %{list}',
			joiner: ', ',
			qualifierBy: 'code'
		},
		operators: { and: 'both', or: 'either', not: 'except', precedence: 'brackets-demanded' },
		proximity: {
			within: '%{left} gap%{n} %{right}',
			before: null,
			counts: 'words between',
			largest: 4,
			phrases: true,
			groups: true,
			wildcards: true
		},
		wildcards: { any: '%', one: '_', optional: null, smallestStem: 3, front: false, inside: true, inPhrases: false },
		lines: { reference: 'step %{n}', anyRun: 'any %{first}..%{last}', allRun: null, comment: '-- %{text}' },
		limits: {
			...NO_LIMITS,
			years: 'issued %{first}..%{last}',
			yearsFrom: 'issued %{first}..',
			language: 'tongue %{text}'
		},
		ceilings: { length: 200, terms: 6, export: null }
	},
	source: {
		name: 'Source',
		vocabulary: 'skerry',
		fields: { ti: 'T', ab: 'S', kw: 'W', hd: null, au: 'N', jn: 'P', af: null }
	}
};
