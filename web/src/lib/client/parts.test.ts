import { packLines, type EnquiryDocument, type PackedLines } from '@wide-lantern/core/editor';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { PartEntry } from '$lib/contract/enquiries';
import { bringingIn, PartShelf, textsOf, variantKey } from './parts.svelte';
import { documentOf, edited, enquiryOf, line, serve, type Request } from './testing';

afterEach(() => {
	vi.unstubAllGlobals();
});
const origin = documentOf([line('x', 'lamp*'), line('y', 'light OR glow', { label: 'Light' })]);
const lines = packLines(origin, ['x', 'y'], 'other');
const here = documentOf([line('a', 'sleep'), line('r', 'insomnia', { role: 'joining' })]);
const entry = (kind: PartEntry['part']['kind'], packed: PackedLines = lines): PartEntry => ({
	id: 'p',
	mine: true,
	made: '2026-11-30T12:00:00.000Z',
	part: {
		format: 'wide-lantern-part',
		name: 'Lamps',
		kind,
		source: '',
		note: '',
		truth: 'pt:review',
		version: 3,
		variants: [
			{ name: 'wide', lines: packed },
			{ name: 'narrow', lines: packed }
		]
	}
});
const place = { final: 'r', instead: false, vocabularies: [] };
const sourcesAfter = (document: EnquiryDocument, part: PartEntry['part'], where: typeof place) => {
	const { edits } = bringingIn({ id: 'e', document }, part, 'wide', lines, where);
	return edited(document, edits).lines;
};

describe('a part that is brought in', () => {
	it('stands below the lines that are here', () => {
		expect(sourcesAfter(here, entry('concept').part, place).map(({ source }) => source)).toEqual([
			'sleep',
			'insomnia',
			'lamp*',
			'light OR glow'
		]);
	});
	it('takes the place of all lines where that was chosen, in its own order', () => {
		const after = sourcesAfter(here, entry('lines').part, { ...place, instead: true });
		expect(after.map(({ source }) => source)).toEqual(['lamp*', 'light OR glow']);
	});
	it('as a filter stands below the result with a line that joins the two; it replaces nothing', () => {
		const after = sourcesAfter(here, entry('filter').part, { ...place, instead: true });
		expect(after.slice(0, 4).map(({ source }) => source)).toEqual(['sleep', 'insomnia', 'lamp*', 'light OR glow']);
		expect(after[4]).toMatchObject({ role: 'joining', label: 'with Lamps, wide' });
		expect(after[4]?.source).toContain('r');
		expect(sourcesAfter(here, entry('filter').part, { ...place, final: null } as never)).toHaveLength(4);
	});
	it('keeps its name and version at its lines', () => {
		const after = sourcesAfter(here, entry('concept').part, place);
		expect(after[2]?.part).toMatchObject({ name: 'Lamps, wide', version: 3 });
	});
	it('is read before, numbered from its first line', () => {
		expect(textsOf(here, lines)).toEqual([
			{ text: 'lamp*', label: '' },
			{ text: 'light OR glow', label: 'Light' }
		]);
	});
});

describe('the shelf of parts', () => {
	const shelfOn = (answer: (request: Request) => object | number) => {
		const asked = serve(answer);
		const enquiry = enquiryOf(here);
		return { asked, enquiry, shelf: new PartShelf(enquiry) };
	};
	it('is listed, and stays as it was where the server refuses', async () => {
		let isAway = false;
		const { shelf } = shelfOn(() => (isAway ? 503 : { parts: [entry('lines')] }));
		expect(shelf.parts).toBeNull();
		await shelf.list();
		isAway = true;
		await shelf.list();
		expect([shelf.parts?.length, shelf.fault]).toEqual([1, 'Refused with 503.']);
		isAway = false;
		await shelf.list();
		expect(shelf.fault).toBe('');
	});
	it('takes lines in, those of a filter without their concept', async () => {
		const { asked, shelf, enquiry } = shelfOn(({ method }) =>
			method === 'POST' ? { id: 'p', version: 2 } : { parts: [] }
		);
		const wanted = { name: ' Lamps ', kind: 'filter', source: 'Own work', truth: '' } as const;
		expect(await shelf.keep(['a', 'r'], wanted)).toBe(true);
		expect(enquiry.flush).toHaveBeenCalled();
		expect(shelf.said).toEqual(['Kept “Lamps”, version 2.']);
		const body = asked[0]?.body as PartEntry['part'];
		expect([body.name, 'truth' in body]).toEqual(['Lamps', false]);
		expect(body.variants[0]?.lines.lines.map(({ role }) => role)).toEqual(['filter', 'filter']);
		expect(asked.map(({ method }) => method)).toEqual(['POST', 'GET']);
	});
	it('says why it did not', async () => {
		const { shelf } = shelfOn(() => 422);
		expect(await shelf.keep(['a'], { name: 'x', kind: 'lines', source: '', truth: '' })).toBe(false);
		expect([shelf.said, shelf.fault]).toEqual([[], 'Refused with 422.']);
	});
	it('measures every variant by what is said to be true here, or by the marks', async () => {
		const cells = { tp: 1, fp: 2, fn: 3, tn: 4 };
		const { asked, shelf } = shelfOn(() => ({ cells }));
		const part = entry('filter');
		expect(shelf.truthOf(part)).toBe('pt:review');
		shelf.setTruth(part, ' pt:trial ');
		await shelf.measure(part, false);
		await shelf.measure(part, true);
		expect(asked.map(({ body }) => (body as { truth: string | null }).truth)).toEqual([
			'pt:trial',
			'pt:trial',
			null,
			null
		]);
		expect([...shelf.measured.keys()]).toEqual([variantKey(part, 'wide'), variantKey(part, 'narrow')]);
	});
	it('says what was brought in, unless the enquiry refused it', () => {
		const { shelf, enquiry } = shelfOn(() => 500);
		shelf.bringIn(entry('concept'), 'wide', lines, place);
		expect(shelf.said[0]).toBe('“Lamps, wide” was brought in as 2 lines. Undo (Ctrl Z) removes it.');
		shelf.said = [];
		enquiry.edit.mockReturnValueOnce(false);
		shelf.bringIn(entry('concept'), 'wide', lines, place);
		expect(shelf.said).toEqual([]);
	});
	it('removes a part and lists the rest', async () => {
		const { asked, shelf } = shelfOn(({ method }) => (method === 'GET' ? { parts: [] } : {}));
		await shelf.remove(entry('lines'));
		expect(asked.map(({ method, path }) => `${method} ${path}`)).toEqual([
			'DELETE /api/v1/parts/p',
			'GET /api/v1/parts'
		]);
		expect(shelf.parts).toEqual([]);
	});
});
