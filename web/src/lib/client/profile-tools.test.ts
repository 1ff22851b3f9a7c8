import type { Profile } from '@wide-lantern/core/editor';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { combinedProfile, ProfileTools } from './profile-tools.svelte';
import { serve } from './testing';

afterEach(() => {
	vi.unstubAllGlobals();
});
const profile = (id: string, change: object = {}) =>
	({
		id,
		name: id,
		version: 4,
		source: { name: `Source of ${id}`, address: 'https://one.example', queryType: 'cql', kind: 'database' },
		platform: { name: `Platform of ${id}` },
		...change
	}) as unknown as Profile;
const serving = (refuse = '') =>
	serve(({ method, path }) => {
		const id = path.split('/')[4] ?? '';
		if (id === refuse) return 404;
		if (path.endsWith('/connection')) return { fault: '' };
		return method === 'GET' ? profile(id) : {};
	});

describe('several profiles', () => {
	it('are combined without the connection, which speaks the syntax of its own platform', () => {
		expect(combinedProfile(profile('one'), profile('other'))).toMatchObject({
			id: 'one-on-other',
			name: 'Source of one on Platform of other',
			version: 1,
			source: { name: 'Source of one', kind: 'database' },
			platform: { name: 'Platform of other' }
		});
		expect(combinedProfile(profile('one'), profile('other')).source).not.toHaveProperty('address');
	});
	it('are compared and saved where both can be read', async () => {
		const asked = serving();
		const tools = new ProfileTools();
		[tools.left, tools.right, tools.sourceOf, tools.platformOf] = ['one', 'other', 'one', 'other'];
		await tools.compare();
		expect(tools.differences?.length).toBeGreaterThan(0);
		expect(await tools.combine()).toBe(true);
		expect([asked.at(-1)?.method, asked.at(-1)?.path, tools.combined]).toEqual([
			'PUT',
			'/api/v1/profiles/one-on-other',
			'Saved as Source of one on Platform of other.'
		]);
	});
	it('say which cannot be read, and save nothing', async () => {
		const asked = serving('other');
		const tools = new ProfileTools();
		[tools.left, tools.right, tools.sourceOf, tools.platformOf] = ['one', 'other', 'one', 'other'];
		await tools.compare();
		expect([tools.differences, tools.fault]).toEqual([null, 'Refused with 404.']);
		expect([await tools.combine(), tools.combined]).toEqual([false, 'Refused with 404.']);
		expect(asked.every(({ method }) => method === 'GET')).toBe(true);
	});
	it('show what a source says of itself, or why it says nothing', async () => {
		serving('gone');
		const tools = new ProfileTools();
		await tools.askSource('one');
		await tools.askSource('gone');
		expect(tools.connections).toMatchObject({ one: { fault: '' }, gone: { fault: 'Refused with 404.' } });
		expect(tools.asking).toBe('');
	});
});
