import { FRAMEWORKS, type Concept } from '@wide-lantern/core/editor';
import { describe, expect, it } from 'vitest';
import {
	changeFramework,
	chooseProfile,
	conceptFromPart,
	conceptOf,
	decidePart,
	LEFT_OUT,
	OPEN,
	type PlannedSource,
	type QuestionPart
} from './brief';
import { concept, documentOf, edited, line } from './testing';

const part = (id: string, change: Partial<QuestionPart> = {}): QuestionPart => ({
	id,
	name: id,
	text: '',
	concept: null,
	leftOut: null,
	...change
});
const WORD = { id: 'w', strand: null, text: 'lamp*', origin: '' } as Concept['words'][number];
const BY = { by: 'Ida', on: '2026-11-30' };

describe('the framework', () => {
	it('keeps parts with a text or a concept and adds its own', () => {
		const [first, second] = FRAMEWORKS.SPIDER;
		const document = documentOf([], {
			parts: [
				part('a', { name: 'Population', text: 'adults' }),
				part('b', { name: 'Outcome' }),
				part('c', { name: first ?? '', text: 'x' })
			]
		});
		const after = edited(document, changeFramework(document, 'SPIDER').edits);
		expect(after.framework).toBe('SPIDER');
		const names = after.parts.map(({ name }) => name);
		expect(names.slice(0, 2)).toEqual(['Population', first]);
		expect(names).toContain(second);
		expect(names).not.toContain('Outcome');
		expect(names.filter((name) => name === first)).toHaveLength(1);
	});
});

describe('a part of the question', () => {
	const document = documentOf([line('l', 'lamp*', { concept: 'c' })], {
		parts: [part('p', { text: ' Light therapy ', leftOut: 'too broad' }), part('q', { concept: 'c' })],
		concepts: [concept('c', { words: [WORD] }), concept('d')]
	});
	const [open, searched] = document.parts;
	if (!open || !searched) throw new Error('There are two parts.');

	it('becomes a concept of its own behind the others', () => {
		const after = edited(document, conceptFromPart(document, open).edits);
		expect(after.concepts.map(({ name }) => name)).toEqual(['c', 'd', 'Light therapy']);
		expect(after.parts[0]).toMatchObject({ concept: after.concepts[2]?.id, leftOut: null });
	});
	it('is placed in a concept, left out with its reason, or opened again', () => {
		const placed = edited(document, decidePart(document, open, 'd', BY).edits);
		expect(placed.parts[0]).toMatchObject({ concept: 'd', leftOut: null });
		expect(conceptOf(placed, placed.parts[0] ?? open)?.id).toBe('d');
		const out = edited(document, decidePart(document, open, LEFT_OUT, BY).edits);
		expect(out.parts[0]).toMatchObject({ concept: null, leftOut: 'too broad' });
		const again = edited(document, decidePart(document, open, OPEN, BY).edits);
		expect(again.parts[0]).toMatchObject({ concept: null, leftOut: null });
	});
	it('that is searched takes its concept out of the search, and back when it is chosen again', () => {
		const out = decidePart(document, searched, LEFT_OUT, BY);
		expect(out.name).toBe('leave a part of the question out');
		const without = edited(document, out.edits);
		expect(without.concepts[0]?.dropped).toMatchObject(BY);
		const left = without.parts[1] ?? searched;
		const back = decidePart(without, left, 'c', BY);
		expect(back.name).toBe('search a part of the question again');
		const after = edited(without, back.edits);
		expect(after.concepts[0]?.dropped ?? null).toBeNull();
		expect(after.lines.map(({ source, off }) => [source, off])).toEqual([['lamp*', false]]);
	});
	it('whose concept is empty is only placed', () => {
		const empty = documentOf([], { parts: [part('q', { concept: 'd' })], concepts: [concept('d')] });
		const [own] = empty.parts;
		if (!own) throw new Error('There is a part.');
		expect(decidePart(empty, own, LEFT_OUT, BY).name).toBe('place a part of the question');
	});
});

describe('a profile for a source', () => {
	const source = (change: Partial<PlannedSource> = {}) =>
		({ id: 's', database: '', platform: '', kind: 'database', profile: null, ...change }) as PlannedSource;
	const set = (own: PlannedSource, name = 'Skerry') =>
		chooseProfile(own, { id: 'p', source: name, platform: 'Harbour' }).edits.map((edit) =>
			edit.do === 'set' ? [edit.at.at(-1), edit.value] : []
		);
	it('fills in what is empty, and leaves what somebody has written', () => {
		expect(set(source())).toEqual([
			['profile', 'p'],
			['database', 'Skerry'],
			['platform', 'Harbour']
		]);
		expect(set(source({ database: 'My database', platform: 'Mine' }))).toEqual([['profile', 'p']]);
	});
	it('of a register makes it a register', () => {
		expect(set(source(), 'Fairway register')).toContainEqual(['kind', 'register']);
		expect(set(source({ kind: 'other' }), 'Fairway register')).not.toContainEqual(['kind', 'register']);
	});
	it('is taken away again', () => {
		expect(chooseProfile(source({ profile: 'p' }), null).edits).toEqual([
			{ do: 'set', at: ['sources', 's', 'profile'], value: null }
		]);
	});
});
