/** What columns of a vocabulary's file hold: short names, one field a column, cells as they will be read. */
import type { TableLook } from '@wide-lantern/core';
import { describe, expect, it } from 'vitest';
import { FieldChoice, shortNames } from './field-choice.svelte';

const look = (change: Partial<TableLook> = {}): TableLook => ({
	of: 'table',
	header: ['term', 'other', 'note'],
	rows: [],
	proposed: { delimiter: ';', separator: '|', columns: { label: 0, entryTerms: 1 } },
	elements: [],
	...change
});

describe('names of columns', () => {
	it('are the last part of addresses, where that tells them apart', () => {
		expect(shortNames(['https://h.example/p#label', 'https://h.example/p#term › https://h.example/p#text'])).toEqual([
			'label',
			'term › text'
		]);
		expect(shortNames(['https://a.example/label', 'https://b.example/label', 'name[kind=main]'])).toEqual([
			'https://a.example/label',
			'https://b.example/label',
			'name[kind=main]'
		]);
	});
});

describe('what a column holds', () => {
	it('is one field, and a field is held by one column', () => {
		const choice = new FieldChoice(look());
		choice.choose(2, 'label');
		expect([choice.fieldOf(0), choice.fieldOf(2)]).toEqual(['', 'label']);
		choice.choose(2, '');
		expect(choice.canRead).toBe(false);
		choice.choose(1, 'label');
		expect(choice.shape.columns).toEqual({ label: 1 });
	});
	it('decides how its cells are read', () => {
		const choice = new FieldChoice(look());
		expect(choice.valuesOf(0, 'a|b')).toEqual(['a|b']);
		expect(choice.valuesOf(1, 'a| b|')).toEqual(['a', 'b']);
		choice.separator = ';';
		expect(choice.valuesOf(1, 'a|b;c')).toEqual(['a|b', 'c']);
		const xml = new FieldChoice(
			look({ of: 'xml', proposed: { delimiter: ',', separator: '\n', columns: {}, element: 'entry' } })
		);
		expect(xml.valuesOf(0, 'a\nb')).toEqual(['a', 'b']);
		expect(xml.shape.element).toBe('entry');
	});
});
