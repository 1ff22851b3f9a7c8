/** Undo over reloads and beside others. */
import type { PastStep } from '$lib/contract/enquiries';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyEdits, type Edit, type Json } from '@wide-lantern/core/editor';
import { OwnSteps } from './own-steps';

const set = (at: string, value: string): Edit => ({ do: 'set', at: [at], value });
const start = { a: '', b: '' } as Json;

/** A window with its document, as the real one uses the steps. */
class Window {
	steps = new OwnSteps();
	past: PastStep[] = [];
	constructor(public document: Json = start) {}
	private apply(edits: readonly Edit[]): readonly Edit[] {
		const applied = applyEdits(this.document, edits);
		if ('refused' in applied) throw new Error(applied.refused);
		this.document = applied.document;
		return applied.inverse;
	}
	act(name: string, edit: Edit, step = '') {
		const inverse = this.apply([edit]);
		this.steps.did(name, step, inverse);
		this.past.push({ mine: true, name, kind: 'do', step, edits: [edit], inverse });
	}
	other(edit: Edit) {
		this.apply([edit]);
		this.steps.heard([edit]);
		this.past.push({ mine: false, name: 'theirs', kind: 'do', step: '', edits: [edit], inverse: [] });
	}
	turn(kind: 'undo' | 'redo'): string | null {
		const step = this.steps.take(kind, this.document);
		if (step === null) return null;
		if ('refused' in step) return step.refused;
		const inverse = this.apply(step.edits);
		this.steps.turned(kind, inverse, step);
		this.past.push({ mine: true, name: kind, kind, step: '', edits: step.edits, inverse });
		return null;
	}
	reloaded(): Window {
		const fresh = new Window(this.document);
		fresh.steps.recall(this.past);
		fresh.past = [...this.past];
		return fresh;
	}
}

describe('steps', () => {
	it('are taken back and made again, one by one', () => {
		const window = new Window();
		window.act('first', set('a', '1'));
		window.act('second', set('b', '2'));
		window.turn('undo');
		expect(window.document).toEqual({ a: '1', b: '' });
		window.turn('undo');
		window.turn('redo');
		expect(window.document).toEqual({ a: '1', b: '' });
		expect(window.steps.next).toBe('first');
	});
	it('a verdict on a record is undone and redone among edits', () => {
		const window = new Window();
		window.act('first', set('a', '1'));
		window.steps.did('mark as relevant', 'judged', [], { record: 'S1', verdict: null });
		const undone = window.steps.take('undo', window.document);
		if (!undone || 'refused' in undone) throw new Error('It cannot be undone.');
		expect(undone.judgement).toEqual({ record: 'S1', verdict: null });
		window.steps.turned('undo', [], undone, { record: 'S1', verdict: 'relevant' });
		expect(window.steps.next).toBe('first');
		expect(window.steps.take('redo', window.document)).toMatchObject({
			judgement: { record: 'S1', verdict: 'relevant' }
		});
	});
	it('letter after letter is one step', () => {
		const window = new Window();
		for (const text of ['l', 'li', 'lig']) window.act('type', set('a', text), 'typing');
		window.turn('undo');
		expect(window.document).toEqual(start);
	});
	it('are not taken back where somebody changed the same since; the one before still is', () => {
		const window = new Window();
		window.act('mine in b', set('b', '1'));
		window.act('mine in a', set('a', '1'));
		window.other(set('a', '2'));
		expect(window.turn('undo')).toContain('“mine in a” cannot be undone: somebody else');
		expect(window.document).toEqual({ a: '2', b: '1' });
		expect(window.turn('undo')).toBeNull();
		expect(window.document).toEqual({ a: '2', b: '' });
	});
});

it('after a reload undo and redo do what they would have done without it', () => {
	const action = fc.oneof(
		fc.record({
			do: fc.constantFrom('act', 'other'),
			at: fc.constantFrom('a', 'b'),
			value: fc.string({ maxLength: 2 }),
			step: fc.constantFrom('', 's1', 's2')
		}),
		fc.record({ do: fc.constantFrom('undo', 'redo') })
	);
	fc.assert(
		fc.property(
			fc.array(action, { maxLength: 30 }),
			fc.array(fc.constantFrom('undo' as const, 'redo' as const), { maxLength: 20 }),
			(actions, after) => {
				const window = new Window();
				for (const one of actions) {
					if ('at' in one) {
						if (one.do === 'act') window.act('x', set(one.at, one.value), one.step);
						else window.other(set(one.at, one.value));
					}
					// A step that was refused is set aside in this window only, so the comparison ends there.
					else if (window.turn(one.do as 'undo' | 'redo') !== null) return;
				}
				const fresh = window.reloaded();
				for (const kind of after) {
					expect(fresh.turn(kind)).toBe(window.turn(kind));
					expect(fresh.document).toEqual(window.document);
				}
			}
		)
	);
});
