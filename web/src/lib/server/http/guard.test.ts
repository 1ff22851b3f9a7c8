/** The guard, and names of files. */
import { describe, expect, it } from 'vitest';
import { judge, type Actor } from './guard';
import { fileName } from './file-name';

const actor: Actor = { id: '1', name: 'A', email: 'a@b', administrator: false };

describe('the guard', () => {
	it('refuses what no table names, hides from outsiders, and opens the demo in demo mode only', () => {
		expect(judge(undefined, actor, 'owner', true)).toBe('unknown');
		expect(judge('reader', actor, null, true)).toBe('unknown');
		expect(judge('demo', null, null, false)).toBe('unknown');
		expect(judge('demo', null, null, true)).toBe('allowed');
		expect(judge('editor', actor, 'reviewer', false)).toBe('forbidden');
		expect(judge('editor', actor, 'owner', false)).toBe('allowed');
		expect(judge('reader', null, null, false)).toBe('sign-in');
		expect(judge('reader', { ...actor, administrator: true }, null, false)).toBe('unknown');
	});
});

describe('file names', () => {
	it('hold plain signs only', () => {
		expect(fileName('Délire / "x"\n..\\y', '2026-11-23', 'md')).toBe('delire-x-y-2026-11-23.md');
		expect(fileName('光', '2026-11-23', 'md')).toBe('enquiry-2026-11-23.md');
	});
});
