/** What a panel shows of the server: the last value stays until a newer one has come, and says what it belongs to. */
import type { Answer } from '$lib/contract/call-server';
import { askForFigures } from './figures';

export class PanelFigures<Subject, Value> {
	value = $state.raw<Value | null>(null);
	/** What the value belongs to, as JSON. */
	private shownOf = $state('');
	failed = $state('');

	/**
	 * @param question what is asked about a subject; subjects are plain JSON
	 * @param after milliseconds to wait before asking: while somebody types, only the last question is asked
	 */
	constructor(
		private readonly question: (subject: Subject, signal: AbortSignal) => Promise<Answer<Value, unknown>>,
		private readonly after = 0
	) {}

	/** Asks until there is an answer. @returns what stops it, as effects want it */
	ask(subject: Subject): () => void {
		return askForFigures((signal) => this.question(subject, signal), {
			after: this.after,
			show: (value) => {
				[this.value, this.shownOf, this.failed] = [value, JSON.stringify(subject), ''];
			},
			failed: (message) => (this.failed = message)
		});
	}

	/** True where the value belongs to this subject. */
	isOf(subject: Subject): boolean {
		return this.value !== null && this.shownOf === JSON.stringify(subject);
	}
	/** The value, where it belongs to this subject. */
	of(subject: Subject): Value | null {
		return this.isOf(subject) ? this.value : null;
	}
}
