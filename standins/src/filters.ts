/**
 * Three invented filters for Skerry Health Abstracts, each in three variants. They were made for the
 * invented records, with no published filter beside them; what they do is measured, not claimed. They
 * do not ask for the publication type: that is the label that they are measured by.
 */
export interface ShippedFilter {
	readonly name: string;
	/** The vocabulary that their headings are from. */
	readonly vocabulary: string;
	readonly source: string;
	readonly note: string;
	/** What tells which records are true, in the notation. */
	readonly truth: string;
	/** In the notation, as plain text: one line each. */
	readonly variants: readonly { readonly name: string; readonly text: string }[];
}

const SOURCE = 'Lantern House method notes (invented), 2026';

export const shippedFilters: readonly ShippedFilter[] = [
	{
		name: 'Study of therapy',
		vocabulary: 'skerry',
		source: SOURCE,
		note: 'For studies that allocate a treatment.',
		truth: 'pt:"randomised trial"',
		variants: [
			{
				name: 'most sensitive',
				text: '{Trials >} OR random* OR trial* OR allocat* OR assign* OR (compared WITHIN/6 (usual OR standard OR intervention))'
			},
			{
				name: 'balanced',
				text: '{Trials, Randomised >} OR (random* WITHIN/3 (allocat* OR assign*)) OR randomi?ed OR randomi?ation'
			},
			{ name: 'most specific', text: 'ti:("randomi?ed controlled trial" OR "randomi?ed trial") OR "randomly assigned"' }
		]
	},
	{
		name: 'Prognosis',
		vocabulary: 'skerry',
		source: SOURCE,
		note: 'For studies that follow people over time.',
		truth: 'pt:"observational study"',
		variants: [
			{
				name: 'most sensitive',
				text: '{Cohort Studies >} OR {Prognosis >} OR cohort* OR follow* OR observ* OR predict* OR prospective* OR retrospective* OR adjust* OR associat*'
			},
			{ name: 'balanced', text: '{Cohort Studies >} OR cohort* OR (prospective* WITHIN/3 observ*) OR retrospective*' },
			{ name: 'most specific', text: 'ti:(cohort* OR prospective* OR retrospective*)' }
		]
	},
	{
		name: 'Qualitative research',
		vocabulary: 'skerry',
		source: SOURCE,
		note: 'For studies of what people say and mean.',
		truth: 'pt:"qualitative study"',
		variants: [
			{
				name: 'most sensitive',
				text: '{Qualitative Research >} OR qualitativ* OR interview* OR experience* OR "focus group*" OR theme* OR perception* OR view*'
			},
			{
				name: 'balanced',
				text: '{Qualitative Research >} OR qualitativ* OR interview* OR "focus group*" OR (lived WITHIN/2 experience*)'
			},
			{ name: 'most specific', text: 'ti:(qualitativ* OR interview*)' }
		]
	}
];
