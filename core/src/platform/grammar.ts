/**
 * What a profile's patterns look like to a reader: regular expressions made of literal signs, and
 * templates for what holds other pieces. Made once for each profile.
 */
import { INDEXED_FIELDS, type IndexedField, type LimitField } from '../query/index.ts';
import type { Profile } from './profile.ts';
import { isLiteral, isSlot, literalSource, sticky, templateOf, type Template, type TemplatePart } from './template.ts';

/** What may stand between two sides, or around them. */
export interface NearForm {
	readonly ordered: boolean;
	/** `left … right` with this between; or a template that opens with a literal; or one with the words in quotes. */
	readonly between: RegExp | null;
	readonly after: RegExp | null;
	readonly opened: Template | null;
	readonly suffixed: RegExp | null;
}

export interface LimitForm {
	readonly kind:
		| 'years'
		| 'yearsFrom'
		| 'yearsTo'
		| 'year'
		| 'enteredFrom'
		| 'enteredBetween'
		| LimitField
		| 'identifier'
		| 'hasAbstract'
		| 'hasHeadings';
	readonly pattern: RegExp;
}

export interface Grammar {
	readonly anyCase: boolean;
	readonly operators: readonly (readonly ['and' | 'or' | 'not', RegExp])[];
	readonly nears: readonly NearForm[];
	readonly heading: RegExp | null;
	readonly anyQualified: RegExp | null;
	readonly reference: RegExp | null;
	readonly runs: readonly (readonly ['any' | 'all', RegExp])[];
	readonly limits: readonly LimitForm[];
	readonly field: {
		readonly before: RegExp | null;
		readonly after: RegExp | null;
		readonly codeFirst: boolean;
		readonly whole: boolean;
	} | null;
	/** Fields by their code, in small letters where case is of no account. */
	readonly fields: ReadonlyMap<string, readonly IndexedField[]>;
	readonly joiner: string;
	readonly phrase: RegExp;
	readonly word: RegExp;
	readonly signs: RegExp | null;
	readonly comment: RegExp | null;
}

const kept = new WeakMap<Profile, Grammar>();

export function grammarOf(profile: Profile): Grammar {
	let grammar = kept.get(profile);
	if (!grammar) kept.set(profile, (grammar = make(profile)));
	return grammar;
}

const NUMBER = '\\s*(?<n>\\d{1,4})';
/** Everything but the signs that these literals begin with. */
function not(literals: readonly string[]): string {
	const signs = [...new Set(literals.map((one) => one.trim().charAt(0)).filter((one) => one !== ''))].map((sign) =>
		/[\\\]^-]/.test(sign) ? `\\${sign}` : sign
	);
	return signs.length === 0 ? '[^\\n]' : `[^\\n${signs.join('')}]`;
}
const following = (template: Template, at: number): readonly string[] => {
	const next = template.slice(at + 1).find(isLiteral);
	return next ? [next.literal] : [];
};
const strip = (text: string) => text.replace(/^\\s\*/, '');

/** A template without inner pieces as one expression. */
function flat(template: Template, slots: (name: string, at: number) => string): string {
	return template
		.map((part, at) => {
			if (!isLiteral(part)) return slots(part.slot, at);
			const [before, after] = [template[at - 1], template[at + 1]];
			return literalSource(part.literal, before && after ? 'none' : before ? 'end' : after ? 'start' : 'both');
		})
		.join('');
}

function make(profile: Profile): Grammar {
	const { platform, source } = profile;
	const { operators, headings, lines, terms, wildcards } = platform;
	const anyCase = (operators.letters ?? 'any case') === 'any case';
	const re = (text: string) => sticky(text, anyCase);
	const template = (pattern: string | null | undefined) =>
		pattern === null || pattern === undefined || pattern === '' ? null : templateOf(pattern);
	const [quoteOpen = '"', quoteClose = '"'] = terms.phrase.split('%{text}');
	const inQuotes = `${literalSource(quoteOpen, 'none')}(?<quoted>${not([quoteClose])}*)${strip(literalSource(quoteClose, 'none'))}`;

	const numbered = (pattern: string | null) => {
		const parts = template(pattern);
		return parts && re(`${flat(parts, (name) => `\\s*(?<${name}>\\d{1,5})`)}(?![\\p{L}\\p{N}\\p{M}])`);
	};
	const limitForms = Object.entries(platform.limits).flatMap(
		([name, pattern]): { form: LimitForm; weight: number }[] => {
			const parts = template(pattern);
			if (!parts) return [];
			const date = name === 'enteredFrom' || name === 'enteredBetween' ? '\\d{4}-\\d{2}-\\d{2}' : '\\d{4}';
			// Values of several words without quotes end where the form goes on.
			const bare = platform.values?.bare === true;
			const text = (at: number) => {
				const plain = not([...following(parts, at), '(', ')', quoteOpen]);
				return `\\s*(?:${strip(inQuotes)}|(?<plain>${bare && following(parts, at).length > 0 ? plain : plain.replace('[^', '[^\\s')}+))`;
			};
			const kind =
				({ language: 'la', type: 'pt', age: 'ag' } as Record<string, LimitForm['kind']>)[name] ??
				(name as LimitForm['kind']);
			const weight = parts.reduce((sum, part) => sum + (isLiteral(part) ? part.literal.length : 4), 0);
			return [
				{
					form: {
						kind,
						pattern: re(`${flat(parts, (slot, at) => (slot === 'text' ? text(at) : `\\s*(?<${slot}>${date})(?!\\d)`))}`)
					},
					weight
				}
			];
		}
	);

	const codes = new Map<string, Set<IndexedField>>();
	const codeKey = (code: string) => (anyCase ? code.toLowerCase() : code);
	for (const set of source.sets ?? []) codes.set(codeKey(set.code), new Set(set.fields));
	for (const field of INDEXED_FIELDS) {
		const code = source.fields[field];
		if (code === null) continue;
		codes.set(codeKey(code), (codes.get(codeKey(code)) ?? new Set()).add(field));
	}
	const anyCode = [...codes.keys()]
		.sort((a, b) => b.length - a.length)
		.map((code) => literalSource(code, 'none'))
		.join('|');
	const joiner = platform.fields.joiner;
	const codeList = `(?<codes>(?:${anyCode})${joiner.trim() === '' ? '' : `(?:${literalSource(joiner, 'none')}(?:${anyCode}))*`})`;
	const fieldTemplate = template(platform.fields.pattern) ?? [];
	const textAt = fieldTemplate.findIndex((part) => isSlot(part, 'text'));
	const codeFirst = fieldTemplate.findIndex((part) => isSlot(part, 'code')) < textAt;
	const around = (parts: readonly TemplatePart[]): RegExp | null =>
		parts.length === 0
			? null
			: re(
					parts
						.map((part, at) =>
							isLiteral(part)
								? literalSource(part.literal, 'none')
								: parts[at + 1]
									? codeList
									: `${codeList}(?![\\p{L}\\p{N}\\p{M}])`
						)
						.join('')
				);

	const signs = (
		[
			[wildcards.any, '*'],
			[wildcards.one, '?'],
			[wildcards.optional, '~']
		] as const
	).filter((pair): pair is readonly [string, '*' | '?' | '~'] => pair[0] !== null);
	const limited = template(wildcards.limited);
	const signSources = [
		...(limited
			? [
					limited
						.map((part) =>
							isLiteral(part) ? literalSource(part.literal.trim(), 'none').replace(/^\\s\*/, '') : '(?<most>\\d{1,2})'
						)
						.join('')
				]
			: []),
		...signs
			.sort((a, b) => b[0].length - a[0].length)
			.map(
				([sign, ours]) =>
					`(?<${ours === '*' ? 'any' : ours === '?' ? 'one' : 'optional'}>${strip(literalSource(sign, 'none'))})`
			)
	];
	const bareSigns = signSources.map((one) => one.replace(/\(\?<\w+>/g, '(?:'));
	const nextToText = isLiteral(fieldTemplate[textAt + 1])
		? (fieldTemplate[textAt + 1] as { literal: string }).literal
		: '';
	const inner = ['-', "'", '’'].filter(
		(sign) =>
			!quoteOpen.includes(sign) && !nextToText.trimStart().startsWith(sign) && !(lines.comment ?? '').startsWith(sign)
	);
	// A code that stands right behind a word must not be swallowed by it.
	const wordSource = `\\s*(?<word>(?:${[...bareSigns, '[\\p{L}\\p{N}\\p{M}]', ...inner.map((sign) => `${sign}(?=[\\p{L}\\p{N}])`)].join('|')})+)`;

	return {
		anyCase,
		operators: (
			[
				['and', operators.and],
				['or', operators.or],
				['not', operators.not]
			] as const
		)
			.filter((pair): pair is readonly ['and' | 'or' | 'not', string] => pair[1] !== null && pair[1].trim() !== '')
			.sort((a, b) => b[1].length - a[1].length)
			.map(([kind, sign]) => [kind, re(literalSource(sign))] as const),
		nears: (
			[
				[true, platform.proximity.before],
				[false, platform.proximity.within]
			] as const
		)
			.flatMap(([ordered, pattern]) =>
				pattern === null || pattern === ''
					? []
					: [{ ...nearForm(templateOf(pattern), re), ordered, length: pattern.length }]
			)
			.sort((a, b) => b.length - a.length),
		heading:
			headings && source.vocabulary !== null
				? headingForm(headings, [operators.and, operators.or, operators.not], re)
				: null,
		anyQualified:
			headings && headings.anyQualified
				? re(
						flat(
							templateOf(headings.anyQualified),
							(_, at) => `\\s*(?<list>${not(following(templateOf(headings.anyQualified ?? ''), at))}+?)`
						)
					)
				: null,
		reference: numbered(lines.reference),
		runs: (
			[
				['any', lines.anyRun],
				['all', lines.allRun]
			] as const
		).flatMap(([mode, pattern]) => {
			const form = numbered(pattern);
			return form ? [[mode, form] as const] : [];
		}),
		limits: limitForms.sort((a, b) => b.weight - a.weight).map(({ form }) => form),
		field:
			codes.size === 0 || textAt < 0
				? null
				: {
						before: around(fieldTemplate.slice(0, textAt)),
						after: around(fieldTemplate.slice(textAt + 1)),
						codeFirst,
						whole: isLiteral(fieldTemplate[textAt + 1]) && fieldTemplate[textAt - 1] !== undefined
					},
		fields: new Map([...codes].map(([code, fields]) => [code, INDEXED_FIELDS.filter((field) => fields.has(field))])),
		joiner,
		phrase: re(inQuotes),
		word: re(wordSource),
		signs: signSources.length === 0 ? null : new RegExp(signSources.join('|'), anyCase ? 'giu' : 'gu'),
		comment: lines.comment === null || lines.comment.trim() === '' ? null : commentForm(templateOf(lines.comment), re)
	};
}

function commentForm(template: Template, re: (text: string) => RegExp): RegExp {
	return re(
		flat(template, (_, at) =>
			template.slice(at + 1).some(isLiteral) ? `\\s*(?<text>${not(following(template, at))}*)` : '\\s*(?<text>[^\\n]*)'
		)
	);
}

function nearForm(template: Template, re: (text: string) => RegExp): Omit<NearForm, 'ordered'> {
	const none = { between: null, after: null, opened: null, suffixed: null };
	if (template.some((part) => isSlot(part, 'words')))
		return {
			...none,
			suffixed: re(
				flat(template, (name, at) =>
					name === 'n' ? `${NUMBER}(?!\\d)` : `\\s*(?<words>${not(following(template, at))}+)`
				)
			)
		};
	if (!isSlot(template[0], 'left')) return { ...none, opened: template };
	const right = template.findIndex((part) => isSlot(part, 'right'));
	const source = (parts: readonly TemplatePart[]) =>
		parts
			.map((part, at) =>
				isLiteral(part)
					? literalSource(
							part.literal,
							isSlot(parts[at + 1], 'n') ? 'start' : isSlot(parts[at - 1], 'n') ? 'end' : 'both'
						)
					: NUMBER
			)
			.join('');
	const after = template.slice(right + 1);
	return {
		...none,
		between: re(`${source(template.slice(1, right))}(?!\\d)`),
		after: after.length > 0 ? re(source(after)) : null
	};
}

type Headings = NonNullable<Profile['platform']['headings']>;

/** Words up to the next operator, for what no sign closes. */
function openWords(operators: readonly (string | null)[], joiner: string): string {
	const stops = operators
		.filter((one): one is string => one !== null && one.trim() !== '')
		.map((one) => `${literalSource(one, 'none')}(?!${'[\\p{L}\\p{N}]'})`);
	const word = "[\\p{L}\\p{N}\\p{M}'’-]+";
	const further = `(?:\\s+(?!${stops.join('|').replaceAll('\\s*', '')})${word})*`;
	const name = `\\s*${word}${further}`;
	return joiner.trim() === '' ? name : `${name}(?:${literalSource(joiner, 'none')}${name})*`;
}

function headingForm(headings: Headings, operators: readonly (string | null)[], re: (text: string) => RegExp): RegExp {
	const template = templateOf(headings.pattern);
	const closing = [...template].reverse().find(isLiteral);
	const either = (name: string, texts: readonly (string | null)[]) => {
		const forms = texts.filter((one): one is string => one !== null && one !== '').sort((a, b) => b.length - a.length);
		return forms.length === 0 ? '' : `(?<${name}>${forms.map((one) => literalSource(one, 'none')).join('|')})?`;
	};
	return re(
		`${flat(template, (name, at) => {
			switch (name) {
				case 'label': {
					const next = template[at + 1];
					if (!template.slice(at + 1).some(isLiteral)) return `(?<label>${openWords(operators, '')})`;
					return `(?<label>${not([...(isLiteral(next) ? [next.literal] : []), ...(closing ? [closing.literal] : [])])}+?)`;
				}
				case 'reach':
					return either('reach', [headings.narrower, headings.exact]);
				case 'main':
					return either('main', [headings.main]);
				case 'qualifiers': {
					if (headings.qualifiers === null) return '';
					const inside = templateOf(headings.qualifiers);
					return `(?:${inside.map((part) => (isLiteral(part) ? literalSource(part.literal, 'none') : `(?<list>${template.slice(at + 1).some(isLiteral) ? `${not(closing ? [closing.literal] : [])}+?` : openWords(operators, headings.joiner)})`)).join('')})?`;
				}
				default:
					return '';
			}
		})}`
	);
}
