/** The memory of an index: the same bytes, nothing missing, nothing believed that was changed. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CollectionIndex, buildIndex, SECTIONS } from './index.ts';
import { seal, unseal, type SectionName } from './layout.ts';
import { label, recordsUpTo } from './test-records.ts';

const NAMES = Object.keys(SECTIONS) as SectionName[];
const index = buildIndex(
	fc.sample(recordsUpTo(40), { seed: 7, numRuns: 5 }).reduce((most, one) => (one.length > most.length ? one : most)),
	label
);
const { sections } = index;
const bytes = (buffer: ArrayBufferLike) => new Uint8Array(buffer);

describe('the memory of an index', () => {
	it('is the same when it is made from its own sections', () => {
		expect(bytes(seal(sections))).toEqual(bytes(index.buffer));
	});
	it('gives every section back as it was', () => {
		const opened = unseal(index.buffer);
		expect(opened.ok).toBe(true);
		if (opened.ok)
			for (const name of NAMES) expect(Array.from(opened.sections[name]), name).toEqual(Array.from(sections[name]));
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
