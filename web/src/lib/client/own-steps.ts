/**
 * One's own steps, to be taken back and made again. They live over a reload (the server has them),
 * and a step is not taken back where somebody else has changed the same thing since.
 */
import type { PastStep } from '$lib/contract/enquiries';
import { conflictsOf, type Edit, type Json, type Verdict } from '@wide-lantern/core/editor';

export interface OwnStep {
	readonly name: string;
	readonly step: string;
	/** What takes it back, or makes it again. */
	readonly edits: readonly Edit[];
	/** How many edits of others had been heard of when it was made. */
	readonly seen: number;
	/** The verdict that undo or redo gives a record, where the step judged one. */
	readonly judgement?: PastVerdict;
}
export interface PastVerdict {
	readonly record: string;
	readonly verdict: Verdict | null;
}

const MOST = 500;

export class OwnSteps {
	private done: OwnStep[] = [];
	private undone: OwnStep[] = [];
	/** Edits of others, in the order in which they were heard of. */
	private readonly others: Edit[] = [];

	heard(edits: readonly Edit[]): void {
		this.others.push(...edits);
	}

	/** Takes in what was done before this window was opened; call it before anything is done here. */
	recall(past: readonly PastStep[]): void {
		const own = { done: this.done, undone: this.undone, others: this.others.splice(0) };
		this.done = [];
		this.undone = [];
		for (const one of past) {
			if (!one.mine) {
				this.heard(one.edits);
				continue;
			}
			if (one.kind === 'do') this.did(one.name, one.step, one.inverse);
			else if (one.kind === 'undo') this.turned('undo', one.inverse);
			else if (one.kind === 'redo') this.turned('redo', one.inverse);
		}
		// What happened here while the past was on its way comes after it.
		const before = this.others.length;
		this.others.push(...own.others);
		const later = (step: OwnStep): OwnStep => ({ ...step, seen: step.seen + before });
		this.done.push(...own.done.map(later));
		if (own.done.length > 0 || own.undone.length > 0) this.undone = own.undone.map(later);
	}

	/** Something was done. In a step that goes on, the older inverse takes all of it back. */
	did(name: string, step: string, inverse: readonly Edit[], judgement?: PastVerdict): void {
		this.undone = [];
		if (step !== '' && this.done.at(-1)?.step === step) return;
		this.done.push({ name, step, edits: inverse, seen: this.others.length, ...(judgement ? { judgement } : {}) });
		if (this.done.length > MOST) this.done.shift();
	}

	get canUndo(): boolean {
		return this.done.length > 0;
	}
	get canRedo(): boolean {
		return this.undone.length > 0;
	}
	/** Name of what undo would take back. */
	get next(): string | null {
		return this.done.at(-1)?.name ?? null;
	}

	/**
	 * The step to take back or make again, or why that cannot be; it is set aside then, so that the
	 * one before it can be taken back. Null where there is none.
	 */
	take(kind: 'undo' | 'redo', document: Json): OwnStep | { readonly refused: string; readonly step: OwnStep } | null {
		const from = kind === 'undo' ? this.done : this.undone;
		const step = from.pop();
		if (!step) return null;
		const inTheWay = conflictsOf(step.edits, this.others.slice(step.seen), document);
		if (inTheWay.length === 0) return step;
		return {
			refused: `“${step.name}” cannot be ${kind === 'undo' ? 'undone' : 'redone'}: somebody else has changed the same thing since. It was left as it is now.`,
			step
		};
	}

	/** A step was taken back or made again; `inverse` is what turns that around. */
	turned(kind: 'undo' | 'redo', inverse: readonly Edit[], step?: OwnStep, judgement?: PastVerdict): void {
		// Told by the server, the step is still where it was.
		const of = step ?? (kind === 'undo' ? this.done : this.undone).pop();
		const to = kind === 'undo' ? this.undone : this.done;
		to.push({
			name: of?.name ?? 'change',
			step: '',
			edits: inverse,
			seen: this.others.length,
			...(judgement ? { judgement } : {})
		});
	}
}
