import { afterEach, describe, expect, it, vi } from 'vitest';
import { serve } from './testing';
import { nodesBelow, treeNode } from './vocabulary-tree';

afterEach(() => {
	vi.unstubAllGlobals();
});

describe('the tree of a vocabulary', () => {
	const light = treeNode({ id: 'light', label: 'Light', narrower: 2 }, null);
	it('has branches where something is below', () => {
		expect(light).toEqual({ value: 'light', heading: 'light', label: 'Light', childrenCount: 2 });
		expect(treeNode({ id: 'lamp', label: 'Lamp', narrower: 0 }, light)).toEqual({
			value: 'light\nlamp',
			heading: 'lamp',
			label: 'Lamp'
		});
	});
	it('names a heading by its path, since it may be in several places', () => {
		const home = treeNode({ id: 'home', label: 'Home', narrower: 1 }, null);
		const lamp = { id: 'lamp', label: 'Lamp', narrower: 0 };
		expect(treeNode(lamp, light).value).not.toBe(treeNode(lamp, home).value);
	});
	it('is read branch by branch', async () => {
		const asked = serve(() => ({ below: [{ id: 'lamp', label: 'Lamp', narrower: 3 }] }));
		expect(await nodesBelow('tree-test', light)).toEqual([
			{ value: 'light\nlamp', heading: 'lamp', label: 'Lamp', childrenCount: 3 }
		]);
		expect(asked[0]?.path).toBe('/api/v1/vocabularies/tree-test/headings/light');
	});
	it('says why a branch cannot be read', async () => {
		serve(() => 404);
		await expect(nodesBelow('tree-test', { ...light, heading: 'gone' })).rejects.toThrow('Refused with 404.');
	});
});
