/** Teaching a platform without the screen: from nothing, from a profile that ships, and saving it. */
import { profileProblems, type Profile } from '@wide-lantern/core/editor';
import { shippedProfiles } from '@wide-lantern/standins';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { SAMPLE, Teaching } from './teaching.svelte';

const wherry = (shippedProfiles as readonly Profile[]).find(({ id }) => id === 'wherry');
if (!wherry) throw new Error('Wherry ships.');

afterEach(() => {
	vi.unstubAllGlobals();
});

describe('teaching a platform', () => {
	it('from nothing asks for names and for the examples that are needed, and proposes a short name', () => {
		const teaching = new Teaching(null, false);
		expect([teaching.isNamed, teaching.isReady]).toEqual([false, false]);
		teaching.platform = 'Quay Search';
		teaching.source = 'Harbour Index';
		expect([teaching.isNamed, teaching.proposedId, teaching.profile.name]).toEqual([
			true,
			'harbour-index-quay-search',
			'Harbour Index on Quay Search'
		]);
		expect(teaching.missing.length).toBeGreaterThan(0);
		const before = teaching.missing.length;
		teaching.examples['or'] = 'harbour OR lantern';
		expect([teaching.given.map(({ id }) => id), teaching.missing.length]).toEqual([['or'], before - 1]);
	});
	// A register without any field code has no example of a title to learn from.
	it.each((shippedProfiles as readonly Profile[]).filter(({ id }) => id !== 'fairway'))(
		'from $id shows all that it says, and every example passes',
		(profile) => {
			const teaching = new Teaching(profile, false);
			expect([teaching.failed, teaching.problems, teaching.missing, teaching.isReady]).toEqual([[], [], [], true]);
			expect([teaching.id, teaching.profile.source.name, teaching.profile.platform.name]).toEqual([
				profile.id,
				profile.source.name,
				profile.platform.name
			]);
			expect(profileProblems(teaching.profile)).toEqual([]);
			expect(teaching.sample.lines).toHaveLength(SAMPLE.length);
		}
	);
	it('a copy has a name of its own', () => {
		expect(new Teaching(wherry, true).id).toBe('wherry-copy');
	});
	it('saves at once where every example passes, and where one fails only when asked a second time', async () => {
		const saved: string[] = [];
		vi.stubGlobal('fetch', (address: string) => {
			saved.push(address);
			return Promise.resolve(new Response('{}'));
		});
		expect(await new Teaching(wherry, true).save()).toBe(true);
		expect(saved).toEqual(['/api/v1/profiles/wherry-copy']);
		const teaching = new Teaching(wherry, true);
		teaching.examples['or'] = 'lantern';
		expect(teaching.failed.map(({ id }) => id)).toContain('or');
		expect([await teaching.save(), teaching.asked, saved.length]).toEqual([false, true, 1]);
		expect([await teaching.save(), teaching.asked, saved.length]).toEqual([true, false, 2]);
	});
	it('says that the server cannot be reached, or what it refused, and keeps what was typed', async () => {
		const teaching = new Teaching(wherry, true);
		vi.stubGlobal('fetch', () => Promise.reject(new TypeError('network')));
		expect([await teaching.save(), teaching.fault]).toEqual([
			false,
			'The server cannot be reached; what you typed is still here.'
		]);
		vi.stubGlobal('fetch', () => Promise.resolve(Response.json({ message: 'Not yours.' }, { status: 403 })));
		expect([await teaching.save(), teaching.fault, teaching.busy]).toEqual([false, 'Not yours.', false]);
	});
});
