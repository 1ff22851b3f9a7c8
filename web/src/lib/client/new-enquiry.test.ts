import { afterEach, describe, expect, it, vi } from 'vitest';
import { NewEnquiry } from './new-enquiry.svelte';
import { serve } from './testing';

afterEach(() => {
	vi.unstubAllGlobals();
});

describe('an enquiry that is begun', () => {
	it('from its question and framework', async () => {
		const asked = serve(() => ({ id: 'e9' }));
		const fresh = new NewEnquiry();
		[fresh.question, fresh.framework] = ['Does dancing prevent falls?', 'PICO'];
		expect(await fresh.begin()).toBe('e9');
		expect(asked[0]?.body).toEqual({ question: 'Does dancing prevent falls?', framework: 'PICO' });
		expect([fresh.fault, fresh.isBusy]).toEqual(['', false]);
	});
	it('needs a question', async () => {
		const asked = serve(() => ({ id: 'e9' }));
		const fresh = new NewEnquiry();
		fresh.question = '  ';
		expect([await fresh.begin(), asked.length]).toEqual([null, 0]);
		expect(fresh.fault).toContain('begins with its question');
	});
	it('keeps what was typed when the server cannot be reached, and says so', async () => {
		vi.stubGlobal('fetch', () => Promise.reject(new TypeError('offline')));
		const fresh = new NewEnquiry();
		fresh.question = 'Does dancing prevent falls?';
		expect(await fresh.begin()).toBeNull();
		expect(fresh.fault).toContain('still here');
		expect([fresh.question, fresh.isBusy]).toEqual(['Does dancing prevent falls?', false]);
	});
	it('from a file; what is not an enquiry file is refused before anything is sent', async () => {
		const asked = serve(() => ({ id: 'e8' }));
		const fresh = new NewEnquiry();
		expect(await fresh.import(new File(['{"format": 1}'], 'enquiry.json'))).toBe('e8');
		expect(await fresh.import(new File(['no JSON'], 'notes.txt'))).toBeNull();
		expect(fresh.fault).toBe('This file is not valid JSON. Nothing was imported.');
		expect(await fresh.import(new File([new Uint8Array(8_000_001)], 'large.json'))).toBeNull();
		expect(fresh.fault).toContain('8 MB');
		expect(asked).toHaveLength(1);
	});
});
