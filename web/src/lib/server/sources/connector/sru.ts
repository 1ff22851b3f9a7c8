/**
 * A plain SRU client, for any server that speaks it: counts, records in portions, explain. It waits a
 * little between questions, tries again where the network failed, follows no redirect, and reads no
 * more than a ceiling.
 */
import { setTimeout as wait } from 'node:timers/promises';
import { SruReader, XmlFault, type SruDiagnostic, type SruRecord, type SruResponse } from './xml';

export interface Question {
	/** In CQL, or in the syntax that `queryType` names. */
	readonly query: string;
	readonly queryType: string;
}

export type Result<Value> =
	| { readonly ok: true; readonly value: Value }
	| {
			readonly ok: false;
			readonly why: string;
			readonly cause: 'away' | 'late' | 'refused' | 'unreadable' | 'too-large' | 'elsewhere';
	  };

export interface ClientLimits {
	/** Milliseconds until an answer must be there whole. */
	readonly patience: number;
	/** Times that a question is asked again after the network or the server failed. */
	readonly retries: number;
	/** Milliseconds from one question to the next. */
	readonly pause: number;
	/** Largest answer in bytes. */
	readonly ceiling: number;
}

export const MANNERS: ClientLimits = { patience: 15_000, retries: 2, pause: 20, ceiling: 40_000_000 };
/** Records asked for at once where the source does not say what it gives. */
const PORTION = 1_000;

export class SruClient {
	constructor(
		private readonly address: string,
		/** Whether an origin may be reached; the installation's setting. */
		private readonly mayReach: (origin: string) => Promise<boolean>,
		private readonly manners: ClientLimits = MANNERS,
		/** Comes when it is this question's turn at an origin. @param pause milliseconds between two questions */
		private readonly takeTurn: (origin: string, pause: number) => Promise<void> = (_, pause) => wait(pause)
	) {}

	async count(question: Question, signal?: AbortSignal): Promise<Result<number>> {
		const answer = await this.ask(
			{ operation: 'searchRetrieve', ...parametersOf(question), startRecord: '1', maximumRecords: '0' },
			signal
		);
		if (!answer.ok) return answer;
		const { diagnostics, total } = answer.value;
		const [fault] = diagnostics;
		if (fault) return { ok: false, cause: 'refused', why: sentenceOf(fault) };
		return total === null
			? { ok: false, cause: 'unreadable', why: 'The answer does not say how many records there are.' }
			: { ok: true, value: total };
	}

	/** All records up to a ceiling, portion by portion. */
	async records(
		question: Question,
		most: number,
		progress?: (done: number, all: number) => void,
		signal?: AbortSignal
	): Promise<Result<{ readonly total: number; readonly records: readonly SruRecord[] }>> {
		const records: SruRecord[] = [];
		for (let start = 1; ;) {
			const answer = await this.ask(
				{
					operation: 'searchRetrieve',
					...parametersOf(question),
					startRecord: String(start),
					maximumRecords: String(Math.min(PORTION, most - records.length)),
					recordSchema: 'dc'
				},
				signal
			);
			if (!answer.ok) return answer;
			const { diagnostics, total, records: some, next } = answer.value;
			const [fault] = diagnostics;
			if (fault) return { ok: false, cause: 'refused', why: sentenceOf(fault) };
			if (total === null)
				return { ok: false, cause: 'unreadable', why: 'The answer does not say how many records there are.' };
			records.push(...some);
			progress?.(records.length, total);
			if (records.length >= Math.min(total, most) || some.length === 0) return { ok: true, value: { total, records } };
			// A source that sends one back would be asked for ever.
			start = next !== null && next > start ? next : start + some.length;
		}
	}

	explain(signal?: AbortSignal): Promise<Result<SruResponse>> {
		return this.ask({ operation: 'explain', version: '1.2' }, signal);
	}

	private async ask(parameters: Readonly<Record<string, string>>, signal?: AbortSignal): Promise<Result<SruResponse>> {
		const url = URL.canParse(this.address) ? new URL(this.address) : null;
		if (!url || (url.protocol !== 'http:' && url.protocol !== 'https:'))
			return { ok: false, cause: 'elsewhere', why: 'The address of the source is not a web address.' };
		if (!(await this.mayReach(url.origin)))
			return {
				ok: false,
				cause: 'elsewhere',
				why: `${url.origin} is not among the addresses that this installation may reach.`
			};
		for (const [name, value] of Object.entries(parameters)) url.searchParams.set(name, value);
		for (let turn = 0; ; turn++) {
			await this.takeTurn(url.origin, this.manners.pause);
			const answer = await this.once(url, signal);
			if (
				answer.ok ||
				(answer.cause !== 'away' && answer.cause !== 'late') ||
				turn >= this.manners.retries ||
				signal?.aborted
			)
				return answer;
			// Twice as long each time, so that a source in trouble is left in peace.
			await wait(200 * 2 ** turn);
		}
	}

	private async once(url: URL, signal?: AbortSignal): Promise<Result<SruResponse>> {
		const late = AbortSignal.timeout(this.manners.patience);
		try {
			const response = await fetch(url, {
				redirect: 'manual',
				headers: { accept: 'application/xml, text/xml' },
				signal: signal ? AbortSignal.any([signal, late]) : late
			});
			if (response.status >= 300 && response.status < 400)
				return { ok: false, cause: 'elsewhere', why: 'The source sends on to another address, which is not followed.' };
			if (response.status >= 500)
				return { ok: false, cause: 'away', why: `The source answered ${response.status}, a fault of its own.` };
			if (!response.ok || !response.body)
				return { ok: false, cause: 'refused', why: `The source answered ${response.status}.` };
			const reader = new SruReader();
			const decoder = new TextDecoder('utf-8', { fatal: true });
			let size = 0;
			for await (const chunk of response.body as unknown as AsyncIterable<Uint8Array>) {
				size += chunk.byteLength;
				if (size > this.manners.ceiling)
					return {
						ok: false,
						cause: 'too-large',
						why: `The answer is larger than ${Math.round(this.manners.ceiling / 1_000_000)} MB and was not read to its end.`
					};
				reader.take(decoder.decode(chunk, { stream: true }));
			}
			reader.take(decoder.decode());
			return { ok: true, value: reader.finish() };
		} catch (error) {
			if (error instanceof XmlFault) return { ok: false, cause: 'unreadable', why: error.message };
			if (signal?.aborted) return { ok: false, cause: 'late', why: 'It was cancelled.' };
			if (late.aborted)
				return {
					ok: false,
					cause: 'late',
					why: `The source did not answer within ${this.manners.patience / 1000} seconds.`
				};
			if (error instanceof TypeError && /encoded data|invalid/i.test(error.message))
				return { ok: false, cause: 'unreadable', why: 'The answer is not UTF-8 text.' };
			return { ok: false, cause: 'away', why: 'The source cannot be reached.' };
		}
	}
}

function parametersOf({ query, queryType }: Question): Record<string, string> {
	return queryType === 'cql' ? { version: '1.2', query } : { version: '2.0', query, queryType };
}

const sentenceOf = ({ uri, message, details }: SruDiagnostic): string => {
	const code = /(\d+)$/.exec(uri)?.[1];
	return `The source answered: ${message || 'it cannot do this'}${details === '' ? '' : ` (${details})`}${code === undefined ? '' : `, diagnostic ${code}`}.`;
};
