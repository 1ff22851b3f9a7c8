/** Fields of a strategy at a source: every way, the most faithful first, and what each changes. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { INDEXED_FIELDS, parse, type IndexedField } from '../query/index.ts';
import type { Profile } from './profile.ts';
import { testProfile as base } from './test-profile.ts';
import { fieldChoice, fieldOptions, optionOf } from './write-fields.ts';
import { writeStrategy } from './write.ts';
import { WRITTEN_ALONE } from './writing.ts';

type Source = Profile['source'];
const NONE = Object.fromEntries(INDEXED_FIELDS.map((field) => [field, null])) as Source['fields'];
const at = (
	fields: Partial<Source['fields']>,
	sets: Source['sets'] = [],
	bare: IndexedField[] | null = null
): Profile => ({
	...base,
	source: { ...base.source, name: 'Harbour', fields: { ...NONE, ...fields }, sets, bare }
});
const ways = (wanted: readonly IndexedField[], profile: Profile) =>
	fieldOptions(wanted, profile).map(({ way, changes }) => [way, changes.map(({ kind }) => kind).join(' ')]);
const USUAL: readonly IndexedField[] = ['ti', 'ab', 'kw'];

describe('ways of searching some fields', () => {
	const own = { ti: 't', ab: 'a', kw: 'k' } as const;
	it('puts the set that is just these fields first, then the fields one by one, then what brings too much, then what misses some', () => {
		const sets: NonNullable<Source['sets']> = [
			{ code: 'wide', fields: ['ti', 'ab', 'kw', 'hd', 'jn'] },
			{ code: 'topic', fields: ['ti', 'kw'] },
			{ code: 'text', fields: ['ti', 'ab', 'kw'] },
			{ code: 'people', fields: ['au', 'af'] },
			{ code: 'near', fields: ['ti', 'ab', 'kw', 'hd'] }
		];
		expect(ways(USUAL, at(own, sets))).toEqual([
			['set:text', ''],
			['each', ''],
			['set:near', 'widened'],
			['set:wide', 'widened'],
			['set:topic', 'narrowed']
		]);
	});
	it('takes text without a code where it is read in these fields, and says what is read besides', () => {
		expect(ways(USUAL, at({}, [], ['ti', 'ab', 'kw']))).toEqual([['bare', '']]);
		expect(fieldOptions(['ab', 'af'], at({}, [], ['ti', 'ab']))[0]?.changes.map(({ message }) => message)).toEqual([
			'Harbour has no field for affiliations; the other fields are searched.',
			'Harbour also searches title here.'
		]);
	});
	it('knows a field that is left out from one that the source has not', () => {
		const [, , set] = fieldOptions(
			USUAL,
			at(own, [
				{ code: 'text', fields: USUAL as IndexedField[] },
				{ code: 'ti', fields: ['ti'] }
			])
		);
		expect(set?.changes[0]?.message).toBe('Not searched here: abstract, author keywords.');
	});
	it('offers nothing where the source has none of the fields', () =>
		expect(ways(['au'], at({ ti: 't' }, [{ code: 'x', fields: ['ab'] }], ['kw']))).toEqual([]));
	it('tells that a code of one field searches another, too', () => {
		expect(fieldOptions(['ti'], at({ ti: 't', ab: 't' }))[0]).toMatchObject({
			codes: ['t'],
			fields: ['ti', 'ab'],
			changes: [{ kind: 'widened' }]
		});
	});

	const fields = fc.subarray([...INDEXED_FIELDS], { minLength: 1 });
	it('says widened where it searches more and narrowed where it searches less, and never chooses a worse way before a better one', () => {
		fc.assert(
			fc.property(
				fields,
				fc.array(fields, { maxLength: 4 }),
				fc.option(fields),
				fc.uniqueArray(fc.constantFrom(...INDEXED_FIELDS)),
				(wanted, sets, bare, coded) => {
					const profile = at(
						Object.fromEntries(coded.map((field) => [field, field.toUpperCase()])),
						sets.map((some, index) => ({ code: `s${index}`, fields: some })),
						bare
					);
					const options = fieldOptions(wanted, profile);
					for (const { fields: searched, changes } of options) {
						expect(changes.some(({ kind }) => kind === 'widened')).toBe(
							searched.some((field) => !wanted.includes(field))
						);
						expect(changes.some(({ kind }) => kind === 'narrowed')).toBe(
							wanted.some((field) => !searched.includes(field))
						);
						expect(searched.some((field) => wanted.includes(field))).toBe(true);
					}
					const [first] = options;
					const exact = options.some(({ changes }) => changes.length === 0);
					expect(first?.changes.length === 0).toBe(exact);
					const complete = options.some(({ changes }) => !changes.some(({ kind }) => kind === 'narrowed'));
					if (complete) expect(first?.changes.some(({ kind }) => kind === 'narrowed')).toBe(false);
				}
			)
		);
	});
});

describe('the way that was chosen', () => {
	const profile = at({ ti: 't', ab: 'a', kw: 'k' }, [
		{ code: 'text', fields: ['ti', 'ab', 'kw'] },
		{ code: 'wide', fields: ['ti', 'ab', 'kw', 'hd'] }
	]);
	const write = (way: string, wanted: readonly string[] = USUAL) =>
		writeStrategy(
			[{ id: 'a', number: 1, label: '', tree: parse('light OR ti:lamp').tree, role: 'words', off: false }],
			profile,
			{
				...WRITTEN_ALONE,
				fields: [{ wanted, way }]
			}
		);

	it('is written, and told where it changes something', () => {
		expect(write('each').lines[0]?.text).toBe('light<t+a+k> either lamp<t>');
		const wide = write('set:wide', ['kw', 'ti', 'ab']);
		expect(wide.lines[0]).toMatchObject({
			text: 'light<wide> either lamp<t>',
			notes: [{ kind: 'widened', message: 'Harbour also searches heading words here.' }]
		});
	});
	it('falls back to the most faithful where the source has it no more', () => {
		expect(write('set:gone').lines[0]?.text).toBe('light<text> either lamp<t>');
		const choice = fieldChoice(USUAL, profile, [{ wanted: USUAL, way: 'set:gone' }]);
		expect(choice && optionOf(choice)?.codes).toEqual(['text']);
	});
	it('is told with the other ways, once for all lines', () => {
		expect(write('each').fields.map((one) => [one.wanted.join(), one.way, one.options.length])).toEqual([
			['ti,ab,kw', 'each', 3],
			['ti', 'each', 3]
		]);
	});
});
