/** Limits in a platform's syntax, or what to set by hand where it has none. */
import { print, type Expression, type Limit } from '../query/index.ts';
import type { Profile } from './profile.ts';
import { fill } from './template.ts';

export type LimitText =
	| {
			readonly is: 'written';
			readonly texts: readonly string[];
			readonly joined: 'or' | 'and';
			readonly resolved: string | null;
	  }
	| { readonly is: 'by-hand'; readonly what: string }
	| { readonly is: 'absent' }
	| { readonly is: 'none' };

const ENTRIES = { la: 'language', pt: 'publication type', ag: 'age group' } as const;
/** A value as one says it: without quotes, with small operators. */
const spoken = (of: Expression): string =>
	print(of)
		.replaceAll('"', '')
		.replace(/ (?:AND|OR|NOT) /g, (operator) => operator.toLowerCase());

export function limitForm(limit: Limit, profile: Profile, currentYear: number): LimitText {
	const forms = profile.platform.limits;
	const filled = (
		pattern: string | null,
		values: Record<string, string>,
		what: string,
		resolved: string | null = null
	): LimitText =>
		pattern === null
			? { is: 'by-hand', what }
			: { is: 'written', texts: [fill(pattern, values)], joined: 'or', resolved };
	const years = (first: number | null, last: number | null, resolved: string | null = null): LimitText => {
		const values = { first: String(first ?? ''), last: String(last ?? '') };
		if (first !== null && first === last) return filled(forms.year ?? forms.years, values, `year ${first}`, resolved);
		if (first !== null && last !== null) return filled(forms.years, values, `years ${first} to ${last}`, resolved);
		if (first !== null) return filled(forms.yearsFrom, values, `years from ${first}`, resolved);
		return filled(forms.yearsTo, values, `years up to ${last}`, resolved);
	};
	switch (limit.type) {
		case 'years':
			return years(limit.first, limit.last);
		case 'last-years': {
			const first = currentYear - limit.count + 1;
			return years(first, currentYear, `The last ${limit.count} years are written as ${first} to ${currentYear}.`);
		}
		case 'entered':
			// No platform part has a form for a last day alone.
			if (limit.first === null) return { is: 'by-hand', what: `records added up to ${limit.last ?? ''}` };
			return filled(
				limit.last === null ? forms.enteredFrom : forms.enteredBetween,
				{ first: limit.first, last: limit.last ?? '' },
				`records added from ${limit.first}${limit.last === null ? '' : ` to ${limit.last}`}`
			);
		case 'entry': {
			const pattern = { la: forms.language, pt: forms.type, ag: forms.age }[limit.field];
			const values = entryValues(limit.of);
			if (pattern === null) return { is: 'by-hand', what: `${ENTRIES[limit.field]} ${spoken(limit.of)}` };
			if (!values) return { is: 'none' };
			return {
				is: 'written',
				texts: values.texts.map((text) => fill(pattern, { text: entryText(text, limit.field, profile) })),
				joined: values.joined,
				resolved: null
			};
		}
		case 'identifier':
			return forms.identifier === null
				? { is: 'by-hand', what: print({ kind: 'limit', limit }) }
				: {
						is: 'written',
						texts: limit.values.map((text) =>
							fill(forms.identifier ?? '', {
								text: /^[\p{L}\p{N}]+$/u.test(text) ? text : fill(profile.platform.terms.phrase, { text })
							})
						),
						joined: 'or',
						resolved: null
					};
		case 'presence': {
			const pattern = limit.part === 'ab' ? forms.hasAbstract : forms.hasHeadings;
			const what = `${limit.has ? 'records with' : 'records without'} ${limit.part === 'ab' ? 'an abstract' : 'headings'}`;
			return limit.has ? filled(pattern, {}, what) : { is: 'by-hand', what };
		}
		case 'marked':
			return { is: 'absent' };
		case 'by-hand':
			return { is: 'by-hand', what: limit.instruction };
	}
}

/** The values of one junction; null where it holds anything else. */
function entryValues(of: Expression): { readonly texts: readonly string[]; readonly joined: 'or' | 'and' } | null {
	if (of.kind === 'word' || of.kind === 'phrase') return { texts: [of.text], joined: 'or' };
	if (of.kind !== 'or' && of.kind !== 'and') return null;
	const texts = of.items.map((item) => (item.kind === 'word' || item.kind === 'phrase' ? item.text : null));
	return texts.every((text) => text !== null) ? { texts, joined: of.kind } : null;
}

/** A value in the source's own words, and in quotes where it needs them. */
function entryText(text: string, field: string, profile: Profile): string {
	const { capitals, bare } = profile.platform.values ?? {};
	const own = profile.source.values?.[`${field}:${text.toLowerCase()}`] ?? text;
	const { any, one, optional } = profile.platform.wildcards;
	const signs: Record<string, string | null> = { '*': any, '?': one, '~': optional };
	const signed = own === text ? own.replace(/[*?~]/g, (sign) => signs[sign] ?? sign) : own;
	const cased = own === text && capitals ? withCapitals(signed, capitals) : signed;
	return bare || /^[\p{L}\p{N}\p{M}]+$/u.test(cased) ? cased : fill(profile.platform.terms.phrase, { text: cased });
}

const withCapitals = (text: string, which: 'first' | 'each'): string =>
	text.replace(which === 'each' ? /(?<![\p{L}\p{N}\p{M}’'])\p{Ll}/gu : /^\p{Ll}/u, (letter) => letter.toUpperCase());
