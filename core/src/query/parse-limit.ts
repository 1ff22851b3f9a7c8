/** Reading limits: what may follow `yr:`, `en:`, `la:`, `pt:`, `ag:`, `id:`, `has:`, `lacks:`, `set:`, `hand:`. */
import { foldedKey } from '../text/index.ts';
import { MARKED_SETS, type Limit, type MarkedSet, type Span } from './expression.ts';
import { fault, replacing, type Report } from './parse-terms.ts';

export const LIMIT_CODES = ['yr', 'en', 'la', 'pt', 'ag', 'id', 'has', 'lacks', 'set', 'hand'] as const;
export type LimitCode = (typeof LIMIT_CODES)[number];

export const isLimitCode = (code: string): code is LimitCode => (LIMIT_CODES as readonly string[]).includes(code);

const YEARS = /^(?:(\d{4})(?:(-)(\d{4})?)?|-(\d{4}))$/;
const QUOTES = /["\u201C\u201D\u201E\u201F]/;
const LAST_YEARS = /^last([1-9]\d*)$/i;
const DATES = /^(\d{4}-\d{2}-\d{2})?(\.\.)?(\d{4}-\d{2}-\d{2})?$/;

/** Reads the value of `yr:`. */
export function readYears(value: string, at: Span, report: Report): Limit | null {
	const last = LAST_YEARS.exec(value);
	if (last) return { type: 'last-years', count: Number(last[1]) };
	const years = YEARS.exec(value);
	if (!years) {
		report(
			fault(
				'error',
				'year-form',
				at,
				'Years are written with four digits: yr:2010-2026, yr:2015-, yr:-1999, yr:2020 or yr:last5.'
			)
		);
		return null;
	}
	const [, from, dash, to, until] = years;
	const first = from === undefined ? null : Number(from);
	const end = until ?? (dash ? to : from);
	const lastYear = end === undefined ? null : Number(end);
	if (first !== null && lastYear !== null && first > lastYear) {
		report(
			fault('error', 'years-reversed', at, `${first} comes after ${lastYear}, so there is no year between them.`, [
				replacing('Swap them', at, `yr:${lastYear}-${first}`)
			])
		);
		return null;
	}
	return { type: 'years', first, last: lastYear };
}

function isCalendarDate(text: string): boolean {
	const date = new Date(`${text}T00:00:00Z`);
	return !Number.isNaN(date.getTime()) && date.toISOString().startsWith(text);
}

/** Reads the value of `en:`, the date on which the source added the record. */
export function readDates(value: string, at: Span, report: Report): Limit | null {
	const dates = DATES.exec(value);
	const [, from, span, to] = dates ?? [];
	const first = from ?? null;
	// A single day begins and ends with itself.
	const last = span === undefined ? first : (to ?? null);
	const fits = dates !== null && (first !== null || last !== null) && (span !== undefined || to === undefined);
	if (!fits || [first, last].some((day) => day !== null && !isCalendarDate(day))) {
		report(
			fault(
				'error',
				'date-form',
				at,
				'Entry dates are written en:2026-03-01, en:2026-03-01.., en:..2026-06-30 or en:2026-03-01..2026-06-30, with days that exist.'
			)
		);
		return null;
	}
	if (first !== null && last !== null && first > last) {
		report(
			fault('error', 'dates-reversed', at, `${first} comes after ${last}.`, [
				replacing('Swap them', at, `en:${last}..${first}`)
			])
		);
		return null;
	}
	return { type: 'entered', first, last };
}

/** Reads the inside of `id:( … )`: literals joined by OR, each bare or in quotes. */
export function readIdentifierGroup(inside: string, at: Span, report: Report): Limit | null {
	const words = inside.match(/"[^"]*"|[^\s"]+/g) ?? [];
	const values: string[] = [];
	for (const [index, word] of words.entries()) {
		if (index % 2 === 1 ? word === 'OR' : word !== 'OR') {
			if (index % 2 === 0) values.push(word.replace(/^"|"$/g, '').trim());
			continue;
		}
		report(fault('error', 'identifier-list', at, 'Identifiers in brackets are joined by OR: id:(123 OR 456).'));
		return null;
	}
	return finishIdentifiers(words.length % 2 === 1 ? values : [], at, report);
}

export function finishIdentifiers(values: readonly string[], at: Span, report: Report): Limit | null {
	const quoted = values.find((value) => QUOTES.test(value));
	if (quoted !== undefined) {
		report(
			fault(
				'error',
				'identifier-quotes',
				at,
				'An identifier holds no quotes.',
				values.length === 1 ? [replacing('Remove them', at, `id:${quoted.replace(new RegExp(QUOTES, 'g'), '')}`)] : []
			)
		);
		return null;
	}
	if (values.length === 0 || values.some((value) => value === '')) {
		report(fault('error', 'identifier-empty', at, 'An identifier is missing here.'));
		return null;
	}
	if (values.some((value) => foldedKey(value) === '')) {
		report(fault('error', 'identifier-empty', at, 'An identifier holds at least one letter or digit.'));
		return null;
	}
	return { type: 'identifier', values };
}

export function readPresence(code: 'has' | 'lacks', value: string, at: Span, report: Report): Limit | null {
	const part = value.toLowerCase();
	if (part === 'ab' || part === 'hd') return { type: 'presence', has: code === 'has', part };
	report(
		fault('error', 'presence-part', at, `${code}: takes ab (abstract) or hd (headings).`, [
			replacing('Abstract', at, `${code}:ab`),
			replacing('Headings', at, `${code}:hd`)
		])
	);
	return null;
}

export function readMarked(value: string, at: Span, report: Report): Limit | null {
	const set = value.toLowerCase();
	if ((MARKED_SETS as readonly string[]).includes(set)) return { type: 'marked', set: set as MarkedSet };
	report(
		fault(
			'error',
			'unknown-set',
			at,
			'set: takes benchmark, relevant or irrelevant.',
			MARKED_SETS.map((name) => replacing(name, at, `set:${name}`))
		)
	);
	return null;
}
