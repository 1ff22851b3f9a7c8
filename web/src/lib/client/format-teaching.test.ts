/** Files of references before they are sent: what they are, and a format taught by its example. */
import type { Recipe } from '@wide-lantern/core/references';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { RecipeEntry } from '$lib/contract/recipes';
import { beginningOf, recogniseText } from './file-formats';
import { FormatTeaching } from './format-teaching.svelte';
import { ReferenceFiles } from './references.svelte';
import { serve } from './testing';

afterEach(() => {
	vi.unstubAllGlobals();
});

const TAGGED = [1, 2, 3]
	.map(
		(n) =>
			`NO: 10${n}\nTI: The ${n}th long report on choirs and breath\nBY: Ostwick, Mara\nYR: 201${n}\nAB: choirs / breath\n`
	)
	.join('\n');
const RECIPE: Recipe = {
	kind: 'tagged',
	separator: ':',
	record: { by: 'first-tag', text: 'NO' },
	fields: [
		{ name: 'TI', holds: 'title', split: null },
		{ name: 'YR', holds: 'year', split: null }
	]
};
const entry = (name: string, recipe: Recipe): RecipeEntry => ({
	name,
	recipe,
	by: 'Ines',
	on: '2026-11-20',
	mine: true
});

describe('a chosen file', () => {
	it('is recognised by its beginning, whatever its encoding', async () => {
		const utf16 = new Blob([new Uint8Array([0xff, 0xfe]), Buffer.from('TY  - JOUR\nTI  - Café\n', 'utf16le')]);
		expect(await recogniseText(await beginningOf(utf16), [])).toEqual({ kind: 'known', format: 'ris' });
		const latin = new Blob([Buffer.from('title;year\nCaf\xe9;2019\n', 'latin1')]);
		expect(await beginningOf(latin)).toContain('Café');
		expect(await recogniseText(await beginningOf(new Blob([new Uint8Array(200)])), [])).toEqual({ kind: 'binary' });
		expect(await recogniseText('Dear all', [])).toEqual({ kind: 'unknown' });
	});
	it('is read by the format that somebody has taught, also where a table was guessed', async () => {
		expect(await recogniseText(TAGGED, [])).toEqual({ kind: 'unknown' });
		expect(await recogniseText(TAGGED, [entry('Island list', RECIPE)])).toEqual({
			kind: 'recipe',
			name: 'Island list'
		});
		const table = 'Title,Made\nA long report,2019\nAnother one,2020\n';
		const columns: Recipe = {
			kind: 'table',
			delimiter: ',',
			fields: [
				{ name: 'Title', holds: 'title', split: null },
				{ name: 'Made', holds: 'year', split: null }
			]
		};
		expect(await recogniseText(table, [entry('Island list', RECIPE)])).toEqual({ kind: 'known', format: 'table' });
		expect(await recogniseText(table, [entry('Dates', columns)])).toEqual({ kind: 'recipe', name: 'Dates' });
	});
});

describe('teaching a format', () => {
	async function taught(text = TAGGED) {
		const asked = serve(() => ({ recipes: [entry('Choirs', RECIPE)] }));
		const saved = vi.fn();
		const model = new FormatTeaching('choirs.txt', text, saved);
		await model.start();
		return { model, asked, saved };
	}
	it('begins with what was found, and shows the first records', async () => {
		const { model } = await taught();
		expect(model.recipe?.fields.map(({ name, holds }) => [name, holds])).toEqual([
			['NO', 'number'],
			['TI', 'title'],
			['BY', 'authors'],
			['YR', 'year'],
			['AB', 'abstract']
		]);
		expect(model.preview[0]).toMatchObject({
			title: 'The 1th long report on choirs and breath',
			year: '2011',
			fault: ''
		});
	});
	it('a field is given another meaning and another separator, and the records follow', async () => {
		const { model } = await taught();
		await model.holds('AB', 'keywords');
		await model.splits('AB', '/');
		expect(model.preview[0]).toMatchObject({ keywords: ['choirs', 'breath'], abstract: '' });
		await model.look({ kind: 'tagged', record: { by: 'blank-line', text: '' } });
		// What was said of fields stays when records are told apart in another way.
		expect(model.preview[0]?.keywords).toEqual(['choirs', 'breath']);
		await model.holds('TI', 'keep');
		expect(model.hasTitle).toBe(false);
		expect(model.preview[0]?.fault).toBe('It has neither a title nor an abstract.');
	});
	it('is saved under a name, or says why not', async () => {
		const { model, asked, saved } = await taught();
		expect(model.canSave).toBe(false);
		model.name = ' Choirs ';
		await model.save();
		expect(asked.at(-1)).toMatchObject({ method: 'PUT', path: '/api/v1/recipes/Choirs' });
		expect(saved).toHaveBeenCalledWith('Choirs', [entry('Choirs', RECIPE)]);
		const refused = await taught();
		serve(() => 403);
		refused.model.name = 'Choirs';
		await refused.model.save();
		expect(refused.model.fault).toBe('Refused with 403.');
		expect(refused.saved).not.toHaveBeenCalled();
	});
	it('says where a file has no shape, and keeps what was found where a choice finds nothing', async () => {
		const { model } = await taught('Dear all');
		expect(model.recipe).toBeNull();
		expect(model.fault).toContain('Nothing in this file repeats');
		const other = await taught();
		await other.model.look({ kind: 'xml' });
		expect(other.model.fault).toContain('No records are found that way');
		expect(other.model.recipe?.kind).toBe('tagged');
	});
});

describe('files that wait', () => {
	it('of one new format are all recognised once it was taught', async () => {
		let known: readonly RecipeEntry[] = [];
		serve(() => ({ recipes: known }));
		const jobs = { list: [], refresh: vi.fn(() => Promise.resolve()), change: vi.fn() };
		const model = new ReferenceFiles('e', vi.fn(), jobs as never);
		const [first, second] = [new File([TAGGED], 'a.txt'), new File([TAGGED], 'b.txt')];
		model.choose([first, second]);
		await vi.waitFor(() => expect(model.waiting.map((one) => one.format?.kind)).toEqual(['unknown', 'unknown']));
		model.source = 'Skerry';
		expect(model.canImport).toBe(false);
		const [waiting] = model.waiting;
		if (waiting) await model.teach(waiting);
		known = [entry('Choirs', RECIPE)];
		if (model.teaching) model.teaching.name = 'Choirs';
		await model.teaching?.save();
		await vi.waitFor(() => expect(model.waiting.map((one) => one.format?.kind)).toEqual(['recipe', 'recipe']));
		expect(model.canImport).toBe(true);
		expect(model.teaching).toBeNull();
	});
});
