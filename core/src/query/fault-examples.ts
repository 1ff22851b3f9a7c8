/**
 * Every fault that reading an expression can tell, with a text that has it: the list in
 * docs/formats/faults.md is written from here, and a test holds each example against the reader.
 */
export interface FaultExample {
	readonly code: string;
	readonly severity: 'error' | 'warning';
	readonly example: string;
	readonly meaning: string;
	/** What must surround the text: a strategy with lines and concepts, or vocabularies. */
	readonly needs?: 'lines' | 'vocabularies';
}

export const FAULT_EXAMPLES: readonly FaultExample[] = [
	{ code: 'any-heading', severity: 'error', example: '{*}', meaning: '`{*}` needs a qualifier.' },
	{ code: 'concept-form', severity: 'error', example: '@1', meaning: '`@` is not followed by a letter.' },
	{
		code: 'date-form',
		severity: 'error',
		example: 'en:2026-02-30..',
		meaning: 'A date is not ISO, or the day does not exist.'
	},
	{
		code: 'dates-reversed',
		severity: 'error',
		example: 'en:2026-06-30..2026-03-01',
		meaning: 'The first day comes after the last.'
	},
	{ code: 'digit-after-star', severity: 'error', example: 'covid*19', meaning: '`*` directly before a digit.' },
	{
		code: 'distance',
		severity: 'error',
		example: 'light WITHIN/0 lamp',
		meaning: 'A distance that is not a whole number from 1.'
	},
	{ code: 'empty-group', severity: 'error', example: 'light AND ()', meaning: 'Nothing between brackets.' },
	{ code: 'empty-heading', severity: 'error', example: '{}', meaning: 'A heading or qualifier is missing.' },
	{ code: 'empty-phrase', severity: 'error', example: '""', meaning: 'Nothing between quotes.' },
	{
		code: 'except-without-narrower',
		severity: 'error',
		example: '{Delirium except Coma}',
		meaning: '`except` without `>` before it.'
	},
	{
		code: 'after-narrower',
		severity: 'error',
		example: '{Delirium > Coma}',
		meaning: 'Something other than `except` after `>`.'
	},
	{ code: 'field-of-nothing', severity: 'error', example: 'ti:', meaning: 'A field with nothing after it.' },
	{ code: 'hand-form', severity: 'error', example: 'hand:humans', meaning: 'What is set by hand is not in quotes.' },
	{
		code: 'hand-place',
		severity: 'error',
		example: 'light OR hand:"humans"',
		meaning: 'Something set by hand that is not a side of the outermost AND.'
	},
	{
		code: 'heading-quotes',
		severity: 'error',
		example: '{"De" lirium}',
		meaning: 'Quotes in a heading that do not match.'
	},
	{ code: 'heading-signs', severity: 'error', example: '{Delirium > > }', meaning: '`>` or `|` twice in a heading.' },
	{ code: 'identifier-empty', severity: 'error', example: 'id:""', meaning: 'An identifier is missing.' },
	{
		code: 'identifier-list',
		severity: 'error',
		example: 'id:(1 2)',
		meaning: 'Identifiers that are not combined with OR.'
	},
	{ code: 'identifier-quotes', severity: 'error', example: 'id:x"y', meaning: 'Quotes inside an identifier.' },
	{
		code: 'line-list',
		severity: 'error',
		example: 'ANY(#1 #2)',
		meaning: '`ANY` or `ALL` of something other than lines with commas between them.'
	},
	{ code: 'line-number', severity: 'error', example: '#0', meaning: '`#` is not followed by a number from 1.' },
	{ code: 'lines-reversed', severity: 'error', example: 'ANY(#4-#2)', meaning: 'A range that runs backwards.' },
	{
		code: 'list-without-bracket',
		severity: 'error',
		example: 'ANY #1-#3',
		meaning: '`ANY` or `ALL` without brackets.'
	},
	{
		code: 'line-too-long',
		severity: 'error',
		example: 'a line of more than 100,000 characters',
		meaning: 'The line is longer than is read.'
	},
	{ code: 'mixed-fields', severity: 'error', example: 'ti+yr:light', meaning: 'Text fields and limits in one list.' },
	{
		code: 'mixed-operators',
		severity: 'error',
		example: 'light AND lamp OR dark',
		meaning: 'Different operators without brackets.'
	},
	{
		code: 'near-in-limit',
		severity: 'error',
		example: 'la:(english WITHIN/2 french)',
		meaning: 'Proximity in a limit.'
	},
	{
		code: 'near-side',
		severity: 'error',
		example: '(light AND lamp) WITHIN/3 dark',
		meaning: 'A side of WITHIN or BEFORE that is not words, phrases or an OR of them.'
	},
	{
		code: 'no-distance',
		severity: 'error',
		example: 'light WITHIN lamp',
		meaning: 'WITHIN or BEFORE without a distance.'
	},
	{ code: 'no-letters', severity: 'error', example: '%', meaning: 'No letter or digit to search for.' },
	{
		code: 'no-operator',
		severity: 'error',
		example: 'bright light',
		meaning: 'Two pieces side by side without an operator.'
	},
	{
		code: 'not-in-scope',
		severity: 'error',
		example: 'ti:{Delirium}',
		meaning: 'Something inside a field or limit that cannot be there.'
	},
	{ code: 'not-three-sides', severity: 'error', example: 'light NOT lamp NOT dark', meaning: 'NOT with three sides.' },
	{
		code: 'nothing-after-backslash',
		severity: 'error',
		example: 'light\\',
		meaning: 'A backslash with nothing after it.'
	},
	{ code: 'nothing-to-search', severity: 'error', example: '/* only a comment */', meaning: 'Nothing to search for.' },
	{ code: 'open-bracket', severity: 'error', example: '(light OR lamp', meaning: 'A bracket that is never closed.' },
	{ code: 'open-comment', severity: 'error', example: 'light /* why', meaning: 'A comment that is never closed.' },
	{ code: 'open-heading', severity: 'error', example: '{Delirium', meaning: 'A heading that is never closed.' },
	{ code: 'open-quote', severity: 'error', example: '"bright light', meaning: 'A quote that is never closed.' },
	{
		code: 'operator-case',
		severity: 'error',
		example: 'light and lamp',
		meaning: 'An operator that is not in capitals.'
	},
	{
		code: 'operator-side',
		severity: 'error',
		example: 'light AND',
		meaning: 'An operator with nothing on one side, or two operators side by side.'
	},
	{
		code: 'presence-part',
		severity: 'error',
		example: 'has:kw',
		meaning: '`has:` or `lacks:` of something other than `ab` or `hd`.'
	},
	{
		code: 'sentence',
		severity: 'error',
		example: 'does bright light lower delirium incidence',
		meaning: 'A whole sentence.'
	},
	{ code: 'sign-in-word', severity: 'error', example: 'a%b', meaning: 'A character that needs quotes.' },
	{ code: 'space-in-limit', severity: 'error', example: 'yr: 2020', meaning: 'A space between a limit and its value.' },
	{
		code: 'stray-bracket',
		severity: 'error',
		example: 'light) OR lamp',
		meaning: 'A closing bracket without an opening one.'
	},
	{ code: 'stray-sign', severity: 'error', example: 'light, lamp', meaning: 'A character without a meaning here.' },
	{
		code: 'too-deep',
		severity: 'error',
		example: '600 brackets inside each other',
		meaning: 'Brackets or chains that are nested too deeply.'
	},
	{ code: 'unknown-field', severity: 'error', example: 'xx:light', meaning: 'A field that does not exist.' },
	{ code: 'unknown-set', severity: 'error', example: 'set:mine', meaning: 'A set that does not exist.' },
	{
		code: 'wildcard-alone',
		severity: 'error',
		example: 'light OR *',
		meaning: '`*` or `~` without a letter or digit.'
	},
	{
		code: 'wildcard-beside',
		severity: 'error',
		example: '光*',
		meaning: '`*` or `~` beside a character that is a word of its own.'
	},
	{ code: 'year-form', severity: 'error', example: 'yr:20', meaning: 'Years that are not written with four digits.' },
	{
		code: 'years-reversed',
		severity: 'error',
		example: 'yr:2026-2010',
		meaning: 'The first year comes after the last.'
	},
	{
		code: 'half-field',
		severity: 'warning',
		example: 'ti:light OR lamp',
		meaning: 'A field that applies to one of several words.'
	},
	{
		code: 'near-chain',
		severity: 'warning',
		example: 'a WITHIN/3 b WITHIN/3 c',
		meaning: 'A chain of WITHIN, which is read from the left.'
	},
	{ code: 'no-such-line', severity: 'error', example: '#99', meaning: 'A line that does not exist.', needs: 'lines' },
	{
		code: 'line-below',
		severity: 'error',
		example: '#4 OR light',
		meaning: 'A line that is not above.',
		needs: 'lines'
	},
	{
		code: 'concept-reference',
		severity: 'error',
		example: '@Q',
		meaning: 'A concept that does not exist, has no lines, or has lines below.',
		needs: 'lines'
	},
	{
		code: 'bare-number',
		severity: 'warning',
		example: '1 OR 2',
		meaning: 'A number that is also the number of a line above.',
		needs: 'lines'
	},
	{
		code: 'unknown-heading',
		severity: 'error',
		example: '{Deliriun}',
		meaning: 'A label that no vocabulary has.',
		needs: 'vocabularies'
	},
	{
		code: 'unknown-vocabulary',
		severity: 'error',
		example: '{nowhere:Delirium}',
		meaning: 'A vocabulary that does not exist.',
		needs: 'vocabularies'
	},
	{
		code: 'heading-in-several',
		severity: 'error',
		example: '{Light}',
		meaning: 'A label that several vocabularies have.',
		needs: 'vocabularies'
	},
	{
		code: 'heading-elsewhere',
		severity: 'error',
		example: '{Lamp}',
		meaning: 'A label that only another vocabulary has than the strategy’s own.',
		needs: 'vocabularies'
	},
	{
		code: 'qualifier',
		severity: 'error',
		example: '{Delirium | wings}',
		meaning: 'A qualifier that the heading does not take.',
		needs: 'vocabularies'
	},
	{
		code: 'entry-term',
		severity: 'warning',
		example: '{Confusion, Acute}',
		meaning: 'Another name for a heading, which is used.',
		needs: 'vocabularies'
	},
	{
		code: 'except-elsewhere',
		severity: 'warning',
		example: '{Delirium > except Daylight}',
		meaning: 'Nothing of what is excluded is below the heading.',
		needs: 'vocabularies'
	}
];
