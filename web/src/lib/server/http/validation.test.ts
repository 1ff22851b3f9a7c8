/** What is refused: bodies that are too large, no JSON or of the wrong shape; where sign-in may lead; what the log tells. */
import { describe, expect, it, vi } from 'vitest';
import { readBody } from './validation';
import { errorFacts, log } from '$lib/server/process';
import { safeTarget } from '$lib/server/accounts';

const post = (body: string, type = 'application/json') =>
	readBody(
		new Request('http://x/', { method: 'POST', body, headers: { 'content-type': type } }),
		'PUT /api/v1/enquiries/[enquiry]/members'
	);
const refused = async (body: string, type?: string) =>
	post(body, type).then(
		() => null,
		(error: { status: number; body: { message: string } }) => [error.status, error.body.message]
	);

describe('bodies', () => {
	it('come in where they fit', async () => {
		expect(await post('{"email":"ann@example.org","role":"editor"}')).toEqual({
			email: 'ann@example.org',
			role: 'editor'
		});
	});

	it('are refused with a sentence that says what is wrong', async () => {
		expect(await refused('name=Ann', 'text/plain')).toEqual([415, 'The request must be JSON.']);
		expect(await refused('{"email":')).toEqual([400, 'The request is not valid JSON. Nothing was changed.']);
		expect(await refused('{}')).toEqual([
			422,
			"The request was not accepted: the whole must have required property 'email'. Nothing was changed."
		]);
		expect(await refused('{"email":"ann@example.org","role":"queen"}')).toEqual([
			422,
			'The request was not accepted: /role must be equal to one of the allowed values. Nothing was changed.'
		]);
		expect((await refused(`"${'x'.repeat(8_000_001)}"`))?.[0]).toBe(413);
	});
});

describe('after signing in', () => {
	it.each([
		['/enquiries/1/brief', '/enquiries/1/brief'],
		['//elsewhere.example', '/desk'],
		['/\\elsewhere.example', '/desk'],
		['https://elsewhere.example', '/desk'],
		['javascript:alert(1)', '/desk'],
		[null, '/desk']
	])('%s leads to %s', (to, target) => {
		expect(safeTarget(to)).toBe(target);
	});
});

describe('the log', () => {
	it('is one JSON object a line, without what an error may quote', () => {
		const written: string[] = [];
		const spy = vi.spyOn(process.stdout, 'write').mockImplementation((text) => written.push(String(text)) > 0);
		log('error', 'failed', errorFacts(Object.assign(new Error('secret text of Ann'), { code: 'X1' })));
		spy.mockRestore();
		expect(JSON.parse(written[0] ?? '')).toMatchObject({ level: 'error', event: 'failed', error: 'Error', code: 'X1' });
		expect(written.join()).not.toContain('Ann');
	});
});
