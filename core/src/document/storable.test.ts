/** Text that a database can hold. */
import { describe, expect, it } from 'vitest';
import { cleanJson, cleanText, unstorableAt } from './index.ts';

describe('text that can be stored', () => {
	it.each([
		['plain', 'plain'],
		['a\u0000b', 'ab'],
		['\uD83D\uDE00', '\uD83D\uDE00'],
		['x\uD83D', 'x\uFFFD'],
		['\uDE00x', '\uFFFDx'],
		['\uD83D\uD83D\uDE00', '\uFFFD\uD83D\uDE00']
	])('%j becomes %j', (text, clean) => {
		expect(cleanText(text)).toBe(clean);
		expect(clean.normalize()).toBe(clean);
	});

	it('is told by its place, and cleaned without touching what is clean', () => {
		const value = {
			edits: [
				{ at: ['a'], value: 'ok' },
				{ at: ['b'], value: { note: 'x\u0000' } }
			]
		};
		expect(unstorableAt(value)).toBe('/edits/1/value/note');
		expect(cleanJson(value).edits[1]?.value).toEqual({ note: 'x' });
		expect(cleanJson(value).edits[0]).toBe(value.edits[0]);
		expect(unstorableAt(cleanJson(value))).toBeNull();
	});
});
