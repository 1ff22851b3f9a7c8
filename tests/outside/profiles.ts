/** Fifteen invented platforms that differ in every dimension of a profile (notation.md, section 8). None equals a real one. */
import { NO_LIMITS, type Profile } from '@wide-lantern/core';

type Platform = Profile['platform'];
const plain: Platform = {
	name: 'Plain',
	fields: { pattern: '%{text}<%{code}>', per: 'group', several: 'list', joiner: '+' },
	terms: { phrase: "'%{text}'", quoteWords: false, collisions: [] },
	headings: {
		pattern: 'subject[%{label}%{reach}%{main}%{qualifiers}]',
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
		before: '%{left} then%{n} %{right}',
		counts: 'words between',
		largest: null,
		phrases: true,
		groups: true,
		wildcards: true
	},
	wildcards: { any: '%', one: '_', optional: null, smallestStem: 0, front: true, inside: true, inPhrases: true },
	lines: {
		reference: 'step %{n}',
		anyRun: 'any of steps %{first}..%{last}',
		allRun: 'all of steps %{first}..%{last}',
		comment: '-- %{text}'
	},
	limits: {
		...NO_LIMITS,
		years: 'issued %{first}..%{last}',
		yearsFrom: 'issued %{first}..',
		yearsTo: 'issued ..%{last}',
		year: 'issued %{first}',
		language: 'tongue %{text}',
		identifier: 'number %{text}'
	},
	ceilings: { length: null, terms: null, export: null }
};
const source: Profile['source'] = {
	name: 'Source',
	vocabulary: 'small',
	fields: { ti: 'T', ab: 'S', kw: 'W', hd: 'H', au: 'N', jn: 'P', af: 'I' }
};
let made = 0;
const profile = (name: string, platform: Partial<Platform>, own: Partial<Profile['source']> = {}): Profile => ({
	id: `p${++made}`,
	name,
	version: 1,
	platform: { ...plain, ...platform, name },
	source: { ...source, ...own }
});
const headings = (change: Partial<NonNullable<Platform['headings']>>): Platform['headings'] => ({
	...(plain.headings as NonNullable<Platform['headings']>),
	...change
});
const proximity = (change: Partial<Platform['proximity']>): Platform['proximity'] => ({
	...plain.proximity,
	...change
});
const wildcards = (change: Partial<Platform['wildcards']>): Platform['wildcards'] => ({
	...plain.wildcards,
	...change
});

export const PROFILES: readonly Profile[] = [
	profile('Plain', {}),
	profile(
		'Colon before each term, one code for the usual three',
		{
			fields: { pattern: '%{code}: %{text}', per: 'term', several: 'or', joiner: '' },
			terms: { phrase: '"%{text}"', quoteWords: false, collisions: [] },
			operators: { and: 'AND', or: 'OR', not: 'BUT NOT', precedence: 'and-first' },
			headings: headings({
				pattern: 'D: %{reach}"%{label}"%{main}%{qualifiers}',
				narrower: 'wide ',
				exact: '',
				main: '!',
				qualifiers: ' / %{list}',
				qualifierBy: 'name'
			}),
			lines: { reference: '%{n}', anyRun: 'either/%{first}-%{last}', allRun: null, comment: '[%{text}]' }
		},
		{ sets: [{ code: 'TSW', fields: ['ti', 'ab', 'kw'] }] }
	),
	profile('Equals sign, one string, and before or', {
		fields: { pattern: '%{code} = %{text}', per: 'term', several: 'or', joiner: '' },
		terms: { phrase: '"%{text}"', quoteWords: true, collisions: [] },
		operators: { and: 'and', or: 'or', not: 'not', precedence: 'left-to-right' },
		proximity: proximity({
			within: '%{left} prox/unit=word/distance<=%{n} %{right}',
			before: '%{left} prox/unit=word/distance<=%{n}/ordered %{right}',
			counts: 'position difference'
		}),
		wildcards: wildcards({ any: '*', one: '?' }),
		lines: { reference: null, anyRun: null, allRun: null, comment: null },
		limits: {
			...NO_LIMITS,
			years: '(date >= %{first} and date <= %{last})',
			yearsFrom: 'date >= %{first}',
			yearsTo: 'date <= %{last}'
		}
	}),
	profile('Function brackets around groups', {
		fields: { pattern: '%{code}(%{text})', per: 'group', several: 'list', joiner: ',' },
		terms: { phrase: '"%{text}"', quoteWords: false, collisions: [] },
		operators: { and: '&', or: '|', not: '^', precedence: 'brackets-demanded' },
		headings: headings({
			pattern: 'TOPIC(%{main}"%{label}"%{reach}%{qualifiers})',
			narrower: '+',
			exact: '',
			main: '*',
			qualifiers: ' - %{list}',
			joiner: ' - '
		}),
		proximity: proximity({ within: 'close(%{left}; %{right}; %{n})', before: 'follow(%{left}; %{right}; %{n})' }),
		wildcards: wildcards({ any: '*', one: '?', optional: '!' }),
		lines: { reference: '#%{n}', anyRun: null, allRun: null, comment: null },
		limits: { ...NO_LIMITS, years: 'YEAR(%{first}, %{last})', language: 'LANGUAGE(%{text})' }
	}),
	profile('Dots behind each term, a list of codes', {
		fields: { pattern: '%{text}.%{code}.', per: 'term', several: 'list', joiner: '&' },
		terms: { phrase: '"%{text}"', quoteWords: false, collisions: [] },
		operators: { and: 'plus', or: 'or else', not: 'minus', precedence: 'left-to-right' },
		headings: headings({
			pattern: '"%{label}"%{main}%{reach}%{qualifiers}.D.',
			narrower: '/deep',
			exact: '',
			main: '/top',
			qualifiers: '/q:%{list}',
			joiner: ','
		}),
		proximity: proximity({ within: '%{left} ~%{n}~ %{right}', before: null, counts: 'position difference' }),
		wildcards: wildcards({ any: '$', one: '@' }),
		lines: { reference: 'L%{n}', anyRun: 'L%{first}>L%{last}', allRun: null, comment: '/*%{text}*/' }
	}),
	profile(
		'Square brackets behind groups',
		{
			fields: { pattern: '%{text}[%{code}]', per: 'group', several: 'list', joiner: ' or ' },
			terms: { phrase: '"%{text}"', quoteWords: false, collisions: [] },
			operators: { and: 'AND', or: 'OR', not: 'NOT', precedence: 'left-to-right', letters: 'as written' },
			headings: headings({
				pattern: '"%{label}"[subj%{reach}%{main}]%{qualifiers}',
				narrower: '',
				exact: ':only',
				main: ':top',
				qualifiers: '(%{list})',
				qualifierBy: 'name'
			}),
			proximity: proximity({ within: '"%{words}"@%{n}', before: null, groups: false, phrases: false }),
			wildcards: wildcards({ any: '*', one: null, inPhrases: false })
		},
		{ sets: [{ code: 'most', fields: ['ti', 'ab', 'kw'] }] }
	),
	profile('Colon behind each term, narrower by default', {
		fields: { pattern: '%{text}:%{code}', per: 'term', several: 'or', joiner: '' },
		headings: headings({
			pattern: 'h=<%{label}%{reach}%{main}%{qualifiers}>',
			narrower: '',
			exact: ' =',
			main: ' !',
			qualifiers: ' ; %{list}',
			joiner: '; '
		}),
		wildcards: wildcards({
			any: '@',
			one: null,
			optional: null,
			limited: '@%{n}',
			smallestStem: 3,
			front: false,
			inside: false
		})
	}),
	profile('Brackets around with the code inside', {
		fields: { pattern: '[%{code}: %{text}]', per: 'group', several: 'or', joiner: '' },
		terms: { phrase: '«%{text}»', quoteWords: false, collisions: [] },
		operators: { and: 'und', or: 'oder', not: 'ohne', precedence: 'and-first' },
		headings: headings({
			pattern: '{%{label}%{reach}%{main}%{qualifiers}}',
			narrower: ' >>',
			exact: '',
			main: ' 1',
			qualifiers: ' : %{list}',
			joiner: ' : '
		}),
		proximity: proximity({ within: '%{left} [%{n}] %{right}', before: '%{left} [%{n}>] %{right}' }),
		lines: { reference: 'Nr. %{n}', anyRun: 'Nr. %{first} bis %{last}', allRun: null, comment: null }
	}),
	profile(
		'Words where a text names no field',
		{
			fields: { pattern: '%{text}/%{code}', per: 'group', several: 'list', joiner: '/' },
			operators: { and: '+', or: ',', not: '-', precedence: 'brackets-demanded' },
			lines: { reference: 'step no. %{n}', anyRun: null, allRun: null, comment: null },
			proximity: proximity({ within: '<%{left} %{right} %{n}>', before: null, groups: false, wildcards: false }),
			limits: NO_LIMITS
		},
		{ bare: ['ti', 'ab', 'kw'] }
	),
	profile(
		'A register that knows AND and OR',
		{
			headings: null,
			operators: { and: 'AND', or: 'OR', not: null, precedence: 'left-to-right' },
			proximity: proximity({ within: null, before: null }),
			wildcards: wildcards({ any: null, one: null, optional: null }),
			terms: { phrase: '"%{text}"', quoteWords: false, collisions: [] },
			lines: { reference: null, anyRun: null, allRun: null, comment: null },
			limits: NO_LIMITS
		},
		{
			vocabulary: null,
			bare: ['ti', 'ab', 'kw'],
			fields: { ti: null, ab: null, kw: null, hd: null, au: null, jn: null, af: null }
		}
	),
	profile(
		'Few fields, no exact headings',
		{
			fields: { pattern: '%{code}=%{text}', per: 'group', several: 'list', joiner: '|' },
			headings: headings({ pattern: 'S="%{label}"', narrower: '', exact: null, main: null, qualifiers: null }),
			proximity: proximity({ largest: 2 })
		},
		{ fields: { ti: 'TI', ab: 'TX', kw: null, hd: null, au: null, jn: null, af: null } }
	),
	profile(
		'One field for two',
		{ fields: { pattern: '%{text}.in.%{code}', per: 'group', several: 'list', joiner: '+' } },
		{
			fields: { ti: 'top', ab: 'body', kw: 'body', hd: null, au: null, jn: null, af: null }
		}
	),
	profile('Hyphens join, words at the front', {
		fields: { pattern: '%{code} has %{text}', per: 'term', several: 'list', joiner: '+' },
		habits: {
			adjacent: 'and',
			mapsWords: false,
			addsNarrower: false,
			addsVariants: 'none',
			hyphen: 'joins',
			ignored: [],
			sticks: []
		},
		wildcards: wildcards({ any: '...', one: null, front: false, inside: false, smallestStem: 4 }),
		proximity: proximity({ within: 'near%{n} of (%{left}) and (%{right})', before: null })
	}),
	profile('Numbers in words', {
		fields: { pattern: 'in %{code} find %{text}', per: 'group', several: 'or', joiner: '' },
		operators: { and: 'together with', or: 'as well as', not: 'leaving out', precedence: 'brackets-demanded' },
		lines: {
			reference: 'line no %{n}',
			anyRun: 'one of lines %{first} to %{last}',
			allRun: 'each of lines %{first} to %{last}',
			comment: 'NOTE: %{text}'
		},
		headings: headings({
			pattern: 'topic %{reach}%{main}<<%{label}>>%{qualifiers}',
			narrower: 'and below ',
			exact: 'alone ',
			main: 'mainly ',
			qualifiers: ' about <%{list}>'
		})
	}),
	profile('Slashes all over', {
		fields: { pattern: '/%{code}/ %{text}', per: 'term', several: 'list', joiner: ';' },
		terms: { phrase: '/"%{text}"/', quoteWords: true, collisions: [] },
		headings: headings({
			pattern: '//%{label}%{reach}%{qualifiers}%{main}//',
			narrower: ' +all',
			exact: ' +none',
			main: ' +main',
			qualifiers: ' +q %{list}',
			joiner: '.'
		}),
		wildcards: wildcards({ any: '^', one: null, optional: '?' })
	})
];
