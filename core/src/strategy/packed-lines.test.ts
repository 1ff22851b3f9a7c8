/** Lines cut, copied and brought into other enquiries keep what they can, and say what they cannot. */
import { describe, expect, it } from 'vitest';
import { applyEdits, type Json } from '../document/index.ts';
import type { StrategyLine } from '../enquiry/index.ts';
import { parse } from '../query/index.ts';
import {
	namesOf,
	packLines,
	readStrategy,
	roleOf,
	toSource,
	packText,
	readStrategyText,
	unpackLines,
	type PackedLines,
	type StrategyPart,
	type UnpackInto
} from './index.ts';

let fresh = 0;
const newId = () => `N${++fresh}`;
function strategy(
	names: readonly string[],
	specs: readonly (readonly [text: string, concept?: string])[],
	prefix = 'L'
): StrategyPart {
	const concepts = names.map((name) => ({
		id: `${prefix}-${name}`,
		name,
		note: '',
		strands: [],
		headings: [],
		words: [],
		parked: []
	}));
	const lines = specs.map(([text, of], at): StrategyLine => ({
		id: `${prefix}${at + 1}`,
		source: '',
		concept: of ? `${prefix}-${of}` : null,
		strand: null,
		role: roleOf(parse(text).tree),
		label: '',
		note: '',
		off: false
	}));
	const known = namesOf({ concepts, lines }, []);
	return { concepts, lines: lines.map((line, at) => ({ ...line, source: toSource(specs[at]?.[0] ?? '', known) })) };
}
const into = (document: StrategyPart, enquiry: string, after: string | null, makeConcepts = false): UnpackInto => ({
	enquiry,
	document,
	after,
	vocabularies: ['skerry'],
	makeConcepts,
	newId
});
function brought(document: StrategyPart, packed: PackedLines, options: UnpackInto) {
	const unpacked = unpackLines(packed, options);
	const applied = applyEdits(document as unknown as Json, unpacked.edits);
	if ('refused' in applied) throw new Error(applied.refused);
	const now = applied.document as unknown as StrategyPart;
	return { now, said: unpacked.said, texts: readStrategy(now, [], 2026).map((line) => line.text) };
}

const before = strategy(
	['Light'],
	[['light', 'Light'], ['lamp', 'Light'], ['#1 OR #2', 'Light'], ['day'], ['#3 AND #4']]
);

describe('within one strategy', () => {
	it('what is cut and pasted is the same line: its users use it again', () => {
		const packed = packLines(before, ['L2'], 'E');
		const cut = { ...before, lines: before.lines.filter((line) => line.id !== 'L2') };
		const { texts, said } = brought(cut, packed, into(cut, 'E', null));
		expect(texts).toEqual(['lamp', 'light', '#2 OR #1', 'day', '#3 AND #4']);
		expect(said).toEqual([]);
	});
	it('what is copied is a new line; references inside the copy mean the copy', () => {
		const packed = packLines(before, ['L1', 'L2', 'L3'], 'E');
		expect(brought(before, packed, into(before, 'E', 'L5')).texts).toEqual([
			'light',
			'lamp',
			'#1 OR #2',
			'day',
			'#3 AND #4',
			'light',
			'lamp',
			'#6 OR #7'
		]);
	});
	it('what is copied alone still uses the lines that it used', () => {
		expect(brought(before, packLines(before, ['L3'], 'E'), into(before, 'E', 'L5')).texts.at(-1)).toBe('#1 OR #2');
	});
});

describe('into another enquiry', () => {
	const other = strategy(['LIGHT', 'Sleep'], [['sleep', 'Sleep']], 'M');
	it('takes references along, finds concepts by name, and says what is missing', () => {
		const { now, texts, said } = brought(
			other,
			packLines(before, ['L1', 'L2', 'L3', 'L5'], 'E'),
			into(other, 'F', 'M1')
		);
		expect(texts).toEqual(['sleep', 'light', 'lamp', '#2 OR #3', '#4 AND #?']);
		expect(now.lines.map((line) => line.concept)).toEqual(['M-Sleep', 'M-LIGHT', 'M-LIGHT', 'M-LIGHT', null]);
		expect(said).toEqual(['One reference leads to lines or concepts that are not here; it reads #?.']);
	});
	it('makes concepts for a part, and leaves lines without one when pasted', () => {
		const bare = strategy([], [], 'K');
		const packed = packLines(before, ['L1'], 'E');
		const pasted = brought(bare, packed, into(bare, 'F', null));
		expect(pasted.now.lines[0]?.concept).toBeNull();
		expect(pasted.said).toEqual(['There is no concept “Light” here; its lines belong to none.']);
		const part = brought(bare, packed, into(bare, 'F', null, true));
		expect(part.now.concepts).toMatchObject([{ name: 'Light' }]);
		expect(part.now.lines[0]?.concept).toBe(part.now.concepts[0]?.id);
	});
	it('flags headings of vocabularies that are not used here', () => {
		const heading =
			'\uE000{{"key":"corran:x","label":"X","main":false,"narrower":false,"except":[],"qualifiers":[]}\uE001';
		const foreign: StrategyPart = {
			concepts: [],
			lines: [{ ...(before.lines[0] as StrategyLine), concept: null, source: heading }]
		};
		expect(unpackLines(packLines(foreign, ['L1'], 'E'), into(other, 'F', null)).said[0]).toContain(
			'Headings of corran'
		);
	});
});

it('a strategy pasted as text brings its concepts and numbers along', () => {
	const here = strategy(['Sleep'], [['sleep', 'Sleep'], ['rest']], 'M');
	const read = readStrategyText('@B Light\n4\tlight ;; words\n7\tlamp\n@\n8\t(#4 OR #7) AND @A\n');
	const { now, texts } = brought(here, packText(read, newId), into(here, 'F', 'M2', true));
	// `@A` is not explained in the text, so it is the concept A of this enquiry.
	expect(texts).toEqual(['sleep', 'rest', 'light', 'lamp', '(#3 OR #4) AND @A']);
	expect(now.concepts.map((one) => one.name)).toEqual(['Sleep', 'Light']);
	expect(now.lines[2]).toMatchObject({ label: 'words', concept: now.concepts[1]?.id });
});
