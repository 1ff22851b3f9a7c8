/** How headings are written, learned from examples that differ in one thing each; and what is asked or left open. */
import { describe, expect, it } from 'vitest';
import { learnHeadings, type Examined } from './learn-headings.ts';
import { fill } from './template.ts';

function learn(typed: Readonly<Record<string, string>>, answer?: string) {
	const open: (readonly [construct: string, why: string])[] = [];
	const asked: string[] = [];
	const examined: Examined = {
		typed: (construct) => typed[construct] ?? null,
		open(construct, why) {
			open.push([construct, why]);
			return null;
		},
		ask(about, _, options) {
			asked.push(about);
			return answer ?? options[0]?.[0] ?? '';
		}
	};
	return { form: learnHeadings(examined), open, asked };
}
type Form = NonNullable<ReturnType<typeof learn>['form']>;
const write = (form: Form | null, narrower: boolean, main = false, qualifiers: readonly string[] = []) =>
	form &&
	fill(form.pattern, {
		label: 'Stone Harbours',
		reach: (narrower ? form.narrower : form.exact) ?? '',
		main: main ? (form.main ?? '') : '',
		qualifiers:
			qualifiers.length > 0 && form.qualifiers !== null
				? fill(form.qualifiers, { list: qualifiers.join(form.joiner) })
				: ''
	});

describe('headings from examples', () => {
	it.each([
		[
			'a word in front',
			{
				heading: 'topic "Stone Harbours"',
				narrower: 'topic deep "Stone Harbours"',
				main: 'topic deep chief "Stone Harbours"'
			}
		],
		[
			'a sign behind',
			{ heading: '"Stone Harbours".su.', narrower: '"Stone Harbours"+.su.', main: '"Stone Harbours"+!.su.' }
		],
		[
			'a slash option',
			{ heading: "'Stone Harbours'/h", narrower: "'Stone Harbours'/h/all", main: "'Stone Harbours'/h/all/top" }
		],
		[
			'a mark for “exact”',
			{ heading: 'SH=(Stone Harbours):only', narrower: 'SH=(Stone Harbours)', main: 'SH=(Stone Harbours)*' }
		]
	] as const)('%s: each example is written again as it was typed', (_, typed) => {
		const { form, open } = learn(typed);
		expect(open).toEqual([]);
		expect([write(form, false), write(form, true), write(form, true, true)]).toEqual([
			typed.heading,
			typed.narrower,
			typed.main
		]);
	});
	it.each([
		['by code', { narrower: 'h[Stone Harbours+]', qualifiers: 'h[Stone Harbours+/re,hm]' }, 'code', ','],
		['by name', { narrower: '{Stone Harbours ..}', qualifiers: '{Stone Harbours ..; repair & harm}' }, 'name', ' & ']
	] as const)('qualifiers %s', (_, typed, by, joiner) => {
		const { form } = learn(typed);
		expect([form?.qualifierBy, form?.joiner]).toEqual([by, joiner]);
		expect(write(form, true, false, by === 'code' ? ['re', 'hm'] : ['repair', 'harm'])).toBe(typed.qualifiers);
	});
	it('the main topic’s sign keeps its place before the qualifiers', () => {
		const { form } = learn({
			heading: 'h[Stone Harbours]',
			narrower: 'h[Stone Harbours+]',
			main: 'h[Stone Harbours+!]',
			qualifiers: 'h[Stone Harbours+/re,hm]'
		});
		expect(write(form, true, true, ['re', 'hm'])).toBe('h[Stone Harbours+!/re,hm]');
		expect(write(form, false)).toBe('h[Stone Harbours]');
	});
	it('asks where both are written the same, and takes the answer', () => {
		const typed = { heading: 'h(Stone Harbours)', narrower: 'h(Stone Harbours)' };
		const always = learn(typed);
		expect([always.asked, always.form?.narrower, always.form?.exact]).toEqual([['reach'], '', null]);
		const never = learn(typed, 'exact');
		expect([never.form?.narrower, never.form?.exact]).toEqual([null, '']);
	});
	it('says what it cannot tell, and goes on without it', () => {
		expect(learn({ heading: 'h(Old Harbours)' })).toMatchObject({
			form: null,
			open: [['heading', 'It does not contain the name Stone Harbours.']]
		});
		const both = learn({ heading: 'a(Stone Harbours)z', narrower: 'b(Stone Harbours)y' });
		expect(both.open).toEqual([['narrower', 'It differs from the heading alone in two places.']]);
		const few = learn({ narrower: 'h(Stone Harbours+)', qualifiers: 'h(Stone Harbours+/re)' });
		expect(few.open[0]?.[0]).toBe('qualifiers');
		expect(few.form?.qualifiers).toBeNull();
		const main = learn({ narrower: 'h(Stone Harbours+)', main: 'top Stone Harbours' });
		expect([main.open[0]?.[0], main.form?.main]).toEqual(['main', null]);
	});
	it('without any example there is no form', () => {
		expect(learn({})).toEqual({ form: null, open: [], asked: [] });
	});
});
