import type { Concept } from '@wide-lantern/core/editor';
import { describe, expect, it } from 'vitest';
import { assemblySteps, hasLines, headingNames } from './assembly';
import { concept, documentOf, edited, line } from './testing';

const heading = (id: string, vocabulary: string, name: string, picked?: readonly string[]) =>
	({
		id,
		vocabulary,
		heading: name,
		strand: null,
		narrower: false,
		focus: false,
		qualifiers: [],
		note: '',
		...(picked ? { picked } : {})
	}) as unknown as Concept['headings'][number];
const word = (id: string, text: string) =>
	({ id, strand: null, text, note: '' }) as unknown as Concept['words'][number];
const document = documentOf([], {
	concepts: [
		concept('Sleep', {
			headings: [heading('h1', 'own', 'S1'), heading('h2', 'other', 'T1')],
			words: [word('w1', 'sleep*')]
		}),
		concept('Light', { words: [word('w2', 'lamp*')] })
	]
});
const factsOf = (vocabulary: string, id: string) =>
	Promise.resolve({ label: `${vocabulary} ${id}`, allQualifiers: [{ code: 'tu', name: 'treatment' }] });

describe('lines made from concepts', () => {
	it('ask what each heading is called, those picked among the narrower ones, too', async () => {
		const asked: string[] = [];
		const picking = documentOf([], {
			concepts: [concept('A', { headings: [heading('h', 'own', 'S1', ['S2', 'S3'])] })]
		});
		const names = await headingNames(picking, (vocabulary, id) => {
			asked.push(id);
			return factsOf(vocabulary, id);
		});
		expect(asked).toEqual(['S1', 'S2', 'S3']);
		expect(names.labels.get('own:S2')).toBe('own S2');
		expect(names.qualifiers.get('tu')).toBe('treatment');
	});
	it('are headings of the own vocabulary, words, and a line that combines the concepts', async () => {
		const steps = assemblySteps(document, await headingNames(document, factsOf), 'own');
		const edits = steps.flatMap((step) => step.edits);
		const lines = edits.flatMap((edit) => (edit.do === 'insert' ? [(edit.item as { source: string }).source] : []));
		expect(lines).toHaveLength(4);
		expect(lines[0]).toBe('{own S1}');
		expect(lines.join(' ')).not.toContain('other');
		expect(lines[1]).toContain('sleep*');
	});
	it('are no change where they are there already', async () => {
		const names = await headingNames(document, factsOf);
		const edits = assemblySteps(document, names, 'own').flatMap((step) => step.edits);
		const assembled = edited(document, edits);
		expect(hasLines(assembled)).toBe(true);
		expect(assemblySteps(assembled, names, 'own').flatMap((step) => step.edits)).toEqual([]);
	});
	it('count as there only where a line says something', () => {
		expect(hasLines(documentOf([line('a', '  ')]))).toBe(false);
		expect(hasLines(documentOf([line('a', '  '), line('b', 'x')]))).toBe(true);
	});
});
