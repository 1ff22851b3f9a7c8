import { describe, expect, it } from 'vitest';
import { RecordDigest } from './record-digest';

const digest = (...records: readonly unknown[]) => {
	const made = new RecordDigest();
	for (const record of records) made.add(record);
	return made.value();
};

describe('the digest of records', () => {
	const one = { id: 'a', titles: ['Night'], headings: [{ label: 'Delirium', main: true }], year: 2020 };

	it('is the same whatever order the members were written in', () => {
		expect(digest({ year: 2020, headings: [{ main: true, label: 'Delirium' }], titles: ['Night'], id: 'a' })).toBe(
			digest(one)
		);
	});
	it('is another where a value, the order of a list or of the records differs', () => {
		const other = { ...one, id: 'b' };
		const all = [
			digest(one),
			digest({ ...one, year: 2021 }),
			digest({ ...one, titles: ['Night', 'Day'] }),
			digest({ ...one, titles: ['Day', 'Night'] })
		];
		expect(new Set([...all, digest(one, other), digest(other, one), digest()]).size).toBe(7);
	});
	it('does not take two records for one that holds both texts', () => {
		expect(digest('a', 'b')).not.toBe(digest('a"\n"b'));
	});
	// SHA-256 of nothing: FIPS 180-4, from memory.
	it('of nothing is that of no bytes', () =>
		expect(digest()).toBe('e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855'));
});
