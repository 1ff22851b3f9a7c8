/**
 * Three invented filters for Skerry Health Abstracts, each in three variants. They were made for the
 * invented records, with no published filter beside them; what they do is measured, not claimed.
 */
export interface ShippedFilter {
	readonly name: string;
	/** The vocabulary that their headings are from. */
	readonly vocabulary: string;
	readonly source: string;
	readonly note: string;
	/** In the notation, as plain text: one line each. */
	readonly variants: readonly { readonly name: string; readonly text: string }[];
}

const SOURCE = 'Lantern House method notes (invented), 2026';

export const shippedFilters: readonly ShippedFilter[] = [
	{
		name: 'Study of therapy',
		vocabulary: 'skerry',
		source: SOURCE,
		note: 'For studies that allocate a treatment. Measure it on a labelled collection before you rely on it: what is true there may be told by pt:"randomised trial".',
		variants: [
			{
				name: 'most sensitive',
				text: '{Trials >} OR pt:"randomised trial" OR randomi?* OR random* OR trial* OR allocat* OR assign* OR (compared WITHIN/4 (usual OR standard OR intervention))'
			},
			{ name: 'balanced', text: '{Trials, Randomised >} OR pt:"randomised trial" OR randomi?* OR (random* WITHIN/3 (allocat* OR assign*)) OR ti:trial*' },
			{ name: 'most specific', text: 'pt:"randomised trial" OR ti:("randomi?ed controlled trial" OR "randomi?ed trial")' }
		]
	},
	{
		name: 'Prognosis',
		vocabulary: 'skerry',
		source: SOURCE,
		note: 'For studies that follow people over time. Where no type of publication says so, take marked records as the truth.',
		variants: [
			{
				name: 'most sensitive',
				text: '{Cohort Studies >} OR {Prognosis >} OR pt:"observational study" OR cohort* OR follow* OR predict* OR prospective* OR outcome* OR course'
			},
			{ name: 'balanced', text: '{Cohort Studies >} OR {Prognosis >} OR pt:"observational study" OR cohort* OR prospective* OR prognos*' },
			{ name: 'most specific', text: '{Cohort Studies >} OR ti:(cohort* OR prognos*)' }
		]
	},
	{
		name: 'Qualitative research',
		vocabulary: 'skerry',
		source: SOURCE,
		note: 'For studies of what people say and mean.',
		variants: [
			{
				name: 'most sensitive',
				text: '{Qualitative Research >} OR pt:"qualitative study" OR qualitativ* OR interview* OR experience* OR "focus group*" OR theme* OR perception* OR view*'
			},
			{ name: 'balanced', text: '{Qualitative Research >} OR qualitativ* OR interview* OR "focus group*" OR (lived WITHIN/2 experience*)' },
			{ name: 'most specific', text: 'pt:"qualitative study" OR ti:(qualitativ* OR interview*)' }
		]
	}
];
