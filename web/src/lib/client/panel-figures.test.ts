import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Answer } from '$lib/contract/call-server';
import { PanelFigures } from './panel-figures.svelte';
import { settled } from './testing';

afterEach(() => {
	vi.useRealTimers();
});
const answered = (value: number): Answer<number> => ({ ok: true, value });

describe('figures of a panel', () => {
	it('say what they belong to, and stay until newer ones have come', async () => {
		let give: (answer: Answer<number>) => void = () => undefined;
		const figures = new PanelFigures((_: { of: string }) => new Promise<Answer<number>>((done) => (give = done)));
		figures.ask({ of: 'light' });
		expect(figures.of({ of: 'light' })).toBeNull();
		give(answered(40));
		await settled();
		expect(figures.of({ of: 'light' })).toBe(40);
		figures.ask({ of: 'lamp' });
		expect([figures.value, figures.of({ of: 'lamp' })]).toEqual([40, null]);
		give(answered(7));
		await settled();
		expect([figures.of({ of: 'lamp' }), figures.isOf({ of: 'light' })]).toEqual([7, false]);
	});
	it('that were stopped do not come any more', async () => {
		let give: (answer: Answer<number>) => void = () => undefined;
		const figures = new PanelFigures((_: string) => new Promise<Answer<number>>((done) => (give = done)));
		figures.ask('light')();
		give(answered(40));
		await settled();
		expect(figures.value).toBeNull();
	});
	it('keep what they had when an answer is a refusal, and say why', async () => {
		const answers: Answer<number>[] = [answered(40), { ok: false, status: 422, fault: 'Too broad.', refused: null }];
		const figures = new PanelFigures((_: string) => Promise.resolve(answers.shift() ?? answered(0)));
		figures.ask('light');
		await settled();
		figures.ask('light');
		await settled();
		expect([figures.value, figures.failed]).toEqual([40, 'Too broad.']);
	});
	it('wait for a rest in typing where that is wanted', async () => {
		vi.useFakeTimers();
		const asked: string[] = [];
		const figures = new PanelFigures((word: string) => {
			asked.push(word);
			return Promise.resolve(answered(word.length));
		}, 250);
		figures.ask('l')();
		figures.ask('li')();
		figures.ask('lig');
		await vi.advanceTimersByTimeAsync(249);
		expect(asked).toEqual([]);
		await vi.advanceTimersByTimeAsync(1);
		expect([asked, figures.value]).toEqual([['lig'], 3]);
	});
});
