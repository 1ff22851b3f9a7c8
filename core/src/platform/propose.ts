/**
 * What the pieces of a strategy in an unknown syntax may mean: forms that come back again and again,
 * with how often, as examples that a person confirms or mends. Guesses only; nothing is decided here.
 */

export interface FieldProposal {
	readonly code: string;
	readonly count: number;
	readonly sample: string;
	/** The example with this code, the word harbour in it. */
	readonly example: string;
}

export interface Proposal {
	/** Codes that seem to name fields; which field is the person's to say. */
	readonly fields: readonly FieldProposal[];
	/** Examples for constructs, by the construct's name, with how often the form stands in the text. */
	readonly examples: readonly {
		readonly construct: string;
		readonly example: string;
		readonly count: number;
		readonly sample: string;
	}[];
}

/** Forms of a field code: where it is found, and how the word harbour is written with it. Each is shared by many programs. */
const FORMS: readonly { readonly find: RegExp; readonly write: (code: string) => string }[] = [
	{ find: /[\p{L}\p{N}"')*?$%@]\.([\p{L}][\p{L}\p{N}&,+]{0,11})\./gu, write: (code) => `harbour.${code}.` },
	{ find: /[\p{L}\p{N}"')*?$%@]\s?\[([\p{L}][\p{L}\p{N} /:-]{0,30})\]/gu, write: (code) => `harbour[${code}]` },
	{ find: /[\p{L}\p{N}"')*?$%@]<([\p{L}][\p{L}\p{N}+,]{0,11})>/gu, write: (code) => `harbour<${code}>` },
	{ find: /[\p{L}\p{N}"')*?$%@]\/([\p{L}][\p{L}\p{N},]{0,11})\//gu, write: (code) => `harbour/${code}/` },
	{
		find: /(?<![\p{L}\p{N}])([\p{L}][\p{L}\p{N}|+,-]{0,11})::?(?=\s?["'(\p{L}])/gu,
		write: (code) => `${code}:harbour`
	},
	{ find: /(?<![\p{L}\p{N}])([\p{L}][\p{L}\p{N}.]{0,20})\s?=\s?(?=["'(\p{L}])/gu, write: (code) => `${code}=harbour` },
	{
		find: /(?<![\p{L}\p{N}])([\p{L}]{1,8}(?:[-_][\p{L}]{1,12}){0,3})\((?=["'\p{L}])/gu,
		write: (code) => `${code}(harbour)`
	},
	{ find: /[\p{L}\p{N}"')*?$%@]:([\p{L}]{1,8})(?![\p{L}\p{N}:])/gu, write: (code) => `harbour:${code}` }
];
const OPERATORS: Readonly<Record<'and' | 'or' | 'not', RegExp>> = {
	and: /(?<=[\s)\]."'])(and|AND|And|&|und|et|y|both)(?=[\s("'[])/gu,
	or: /(?<=[\s)\]."'])(or|OR|Or|\||oder|ou|o|either)(?=[\s("'[])/gu,
	not: /(?<=[\s)\]."'])(not|NOT|Not|minus|except|and not|AND NOT|ohne|sauf|ANDNOT)(?=[\s("'[])/gu
};

const commonest = (matches: readonly string[]): { readonly text: string; readonly count: number } | null => {
	const counts = new Map<string, number>();
	for (const one of matches) counts.set(one, (counts.get(one) ?? 0) + 1);
	const [best] = [...counts].sort((a, b) => b[1] - a[1]);
	return best ? { text: best[0], count: best[1] } : null;
};

/** @param text a strategy as it was pasted; at most the first 100,000 signs are looked at */
export function proposeExamples(text: string): Proposal {
	const some = text.slice(0, 100_000);
	const found = FORMS.map((form) => ({ form, matches: [...some.matchAll(form.find)] })).sort(
		(a, b) => b.matches.length - a.matches.length
	);
	const best = found[0] && found[0].matches.length > 1 ? found[0] : null;
	const codes = new Map<string, { count: number; sample: string }>();
	for (const match of best?.matches ?? []) {
		const code = match[1] ?? '';
		const held = codes.get(code);
		if (held) held.count++;
		else
			codes.set(code, {
				count: 1,
				sample: some.slice(Math.max(0, match.index - 24), match.index + match[0].length + 8).replace(/\s+/g, ' ')
			});
	}
	const write = best?.form.write ?? ((code: string) => `${code}harbour`);
	const examples: Proposal['examples'][number][] = [];
	const titled = (inside: string, code = [...codes.keys()][0] ?? '') =>
		best ? write(code).replace('harbour', inside) : inside;
	for (const construct of ['or', 'and', 'not'] as const) {
		const sign = commonest([...some.matchAll(OPERATORS[construct])].map((match) => match[1] ?? ''));
		if (sign)
			examples.push({
				construct,
				example: `${titled('harbour')} ${sign.text} ${titled('lantern')}`,
				count: sign.count,
				sample: sign.text
			});
	}
	const quotes = commonest(
		[...some.matchAll(/(["'«])[\p{L}\p{N}]+ [\p{L}\p{N} ]+?(["'»])/gu)].map(
			(match) => `${match[1] ?? ''} ${match[2] ?? ''}`
		)
	);
	if (quotes)
		examples.push({
			construct: 'phrase',
			example: titled(quotes.text.replace(' ', 'stone harbour')),
			count: quotes.count,
			sample: quotes.text
		});
	const ending = commonest(
		[...some.matchAll(/[\p{L}]{3,}([*$%@#?!^~])(?=[\s"').<[/:,]|$)/gu)].map((match) => match[1] ?? '')
	);
	if (ending)
		examples.push({
			construct: 'ending',
			example: titled(`harbour${ending.text}`),
			count: ending.count,
			sample: ending.text
		});
	const near = commonest(
		[...some.matchAll(/(?<=[\p{L}*$%@"')]\s)([\p{L}~/]{1,12})[-/]?\d{1,2}(?=\s["'(\p{L}])/gu)].map((match) =>
			match[0].replace(/\d+/, '3')
		)
	);
	if (near)
		examples.push({
			construct: 'near',
			example: titled(`harbour ${near.text} lantern`),
			count: near.count,
			sample: near.text
		});
	const lines = commonest(
		[
			...some.matchAll(
				/^\s*(?:\d{1,4}[.)\t ]\s*)?((?:#|S|L|R|step |line |\[)?)\d{1,4}(\]?)\s+(?:and|or|AND|OR|both|either)\s+(?:#|S|L|R|step |line |\[)?\d{1,4}/gmu
			)
		].map((match) => `${match[1] ?? ''}%${match[2] ?? ''}`)
	);
	const and = commonest([...some.matchAll(OPERATORS.and)].map((match) => match[1] ?? ''));
	if (lines && and)
		examples.push({
			construct: 'lines',
			example: `${lines.text.replace('%', '2')} ${and.text} ${lines.text.replace('%', '3')}`,
			count: lines.count,
			sample: lines.text.replace('%', '2')
		});
	return {
		fields: [...codes]
			.sort((a, b) => b[1].count - a[1].count)
			.slice(0, 20)
			.map(([code, { count, sample }]) => ({ code, count, sample, example: write(code) })),
		examples
	};
}
