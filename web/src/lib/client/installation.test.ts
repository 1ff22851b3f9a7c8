import { describe, expect, it } from 'vitest';
import { shortName } from './installation';

describe('short names', () => {
	it.each([
		['Skerry Terms 2026.ttl', 'skerry-terms-2026'],
		['https://vocabularies.example/files/Lowen.v2.ttl?edition=3', 'lowen-v2'],
		['2026-harbour.ndjson', 'harbour'],
		['', ''],
		['光.ttl', '']
	])('%s', (name, expected) => {
		expect(shortName(name)).toBe(expected);
	});
});
