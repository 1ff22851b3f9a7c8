/** The help of the application: the notation, fields, keys, and what words on the screens mean. Examples can be tried. */

export interface HelpItem {
	/** What is explained: a piece of the notation, keys, or a word on the screens. */
	readonly name: string;
	readonly text: string;
	/** An expression that can be counted on the collection. */
	readonly example?: string;
}

export interface HelpSection {
	readonly title: string;
	readonly items: readonly HelpItem[];
}

/** The keys of the sheet and of the frame; the sheet of keys shows the same. */
export const KEYS: readonly (readonly [keys: string, what: string])[] = [
	['{', 'find a heading in place; Tab uses the first offer, arrows and Enter any other'],
	['#', 'name a line above'],
	['@', 'name a concept: all of its lines, also those added later'],
	[';;', 'a label behind the line'],
	['Shift ↑ ↓', 'select lines'],
	['Alt O, Alt A', 'combine the selected lines with OR, with AND, in a line below'],
	['Alt B', 'spread the block into one line per term'],
	['Alt G', 'gather the selected lines into one block'],
	['Alt ↑, Alt ↓', 'move the selected lines'],
	['Alt S', 'switch the selected lines off or on'],
	['Alt F', 'fold the concept to its combining line, or open it'],
	['Alt Shift F', 'fold or open all concepts'],
	['Alt Enter', 'records of the line'],
	['Ctrl X, C, V', 'cut, copy and paste lines; references come along'],
	['Ctrl Z, Ctrl Y', 'undo and redo, also after a reload'],
	['F8', 'in the sheet, explain the next problem; elsewhere, go to the next thing to look at'],
	['Ctrl K', 'every action by name'],
	['Alt L', 'show or hide the lens'],
	['Alt H', 'show or hide this help'],
	['Alt 1 to 8', 'the steps at the left'],
	['Esc, then Tab', 'leave the sheet']
];

export const HELP: readonly HelpSection[] = [
	{
		title: 'Words and phrases',
		items: [
			{ name: 'nurse', text: 'The word, in any case; accents do not matter.', example: 'nurse' },
			{
				name: 'nurs*',
				text: 'Any ending, none included. The star may be anywhere in a word, but not alone.',
				example: 'nurs*'
			},
			{ name: 'wom?n', text: 'Exactly one letter or digit.', example: 'wom?n' },
			{ name: 'behavio~r', text: 'None or one letter or digit; nurse~~ is at most two more.', example: 'behavio~r' },
			{
				name: '"blood pressure"',
				text: 'A phrase: the words next to each other, in this order. Wildcards work inside.',
				example: '"blood pressure"'
			},
			{ name: 'x-ray', text: 'Joined words are the phrase of their parts.', example: 'x-ray' },
			{ name: '\\', text: 'Makes the next character literal.' },
			{
				name: '/* why */',
				text: 'A comment: it has no meaning and stays with the next piece.',
				example: '/* why */ nurse'
			}
		]
	},
	{
		title: 'Operators',
		items: [
			{ name: 'AND', text: 'Both. Operators are written in capitals.', example: 'nurs* AND child*' },
			{ name: 'OR', text: 'Either.', example: 'nurs* OR midwi*' },
			{
				name: 'NOT',
				text: 'The first without the second. It can exclude relevant records.',
				example: 'nurs* NOT child*'
			},
			{
				name: 'WITHIN/3',
				text: 'Near each other in either order: positions differ by at most 3, so at most 2 words between.',
				example: 'nurs* WITHIN/3 educat*'
			},
			{ name: 'BEFORE/3', text: 'The same, the first before the second.', example: 'nurs* BEFORE/3 educat*' },
			{
				name: '( … )',
				text: 'Brackets. Different operators side by side need them, because platforms read such rows differently.',
				example: '(nurs* OR midwi*) AND educat*'
			}
		]
	},
	{
		title: 'Fields',
		items: [
			{ name: 'without a field', text: 'Title, abstract and author keywords are searched.', example: 'nurs*' },
			{
				name: 'ti: ab: kw:',
				text: 'Title, abstract, author keywords; combined with a plus.',
				example: 'ti+ab:(nurs* OR midwi*)'
			},
			{ name: 'hd:', text: 'Words of the assigned headings.', example: 'hd:nurs*' },
			{ name: 'au: jn: af:', text: 'Authors, journal, affiliations.', example: 'jn:nurs*' },
			{ name: 'all:', text: 'All of these.', example: 'all:nurs*' }
		]
	},
	{
		title: 'Limits',
		items: [
			{
				name: 'yr:',
				text: 'Publication years, ends included: 2010-2026, 2015-, -1999, 2020, last5.',
				example: 'yr:2015-'
			},
			{
				name: 'en:',
				text: 'When the source added the record: one day, from a day, up to a day, between days.',
				example: 'en:2020-01-01..'
			},
			{
				name: 'la: pt: ag:',
				text: 'Language, publication type, age group: whole entries.',
				example: 'la:(english OR french)'
			},
			{ name: 'id:', text: 'An identifier, exactly.' },
			{ name: 'has: lacks:', text: 'With or without an abstract (ab) or headings (hd).', example: 'lacks:hd' },
			{
				name: 'set:',
				text: 'Records marked in this enquiry: benchmark (known articles), relevant, irrelevant.',
				example: 'set:benchmark'
			},
			{
				name: 'hand:"…"',
				text: 'Something that you set on the platform by hand. It is documented and changes no count here.'
			}
		]
	},
	{
		title: 'Headings',
		items: [
			{ name: '{Anxiety}', text: 'Records with exactly this heading.', example: '{Anxiety}' },
			{ name: '{Anxiety >}', text: 'With all narrower headings, at any depth.', example: '{Anxiety >}' },
			{ name: '{… > except …; …}', text: 'With narrower headings, without those named and what is below them.' },
			{
				name: '{!Anxiety >}',
				text: 'As a main topic of the record. It loses relevant records.',
				example: '{!Anxiety >}'
			},
			{ name: '{… > | prevention}', text: 'With at least one of these qualifiers.' },
			{ name: '{* | prevention}', text: 'Any heading with this qualifier.', example: '{* | prevention}' },
			{
				name: '{skerry:Anxiety}',
				text: 'Names the vocabulary, where several have the label.',
				example: '{skerry:Anxiety}'
			}
		]
	},
	{
		title: 'Lines',
		items: [
			{ name: '#4', text: 'Line 4. References follow their line when lines are inserted, moved or deleted.' },
			{ name: 'ANY(#1-#4, #7)', text: 'Any of these lines: OR.' },
			{ name: 'ALL(#5, #9)', text: 'All of these lines: AND.' },
			{ name: '@A', text: 'All lines of concept A, also those added later; @A/2 is its second strand.' },
			{
				name: 'switched off',
				text: 'The line keeps its number and is left out of the lines that use it. A limit that is off passes on what it acts on.'
			},
			{ name: 'the result', text: 'The line that you marked so, else the last line that combines or limits.' }
		]
	},
	{ title: 'Keys', items: KEYS.map(([name, text]) => ({ name, text })) },
	{
		title: 'Words on the screens',
		items: [
			{ name: 'Enquiry', text: 'One question with its team and everything made for it.' },
			{ name: 'Concept', text: 'A part of the question that is searched: headings and words, combined with OR.' },
			{ name: 'Strand', text: 'One of two or more things inside a concept, either of which will do.' },
			{ name: 'Known articles', text: 'Relevant articles that the team knows already; the strategy should find them.' },
			{ name: 'Only here', text: 'Records of the result that no other line retrieves: the unique yield of the line.' },
			{
				name: 'Beam',
				text: 'How each concept narrows the records to the result, and which concept loses a known article.'
			},
			{ name: 'Lens', text: 'The panel at the right: what is known of the heading, word, line or record at hand.' },
			{
				name: 'Rendering',
				text: 'The strategy in the syntax of one platform, with a note wherever the meaning changes.'
			},
			{ name: 'narrowed, widened', text: 'The rendering may miss records, or may retrieve more, than the strategy.' },
			{ name: 'Profile', text: 'How a platform writes searches; you can teach a new one by examples.' },
			{ name: 'Collection', text: 'The records that counts are taken from.' },
			{ name: 'Dossier', text: 'The document that is handed over.' },
			{
				name: 'Left out',
				text: 'A concept that is not searched, on purpose and with a reason. It stays out until you search it again.'
			}
		]
	}
];

/** The sections with the items that hold every word of a search; all of them for an empty one. */
export function helpFor(search: string): readonly HelpSection[] {
	const words = search
		.toLowerCase()
		.split(/\s+/)
		.filter((word) => word !== '');
	return HELP.map((section) => ({
		...section,
		items: section.items.filter(({ name, text, example = '' }) => {
			const all = `${section.title} ${name} ${text} ${example}`.toLowerCase();
			return words.every((word) => all.includes(word));
		})
	})).filter((section) => section.items.length > 0);
}
