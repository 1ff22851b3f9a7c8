/** Collections of chosen files: their proposed names, what is sent, and files that are no longer there. */
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { JobView } from '$lib/contract/jobs';
import type { ReferenceBatch, ReferenceBatches } from '$lib/contract/references';
import { ChosenFiles, proposedName } from './chosen-files.svelte';
import { serve } from './testing';

afterEach(() => {
	vi.unstubAllGlobals();
});
const batch = (id: string, change: Partial<ReferenceBatch> = {}) =>
	({ id, fileName: `${id}.ris`, source: 'Skerry', purpose: 'rough search', read: 3, ...change }) as ReferenceBatch;

function chosen(batches: readonly ReferenceBatch[], collections: ReferenceBatches['chosen'] = []) {
	const files = {
		list: { batches, collection: 'own-e', chosen: collections } as ReferenceBatches,
		jobs: { list: [] as JobView[], refresh: vi.fn(() => Promise.resolve()) },
		matched: vi.fn()
	};
	return { model: new ChosenFiles('e', files as never), files };
}

describe('a proposed name', () => {
	it('tells what the files are for, where that is the same for all, and their sources', () => {
		expect(proposedName([batch('a'), batch('b', { source: 'Quay' })])).toBe('Rough search: Skerry and Quay');
		expect(proposedName([batch('a'), batch('b', { purpose: 'run' })])).toBe('Skerry');
		expect(proposedName([])).toBe('');
	});
});

describe('chosen files', () => {
	it('are offered with records only, the oldest first', () => {
		const { model } = chosen([batch('new'), batch('empty', { read: 0 }), batch('old')]);
		expect(model.choices.map(({ id }) => id)).toEqual(['old', 'new']);
	});
	it('become a collection under the name that was typed, or proposed', async () => {
		const { model, files } = chosen([batch('b', { source: 'Quay' }), batch('a')]);
		const asked = serve(() => ({ id: 'job' }));
		expect(model.canMake).toBe(false);
		model.pick('a', true);
		model.pick('b', true);
		model.pick('b', false);
		expect(model.name).toBe('Rough search: Skerry');
		model.merged = false;
		await model.make();
		expect(asked).toMatchObject([
			{
				method: 'POST',
				path: '/api/v1/enquiries/e/collections',
				body: { name: 'Rough search: Skerry', batches: ['a'], merged: false }
			}
		]);
		expect(files.jobs.refresh).toHaveBeenCalled();
		expect(model.batches).toEqual([]);
		model.pick('a', true);
		model.name = ' ';
		expect(model.canMake).toBe(false);
	});
	it('are changed later: others are picked, and what is saved is the collection with its new files', async () => {
		const collection = { id: 'files-1', name: 'One', batches: ['a'], merged: false, size: 3 };
		const { model, files } = chosen([batch('b'), batch('a')], [collection]);
		model.change(collection);
		expect([model.name, model.merged, model.batches.map(({ id }) => id)]).toEqual(['One', false, ['a']]);
		model.pick('b', true);
		const asked = serve(() => ({ id: 'job' }));
		await model.make();
		expect(asked).toMatchObject([
			{
				method: 'PUT',
				path: '/api/v1/enquiries/e/collections/files-1',
				body: { name: 'One', batches: ['a', 'b'], merged: false }
			}
		]);
		expect([model.changing, model.batches, model.name]).toEqual([null, [], '']);
		expect(files.jobs.refresh).toHaveBeenCalledOnce();
		model.change(collection);
		model.leave();
		expect([model.changing, model.batches]).toEqual([null, []]);
	});
	it('stay chosen where the server refuses, with the reason', async () => {
		const { model } = chosen([batch('a')]);
		serve(() => 409);
		model.pick('a', true);
		await model.make();
		expect(model.fault).toBe('Refused with 409.');
		expect(model.batches).toHaveLength(1);
	});
	it('are named in their collection as long as they are there', async () => {
		const collection = { id: 'files-1', name: 'One', batches: ['a', 'removed'], merged: true, size: 3 };
		const { model, files } = chosen([batch('a')], [collection]);
		expect(model.fileNames(collection)).toEqual(['a.ris']);
		const asked = serve(() => ({ batches: [batch('a')], collection: 'own-e', chosen: [] }));
		await model.remove(collection);
		expect(asked).toMatchObject([{ method: 'DELETE', path: '/api/v1/enquiries/e/collections/files-1' }]);
		expect(model.collections).toEqual([]);
		expect(files.matched).toHaveBeenCalledOnce();
	});
});
