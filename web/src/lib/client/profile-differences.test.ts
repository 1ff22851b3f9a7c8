import { describe, expect, it } from 'vitest';
import { profileDifferences } from './profile-differences';

describe('two profiles side by side', () => {
	it('names the place and what stands there in each; versions are no difference', () => {
		expect(
			profileDifferences(
				{ version: 1, a: { b: 'x', c: null, d: [1] } },
				{ version: 2, a: { b: 'y', c: null, d: [2] }, e: true }
			)
		).toEqual([
			{ at: 'a.b', left: 'x', right: 'y' },
			{ at: 'a.d', left: '[1]', right: '[2]' },
			{ at: 'e', left: 'not there', right: 'true' }
		]);
	});
	it('says nothing of the same', () => {
		expect(profileDifferences({ a: { b: 1 } }, { a: { b: 1 } })).toEqual([]);
	});
});
