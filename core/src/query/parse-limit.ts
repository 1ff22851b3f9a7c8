/** Reading limits: what may follow `yr:`, `en:`, `la:`, `pt:`, `ag:`, `id:`, `has:`, `lacks:`, `set:`, `hand:`. */
import { foldedKey } from '../text/index.ts';
import { MARKED_SETS, type Limit, type MarkedSet, type Span } from './expression.ts';
import { fault, replacing, type Report } from './parse-terms.ts';

export const LIMIT_CODES = ['yr', 'en', 'la', 'pt', 'ag', 'id', 'has', 'lacks', 'set', 'hand'] as const;
export type LimitCode = (typeof LIMIT_CODES)[number];

export const isLimitCode = (code: string): code is LimitCode => (LIMIT_CODES as readonly string[]).includes(code);

const YEARS = /^(?:(\d{4})(?:(-)(\d{4})?)?|-(\d{4}))$/;
const LAST_YEARS = /^last([1-9]\d*)$/i;
const DATES = /^(\d{4}-\d{2}-\d{2})\.\.(\d{4}-\d{2}-\d{2})?$/;

/** Reads the value of `yr:`. */
export function readYears(value: string, at: Span, report: Report): Limit | null {
	const last = LAST_YEARS.exec(value);
	if (last) return { type: 'last-years', count: Number(last[1]) };
	const years = YEARS.exec(value);
	if (!years) {
		report(fault('error', 'year-form', at, 'Years are written with four digits: yr:2010-2026, yr:2015-, yr:-1999, yr:2020 or yr:last5.'));
		return null;
	}
	const [, from, dash, to, until] = years;
	const first = from === undefined ? null : Number(from);
	const end = until ?? (dash ? to : from);
	const lastYear = end === undefined ? null : Number(end);
	if (first !== null && lastYear !== null && first > lastYear) {
		report(
			fault('error', 'years-reversed', at, `${first} comes after ${lastYear}, so no year lies between them.`, [
				replacing('Turn them round', at, `yr:${lastYear}-${first}`)
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
	const [, first = '', last] = dates ?? [];
	if (!dates || !isCalendarDate(first) || (last !== undefined && !isCalendarDate(last))) {
		report(fault('error', 'date-form', at, 'Entry dates are written en:2026-03-01.. or en:2026-03-01..2026-06-30, with days that exist.'));
		return null;
	}
	if (last !== undefined && first > last) {
		report(fault('error', 'dates-reversed', at, `${first} comes after ${last}.`, [replacing('Turn them round', at, `en:${last}..${first}`)]));
		return null;
	}
	return { type: 'entered', first, last: last ?? null };
}

/** Reads what stands in `id:( … )`: literals joined by OR, each bare or in quotes. */
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
