/** Limits as a platform writes them, read. */
import type { Limit } from '../query/index.ts';
import { foldPattern } from '../text/index.ts';
import type { LimitForm } from './grammar.ts';
import type { Profile } from './profile.ts';

/** @param ownSigns turns a platform's wildcards into ours */
export function limitRead(
	form: LimitForm,
	match: RegExpExecArray,
	profile: Profile,
	ownSigns: (written: string) => string
): Limit {
	const { first = '', last = '', quoted, plain = '' } = match.groups ?? {};
	const text = quoted ?? plain;
	const year = (digits: string) => (digits === '' ? null : Number(digits));
	switch (form.kind) {
		case 'years':
			return { type: 'years', first: year(first), last: year(last) };
		case 'yearsFrom':
			return { type: 'years', first: year(first), last: null };
		case 'yearsTo':
			return { type: 'years', first: null, last: year(last) };
		case 'year':
			return { type: 'years', first: year(first), last: year(first) };
		case 'enteredFrom':
			return { type: 'entered', first, last: null };
		case 'enteredBetween':
			return { type: 'entered', first, last };
		case 'la':
		case 'pt':
		case 'ag': {
			const own = Object.entries(profile.source.values ?? {}).find(
				([key, value]) => key.startsWith(`${form.kind}:`) && value.toLowerCase() === text.toLowerCase()
			);
			const value = own ? own[0].slice(3) : ownSigns(text);
			const patterns = foldPattern(value);
			return {
				type: 'entry',
				field: form.kind,
				of:
					patterns.length === 1
						? { kind: 'word', text: value, pattern: patterns[0] ?? '' }
						: { kind: 'phrase', text: value, patterns }
			};
		}
		case 'identifier':
			return { type: 'identifier', values: [text] };
		case 'hasAbstract':
			return { type: 'presence', has: true, part: 'ab' };
		case 'hasHeadings':
			return { type: 'presence', has: true, part: 'hd' };
	}
}
