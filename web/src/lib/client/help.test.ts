/** Every example of the help can be run, and everything can be found. */
import { parse } from '@wide-lantern/core/editor';
import { describe, expect, it } from 'vitest';
import { HELP, helpFor } from './help';

describe('the help', () => {
	it.each(
		HELP.flatMap((section) => section.items.flatMap((item) => (item.example === undefined ? [] : [item.example])))
	)('%s is an expression without a fault', (example) => {
		expect(parse(example).faults).toEqual([]);
	});

	it('finds by any word of a name, a text or an example', () => {
		expect(helpFor('')).toEqual(HELP);
		expect(helpFor('unique yield').flatMap((section) => section.items.map((item) => item.name))).toEqual(['Only here']);
		expect(helpFor('narrower EXCEPT').flatMap((section) => section.items.map((item) => item.name))).toContain(
			'{… > except …; …}'
		);
		expect(helpFor('no such thing')).toEqual([]);
	});
});
