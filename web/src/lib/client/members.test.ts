import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Member } from '$lib/contract/enquiries';
import { Members } from './members.svelte';
import { serve } from './testing';

afterEach(() => {
	vi.unstubAllGlobals();
});
const ida = { id: 1, name: 'Ida', email: 'ida@harbour.example', role: 'owner' } as unknown as Member;
const tom = { ...ida, id: 2, name: 'Tom', email: 'tom@harbour.example', role: 'editor' } as unknown as Member;

describe('people of an enquiry', () => {
	it('are added with a role, and the field is empty again', async () => {
		const asked = serve(() => [ida, tom]);
		const members = new Members('e', [ida]);
		members.email = tom.email;
		await members.add();
		expect(asked[0]).toMatchObject({ method: 'PUT', body: { email: tom.email, role: 'editor' } });
		expect([members.list.length, members.email, members.fault]).toEqual([2, '', '']);
	});
	it('are removed by their address', async () => {
		const asked = serve(() => [ida]);
		const members = new Members('e', [ida, tom]);
		await members.remove(tom.email);
		expect([asked[0]?.method, asked[0]?.body, members.list]).toEqual(['DELETE', { email: tom.email }, [ida]]);
	});
	it('stay as they were when the server refuses or is away, and what was typed too', async () => {
		serve(() => 403);
		const members = new Members('e', [ida]);
		members.email = tom.email;
		await members.add();
		expect([members.list, members.email, members.fault]).toEqual([[ida], tom.email, 'Refused with 403.']);
		vi.stubGlobal('fetch', () => Promise.reject(new TypeError('offline')));
		await members.add();
		expect(members.fault).toContain('what you typed is still here');
	});
	it('lose the enquiry only where the server has deleted it', async () => {
		serve(() => ({}));
		expect(await new Members('e', [ida]).deleteEnquiry()).toBe(true);
		serve(() => 403);
		const members = new Members('e', [ida]);
		expect([await members.deleteEnquiry(), members.fault]).toEqual([false, 'Refused with 403.']);
	});
});
