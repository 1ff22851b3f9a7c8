/** What ships as vocabulary data: every heading of ours is explained, and no invented name stands for two things. */
import { describe, expect, it } from 'vitest';
import { readTurtle } from '@wide-lantern/core';
import skerryTurtle from '../vocabularies/skerry.ttl?raw';
import { shippedVocabularies } from './index.ts';

const { vocabularies } = shippedVocabularies();
const { skerry, tidewater, corran } = vocabularies;
const SENTENCES = /^[\p{Lu}“].*[.?]$/u;
const TRADE = /^(?:[A-Z][a-z]+)(?:ad|ib|ost|unq|elv|ard|op|isk)(?:ume|une|ave|il|ode|imo|elle|ade)$/;

describe('scope notes', () => {
	const written = readTurtle(skerryTurtle, 'skerry').vocabulary?.headings ?? [];
	it('stand at every heading that is written by hand, as sentences', () => {
		expect(written.length).toBeGreaterThan(300);
		expect(
			written
				.filter(({ scopeNote }) => !SENTENCES.test(scopeNote))
				.map(({ label, scopeNote }) => `${label}: ${scopeNote}`)
		).toEqual([]);
	});
	it('are sentences wherever a heading made by rule has one', () => {
		const made = [skerry, tidewater, corran]
			.flatMap(({ headings }) => headings)
			.filter(({ scopeNote }) => scopeNote !== '' && !SENTENCES.test(scopeNote));
		expect(made.map(({ label, scopeNote }) => `${label}: ${scopeNote}`)).toEqual([]);
	});
	it('send to headings that are there', () => {
		const labels = new Set(written.map(({ label }) => label));
		const sendings = /(?:, use|(?: is| are) under|; use) (\p{Lu}[^.;“]*?)(?= instead| too| and in | with |[.;])/gu;
		expect(written.flatMap(({ scopeNote }) => [...scopeNote.matchAll(sendings)]).length).toBeGreaterThan(40);
		const lost = written.flatMap(({ label, scopeNote }) =>
			[...scopeNote.matchAll(sendings)]
				.flatMap(([, to = '']) => (labels.has(to) ? [] : to.split(' or ')))
				.filter((to) => !labels.has(to) && !to.startsWith('the particular'))
				.map((to) => `${label} sends to ${to}`)
		);
		expect(lost).toEqual([]);
	});
});

describe('trade names of medicines', () => {
	interface Traded {
		readonly trade: string;
		readonly medicine: string;
	}
	const traded = (vocabulary: typeof skerry): Traded[] =>
		vocabulary.headings.flatMap(({ label, entryTerms }) =>
			entryTerms.filter((name) => TRADE.test(name)).map((trade) => ({ trade, medicine: label }))
		);
	it('are entry terms of the medicine, the same ones in both vocabularies', () => {
		const inCorran = new Map(traded(corran).map(({ trade, medicine }) => [trade, medicine]));
		expect(inCorran.size).toBeGreaterThan(500);
		const inSkerry = traded(skerry);
		expect(inSkerry.length).toBeGreaterThan(100);
		expect(
			inSkerry.filter(({ trade, medicine }) => inCorran.get(trade)?.toLowerCase() !== medicine.toLowerCase())
		).toEqual([]);
	});
	it('belong to one medicine each', () => {
		const trades = traded(corran).map(({ trade }) => trade);
		expect(new Set(trades).size).toBe(trades.length);
	});
});
