/**
 * A walker that behaves like people: from a seed, one to three windows of two people do everyday things
 * on one enquiry, key by key, in any order. After each rest what must always hold is checked. A failure
 * is shrunk to the shortest sequence by fast-check.
 */
import { randomUUID } from 'node:crypto';
import type { Browser, BrowserContext } from '@playwright/test';
import fc from 'fast-check';
import { acts } from './acts.ts';
import { World, type Model } from './world.ts';

export interface WanderOptions {
	readonly address: string;
	readonly seed: number;
	/** Sequences, and commands in each of them, at most. */
	readonly runs: number;
	readonly commands: number;
	/** Milliseconds after which no further sequence is begun. */
	readonly time?: number;
	readonly say?: (line: string) => void;
	/** Of a failure that was reported, its path as printed there: that sequence alone. */
	readonly path?: string;
}

export interface Wandered {
	readonly failed: boolean;
	readonly runs: number;
	readonly steps: number;
	/** Longest time from the last key until every figure belonged to the text, in milliseconds. */
	readonly slowest: number;
	readonly report: string;
}

const PASSWORD = 'harbour lights at dusk';

/** Walks; resolves with what was seen, and never rejects for a failure of the application. */
export async function wander(
	browser: Browser,
	{ address, seed, runs, commands: most, time, path, say = () => undefined }: WanderOptions
): Promise<Wandered> {
	const people: BrowserContext[] = [];
	for (const name of ['Mara Ostwick', 'Jon Halland']) {
		const context = await browser.newContext({ locale: 'en-GB', viewport: { width: 1280, height: 800 } });
		const email = `${randomUUID()}@test.example`;
		await context.request.post(`${address}/sign-up`, {
			form: { name, email, password: PASSWORD },
			headers: { origin: address, accept: 'text/html' },
			maxRedirects: 0
		});
		people.push(Object.assign(context, { email }));
	}
	let [done, steps, slowest] = [0, 0, 0];
	const [walk, replayPath] = (path ?? '').split('/');
	const property = fc.asyncProperty(
		fc.integer({ min: 1, max: 3 }),
		fc.commands(acts, { maxCommands: most, size: 'max', ...(replayPath ? { replayPath } : {}) }),
		async (windows, sequence) => {
			const world = await World.open(address, people, windows);
			const model: Model = { typed: new Map(), doing: '', words: 0, lines: new Set() };
			try {
				await fc.asyncModelRun(() => ({ model, real: world }), sequence);
				await world.check(model);
				await world.checkWritten();
				say(`run ${++done}: ${world.steps} steps in ${windows} ${windows === 1 ? 'window' : 'windows'}`);
			} catch (error) {
				// Told at once: finding the shortest sequence may take longer than anybody waits.
				say(
					`failed in ${windows} ${windows === 1 ? 'window' : 'windows'}: ${String(sequence)}\n${error instanceof Error ? error.message : String(error)}\nSaved: ${await world.history()}`
				);
				throw error;
			} finally {
				steps += world.steps;
				slowest = Math.max(slowest, world.slowest);
				await world.close();
			}
		}
	);
	const result = await fc.check(property, {
		seed,
		numRuns: walk ? 1 : runs,
		...(walk ? { path: walk, endOnFailure: true } : {}),
		...(time === undefined ? {} : { interruptAfterTimeLimit: time, markInterruptAsFailure: false })
	});
	for (const context of people) await context.close();
	const report = result.failed
		? `seed ${result.seed}, path ${result.counterexamplePath ?? ''}/${/replayPath="([^"]*)"/.exec(String(result.counterexample))?.[1] ?? ''}\n${String(result.counterexample)}\n${result.errorInstance instanceof Error ? result.errorInstance.message : ''}`
		: '';
	return { failed: result.failed && result.counterexample !== null, runs: done, steps, slowest, report };
}
