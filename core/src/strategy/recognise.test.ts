/** Role, concept, automatic label and result of lines as they are typed (notation.md, section 5). */
import { describe, expect, it } from 'vitest';
import { applyEdits, type Edit, type Json } from '../document/index.ts';
import { newEnquiry, type EnquiryDocument, type LineRole, type StrategyLine } from '../enquiry/index.ts';
import { followingEdits, joinedLines, namesOf, readStrategy, resultLine, toSource } from './index.ts';

const CONCEPTS = ['a', 'b'];
const concept = (id: string) => ({
	id,
	name: id.toUpperCase(),
	note: '',
	strands: [],
	headings: [],
	words: [],
	parked: []
});

function enquiry(): EnquiryDocument {
	let next = 0;
	return { ...newEnquiry('Does music help?', 'free form', () => `id${next++}`), concepts: CONCEPTS.map(concept) };
}

/** Applies edits with those that follow from them. */
function edited(before: EnquiryDocument, edits: readonly Edit[]): EnquiryDocument {
	const applied = applyEdits(before as unknown as Json, edits);
	if ('refused' in applied) throw new Error(applied.refused);
	const after = applied.document as unknown as EnquiryDocument;
	const all = applyEdits(after as unknown as Json, followingEdits(before, after, edits));
	if ('refused' in all) throw new Error(all.refused);
	return all.document as unknown as EnquiryDocument;
}

/** Types a text into a line key by key, as the sheet does: every key sets its source anew. */
function typed(document: EnquiryDocument, id: string, text: string, start = 1): EnquiryDocument {
	let now = document;
	for (let end = start; end <= text.length; end++)
		now = edited(now, [
			{ do: 'set', at: ['lines', id, 'source'], value: toSource(text.slice(0, end), namesOf(now, [])) }
		]);
	return now;
}

/** A new line below the others, typed key by key; it begins in the concept of the line above. */
function withLine(document: EnquiryDocument, id: string, text: string, inside?: string | null): EnquiryDocument {
	const above = document.lines.at(-1);
	const item: StrategyLine = {
		id,
		source: '',
		concept: inside === undefined ? (above?.concept ?? null) : inside,
		strand: null,
		role: 'words',
		label: '',
		note: '',
		off: false
	};
	return typed(
		edited(document, [{ do: 'insert', in: ['lines'], item: item as unknown as Json, after: above?.id ?? null }]),
		id,
		text
	);
}

const of = (document: EnquiryDocument, id: string) => document.lines.find((line) => line.id === id) as StrategyLine;

describe('a line typed key by key', () => {
	it.each<[string, LineRole]>([
		['{Anxiety >} OR {Fear}', 'headings'],
		['music* OR song*', 'words'],
		['{Anxiety} OR worr*', 'mixed'],
		['#1 OR #2', 'joining'],
		['ANY(#1-#2)', 'joining'],
		['@A AND @B', 'joining'],
		['#2 AND yr:2015-', 'limit'],
		['la:(english OR french)', 'limit'],
		['set:benchmark NOT #2', 'check']
	])('%s is recognised as %s', (text, role) => {
		let document = withLine(enquiry(), 'one', 'worr*', 'a');
		document = withLine(document, 'two', 'music*', 'b');
		expect(of(withLine(document, 'new', text), 'new').role).toBe(role);
	});

	it('becomes another thing when its text does, and stays what a person made of it', () => {
		let document = withLine(enquiry(), 'one', 'worr*', 'a');
		document = typed(document, 'one', '{Anxiety}');
		expect(of(document, 'one').role).toBe('headings');
		document = edited(document, [
			{ do: 'set', at: ['lines', 'one', 'role'], value: 'filter' },
			{ do: 'set', at: ['lines', 'one', 'roleSet'], value: true }
		]);
		expect(of(typed(document, 'one', 'trial*'), 'one').role).toBe('filter');
	});

	it('belongs to a concept only if all that it joins does', () => {
		let document = withLine(enquiry(), 'one', 'worr*', 'a');
		document = withLine(document, 'two', '{Anxiety}');
		document = withLine(document, 'three', '#1 OR #2');
		expect(of(document, 'three').concept).toBe('a');
		document = withLine(document, 'four', 'music*', 'b');
		document = withLine(document, 'five', '@A AND @B');
		expect(of(document, 'five')).toMatchObject({ role: 'joining', concept: null });
		// So the joining is not one of the lines that @B joins, and can be read.
		expect(joinedLines(document, 'b', null).map((line) => line.id)).toEqual(['four']);
		expect(readStrategy(document, [], 2026).at(-1)?.faults).toEqual([]);
		document = withLine(document, 'six', '#3 AND yr:2015-');
		expect(of(document, 'six')).toMatchObject({ role: 'limit', concept: 'a' });
		document = withLine(document, 'seven', '#5 AND yr:2015-');
		expect(of(document, 'seven')).toMatchObject({ role: 'limit', concept: null });
	});

	it('belongs to the concept that what it joins is put into, and to none when that is taken away', () => {
		let document = withLine(enquiry(), '1', 'music*', null);
		document = withLine(document, '2', 'song*', null);
		document = withLine(document, '3', '#1 OR #2', null);
		document = withLine(document, '4', '#3', null);
		const put = (id: string, value: string | null): Edit => ({ do: 'set', at: ['lines', id, 'concept'], value });
		document = edited(document, [put('1', 'a')]);
		expect(document.lines.map((line) => line.concept)).toEqual(['a', null, null, null]);
		document = edited(document, [put('2', 'a')]);
		expect(document.lines.map((line) => line.concept)).toEqual(['a', 'a', 'a', 'a']);
		document = edited(document, [put('2', 'b')]);
		expect(document.lines.map((line) => line.concept)).toEqual(['a', 'b', null, null]);
		// What somebody has set by command stays.
		document = edited(document, [put('4', 'b'), { do: 'set', at: ['lines', '4', 'conceptSet'], value: true }]);
		document = edited(document, [put('2', 'a')]);
		expect(document.lines.map((line) => line.concept)).toEqual(['a', 'a', 'a', 'b']);
	});
	it('typed over a joining it belongs to the concept that it is typed in', () => {
		let document = withLine(enquiry(), 'one', 'worr*', 'a');
		document = withLine(document, 'two', 'music*', 'b');
		document = withLine(document, 'three', '#1 AND #2');
		expect(of(document, 'three').concept).toBeNull();
		expect(of(typed(document, 'three', 'song*'), 'three')).toMatchObject({ role: 'words', concept: 'b' });
	});
});

describe('automatic labels', () => {
	it('follow their line, or go; what somebody wrote stays', () => {
		let document = withLine(withLine(enquiry(), 'one', 'worr*', 'a'), 'two', 'music*', 'b');
		document = withLine(withLine(document, 'all', '@A AND @B'), 'limit', '#3 AND yr:2015-');
		document = edited(document, [
			{ do: 'set', at: ['lines', 'all', 'label'], value: 'All concepts' },
			{ do: 'set', at: ['lines', 'limit', 'label'], value: 'Years: 2015-' }
		]);
		const later = typed(document, 'limit', '#3 AND yr:2018-2020', '#3 AND yr:2018-'.length);
		expect(of(later, 'limit').label).toBe('Years: 2018-2020');
		expect(of(typed(document, 'all', '@A', 2), 'all').label).toBe('');
		const named = edited(document, [{ do: 'set', at: ['lines', 'limit', 'label'], value: 'Since the new drug' }]);
		expect(of(typed(named, 'limit', '#3 AND yr:2018-', '#3 AND yr:2018-'.length), 'limit').label).toBe(
			'Since the new drug'
		);
	});
});

describe('the result', () => {
	const line = (id: string, role: LineRole, more: object = {}) => ({
		id,
		role,
		off: false,
		empty: false,
		query: {},
		...more
	});
	it('is the marked line, else the last that combines or limits, else the last that can be counted', () => {
		const lines = [
			line('1', 'words'),
			line('2', 'joining'),
			line('3', 'limit'),
			line('scratch', 'words'),
			line('known', 'check')
		];
		expect(resultLine(lines, null)?.id).toBe('3');
		expect(resultLine(lines, '2')?.id).toBe('2');
		// A mark on a line that is off or gone means nothing.
		expect(resultLine([line('1', 'joining'), line('2', 'joining', { off: true })], '2')?.id).toBe('1');
		expect(resultLine(lines, 'gone')?.id).toBe('3');
		expect(resultLine([line('1', 'words'), line('2', 'words'), line('3', 'words', { query: null })], null)?.id).toBe(
			'2'
		);
		expect(resultLine([line('1', 'check')], null)).toBeNull();
	});
	it('stays where it is while it cannot be read for the moment', () => {
		expect(resultLine([line('1', 'joining'), line('2', 'limit', { query: null })], null)?.id).toBe('2');
	});
});
