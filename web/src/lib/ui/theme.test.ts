/**
 * Contrast of every pair of colours that meet on a screen, by day and by night: WCAG 2.2, success criteria 1.4.3 (text)
 * and 1.4.11 (edges of controls, marks), with the relative luminance that WCAG defines.
 */
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';

const css = readFileSync(new URL('theme.css', import.meta.url), 'utf8');
/** Custom properties with a plain colour in the rule that begins with this selector. */
function colours(selector: string): ReadonlyMap<string, string> {
	const rule = css.slice(css.indexOf(selector));
	return new Map(
		[...rule.slice(0, rule.indexOf('}')).matchAll(/--([\w-]+): (#[0-9a-f]{6});/g)].map(
			([, name = '', value = '']) => [name, value] as const
		)
	);
}
const channel = (value: number) => (value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4);
function luminance(hex: string): number {
	const [red = 0, green = 0, blue = 0] = [1, 3, 5].map((at) => channel(parseInt(hex.slice(at, at + 2), 16) / 255));
	return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
}
function contrast(one: string, other: string): number {
	const [dark = 0, bright = 0] = [luminance(one), luminance(other)].sort((a, b) => a - b);
	return (bright + 0.05) / (dark + 0.05);
}

const GROUNDS = ['paper', 'sheet', 'wash'] as const;
const TEXTS = ['ink', 'soft', 'link', 'lit', 'fault', 'note', 'good'] as const;
const HUES = Array.from({ length: 6 }, (_, at) => `hue-${at}`);
const EDGES = ['edge', 'focus'] as const;

describe('the formula', () => {
	it('gives what WCAG gives: 21 for black on white, 4.54 for #767676 on white', () => {
		expect(contrast('#000000', '#ffffff')).toBe(21);
		expect(contrast('#767676', '#ffffff')).toBeCloseTo(4.54, 2);
	});
});

describe.each([
	['by day', ":root,\n[data-mode='light']"],
	['by night', "[data-mode='dark']"]
])('contrast %s', (_, selector) => {
	const theme = colours(selector);
	const of = (name: string): string => {
		const value = theme.get(name);
		if (value === undefined) throw new Error(`There is no colour --${name} here.`);
		return value;
	};
	it.each(GROUNDS.flatMap((ground) => [...TEXTS, ...HUES].map((text) => [text, ground] as const)))(
		'%s on %s can be read',
		(text, ground) => {
			expect(contrast(of(text), of(ground))).toBeGreaterThanOrEqual(4.5);
		}
	);
	it.each(HUES)('paper on %s, as on the letters of concepts, can be read', (hue) => {
		expect(contrast(of('paper'), of(hue))).toBeGreaterThanOrEqual(4.5);
	});
	it('paper on ink, as on the next step, can be read', () => {
		expect(contrast(of('paper'), of('ink'))).toBeGreaterThanOrEqual(4.5);
	});
	it.each(EDGES.flatMap((edge) => GROUNDS.map((ground) => [edge, ground] as const)))(
		'%s on %s can be seen',
		(edge, ground) => {
			expect(contrast(of(edge), of(ground))).toBeGreaterThanOrEqual(3);
		}
	);
});

describe('Skeleton’s surfaces', () => {
	const scale = colours("[data-theme='lantern']");
	const surface = (step: number) => scale.get(`surface-${step}`) ?? scale.get(`color-surface-${step}`) ?? '';
	it.each([
		['the next step by day', 950, 50],
		['fields by day', 50, 950],
		['heads of tables by day', 700, 50],
		['heads of tables by night', 300, 950]
	] as const)('%s can be read', (__, ground, text) => {
		expect(contrast(surface(ground), surface(text))).toBeGreaterThanOrEqual(4.5);
	});
	it.each([50, 100, 900, 950])('outlines on surface %i can be seen', (ground) => {
		expect(contrast(surface(500), surface(ground))).toBeGreaterThanOrEqual(3);
	});
});
