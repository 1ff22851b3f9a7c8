import { afterEach, describe, expect, it, vi } from 'vitest';
import type { ComparedVersions, VersionEntry } from '$lib/contract/enquiries';
import { documentOf, enquiryOf, line, serve, type Request, settled } from './testing';
import { NOW, versionName, Versions } from './versions.svelte';

afterEach(() => {
	vi.unstubAllGlobals();
});
const version = (id: string, name = ''): VersionEntry =>
	({
		id,
		name,
		revision: 5,
		lines: 1,
		by: 'Ida',
		at: '2026-11-30T12:00:00.000Z'
	}) as VersionEntry;
const changed = (id: string, change: string) => ({
	id,
	change,
	what: [],
	moved: false,
	before: 1,
	after: 1,
	textBefore: '',
	textAfter: ''
});
const COMPARED = {
	lines: [changed('a', 'same'), changed('b', 'changed'), changed('c', 'same')],
	records: { before: 9, count: 8, lost: 2, gained: 1, lines: [{ id: 'c', lost: 1, gained: 0 }] }
} as unknown as ComparedVersions;
const then = documentOf([line('a', 'lamp')]);
const serving = ({ method, path }: Request): object | number => {
	if (path.endsWith('/comparison')) return COMPARED;
	if (path.endsWith('/records')) return { total: 2, from: 0, records: [] };
	if (path.endsWith('/versions/v1')) return { document: then };
	return method === 'POST' ? version('v3') : { versions: [version('v2', 'Draft'), version('v1')] };
};
function versionsOn(
	document = documentOf([line('a', 'lamps')]),
	answer: (request: Request) => object | number = serving
) {
	const asked = serve(answer);
	const enquiry = enquiryOf(document);
	return { asked, enquiry, versions: new Versions(enquiry) };
}

describe('versions', () => {
	it('are listed, the newest chosen for comparing until somebody chooses', async () => {
		const { versions } = versionsOn();
		await versions.load();
		expect([versions.list?.length, versions.before, versions.after]).toEqual([2, 'v2', NOW]);
		versions.before = 'v1';
		await versions.load();
		expect(versions.before).toBe('v1');
	});
	it('are kept under a name, once everything is saved', async () => {
		const { versions, asked, enquiry } = versionsOn();
		expect(await versions.keep(' Sent away ')).toBe(true);
		expect(enquiry.flush).toHaveBeenCalled();
		expect(asked[0]).toMatchObject({ method: 'POST', body: { name: ' Sent away ', revision: 7 } });
		expect(versions.done).toBe('Kept as “Sent away”.');
	});
	it('are not said to be kept where the server refuses', async () => {
		const { versions } = versionsOn(undefined, () => 409);
		expect(await versions.keep('x')).toBe(false);
		expect([versions.done, versions.fault]).toEqual(['', 'Refused with 409.']);
	});
	it('are compared: lines that read or retrieve otherwise, with their figures', async () => {
		const { versions, asked } = versionsOn();
		versions.before = 'v1';
		versions.compare();
		await settled();
		expect(asked[0]?.query).toEqual({ with: NOW });
		expect(versions.differing.map(({ id }) => id)).toEqual(['b', 'c']);
		expect(versions.figuresOf({ id: 'c' })).toMatchObject({ lost: 1, gained: 0 });
		expect(versions.figuresOf({ id: 'b' })).toEqual({ lost: 0, gained: 0 });
		await versions.read('lost');
		expect(versions.records).toMatchObject({ side: 'lost', page: { total: 2 } });
		// Two others are compared: what was read does not belong to them.
		versions.after = 'v1';
		versions.compare();
		expect([versions.compared, versions.records]).toEqual([null, null]);
	});
	it('show no comparison that is overtaken by another', async () => {
		const waiting: ((answer: object) => void)[] = [];
		serve(() => new Promise((done) => waiting.push(done)));
		const versions = new Versions(enquiryOf(then));
		versions.before = 'v1';
		const stop = versions.compare();
		await settled();
		stop();
		versions.before = 'v2';
		versions.compare();
		await settled();
		waiting[1]?.({ ...COMPARED, records: null });
		waiting[0]?.(COMPARED);
		await settled();
		expect(versions.compared?.records).toBeNull();
	});
	it('are gone back to, with a version of what is here now before', async () => {
		const { versions, asked, enquiry } = versionsOn();
		await versions.restore(version('v1', 'First'));
		expect(asked.map(({ method }) => method)).toEqual(['GET', 'POST', 'GET']);
		expect(asked[1]?.body).toMatchObject({ name: 'Before going back to “First”' });
		expect(enquiry.edit).toHaveBeenCalledWith('go back to “First”', expect.any(Array));
		expect(versions.done).toContain('Lines and concepts are those of “First” again.');
	});
	it('change nothing where nothing differs, or where no way back could be kept', async () => {
		const same = versionsOn(then);
		await same.versions.restore(version('v1'));
		expect(same.asked).toHaveLength(1);
		expect(same.versions.done).toContain('nothing was changed');
		const refused = versionsOn(undefined, (request) => (request.method === 'POST' ? 503 : serving(request)));
		await refused.versions.restore(version('v1'));
		expect(refused.enquiry.edit).not.toHaveBeenCalled();
		expect(refused.versions.fault).toBe('Refused with 503.');
	});
	it('have a name or a revision', () => {
		expect([versionName(version('a', 'Draft')), versionName(version('a'))]).toEqual(['“Draft”', 'revision 5']);
	});
});
