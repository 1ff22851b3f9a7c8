/** The memory of an index, filled by one thread or by two: the same bytes, nothing missing, nothing believed that was changed. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CollectionIndex, buildIndex, SECTIONS } from './index.ts';
import { bytesOfSections, putSections, seal, Sealing, unseal, type SectionName, type Sections } from './layout.ts';
import { label, recordsUpTo } from './test-records.ts';

const NAMES = Object.keys(SECTIONS) as SectionName[];
const index = buildIndex(
	fc.sample(recordsUpTo(40), { seed: 7, numRuns: 5 }).reduce((most, one) => (one.length > most.length ? one : most)),
	label
);
const { sections } = index;
const some = (names: readonly SectionName[]): Partial<Sections> =>
	Object.fromEntries(names.map((name) => [name, sections[name]]));
const bytes = (buffer: ArrayBufferLike) => new Uint8Array(buffer);

describe('the memory of an index', () => {
	it('is the same, whoever puts which sections, in whatever order', () => {
		fc.assert(
			fc.property(fc.shuffledSubarray(NAMES), fc.boolean(), (names, otherFirst) => {
				const [theirs, own] = [some(names), some(NAMES.filter((name) => !names.includes(name)))];
				const sealing = new Sealing({ ...bytesOfSections(theirs), ...bytesOfSections(own) });
				// What the other thread does, with nothing but the memory and its places.
				const other = () => {
					sealing.taken(putSections(sealing.buffer, sealing.placesOf(theirs), theirs));
				};
				if (otherFirst) other();
				sealing.put(own);
				if (!otherFirst) other();
				expect(bytes(sealing.finish())).toEqual(bytes(index.buffer));
			}),
			{ numRuns: 40 }
		);
	});
	it('is made in one step as well', () => {
		expect(bytes(seal(sections))).toEqual(bytes(index.buffer));
	});
	it('gives every section back as it was', () => {
		const opened = unseal(index.buffer);
		expect(opened.ok).toBe(true);
		if (opened.ok)
			for (const name of NAMES) expect(Array.from(opened.sections[name]), name).toEqual(Array.from(sections[name]));
	});
	it('is not begun without the size of every section, nor finished without every section', () => {
		const { places = 0, ...rest } = bytesOfSections(sections);
		expect(places).toBeGreaterThan(0);
		expect(() => new Sealing(rest)).toThrow('The index has no places.');
		const sealing = new Sealing({ ...rest, places });
		sealing.put(some(NAMES.filter((name) => name !== 'signposts')));
		expect(() => sealing.finish()).toThrow('Nobody has put signposts into the index.');
	});
	it('takes no section for which no place is known', () => {
		const sealing = new Sealing(bytesOfSections(sections));
		expect(() => putSections(sealing.buffer, {}, some(['ranks']))).toThrow('There is no place for ranks.');
	});
	it('is refused when a section was changed, however it was opened with sums', () => {
		for (const name of NAMES) {
			const { byteOffset, byteLength } = sections[name];
			if (byteLength === 0) continue;
			const changed = bytes(index.buffer).slice();
			const at = byteOffset + (byteLength >>> 1);
			changed[at] = (changed[at] ?? 0) ^ 1;
			expect(CollectionIndex.open(changed.buffer), name).toEqual({ ok: false, code: 'damaged' });
		}
	});
	it('is refused when two sections have changed their contents, or their table says something else', () => {
		const swapped = bytes(seal({ ...sections, lengths: sections.entered, entered: sections.lengths }));
		const head = swapped.slice();
		// The sums of before on the contents of after.
		head.set(bytes(index.buffer).slice(12, 16), 12);
		expect(unseal(head.buffer)).toEqual({ ok: false, code: 'damaged' });
		for (let word = 4; word < 4 + NAMES.length * 2; word++) {
			const table = bytes(index.buffer).slice();
			const numbers = new Uint32Array(table.buffer);
			numbers[word] = (numbers[word] ?? 0) + 8;
			// Without looking at the sums, too: what lies elsewhere cannot be read there.
			expect([unseal(table.buffer).ok, word % 2 === 0 && unseal(table.buffer, true).ok]).toEqual([false, false]);
		}
	});
});
