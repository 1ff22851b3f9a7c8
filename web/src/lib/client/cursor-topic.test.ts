import { afterEach, describe, expect, it, vi } from 'vitest';
import type { LineTopic } from './lens.svelte';
import { CursorTopic } from './cursor-topic';
import { serve } from './testing';

afterEach(() => {
	vi.unstubAllGlobals();
});
const match = (id: string, reason: string) => ({
	matches: [{ id, label: id, narrower: 0, reason, name: id }],
	pieces: []
});
const word = { text: 'lamp', at: 3 };

describe('what the lens shows of the cursor’s place', () => {
	it('is the line and its word outside braces, at once', async () => {
		const asked = serve(() => 500);
		const shown: LineTopic[] = [];
		const topic = new CursorTopic((one) => shown.push(one));
		await topic.moved('a', { heading: null, word }, 'own');
		await topic.moved('a', { heading: '', word: null }, 'own');
		await topic.moved('a', { heading: '*', word: null }, 'own');
		expect(asked).toEqual([]);
		expect(shown[0]).toEqual({ kind: 'line', line: 'a', word, heading: null });
		expect(shown).toHaveLength(3);
	});
	it('is the heading that is named there, but none that only has its letters', async () => {
		const asked = serve(({ query }) => match('H1', query['q'] === 'Light' ? 'entry-term' : 'fragment'));
		const shown: LineTopic[] = [];
		const topic = new CursorTopic((one) => shown.push(one));
		await topic.moved('a', { heading: 'Light', word: null }, 'own');
		await topic.moved('a', { heading: 'igh', word: null }, 'own');
		expect(shown.map(({ heading }) => heading)).toEqual([{ vocabulary: 'own', heading: 'H1' }, null]);
		expect(asked[0]?.path).toBe('/api/v1/vocabularies/own/lookup');
	});
	it('is nothing new where the server cannot be reached', async () => {
		serve(() => 503);
		const show = vi.fn();
		await new CursorTopic(show).moved('a', { heading: 'Light', word: null }, 'own');
		expect(show).not.toHaveBeenCalled();
	});
	it('is of the newest place only', async () => {
		const waiting: ((answer: object) => void)[] = [];
		serve(() => new Promise((done) => waiting.push(done)));
		const shown: LineTopic[] = [];
		const topic = new CursorTopic((one) => shown.push(one));
		const first = topic.moved('a', { heading: 'Light', word: null }, 'own');
		const second = topic.moved('b', { heading: 'Night', word: null }, 'own');
		waiting[1]?.(match('N', 'heading'));
		waiting[0]?.(match('L', 'heading'));
		await Promise.all([first, second]);
		expect(shown.map(({ line }) => line)).toEqual(['b']);
		const third = topic.moved('c', { heading: 'Light', word: null }, 'own');
		topic.stop();
		waiting[2]?.(match('L', 'heading'));
		await third;
		expect(shown).toHaveLength(1);
	});
});
