/** Files of references: what waits, what is imported under which source, what became of it, and what is missing. */
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { JobView } from '$lib/contract/jobs';
import { missingOf, portionsOf, ReferenceFiles } from './references.svelte';
import { serve, type Serving } from './testing';

afterEach(() => {
	vi.unstubAllGlobals();
});
const file = (name: string) => new File(['TY  - JOUR\n'], name);
const batch = (id: string, change: object = {}) => ({
	id,
	fileName: id,
	purpose: 'run',
	stated: null,
	read: 3,
	...change
});

/** @param ended how each import ends, by its name */
function files(
	ended: Readonly<Record<string, Partial<JobView>>> = {},
	more: Serving = () => ({ batches: [], collection: null, chosen: [] })
) {
	const jobs = { list: [] as JobView[], refresh: vi.fn(() => Promise.resolve()), change: vi.fn() };
	const asked = serve((request) => {
		if (request.method === 'POST') return { id: `job of ${request.query['name']}` };
		const [, job] = /^\/api\/v1\/jobs\/(.*)$/.exec(decodeURIComponent(request.path)) ?? [];
		return job === undefined ? more(request) : { id: job, kind: 'references', ...ended[job.slice(7)] };
	});
	const imported = vi.fn();
	const model = new ReferenceFiles('e', imported, jobs as never);
	const end = async () => {
		jobs.list = model.waiting.flatMap(({ job }) =>
			job === null ? [] : [{ id: job, kind: 'references', ...ended[job.slice(7)] } as JobView]
		);
		await model.follow();
	};
	return { model, asked, imported, end };
}

describe('portions', () => {
	it('follow one another and leave nothing out', () => {
		expect(portionsOf(2_500, 1_000)).toEqual([
			{ from: 1, to: 1_000 },
			{ from: 1_001, to: 2_000 },
			{ from: 2_001, to: 2_500 }
		]);
		expect(portionsOf(3, 5)).toEqual([{ from: 1, to: 3 }]);
	});
	it('are none of a size that is none, or far too many', () => {
		for (const size of [0, -1, 1.5, NaN]) expect(portionsOf(10, size)).toEqual([]);
		expect(portionsOf(100_000, 1)).toEqual([]);
	});
});

describe('files of references', () => {
	it('wait until their source is named, each once, and can be left out', () => {
		const { model } = files();
		const [first, second] = [file('a'), file('b')];
		model.choose([first, second]);
		model.choose([first]);
		expect(model.waiting).toHaveLength(2);
		expect(model.canImport).toBe(false);
		model.source = 'Skerry';
		expect(model.canImport).toBe(true);
		model.leaveOut(first);
		expect(model.waiting.map((one) => one.file.name)).toEqual(['b']);
	});

	it('are imported under their source with what it stated, and leave the list when they are there', async () => {
		const { model, asked, imported, end } = files({ a: { state: 'done' } }, () => ({
			batches: [batch('x')],
			collection: 'own-e'
		}));
		model.choose([file('a')]);
		model.source = ' Skerry ';
		model.platform = 'Quay ';
		model.stated = '12';
		await model.importAll();
		expect(asked.find(({ method }) => method === 'POST')).toMatchObject({
			path: '/api/v1/enquiries/e/batches',
			query: { name: 'a', source: 'Skerry', platform: 'Quay', purpose: 'rough search', stated: '12' }
		});
		await end();
		expect(model.waiting).toEqual([]);
		expect(model.list?.batches).toHaveLength(1);
		expect(model.stated).toBe('');
		expect(imported).toHaveBeenCalledOnce();
	});

	it('have no stated number together: each is noted with its file in the list', async () => {
		const { model, asked } = files();
		model.choose([file('a')]);
		model.source = 'Skerry';
		model.stated = '12x';
		expect(model.canImport).toBe(false);
		model.choose([file('b')]);
		expect(model.takesStated).toBe(false);
		expect(model.canImport).toBe(true);
		model.stated = '12';
		await model.importAll();
		const sent = asked.filter(({ method }) => method === 'POST').map(({ query }) => [query['name'], query['stated']]);
		expect(sent).toEqual([
			['a', undefined],
			['b', undefined]
		]);
	});

	it('stay with the reason when they could not be imported', async () => {
		const { model, imported, end } = files({ a: { state: 'failed', message: 'Not a text file.' } });
		model.choose([file('a')]);
		model.source = 'Skerry';
		await model.importAll();
		await end();
		expect(model.waiting).toMatchObject([{ job: null, fault: 'Not a text file.', known: false }]);
		expect(imported).not.toHaveBeenCalled();
	});

	it('that were imported before are imported once more only when that is asked for', async () => {
		const same = {
			state: 'failed',
			message: 'Imported before.',
			outcome: { read: 0, unreadable: 0, same: 'x' }
		} as const;
		const { model, asked, end } = files({ a: same });
		const known = file('a');
		model.choose([known]);
		model.source = 'Skerry';
		await model.importAll();
		await end();
		expect(model.waiting).toMatchObject([{ known: true }]);
		const before = asked.length;
		await model.importAll();
		expect(asked).toHaveLength(before);
		await model.importAll(known);
		expect(asked.at(-1)).toMatchObject({ query: { again: 'true' } });
	});

	it('show the page that was asked for last, and none once they are removed', async () => {
		const page = { records: [], unreadable: [] };
		const { model, asked, imported } = files({}, ({ method }) => (method === 'GET' ? page : { id: 'r' }));
		await model.show('x', 3);
		expect(asked.at(-1)).toMatchObject({ path: '/api/v1/enquiries/e/batches/x', query: { from: '200' } });
		expect(model.page).toEqual(page);
		await model.remove(batch('x') as never);
		expect(model.open).toBeNull();
		expect(model.page).toBeNull();
		// While the job is under way the file shows how far it is; when it has ended the collection is another.
		const removal = { id: 'r', kind: 'removal', subject: 'x', state: 'running' } as JobView;
		(model.jobs as { list: readonly JobView[] }).list = [removal];
		expect(model.removalOf(batch('x') as never)).toBe(removal);
		expect(imported).not.toHaveBeenCalled();
		(model.jobs as { list: readonly JobView[] }).list = [{ ...removal, state: 'done' } as JobView];
		await model.follow();
		expect(model.removalOf(batch('x') as never)).toBeNull();
		expect(imported).toHaveBeenCalledOnce();
	});

	it('keep their stated number when something else is typed', async () => {
		const { model, asked } = files();
		await model.changeStated(batch('x', { stated: 4 }) as never, '4a');
		expect(asked).toEqual([]);
		expect(model.fault).toContain('“4a” is not a number');
		await model.changeStated(batch('x') as never, ' 12 ');
		expect(asked.at(-1)).toMatchObject({ method: 'PUT', body: { purpose: 'run', stated: 12 } });
		expect(model.fault).toBe('');
	});

	it('lack what their source stated and was not read', () => {
		expect(missingOf({ stated: null, read: 3 })).toBeNull();
		expect(missingOf({ stated: 5, read: 3 })).toBe(2);
		expect(missingOf({ stated: 2, read: 3 })).toBe(-1);
	});
});
