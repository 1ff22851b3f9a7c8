/** Jobs of the server, waited for. */
import { expect, type APIRequestContext, type APIResponse } from '@playwright/test';

export interface Job {
	readonly id: string;
	readonly kind: string;
	readonly state: string;
	readonly message: string | null;
	readonly outcome: unknown;
}

/** The job as it is now. */
export const jobOf = async (context: APIRequestContext, id: string): Promise<Job> =>
	(await (await context.get(`/api/v1/jobs/${id}`)).json()) as Job;

/** The job when it has ended, or asks for a decision. */
export async function settled(context: APIRequestContext, id: string, timeout = 30_000): Promise<Job> {
	let job: Job | null = null;
	await expect
		.poll(async () => (job = await jobOf(context, id)).state, { timeout })
		.toMatch(/^(?:asking|done|failed|cancelled)$/);
	return job as unknown as Job;
}

/** What a request has begun, when it has ended or asks. */
export async function begun(context: APIRequestContext, response: APIResponse): Promise<Job> {
	expect(response.status(), await response.text()).toBe(202);
	return settled(context, ((await response.json()) as Job).id);
}
