import type { Answer } from '$lib/contract/call-server';
import { format, parseISO } from 'date-fns';

/** Something computed by the server for a revision: asked again when the revision moves on, dimmed until then. */
export class ServerValue<Value> {
	value = $state.raw<Value | null>(null);
	failed = $state<string | null>(null);
	private asking: AbortController | null = null;
	private again: ReturnType<typeof setTimeout> | undefined;

	constructor(private readonly question: (signal: AbortSignal) => Promise<Answer<Value, unknown>>) {}

	/** Asks for the newest; a question that is not answered yet is dropped. */
	async ask(): Promise<void> {
		clearTimeout(this.again);
		this.asking?.abort();
		const asking = new AbortController();
		this.asking = asking;
		const answer = await this.question(asking.signal).catch(() => null);
		if (asking.signal.aborted || !answer) return;
		if (answer.ok) this.value = answer.value;
		else this.again = setTimeout(() => void this.ask(), 3_000);
		this.failed = answer.ok ? null : answer.fault;
	}

	stop(): void {
		clearTimeout(this.again);
		this.asking?.abort();
	}
}

/** 3 May 2026, 14:05 */
export const dayAndTime = (iso: string): string => format(parseISO(iso), 'd MMM yyyy, HH:mm');

/** Made once: asking for it with every figure of a long strategy takes longer than painting it. */
const FIGURES = new Intl.NumberFormat('en');

const PLURAL = new Intl.PluralRules('en');

/** `1 record`, `12 records`: a number with its noun. */
export function count(value: number, one: string, many = `${one}s`): string {
	return `${formatCount(value)} ${PLURAL.select(value) === 'one' ? one : many}`;
}
export const records = (value: number): string => count(value, 'record');

/** 12 345 with thin separators. */
export function formatCount(value: number | null | undefined): string {
	return value === null || value === undefined ? '–' : FIGURES.format(value).replaceAll(',', '\u202F');
}
