/**
 * A profile from examples: what a person types for each construct shows, by where the example's
 * parts stand in it, how the platform writes. What stays open is asked in a plain question.
 */
import type { IndexedField } from '../query/index.ts';
import { learnHeadings, type Examined } from './learn-headings.ts';
import { NO_LIMITS, type Profile } from './profile.ts';
import { cut, differing, escapedIndex, stripped, type Around } from './learn-texts.ts';

export type Examples = Readonly<Record<string, string>>;

export interface Question {
	/** The construct or setting that it is about. */
	readonly about: string;
	readonly question: string;
	readonly options: readonly { readonly value: string; readonly label: string }[];
}

/** Answers to questions, and what no example can show. */
export type LearnAnswers = Readonly<Record<string, string>>;

export interface Learned {
	readonly profile: Profile;
	readonly questions: readonly Question[];
	/** Constructs whose example could not be taken apart, with the reason. */
	readonly unclear: readonly { readonly construct: string; readonly why: string }[];
}

type Platform = Profile['platform'];

export interface LearnNames {
	readonly id: string;
	readonly platform: string;
	readonly source: string;
	readonly vocabulary: string | null;
}

export function learnProfile(given: Examples, answers: LearnAnswers, names: LearnNames): Learned {
	return new Learner(given, answers, names).learned();
}

class Learner implements Examined {
	private readonly questions: Question[] = [];
	private readonly unclear: { construct: string; why: string }[] = [];
	private readonly fields: Record<IndexedField, string | null> = {
		ti: null,
		ab: null,
		kw: null,
		hd: null,
		au: null,
		jn: null,
		af: null
	};
	private readonly sets: { code: string; fields: IndexedField[] }[] = [];
	private bare: IndexedField[] | null = null;
	/** What stands around a word that is searched in the title. */
	private title: Around = { before: '', after: '' };
	private field: Platform['fields'] = { pattern: '%{text}', per: 'term', several: 'or', joiner: '' };

	private readonly given: Examples;
	constructor(
		given: Examples,
		private readonly answers: LearnAnswers,
		private readonly names: LearnNames
	) {
		// What a pattern is made of would be taken for its slots.
		const odd = Object.entries(given).filter(([, text]) => /%\{\w+\}/.test(text));
		for (const [construct] of odd) this.open(construct, 'A name in %{ } cannot be part of an example.');
		this.given = Object.fromEntries(
			Object.entries(given).filter((entry) => !odd.some(([construct]) => construct === entry[0]))
		);
	}

	/** What single words are quoted with, where they are. */
	private quotes: Around | null = null;

	typed(construct: string): string | null {
		const text = (this.given[construct] ?? '').trim();
		if (text === '') return null;
		const { before, after } = this.quotes ?? { before: '', after: '' };
		if (before + after === '' || construct === 'phrase') return text;
		const literal = (some: string) => some.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
		return text.replace(new RegExp(`${literal(before)}((?:harb|lantern)[^\\s"]*?)${literal(after)}`, 'gi'), '$1');
	}

	/** A platform that quotes single words writes the word as it writes the phrase. */
	private learnQuotes(): void {
		const [word, phrase] = [
			cut((this.given['title'] ?? '').trim(), 'harbour'),
			cut((this.given['phrase'] ?? '').trim(), 'stone harbour')
		];
		if (!word || !phrase || word.before !== phrase.before || word.after !== phrase.after) return;
		const before = /[^\p{L}\p{N}\s]+$/u.exec(word.before)?.[0] ?? '';
		const after = /^[^\p{L}\p{N}\s]+/u.exec(word.after)?.[0] ?? '';
		if (before !== '' && after !== '') this.quotes = { before, after };
	}

	ask(about: string, question: string, options: readonly (readonly [string, string])[]): string {
		this.questions.push({ about, question, options: options.map(([value, label]) => ({ value, label })) });
		return this.answers[about] ?? options[0]?.[0] ?? '';
	}

	open(construct: string, why: string): null {
		this.unclear.push({ construct, why });
		return null;
	}

	learned(): Learned {
		this.learnQuotes();
		this.learnFields();
		const phrase = this.phrase();
		const or = this.operator('or') ?? 'OR';
		this.several(or);
		const and = this.operator('and') ?? 'AND';
		const not = this.operator('not');
		const precedence = this.ask('precedence', `How does the platform read  a ${or} b ${and} c  without brackets?`, [
			['left-to-right', `from the left: (a ${or} b) ${and} c`],
			['and-first', `${and} first: a ${or} (b ${and} c)`],
			['brackets-demanded', 'it refuses, or nobody knows']
		]) as Platform['operators']['precedence'];
		const values = this.values(phrase);
		const profile: Profile = {
			id: this.names.id,
			name: `${this.names.source} on ${this.names.platform}`,
			version: 1,
			platform: {
				name: this.names.platform,
				fields: this.field,
				terms: { phrase, quoteWords: this.quotes !== null, collisions: [] },
				headings: learnHeadings(this),
				operators: { and, or, not, precedence },
				proximity: this.proximity(phrase),
				wildcards: this.wildcards(),
				lines: this.lines(and),
				limits: this.limits(phrase),
				...(Object.keys(values).length > 0 ? { values } : {}),
				ceilings: { length: this.number('length'), terms: this.number('terms'), export: this.number('export') }
			},
			source: {
				name: this.names.source,
				vocabulary: this.names.vocabulary,
				fields: this.fields,
				...(this.sets.length > 0 ? { sets: this.sets } : {}),
				...(this.bare ? { bare: this.bare } : {})
			}
		};
		return { profile, questions: this.questions, unclear: this.unclear };
	}

	private number(about: string): number | null {
		const value = Number(this.answers[about] ?? '');
		return Number.isInteger(value) && value > 0 ? value : null;
	}

	/** One word in several single fields: what stays the same is the pattern, what changes is the code. */
	private learnFields(): void {
		const single = (['ti', 'ab', 'kw', 'au', 'jn', 'af', 'hd'] as const).flatMap((field) => {
			const construct = {
				ti: 'title',
				ab: 'abstract',
				kw: 'keyword',
				au: 'author',
				jn: 'journal',
				af: 'address',
				hd: 'heading-word'
			}[field];
			const text = this.typed(construct);
			const around = text === null ? null : cut(text, 'harbour');
			if (text !== null && !around) this.open(construct, 'It does not contain the word harbour.');
			return around ? [{ field, around }] : [];
		});
		const title = single.find((one) => one.field === 'ti');
		if (!title) return;
		this.title = title.around;
		if (title.around.before === '' && title.around.after === '') {
			// The title needs no code: the platform has no fields to choose from.
			this.bare = [
				'ti',
				...single
					.filter((one) => one.around.before === '' && one.around.after === '')
					.flatMap((one) => (one.field === 'ti' ? [] : [one.field]))
			];
			return;
		}
		const others = single.filter((one) => one.field !== 'ti');
		const side =
			title.around.before.trim() !== '' &&
			(title.around.after.trim() === '' || others.some((one) => one.around.before !== title.around.before))
				? 'before'
				: 'after';
		const texts = [title, ...others].map((one) => one.around[side]);
		const codes = others.length > 0 ? differing(texts) : null;
		const [whole] = texts;
		// With one field alone, the code is the first run of letters.
		const alone =
			codes ??
			(/^(\W*)(\w+)(.*)$/s.exec(whole ?? '')
				? {
						start: /^(\W*)/.exec(whole ?? '')?.[1] ?? '',
						end: /^\W*\w+(.*)$/s.exec(whole ?? '')?.[1] ?? '',
						middles: [/\w+/.exec(whole ?? '')?.[0] ?? '']
					}
				: null);
		if (!alone) {
			this.open('title', 'No code for the title can be seen in it.');
			return;
		}
		[title, ...others].forEach((one, at) => (this.fields[one.field] = alone.middles[at] ?? null));
		const coded = `${alone.start}%{code}${alone.end}`;
		this.field = {
			pattern: side === 'before' ? `${coded}%{text}${title.around.after}` : `${title.around.before}%{text}${coded}`,
			per: 'term',
			several: 'or',
			joiner: ''
		};
	}

	private phrase(): string {
		if (this.quotes) return `${this.quotes.before}%{text}${this.quotes.after}`;
		const text = this.typed('phrase');
		const inside = text === null ? null : stripped(text, this.title);
		const around = inside === null ? null : cut(inside, 'stone harbour');
		if (text !== null && !around)
			this.open(
				'phrase',
				'The two words are not side by side in it; a phrase written with an operator between its words is not supported.'
			);
		return around && around.before + around.after !== '' ? `${around.before}%{text}${around.after}` : '"%{text}"';
	}

	/** The text between two words in titles, codes and brackets taken away. */
	private operator(construct: 'and' | 'or' | 'not'): string | null {
		const text = this.typed(construct);
		if (text === null) return null;
		const first = escapedIndex(text, 'harbour');
		const second = escapedIndex(text, 'lantern');
		if (first < 0 || second < first)
			return this.open(construct, 'It does not contain the words harbour and lantern in this order.');
		let between = text.slice(first + 'harbour'.length, second);
		const { before, after } = this.title;
		const each =
			(after !== '' && between.startsWith(after)) ||
			(before !== '' &&
				between.trimEnd().endsWith(before.trimEnd()) &&
				before.trim() !== '' &&
				between.trim() !== before.trim());
		if (construct === 'or')
			this.field = { ...this.field, per: each || (before === '' && after === '') ? 'term' : 'group' };
		if (after !== '' && between.startsWith(after)) between = between.slice(after.length);
		if (before !== '' && between.endsWith(before)) between = between.slice(0, between.length - before.length);
		const sign = between.replace(/[()]/g, ' ').trim();
		return sign === '' ? this.open(construct, 'No operator stands between the two words.') : sign;
	}

	/** How several fields are asked for: a code of their own, a list of codes, or the term once for each. */
	private several(or: string): void {
		for (const [construct, wanted] of [
			['two-fields', ['ti', 'ab']],
			['usual', ['ti', 'ab', 'kw']]
		] as const) {
			const text = this.typed(construct);
			if (text === null) continue;
			const around = cut(text, 'harbour');
			if (!around) {
				this.open(construct, 'It does not contain the word harbour.');
				continue;
			}
			if (around.before === '' && around.after === '') {
				this.bare = [...wanted];
				continue;
			}
			if (text.toLowerCase().split('harbour').length > 2) {
				this.field = { ...this.field, several: 'or', joiner: '' };
				continue;
			}
			const [start, end] = this.field.pattern.split('%{text}').map((part) => part.split('%{code}'));
			const inCode =
				start && start.length > 1 ? this.inside(around.before, start) : this.inside(around.after, end ?? []);
			if (inCode === null) {
				this.open(construct, 'It does not look like the code of a single field with another code in it.');
				continue;
			}
			const [first, second] = [this.fields.ti, this.fields.ab];
			const list = first !== null && second !== null && inCode.startsWith(first) ? inCode.slice(first.length) : null;
			const at = list === null || second === null ? -1 : list.indexOf(second);
			const joiner = list === null ? '' : list.slice(0, at);
			const rest = list === null || second === null ? '' : list.slice(at + second.length);
			if (wanted.length === 3 && at > 0 && rest === '' && this.fields.kw === null) this.fields.kw = second;
			if (list !== null && at > 0 && !/\w/.test(joiner.replaceAll(or, '')))
				this.field = { ...this.field, several: 'list', joiner };
			else this.sets.push({ code: inCode, fields: [...wanted] });
		}
	}

	private inside(text: string, [start = '', end = '']: readonly string[]): string | null {
		return text.startsWith(start) && text.endsWith(end) && text.length > start.length + end.length
			? text.slice(start.length, text.length - end.length)
			: null;
	}

	private wildcards(): Platform['wildcards'] {
		const sign = (construct: string, before: string, after: string) => {
			const text = this.typed(construct);
			if (text === null) return null;
			// Written twice, there is no sign for it.
			if (text.toLowerCase().split(before).length > 2) return null;
			const inside = stripped(text, this.title);
			const from = inside === null ? -1 : inside.toLowerCase().indexOf(before);
			const rest = inside === null || from < 0 ? null : inside.slice(from + before.length);
			const found =
				rest === null
					? null
					: after === ''
						? rest
						: rest.toLowerCase().includes(after)
							? rest.slice(0, rest.toLowerCase().lastIndexOf(after))
							: null;
			if (found === null || found.trim() === '' || /\s/.test(found.trim()))
				return this.open(construct, 'It shows no character where the letters were left out.');
			return found.trim();
		};
		const any = sign('ending', 'harbour', '');
		const inside =
			any === null
				? 'no'
				: this.ask('inside', `May ${any} be used inside a word, as in harb${any}r?`, [
						['no', 'no, only at the end'],
						['yes', 'yes']
					]);
		const inPhrases =
			any === null
				? 'no'
				: this.ask('in-phrases', `Does ${any} work inside a phrase?`, [
						['yes', 'yes'],
						['no', 'no, it is ignored there']
					]);
		const one = sign('one-letter', 'harb', 'ur');
		return {
			any,
			one,
			optional: sign('optional', 'harbo', 'r'),
			smallestStem: this.number('smallest-stem') ?? 0,
			front: this.answers['front'] === 'yes',
			inside: inside === 'yes' || one !== null,
			inPhrases: inPhrases === 'yes'
		};
	}

	private proximity(phrase: string): Platform['proximity'] {
		let counts: Platform['proximity']['counts'] = 'words between';
		const form = (construct: 'near' | 'before'): string | null => {
			const text = this.typed(construct);
			if (text === null) return null;
			const first = escapedIndex(text, 'harbour');
			const second = escapedIndex(text, 'lantern');
			if (first < 0 || second < first)
				return this.open(construct, 'It does not contain the words harbour and lantern in this order.');
			const numbers = [...text.matchAll(/\d+/g)].filter((match) => ['3', '4', '5'].includes(match[0]));
			const [number] = numbers;
			if (!number || numbers.length > 1)
				return this.open(construct, 'No number, or more than one, can be the distance in it.');
			if (number[0] === '4') counts = 'position difference';
			else if (number[0] === '5')
				counts = this.ask('counts', 'You wrote 5 for at most three words between. How does the platform count?', [
					['position difference', 'steps from word to word'],
					['words between', 'words between']
				]) as typeof counts;
			const [quoteOpen = '"', quoteClose = '"'] = phrase.split('%{text}');
			const marked =
				`${text.slice(0, first)}\u0001${text.slice(first + 7, second)}\u0002${text.slice(second + 7)}`.replace(
					number[0],
					'\u0003'
				);
			const pattern = this.withoutCodes(marked);
			if (pattern.includes(`${quoteOpen}\u0001 \u0002${quoteClose}`))
				return pattern.replace('\u0001 \u0002', '%{words}').replace('\u0003', '%{n}').trim();
			const filled = pattern
				.replace('\u0001', '%{left}')
				.replace('\u0002', '%{right}')
				.replace('\u0003', '%{n}')
				.trim();
			// Brackets around an operator are those of the group, not of the operator.
			return /^\(%\{left\}.*%\{right\}\)$/.test(filled) ? filled.slice(1, -1) : filled;
		};
		const within = form('near');
		return {
			within,
			before: form('before'),
			counts,
			largest: this.number('largest-distance'),
			phrases: this.answers['near-phrases'] !== 'no',
			groups: this.answers['near-groups'] !== 'no',
			wildcards: this.answers['near-wildcards'] !== 'no'
		};
	}

	/** The codes of the title taken out of a text, once around it all or once at each word. */
	private withoutCodes(text: string): string {
		const whole = stripped(text, this.title);
		let rest = whole ?? text;
		const { before, after } = this.title;
		if (after !== '') rest = rest.replace(`\u0001${after}`, '\u0001').replace(`\u0002${after}`, '\u0002');
		if (before !== '') rest = rest.replace(`${before}\u0001`, '\u0001').replace(`${before}\u0002`, '\u0002');
		return rest;
	}

	private lines(and: string): Platform['lines'] {
		const text = this.typed('lines');
		const around = text === null ? null : /^(.*?)2(.*?)3(.*)$/s.exec(text);
		let reference: string | null = null;
		if (text !== null && around) {
			const [, start = '', between = '', end = ''] = around;
			const at = between.toLowerCase().indexOf(and.trim().toLowerCase());
			const after = at < 0 ? '' : between.slice(0, at).trimEnd();
			if (at < 0) this.open('lines', `The operator ${and} is not between the two numbers.`);
			else reference = `${start}%{n}${after === end.trimEnd() ? after : ''}`;
		} else if (text !== null) this.open('lines', 'It does not contain the numbers 2 and 3.');
		const run = (construct: string) => {
			const typed = this.typed(construct);
			if (typed === null) return null;
			const match = /^(.*?)1(\D+)3(.*)$/s.exec(typed);
			// Three numbers one by one are no short form.
			if (!match)
				return /1\D+2\D+3/.test(typed) ? null : this.open(construct, 'It does not contain the numbers 1 and 3.');
			return `${match[1] ?? ''}%{first}${match[2] ?? ''}%{last}${match[3] ?? ''}`;
		};
		const comment = this.typed('comment');
		const said = comment === null ? null : cut(comment, 'sample note');
		if (comment !== null && !said) this.open('comment', 'It does not contain the words sample note.');
		return {
			reference,
			anyRun: run('any-lines'),
			allRun: run('all-lines'),
			comment: said ? `${said.before}%{text}${said.after}` : null
		};
	}

	/** Capitals as the examples show them; quotes where the value of two words has them. */
	private values(phrase: string): NonNullable<Platform['values']> {
		const shown = (construct: string, value: string) => {
			const text = this.typed(construct) ?? '';
			const at = escapedIndex(text, value);
			return at < 0 ? null : { value: text.slice(at, at + value.length), text };
		};
		const type = shown('type', 'field report');
		const [value = ''] = [type?.value, shown('language', 'english')?.value].filter((one) => one !== undefined);
		const [open = '"', close = '"'] = phrase.split('%{text}');
		const capital = /^\p{Lu}/u.test(value);
		return {
			...(capital ? { capitals: /\s\p{Ll}/u.test(value) ? ('first' as const) : ('each' as const) } : {}),
			...(type && !type.text.includes(`${open}${type.value}${close}`) ? { bare: true } : {})
		};
	}

	private limits(phrase: string): Platform['limits'] {
		const filled = (construct: string, values: readonly (readonly [string, string])[]) => {
			const text = this.typed(construct);
			if (text === null) return null;
			let pattern = text;
			for (const [value, slot] of values) {
				const at = escapedIndex(pattern, value);
				if (at < 0) return this.open(construct, `It does not contain ${value}.`);
				pattern = `${pattern.slice(0, at)}%{${slot}}${pattern.slice(at + value.length)}`;
			}
			return pattern;
		};
		const [open = '"', close = '"'] = phrase.split('%{text}');
		const type = filled('type', [['field report', 'text']]);
		return {
			...NO_LIMITS,
			years: filled('years', [
				['2011', 'first'],
				['2019', 'last']
			]),
			yearsFrom: filled('years-from', [['2011', 'first']]),
			yearsTo: filled('years-to', [['2019', 'last']]),
			enteredFrom: filled('entered', [['2021-05-03', 'first']]),
			language: filled('language', [['english', 'text']]),
			// Quotes belong to the value, which is quoted where it has several words.
			type: type?.replace(`${open}%{text}${close}`, '%{text}') ?? null
		};
	}
}
