/** Decisions as SKOS mapping properties (W3C SKOS Reference 2009, section 10), read back by an independent parser. */
import { Parser } from 'n3';
import { describe, expect, it } from 'vitest';
import { writeMappings, type MappingToWrite } from './index.ts';

const SKOS = 'http://www.w3.org/2004/02/skos/core#';
const decision = (kind: MappingToWrite['kind'], targets: string[], reason = ''): MappingToWrite => ({
	heading: 'lamp',
	to: 'other',
	kind,
	targets,
	reason,
	by: 'Ann "A" Other',
	on: '2026-11-23'
});
const read = (one: MappingToWrite) => new Parser().parse(writeMappings('own', [one]));

describe('mappings in Turtle', () => {
	it.each([
		['exact', 'exactMatch'],
		['close', 'closeMatch'],
		['broader', 'broadMatch'],
		['narrower', 'narrowMatch']
	] as const)('%s is %s', (kind, property) => {
		const links = read(decision(kind, ['x'])).filter((quad) => quad.predicate.value === SKOS + property);
		expect(links.map((quad) => [quad.subject.value, quad.object.value])).toEqual([
			['https://wide-lantern.example/own/lamp', 'https://wide-lantern.example/other/x']
		]);
	});
	it('several together link to each, and say that they belong together', () => {
		const quads = read(decision('two', ['x', 'y']));
		expect(quads.filter((quad) => quad.predicate.value === `${SKOS}narrowMatch`)).toHaveLength(2);
		expect(quads.find((quad) => quad.predicate.value === `${SKOS}editorialNote`)?.object.value).toContain('with OR');
	});
	it('none links to nothing and keeps the reason, quotes and line breaks included', () => {
		const quads = read(decision('none', [], 'No "such" thing\nanywhere'));
		expect(quads).toHaveLength(1);
		expect(quads[0]?.object.value).toBe(
			'No heading of other fits: text words only. Ann "A" Other, 2026-11-23. No "such" thing\nanywhere'
		);
	});
});
